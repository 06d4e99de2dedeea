import isEqual from 'fast-deep-equal';
import { Dices, Hammer, Wand } from '@/ui/icons';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { SEDIMENT_NAMES, type SedimentName, SEDIMENTS } from '@core/bottom';
import {
  type BlankChoice,
  blankFault,
  blankNodes,
  blankWater,
  WATER_TEMPLATES,
  type WaterChoice,
  waterChoiceSchema,
  withBottom,
} from '@core/builder';
import type { WaterContent } from '@core/records';
import { format, LENGTH } from '@core/units';
import { useSettings } from '@/storage/settings';
import { addWater } from '@/storage/waters';
import { Button } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { Choice } from '@/ui/Choice';
import { FileButton } from '@/ui/FileButton';
import { NumberField } from '@/ui/NumberField';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { Segmented } from '@/ui/Segmented';
import { TextField } from '@/ui/TextField';
import { WaterMap } from '@/ui/WaterMap';
import { cancelChartWork, chartWork } from '@/workers/chartClient';

const SEDIMENT_OPTIONS = SEDIMENT_NAMES.map((value) => ({ value, label: SEDIMENTS[value].label }));

async function build(content: WaterContent): Promise<void> {
  const water = await addWater(content);
  location.assign(`/waters/build?water=${water.id}`);
}

function Templates() {
  const [previews] = useState(() => WATER_TEMPLATES.map((template) => template.make()));
  return (
    <Card title="Start from a relief">
      <ul className="grid gap-3 px-4 py-3 sm:grid-cols-2">
        {WATER_TEMPLATES.map((template, index) => (
          <li key={template.id} className="overflow-hidden rounded-md border border-hairline">
            <div className="h-24 border-b border-hairline">
              <WaterMap water={previews[index]} />
            </div>
            <div className="flex items-center gap-2 px-3 py-2">
              <div className="flex-1">
                <h3>{template.name}</h3>
                <p className="text-xs text-ink-2">{template.hint}</p>
              </div>
              <Button
                aria-label={`Build on ${template.name}`}
                onClick={() => void build(template.make())}
              >
                Build
              </Button>
            </div>
          </li>
        ))}
      </ul>
    </Card>
  );
}

const FIRST_BLANK: BlankChoice = {
  name: 'New water',
  widthM: 240,
  heightM: 180,
  cellM: 2,
  depthM: 8,
  sediment: 'sand',
};

function Blank() {
  const units = useSettings((state) => state.units);
  const [choice, setChoice] = useState(FIRST_BLANK);
  const set = (change: Partial<BlankChoice>) => setChoice((old) => ({ ...old, ...change }));
  const fault = blankFault(choice);
  const { columns, rows } = blankNodes(choice);
  return (
    <Card title="Start from nothing">
      <div className="flex flex-col gap-2 px-4 py-3">
        <TextField label="Name" value={choice.name} max={80} onChange={(name) => set({ name })} />
        {(
          [
            ['widthM', 'West to east', 20, 4000],
            ['heightM', 'South to north', 20, 4000],
            ['cellM', 'Spacing of the depths', 0.25, 20],
            ['depthM', 'Depth everywhere', 0.5, 200],
          ] as const
        ).map(([field, label, min, max]) => (
          <NumberField
            key={field}
            label={label}
            value={choice[field]}
            min={min}
            max={max}
            decimals={field === 'cellM' ? 2 : 1}
            quantity="length"
            units={units}
            onChange={(value) => set({ [field]: value })}
          />
        ))}
        <Choice
          label="Bottom"
          value={choice.sediment}
          options={SEDIMENT_OPTIONS}
          onChange={(sediment) => set({ sediment })}
        />
        <p className={`text-xs ${fault ? 'text-missed' : 'text-ink-2'}`} role="status">
          {fault ??
            `${columns} × ${rows} depths. Finer spacing shows smaller shapes and takes longer to sound.`}
        </p>
        <Button
          look="primary"
          disabled={fault !== null || choice.name.trim() === ''}
          onClick={() => void build(blankWater(choice))}
        >
          <Hammer size={16} aria-hidden="true" /> Build on it
        </Button>
      </div>
    </Card>
  );
}

const newSeed = () => Math.floor(Math.random() * 100_000);

const WORDS = {
  shape: [
    { value: 'valley', label: 'Valley' },
    { value: 'basin', label: 'Basin' },
    { value: 'coast', label: 'Coast' },
  ],
  bottoms: [
    { value: 'soft', label: 'Soft' },
    { value: 'mixed', label: 'Mixed' },
    { value: 'hard', label: 'Hard' },
  ],
  cover: [
    { value: 'bare', label: 'Bare' },
    { value: 'some', label: 'Some' },
    { value: 'rich', label: 'Rich' },
  ],
  season: [
    { value: 'spring', label: 'Spring' },
    { value: 'summer', label: 'Summer' },
    { value: 'autumn', label: 'Autumn' },
    { value: 'winter', label: 'Winter' },
  ],
} as const;

const WORD_TITLES = { shape: 'Shape', bottoms: 'Bottoms', cover: 'Cover', season: 'Season' };

function Generator() {
  const units = useSettings((state) => state.units);
  const [choice, setChoice] = useState<WaterChoice>(() => ({
    seed: newSeed(),
    name: 'Grown water',
    shape: 'valley',
    sizeM: 360,
    deepestM: 14,
    bottoms: 'mixed',
    cover: 'some',
    season: 'summer',
  }));
  const [made, setMade] = useState<{ content: WaterContent; of: WaterChoice } | null>(null);
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const job = useRef(0);
  useEffect(() => () => cancelChartWork(), []);
  const set = (change: Partial<WaterChoice>) => setChoice((old) => ({ ...old, ...change }));

  const grow = async (wanted: WaterChoice) => {
    const number = ++job.current;
    setBusy(true);
    setFault(null);
    try {
      const content = await chartWork().generateWater(waterChoiceSchema.parse(wanted));
      if (number !== job.current) return;
      setMade({ content, of: wanted });
    } catch (error) {
      if (number !== job.current) return;
      setFault(error instanceof Error ? error.message : String(error));
    }
    setBusy(false);
  };
  const stop = () => {
    job.current++;
    cancelChartWork();
    setBusy(false);
  };
  const isCurrent = made !== null && isEqual(made.of, choice);

  return (
    <Card title="Let one grow">
      <div className="grid gap-4 px-4 py-3 md:grid-cols-[18rem_1fr]">
        <div className="flex flex-col gap-2">
          <TextField label="Name" value={choice.name} max={80} onChange={(name) => set({ name })} />
          {(['shape', 'bottoms', 'cover', 'season'] as const).map((field) => (
            <div key={field}>
              <p className="mb-0.5 text-xs text-ink-2" aria-hidden="true">
                {WORD_TITLES[field]}
              </p>
              <Segmented<string>
                label={WORD_TITLES[field]}
                value={choice[field]}
                options={WORDS[field]}
                onChange={(value) => set({ [field]: value } as Partial<WaterChoice>)}
              />
            </div>
          ))}
          <NumberField
            label="Size, west to east"
            value={choice.sizeM}
            min={120}
            max={1500}
            decimals={0}
            quantity="length"
            units={units}
            onChange={(sizeM) => set({ sizeM: Math.round(sizeM) })}
          />
          <NumberField
            label="Deepest, about"
            value={choice.deepestM}
            min={3}
            max={60}
            quantity="length"
            units={units}
            onChange={(deepestM) => set({ deepestM })}
          />
          <div className="flex items-center gap-2">
            <div className="flex-1">
              <NumberField
                label="Seed"
                value={choice.seed}
                min={0}
                max={4294967295}
                decimals={0}
                quantity="plain"
                units={units}
                onChange={(seed) => set({ seed: Math.round(seed) })}
              />
            </div>
            <Button
              aria-label="Another seed"
              title="Another seed"
              onClick={() => {
                const next = { ...choice, seed: newSeed() };
                setChoice(next);
                void grow(next);
              }}
            >
              <Dices size={16} aria-hidden="true" />
            </Button>
          </div>
          <p className="text-xs text-ink-2">The same seed and words give the same water again.</p>
        </div>
        <div className="flex min-h-72 flex-col gap-2">
          <div className="relative min-h-64 flex-1 overflow-hidden rounded-md border border-hairline bg-well">
            {made && <WaterMap water={made.content} contents />}
            {!made && !busy && (
              <p className="p-4 text-ink-2">Choose, then let it grow. You see it here first.</p>
            )}
            {busy && (
              <div
                role="status"
                className="absolute inset-x-0 bottom-0 flex items-center gap-3 bg-card/90 px-3 py-2"
              >
                <progress className="flex-1 accent-action" aria-label="Growing" />
                <span>Growing…</span>
                <Button onClick={stop}>Cancel</Button>
              </div>
            )}
          </div>
          {fault && (
            <p role="alert" className="text-missed">
              It could not be made: {fault}.
            </p>
          )}
          <div className="flex min-h-9 flex-wrap items-center gap-2">
            <Button onClick={() => void grow(choice)} disabled={busy || choice.name.trim() === ''}>
              <Wand size={16} aria-hidden="true" /> Grow it
            </Button>
            <Button
              look="primary"
              disabled={!isCurrent || busy}
              onClick={() => made && void build(made.content)}
            >
              <Hammer size={16} aria-hidden="true" /> Build on it
            </Button>
            {made && (
              <p className="text-xs text-ink-2">
                {isCurrent
                  ? `${made.content.scene.targets.length} things, ${made.content.passes.length} passes, ${made.content.spots.length} known spots.`
                  : 'The picture is of the earlier choice.'}
              </p>
            )}
          </div>
        </div>
      </div>
    </Card>
  );
}

function DepthGrid() {
  const units = useSettings((state) => state.units);
  const [sediment, setSediment] = useState<SedimentName>('sand');
  const [busy, setBusy] = useState(false);
  const [outcome, setOutcome] = useState<
    { content: WaterContent; notes: string[] } | { fault: string } | null
  >(null);
  const read = async (file: File) => {
    setBusy(true);
    const result = await chartWork().readDepthGrid(await file.text(), sediment);
    setBusy(false);
    setOutcome(
      result.ok
        ? {
            content: withBottom(
              file.name.replace(/\.[^.]+$/, '').slice(0, 80) || 'From a file',
              result.value.bottom,
              `Depths from the file ${file.name}.`,
            ),
            notes: result.value.notes,
          }
        : {
            fault: `“${file.name}” was not taken: ${result.error.message}. Nothing has been changed.`,
          },
    );
  };
  let shown: ReactNode = (
    <p className="text-ink-2">
      Depths in metres: CSV or XYZ with x, y, depth, or an ESRI ASCII grid. Scattered soundings are
      gridded.
    </p>
  );
  if (outcome && 'fault' in outcome) {
    shown = (
      <p role="alert" className="text-missed">
        {outcome.fault}
      </p>
    );
  } else if (outcome) {
    const { bottom } = outcome.content.scene;
    shown = (
      <>
        <div className="h-32 overflow-hidden rounded-md border border-hairline">
          <WaterMap water={outcome.content} />
        </div>
        <p className="text-xs text-ink-2">
          {bottom.columns} × {bottom.rows} depths, {format(LENGTH[units], bottom.cellM, 2)} apart.{' '}
          {outcome.notes.join(' ')}
        </p>
        <Button look="primary" onClick={() => void build(outcome.content)}>
          <Hammer size={16} aria-hidden="true" /> Build on it
        </Button>
      </>
    );
  }
  return (
    <Card title="Bring in a depth grid">
      <div className="flex flex-col gap-2 px-4 py-3">
        {shown}
        <Choice
          label="Bottom everywhere"
          value={sediment}
          options={SEDIMENT_OPTIONS}
          onChange={setSediment}
        />
        <FileButton
          label="Depth grid file"
          accept=".asc,.xyz,.csv,.txt"
          disabled={busy}
          onFile={(file) => void read(file)}
        >
          {busy ? 'Reading…' : 'Choose a file'}
        </FileButton>
      </div>
    </Card>
  );
}

function NewWater() {
  return (
    <>
      <PageHeader
        title="New water"
        note="Whatever you start from opens in the builder, where everything can be changed."
      />
      <div className="mx-auto flex max-w-6xl flex-col gap-4 p-4">
        <Generator />
        <div className="grid items-start gap-4 lg:grid-cols-[1fr_20rem]">
          <Templates />
          <div className="flex flex-col gap-4">
            <Blank />
            <DepthGrid />
          </div>
        </div>
      </div>
    </>
  );
}

export function NewWaterPage() {
  return (
    <Prepared>
      <NewWater />
    </Prepared>
  );
}
