import { describe, expect, it } from 'vitest';
import {
  hash32,
  hashText,
  hashUniform,
  randomSource,
  shuffled,
  smoothNoise,
  smoothNoise2,
} from '.';

describe('random', () => {
  it('gives the same draws for the same seed and others for the next', () => {
    const draw = (seed: number) => Array.from({ length: 5 }, randomSource(seed).uniform);
    expect(draw(7)).toEqual(draw(7));
    expect(draw(7)).not.toEqual(draw(8));
  });

  it('has the moments its names promise', () => {
    const random = randomSource(3);
    const n = 20_000;
    const gaussian = Array.from({ length: n }, () => random.gaussian());
    const exponential = Array.from({ length: n }, () => random.exponential());
    const mean = (values: number[]) => values.reduce((a, b) => a + b) / n;
    expect(Math.abs(mean(gaussian))).toBeLessThan(3 / Math.sqrt(n));
    expect(mean(gaussian.map((x) => x * x))).toBeCloseTo(1, 1);
    expect(Math.abs(mean(exponential) - 1)).toBeLessThan(3 / Math.sqrt(n));
    expect(mean(exponential.map((x) => x * x))).toBeCloseTo(2, 0);
  });

  it('hashes neighbours apart', () => {
    const values = Array.from({ length: 4000 }, (_, i) => hashUniform(5, i));
    const mean = values.reduce((a, b) => a + b) / values.length;
    const lag =
      values.slice(1).reduce((sum, v, i) => sum + (v - 0.5) * (values[i] - 0.5), 0) / values.length;
    expect(mean).toBeCloseTo(0.5, 1);
    expect(Math.abs(lag * 12)).toBeLessThan(0.05);
    expect(hash32(1, 2)).not.toBe(hash32(2, 1));
    expect(hashText('fish-01')).not.toBe(hashText('fish-10'));
  });

  it('shuffles without losing anything', () => {
    const items = [1, 2, 3, 4, 5, 6, 7, 8];
    const mixed = shuffled(items, randomSource(2));
    expect(mixed).not.toEqual(items);
    expect([...mixed].sort((a, b) => a - b)).toEqual(items);
  });

  it('is smooth: small steps change noise little', () => {
    for (let t = -3; t < 3; t += 0.07) {
      expect(Math.abs(smoothNoise(4, t + 0.001) - smoothNoise(4, t))).toBeLessThan(0.01);
      expect(Math.abs(smoothNoise2(4, t, 1.3) - smoothNoise2(4, t, 1.301))).toBeLessThan(0.01);
    }
  });
});
