/**
 * How many questions of each sort a drill is to have, before any is made, and which wishes cannot be met; then the order in
 * which they are asked.
 */
import { INSTRUMENTS, type Instrument } from '../sounding';
import { type Item, ITEM_KINDS, type ItemKindName, kindName, kindTrains } from './items';
import { refKey } from './recipe';
import { EMPTY_SHARE, MOST_LIVE, MOST_OPEN } from './shares';
import { CHART_SKILLS, SKILL_IDS, SKILL_INSTRUMENTS, type SkillId, SKILLS } from './skills';

export interface Wish {
  /** Empty: all. */
  kinds: readonly ItemKindName[];
  skills: readonly SkillId[];
  instruments: readonly Instrument[];
  count: number;
}

export interface QuestionPlan {
  /** In the order of the kinds; what cannot be asked is not in it. */
  rows: { kind: ItemKindName; count: number }[];
  /** Of those to mark all on: screens with nothing to find. */
  empties: number;
  /** Of those whose picture may leave it open: at most so many that do. */
  open: number;
  /** What was wished for and cannot be, in words. */
  cannot: string[];
}

/** Kinds whose picture may leave it open. */
const MAY_BE_OPEN: readonly ItemKindName[] = ['whatIsThis', 'whichIs', 'measure'];

const anyOf = <T>(some: readonly T[], all: readonly T[]) => (some.length > 0 ? some : all);

/** Whether a skill can be asked about with these instruments, or on a chart. */
const isAskable = (skill: SkillId, instruments: readonly Instrument[], onChart: boolean) =>
  SKILL_INSTRUMENTS[skill].some((one) => instruments.includes(one)) ||
  (onChart && CHART_SKILLS.includes(skill));

export function planOf(wish: Wish): QuestionPlan {
  const kinds = anyOf(wish.kinds, ITEM_KINDS);
  const skills = anyOf(wish.skills, SKILL_IDS);
  const instruments = anyOf(wish.instruments, INSTRUMENTS);
  const onChart = kinds.includes('whereNext');
  const askable = skills.filter((skill) => isAskable(skill, instruments, onChart));
  const able = kinds.filter((kind) => {
    const trained = kindTrains(kind).filter((skill) => askable.includes(skill));
    // On a chart no instrument is asked for, on a picture one is.
    return kind === 'whereNext'
      ? trained.length > 0
      : trained.some((skill) => isAskable(skill, instruments, false));
  });
  const cannot = [
    ...wish.skills
      .filter((skill) => !askable.includes(skill))
      .map((skill) => `“${SKILLS[skill]}” is trained on none of the chosen instruments and kinds.`),
    ...wish.kinds
      .filter((kind) => !able.includes(kind))
      .map(
        (kind) => `“${kindName(kind)}” asks about none of the chosen skills on these instruments.`,
      ),
  ];
  const rows = shareOut(able, wish.count);
  const ofKind = (kind: ItemKindName) => rows.find((row) => row.kind === kind)?.count ?? 0;
  const toMark = ofKind('tapAll');
  return {
    rows,
    empties: skills.includes('empties') ? Math.round(EMPTY_SHARE * toMark) : 0,
    open: Math.floor(MOST_OPEN * MAY_BE_OPEN.reduce((sum, kind) => sum + ofKind(kind), 0)),
    cannot,
  };
}

/** One after another a question each, live ones no more than their share, until all are given out. */
function shareOut(kinds: readonly ItemKindName[], count: number): QuestionPlan['rows'] {
  const given = new Map(kinds.map((kind) => [kind, 0]));
  const most = (kind: ItemKindName) =>
    kind === 'callLive' && kinds.length > 1 ? Math.max(1, Math.floor(MOST_LIVE * count)) : count;
  let left = count;
  while (left > 0 && kinds.length > 0) {
    const before = left;
    for (const kind of kinds) {
      if (left === 0 || given.get(kind)! >= most(kind)) continue;
      given.set(kind, given.get(kind)! + 1);
      left--;
    }
    if (left === before) break;
  }
  return [...given].map(([kind, of]) => ({ kind, count: of })).filter((row) => row.count > 0);
}

const SAME_PICTURE = 100;
const SAME_KIND = 12;
/** A mark that is framed and named first is no longer to be found. */
const GIVES_AWAY = 60;
const MARKS_ALL: readonly ItemKindName[] = ['tapAll', 'callLive'];
/** A step of difficulty weighs so much against what else makes an order good. */
const PER_STEP = 3;

const screenKey = (item: Item) =>
  item.screens.length > 0 ? item.screens.map(refKey).join('|') : item.id;

/**
 * From easy to hard by and large; no picture and no kind twice running where that can be. The same questions always come in
 * the same order.
 */
export function inTurn(items: readonly Item[]): Item[] {
  const left = items.toSorted((a, b) => a.difficulty - b.difficulty || (a.id < b.id ? -1 : 1));
  const order: Item[] = [];
  while (left.length > 0) {
    const last = order.at(-1);
    const easiest = left[0].difficulty;
    const stillToMark = new Set(left.filter(({ kind }) => MARKS_ALL.includes(kind)).map(screenKey));
    const cost = (item: Item) =>
      PER_STEP * (item.difficulty - easiest) +
      (last && screenKey(last) === screenKey(item) ? SAME_PICTURE : 0) +
      (last?.kind === item.kind ? SAME_KIND : 0) +
      (!MARKS_ALL.includes(item.kind) && stillToMark.has(screenKey(item)) ? GIVES_AWAY : 0);
    let best = 0;
    for (let i = 1; i < left.length; i++) if (cost(left[i]) < cost(left[best])) best = i;
    order.push(...left.splice(best, 1));
  }
  return order;
}
