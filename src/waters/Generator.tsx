import { reasonOf } from '@core/records';
import isEqual from 'fast-deep-equal';
import { Dices, Hammer, Wand } from '@/ui/icons';
import { useEffect, useRef, useState } from 'react';
import { type WaterChoice, waterChoiceSchema } from '@core/builder';
import type { WaterContent } from '@core/waters';
import {} from '@core/units';
import { useSettings } from '@/storage/settings';
import { Button } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { NumberField } from '@/ui/NumberField';
import { Segmented } from '@/ui/Segmented';
import { TextField } from '@/ui/TextField';
import { WaterMap } from '@/ui/WaterMap';
import { cancelChartWork, chartWork } from '@/workers/chartClient';
import { buildWater } from './buildWater';

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

export function Generator() {
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
      setFault(reasonOf(error));
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
              onClick={() => made && void buildWater(made.content)}
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
