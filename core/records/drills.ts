/** Drills, the goes at them, and lessons, as they are stored. */
import { z } from 'zod';
import { answerSchema, gradeSchema, ITEM_KINDS, itemSchema } from '../drills/items';
import { recipeSchema } from '../drills/recipe';
import { sealKeySchema } from '../drills/seal';
import { SKILL_IDS } from '../drills/skills';
import type { ControlId } from '../setup';

const timeMs = z.number().min(0);
const name = z.string().trim().min(1).max(120);

/** When the truth is shown: after each answer, at the end, or by the instructor alone. */
export const FEEDBACKS = ['each', 'end', 'never'] as const;
export type Feedback = (typeof FEEDBACKS)[number];

const rulesShape = {
  feedback: z.enum(FEEDBACKS),
  /** Null: as long as one likes. */
  secondsPerItem: z.number().min(5).max(3600).nullable(),
  /** Mean score that passes; null: there is nothing to pass. */
  passShare: z.number().min(0).max(1).nullable(),
};

export const drillShape = {
  name,
  note: z.string().max(2000),
  items: z.array(itemSchema).max(500),
  order: z.enum(['written', 'shuffled']),
  /** The drill of which it is another form: as many of each sort, other pictures. */
  parallelOf: z.string().max(64).optional(),
  ...rulesShape,
};

/** What an exam is graded by; its record bears the id of the drill that was handed out. */
export const examKeyShape = {
  /** As students see it. */
  name,
  /** The drill it was made of. */
  drillId: z.string().max(64),
  drillName: name,
  keys: z.array(sealKeySchema).max(500),
};

const answeredSchema = z.object({
  itemId: z.string(),
  /** Null where the time ran out, or the screen is gone. */
  answer: answerSchema.nullable(),
  /** Null in an exam, too: it is graded where its key is. */
  grade: gradeSchema.nullable(),
  without: z.enum(['timeOut', 'lost']).nullable().default(null),
});
export type StoredAnswer = z.infer<typeof answeredSchema>;

/** One go at a drill, a practice or a lesson's questions: what is asked, and what was answered so far. */
export const attemptShape = {
  drillName: z.string().max(120),
  /** Whose it is where several sit at one browser; empty where nobody has said. */
  alias: z.string().max(80).default(''),
  mode: z.enum(['practice', 'drill', 'lesson', 'placement']),
  drillId: z.string().max(64).nullable(),
  lessonId: z.string().max(64).nullable(),
  seed: z.int(),
  /** Questions it is to have; a practice makes them one by one. */
  length: z.int().min(1).max(500),
  items: z.array(itemSchema).min(1).max(500),
  answers: z.array(answeredSchema).max(500),
  ...rulesShape,
  /** Which question stands on the screen; behind the last one stands the summary. */
  at: z.int().min(0).max(500),
  /** What was begun of the question on the screen. */
  draft: z
    .object({
      itemId: z.string(),
      state: z.record(z.string(), z.unknown()),
      /** Time already spent on it. */
      spentMs: z.number().min(0),
    })
    .nullable(),
  finishedAtMs: timeMs.nullable(),
};

const stepBase = { id: z.string().min(1).max(64), title: name, text: z.string().max(6000) };

/** A picture drawn anew from its recipe. */
export const plateSchema = z.object({
  recipe: recipeSchema,
  /** Of the water it was made over; a plate without is of a shipped water. */
  waterMark: z.int().min(0).optional(),
  caption: z.string().max(300).default(''),
  /** What is there is outlined and named. */
  revealed: z.boolean().default(false),
});
export type Plate = z.infer<typeof plateSchema>;

export const stepSchema = z.discriminatedUnion('kind', [
  /** Look: one picture, or two side by side. */
  z.object({ ...stepBase, kind: z.literal('show'), plates: z.array(plateSchema).max(2) }),
  /** Do: a picture with some controls to move. */
  z.object({
    ...stepBase,
    kind: z.literal('try'),
    plate: plateSchema,
    /** Those of a newer version are passed over. */
    controls: z
      .array(z.custom<ControlId>((id) => typeof id === 'string' && id.length <= 40))
      .max(8),
  }),
  /** Answer: questions made anew each time, or chosen ones. */
  z.object({
    ...stepBase,
    kind: z.literal('ask'),
    items: z.array(itemSchema).max(50),
    make: z
      .object({
        skills: z.array(z.enum(SKILL_IDS)).min(1).max(8),
        kinds: z.array(z.enum(ITEM_KINDS)).max(ITEM_KINDS.length),
        count: z.int().min(1).max(30),
        difficulty: z.object({ from: z.number(), to: z.number() }).nullable(),
      })
      .nullable(),
  }),
]);
export type LessonStep = z.infer<typeof stepSchema>;

export const lessonShape = {
  name,
  summary: z.string().max(600),
  minutes: z.int().min(1).max(120),
  skills: z.array(z.enum(SKILL_IDS)).max(8),
  steps: z.array(stepSchema).max(40),
};

type Fields = Record<string, unknown>;

const SKILL_V1: Record<string, string> = { tapAll: 'archAndSpeed', whatIsThis: 'archAndSpeed' };

/** Version 1 asked about library screens only, two kinds, and marked answers by their order. */
export function attemptFromVersion1(attempt: Fields): Fields {
  const items = (attempt.items as Fields[]).map(({ screenId, ...item }): Fields => ({
    ...item,
    screens: [{ from: 'library', screenId }],
    skill: SKILL_V1[String(item.kind)] ?? 'archAndSpeed',
    difficulty: 0,
  }));
  const answers = (attempt.answers as { answer: Fields; grade: Fields }[]).map(
    ({ answer, grade }, i) => {
      const count = (key: string) => ((grade[key] as unknown[] | undefined) ?? []).length;
      const all = count('hits') + count('missed') + count('falseMarks') + count('strays');
      const score = grade.right ? 1 : grade.kind === 'tapAll' && all > 0 ? count('hits') / all : 0;
      return {
        itemId: items[i].id,
        answer: { ...answer, tookMs: 0 },
        grade: { ...grade, score },
        without: null,
      };
    },
  );
  return {
    ...attempt,
    mode: 'drill',
    drillId: null,
    lessonId: null,
    length: items.length,
    items,
    answers,
    feedback: 'each',
    secondsPerItem: null,
    passShare: null,
    at: answers.length,
    draft: null,
  };
}
