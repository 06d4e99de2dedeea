/** What a user notes about a water: marks, lines, spots fished, and the boat they sail. */
import { z } from 'zod';
import { EVIDENCE } from '../reading/evidence';
import { passDraftSchema } from '../planning';
import { INSTRUMENTS, rigSchema } from '../sounding';
import { dayChoiceSchema, OWN_DAY } from '../waters';

export const MARK_SYMBOLS = [
  'fish',
  'bait',
  'wood',
  'rock',
  'weed',
  'built',
  'launch',
  'hazard',
  'other',
] as const;
export type MarkSymbol = (typeof MARK_SYMBOLS)[number];

/** Covariance of a place, m²: east–east, east–north, north–north. */
const covarianceSchema = z.tuple([z.number().min(0), z.number(), z.number().min(0)]);

/** One look at a thing: where it was placed from one screen, and how well. */
const sightingSchema = z.object({
  from: z.enum([...INSTRUMENTS, 'chart', 'file']),
  atMs: z.number().min(0),
  screenId: z.string().nullable().default(null),
  /** Where the boat was; null when the place was not seen from a boat. */
  boat: z
    .object({ xM: z.number(), yM: z.number(), headingDeg: z.number() })
    .nullable()
    .default(null),
  slantM: z.number().min(0).nullable().default(null),
  xM: z.number(),
  yM: z.number(),
  covarianceM2: covarianceSchema,
});
export type Sighting = z.infer<typeof sightingSchema>;

export const markShape = {
  waterId: z.string().min(1).max(64),
  name: z.string().trim().min(1).max(80),
  symbol: z.enum(MARK_SYMBOLS),
  note: z.string().max(2000),
  xM: z.number(),
  yM: z.number(),
  depthM: z.number().min(0).max(500).nullable(),
  covarianceM2: covarianceSchema,
  sightings: z.array(sightingSchema).min(1).max(50),
};

export const LINE_KINDS = [
  'road',
  'wall',
  'break',
  'channel',
  'weedEdge',
  'track',
  'other',
] as const;
export type LineKind = (typeof LINE_KINDS)[number];

export const lineShape = {
  waterId: z.string().min(1).max(64),
  name: z.string().trim().min(1).max(80),
  kind: z.enum(LINE_KINDS),
  note: z.string().max(2000),
  pointsM: z
    .array(z.object({ x: z.number(), y: z.number() }))
    .min(2)
    .max(5000),
};

/** One entry of the spot log: what it looked like, what it turned out to be, what it cost in time. */
export const spotShape = {
  waterId: z.string().min(1).max(64),
  markId: z.string().max(64).nullable(),
  name: z.string().trim().min(1).max(80),
  dateMs: z.number().min(0),
  depthM: z.number().min(0).max(500).nullable(),
  temperatureC: z.number().min(-5).max(45).nullable(),
  settings: z.string().max(400),
  lookedLike: z.string().max(1000),
  turnedOut: z.string().max(1000),
  evidence: z.enum(EVIDENCE).nullable(),
  minutes: z.number().min(0).max(1440),
  /** When the timer was last started; null when it stands. */
  timerFromMs: z.number().min(0).nullable(),
  screenIds: z.array(z.string().max(64)).max(50),
};

/** The boat, and what is fitted to it. */
export const boatShape = {
  name: z.string().trim().min(1).max(60),
  lengthM: z.number().min(2).max(20),
  beamM: z.number().min(0.6).max(6),
  draftM: z.number().min(0.05).max(3),
  /** Water wanted under the keel. */
  marginM: z.number().min(0).max(10),
  mountSide: z.enum(['port', 'middle', 'starboard']),
  rig: rigSchema,
  fitted: z.array(z.enum(INSTRUMENTS)).min(1).max(5),
};

const pointSchema = z.object({ x: z.number(), y: z.number() });

/** How the chart of a water was left: what it shows, its level, and the pass being planned. */
export const chartShape = {
  stepM: z.number().min(0.1).max(50),
  shading: z.enum(['depth', 'steepness']),
  /** Depth measured at a place against the charted one; the offset follows. */
  launch: z.object({ at: pointSchema, measuredM: z.number().min(0).max(500) }).nullable(),
  unsafeShown: z.boolean(),
  band: z.object({
    shown: z.boolean(),
    targetM: z.number().min(0).max(500),
    toleranceM: z.number().min(0.1).max(100),
  }),
  up: z.enum(['north', 'heading']),
  /** On which of the water's days one works, at the chart and at the bench. */
  day: dayChoiceSchema.default(OWN_DAY),
  draft: passDraftSchema.nullable(),
};

const MINUTE_MS = 60_000;
/** Half an hour before it is judged, an hour before one moves on. */
export const GIVE_IT_MIN = 30;
export const MOVE_ON_MIN = 60;

/** Minutes given to a spot, a running clock included. */
export const spotMinutes = (
  spot: { minutes: number; timerFromMs: number | null },
  nowMs: number,
): number =>
  spot.minutes +
  (spot.timerFromMs === null ? 0 : Math.max(0, nowMs - spot.timerFromMs) / MINUTE_MS);
