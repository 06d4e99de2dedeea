import type { Pose } from '../pass';
import { fromDb } from '../units/decibel';
import type { EchogramInfo, TruthCollector } from './echogram';

/** An instrument made ready for a scene: what every file of an instrument gives. */
export interface Sounding {
  info: EchogramInfo;
  /** Noise in a channel's band behind its receiving beam at a boat speed, dB re 1 µPa. */
  noiseLevelDb: (channel: number, speedMps: number) => number;
  /**
   * Computes one ping into `levelsCdb` from `offset` on, all rows of it, hundredths of dB re 1 µPa.
   * With a collector, adds a row of truth for each target and channel that put energy on the record.
   * @returns water depth straight under the boat, m from the surface
   */
  ping(
    pingNumber: number,
    pose: Pose,
    levelsCdb: Int16Array,
    offset: number,
    truth: TruthCollector | null,
  ): number;
}

/** Source intensity after absorption there and back, by cell, with two to spare; and its roots. */
export function attenuationTables(
  cells: number,
  rangeStepM: number,
  sourceLevelDb: number,
  absorptionDbPerM: number,
): { attenuated: Float64Array; sqrtAttenuated: Float64Array } {
  const source = fromDb(sourceLevelDb);
  const attenuated = Float64Array.from(
    { length: cells + 2 },
    (_, i) => source * fromDb(-2 * absorptionDbPerM * (i + 0.5) * rangeStepM),
  );
  return { attenuated, sqrtAttenuated: attenuated.map(Math.sqrt) };
}
