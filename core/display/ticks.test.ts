import { describe, expect, it } from 'vitest';
import { scaleTicks } from './ticks';

describe('the marks of a scale', () => {
  it.each([
    [0, 12, [2, 4, 6, 8, 10]],
    [0, 30, [5, 10, 15, 20, 25]],
    [3.2, 5.1, [3.5, 4, 4.5, 5]],
    [0, 140, [50, 100]],
    [-20, 20, [-10, 0, 10]],
  ])('from %f to %f are round', (from, to, expected) => {
    expect(scaleTicks(from, to)).toEqual(expected);
  });
  it('are about as many as are wanted, in order, and never at the very ends', () => {
    for (const wanted of [3, 6, 10]) {
      for (const [from, to] of [
        [0, 7.3],
        [1.9, 88],
        [12, 12.9],
        [0, 200],
      ]) {
        const ticks = scaleTicks(from, to, wanted);
        expect(ticks.length).toBeLessThanOrEqual(wanted);
        expect(ticks.length).toBeGreaterThan(0);
        expect([...ticks].sort((a, b) => a - b)).toEqual(ticks);
        expect(ticks[0]).toBeGreaterThan(from);
        expect(ticks.at(-1)).toBeLessThan(to);
      }
    }
  });
  it('of nothing are none', () => {
    expect(scaleTicks(5, 5)).toEqual([]);
    expect(scaleTicks(8, 2)).toEqual([]);
    expect(scaleTicks(0, NaN)).toEqual([]);
  });
  it('carry no dust of binary fractions', () => {
    for (const tick of scaleTicks(0, 0.7)) expect(String(tick).length).toBeLessThan(5);
  });
});
