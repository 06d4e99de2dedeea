/** Lessons: those that are shipped, and the instructor's own. */
import { fail, type LessonRecord, newRecord, ok, type Result } from '@core/records';
import { LESSONS } from '@core/teaching';
import { createId, listRecords, openRecord, putRecord } from './database';

export interface LessonList {
  shipped: LessonRecord[];
  own: LessonRecord[];
}

export async function listLessons(): Promise<LessonList> {
  const { records } = await listRecords('lesson');
  const own = records
    .filter(({ deletedAtMs }) => deletedAtMs === null)
    .sort((a, b) => b.updatedAtMs - a.updatedAtMs);
  return { shipped: LESSONS, own };
}

export const isShipped = (id: string) => LESSONS.some((lesson) => lesson.id === id);

export async function openLesson(id: string): Promise<Result<LessonRecord, string>> {
  const shipped = LESSONS.find((lesson) => lesson.id === id);
  return shipped ? ok(shipped) : openRecord('lesson', id);
}

/** To be changed: a shipped one is copied first. */
export async function openOwnLesson(id: string): Promise<Result<LessonRecord, string>> {
  return isShipped(id)
    ? fail('it is a shipped lesson, which is copied before it is changed')
    : openRecord('lesson', id);
}

export async function saveLesson(lesson: LessonRecord): Promise<LessonRecord> {
  const saved = { ...lesson, updatedAtMs: Date.now() };
  await putRecord<'lesson'>(saved);
  return saved;
}

/** A copy of one's own, to change; or a new one. */
export async function newLesson(from: LessonRecord | null): Promise<LessonRecord> {
  const lesson: LessonRecord = {
    ...(from ?? { name: 'New lesson', summary: '', minutes: 8, skills: [], steps: [] }),
    ...newRecord('lesson', createId('lesson'), Date.now()),
    ...(from ? { name: `${from.name.slice(0, 112)} (copy)` } : {}),
  };
  await putRecord<'lesson'>(lesson);
  return lesson;
}

export const setLessonDeleted = (lesson: LessonRecord, deleted: boolean) =>
  saveLesson({ ...lesson, deletedAtMs: deleted ? Date.now() : null });
