/** Questions, answers and grades of all kinds, as they are stored, and the way from one to the next. */
import { z } from 'zod';
import type { UnitSystem } from '../units';
import type { Explained, Ground, ItemKind, Making } from './itemBase';
import { callLive, callLiveAnswer, callLiveGrade, callLiveItem } from './kinds/callLive';
import { measureAnswer, measureGrade, measureIt, measureItem } from './kinds/measure';
import { placeIt, placeItAnswer, placeItGrade, placeItItem } from './kinds/placeIt';
import { sortAnswer, sortGrade, sortItem, sortMarks } from './kinds/sort';
import { tapAll, tapAllAnswer, tapAllGrade, tapAllItem } from './kinds/tapAll';
import { whatIsThis, whatIsThisAnswer, whatIsThisGrade, whatIsThisItem } from './kinds/whatIsThis';
import {
  whatIsWrong,
  whatIsWrongAnswer,
  whatIsWrongGrade,
  whatIsWrongItem,
} from './kinds/whatIsWrong';
import { whereNext, whereNextAnswer, whereNextGrade, whereNextItem } from './kinds/whereNext';
import { whichIs, whichIsAnswer, whichIsGrade, whichIsItem } from './kinds/whichIs';

export const itemSchema = z.discriminatedUnion('kind', [
  tapAllItem,
  whatIsThisItem,
  whichIsItem,
  measureItem,
  whatIsWrongItem,
  placeItItem,
  callLiveItem,
  whereNextItem,
  sortItem,
]);
export type Item = z.infer<typeof itemSchema>;
export type ItemKindName = Item['kind'];
export type ItemOf<K extends ItemKindName> = Extract<Item, { kind: K }>;

export const answerSchema = z.discriminatedUnion('kind', [
  tapAllAnswer,
  whatIsThisAnswer,
  whichIsAnswer,
  measureAnswer,
  whatIsWrongAnswer,
  placeItAnswer,
  callLiveAnswer,
  whereNextAnswer,
  sortAnswer,
]);
export type Answer = z.infer<typeof answerSchema>;
export type AnswerOf<K extends ItemKindName> = Extract<Answer, { kind: K }>;

export const gradeSchema = z.discriminatedUnion('kind', [
  tapAllGrade,
  whatIsThisGrade,
  whichIsGrade,
  measureGrade,
  whatIsWrongGrade,
  placeItGrade,
  callLiveGrade,
  whereNextGrade,
  sortGrade,
]);
export type Grade = z.infer<typeof gradeSchema>;
export type GradeOf<K extends ItemKindName> = Extract<Grade, { kind: K }>;

/** Adding a kind of question: write its file, name it here. */
const KINDS = {
  tapAll,
  whatIsThis,
  whichIs,
  measure: measureIt,
  whatIsWrong,
  placeIt,
  callLive,
  whereNext,
  sort: sortMarks,
};

export const ITEM_KINDS = Object.keys(KINDS) as [ItemKindName, ...ItemKindName[]];

export const ITEM_KIND_NAMES: Record<ItemKindName, string> = {
  tapAll: 'Tap all',
  whatIsThis: 'What is this?',
  whichIs: 'Which is?',
  measure: 'Measure',
  whatIsWrong: 'What is wrong?',
  placeIt: 'Place it',
  callLive: 'Call it live',
  whereNext: 'Where first? What next?',
  sort: 'Sort',
};

const kindOf = (kind: ItemKindName) => KINDS[kind] as unknown as ItemKind<Item, Answer, Grade>;

/** All fair questions of some kinds that these screens, or this water, give. */
export const makeItems = (kinds: readonly ItemKindName[], making: Making): Item[] =>
  kinds.flatMap((kind) => kindOf(kind).make(making));

export const askOf = (item: Item): string => kindOf(item.kind).ask(item);

/** Chance of being right by guessing; 0 where there is nothing to choose from. */
export function guessChance(item: Item): number {
  const options = kindOf(item.kind).options(item);
  return options > 0 ? 1 / options : 0;
}

/**
 * Grades an answer against the truth. The same item, answer and ground always give the same grade.
 * @throws if the answer is of another kind than the item, or the item's target is not in the truth
 */
export function gradeAnswer(item: Item, answer: Answer, ground: Ground): Grade {
  if (item.kind !== answer.kind) {
    throw new Error(`An answer of kind ${answer.kind} cannot answer an item of kind ${item.kind}.`);
  }
  return kindOf(item.kind).grade(item, answer, ground);
}

/** What is said after the commit, and what it is about on the picture. */
export const explainAnswer = (
  item: Item,
  answer: Answer,
  grade: Grade,
  ground: Ground,
  units: UnitSystem,
): Explained[] => kindOf(item.kind).explain(item, answer, grade, ground, units);
