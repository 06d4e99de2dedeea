import { z } from 'zod';
import {
  chirpBandSchema,
  coneBeamTable,
  type BeamTable,
  noiseBandwidthHz,
  pistonDirectivityDb,
  rangeCellM,
  relativeHalfBandwidth,
  sourceLevelDb,
} from '../transducer';
import {
  absorptionDbPerM,
  densityKgPerM3,
  noiseSpectrumDb,
  soundSpeedMps,
  temperatureAtC,
  type WaterColumn,
} from '../water';

export const coneSounderSchema = z.object({
  instrument: z.literal('cone'),
  /** Centre frequency; for a chirp, the middle of its band. */
  frequencyHz: z.number().min(25_000).max(300_000),
  chirp: chirpBandSchema.nullable(),
  /** One-way −3 dB full angle. */
  beamwidthDeg: z.number().min(8).max(60),
  /** Tilt of the mount, forward positive. */
  tiltDeg: z.number().min(-45).max(45).default(0),
  pulseLengthS: z.number().min(0.00002).max(0.005),
  acousticPowerW: z.number().min(0.1).max(2000),
  pingRateHz: z.number().min(0.2).max(60),
  rangeM: z.number().min(1).max(200),
  binCount: z.int().min(16).max(4096),
  noise: z.boolean().default(true),
  speckle: z.boolean().default(true),
  /** Independent receptions averaged before display, as sounders do to calm the picture. */
  looks: z.int().min(1).max(8).default(2),
});
export type ConeSounder = z.infer<typeof coneSounderSchema>;

/** Each further instrument adds its schema here. */
export const sounderSchema = z.discriminatedUnion('instrument', [coneSounderSchema]);
export type Sounder = z.infer<typeof sounderSchema>;

export const rigSchema = z.object({
  /** Depth of the transducer's face under the calm surface. */
  draftM: z.number().min(0).max(5).default(0.3),
});
export type Rig = z.infer<typeof rigSchema>;

const TRANSDUCER_EFFICIENCY = 0.5;
/** A plain receiver in a small boat's wiring; a laboratory's would be 6 dB. */
const RECEIVER_NOISE_FIGURE_DB = 26;

/** What follows from a sounder in a water before any ping is sent. */
export interface SounderPhysics {
  soundSpeedMps: number;
  absorptionDbPerM: number;
  sourceLevelDb: number;
  rangeStepM: number;
  rangeCellM: number;
  beam: BeamTable;
  /** Noise in the receiver's band behind the receiving beam, dB re 1 µPa, at a boat speed. */
  noiseLevelDb: (speedMps: number) => number;
}

/** Mean temperature from the surface to a depth, °C. */
function meanTemperatureC(water: WaterColumn, depthM: number): number {
  const steps = 40;
  let sum = 0;
  for (let i = 0; i < steps; i++) sum += temperatureAtC(water, ((i + 0.5) / steps) * depthM);
  return sum / steps;
}

/** @param columnDepthM depth over which temperature is averaged, normally the water's deepest place */
export function sounderPhysics(
  sounder: ConeSounder,
  water: WaterColumn,
  columnDepthM: number,
): SounderPhysics {
  const temperatureC = meanTemperatureC(water, columnDepthM);
  const speedMps = soundSpeedMps(temperatureC, water.salinityPsu);
  const pulse = { lengthS: sounder.pulseLengthS, chirp: sounder.chirp };
  const beam = coneBeamTable(
    sounder.beamwidthDeg,
    relativeHalfBandwidth(pulse, sounder.frequencyHz),
  );
  const directivityDb = pistonDirectivityDb(beam.pistonKa);
  return {
    soundSpeedMps: speedMps,
    absorptionDbPerM: absorptionDbPerM(sounder.frequencyHz, temperatureC, water.salinityPsu),
    sourceLevelDb: sourceLevelDb(
      sounder.acousticPowerW,
      directivityDb,
      densityKgPerM3(temperatureC, water.salinityPsu),
      speedMps,
    ),
    rangeStepM: sounder.rangeM / sounder.binCount,
    rangeCellM: rangeCellM(pulse, speedMps),
    beam,
    noiseLevelDb: (boatSpeedMps) =>
      noiseSpectrumDb({
        frequencyHz: sounder.frequencyHz,
        windMps: water.windMps,
        speedMps: boatSpeedMps,
        transducerEfficiency: TRANSDUCER_EFFICIENCY,
        receiverNoiseFigureDb: RECEIVER_NOISE_FIGURE_DB,
      }) +
      10 * Math.log10(noiseBandwidthHz(pulse)) -
      directivityDb,
  };
}

/** Most pings a second that a range allows, c/(2R): the next waits until the last has come back. */
export function maxPingRateHz(rangeM: number, soundSpeed: number): number {
  return soundSpeed / (2 * rangeM);
}
