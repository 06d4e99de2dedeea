/** Questions, answers and grades, as they are stored. */
import { z } from 'zod';
import { REGION_LABELS } from '../reading/labels';

const readingLabel = z.enum(REGION_LABELS);
const itemBase = { id: z.string().min(1), screenId: z.string().min(1) };

export const itemSchema = z.discriminatedUnion('kind', [
  /** Tap every mark of one sort; "nothing here" is an answer. */
  z.object({ ...itemBase, kind: z.literal('tapAll'), label: readingLabel }),
  /** Name one marked echo. */
  z.object({
    ...itemBase,
    kind: z.literal('whatIsThis'),
    targetId: z.string().min(1),
    options: z.array(readingLabel).min(2),
  }),
]);
export type Item = z.infer<typeof itemSchema>;

/** How sure, in five steps; the numbers are chances of being right. */
export const CONFIDENCE_STEPS = ['guess', 'unsure', 'fairly', 'sure', 'certain'] as const;
export type Confidence = (typeof CONFIDENCE_STEPS)[number];

const markSchema = z.object({ ping: z.number(), bin: z.number() });
export type Mark = z.infer<typeof markSchema>;

const answerBase = { confidence: z.enum(CONFIDENCE_STEPS), committedAtMs: z.number() };

export const answerSchema = z.discriminatedUnion('kind', [
  z.object({
    ...answerBase,
    kind: z.literal('tapAll'),
    marks: z.array(markSchema).max(500),
    /** How far a tap may miss, from the scale of the picture it was made on. */
    tolerance: z.object({ pings: z.number().min(0), bins: z.number().min(0) }),
  }),
  z.object({ ...answerBase, kind: z.literal('whatIsThis'), label: readingLabel }),
]);
export type Answer = z.infer<typeof answerSchema>;

export const gradeSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('tapAll'),
    right: z.boolean(),
    hits: z.array(z.object({ targetId: z.string(), mark: z.int() })),
    missed: z.array(z.string()),
    /** Marks on a look-alike that could be seen. */
    falseMarks: z.array(z.object({ targetId: z.string(), mark: z.int() })),
    /** Marks on nothing: shown, but no trial. */
    strays: z.array(z.int()),
    /** Asked for, but grown to the bottom or a further mark on the same one: neither helps nor hurts. */
    tolerated: z.array(z.object({ targetId: z.string(), mark: z.int() })),
    /** Asked for, but nobody could have seen it. */
    notCounted: z.array(z.string()),
    lookAlikes: z.int(),
  }),
  z.object({
    kind: z.literal('whatIsThis'),
    right: z.boolean(),
    truth: readingLabel,
    options: z.int(),
  }),
]);
export type Grade = z.infer<typeof gradeSchema>;
export type TapAllGrade = Extract<Grade, { kind: 'tapAll' }>;
