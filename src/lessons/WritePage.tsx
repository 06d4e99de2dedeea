/** Writing a lesson: its steps in order, one of them open. */
import { Eye, Plus, Trash2 } from '@/ui/icons';
import { useCallback, useEffect, useState } from 'react';
import { SKILL_IDS, type SkillId, SKILLS } from '@core/drills';
import type { DrillRecord, LessonRecord, LessonStep, ScreenRecord } from '@core/records';
import { demoRecipe } from '@core/teaching';
import { createId, storageFault } from '@/storage/database';
import { listDrills } from '@/storage/drills';
import { openOwnLesson, saveLesson } from '@/storage/lessons';
import { listScreens } from '@/storage/screens';
import { Button, ButtonLink } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { NumberField } from '@/ui/NumberField';
import { PageHeader } from '@/ui/PageHeader';
import { OpenById } from '@/ui/OpenById';
import { SomeOf } from '@/ui/SomeOf';
import { SortableList } from '@/ui/SortableList';
import { TextField } from '@/ui/TextField';
import { showToast } from '@/ui/toast';
import { UndoButtons } from '@/ui/UndoButtons';
import { useUndo } from '@/ui/useUndo';
import { StepEditor } from './StepEditor';

const KIND_WORDS = { show: 'Show', try: 'Try', ask: 'Ask' } as const;
const MOST_STEPS = 40;
const MOST_SKILLS = 8;

function newStep(kind: LessonStep['kind']): LessonStep {
  const base = { id: createId('step'), text: '' };
  switch (kind) {
    case 'show':
      return { ...base, kind, title: 'Look at this', plates: [] };
    case 'try':
      return {
        ...base,
        kind,
        title: 'Try it yourself',
        plate: { recipe: demoRecipe('slope'), caption: '', revealed: false },
        controls: ['gain'],
      };
    case 'ask':
      return {
        ...base,
        kind,
        title: 'Five questions',
        items: [],
        make: { skills: ['archAndSpeed'], kinds: [], count: 5, difficulty: null },
      };
  }
}

function Writer({ initial }: { initial: LessonRecord }) {
  const save = useCallback((lesson: LessonRecord) => {
    void saveLesson(lesson).catch((failure: unknown) =>
      showToast({ message: `The lesson could not be kept: ${storageFault(failure)}.` }),
    );
  }, []);
  const { value: lesson, change, history, step } = useUndo(initial, save);
  const [openId, setOpenId] = useState<string | null>(initial.steps.at(0)?.id ?? null);
  const [screens, setScreens] = useState<ScreenRecord[]>([]);
  const [drills, setDrills] = useState<DrillRecord[]>([]);
  useEffect(() => {
    let current = true;
    void Promise.all([listScreens(), listDrills()]).then(([list, own]) => {
      if (!current) return;
      setScreens(list.screens.filter(({ source }) => source.kind === 'simulated'));
      setDrills(own);
    });
    return () => {
      current = false;
    };
  }, []);
  const { steps } = lesson;
  const set = (label: string, part: Partial<LessonRecord>, mergeKey?: string) =>
    change(label, { ...lesson, ...part }, mergeKey);
  const add = (kind: LessonStep['kind']) => {
    const step = newStep(kind);
    set(`add a step`, { steps: [...steps, step] });
    setOpenId(step.id);
  };
  const open = steps.find(({ id }) => id === openId) ?? null;
  return (
    <>
      <PageHeader title="Write a lesson" note={`${steps.length} steps`}>
        <UndoButtons history={history} onStep={step} />
        <ButtonLink look="primary" href={`/lessons/lesson?id=${lesson.id}`}>
          <Eye size={16} aria-hidden="true" /> Look at it
        </ButtonLink>
        <ButtonLink href="/lessons">Done</ButtonLink>
      </PageHeader>
      <div className="grid items-start gap-4 p-4 lg:grid-cols-[20rem_1fr]">
        <div className="flex flex-col gap-4">
          <Card title="The lesson">
            <div className="flex flex-col gap-3 p-4 pt-2">
              <TextField
                label="Name"
                value={lesson.name}
                max={120}
                required
                onChange={(name) => set('rename', { name }, 'name')}
              />
              <TextField
                label="In a line"
                value={lesson.summary}
                max={600}
                rows={2}
                onChange={(summary) => set('summary', { summary }, 'summary')}
              />
              <NumberField
                label="Minutes"
                value={lesson.minutes}
                min={1}
                max={120}
                quantity="plain"
                units="metric"
                decimals={0}
                onChange={(minutes) => set('minutes', { minutes: Math.round(minutes) }, 'minutes')}
              />
              <SomeOf
                title="Trains"
                all={SKILL_IDS}
                nameOf={(id: SkillId) => SKILLS[id]}
                chosen={lesson.skills}
                none="nothing yet"
                onChange={(skills) => set('skills', { skills: skills.slice(0, MOST_SKILLS) })}
              />
            </div>
          </Card>
          <Card title="Steps, in order">
            <div className="flex flex-col gap-3 p-4 pt-2">
              <SortableList
                label="Steps"
                items={steps}
                idOf={({ id }) => id}
                nameOf={({ title }) => title}
                onOrder={(next) => set('move a step', { steps: next })}
              >
                {(step, i) => (
                  <>
                    <button
                      type="button"
                      aria-pressed={step.id === openId}
                      onClick={() => setOpenId(step.id)}
                      className="min-h-8 min-w-0 flex-1 rounded-sm px-1.5 text-left leading-tight hover:bg-well aria-pressed:bg-well aria-pressed:font-semibold"
                    >
                      <span className="text-xs text-ink-2">
                        {i + 1} {KIND_WORDS[step.kind]}
                      </span>{' '}
                      {step.title}
                    </button>
                    <Button
                      size="small"
                      aria-label={`Remove step ${i + 1}`}
                      onClick={() =>
                        set('remove a step', { steps: steps.filter((one) => one !== step) })
                      }
                    >
                      <Trash2 size={14} aria-hidden="true" />
                    </Button>
                  </>
                )}
              </SortableList>
              <div className="flex flex-wrap gap-2">
                {(['show', 'try', 'ask'] as const).map((kind) => (
                  <Button
                    key={kind}
                    size="small"
                    disabled={steps.length >= MOST_STEPS}
                    onClick={() => add(kind)}
                  >
                    <Plus size={14} aria-hidden="true" /> {KIND_WORDS[kind]}
                  </Button>
                ))}
              </div>
            </div>
          </Card>
        </div>
        <Card title={open ? `${KIND_WORDS[open.kind]}: ${open.title}` : 'No step is open'}>
          <div className="p-4 pt-2">
            {open ? (
              <StepEditor
                key={open.id}
                step={open}
                screens={screens}
                drills={drills}
                onChange={(step, mergeKey) =>
                  set(
                    'change a step',
                    { steps: steps.map((one) => (one.id === step.id ? step : one)) },
                    mergeKey,
                  )
                }
              />
            ) : (
              <p className="text-ink-2">
                Add a step at the left. A lesson shows first, lets try, then asks.
              </p>
            )}
          </div>
        </Card>
      </div>
    </>
  );
}

export function WritePage() {
  return (
    <OpenById what="lesson" open={openOwnLesson} back={{ href: '/lessons', label: 'All lessons' }}>
      {(lesson) => <Writer initial={lesson} />}
    </OpenById>
  );
}
