import { describe, expect, it } from 'vitest';
import { db, mean } from '../../tests/fixtures/scene';
import { heardNoise, pingNoise } from './pingNoise';

describe('the noise of a ping', () => {
  const strengths = Array.from({ length: 40_000 }, (_, ping) => pingNoise(9, ping));
  it('is on the mean what the receiver has', () => {
    expect(Math.abs(db(mean(strengths)))).toBeLessThan(0.05);
  });
  it('spreads by 1.6 dB, but for the few loud ones', () => {
    const levels = strengths.map(db);
    const loud = levels.filter((level) => level > 4.5);
    expect(loud.length / levels.length).toBeGreaterThan(0.008);
    expect(loud.length / levels.length).toBeLessThan(0.02);
    const usual = levels.filter((level) => level <= 4.5);
    const m = mean(usual);
    expect(Math.sqrt(mean(usual.map((level) => (level - m) ** 2)))).toBeCloseTo(1.6, 1);
    expect(Math.max(...levels)).toBeLessThan(17);
  });
  it('is the same at every look, another in every ping and water', () => {
    expect(pingNoise(9, 123)).toBe(pingNoise(9, 123));
    expect(pingNoise(9, 123)).not.toBe(pingNoise(9, 124));
    expect(pingNoise(9, 123)).not.toBe(pingNoise(10, 123));
  });
  it('is even in plain water and where no speckle is drawn', () => {
    const heard = (isPlain: boolean, speckle: boolean) =>
      heardNoise(5, { isPlain }, { speckle }, 9, 123);
    expect(heard(true, true)).toBe(5);
    expect(heard(false, false)).toBe(5);
    expect(heard(false, true)).toBeCloseTo(5 * pingNoise(9, 123), 12);
  });
});
