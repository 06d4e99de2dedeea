/** Goes at drills: begun, kept after every change, taken up again. */
import type { Answered, Item } from '@core/drills';
import { type AttemptRecord, type DrillRecord, newRecord } from '@core/records';
import { createId, listRecords, putRecord } from './database';

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

/** Attempts, newest first. */
export async function listAttempts(): Promise<AttemptRecord[]> {
  const { records } = await listRecords('attempt');
  return records
    .filter((attempt) => attempt.deletedAtMs === null)
    .sort((a, b) => b.createdAtMs - a.createdAtMs);
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

/** Everything that was ever answered here, the oldest first. */
export async function allAnswered(): Promise<Answered[]> {
  return (await listAttempts())
    .flatMap(answeredIn)
    .sort((a, b) => a.answer.committedAtMs - b.answer.committedAtMs);
}
