import {
  facetBackscatter,
  lambertBackscatter,
  reflectionCoefficient,
  reliefSlope2,
  SEDIMENTS,
  tailDecayDbPerM,
  type FineBottom,
} from '../bottom';
import type { Material } from '../targets';
import { square } from '../numeric';
import { fromDb } from '../units/decibel';

export const BACKSCATTER_STEPS = 4096;
/** Of the facets' mean square slope, however much of it the relief takes. */
const LEAST_FACET_SHARE = 0.36;

/** Numbers from one sediment to the next in `backscatter`. */
export const SEDIMENT_STRIDE = 2 * (BACKSCATTER_STEPS + 2);

/** Backscattering of all sediments of a bottom, by their index there. */
export interface SedimentTables {
  /**
   * Linear, facet and Lambert part in turn: those of sediment k at `1 − cos χ = i / BACKSCATTER_STEPS`
   * lie at k · SEDIMENT_STRIDE + 2 i.
   */
  backscatter: Float32Array;
  /** Share of the volume echo that is left after one more cell of range; 0 where none enters. */
  tailKept: Float64Array;
}

/**
 * @param withRelief the surface's relief is walked over: its slopes are no longer the facets'
 * @param materials of what stands on the bottom: kinds after the sediments
 */
export function sedimentTables(
  { sediments }: Pick<FineBottom, 'sediments'>,
  frequencyHz: number,
  rangeStepM: number,
  withRelief = false,
  materials: readonly Material[] = [],
): SedimentTables {
  const kinds = sediments.length + materials.length;
  const backscatter = new Float32Array(kinds * SEDIMENT_STRIDE);
  const tailKept = new Float64Array(kinds);
  const fill = (kind: number, reflection: number, lambertMu: number, facetSlope: number) => {
    // Indexed by 1 − cos χ, which keeps the steep facet lobe finely sampled.
    const cosAt = (i: number) => Math.max(1e-6, 1 - i / BACKSCATTER_STEPS);
    for (let i = 0; i < BACKSCATTER_STEPS + 2; i++) {
      const at = kind * SEDIMENT_STRIDE + 2 * i;
      backscatter[at] = facetBackscatter(reflection, facetSlope, cosAt(i));
      backscatter[at + 1] = lambertBackscatter(lambertMu, cosAt(i));
    }
  };
  sediments.forEach((name, kind) => {
    const sediment = SEDIMENTS[name];
    const slope2 = square(sediment.rmsSlope);
    const facetSlope = withRelief
      ? Math.sqrt(Math.max(LEAST_FACET_SHARE * slope2, slope2 - reliefSlope2(name)))
      : sediment.rmsSlope;
    fill(kind, reflectionCoefficient(sediment), fromDb(sediment.lambertDb), facetSlope);
    const decayDbPerM = tailDecayDbPerM(sediment, frequencyHz);
    tailKept[kind] = Number.isFinite(decayDbPerM) ? fromDb(-decayDbPerM * rangeStepM) : 0;
  });
  materials.forEach(({ reflectionDb, lambertDb, rmsSlope }, i) => {
    fill(sediments.length + i, fromDb(reflectionDb / 2), fromDb(lambertDb), rmsSlope);
  });
  return { backscatter, tailKept };
}
