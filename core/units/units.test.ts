import { describe, expect, it } from 'vitest';
import {
  degToRad,
  format,
  formatClock,
  formatNumber,
  fromDb,
  LENGTH,
  radToDeg,
  SPEED,
  sumDb,
  TEMPERATURE,
  toDb,
} from '.';

describe('units', () => {
  it('adds levels by their power', () => {
    expect(sumDb(60, 60)).toBeCloseTo(63.0103, 4);
    expect(sumDb(90, 40)).toBeCloseTo(90, 3);
    expect(toDb(fromDb(-37.2))).toBeCloseTo(-37.2, 10);
  });

  it('turns angles round and back', () => {
    expect(degToRad(180)).toBeCloseTo(Math.PI, 12);
    expect(radToDeg(degToRad(12.5))).toBeCloseTo(12.5, 12);
  });

  it.each([
    [LENGTH.imperial, 10, 32.8084],
    [SPEED.metric, 1.5, 5.4],
    [SPEED.imperial, 1.5, 3.3554],
    [TEMPERATURE.imperial, 17.5, 63.5],
  ])('shows what people read, and reads it back', (quantity, si, shown) => {
    expect(quantity.show(si)).toBeCloseTo(shown, 4);
    expect(quantity.read(quantity.show(si))).toBeCloseTo(si, 10);
  });

  it('never prints NaN, and prints a true minus sign', () => {
    expect(formatNumber(NaN)).toBe('–');
    expect(format(LENGTH.metric, Infinity)).toBe('– m');
    expect(formatNumber(-3.25, 1)).toBe('−3.3');
    expect(formatNumber(-0.01, 1)).toBe('0.0');
    expect(formatClock(NaN)).toBe('–');
    expect(formatClock(134.9)).toBe('2:14');
  });
});
