/** How far a frequency sees a fish: the sonar equation over range. Source: Urick 1983. */
import { log10 } from '../numeric';
import { loveDorsalDb } from '../targets';
import { pistonDirectivityDb, pistonKa } from '../transducer';
import type { WaterColumn } from '../water';
import { type ConeTransducer, transducerPhysics } from './sounder';

/** An echo this much over the noise stands out of it, dB. */
export const STANDS_OUT_DB = 10;
const FARTHEST_M = 400;

export interface FishOverNoise {
  /** Level of the fish's echo on the axis at a range, dB re 1 µPa: SL − 40 log R − 2αR + TS. */
  echoDb: (rangeM: number) => number;
  /** In the receiver's band, behind its beam, dB re 1 µPa. */
  noiseDb: number;
  /** The farthest at which it still stands out, m; `FARTHEST_M` where it does so even there. */
  reachM: number;
}

/** A fish from above on the axis of a cone, against what is heard without it. */
export function fishOverNoise(
  transducer: ConeTransducer,
  water: WaterColumn,
  fishLengthM: number,
  speedMps: number,
): FishOverNoise {
  const directivityDb = pistonDirectivityDb(pistonKa(transducer.beamwidthDeg));
  const { sourceLevelDb, absorptionDbPerM, noiseLevelDb } = transducerPhysics(
    transducer,
    water,
    10,
    directivityDb,
  );
  const strengthDb = loveDorsalDb(fishLengthM, transducer.frequencyHz);
  const echoDb = (rangeM: number) =>
    sourceLevelDb - 40 * log10(Math.max(0.1, rangeM)) - 2 * absorptionDbPerM * rangeM + strengthDb;
  const noiseDb = noiseLevelDb(speedMps);
  // The level falls with range, so halving finds where it meets the threshold.
  let [near, far] = [0.1, FARTHEST_M];
  if (echoDb(far) < noiseDb + STANDS_OUT_DB) {
    for (let i = 0; i < 40; i++) {
      const middle = (near + far) / 2;
      if (echoDb(middle) >= noiseDb + STANDS_OUT_DB) near = middle;
      else far = middle;
    }
  }
  return { echoDb, noiseDb, reachM: far };
}
