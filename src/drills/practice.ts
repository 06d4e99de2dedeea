/** A practice: each question is made when it is wanted, from what is due and how able the reader is. */
import {
  type Answered,
  type Item,
  keepsShares,
  nearestTo,
  sortsOf,
  nextWanted,
  PLACEMENT_DIFFICULTY,
  PLACEMENT_SKILLS,
  practiceState,
  SKILL_IDS,
  type SkillId,
} from '@core/drills';
import type { AttemptRecord } from '@core/records';
import type { Instrument } from '@core/sounding';
import { allAnswered, randomSeed, startAttempt } from '@/storage/attempts';
import { gatherQuestions } from '@/storage/questions';

/** Of so many that fit the skill, the one nearest the wanted difficulty is asked. */
const CHOICES = 6;
const ENOUGH_SCREENS = 3;
const MOST_SCREENS = 14;
/** Skills asked last are not asked again at once. */
const REST_SKILLS = 2;

interface Of {
  skill: SkillId;
  /** Null: any that trains it. */
  instrument: Instrument | null;
  known: string[];
}

/** A few questions of one skill to choose from; none where these waters give none. @throws if `signal` stopped it */
async function someOf({ skill, instrument, known }: Of, signal?: AbortSignal): Promise<Item[]> {
  const found = await gatherQuestions(
    {
      skills: [skill],
      instruments: instrument ? [instrument] : [],
      count: CHOICES,
      perScreen: CHOICES,
      known,
    },
    {
      signal,
      isEnough: (made, tried) => (made > 0 && tried >= ENOUGH_SCREENS) || tried >= MOST_SCREENS,
    },
  );
  signal?.throwIfAborted();
  return found;
}

/**
 * The next question of a practice.
 * @param items asked so far in this session
 * @throws if no water gives any, or `signal` stopped it
 */
export async function nextQuestion(
  answered: readonly Answered[],
  items: readonly Item[],
  signal?: AbortSignal,
): Promise<Item> {
  const state = practiceState(answered);
  const last = items.slice(-REST_SKILLS).map(({ skill }) => skill);
  const known = [...answered.map(({ item }) => item.id), ...items.map(({ id }) => id)];
  const timesOf = (of: string) => items.filter((item) => sortsOf(item).includes(of)).length;
  let rested = [...last];
  for (let turn = 0; turn < SKILL_IDS.length; turn++) {
    const wanted = nextWanted(state, Date.now(), items.length + (turn > 0 ? 100 : 0), rested);
    const { skill, instrument } = wanted;
    const found = await someOf({ skill, instrument, known }, signal);
    const kept = found.filter((item) => keepsShares(item, timesOf, items.length + 1));
    // No kind twice running, where the skill can be asked otherwise.
    const changed = kept.filter(({ kind }) => kind !== items.at(-1)?.kind);
    const fitting = changed.length > 0 ? changed : kept;
    if (fitting.length > 0) {
      return nearestTo(wanted.difficulty, fitting);
    }
    // These waters have nothing for it: the next best.
    rested = [...rested, wanted.skill];
  }
  throw new Error('The waters here give no question. Bring the shipped waters back, under Waters.');
}

/** The next question of a placement: of the next skill in turn, or of the one after where these waters have none. */
export async function nextOfPlacement(items: readonly Item[], signal?: AbortSignal): Promise<Item> {
  const asked = new Set<SkillId>(items.map(({ skill }) => skill));
  const left = PLACEMENT_SKILLS.filter((skill) => !asked.has(skill));
  for (const skill of left) {
    const found = await someOf({ skill, instrument: null, known: [] }, signal);
    // Live ones take long.
    const plain = found.filter(({ kind }) => kind !== 'callLive');
    const fitting = plain.length > 0 ? plain : found;
    if (fitting.length > 0) return nearestTo(PLACEMENT_DIFFICULTY, fitting);
  }
  throw new Error('The waters here give no question. Bring the shipped waters back, under Waters.');
}

export async function startPlacement(signal?: AbortSignal): Promise<AttemptRecord> {
  const first = await nextOfPlacement([], signal);
  return startAttempt({
    drillName: 'Where to begin',
    mode: 'placement',
    items: [first],
    seed: randomSeed(),
    length: PLACEMENT_SKILLS.length,
  });
}

/** Another question of the kind and skill of one that was asked; null where these waters give no other. */
export async function anotherLike(item: Item, items: readonly Item[]): Promise<Item | null> {
  const [found = null] = await gatherQuestions(
    { skills: [item.skill], kinds: [item.kind], count: 1, known: items.map(({ id }) => id) },
    { isEnough: (made, tried) => made > 0 || tried >= MOST_SCREENS },
  );
  return found;
}

export async function startPractice(length: number, signal?: AbortSignal): Promise<AttemptRecord> {
  const first = await nextQuestion(await allAnswered(), [], signal);
  return startAttempt({
    drillName: `Practice of ${length}`,
    mode: 'practice',
    items: [first],
    seed: randomSeed(),
    length,
  });
}
