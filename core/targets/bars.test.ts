import { describe, expect, it } from 'vitest';
import { randomSource } from '../random';
import { scatterTarget, targetSchema } from './index';
import { CONCRETE, WOOD } from './materials';
import { barCrossSectionM2, cylinderCrossSectionM2 } from './primitives';
import type { Scatterer } from './scatterers';

const db = (power: number) => 10 * Math.log10(power);
const C = 1466;

/** Energy of all points of a thing as seen along a level direction, incoherently: Σ σ towards it. */
function seenFrom(points: Scatterer[], east: number, north: number): number {
  return points.reduce((sum, { amplitudeM, aspect, facing }) => {
    let share = 1;
    if (facing) share = Math.max(0, -(east * facing.east + north * facing.north)) ** 2;
    else if (aspect) {
      const level = Math.cos(aspect.tiltRad);
      const sinOff =
        (east * Math.sin(aspect.headingRad) + north * Math.cos(aspect.headingRad)) * level;
      const u = aspect.waveLength * sinOff;
      const lobe = u === 0 ? 1 : (Math.sin(u) / u) ** 2 * (1 - sinOff ** 2);
      share = Math.max(aspect.floor, lobe);
    }
    return sum + amplitudeM ** 2 * share;
  }, 0);
}

const pointsOf = (thing: object, frequencyHz: number) =>
  scatterTarget(
    targetSchema.parse({ id: 'a', xM: 0, yM: 0, ...thing }),
    { frequencyHz, soundSpeedMps: C, bottomDepthAtM: () => 8 },
    randomSource(3),
  );
const logDb = (radiusM: number, frequencyHz: number) =>
  db(seenFrom(pointsOf({ kind: 'log', lengthM: 4, radiusM, headingDeg: 0 }, frequencyHz), 1, 0));

describe('a bar', () => {
  it('mirrors as a smooth cylinder while it is thin, and scatters as a rough one when thick', () => {
    const wavelengthM = C / 200_000;
    const thin = barCrossSectionM2(0.004, 0.1, WOOD, wavelengthM);
    // a L²/2λ · |R|² · exp(−4k²h²), h = 0.182 mm.
    const k = (2 * Math.PI) / wavelengthM;
    const closed =
      ((0.004 * 0.01) / (2 * wavelengthM)) * 10 ** -0.9 * Math.exp(-4 * (k * 0.000_182) ** 2);
    expect(thin.mirrored).toBeCloseTo(closed, 9);
    const thick = barCrossSectionM2(0.5, 0.1, CONCRETE, wavelengthM);
    expect(thick.scattered).toBeCloseTo(10 ** -1.3 * (Math.PI / 2) * 0.05, 9);
    expect(thick.mirrored).toBeLessThan(1e-6 * thick.scattered);
  });
  it('thin against the wave scatters as Rayleigh says, and meets the geometric law at ka 0.52', () => {
    const wavelengthM = C / 200_000;
    const k = (2 * Math.PI) / wavelengthM;
    // Nylon of 0.3 mm: (¾ L (ka)²)².
    const line = 0.000_15;
    expect(cylinderCrossSectionM2(line, 0.1, wavelengthM)).toBeCloseTo(
      (0.75 * 0.1 * (k * line) ** 2) ** 2,
      12,
    );
    // Sixteen times weaker an octave lower.
    expect(
      db(cylinderCrossSectionM2(line, 0.1, wavelengthM)) -
        db(cylinderCrossSectionM2(line, 0.1, 2 * wavelengthM)),
    ).toBeCloseTo(12.04, 2);
    const meetM = (4 / (9 * Math.PI)) ** (1 / 3) / k;
    expect(k * meetM).toBeCloseTo(0.521, 3);
    const [under, over] = [0.999, 1.001].map((share) =>
      db(cylinderCrossSectionM2(share * meetM, 0.1, wavelengthM)),
    );
    expect(over - under).toBeLessThan(0.05);
  });
  it.each([50_000, 200_000, 455_000, 800_000, 1_100_000])(
    'grows with its radius without a step, at %i Hz',
    (frequencyHz) => {
      const radii = [0.03, 0.05, 0.08, 0.1, 0.12, 0.135, 0.145, 0.16, 0.2, 0.3];
      const levels = radii.map((radiusM) => logDb(radiusM, frequencyHz));
      radii.slice(1).forEach((radiusM, i) => {
        const perRadius = db(radiusM / radii[i]);
        // Never faster than the radius (and the scatter of a few dozen points), never a fall of note.
        expect(levels[i + 1] - levels[i]).toBeLessThan(perRadius + 1.5);
        expect(levels[i + 1] - levels[i]).toBeGreaterThan(-3.5);
      });
    },
  );
  it('of 4 m lies broadside at the levels found for wood at 800 kHz', () => {
    for (const [radiusM, level] of [
      [0.03, -23],
      [0.1, -18],
      [0.145, -16.6],
      [0.2, -15.2],
    ]) {
      expect(Math.abs(logDb(radiusM, 800_000) - level)).toBeLessThan(2);
    }
  });
  it('is a piling or a trunk by the same law', () => {
    const piling = (radiusM: number) =>
      db(
        seenFrom(
          pointsOf({ kind: 'piling', radiusM, topDepthM: 4, material: 'wood' }, 455_000),
          1,
          0,
        ),
      );
    expect(Math.abs(piling(0.135) - logDb(0.135, 455_000))).toBeLessThan(1.5);
    expect(Math.abs(piling(0.145) - piling(0.135))).toBeLessThan(1.5);
  });
});
