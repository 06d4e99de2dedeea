/** Goes at drills: begun, kept after every change, taken up again. */
import { type Answered, type Item, practiceState } from '@core/drills';
import { type AttemptRecord, type DrillRecord, newRecord } from '@core/records';
import { createId, listRecords, putRecord } from './database';
import { useSettings } from './settings';

type Rules = Pick<AttemptRecord, 'feedback' | 'secondsPerItem' | 'passShare'>;

const FREE: Rules = { feedback: 'each', secondsPerItem: null, passShare: null };

interface Start extends Partial<Rules> {
  drillName: string;
  mode: AttemptRecord['mode'];
  items: Item[];
  seed: number;
  /** More than there are items yet: a practice makes them one by one. */
  length?: number;
  drillId?: string;
  lessonId?: string;
}

export async function startAttempt(start: Start): Promise<AttemptRecord> {
  const { drillName, mode, items, seed, length, drillId, lessonId, ...rules } = start;
  const attempt: AttemptRecord = {
    ...newRecord('attempt', createId('attempt'), Date.now()),
    drillName: drillName.slice(0, 120),
    alias: useSettings.getState().alias.trim(),
    mode,
    drillId: drillId ?? null,
    lessonId: lessonId ?? null,
    seed,
    length: Math.max(items.length, length ?? 0),
    items,
    answers: [],
    ...FREE,
    ...rules,
    at: 0,
    draft: null,
    finishedAtMs: null,
  };
  await putRecord<'attempt'>(attempt);
  return attempt;
}

export const randomSeed = () => crypto.getRandomValues(new Uint32Array(1))[0] >>> 1;

/** A go at a composed drill, in its own order or shuffled. */
export function startOf(drill: DrillRecord, items: Item[], seed: number): Promise<AttemptRecord> {
  const { name, id, feedback, secondsPerItem, passShare } = drill;
  return startAttempt({
    drillName: name,
    mode: 'drill',
    items,
    seed,
    drillId: id,
    feedback,
    secondsPerItem,
    passShare,
  });
}

export async function saveAttempt(attempt: AttemptRecord): Promise<AttemptRecord> {
  const saved = { ...attempt, updatedAtMs: Date.now() };
  await putRecord<'attempt'>(saved);
  return saved;
}

/** Attempts of all who sat at this browser, newest first. */
export async function attemptsOfAll(): Promise<AttemptRecord[]> {
  const { records } = await listRecords('attempt');
  return records
    .filter((attempt) => attempt.deletedAtMs === null)
    .sort((a, b) => b.createdAtMs - a.createdAtMs);
}

/** Whether an attempt is of who sits here now; what was done before anybody gave a name is everybody's. */
const isOwn = ({ alias }: AttemptRecord, own: string) =>
  alias === '' || own === '' || alias.toLowerCase() === own.toLowerCase();

/** Attempts of who sits here now, newest first. */
export async function listAttempts(): Promise<AttemptRecord[]> {
  const own = useSettings.getState().alias.trim();
  return (await attemptsOfAll()).filter((attempt) => isOwn(attempt, own));
}

/** Names that were given at this browser. */
export async function aliasesHere(): Promise<string[]> {
  const named = (await attemptsOfAll()).map(({ alias }) => alias).filter(Boolean);
  return [...new Set(named)].toSorted((a, b) => a.localeCompare(b));
}

/** What of an attempt was answered and graded. */
export const answeredIn = ({
  items,
  answers,
}: Pick<AttemptRecord, 'items' | 'answers'>): Answered[] =>
  answers.flatMap(({ itemId, answer, grade }) => {
    const item = items.find(({ id }) => id === itemId);
    return item && answer && grade ? [{ item, answer, grade }] : [];
  });

/** How much of an attempt was answered, graded here or not. */
export const answeredCount = ({ answers }: Pick<AttemptRecord, 'answers'>) =>
  answers.filter(({ answer }) => answer !== null).length;

/** How many skills are due again. */
export const dueNow = (attempts: readonly AttemptRecord[], nowMs = Date.now()): number =>
  practiceState(attempts.flatMap(answeredIn)).cards.filter(({ dueMs }) => dueMs <= nowMs).length;

/** Everything that was ever answered here, the oldest first. */
export async function allAnswered(): Promise<Answered[]> {
  return (await listAttempts())
    .flatMap(answeredIn)
    .sort((a, b) => a.answer.committedAtMs - b.answer.committedAtMs);
}
