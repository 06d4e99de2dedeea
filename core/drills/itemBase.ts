/** What every question, answer and grade has in common. */
import { z } from 'zod';
import type { TruthRegion } from '../reading';
import type { RandomSource } from '../random';
import type { WaterContent } from '../waters';
import type { UnitSystem } from '../units';
import type { DrillScreen } from './drillScreen';
import { type ScreenRef, screenRefSchema } from './recipe';
import { SKILL_IDS, type SkillId } from './skills';

export const itemBase = {
  id: z.string().min(1).max(300),
  /** None where the question is about a chart. */
  screens: z.array(screenRefSchema).max(4),
  /** What it trains. */
  skill: z.enum(SKILL_IDS),
  /** On the scale of ability: 0 is hard for a middling reader, one step more is a class harder. */
  difficulty: z.number().min(-4).max(4),
};

/** How sure, in five steps; the numbers are chances of being right. */
export const CONFIDENCE_STEPS = ['guess', 'unsure', 'fairly', 'sure', 'certain'] as const;
export type Confidence = (typeof CONFIDENCE_STEPS)[number];

export const answerBase = {
  confidence: z.enum(CONFIDENCE_STEPS),
  committedAtMs: z.number(),
  /** From the screen standing there to the commit. */
  tookMs: z.number().min(0).default(0),
};

/** For an answer that only asks what would be said of it. */
export const CERTAIN = { confidence: 'certain', committedAtMs: 0, tookMs: 0 } as const;

export const CHOICE_LETTERS = ['A', 'B', 'C', 'D'];

/** An answer without how sure one is, and when it was given. */
export type Given<Answer> = Answer extends unknown ? Omit<Answer, keyof typeof answerBase> : never;

/** One of those there are to choose from. */
export interface Choice<Answer> {
  text: string;
  given: Given<Answer>;
}

export const counted = (count: number, one: string, many: string) =>
  `${count} ${count === 1 ? one : many}`;

export const gradeBase = {
  right: z.boolean(),
  /** 0–1; what stands between wrong and right. */
  score: z.number().min(0).max(1),
};

/** What a question is graded against. */
export interface Ground {
  screens: DrillScreen[];
  /** Under the screens, or of the chart that is asked about; null where it is not here. */
  water: WaterContent | null;
}

/** How a line of feedback is drawn; line style tells as much as colour does. */
export type ExplainLook = 'right' | 'missed' | 'false' | 'hidden' | 'plain';

/** One line of feedback, and what it is about on the picture. */
export interface Explained {
  look: ExplainLook;
  title: string;
  text: string;
  /** Which of the item's screens. */
  screen: number;
  region: TruthRegion | null;
  /** The student's mark it is about. */
  mark: number | null;
}

export const line = (
  look: ExplainLook,
  title: string,
  text: string,
  about: Partial<Pick<Explained, 'screen' | 'region' | 'mark'>> = {},
): Explained => ({ look, title, text, screen: 0, region: null, mark: null, ...about });

export const CANNOT_TELL = 'It cannot be told from this picture';

/** What is said first of a question that its picture leaves open. */
export const openLine = (right: boolean, text: string, about: Parameters<typeof line>[3] = {}) =>
  line(
    right ? 'right' : 'missed',
    right ? 'Right: it cannot be told here' : CANNOT_TELL,
    text,
    about,
  );

export const sentence = (text: string) =>
  text === ''
    ? ''
    : `${text.charAt(0).toUpperCase()}${text.slice(1)}${/[.!?]$/.test(text) ? '' : '.'}`;

export interface Making {
  refs: ScreenRef[];
  ground: Ground;
  random: RandomSource;
  /** Which water `ground.water` is, where a question may be about its chart. */
  chart?: { waterId: string; waterMark: number };
}

interface Common {
  id: string;
  screens: ScreenRef[];
  skill: SkillId;
  difficulty: number;
}

/** The truth of a slip in a sum, where what was said tells what was done instead. */
export const THE_FORMULA = 'the formula';

/** What was there, and what was said to be. */
export interface Said {
  truth: string;
  said: string;
}

/** Marks set for what was there and for what was not. */
interface Detection {
  hits: readonly unknown[];
  missed: readonly unknown[];
  falseMarks: readonly { targetId: string }[];
  strays: readonly unknown[];
  notCounted: readonly unknown[];
  /** Look-alikes that could have been marked. */
  lookAlikes: number;
}

/** Error of one measurement as a share of the truth. */
export interface MeasureError {
  quantity: string;
  truthM: number;
  errorShare: number;
  right: boolean;
}

export interface Trials {
  naming?: Said[];
  sorting?: Said[];
  /** Taken for something else otherwise than by naming and sorting. */
  misread?: Said[];
  detection?: Detection;
  measured?: MeasureError;
  /** From the first sign to the press, s. */
  reactionsS?: number[];
}

/**
 * One sort of question: how it is made from screens whose truth is known, what it asks, how an answer is
 * graded, and what is said after it. Pure; the same input always gives the same.
 */
export interface ItemKind<Item extends Common, Answer, Grade> {
  /** As instructors choose it. */
  name: string;
  /** What it is made of: a screen, two of one place, a screen with something wrong, or a chart alone. */
  needs: readonly ('screen' | 'pair' | 'fault' | 'chart')[];
  /** Skills its questions are for; any where nothing is said. */
  trains?: readonly SkillId[];
  /** All fair questions of this sort that the screens give. */
  make(making: Making): Item[];
  ask(item: Item): string;
  /** @throws if the item's target is not in the truth of its screen */
  grade(item: Item, answer: Answer, ground: Ground): Grade;
  explain(item: Item, answer: Answer, grade: Grade, ground: Ground, units: UnitSystem): Explained[];
  /** What it points at, by the letter or number that is written on it; nothing where it points at nothing. */
  frames?(item: Item): { screen: number; targetId: string | null; badge: string }[];
  /**
   * An answer that was given without the truth, as one to the question itself: things by their own ids again, pings as they were.
   * Missing where the question cannot be asked without its truth.
   */
  unseal?(answer: Answer, sealed: { targetIds: Record<string, string>; firstPing: number }): Answer;
  /** Ways to answer by guessing; 0 where guessing gains nothing. */
  options(item: Item): number;
  /** What there is to choose from, where one chooses. */
  choices?(item: Item, ground: Pick<Ground, 'water'>, units: UnitSystem): Choice<Answer>[];
  /** What an answer says, where it is none of the choices. */
  said?(item: Item, answer: Given<Answer>, units: UnitSystem): string;
  /** What nothing can be objected to, where there is nothing to choose from. */
  right?(item: Item, ground: Ground): Given<Answer>;
  /** What an answer says of its reader beyond right and wrong. */
  trials?(item: Item, answer: Answer, grade: Grade): Trials;
}

/** Of echoes that can be seen at all, half stand out more than this. */
const MIDDLING_DB = 24;
const STEP_DB = 8;

/** How hard an echo is to read, from how far it stands out; `extra` for what else makes it harder. */
export function difficultyOfEcho({ signalToBackgroundDb }: TruthRegion, extra = 0): number {
  return clampDifficulty((MIDDLING_DB - signalToBackgroundDb) / STEP_DB + extra);
}

export const clampDifficulty = (difficulty: number) =>
  Math.round(100 * Math.min(3, Math.max(-3, Number.isFinite(difficulty) ? difficulty : 0))) / 100;
