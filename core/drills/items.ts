/** Questions, answers and grades of all kinds, as they are stored, and the way from one to the next. */
import { z } from 'zod';
import type { TruthRegion } from '../reading';
import type { UnitSystem } from '../units';
import type { Explained, Ground, ItemKind, Making, Trials } from './itemBase';
import { callLive, callLiveSchemas } from './kinds/callLive';
import { measureIt, measureSchemas } from './kinds/measure';
import { placeIt, placeItSchemas } from './kinds/placeIt';
import { settingsRace, settingsRaceSchemas } from './kinds/settingsRace';
import { sortMarks, sortSchemas } from './kinds/sort';
import { tapAll, tapAllSchemas } from './kinds/tapAll';
import { whatChanged, whatChangedSchemas } from './kinds/whatChanged';
import { whatIsThis, whatIsThisSchemas } from './kinds/whatIsThis';
import { whatIsWrong, whatIsWrongSchemas } from './kinds/whatIsWrong';
import { whereNext, whereNextSchemas } from './kinds/whereNext';
import { whichIs, whichIsSchemas } from './kinds/whichIs';
import { whichSpecies, whichSpeciesSchemas } from './kinds/whichSpecies';
import { SKILL_IDS, type SkillId } from './skills';

/** Adding a kind of question: write its file, name it here and below. */
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
  whatChanged,
  whichSpecies,
  settingsRace,
};

/** Apart from what is done with them, so that a page which only reads records does without the rest. */
const SCHEMAS = {
  tapAll: tapAllSchemas,
  whatIsThis: whatIsThisSchemas,
  whichIs: whichIsSchemas,
  measure: measureSchemas,
  whatIsWrong: whatIsWrongSchemas,
  placeIt: placeItSchemas,
  callLive: callLiveSchemas,
  whereNext: whereNextSchemas,
  sort: sortSchemas,
  whatChanged: whatChangedSchemas,
  whichSpecies: whichSpeciesSchemas,
  settingsRace: settingsRaceSchemas,
};
type Schemas = typeof SCHEMAS;
export type ItemKindName = keyof Schemas;
type Part<K extends ItemKindName, P extends keyof Schemas[K]> = z.infer<Schemas[K][P]>;
export type ItemOf<K extends ItemKindName> = Part<K, 'item'>;
export type AnswerOf<K extends ItemKindName> = Part<K, 'answer'>;
export type GradeOf<K extends ItemKindName> = Part<K, 'grade'>;
export type Item = { [K in ItemKindName]: ItemOf<K> }[ItemKindName];
export type Answer = { [K in ItemKindName]: AnswerOf<K> }[ItemKindName];
export type Grade = { [K in ItemKindName]: GradeOf<K> }[ItemKindName];

export const ITEM_KINDS = Object.keys(SCHEMAS) as [ItemKindName, ...ItemKindName[]];

/** One schema of every kind, told apart by their kind. */
const anyKind = <T>(part: 'item' | 'answer' | 'grade') =>
  z.discriminatedUnion(
    'kind',
    ITEM_KINDS.map((kind) => SCHEMAS[kind][part]) as never,
  ) as unknown as z.ZodType<T>;

export const itemSchema = anyKind<Item>('item');
export const answerSchema = anyKind<Answer>('answer');
export const gradeSchema = anyKind<Grade>('grade');

/** For those who ask more of a kind than is asked here. */
export const kindOf = (kind: ItemKindName) =>
  KINDS[kind] as unknown as ItemKind<Item, Answer, Grade>;

export const kindName = (kind: ItemKindName) => kindOf(kind).name;
export const kindTrains = (kind: ItemKindName): readonly SkillId[] =>
  kindOf(kind).trains ?? SKILL_IDS;
export const kindNeeds = (kind: ItemKindName) => kindOf(kind).needs;

/** All fair questions of some kinds that these screens, or this water, give. */
export const makeItems = (kinds: readonly ItemKindName[], making: Making): Item[] =>
  kinds.flatMap((kind) => kindOf(kind).make(making));

/** The marks that a question points at on one of its screens. */
export const framesOn = (
  item: Item,
  { screens }: Pick<Ground, 'screens'>,
  index: number,
): { region: TruthRegion; badge: string }[] =>
  (kindOf(item.kind).frames?.(item) ?? []).flatMap(({ screen, targetId, badge }) => {
    const region = screens[index].regions.find((one) => one.targetId === targetId);
    return screen === index && region ? [{ region, badge }] : [];
  });

export const askOf = (item: Item): string => kindOf(item.kind).ask(item);

/** Ids of what a question names. */
export function targetsNamed(item: Item): string[] {
  const { targetId, targetIds, candidates, reference, mendTargetId } = item as Partial<{
    targetId: string;
    targetIds: string[];
    candidates: { targetId: string | null }[];
    reference: { targetId: string | null } | null;
    mendTargetId: string | null;
  }>;
  const all = [
    targetId,
    mendTargetId,
    reference?.targetId,
    ...(targetIds ?? []),
    ...(candidates ?? []).map((one) => one.targetId),
  ];
  return all.filter((id): id is string => typeof id === 'string' && id !== '');
}

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
