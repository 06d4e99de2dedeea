import { useState } from 'react';
import {
  kindName,
  ITEM_KINDS,
  type ItemKindName,
  SKILL_IDS,
  type SkillId,
  SKILLS,
} from '@core/drills';
import type { DrillRecord, LessonStep, ScreenRecord } from '@core/records';
import { type ControlId, CONTROLS } from '@core/setup';
import { Choice } from '@/ui/Choice';
import { Markdown } from '@/ui/Markdown';
import { NumberField } from '@/ui/NumberField';
import { Segmented } from '@/ui/Segmented';
import { SomeOf } from '@/ui/SomeOf';
import { TextField } from '@/ui/TextField';
import { PlateEditor } from './PlateEditor';

interface StepEditorProps {
  step: LessonStep;
  screens: readonly ScreenRecord[];
  drills: readonly DrillRecord[];
  /** @param mergeKey changes with the same one in a row are taken back together */
  onChange: (step: LessonStep, mergeKey?: string) => void;
}

/** Controls that act on a stored echo. */
const TRIED: ControlId[] = [
  'gain',
  'contrast',
  'tvg',
  'noiseFilter',
  'crossTalkFilter',
  'persistence',
  'surfaceFilter',
  'range',
  'scroll',
  'zoom',
  'palette',
];

const WRITING = [
  { value: 'write', label: 'Write' },
  { value: 'read', label: 'Read' },
] as const;

const MOST_SKILLS = 8;

function AskEditor({
  step,
  drills,
  onChange,
}: {
  step: Extract<LessonStep, { kind: 'ask' }>;
  drills: readonly DrillRecord[];
  onChange: (step: LessonStep, mergeKey?: string) => void;
}) {
  const make = step.make ?? {
    skills: ['archAndSpeed' as SkillId],
    kinds: [],
    count: 5,
    difficulty: null,
  };
  const set = (part: Partial<typeof make>, mergeKey?: string) =>
    onChange({ ...step, items: [], make: { ...make, ...part } }, mergeKey);
  return (
    <>
      <Choice
        label="Questions"
        value={step.items.length > 0 ? 'chosen' : 'made'}
        options={[
          { value: 'made', label: 'made anew each time' },
          ...(step.items.length > 0
            ? [{ value: 'chosen', label: `the ${step.items.length} chosen` }]
            : []),
          ...drills
            .filter(({ items }) => items.length > 0)
            .map(({ id, name }) => ({ value: id, label: `those of “${name}”` })),
        ]}
        onChange={(value) => {
          if (value === 'made') set({});
          const drill = drills.find(({ id }) => id === value);
          if (drill) onChange({ ...step, items: drill.items.slice(0, 50) });
        }}
      />
      {step.items.length === 0 && (
        <>
          <SomeOf
            title="Skills"
            all={SKILL_IDS}
            nameOf={(id: SkillId) => SKILLS[id]}
            chosen={make.skills}
            none="choose at least one"
            onChange={(skills) =>
              skills.length > 0 && skills.length <= MOST_SKILLS && set({ skills })
            }
          />
          <SomeOf
            title="Kinds"
            all={ITEM_KINDS}
            nameOf={(id: ItemKindName) => kindName(id)}
            chosen={make.kinds}
            onChange={(kinds) => set({ kinds })}
          />
          <NumberField
            label="How many"
            value={make.count}
            min={1}
            max={30}
            quantity="plain"
            units="metric"
            decimals={0}
            onChange={(count) => set({ count: Math.round(count) }, 'count')}
          />
        </>
      )}
    </>
  );
}

export function StepEditor({ step, screens, drills, onChange }: StepEditorProps) {
  const [mode, setMode] = useState<(typeof WRITING)[number]['value']>('write');
  return (
    <div className="flex flex-col gap-3">
      <TextField
        label="Title"
        value={step.title}
        max={120}
        required
        onChange={(title) => onChange({ ...step, title }, `title${step.id}`)}
      />
      <div className="flex items-center justify-between gap-3">
        <p className="text-xs text-ink-2">
          **strong**, *weak*, lists with “-”, links as [words](address).
        </p>
        <Segmented label="Text as" value={mode} options={WRITING} onChange={setMode} />
      </div>
      {mode === 'write' ? (
        <TextField
          label="Text"
          value={step.text}
          max={6000}
          rows={7}
          onChange={(text) => onChange({ ...step, text }, `text${step.id}`)}
        />
      ) : (
        <div className="min-h-40 rounded-md border border-hairline p-3">
          <Markdown text={step.text || '*No words yet.*'} />
        </div>
      )}
      {step.kind === 'show' &&
        [0, 1].map((i) => (
          <PlateEditor
            key={i}
            label={i === 0 ? 'Picture' : 'Beside it'}
            plate={step.plates[i] ?? null}
            screens={screens}
            required={false}
            onChange={(plate) => {
              const plates = [...step.plates];
              if (plate) plates[Math.min(i, plates.length)] = plate;
              else plates.splice(i, 1);
              onChange({ ...step, plates: plates.slice(0, 2) });
            }}
          />
        ))}
      {step.kind === 'try' && (
        <>
          <PlateEditor
            label="Picture to try on"
            plate={step.plate}
            screens={screens}
            required
            onChange={(plate) => plate && onChange({ ...step, plate })}
          />
          <SomeOf
            title="Controls"
            all={TRIED}
            nameOf={(id: ControlId) => CONTROLS[id].label}
            chosen={step.controls}
            onChange={(controls) => onChange({ ...step, controls: controls.slice(0, 8) })}
          />
        </>
      )}
      {step.kind === 'ask' && <AskEditor step={step} drills={drills} onChange={onChange} />}
    </div>
  );
}
