/** Before and after: a second form of a drill with other pictures, and what was gained from one to the other. */
import type { Instrument } from '../sounding';
import { type Item, type ItemKindName } from './items';
import { SKILL_IDS, type SkillId } from './skills';
import type { Answered } from './statistics/answers';
import { countsOf, detectionOf } from './statistics/answers';
import { bootstrapInterval, type DetectionFigures } from './statistics/detection';
import { differenceOf, type Interval, type Share, shareOf } from './statistics/proportion';

/** Questions of one sort in a drill, easy to hard. */
export interface Slot {
  kind: ItemKindName;
  skill: SkillId;
  /** Null where the question is about a chart, or about a screen of the library. */
  instrument: Instrument | null;
  difficulties: number[];
}

const instrumentOf = ({ screens: [first] }: Item): Instrument | null =>
  first?.from === 'recipe' ? first.recipe.instrument : null;

/** What a parallel form has to have, sort by sort. */
export function slotsOf(items: readonly Item[]): Slot[] {
  const slots = new Map<string, Slot>();
  for (const item of items) {
    const { kind, skill, difficulty } = item;
    const instrument = instrumentOf(item);
    const key = `${kind}/${skill}/${instrument}`;
    const slot = slots.get(key) ?? { kind, skill, instrument, difficulties: [] };
    slot.difficulties.push(difficulty);
    slots.set(key, slot);
  }
  return [...slots.values()].map((slot) => ({
    ...slot,
    difficulties: slot.difficulties.toSorted((a, b) => a - b),
  }));
}

/** Of some questions the one that is nearest to a difficulty. @throws if there is none */
export function nearestTo(difficulty: number, items: readonly Item[]): Item {
  const away = (item: Item) => Math.abs(item.difficulty - difficulty);
  return items.reduce((best, item) => (away(item) < away(best) ? item : best));
}

/** Of some questions those that come nearest to a slot's difficulties; fewer where there are not enough. */
export function fillSlot({ difficulties }: Slot, candidates: readonly Item[]): Item[] {
  const left = [...candidates];
  return difficulties.flatMap((wanted) => {
    if (left.length === 0) return [];
    return left.splice(left.indexOf(nearestTo(wanted, left)), 1);
  });
}

interface Change {
  before: Share;
  after: Share;
  /** Of the shares, and its 95 % interval. */
  gained: number;
  interval: Interval;
}

export interface Gain extends Change {
  skills: (Change & { skill: SkillId })[];
  /** Null where one of them had nothing to detect. */
  dPrime: {
    before: DetectionFigures;
    after: DetectionFigures;
    gained: number;
    interval: Interval;
  } | null;
}

const SEED = 11;

function changeOf(before: readonly Answered[], after: readonly Answered[]): Change {
  const share = (answered: readonly Answered[]) =>
    shareOf(answered.filter(({ grade }) => grade.right).length, answered.length);
  const [was, is] = [share(before), share(after)];
  return { before: was, after: is, ...differenceOf(was, is) };
}

/** What was gained from one set of answers to another, in all, in each skill that both have, and in d′. */
export function gainBetween(before: readonly Answered[], after: readonly Answered[]): Gain {
  const of = (answered: readonly Answered[], skill: SkillId) =>
    answered.filter(({ item }) => item.skill === skill);
  return {
    ...changeOf(before, after),
    skills: SKILL_IDS.flatMap((skill) => {
      const [was, is] = [of(before, skill), of(after, skill)];
      return was.length > 0 && is.length > 0 ? [{ skill, ...changeOf(was, is) }] : [];
    }),
    dPrime: dPrimeGain(before, after),
  };
}

function dPrimeGain(before: readonly Answered[], after: readonly Answered[]): Gain['dPrime'] {
  const [was, is] = [detectionOf(before), detectionOf(after)];
  if (!was || !is) return null;
  // Both are drawn again together, so that the interval is that of the difference.
  const both = [
    ...before.map((one) => ({ one, isAfter: false })),
    ...after.map((one) => ({ one, isAfter: true })),
  ].filter(({ one }) => countsOf([one]).tapping !== null);
  const differenceIn = (drawn: typeof both) => {
    const part = (isAfter: boolean) =>
      detectionOf(
        drawn.filter((each) => each.isAfter === isAfter).map(({ one }) => one),
        false,
      );
    return (part(true)?.dPrime ?? 0) - (part(false)?.dPrime ?? 0);
  };
  return {
    before: was,
    after: is,
    gained: is.dPrime - was.dPrime,
    interval: bootstrapInterval(both, differenceIn, SEED, 400),
  };
}
