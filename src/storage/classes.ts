/** Classes, and what their students handed in. Names stay in this browser and in files that are saved from it. */
import { z } from 'zod';
import { type Answered, gradeAnswer, type Item } from '@core/drills';
import type { RosterLine } from '@core/formats';
import {
  type AttemptRecord,
  type ClassRecord,
  newRecord,
  readRecord,
  RECORD_KINDS,
  type ResultRecord,
  resultShape,
  type StoredAnswer,
  type Student,
  reasonOf,
} from '@core/records';
import { answeredIn } from './attempts';
import {
  alone,
  createId,
  getRecord,
  listRecords,
  putRecord,
  removeRecord,
  storeTogether,
} from './database';
import { openGround } from './drillScreens';
import { unsealed } from './exams';

/** A deleted class can be brought back for so long. */
const KEEP_DELETED_MS = 86_400_000;

/** The newest first; what was deleted more than a day ago is removed for good here, with its results and course. */
export async function listClasses(nowMs = Date.now()): Promise<ClassRecord[]> {
  const { records } = await listRecords('class');
  for (const { id, deletedAtMs } of records) {
    if (deletedAtMs === null || nowMs - deletedAtMs < KEEP_DELETED_MS) continue;
    for (const result of await resultsOf(id)) await removeRecord('result', result.id);
    for (const course of (await listRecords('course')).records) {
      if (course.classId === id) await removeRecord('course', course.id);
    }
    await removeRecord('class', id);
  }
  return records
    .filter(({ deletedAtMs }) => deletedAtMs === null)
    .sort((a, b) => b.createdAtMs - a.createdAtMs);
}

/**
 * Puts in the made-up class, or brings it back.
 * @returns its id
 * @throws if the server does not have it, or it cannot be stored
 */
export async function addDemoClass(): Promise<string> {
  const reply = await fetch('/demo/class.json');
  if (!reply.ok) throw new Error(`the demo class could not be read (${reply.status})`);
  const [group, ...results] = z
    .array(z.unknown())
    .parse(await reply.json())
    .map(readDemo);
  // Newer than a deleted one that is still kept.
  const fresh = { ...group, updatedAtMs: Date.now() };
  await storeTogether([fresh, ...results], new Map());
  return group.id;
}

function readDemo(raw: unknown, index: number): ClassRecord | ResultRecord {
  const read = readRecord<ClassRecord | ResultRecord>(
    index === 0 ? RECORD_KINDS.class : RECORD_KINDS.result,
    raw,
  );
  if (!read.ok) throw new Error(`the demo class is damaged: ${read.error.message}`);
  return read.value;
}

export async function newClass(name: string): Promise<ClassRecord> {
  const group: ClassRecord = {
    ...newRecord('class', createId('class'), Date.now()),
    name,
    note: '',
    students: [],
  };
  await putRecord<'class'>(group);
  return group;
}

export async function saveClass(group: ClassRecord): Promise<ClassRecord> {
  const saved = { ...group, updatedAtMs: Date.now() };
  await putRecord<'class'>(saved);
  return saved;
}

const sameName = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

/** Who bears a name; someone archived only where nobody else does. */
export const studentNamed = ({ students }: ClassRecord, name: string): Student | undefined =>
  students
    .filter((student) => sameName(student.name, name))
    .sort((a, b) => Number(a.archivedAtMs !== null) - Number(b.archivedAtMs !== null))[0];

/** The class with those of a list who are not in it yet. */
export function withStudents(group: ClassRecord, lines: readonly RosterLine[]): ClassRecord {
  const added = lines
    .filter(({ name }) => !studentNamed(group, name))
    .map((line): Student => ({
      id: createId('student'),
      ...line,
      isPresent: true,
      archivedAtMs: null,
    }));
  return { ...group, students: [...group.students, ...added].slice(0, 200) };
}

export async function resultsOf(classId: string): Promise<ResultRecord[]> {
  const { records } = await listRecords('result');
  return records
    .filter((result) => result.classId === classId && result.deletedAtMs === null)
    .sort((a, b) => a.createdAtMs - b.createdAtMs);
}

/** Removes every trace of a person: there is no way back. */
export async function forgetStudent(group: ClassRecord, studentId: string): Promise<ClassRecord> {
  const saved = await saveClass({
    ...group,
    students: group.students.filter(({ id }) => id !== studentId),
  });
  for (const result of await resultsOf(group.id)) {
    if (result.studentId === studentId) await removeRecord('result', result.id);
  }
  return saved;
}

/** What of a result was answered and graded here. */
export const answeredBy = ({ attempt }: ResultRecord): Answered[] => answeredIn(attempt);

/** A result as the go it was, to be looked at. */
export const attemptOf = (result: ResultRecord): AttemptRecord => ({
  ...newRecord('attempt', result.id, result.createdAtMs),
  ...result.attempt,
  feedback: 'each',
  draft: null,
});

export interface HandIn {
  studentId: string;
  attempts: readonly AttemptRecord[];
}

interface Watching {
  onGraded?: (done: number, of: number) => void;
  signal?: AbortSignal;
}

export interface CountedIn {
  counted: number;
  /** Here already, under anybody's name. */
  known: number;
  ungraded: number;
  /** Drills that ask otherwise here than they did where they were taken. */
  changed: string[];
}

interface RoomAnswered {
  /** Tells one meeting of a room from another. */
  roomId: string;
  name: string;
  studentId: string;
  item: Item;
  stored: StoredAnswer;
}

/** Keeps one answer given in a room, as a part of that student's go at it. */
export async function keepRoomAnswer(
  { id: classId }: ClassRecord,
  { roomId, name, studentId, item, stored }: RoomAnswered,
): Promise<void> {
  const id = `${roomId}-${studentId}`.slice(0, 64);
  await alone(`result-${id}`, async () => {
    const here = await getRecord('result', id);
    if (!here.ok) throw new Error(here.error);
    const before = here.value?.attempt;
    const isHere = before?.items.some((one) => one.id === item.id);
    const items = isHere ? before!.items : [...(before?.items ?? []), item];
    const others = before?.answers.filter(({ itemId }) => itemId !== item.id) ?? [];
    const nowMs = Date.now();
    await putRecord<'result'>({
      ...newRecord('result', id, here.value?.createdAtMs ?? nowMs),
      ...{ classId, studentId, ungraded: [], updatedAtMs: nowMs },
      attempt: {
        ...{ drillName: name, alias: '', mode: 'drill', drillId: null, lessonId: null, seed: 0 },
        ...{ feedback: 'end', secondsPerItem: null, passShare: null },
        ...{ length: items.length, items, answers: [...others, stored] },
        ...{ at: items.length, draft: null, finishedAtMs: nowMs },
      },
    });
  });
}

/** Without what only a record has. */
const attemptContent = resultShape.attempt;

/** What lies under a question is opened once, however many answered it. */
type Grounds = Map<string, Awaited<ReturnType<typeof openGround>>>;

async function gradedHere(
  item: Item,
  stored: StoredAnswer,
  grounds: Grounds,
): Promise<{ stored: StoredAnswer; reason: string | null }> {
  if (!stored.answer) return { stored, reason: null };
  const key = JSON.stringify(item);
  let ground = grounds.get(key);
  if (!ground) grounds.set(key, (ground = await openGround(item)));
  if (!ground.ok)
    return { stored: { ...stored, grade: null, without: 'lost' }, reason: ground.error };
  try {
    return {
      stored: { ...stored, grade: gradeAnswer(item, stored.answer, ground.value) },
      reason: null,
    };
  } catch (failure) {
    return { stored: { ...stored, grade: null, without: 'lost' }, reason: reasonOf(failure) };
  }
}

/** Whether a go asks what its drill, as it is here, does not; it is graded by what it asks all the same. */
async function isOfOtherVersion({ drillId, items }: AttemptRecord): Promise<boolean> {
  const drill = drillId ? await getRecord('drill', drillId) : null;
  if (!drill?.ok || !drill.value) return false;
  const asked = new Set(drill.value.items.map((item) => JSON.stringify(item)));
  return items.some((item) => !asked.has(JSON.stringify(item)));
}

/**
 * Counts goes for students: answers are graded anew by the truth that is here, whatever a file says of them.
 * @throws if the signal stops it, or a write fails; what was counted before stays
 */
export async function countIn(
  { id: classId }: ClassRecord,
  handedIn: readonly HandIn[],
  { onGraded, signal }: Watching = {},
): Promise<CountedIn> {
  const goes = handedIn.flatMap(({ studentId, attempts }) =>
    attempts.map((attempt) => ({ studentId, attempt })),
  );
  const total = goes.reduce((sum, { attempt }) => sum + attempt.answers.length, 0);
  const report: CountedIn = { counted: 0, known: 0, ungraded: 0, changed: [] };
  const grounds: Grounds = new Map();
  let done = 0;
  for (const { studentId, attempt } of goes) {
    const here = await getRecord('result', attempt.id);
    const isWhole =
      here.ok &&
      here.value?.ungraded.length === 0 &&
      here.value.attempt.answers.length >= attempt.answers.length;
    if (isWhole) {
      report.known++;
      done += attempt.answers.length;
      continue;
    }
    const opened = await unsealed(attempt);
    const { items, answers: given, drillId } = opened.ok ? opened.value : attempt;
    const answers: StoredAnswer[] = [];
    const ungraded: ResultRecord['ungraded'] = [];
    for (const stored of given) {
      signal?.throwIfAborted();
      const item = items.find(({ id }) => id === stored.itemId);
      if (item) {
        const graded = opened.ok
          ? await gradedHere(item, stored, grounds)
          : { stored: { ...stored, grade: null }, reason: opened.error };
        answers.push(graded.stored);
        if (graded.reason) ungraded.push({ itemId: item.id, reason: graded.reason });
      }
      onGraded?.(++done, total);
    }
    await putRecord<'result'>({
      ...newRecord('result', attempt.id, attempt.createdAtMs),
      ...{ classId, studentId, ungraded },
      attempt: { ...attemptContent.parse(attempt), drillId, items, answers, draft: null },
    });
    report.counted++;
    if (await isOfOtherVersion(attempt)) report.changed.push(attempt.drillName);
    report.ungraded += ungraded.length;
  }
  return report;
}
