import { z } from 'zod';
import { degToRad } from '../units/angle';
import { headingSchema, positionSchema, targetIdSchema } from './common';
import { FIBRE } from './materials';
import { drifting } from './motion';
import { bearing, halfEllipsoid } from './primitives';
import type { TargetKind } from './scatterers';
import { wakeBubbles } from './wake';

const passingBoatSchema = z.object({
  id: targetIdSchema,
  kind: z.literal('passingBoat'),
  /** Where it is as the pass begins. */
  ...positionSchema,
  headingDeg: headingSchema,
  speedMps: z.number().min(0.2).max(20).default(2.5),
  lengthM: z.number().min(2).max(30).default(6),
  beamM: z.number().min(0.8).max(8).default(2.2),
  draftM: z.number().min(0.1).max(2.5).default(0.4),
  /** The trail that still shows behind it. */
  wakeLengthM: z.number().min(2).max(200).default(60),
  /** How far down the propeller drives its bubbles. */
  wakeDepthM: z.number().min(0.2).max(6).default(2.4),
  /** Its own sounder, heard by one of nearly the same frequency. */
  sounder: z
    .object({
      frequencyHz: z.number().min(10_000).max(2_000_000).default(200_000),
      repetitionHz: z.number().min(0.1).max(100).default(8.3),
      pulseLengthS: z.number().min(0.00002).max(0.01).default(0.0003),
      /** Out to its side, below its main lobe; dB re 1 µPa at 1 m. */
      sideLevelDb: z.number().min(100).max(230).default(190),
    })
    .nullable()
    .default({ frequencyHz: 200_000, repetitionHz: 8.3, pulseLengthS: 0.0003, sideLevelDb: 190 }),
});

const POINTS_PER_M2 = 10;
/** Right behind the propeller they are many more than in a trail that is left. */
const FRESH_BUBBLES_A_POINT = 60;

/** Another boat under way: its hull, its trail, and what its sounder sends out (core/sounding/disturbance.ts). */
export const passingBoat: TargetKind<typeof passingBoatSchema> = {
  put: { words: 'Boat under way', as: {} },
  schema: passingBoatSchema,
  label: 'clutter',
  describe: ({ lengthM, speedMps, sounder }) =>
    `boat under way, ${lengthM.toFixed(1)} m, ${speedMps.toFixed(1)} m/s${sounder ? ', its sounder on' : ''}`,
  motion: ({ headingDeg, speedMps }) => drifting(degToRad(headingDeg), speedMps),
  scatter: (boat, medium, random) => {
    const along = bearing(degToRad(boat.headingDeg));
    const behindM = (boat.lengthM + boat.wakeLengthM) / 2;
    const hull = halfEllipsoid(
      { xM: boat.xM, yM: boat.yM, depthM: 0 },
      [boat.lengthM / 2, boat.beamM / 2, boat.draftM],
      along,
      -1,
      FIBRE,
      POINTS_PER_M2,
      random,
    );
    // The trail goes along with its boat: what has risen at its end is new behind the propeller.
    const trail = wakeBubbles(
      {
        xM: boat.xM - behindM * along.east,
        yM: boat.yM - behindM * along.north,
        lengthM: boat.wakeLengthM,
        widthM: boat.beamM,
        depthM: boat.wakeDepthM,
        headingDeg: boat.headingDeg,
      },
      medium,
      random,
      FRESH_BUBBLES_A_POINT,
    );
    return [...hull, ...trail];
  },
};
