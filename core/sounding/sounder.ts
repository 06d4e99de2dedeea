import { z } from 'zod';
import {
  chirpBandSchema,
  noiseBandwidthHz,
  type Pulse,
  rangeCellM,
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
import { log10 } from '../numeric';

/** What every transducer states. */
const transducerShape = {
  /** Compressed or not, the pulse that is sent. */
  chirp: chirpBandSchema.nullable(),
  pulseLengthS: z.number().min(0.00002).max(0.005),
  acousticPowerW: z.number().min(0.1).max(2000),
};

/** What every receiver states. */
const receiverShape = {
  /** Tilt of the transducer, forward positive; the mount's own tilt is added. */
  tiltDeg: z.number().min(-45).max(45).default(0),
  pingRateHz: z.number().min(0.2).max(60),
  rangeM: z.number().min(1).max(200),
  binCount: z.int().min(16).max(4096),
  noise: z.boolean().default(true),
  speckle: z.boolean().default(true),
  /** Independent receptions averaged before display, as sounders do to calm the picture. */
  looks: z.int().min(1).max(8).default(2),
};

const coneShape = {
  ...transducerShape,
  /** Centre frequency; for a chirp, the middle of its band. */
  frequencyHz: z.number().min(25_000).max(300_000),
  /** One-way −3 dB full angle. */
  beamwidthDeg: z.number().min(8).max(60),
};
const coneTransducerSchema = z.object(coneShape);
export type ConeTransducer = z.infer<typeof coneTransducerSchema>;

const secondShape = {
  /** A second frequency or beam, sent with every ping and drawn as a channel of its own. */
  second: coneTransducerSchema.nullable().default(null),
};

export const coneSounderSchema = z.object({
  instrument: z.literal('cone'),
  ...coneShape,
  ...receiverShape,
  ...secondShape,
});
export type ConeSounder = z.infer<typeof coneSounderSchema>;

/** The cone over a fixed point: through the ice, at anchor, from a pier. */
export const columnSounderSchema = z.object({
  instrument: z.literal('column'),
  ...coneShape,
  ...receiverShape,
  ...secondShape,
});
export type ColumnSounder = z.infer<typeof columnSounderSchema>;

const fanShape = {
  ...transducerShape,
  frequencyHz: z.number().min(200_000).max(1_500_000),
  /** Along the track, one-way −3 dB full angle. */
  beamwidthDeg: z.number().min(0.3).max(6),
  /** Across the track. */
  acrossBeamwidthDeg: z.number().min(15).max(90).default(50),
  ...receiverShape,
  looks: receiverShape.looks.default(3),
};

export const downFanSounderSchema = z.object({ instrument: z.literal('downFan'), ...fanShape });
export type DownFanSounder = z.infer<typeof downFanSounderSchema>;

export const sideFansSounderSchema = z.object({
  instrument: z.literal('sideFans'),
  ...fanShape,
  /** Axis of each fan below horizontal. */
  depressionDeg: z.number().min(5).max(80).default(30),
  sides: z.enum(['both', 'port', 'starboard']).default('both'),
});
export type SideFansSounder = z.infer<typeof sideFansSounderSchema>;

export const sectorSounderSchema = z
  .object({
    instrument: z.literal('sector'),
    ...transducerShape,
    frequencyHz: z.number().min(200_000).max(1_500_000),
    /** Of one receiving beam, in the plane of the sector. */
    beamwidthDeg: z.number().min(0.5).max(6).default(1.6),
    /** Thickness of the sector, square to its plane. */
    acrossBeamwidthDeg: z.number().min(6).max(40).default(18),
    beamCount: z.int().min(16).max(200).default(100),
    spanDeg: z.number().min(60).max(140).default(120),
    /** Middle of the sector from straight down, in the direction the mount points. */
    aimDeg: z.number().min(-90).max(90).default(0),
    /** Where the mount points, clockwise from the bow. */
    bearingDeg: z.number().min(-180).max(180).default(0),
    ...receiverShape,
    looks: receiverShape.looks.default(1),
  })
  .superRefine((sounder, context) => {
    if (sounder.binCount * sounder.beamCount > 160_000) {
      context.addIssue({
        code: 'custom',
        path: ['binCount'],
        message: 'beams × cells may not exceed 160,000',
      });
    }
  });
export type SectorSounder = z.infer<typeof sectorSounderSchema>;

export const sounderSchema = z.discriminatedUnion('instrument', [
  coneSounderSchema,
  columnSounderSchema,
  downFanSounderSchema,
  sideFansSounderSchema,
  sectorSounderSchema,
]);
export type Sounder = z.infer<typeof sounderSchema>;

const TRANSDUCER_EFFICIENCY = 0.5;
/** A plain receiver in a small boat's wiring; a laboratory's would be 6 dB. */
const PLAIN_NOISE_FIGURE_DB = 26;
/** Of a set that forms pictures: its amplifiers sit at the elements. */
export const IMAGING_NOISE_FIGURE_DB = 14;

/** What follows from a transducer in a water before any ping is sent. */
export interface TransducerPhysics {
  frequencyHz: number;
  soundSpeedMps: number;
  absorptionDbPerM: number;
  sourceLevelDb: number;
  rangeCellM: number;
  pulse: Pulse;
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

/**
 * @param columnDepthM depth over which temperature is averaged, normally the water's deepest place
 * @param sendDirectivityDb directivity index of the sending beam, dB
 * @param receiveDirectivityDb that of the receiving beam; the same unless the sounder forms its own
 */
export function transducerPhysics(
  transducer: Pick<ConeTransducer, 'frequencyHz' | 'chirp' | 'pulseLengthS' | 'acousticPowerW'>,
  water: WaterColumn,
  columnDepthM: number,
  sendDirectivityDb: number,
  receiveDirectivityDb = sendDirectivityDb,
  receiverNoiseFigureDb = PLAIN_NOISE_FIGURE_DB,
): TransducerPhysics {
  const temperatureC = meanTemperatureC(water, columnDepthM);
  const speedMps = soundSpeedMps(temperatureC, water.salinityPsu);
  const { frequencyHz } = transducer;
  const pulse = { lengthS: transducer.pulseLengthS, chirp: transducer.chirp };
  return {
    frequencyHz,
    soundSpeedMps: speedMps,
    absorptionDbPerM: absorptionDbPerM(frequencyHz, temperatureC, water.salinityPsu),
    sourceLevelDb: sourceLevelDb(
      transducer.acousticPowerW,
      sendDirectivityDb,
      densityKgPerM3(temperatureC, water.salinityPsu),
      speedMps,
    ),
    rangeCellM: rangeCellM(pulse, speedMps),
    pulse,
    noiseLevelDb: (boatSpeedMps) =>
      noiseSpectrumDb({
        frequencyHz,
        windMps: water.windMps,
        speedMps: boatSpeedMps,
        transducerEfficiency: TRANSDUCER_EFFICIENCY,
        receiverNoiseFigureDb,
      }) +
      10 * log10(noiseBandwidthHz(pulse)) -
      receiveDirectivityDb,
  };
}

/** Most pings a second that a range allows, c/(2R): the next waits until the last has come back. */
export function maxPingRateHz(rangeM: number, soundSpeed: number): number {
  return soundSpeed / (2 * rangeM);
}

/** Pings a second as asked for, or as many as the range allows. */
export function pingRateHz(
  sounder: { pingRateHz: number; rangeM: number },
  soundSpeed: number,
): number {
  return Math.min(sounder.pingRateHz, maxPingRateHz(sounder.rangeM, soundSpeed));
}
