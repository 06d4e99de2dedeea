/** A recorded screen: an echo or a picture of one, how it is shown, and what was really there. */
import { z } from 'zod';
import { viewSchema } from '../display';
import { SKILL_IDS } from '../drills/skills';
import { passRunSchema } from '../pass';
import {
  calibrationSchema,
  evidenceSchema,
  MAX_PICTURE_SIDE_PX,
  NO_TRUTH,
  pictureFrameSchema,
  REGION_LABELS,
  screenTruthSchema,
} from '../reading';
import { echogramInfoSchema, INSTRUMENTS, rigSchema, sounderSchema } from '../sounding';
import { targetSchema } from '../targets';
import { dayChoiceSchema } from '../waters';

const fileName = z.string().max(255);

const sourceSchema = z.discriminatedUnion('kind', [
  /** From the bench: everything that decides the echo is known. */
  z.object({
    kind: z.literal('simulated'),
    info: echogramInfoSchema,
    sounder: sounderSchema,
    rig: rigSchema,
    pass: passRunSchema,
    /** Of the water, where it was another than its own. */
    day: dayChoiceSchema.optional(),
  }),
  /** A picture of a screen; its echo follows from frame and calibration. */
  z.object({
    kind: z.literal('picture'),
    fileName,
    type: z.enum(['image/png', 'image/jpeg']),
    widthPx: z.int().min(1).max(MAX_PICTURE_SIDE_PX),
    heightPx: z.int().min(1).max(MAX_PICTURE_SIDE_PX),
    frame: pictureFrameSchema,
    calibration: calibrationSchema,
  }),
  /** Levels from a file. */
  z.object({
    kind: z.literal('log'),
    info: echogramInfoSchema,
    fileName,
    /** What the file did not say and was assumed. */
    assumed: z.array(z.string().max(300)).max(20),
  }),
  /** Levels heard from a sounder on the network. */
  z.object({ kind: z.literal('feed'), info: echogramInfoSchema, from: z.string().max(300) }),
]);
export type ScreenSource = z.infer<typeof sourceSchema>;

export const screenShape = {
  name: z.string().trim().min(1).max(120),
  notes: z.string().max(5000),
  /** Empty where the water is none of the workspace's. */
  waterId: z.string().max(64),
  waterName: z.string().max(120),
  passName: z.string().max(120),
  instrument: z.enum(INSTRUMENTS),
  source: sourceSchema,
  /** Of the file that holds the echo or the picture; versions of a screen share it. */
  echoId: z.string().regex(/^[\w-]{1,64}$/),
  firstPing: z.int().min(0),
  pingCount: z.int().min(1).max(20_000),
  view: viewSchema,
  truth: screenTruthSchema,
  evidence: evidenceSchema,
  /** "Nothing to catch here": what is there instead. Null where it is no such screen. */
  nothingHere: z.string().max(300).nullable(),
  tags: z.array(z.string().trim().min(1).max(40)).max(30),
  skills: z.array(z.enum(SKILL_IDS)).max(12),
  /** 1 easy – 5 hard; null until it is judged. */
  difficulty: z.int().min(1).max(5).nullable(),
  /** Sorts of things that can be seen, kept for finding; null until they are judged. */
  contents: z.array(z.enum(REGION_LABELS)).nullable(),
  /** What can be seen by name, kept for finding. */
  things: z.array(z.string().max(60)).max(60).default([]),
  /** Of screens recorded before version 4; later ones keep them in the echo file. */
  targets: z.array(targetSchema).max(2000).optional(),
};

type Fields = Record<string, unknown>;

/** Version 3 knew screens of the bench alone, each with an echo of its own. */
export function screenFromVersion3(screen: Fields): Fields {
  const { sounder, rig, pass, info, evidence, ...rest } = screen;
  return {
    ...rest,
    instrument: (info as Fields).instrument,
    source: { kind: 'simulated', info, sounder, rig, pass },
    echoId: screen.id,
    truth: NO_TRUTH,
    evidence: { kind: evidence },
    nothingHere: null,
    tags: [],
    skills: [],
    difficulty: null,
    contents: null,
  };
}
