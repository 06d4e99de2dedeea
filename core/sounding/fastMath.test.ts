import { describe, expect, it } from 'vitest';
import {
  centidecibel,
  HALF_GAUSS,
  QUARTER_TURN,
  SILENCE_CDB,
  SINE,
  SINE_MASK,
  SINE_SIZE,
  SINE_STEPS_PER_RAD,
} from './fastMath';

describe('tables against their plain formulas', () => {
  it('sine and cosine', () => {
    for (let phase = 0; phase < 50; phase += 0.173) {
      const turn = Math.floor(phase * SINE_STEPS_PER_RAD);
      expect(SINE[turn & SINE_MASK]).toBeCloseTo(Math.sin(phase), 2);
      expect(SINE[(turn + QUARTER_TURN) & SINE_MASK]).toBeCloseTo(Math.cos(phase), 2);
    }
    expect(SINE.length).toBe(SINE_SIZE);
  });

  it('decibels, to a hundredth', () => {
    for (let exponent = -9; exponent < 20; exponent += 0.37) {
      const power = 10 ** exponent;
      expect(Math.abs(centidecibel(power) - 1000 * Math.log10(power))).toBeLessThan(0.6);
    }
    expect(centidecibel(0)).toBe(SILENCE_CDB);
    expect(centidecibel(NaN)).toBe(SILENCE_CDB);
    expect(centidecibel(-3)).toBe(SILENCE_CDB);
  });

  it('Gaussian quantiles of variance one half', () => {
    let sum = 0;
    let squares = 0;
    let fourth = 0;
    for (const value of HALF_GAUSS) {
      sum += value;
      squares += value ** 2;
      fourth += value ** 4;
    }
    const n = HALF_GAUSS.length;
    expect(sum / n).toBeCloseTo(0, 9);
    expect(squares / n).toBeCloseTo(0.5, 9);
    expect(fourth / n / (squares / n) ** 2).toBeCloseTo(3, 1);
  });
});
