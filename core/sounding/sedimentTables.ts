import {
  facetBackscatter,
  lambertBackscatter,
  reflectionCoefficient,
  SEDIMENTS,
  tailDecayDbPerM,
  type FineBottom,
} from '../bottom';
import { fromDb } from '../units/decibel';

export const BACKSCATTER_STEPS = 4096;

/** Backscattering of one sediment, linear, at `index / BACKSCATTER_STEPS = 1 − cos χ`. */
export interface SedimentTable {
  facet: Float32Array;
  lambert: Float32Array;
  /** Share of the volume echo that is left after one more cell of range; 0 where none enters. */
  tailKept: number;
}

/** One table for each sediment of a bottom, by its index there. */
export function sedimentTables(
  fine: FineBottom,
  frequencyHz: number,
  rangeStepM: number,
): SedimentTable[] {
  return fine.sediments.map((name) => {
    const sediment = SEDIMENTS[name];
    const reflection = reflectionCoefficient(sediment);
    const lambertMu = fromDb(sediment.lambertDb);
    // Indexed by 1 − cos χ, which keeps the steep facet lobe finely sampled.
    const cosAt = (i: number) => Math.max(1e-6, 1 - i / BACKSCATTER_STEPS);
    const facet = new Float32Array(BACKSCATTER_STEPS + 2);
    const lambert = new Float32Array(BACKSCATTER_STEPS + 2);
    for (let i = 0; i < facet.length; i++) {
      facet[i] = facetBackscatter(reflection, sediment.rmsSlope, cosAt(i));
      lambert[i] = lambertBackscatter(lambertMu, cosAt(i));
    }
    const decayDbPerM = tailDecayDbPerM(sediment, frequencyHz);
    return {
      facet,
      lambert,
      tailKept: Number.isFinite(decayDbPerM) ? fromDb(-decayDbPerM * rangeStepM) : 0,
    };
  });
}
