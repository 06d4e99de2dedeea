import { describe, expect, it } from 'vitest';
import {
  centidecibel,
  centidecibels,
  fastAngleRad,
  NOISE_TAPE,
  sincSquared,
  TAPE_LENGTH,
  TAPE_SPARE,
  tapeStart,
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
      expect(Math.abs(centidecibel(power) - 1000 * Math.log10(power))).toBeLessThan(0.8);
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
    // Tails cut at 3.7 standard deviations.
    expect(fourth / n / (squares / n) ** 2).toBeGreaterThan(2.95);
  });

  it('decibels of a row, as one by one', () => {
    const power = Float32Array.from([0, 1e-25, 1, 3.7e5, 2e17, NaN]);
    const levels = new Int16Array(8);
    centidecibels(power, new Int32Array(power.buffer), power.length, levels, 2);
    expect([...levels.slice(2)]).toEqual([...power].map(centidecibel));
  });

  it('sinc squared', () => {
    for (let u = -20; u < 20; u += 0.137) {
      expect(Math.abs(sincSquared(u) - (Math.sin(u) / u) ** 2)).toBeLessThan(1e-4);
    }
    expect(sincSquared(0)).toBe(1);
    expect(sincSquared(1e9)).toBeLessThan(0.002);
  });

  it('the angle from straight down', () => {
    for (let angle = -3.1; angle < 3.1; angle += 0.0713) {
      const found = fastAngleRad(3 * Math.sin(angle), 3 * Math.cos(angle));
      expect(Math.abs(found - angle)).toBeLessThan(2e-5);
    }
    expect(fastAngleRad(0, 0)).toBe(0);
  });

  it('a tape of independent complex draws of unit mean intensity', () => {
    let intensity = 0;
    let squared = 0;
    let lag = 0;
    for (let i = 0; i < TAPE_LENGTH; i++) {
      const [re, im] = [NOISE_TAPE[2 * i], NOISE_TAPE[2 * i + 1]];
      intensity += re * re + im * im;
      squared += (re * re + im * im) ** 2;
      lag += re * NOISE_TAPE[2 * i + 2] + im * NOISE_TAPE[2 * i + 3];
    }
    // Tolerances of three standard errors.
    const error = 3 / Math.sqrt(TAPE_LENGTH);
    expect(Math.abs(intensity / TAPE_LENGTH - 1)).toBeLessThan(error);
    expect(Math.abs(squared / TAPE_LENGTH - 2)).toBeLessThan(5 * error);
    expect(Math.abs(lag / TAPE_LENGTH)).toBeLessThan(error);
    // A row that starts at the very end finds the beginning again.
    expect(tapeStart(0xffffffff)).toBe(2 * (TAPE_LENGTH - 1));
    expect(NOISE_TAPE[2 * TAPE_LENGTH + 11]).toBe(NOISE_TAPE[11]);
    expect(NOISE_TAPE.length).toBe(2 * (TAPE_LENGTH + TAPE_SPARE));
  });
});
