import { describe, expect, it } from 'vitest';
import { mean } from '../../tests/fixtures/scene';
import { Specks } from './specks';

const CELLS = 900;
const STEP_M = 0.02;

describe('specks in open water', () => {
  const specks = new Specks(7, STEP_M);
  const at = (xM: number, timeS = 0, row = 0, of = specks) => {
    const factors = new Float64Array(CELLS);
    of.fill(factors, row, xM, 3, timeS);
    return factors;
  };
  const places = Array.from({ length: 400 }, (_, i) => at(0.9 * i));
  const all = places.flatMap((factors) => [...factors]);
  const strong = (factors: Float64Array) => [...factors.keys()].filter((i) => factors[i] > 10);

  it('keep the water’s mean, most of it in few cells', () => {
    expect(mean(all)).toBeCloseTo(1, 1);
    const filled = all.filter((factor) => factor > 0.301);
    expect(filled.length / all.length).toBeLessThan(0.03);
    expect(mean(all.map((factor) => factor - 0.3)) / mean(all)).toBeCloseTo(0.7, 1);
    expect(Math.min(...all)).toBeCloseTo(0.3, 5);
  });

  it('hang at their places: seen again from there, others a metre on, others in every row', () => {
    const here = strong(at(12));
    expect(here.length).toBeGreaterThan(3);
    expect(strong(at(12))).toEqual(here);
    const shared = (other: Float64Array) => here.filter((i) => other[i] > 10).length / here.length;
    expect(shared(at(13))).toBeLessThan(0.4);
    expect(shared(at(12, 0, 1))).toBeLessThan(0.4);
    expect(shared(at(12, 0, 0, new Specks(8, STEP_M)))).toBeLessThan(0.4);
  });

  it('drift away one after another, not all in one ping', () => {
    let most = 0;
    let before = at(12, 0);
    for (let timeS = 0.1; timeS < 12; timeS += 0.1) {
      const now = at(12, timeS);
      const changed = now.filter((factor, i) => factor !== before[i]).length;
      most = Math.max(most, changed);
      before = now;
    }
    expect(most).toBeGreaterThan(0);
    expect(most / CELLS).toBeLessThan(0.1);
    expect(strong(at(12, 8))).not.toEqual(strong(at(12, 0)));
  });

  it('are as many to the metre, however fine the cells are', () => {
    const count = (stepM: number) => {
      const of = new Specks(7, stepM);
      const factors = new Float64Array(Math.round(18 / stepM));
      let found = 0;
      for (let i = 0; i < 200; i++) {
        of.fill(factors, 0, 0.9 * i, 3, 0);
        found += factors.filter((factor) => factor > 0.301).length;
      }
      return found / (200 * 18);
    };
    expect(count(0.02)).toBeGreaterThan(0.7);
    expect(count(0.02)).toBeLessThan(1.2);
    expect(Math.abs(count(0.06) / count(0.02) - 1)).toBeLessThan(0.25);
  });
});
