import { ArrowLeft, ArrowRight, Pencil, Printer, Users } from '@/ui/icons';
import { useState } from 'react';
import type { LessonRecord } from '@core/records';
import { isShipped, openLesson } from '@/storage/lessons';
import { useSettings } from '@/storage/settings';
import { Button, ButtonLink } from '@/ui/Button';
import { usePrinting } from '@/paper/usePrinting';
import { PageHeader } from '@/ui/PageHeader';
import { OpenById } from '@/ui/OpenById';
import { useHotkeys } from '@/ui/useHotkeys';
import { StepView } from './StepView';

const KIND_WORDS = { show: 'Show', try: 'Try', ask: 'Ask' } as const;

/** Walks through the steps; which one stands in the address, so that a reload stays there. */
function LessonWalk({
  lesson,
  first,
  onStep,
}: {
  lesson: LessonRecord;
  first: number;
  onStep: (step: number) => void;
}) {
  const { role } = useSettings();
  const { isPrinting, print } = usePrinting();
  const last = lesson.steps.length - 1;
  const [at, setAt] = useState(Math.min(Math.max(0, first), Math.max(0, last)));
  const go = (to: number) => {
    if (to < 0 || to > last) return;
    setAt(to);
    onStep(to);
  };
  useHotkeys({ n: () => go(at + 1), p: () => go(at - 1) });
  const step = lesson.steps.at(at);
  return (
    <div className="flex h-full min-h-[600px] flex-col">
      <PageHeader title={lesson.name} note={`${lesson.minutes} minutes`}>
        {role !== 'learn' && !isShipped(lesson.id) && (
          <ButtonLink href={`/lessons/write?id=${lesson.id}`}>
            <Pencil size={16} aria-hidden="true" /> Change
          </ButtonLink>
        )}
        <Button
          disabled={isPrinting}
          onClick={() =>
            void print(lesson.name, (paper, printing) => paper.handout(lesson, printing))
          }
        >
          <Printer size={16} aria-hidden="true" /> Handout
        </Button>
        {role !== 'learn' && lesson.steps.some(({ kind }) => kind === 'ask') && (
          <ButtonLink href={`/drills/room?lesson=${lesson.id}`}>
            <Users size={16} aria-hidden="true" /> Ask a room
          </ButtonLink>
        )}
        <ButtonLink href="/lessons">All lessons</ButtonLink>
      </PageHeader>
      {step ? (
        <StepView key={step.id} step={step} lesson={lesson} />
      ) : (
        <p className="flex-1 p-6 text-ink-2">This lesson has no steps yet.</p>
      )}
      <nav
        aria-label="Steps"
        className="flex shrink-0 flex-wrap items-center gap-2 border-t border-hairline px-4 py-2"
      >
        <Button hotkey="P" disabled={at === 0} onClick={() => go(at - 1)}>
          <ArrowLeft size={16} aria-hidden="true" /> Back
        </Button>
        <ol className="flex flex-1 flex-wrap justify-center gap-1.5">
          {lesson.steps.map((one, i) => (
            <li key={one.id}>
              <button
                type="button"
                aria-current={i === at ? 'step' : undefined}
                title={one.title}
                onClick={() => go(i)}
                className="min-h-7 rounded-md border border-hairline bg-card px-2 text-xs hover:border-outline aria-[current=step]:border-ink aria-[current=step]:bg-ink aria-[current=step]:font-semibold aria-[current=step]:text-card"
              >
                {i + 1} {KIND_WORDS[one.kind]}
                <span className="sr-only">: {one.title}</span>
              </button>
            </li>
          ))}
        </ol>
        <Button look="primary" hotkey="N" disabled={at >= last} onClick={() => go(at + 1)}>
          Next <ArrowRight size={16} aria-hidden="true" />
        </Button>
      </nav>
    </div>
  );
}

export function LessonPage() {
  const [search] = useState(() => new URLSearchParams(location.search));
  return (
    <OpenById
      what="lesson"
      open={openLesson}
      nameOf={({ name }) => name}
      back={{ href: '/lessons', label: 'All lessons' }}
    >
      {(lesson) => (
        <LessonWalk
          lesson={lesson}
          first={Number(search.get('step') ?? 1) - 1}
          onStep={(step) =>
            history.replaceState(
              null,
              '',
              `/lessons/lesson?id=${encodeURIComponent(lesson.id)}&step=${step + 1}`,
            )
          }
        />
      )}
    </OpenById>
  );
}
