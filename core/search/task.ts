/**
 * A search as a task with a clock: a water, what is looked for, a boat, and so many minutes. What is done is kept as
 * a log of legs and marks; everything told at the end follows from that log and the water's truth.
 */
import { z } from 'zod';
import type { Recipe } from '../drills/recipe';
import { BOAT_SPEED_LIMITS_MPS, routeLengthM } from '../pass';
import { READING_LABELS, TARGET_KIND_NAMES } from '../targets';
import { dayChoiceSchema } from '../waters';

const pointSchema = z.object({ x: z.number(), y: z.number() });

export const SEARCH_INSTRUMENTS = ['cone', 'downFan', 'sideFans'] as const;
export type SearchInstrument = (typeof SEARCH_INSTRUMENTS)[number];

/** What counts as found: all of these kinds, or of this species, within the area. */
const wantedSchema = z.object({
  words: z.string().min(1).max(80),
  kinds: z.array(z.enum(TARGET_KIND_NAMES)).max(10).default([]),
  species: z.array(z.string().max(40)).max(10).default([]),
});

export const searchTaskSchema = z.object({
  id: z.string().regex(/^[\w-]{1,64}$/),
  name: z.string().trim().min(1).max(80),
  waterId: z.string().min(1).max(64),
  day: dayChoiceSchema,
  /** Why one is out here and what is to be found. */
  purpose: z.string().max(600),
  wanted: z.array(wantedSchema).min(1).max(5),
  /** Corners in order. */
  areaM: z.array(pointSchema).min(3).max(40),
  startM: pointSchema,
  minutes: z.number().min(5).max(240),
  /** What to do about it when it is over. */
  debrief: z.string().max(800).default(''),
});
export type SearchTask = z.infer<typeof searchTaskSchema>;

/** A straight or bent way sailed with one instrument. */
export const legSchema = z.object({
  routeM: z.array(pointSchema).min(2).max(50),
  instrument: z.enum(SEARCH_INSTRUMENTS),
  rangeM: z.number().min(4).max(60),
  speedMps: z.number().min(0.3).max(BOAT_SPEED_LIMITS_MPS.max),
});
export type Leg = z.infer<typeof legSchema>;

/** What a leg's record held of a thing; told only at the end. */
const sightingSchema = z.object({
  targetId: z.string().max(64),
  visible: z.boolean(),
});

export const sailedLegSchema = z.object({
  ...legSchema.shape,
  /** A second look at a mark, and not ground to be searched. */
  isVerifying: z.boolean().default(false),
  startMin: z.number().min(0),
  minutes: z.number().min(0),
  sightings: z.array(sightingSchema).max(2000),
});
export type SailedLeg = z.infer<typeof sailedLegSchema>;

export const searchMarkSchema = z.object({
  id: z.string().min(1).max(64),
  xM: z.number(),
  yM: z.number(),
  label: z.enum(READING_LABELS),
  atMin: z.number().min(0),
  /** On whose picture it was tapped, and where on it. */
  leg: z.int().min(0),
  spot: z
    .object({ channel: z.int().min(0), ping: z.number(), beam: z.number(), bin: z.number() })
    .nullable()
    .default(null),
});
export type SearchMark = z.infer<typeof searchMarkSchema>;

export interface SearchLog {
  legs: SailedLeg[];
  marks: SearchMark[];
}

/** To set the picture and settle on a line, min. */
const LEG_START_MIN = 0.5;
/** From the end of one leg to the start of the next, m/s. */
const BETWEEN_MPS = 3;
/** Enough for a fan to be continuous at a search's speed, few enough to keep a long leg. */
const PINGS_PER_S = 8;
/** Longer ones are sailed in two. */
export const LONGEST_LEG_M = 2500;

type Point = Leg['routeM'][number];

const apartM = (a: Point, b: Point) => Math.hypot(b.x - a.x, b.y - a.y);

/** As it is sailed, corners as arcs. */
export const legLengthM = ({ routeM }: Pick<Leg, 'routeM'>): number => routeLengthM(routeM);

/** What a leg costs a boat that lies at a place: the way there, a moment to begin, and the leg. */
export const legMinutes = (leg: Leg, from: Point): number =>
  LEG_START_MIN +
  apartM(from, leg.routeM[0]) / BETWEEN_MPS / 60 +
  legLengthM(leg) / leg.speedMps / 60;

/** Where the boat lies after what it has sailed. */
export const boatAt = (task: SearchTask, { legs }: SearchLog): Point =>
  legs.at(-1)?.routeM.at(-1) ?? task.startM;

export const minutesUsed = ({ legs }: SearchLog): number =>
  legs.reduce((sum, { minutes }) => sum + minutes, 0);

const PART_PINGS = 900;

/** The recipes of a leg's picture over the task's water, one after the other: it is sounded in parts. */
export function recipesOfLeg(task: SearchTask, leg: Leg, passId: string): Recipe[] {
  const durationS = legLengthM(leg) / leg.speedMps;
  const pings = Math.max(2, Math.floor(durationS * PINGS_PER_S));
  return Array.from({ length: Math.ceil(pings / PART_PINGS) }, (_, part) => {
    const end = Math.min(pings, (part + 1) * PART_PINGS);
    return {
      waterId: task.waterId,
      passId,
      routeM: leg.routeM,
      day: task.day,
      instrument: leg.instrument,
      speedMps: leg.speedMps,
      rangeM: leg.rangeM,
      pingRateHz: PINGS_PER_S,
      endS: end / PINGS_PER_S,
      pings: end - part * PART_PINGS,
    };
  });
}
