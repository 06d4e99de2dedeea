/**
 * A made-up class with a term of simulated results: people whose abilities are known, so that what the figures say of them
 * can be checked. Questions, truth and grades are real; only who answers is simulated, by the model of docs/learning.md.
 */
import {
  type Answer,
  type Confidence,
  CONFIDENCE_STEPS,
  generateItems,
  gradeAnswer,
  type Ground,
  guessChance,
  type Item,
  type ItemOf,
  refKey,
  screenOfRecipe,
  type SkillId,
} from '../drills';
import { chanceOfRight } from '../drills/statistics/ability';
import { hashText, randomSource, type RandomSource } from '../random';
import { type ClassRecord, newRecord, type ResultRecord } from '../records';
import type { WaterContent } from '../waters';

const DEMO_CLASS_ID = 'demo-class';
const DAY_MS = 86_400_000;
const EVENINGS = ['First evening', 'Last evening'];
const ITEMS_AN_EVENING = 14;
/** What a course is worth, on the scale of ability. */
const GAIN = 0.7;
/** How much less on that scale someone sees where they are weak. */
const WEAKER = 1.5;

interface Person {
  name: string;
  note: string;
  theta: number;
  /** Sees less there than elsewhere. */
  weakAt?: SkillId;
}

export const DEMO_PEOPLE: readonly Person[] = [
  { name: 'Aino', note: 'Fishes the archipelago', theta: 1.5 },
  { name: 'Bertil', note: 'New unit since spring', theta: -1.2 },
  { name: 'Cosima', note: '', theta: 0.4, weakAt: 'archAndSpeed' },
  { name: 'Dario', note: 'Guides on the estuary', theta: 1.1 },
  { name: 'Elske', note: '', theta: -0.4 },
  { name: 'Fiete', note: 'Only knows the cone', theta: 0.1, weakAt: 'sideRange' },
  { name: 'Gunnel', note: '', theta: 0.8 },
  { name: 'Henrik', note: 'Sits at the back', theta: -0.9 },
  { name: 'Ilva', note: '', theta: 0.3 },
  { name: 'Jannis', note: 'Wants the side fans', theta: -0.1 },
  { name: 'Katrin', note: '', theta: 0.6 },
  { name: 'Lorens', note: 'Comes every other week', theta: -1.6 },
];

type Bare<T> = T extends unknown ? Omit<T, 'confidence' | 'committedAtMs' | 'tookMs'> : never;

const withManner = (
  bare: Bare<Answer>,
  confidence: Confidence,
  committedAtMs: number,
  tookMs: number,
) => ({ ...bare, confidence, committedAtMs, tookMs }) as Answer;

/** What somebody might say, from the plainest truth to a slip; which of it is right the grading says. */
const SAYS = {
  whatIsThis: ({ kind, options }: ItemOf<'whatIsThis'>) =>
    options.map((label) => ({ kind, label })),
  whichIs: ({ kind, candidates }: ItemOf<'whichIs'>) =>
    candidates.map((_, choice) => ({ kind, choice })),
  measure: (item: ItemOf<'measure'>, ground: Ground) => {
    const { kind } = item;
    const pixelM = { range: 0, along: 0 };
    const grade = gradeAnswer(item, withManner({ kind, valueM: 0, pixelM }, 'sure', 0, 0), ground);
    if (grade.kind !== 'measure' || grade.truthM === null) return [];
    const { truthM } = grade;
    return [1, 1.5, 0.55].map((share) => ({ kind, valueM: share * truthM, pixelM }));
  },
  tapAll: ({ kind, label }: ItemOf<'tapAll'>, { screens: [{ regions, firstPing }] }: Ground) => {
    const marksOf = (of: string) =>
      regions
        .filter((region) => region.verdict === 'visible' && region.label === of)
        .map(({ peak, channel }) => ({ ...peak, channel }));
    const right = marksOf(label);
    const alike = marksOf(label === 'fish' ? 'bait' : 'fish');
    const elsewhere = [{ ping: firstPing + 5, bin: 5, channel: 0 }];
    return [right, right.slice(1), [...right.slice(1), ...alike], elsewhere].map((marks) => ({
      ...{ kind, marks },
      tolerance: { pings: 4, bins: 4 },
    }));
  },
};
/** Kinds whose wrong answers are as plain as their right ones. */
const KINDS = Object.keys(SAYS) as (keyof typeof SAYS)[];

const answersTo = (item: Item, ground: Ground): Bare<Answer>[] =>
  KINDS.filter((kind) => kind === item.kind).flatMap((kind): Bare<Answer>[] =>
    SAYS[kind](item as never, ground),
  );

interface Asked {
  item: Item;
  ground: Ground;
  right: Bare<Answer>[];
  wrong: Bare<Answer>[];
}

/** Questions of both evenings that can be answered rightly and wrongly. */
function askedOver(waters: Record<string, WaterContent>): Asked[] {
  const screens = new Map<string, Ground['screens'][number]>();
  const groundOf = (item: Item): Ground => ({
    screens: item.screens.map((ref) => {
      if (ref.from !== 'recipe') throw new Error('A question of the demo class has no recipe.');
      const key = refKey(ref);
      const { recipe } = ref;
      const screen =
        screens.get(key) ?? screenOfRecipe(recipe, recipe.waterId, waters[recipe.waterId]);
      screens.set(key, screen);
      return screen;
    }),
    water: null,
  });
  const asked: Asked[] = [];
  const steps = generateItems({
    waters: Object.entries(waters).map(([id, content]) => ({ id, content })),
    ...{ instruments: [], skills: [], kinds: KINDS, difficulty: null },
    ...{ count: 3 * EVENINGS.length * ITEMS_AN_EVENING, seed: 0xc1a5, perScreen: 3 },
  });
  for (const { items } of steps) {
    for (const item of items) {
      const ground = groundOf(item);
      const graded = answersTo(item, ground).map((bare) => ({
        bare,
        isRight: gradeAnswer(item, withManner(bare, 'sure', 0, 0), ground).right,
      }));
      const right = graded.flatMap(({ bare, isRight }) => (isRight ? [bare] : []));
      const wrong = graded.flatMap(({ bare, isRight }) => (isRight ? [] : [bare]));
      if (right.length > 0 && wrong.length > 0) asked.push({ item, ground, right, wrong });
    }
    if (asked.length >= EVENINGS.length * ITEMS_AN_EVENING) break;
  }
  return asked;
}

const pick = <T>(list: readonly T[], random: RandomSource): T => list[random.index(list.length)];

/** What a person says to a question, surer where it is easy for them. */
function said({ item, right, wrong }: Asked, person: Person, theta: number, random: RandomSource) {
  const own = theta - (person.weakAt === item.skill ? WEAKER : 0);
  const chance = chanceOfRight(own, item.difficulty, guessChance(item));
  const bare = random.uniform() < chance ? right[0] : pick(wrong, random);
  const step = Math.round(4 * chance + random.between(-1, 1));
  return { bare, confidence: CONFIDENCE_STEPS[Math.min(4, Math.max(0, step))] };
}

/**
 * @param waters shipped ones by id
 * @param timeMs of the last evening
 */
export function makeDemoClass(
  waters: Record<string, WaterContent>,
  timeMs: number,
): { group: ClassRecord; results: ResultRecord[] } {
  const asked = askedOver(waters);
  const idOf = ({ name }: Person) => `demo-${name.toLowerCase()}`;
  const results = DEMO_PEOPLE.flatMap((person) =>
    EVENINGS.map((drillName, evening): ResultRecord => {
      const random = randomSource(hashText(`${person.name} ${drillName}`));
      const beganMs = timeMs - (EVENINGS.length - 1 - evening) * 56 * DAY_MS;
      const own = asked.slice(evening * ITEMS_AN_EVENING, (evening + 1) * ITEMS_AN_EVENING);
      let nowMs = beganMs;
      const answers = own.map((one) => {
        const tookMs = Math.round(random.between(6, 45)) * 1000;
        nowMs += tookMs;
        const { bare, confidence } = said(one, person, person.theta + GAIN * evening, random);
        const answer = withManner(bare, confidence, nowMs, tookMs);
        const grade = gradeAnswer(one.item, answer, one.ground);
        return { itemId: one.item.id, answer, grade, without: null };
      });
      return {
        ...newRecord('result', `${idOf(person)}-${evening}`, beganMs),
        ...{ classId: DEMO_CLASS_ID, studentId: idOf(person), ungraded: [] },
        attempt: {
          ...{ drillName, alias: '', mode: 'drill', drillId: null, lessonId: null, seed: 1 },
          ...{ length: own.length, items: own.map(({ item }) => item), answers },
          ...{ feedback: 'end', secondsPerItem: null, passShare: null },
          ...{ at: own.length, draft: null, finishedAtMs: nowMs },
        },
      };
    }),
  );
  const group: ClassRecord = {
    ...newRecord('class', DEMO_CLASS_ID, timeMs),
    name: 'Demo class',
    note: 'Twelve made-up people with a term of simulated results. Delete it when you begin your own.',
    students: DEMO_PEOPLE.map((person) => ({
      id: idOf(person),
      name: person.name,
      note: person.note,
      isPresent: true,
      archivedAtMs: null,
    })),
  };
  return { group, results };
}
