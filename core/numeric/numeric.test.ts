/** The portable functions against the engine's own, and against one another. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  acos,
  asin,
  atan2,
  cos,
  cube,
  exp,
  exp10,
  hypot,
  inverseNormal,
  ln,
  log10,
  log2,
  power,
  sin,
  square,
  tan,
} from '.';

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
/** Within some parts of the last digit, or close to zero. */
function expectNear(found: number, wanted: number, parts = 1e-13) {
  expect(Math.abs(found - wanted)).toBeLessThanOrEqual(parts * Math.max(1, Math.abs(wanted)));
}

describe('the portable functions', () => {
  it.each([
    ['sin', sin, Math.sin, -1e4, 1e4],
    ['cos', cos, Math.cos, -1e4, 1e4],
    ['exp', exp, Math.exp, -300, 300],
    ['ln', ln, Math.log, 1e-12, 1e12],
    ['log10', log10, Math.log10, 1e-12, 1e12],
    ['log2', log2, Math.log2, 1e-12, 1e12],
    ['asin', asin, Math.asin, -1, 1],
    ['acos', acos, Math.acos, -1, 1],
  ])('%s is what the engine has, to the last digits', (_, ours, theirs, from, to) => {
    fc.assert(
      fc.property(number(from, to), (x) => expectNear(ours(x), theirs(x), 1e-12)),
      { seed: 7, numRuns: 300 },
    );
  });
  it('tan is, away from its poles', () => {
    fc.assert(
      fc.property(number(-1.5, 1.5), (x) => expectNear(tan(x), Math.tan(x), 1e-12)),
      { seed: 7, numRuns: 300 },
    );
  });
  it('atan2 knows all four quarters and the axes', () => {
    fc.assert(
      fc.property(number(-50, 50), number(-50, 50), (y, x) =>
        expectNear(atan2(y, x), Math.atan2(y, x)),
      ),
      { seed: 7, numRuns: 300 },
    );
    expect(atan2(1, 0)).toBeCloseTo(Math.PI / 2, 15);
    expect(atan2(0, -1)).toBeCloseTo(Math.PI, 15);
    expect(atan2(-1, 0)).toBeCloseTo(-Math.PI / 2, 15);
  });
  it('powers are, of ten and of anything', () => {
    fc.assert(
      fc.property(number(-30, 30), (x) => expectNear(exp10(x), 10 ** x, 1e-12)),
      { seed: 7, numRuns: 300 },
    );
    fc.assert(
      fc.property(number(0, 1000), number(0, 3), (x, y) => expectNear(power(x, y), x ** y, 1e-11)),
      { seed: 7, numRuns: 300 },
    );
    expect(power(0, 2)).toBe(0);
    expect(square(-3)).toBe(9);
    expect(cube(-2)).toBe(-8);
  });
  it('a length is that of two or three sides', () => {
    expect(hypot(3, 4)).toBe(5);
    expect(hypot(2, 3, 6)).toBe(7);
    expect(hypot(-3, -4)).toBe(5);
    expect(hypot(0, 0)).toBe(0);
  });
});

describe('the quantile of the normal distribution', () => {
  // Abramowitz & Stegun 1964, table 26.5.
  it.each([
    [0.5, 0],
    [0.8413447461, 1],
    [0.975, 1.9599639845],
    [0.99, 2.326347874],
    [0.001, -3.0902323062],
  ])('of %f is %f', (share, z) => {
    expect(Math.abs(inverseNormal(share) - z)).toBeLessThan(1e-8);
    expect(inverseNormal(1 - share)).toBeCloseTo(-inverseNormal(share), 8);
  });
});

describe('together they', () => {
  it('turn round without a trace: identities hold to the last digit', () => {
    for (const x of [0.1, 1, 12.5, 1234.5678]) {
      expect(Math.abs(square(sin(x)) + square(cos(x)) - 1)).toBeLessThan(3e-16);
      expect(Math.abs(ln(exp(x % 50)) - (x % 50))).toBeLessThan(1e-14);
    }
  });
});
