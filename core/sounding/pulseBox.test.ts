import { describe, expect, it } from 'vitest';
import { mean, powers } from '../../tests/fixtures/scene';
import type { Draws } from './groundSpeckle';
import { PulseBox } from './pulseBox';

const CELLS = 900;
const SILENT: { draws: () => Draws } = {
  draws: () => ({ tape: new Float32Array(2 * CELLS), start: 0 }),
};

/** Intensities of a row, one look. */
function detected(pulseCells: number, fill: { point?: number; spread?: number; seed?: number }) {
  const box = new PulseBox(CELLS, pulseCells);
  const spread = new Float64Array(CELLS).fill(box.spreadScale * (fill.spread ?? 0));
  const points = { re: new Float64Array(CELLS), im: new Float64Array(CELLS), lookStride: 0 };
  if (fill.point !== undefined) points.re[fill.point] = 1000;
  const levels = new Int16Array(CELLS);
  const nothing = new Float64Array(CELLS);
  const { seed = 1 } = fill;
  box.detect(spread, nothing, 0, points, 0, 1, SILENT, 0, seed, levels, 0);
  return powers(levels);
}

// Shorter than a cell, between whole ones, long, and longer than its kernel is kept.
const PULSES = [0.4, 1, 1.3, 2, 2.5, 3.7, 5, 8.2, 12.9, 20, 41.5, 90, 240];

describe('the pulse on a row', () => {
  it.each(PULSES)('of %f cells shows a point at its full level, with flanks', (pulseCells) => {
    const row = detected(pulseCells, { point: 400 });
    const top = Math.max(...row);
    expect(Math.abs(10 * Math.log10(top / 1e6))).toBeLessThan(0.02);
    // Σ g² is the energy of the plain pulse.
    const energy = row.reduce((sum, power) => sum + power, 0) / 1e6;
    expect(energy / Math.max(1, pulseCells)).toBeGreaterThan(0.99);
    expect(energy / Math.max(1, pulseCells)).toBeLessThan(1.01);
    // It rises before the place and falls after: half-way up where the plain pulse would begin.
    if (pulseCells >= 5) {
      const begin = row.findIndex((power) => power > 0.25 * top);
      expect(Math.abs(begin - 400)).toBeLessThanOrEqual(1 + 0.06 * pulseCells);
      expect(row.findIndex((power) => power > 0.001 * top)).toBeLessThan(400);
    }
  });
  it.each([0.4, 1, 2.5, 5, 12.9])('of %f cells holds one pulse of what is spread', (pulseCells) => {
    const means = Array.from({ length: 30 }, (_, seed) =>
      mean(detected(pulseCells, { spread: 100, seed }).slice(100, 800)),
    );
    expect(mean(means) / (100 * pulseCells)).toBeGreaterThan(0.95);
    expect(mean(means) / (100 * pulseCells)).toBeLessThan(1.05);
  });
  it('spreads mean energies as it does amplitudes', () => {
    const box = new PulseBox(CELLS, 6.4);
    const source = new Float64Array(CELLS);
    source[300] = 1;
    const through = new Float64Array(CELLS);
    box.spreadMeans(source, 0, through);
    const row = detected(6.4, { point: 300 });
    for (let i = 280; i < 330; i++) expect(through[i]).toBeCloseTo(row[i] / 1e6, 2);
  });
});
