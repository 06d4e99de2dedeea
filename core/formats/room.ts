/** What a room's pages and the server that relays between them say to each other. */
import { z } from 'zod';
import { answerSchema } from '../drills/items';
import { REGION_LABELS } from '../reading';

/** Letters and digits that are not taken for one another when read aloud. */
export const CODE_LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
export const CODE_LENGTH = 6;
/** A question with its echo, packed; two screens of the side fans take a third of it. */
export const MOST_QUESTION_BYTES = 8_000_000;
export const MOST_STUDENTS = 100;

const code = z
  .string()
  .trim()
  .toUpperCase()
  .regex(new RegExp(`^[${CODE_LETTERS}]{${CODE_LENGTH}}$`), 'is no code of a room');
const key = z.string().min(16).max(64);
const round = z.int().min(1).max(10_000);

const rows = z.array(
  z.object({
    ping: z.int(),
    firstBin: z.int(),
    lastBin: z.int(),
    firstBeam: z.int(),
    lastBeam: z.int(),
  }),
);
const shownRegionSchema = z.object({
  channel: z.int().min(0).max(7),
  label: z.enum(REGION_LABELS),
  name: z.string().max(80),
  byShadow: z.boolean(),
  peak: z.object({ ping: z.number(), bin: z.number() }),
  outline: rows.max(1200),
  shadow: rows.max(1200),
});
export type ShownRegion = z.infer<typeof shownRegionSchema>;

const shownLineSchema = z.object({
  look: z.enum(['right', 'missed', 'false', 'hidden', 'plain']),
  title: z.string().max(300),
  text: z.string().max(3000),
  screen: z.int().min(0).max(3),
  mark: z.int().min(0).nullable(),
  /** Of the regions that all are shown. */
  region: z.string().max(64).nullable(),
});
export type ShownLine = z.infer<typeof shownLineSchema>;

const ownSchema = z.object({
  right: z.boolean(),
  score: z.number().min(0).max(1),
  lines: z.array(shownLineSchema).max(200),
});

/** The truth of a question as it is opened: what all see, and to each student what came of their own answer. */
export const openedTruthSchema = z.object({
  regions: z.record(z.string().max(64), shownRegionSchema),
  /** In words, for all. */
  words: z.string().max(2000),
  /** What would have been said of a right answer. */
  lines: z.array(shownLineSchema).max(200),
  own: z.record(z.string().max(16), ownSchema),
});
export type OpenedTruth = z.infer<typeof openedTruthSchema>;

/** What is asked of the server; each is answered at once. */
export const roomActSchema = z.discriminatedUnion('act', [
  z.object({ act: z.literal('open') }),
  z.object({ act: z.literal('join'), code, alias: z.string().trim().min(1).max(40) }),
  z.object({ act: z.literal('answer'), code, key, round, answer: answerSchema }),
  z.object({ act: z.literal('close'), code, key }),
  z.object({ act: z.literal('show'), code, key, truth: openedTruthSchema }),
  z.object({ act: z.literal('end'), code, key }),
]);
export type RoomAct = z.infer<typeof roomActSchema>;

/** Who listens, or fetches or brings a question. */
export const roomKeySchema = z.object({ code, key });
export const roomQuestionSchema = z.object({ code, key, round: z.coerce.number().pipe(round) });

export const openedRoomSchema = z.object({
  code: z.string(),
  key: z.string(),
  /** Where on the local network the server can be reached; empty where it listens to this machine only. */
  addresses: z.array(z.string()),
});
export const askedSchema = z.object({ round });
export const joinedRoomSchema = z.object({ key: z.string() });

/** Asked: answers are taken. Closed: no more are. Shown: the truth is open. */
const phase = z.enum(['waiting', 'asked', 'closed', 'shown', 'ended']);
export type RoomPhase = z.infer<typeof phase>;

export const hostStateSchema = z.object({
  phase,
  round: z.int(),
  students: z.array(
    z.object({
      id: z.string(),
      alias: z.string(),
      /** A page of theirs is listening. */
      isHere: z.boolean(),
      hasAnswered: z.boolean(),
    }),
  ),
});
export type HostState = z.infer<typeof hostStateSchema>;

export const roomAnswerSchema = z.object({
  round,
  studentId: z.string(),
  alias: z.string(),
  answer: answerSchema,
});
export type RoomAnswer = z.infer<typeof roomAnswerSchema>;

/** All that a student is ever told: nothing of others, and of the truth nothing before it is opened. */
export const studentStateSchema = z.object({
  phase,
  round: z.int(),
  alias: z.string(),
  /** Their own, once it is committed. */
  answer: answerSchema.nullable(),
  truth: openedTruthSchema.omit({ own: true }).nullable(),
  own: ownSchema.nullable(),
});
export type StudentState = z.infer<typeof studentStateSchema>;
