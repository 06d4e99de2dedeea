/** Courses of classes, and what a meeting is handed out with. */
import { type Item, SKILL_IDS, type SkillId } from '@core/drills';
import {
  type AnyRecord,
  type CourseRecord,
  type DrillRecord,
  type LessonRecord,
  type Meeting,
  type MeetingPart,
  newRecord,
  nextMeeting,
} from '@core/records';
import { LESSONS, SHIPPED_MEETINGS } from '@core/teaching';
import { listClasses } from './classes';
import { createId, listRecords, putRecord } from './database';
import { materialOf, newDrill, recordOf } from './drills';
import { makeParallelForm } from './parallelForm';
import { gatherQuestions } from './questions';
import { exportRecords } from './workspaceFile';

export async function listCourses(): Promise<CourseRecord[]> {
  const { records } = await listRecords('course');
  return records
    .filter(({ deletedAtMs }) => deletedAtMs === null)
    .sort((a, b) => b.updatedAtMs - a.updatedAtMs);
}

/** A course of one's own, to change: of the shipped meetings, like another, or with one empty meeting. */
export async function newCourse(
  classId: string,
  from: 'shipped' | 'empty' | CourseRecord,
): Promise<CourseRecord> {
  const first: Meeting = {
    id: createId('meeting'),
    title: 'First meeting',
    atMs: null,
    note: '',
    parts: [],
  };
  const content =
    from === 'shipped'
      ? { name: 'Reading the screen, eight meetings', note: '', meetings: SHIPPED_MEETINGS }
      : from === 'empty'
        ? { name: 'New course', note: '', meetings: [first] }
        : // When it is held is the other class's matter.
          { ...from, meetings: from.meetings.map((meeting) => ({ ...meeting, atMs: null })) };
  const { name, note, meetings } = content;
  const course: CourseRecord = {
    ...newRecord('course', createId('course'), Date.now()),
    ...{ name, note, classId, meetings },
  };
  await putRecord<'course'>(course);
  return course;
}

export async function saveCourse(course: CourseRecord): Promise<CourseRecord> {
  const saved = { ...course, updatedAtMs: Date.now() };
  await putRecord<'course'>(saved);
  return saved;
}

/** Where a part of a meeting is opened. */
export const partHref = ({ kind, of }: MeetingPart): string =>
  ({
    lesson: `/lessons/lesson?id=${of}`,
    page: `/handbook?page=${of}`,
    drill: `/drills#${of}`,
    screen: `/library/screen?id=${of}`,
  })[kind];

/** The meeting of all courses that comes next, and its course; what belonged to a deleted class is nobody's. */
export async function comingMeeting(
  nowMs = Date.now(),
): Promise<{ course: CourseRecord; meeting: Meeting } | null> {
  const classes = new Set((await listClasses()).map(({ id }) => id));
  const held = (await listCourses()).filter(
    ({ classId }) => classId === '' || classes.has(classId),
  );
  const coming = held.flatMap((course) => {
    const meeting = nextMeeting(course.meetings, nowMs);
    return meeting ? [{ course, meeting }] : [];
  });
  const dateOf = ({ meeting }: (typeof coming)[number]) => meeting.atMs ?? Infinity;
  return coming.toSorted((a, b) => dateOf(a) - dateOf(b))[0] ?? null;
}

const recipesIn = (lesson: LessonRecord): string[] =>
  lesson.steps.flatMap((step) =>
    (step.kind === 'show' ? step.plates : step.kind === 'try' ? [step.plate] : []).map(
      ({ recipe }) => recipe.waterId,
    ),
  );

/** What a part needs on another browser; shipped lessons and pages are there. */
async function materialOfPart({ kind, of }: MeetingPart): Promise<AnyRecord[]> {
  if (kind === 'page' || (kind === 'lesson' && LESSONS.some(({ id }) => id === of))) return [];
  const [record] = await recordOf(kind as 'lesson' | 'drill' | 'screen', of);
  if (!record) return [];
  if (record.schema === 'drill') return [record, ...(await materialOf(record.items))];
  if (record.schema !== 'lesson') return [record];
  const asked = record.steps.flatMap((step): Item[] => (step.kind === 'ask' ? step.items : []));
  const waters = [...new Set(recipesIn(record))];
  const found = await Promise.all(waters.map((id) => recordOf('water', id)));
  return [record, ...(await materialOf(asked)), ...found.flat()];
}

/**
 * A meeting as one file, to practise with: its lessons, drills, screens and waters, and the plan of the course. It holds the
 * truth of all of it.
 */
export async function exportMeeting(course: CourseRecord, meeting: Meeting): Promise<Uint8Array> {
  const records = new Map<string, AnyRecord>();
  // Whose course it is stays here.
  records.set(`course/${course.id}`, { ...course, classId: '' });
  for (const part of meeting.parts) {
    for (const record of await materialOfPart(part)) {
      records.set(`${record.schema}/${record.id}`, record);
    }
  }
  return exportRecords([...records.values()]);
}

/** What a course teaches, by its lessons and pages. */
function skillsOfCourse({ meetings }: Pick<CourseRecord, 'meetings'>): SkillId[] {
  const parts = meetings.flatMap((meeting) => meeting.parts);
  const taught = new Set<string>(
    parts.flatMap(({ kind, of }) =>
      kind === 'page' ? [of] : (LESSONS.find(({ id }) => id === of)?.skills ?? []),
    ),
  );
  return SKILL_IDS.filter((skill) => taught.has(skill));
}

const TEST_ITEMS = 16;

/**
 * Makes the two tests of a course, parallel forms of one another, and puts them at its beginning and its end.
 * @returns null where it was stopped
 * @throws if the waters here give no questions
 */
export async function withTests(
  course: CourseRecord,
  { onMade, signal }: { onMade: (made: number, of: number) => void; signal: AbortSignal },
): Promise<CourseRecord | null> {
  const of = 2 * TEST_ITEMS;
  const items = await gatherQuestions(
    { skills: skillsOfCourse(course), count: TEST_ITEMS, perScreen: 1 },
    { signal, onMade: (made) => onMade(Math.min(made, TEST_ITEMS), of) },
  );
  if (signal.aborted) return null;
  if (items.length === 0) throw new Error('the waters here give no such questions');
  const rules = { feedback: 'never', note: '', order: 'written' } as const;
  const before = await newDrill({ ...rules, name: `${course.name}: before`, items });
  const after = await makeParallelForm(before, {
    signal,
    onMade: (made) => onMade(TEST_ITEMS + made, of),
  });
  if (!after) return null;
  const partOf = (drill: DrillRecord, test: 'before' | 'after'): MeetingPart => ({
    ...{ id: createId('part'), kind: 'drill', of: drill.id, name: drill.name.slice(0, 120), test },
  });
  const last = course.meetings.length - 1;
  const meetings = course.meetings.map((meeting, i) => ({
    ...meeting,
    parts: [
      ...(i === 0 ? [partOf(before, 'before')] : []),
      ...meeting.parts.filter(({ test }) => test === null),
      ...(i === last ? [partOf(after, 'after')] : []),
    ],
  }));
  return { ...course, meetings };
}
