/**
 * When a skill is due again. What is scheduled is a skill at an instrument and a band of difficulty, never
 * a picture: each time a fresh item is made. The schedule follows from the answers alone, replayed in
 * order through the free spaced repetition scheduler (ts-fsrs), so it needs no store of its own.
 */
import { type Card, createEmptyCard, fsrs, type Grade as FsrsGrade, Rating } from 'ts-fsrs';
import type { Instrument } from '../sounding';
import { type Item } from './items';
import { SKILL_IDS, SKILL_INSTRUMENTS, type SkillId } from './skills';
import { type Ability, abilityFrom, aimedDifficulty } from './statistics/ability';
import { type Answered } from './statistics/answers';
import { learnDifficulty, learnedTrial } from './statistics/learnedDifficulty';
import { median } from './statistics/median';

type DifficultyBand = 'easy' | 'middling' | 'hard';

/** Where the bands of difficulty meet. */
export const BAND_EDGES = { hardFrom: 0.8, easyBelow: -0.6 };

export const bandOfDifficulty = (difficulty: number): DifficultyBand =>
  difficulty < BAND_EDGES.easyBelow
    ? 'easy'
    : difficulty < BAND_EDGES.hardFrom
      ? 'middling'
      : 'hard';

interface ReviewKey {
  skill: SkillId;
  /** Null where the question is about a chart. */
  instrument: Instrument | null;
  band: DifficultyBand;
}

const keyText = ({ skill, instrument, band }: ReviewKey) =>
  `${skill}/${instrument ?? 'chart'}/${band}`;

/** @param instrumentOf the instrument of an item's first screen */
type InstrumentOf = (item: Item) => Instrument | null;

const instrumentOfItem: InstrumentOf = ({ screens: [first] }) =>
  first?.from === 'recipe' ? first.recipe.instrument : null;

/** Over twice a person's median is slow. */
const SLOW = 2;
const QUICK = 1;

/** Wrong → again; right but unsure or slow → hard; right → good; right, sure and quick → easy. */
export function ratingOf({ answer, grade }: Answered, medianMs: number): FsrsGrade {
  if (!grade.right) return Rating.Again;
  const sure = answer.confidence === 'sure' || answer.confidence === 'certain';
  const unsure = answer.confidence === 'guess' || answer.confidence === 'unsure';
  const isKnown = Number.isFinite(medianMs) && medianMs > 0;
  if (unsure || (isKnown && answer.tookMs > SLOW * medianMs)) return Rating.Hard;
  if (sure && isKnown && answer.tookMs < QUICK * medianMs) return Rating.Easy;
  return Rating.Good;
}

export interface ReviewCard extends ReviewKey {
  dueMs: number;
  /** Days until the chance of remembering has fallen to nine in ten. */
  stabilityDays: number;
  reps: number;
  lapses: number;
}

const scheduler = fsrs({ enable_fuzz: false });

/** The cards that the answers make, in order of when they are due. */
export function reviewCards(answered: readonly Answered[]): ReviewCard[] {
  const inOrder = [...answered].sort((a, b) => a.answer.committedAtMs - b.answer.committedAtMs);
  const cards = new Map<string, { key: ReviewKey; card: Card }>();
  const tookMs: number[] = [];
  for (const one of inOrder) {
    const { item, answer } = one;
    const key: ReviewKey = {
      skill: item.skill,
      instrument: instrumentOfItem(item),
      band: bandOfDifficulty(item.difficulty),
    };
    const text = keyText(key);
    const at = answer.committedAtMs;
    const known = cards.get(text)?.card ?? createEmptyCard<Card>(at);
    const rated = scheduler.next(known, at, ratingOf(one, median(tookMs)));
    cards.set(text, { key, card: rated.card });
    tookMs.push(answer.tookMs);
  }
  return [...cards.values()]
    .map(({ key, card }) => ({
      ...key,
      dueMs: card.due.getTime(),
      stabilityDays: card.stability,
      reps: card.reps,
      lapses: card.lapses,
    }))
    .sort((a, b) => a.dueMs - b.dueMs);
}

/** What to ask next in a practice. */
export interface Wanted {
  skill: SkillId;
  instrument: Instrument | null;
  difficulty: number;
  /** An empty screen, or one of fakes only. */
  empty: boolean;
  why: 'due' | 'new' | 'empty' | 'again';
}

/** About one item in five is an empty or a fake. */
export const EMPTY_EVERY = 5;
/** Of a session's items so many are of skills never met. */
const NEW_EVERY = 3;

export interface PracticeState {
  cards: ReviewCard[];
  abilities: Map<SkillId, Ability>;
}

export function practiceState(answered: readonly Answered[]): PracticeState {
  const abilities = new Map<SkillId, Ability>();
  const learned = learnDifficulty([answered]);
  for (const skill of SKILL_IDS) {
    const own = answered.filter(({ item }) => item.skill === skill);
    if (own.length > 0)
      abilities.set(skill, abilityFrom(own.map((one) => learnedTrial(one, learned))));
  }
  return { cards: reviewCards(answered), abilities };
}

/** A reader's ability at a skill that was never tried is that of an average one, less a little. */
const UNKNOWN_THETA = -0.5;

/**
 * The next thing to practise: due skills first, new ones mixed in in the order in which they are taught,
 * every fifth an empty, and never the skill that was asked just before.
 * @param index of the question within the session
 */
export function nextWanted(
  state: PracticeState,
  nowMs: number,
  index: number,
  last: readonly SkillId[],
): Wanted {
  const thetaOf = (skill: SkillId) => state.abilities.get(skill)?.theta ?? UNKNOWN_THETA;
  const wantedFor = (
    skill: SkillId,
    instrument: Instrument | null,
    why: Wanted['why'],
  ): Wanted => ({
    skill,
    instrument,
    difficulty: aimedDifficulty(thetaOf(skill), 0),
    empty: false,
    why,
  });
  if (index % EMPTY_EVERY === EMPTY_EVERY - 1) {
    return {
      ...wantedFor('empties', 'cone', 'empty'),
      empty: true,
    };
  }
  const isFresh = (skill: SkillId) => !last.includes(skill);
  const due = state.cards.filter(
    ({ dueMs, skill }) => dueMs <= nowMs && isFresh(skill) && skill !== 'empties',
  );
  const met = new Set(state.cards.map(({ skill }) => skill));
  const unmet = SKILL_IDS.filter(
    (skill) => !met.has(skill) && isFresh(skill) && skill !== 'empties',
  );
  const newTurn = index % NEW_EVERY === NEW_EVERY - 1 || due.length === 0;
  if (newTurn && unmet.length > 0) {
    return wantedFor(unmet[0], SKILL_INSTRUMENTS[unmet[0]][0] ?? null, 'new');
  }
  if (due.length > 0) return wantedFor(due[0].skill, due[0].instrument, 'due');
  // Nothing is due: what is weakest, again.
  const weakest = SKILL_IDS.filter((skill) => isFresh(skill) && skill !== 'empties').sort(
    (a, b) => thetaOf(a) - thetaOf(b),
  )[0];
  return wantedFor(weakest, SKILL_INSTRUMENTS[weakest][0] ?? null, 'again');
}

const DAY_MS = 86_400_000;

/** Days in a row, up to today or yesterday, on which something was answered. */
export function streakDays(
  answered: readonly Answered[],
  dayOf: (ms: number) => number,
  nowMs: number,
): number {
  const days = new Set(answered.map(({ answer }) => dayOf(answer.committedAtMs)));
  const today = dayOf(nowMs);
  let day = days.has(today) ? today : dayOf(nowMs - DAY_MS);
  let streak = 0;
  while (days.has(day)) {
    streak++;
    day--;
  }
  return streak;
}
