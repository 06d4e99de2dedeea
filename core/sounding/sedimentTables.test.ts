import { describe, expect, it } from 'vitest';
import {
  bottomBackscatter,
  facetBackscatter,
  lambertBackscatter,
  reflectionCoefficient,
  SEDIMENT_NAMES,
  SEDIMENTS,
  tailDecayDbPerM,
} from '../bottom';
import { MATERIALS } from '../targets';
import { fromDb } from '../units/decibel';
import { BACKSCATTER_STEPS, SEDIMENT_STRIDE, sedimentTables } from './sedimentTables';

const FREQUENCY_HZ = 200_000;
const STEP_M = 0.02;
const fine = { sediments: [...SEDIMENT_NAMES] };
const tables = sedimentTables(fine, FREQUENCY_HZ, STEP_M, false, MATERIALS);
/** Facet and Lambert part of a kind, as the kernels look them up. */
function lookedUp({ backscatter }: typeof tables, kind: number, cosIncidence: number) {
  const steps = (1 - cosIncidence) * BACKSCATTER_STEPS;
  const [at, part] = [Math.floor(steps), steps - Math.floor(steps)];
  const entry = kind * SEDIMENT_STRIDE + 2 * at;
  const between = (i: number) =>
    backscatter[entry + i] + (backscatter[entry + i + 2] - backscatter[entry + i]) * part;
  return { facet: between(0), lambert: between(1) };
}
const COSINES = [1, 0.9993, 0.97, 0.8, 0.41, 0.07];

describe('the tables of sediments', () => {
  it.each(SEDIMENT_NAMES.map((name, kind) => [name, kind] as const))(
    'have the backscatter of %s at any incidence',
    (name, kind) => {
      for (const cosine of COSINES) {
        const { facet, lambert } = lookedUp(tables, kind, cosine);
        const exact = bottomBackscatter(SEDIMENTS[name], cosine);
        expect(Math.abs((facet + lambert) / exact - 1), `cos ${cosine}`).toBeLessThan(0.01);
      }
    },
  );

  it('keep of a volume echo what its decay leaves after one cell, and none of a surface', () => {
    SEDIMENT_NAMES.forEach((name, kind) => {
      const decay = tailDecayDbPerM(SEDIMENTS[name], FREQUENCY_HZ);
      const left = Number.isFinite(decay) ? fromDb(-decay * STEP_M) : 0;
      expect(tables.tailKept[kind], name).toBeCloseTo(left, 9);
    });
    expect(tables.tailKept[SEDIMENT_NAMES.indexOf('rock')]).toBe(0);
  });

  it('have what stands on the ground after them, as surfaces', () => {
    MATERIALS.forEach(({ reflectionDb, lambertDb, rmsSlope }, i) => {
      const kind = SEDIMENT_NAMES.length + i;
      expect(tables.tailKept[kind]).toBe(0);
      for (const cosine of COSINES) {
        const exact =
          facetBackscatter(fromDb(reflectionDb / 2), rmsSlope, cosine) +
          lambertBackscatter(fromDb(lambertDb), cosine);
        const { facet, lambert } = lookedUp(tables, kind, cosine);
        expect(Math.abs((facet + lambert) / exact - 1), `${i}, ${cosine}`).toBeLessThan(0.01);
      }
    });
  });

  it('leave to the relief the slopes that are walked over, and no more than that', () => {
    const walked = sedimentTables(fine, FREQUENCY_HZ, STEP_M, true);
    SEDIMENT_NAMES.forEach((name, kind) => {
      const [even, rough] = [tables, walked].map((one) => lookedUp(one, kind, 1));
      // Steeper on the mean: facets that are left lie flatter, so more of them mirror straight down.
      expect(rough.facet, name).toBeGreaterThan(even.facet);
      const flattest = facetBackscatter(
        reflectionCoefficient(SEDIMENTS[name]),
        0.599 * SEDIMENTS[name].rmsSlope,
        1,
      );
      expect(rough.facet, name).toBeLessThan(flattest);
      expect(rough.lambert, name).toBe(even.lambert);
    });
  });
});
