import { Copy, Pencil, Play, Plus, Trash2 } from '@/ui/icons';
import { useCallback, useEffect, useState } from 'react';
import { SKILLS } from '@core/drills';
import type { AttemptRecord, LessonRecord } from '@core/records';
import { listAttempts } from '@/storage/attempts';
import { storageFault } from '@/storage/database';
import { type LessonList, listLessons, newLesson, setLessonDeleted } from '@/storage/lessons';
import { useSettings } from '@/storage/settings';
import { Button, ButtonLink } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { Menu } from '@/ui/Menu';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { showToast } from '@/ui/toast';

/** How the lesson's questions went, at best. */
function doneWords(lesson: LessonRecord, attempts: AttemptRecord[]): string | null {
  const own = attempts.filter(
    ({ lessonId, finishedAtMs }) => lessonId === lesson.id && finishedAtMs !== null,
  );
  if (own.length === 0) return null;
  const best = own.reduce(
    (most, attempt) => {
      const right = attempt.answers.filter(({ grade }) => grade?.right).length;
      const share = right / Math.max(1, attempt.answers.length);
      return share > most.share ? { share, right, of: attempt.answers.length } : most;
    },
    { share: -1, right: 0, of: 0 },
  );
  return `done, at best ${best.right} of ${best.of}`;
}

function Row({
  lesson,
  number,
  attempts,
  actions,
}: {
  lesson: LessonRecord;
  number: number | null;
  attempts: AttemptRecord[];
  actions: { label: React.ReactNode; run: () => void }[];
}) {
  const done = doneWords(lesson, attempts);
  return (
    <li className="flex flex-wrap items-center gap-3 border-t border-hairline py-2.5 first:border-t-0">
      {number !== null && (
        <span
          className={`figures grid size-7 shrink-0 place-items-center rounded-full text-sm font-semibold ${done ? 'bg-good text-card' : 'bg-well'}`}
        >
          {number}
        </span>
      )}
      <div className="min-w-56 flex-1">
        <p className="font-semibold">{lesson.name}</p>
        <p className="text-sm text-ink-2">{lesson.summary}</p>
        <p className="text-xs text-ink-2">
          {lesson.minutes} minutes, {lesson.steps.length} steps
          {lesson.skills.length > 0 && `: ${lesson.skills.map((id) => SKILLS[id]).join(', ')}`}
          {done && <span className="ml-2 font-semibold text-good">{done}</span>}
        </p>
      </div>
      <ButtonLink href={`/lessons/lesson?id=${lesson.id}`}>
        <Play size={16} aria-hidden="true" /> Open<span className="sr-only"> {lesson.name}</span>
      </ButtonLink>
      {actions.length > 0 && <Menu label={`More for ${lesson.name}`} items={actions} />}
    </li>
  );
}

function Lessons() {
  const { role } = useSettings();
  const [lessons, setLessons] = useState<LessonList | null>(null);
  const [attempts, setAttempts] = useState<AttemptRecord[]>([]);
  const load = useCallback(async () => {
    setLessons(await listLessons());
    setAttempts(await listAttempts());
  }, []);
  useEffect(() => {
    const timer = setTimeout(() => void load(), 0);
    return () => clearTimeout(timer);
  }, [load]);
  const mayWrite = role !== 'learn';
  const write = async (from: LessonRecord | null) => {
    try {
      const lesson = await newLesson(from);
      location.assign(`/lessons/write?id=${lesson.id}`);
    } catch (failure) {
      showToast({ message: `The lesson could not be begun: ${storageFault(failure)}.` });
    }
  };
  const remove = async (lesson: LessonRecord) => {
    await setLessonDeleted(lesson, true);
    showToast({
      message: `“${lesson.name}” is deleted.`,
      action: {
        label: 'Undo',
        run: () => void setLessonDeleted(lesson, false).then(load),
      },
    });
    await load();
  };
  const copy = (lesson: LessonRecord) => ({
    label: (
      <>
        <Copy size={15} aria-hidden="true" /> Copy and change
      </>
    ),
    run: () => void write(lesson),
  });
  return (
    <>
      <PageHeader title="Lessons" note="Show, try, ask: five to ten minutes each.">
        {mayWrite && (
          <Button look="primary" onClick={() => void write(null)}>
            <Plus size={16} aria-hidden="true" /> Write a lesson
          </Button>
        )}
      </PageHeader>
      <div className="mx-auto flex max-w-4xl flex-col gap-4 p-4">
        {lessons && lessons.own.length > 0 && (
          <Card title="Your own">
            <ul className="px-4 pb-2">
              {lessons.own.map((lesson) => (
                <Row
                  key={lesson.id}
                  lesson={lesson}
                  number={null}
                  attempts={attempts}
                  actions={
                    mayWrite
                      ? [
                          {
                            label: (
                              <>
                                <Pencil size={15} aria-hidden="true" /> Change
                              </>
                            ),
                            run: () => location.assign(`/lessons/write?id=${lesson.id}`),
                          },
                          copy(lesson),
                          {
                            label: (
                              <>
                                <Trash2 size={15} aria-hidden="true" /> Delete
                              </>
                            ),
                            run: () => void remove(lesson),
                          },
                        ]
                      : []
                  }
                />
              ))}
            </ul>
          </Card>
        )}
        <Card title="In the order of the work">
          <ol className="px-4 pb-2">
            {lessons?.shipped.map((lesson, i) => (
              <Row
                key={lesson.id}
                lesson={lesson}
                number={i + 1}
                attempts={attempts}
                actions={mayWrite ? [copy(lesson)] : []}
              />
            ))}
          </ol>
        </Card>
      </div>
    </>
  );
}

export function LessonsPage() {
  return (
    <Prepared>
      <Lessons />
    </Prepared>
  );
}
