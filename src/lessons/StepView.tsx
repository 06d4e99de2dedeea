/** One step of a lesson, as it is taught. */
import { Activity, ListChecks } from '@/ui/icons';
import { type ReactNode, useRef, useState } from 'react';
import type { View } from '@core/display';
import type { DrillScreen } from '@core/drills';
import { type LessonRecord, type LessonStep, reasonOf } from '@core/records';
import { useSettings } from '@/storage/settings';
import { Button } from '@/ui/Button';
import { PlateView } from '@/ui/echo/PlateView';
import type { PictureState } from '@/ui/echo/EchoPicture';
import { ViewControls } from '@/ui/echo/ViewControls';
import { Markdown } from '@/ui/Markdown';
import { startQuestions } from './questions';

type StepOf<K extends LessonStep['kind']> = Extract<LessonStep, { kind: K }>;

const benchHref = (recipe: object) => `/bench?recipe=${encodeURIComponent(JSON.stringify(recipe))}`;

function AtTheBench({ recipe }: { recipe: object }) {
  return (
    <a
      href={benchHref(recipe)}
      className="inline-flex items-center gap-1.5 text-sm font-semibold text-action underline"
    >
      <Activity size={15} aria-hidden="true" /> At the bench, at this moment
    </a>
  );
}

function Words({ step, children }: { step: LessonStep; children?: ReactNode }) {
  return (
    <div className="flex flex-col gap-3 lg:w-80 lg:shrink-0 lg:overflow-y-auto">
      <h2 className="text-xl leading-snug">{step.title}</h2>
      <Markdown text={step.text} />
      {children}
    </div>
  );
}

function ShowStep({ step }: { step: StepOf<'show'> }) {
  const [first] = step.plates;
  // The words over the pictures: beside them they would leave most of a column empty.
  return (
    <div className="flex min-h-0 min-w-0 flex-1 flex-col gap-3">
      <div className="flex flex-wrap items-start gap-x-8 gap-y-2">
        <h2 className="text-xl leading-snug">{step.title}</h2>
        <div className="min-w-72 flex-1">
          <Markdown text={step.text} />
        </div>
        {first && <AtTheBench recipe={first.recipe} />}
      </div>
      {step.plates.length > 0 && (
        <div className="flex min-h-72 min-w-0 flex-1 flex-col gap-3">
          {step.plates.map((plate, i) => (
            <div key={i} className="min-h-56 flex-1">
              <PlateView plate={plate} label={`Picture ${i + 1}`} />
            </div>
          ))}
        </div>
      )}
    </div>
  );
}

function TryStep({ step }: { step: StepOf<'try'> }) {
  const { units } = useSettings();
  const [screen, setScreen] = useState<DrillScreen | null>(null);
  const [state, setState] = useState<PictureState | null>(null);
  const [view, setView] = useState<View | null>(null);
  const shown = view ?? screen?.view ?? null;
  return (
    <>
      <div className="min-h-72 min-w-0 flex-1">
        <PlateView
          plate={step.plate}
          label="Picture to try on"
          view={shown ?? undefined}
          scrolls={step.controls.includes('scroll')}
          onScreen={setScreen}
          onPicture={setState}
        />
      </div>
      <Words step={step}>
        {screen && shown && (
          <section aria-label="Controls" className="flex flex-col gap-2">
            <ViewControls
              screen={screen}
              view={shown}
              initial={screen.view}
              controls={step.controls.length > 0 ? step.controls : undefined}
              state={state}
              units={units}
              onView={setView}
            />
          </section>
        )}
        <AtTheBench recipe={step.plate.recipe} />
      </Words>
    </>
  );
}

function AskStep({ step, lesson }: { step: StepOf<'ask'>; lesson: LessonRecord }) {
  const [made, setMade] = useState<number | null>(null);
  const [message, setMessage] = useState('');
  const stop = useRef<AbortController | null>(null);
  const count = step.items.length || step.make?.count || 0;
  const start = async () => {
    setMade(0);
    setMessage('');
    try {
      stop.current = new AbortController();
      await startQuestions(lesson, step, setMade, stop.current.signal);
      if (stop.current.signal.aborted) setMade(null);
    } catch (failure) {
      setMessage(reasonOf(failure));
      setMade(null);
    }
  };
  return (
    <div className="mx-auto flex max-w-xl flex-col gap-4 self-center">
      <Words step={step} />
      <p className="text-ink-2">
        {count} questions,{' '}
        {step.items.length > 0 ? 'chosen for this lesson' : 'made anew each time'}. Say how sure you
        are, commit, then see the water.
      </p>
      {made === null ? (
        <Button look="primary" className="self-start" onClick={() => void start()}>
          <ListChecks size={16} aria-hidden="true" /> Begin the questions
        </Button>
      ) : (
        <div className="flex items-center gap-3" role="status">
          <progress
            className="h-2 w-64 accent-action"
            aria-label="Making questions"
            max={count}
            value={made}
          />
          <span className="figures text-sm">
            Sounding… {made} of {count}
          </span>
          <Button size="small" onClick={() => stop.current?.abort()}>
            Stop
          </Button>
        </div>
      )}
      <p role="alert" className="text-missed">
        {message}
      </p>
    </div>
  );
}

export function StepView({ step, lesson }: { step: LessonStep; lesson: LessonRecord }) {
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-4 overflow-y-auto p-4 lg:flex-row">
      {step.kind === 'show' && <ShowStep step={step} />}
      {step.kind === 'try' && <TryStep step={step} />}
      {step.kind === 'ask' && <AskStep step={step} lesson={lesson} />}
    </div>
  );
}
