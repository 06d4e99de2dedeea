/** Questions, answers and grades of all kinds, as they are stored, and the way from one to the next. */
import { z } from 'zod';
import type { UnitSystem } from '../units';
import type { Explained, Ground, ItemKind, Making, Trials } from './itemBase';
import { callLive } from './kinds/callLive';
import { measureIt } from './kinds/measure';
import { placeIt } from './kinds/placeIt';
import { sortMarks } from './kinds/sort';
import { tapAll } from './kinds/tapAll';
import { whatIsThis } from './kinds/whatIsThis';
import { whatIsWrong } from './kinds/whatIsWrong';
import { whereNext } from './kinds/whereNext';
import { whichIs } from './kinds/whichIs';

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

type Kinds = typeof KINDS;
export type ItemKindName = keyof Kinds;
type Part<K extends ItemKindName, P extends keyof Kinds[K]['schemas']> = z.infer<
  Kinds[K]['schemas'][P]
>;
export type ItemOf<K extends ItemKindName> = Part<K, 'item'>;
export type AnswerOf<K extends ItemKindName> = Part<K, 'answer'>;
export type GradeOf<K extends ItemKindName> = Part<K, 'grade'>;
export type Item = { [K in ItemKindName]: ItemOf<K> }[ItemKindName];
export type Answer = { [K in ItemKindName]: AnswerOf<K> }[ItemKindName];
export type Grade = { [K in ItemKindName]: GradeOf<K> }[ItemKindName];

export const ITEM_KINDS = Object.keys(KINDS) as [ItemKindName, ...ItemKindName[]];

const kindOf = (kind: ItemKindName) => KINDS[kind] as unknown as ItemKind<Item, Answer, Grade>;

/** One of the kinds' schemas, told apart by their kind. */
const anyKind = <P extends 'item' | 'answer' | 'grade'>(part: P) =>
  z.discriminatedUnion(
    'kind',
    ITEM_KINDS.map((kind) => kindOf(kind).schemas[part]) as never,
  ) as unknown as ItemKind<Item, Answer, Grade>['schemas'][P];

export const itemSchema = anyKind('item');
export const answerSchema = anyKind('answer');
export const gradeSchema = anyKind('grade');

export const kindName = (kind: ItemKindName) => kindOf(kind).name;
export const kindNeeds = (kind: ItemKindName) => kindOf(kind).needs;

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

export const trialsOf = (item: Item, answer: Answer, grade: Grade): Trials =>
  kindOf(item.kind).trials?.(item, answer, grade) ?? {};
