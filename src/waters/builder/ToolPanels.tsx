import { useState } from 'react';
import {
  BRUSH_TOOLS,
  type BrushTool,
  type Feature,
  SEDIMENT_NAMES,
  type SedimentName,
  SEDIMENTS,
} from '@core/bottom';
import { putOf, TARGET_KIND_NAMES } from '@core/targets';
import type { UnitSystem } from '@core/units';
import { LENGTH } from '@core/units';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { FileButton } from '@/ui/FileButton';
import { NumberField } from '@/ui/NumberField';
import { Panel } from '@/ui/Panel';
import { useReading } from '@/ui/useReading';
import { Segmented } from '@/ui/Segmented';
import { Setting } from '@/ui/Setting';
import { SHAPE_WORDS, type ToolState } from './tools';

interface ToolPanelProps {
  tools: ToolState;
  units: UnitSystem;
  onChange: (change: Partial<ToolState>) => void;
}

const BRUSH_WORDS: Record<BrushTool, { words: string; hint: string }> = {
  raise: { words: 'Raise', hint: 'Makes it shallower, most in the middle.' },
  lower: { words: 'Lower', hint: 'Makes it deeper, most in the middle.' },
  smooth: { words: 'Smooth', hint: 'Brings each place nearer to what is around it.' },
  level: { words: 'Level', hint: 'Brings it to one depth.' },
  roughen: { words: 'Roughen', hint: 'Adds small humps and hollows.' },
};

interface ReliefPanelProps extends ToolPanelProps {
  /** Puts the depths of a file in place of the relief; says what is wrong with it, if anything is. */
  onGrid: (file: File, signal: AbortSignal) => Promise<string>;
}

export function ReliefPanel({ tools, units, onChange, onGrid }: ReliefPanelProps) {
  const [outcome, setOutcome] = useState('');
  const reading = useReading();
  const { show, read, unit } = LENGTH[units];
  const isShare = tools.brush === 'smooth' || tools.brush === 'level';
  return (
    <Panel title="Brush">
      <div role="radiogroup" aria-label="Brush" className="grid grid-cols-3 gap-1">
        {BRUSH_TOOLS.map((brush) => (
          <button
            key={brush}
            type="button"
            role="radio"
            aria-checked={tools.brush === brush}
            className="min-h-8 rounded-md border border-hairline px-1 text-sm hover:bg-well aria-checked:bg-ink aria-checked:font-semibold aria-checked:text-card"
            onClick={() => onChange({ brush })}
          >
            {BRUSH_WORDS[brush].words}
          </button>
        ))}
      </div>
      <p className="text-xs text-ink-2">{BRUSH_WORDS[tools.brush].hint}</p>
      <RadiusSetting tools={tools} units={units} onChange={onChange} />
      <Setting
        label="Strength"
        value={isShare ? 100 * Math.min(1, tools.strengthM) : show(tools.strengthM)}
        min={isShare ? 5 : show(0.05)}
        max={isShare ? 100 : show(2)}
        step={isShare ? 5 : 0.05}
        decimals={isShare ? 0 : 2}
        unit={isShare ? '%' : unit}
        hint="For one dab; a slow stroke adds up."
        onChange={(value) => onChange({ strengthM: isShare ? value / 100 : read(value) })}
      />
      {tools.brush === 'level' && (
        <NumberField
          label="To a depth of"
          value={tools.levelDepthM}
          min={0}
          max={200}
          quantity="length"
          units={units}
          decimals={2}
          onChange={(levelDepthM) => onChange({ levelDepthM })}
        />
      )}
      <FileButton
        label="Depth grid file"
        accept=".asc,.xyz,.csv,.txt,.tif,.tiff,.geojson,.json"
        onFile={(file) => {
          setOutcome('Reading…');
          void reading.read((signal) => onGrid(file, signal)).then(setOutcome);
        }}
      >
        Depths from a file
      </FileButton>
      {reading.cancel}
      <p className="text-xs text-ink-2" role="status">
        {outcome ||
          'CSV, XYZ, ESRI ASCII grid or GeoTIFF in metres, or contours as GeoJSON, in place of this relief.'}
      </p>
    </Panel>
  );
}

function RadiusSetting({ tools, units, onChange }: ToolPanelProps) {
  const { show, read, unit } = LENGTH[units];
  return (
    <Setting
      label="Radius"
      hotkeys="[ ]"
      value={show(tools.radiusM)}
      min={show(1)}
      max={show(150)}
      step={0.5}
      decimals={1}
      unit={unit}
      logarithmic
      onChange={(value) => onChange({ radiusM: read(value) })}
    />
  );
}

interface SedimentPanelProps extends ToolPanelProps {
  /** What the bottom is made of so far. */
  present: readonly SedimentName[];
}

export function SedimentPanel({ tools, units, onChange, present }: SedimentPanelProps) {
  return (
    <Panel title="Paint the bottom">
      <Choice
        label="With"
        value={tools.sediment}
        options={SEDIMENT_NAMES.map((name) => ({ value: name, label: SEDIMENTS[name].label }))}
        onChange={(sediment) => onChange({ sediment })}
      />
      <p className="text-xs text-ink-2">Hard and rough echoes strongly; mud weakly and blurred.</p>
      <RadiusSetting tools={tools} units={units} onChange={onChange} />
      <ul aria-label="Colours of the bottom" className="grid grid-cols-2 gap-x-3 gap-y-0.5 text-xs">
        {[...new Set([...present, tools.sediment])].map((name) => (
          <li key={name} className="flex items-center gap-1.5">
            <span
              className="size-3 rounded-sm border border-outline"
              style={{ background: SEDIMENTS[name].colour }}
              aria-hidden="true"
            />
            {SEDIMENTS[name].label}
          </li>
        ))}
      </ul>
    </Panel>
  );
}

interface ShapesPanelProps extends ToolPanelProps {
  drawn: number;
  onFinish: () => void;
  onDrop: () => void;
}

export function ShapesPanel({ tools, onChange, drawn, onFinish, onDrop }: ShapesPanelProps) {
  const chosen = SHAPE_WORDS[tools.shape];
  return (
    <Panel title="Lay a shape">
      <Choice
        label="Shape"
        value={tools.shape}
        options={Object.entries(SHAPE_WORDS).map(([value, { words }]) => ({
          value: value as Feature['kind'],
          label: words,
        }))}
        onChange={(shape) => onChange({ shape })}
      />
      <p className="text-xs text-ink-2">
        {chosen.hint} {!chosen.isPath && 'Tap the chart to lay it.'} Shapes stay exact at any scale
        and can be moved later.
      </p>
      {chosen.isPath && drawn > 0 && (
        <div className="flex gap-1.5">
          <Button look="primary" disabled={drawn < 2} onClick={onFinish}>
            Finish ({drawn} bends)
          </Button>
          <Button onClick={onDrop}>Drop it</Button>
        </div>
      )}
    </Panel>
  );
}

export function ThingsPanel({ tools, onChange }: ToolPanelProps) {
  return (
    <Panel title="Place a thing">
      <Choice
        label="Thing"
        value={tools.thing}
        options={TARGET_KIND_NAMES.flatMap((kind) => {
          const put = putOf(kind);
          return put ? [{ value: kind, label: put.words }] : [];
        })}
        onChange={(thing) => onChange({ thing })}
      />
      <p className="text-xs text-ink-2">
        Tap the chart to put it down, then turn and size it here.
      </p>
    </Panel>
  );
}

export function LifePanel({ tools, units, onChange }: ToolPanelProps) {
  const { life } = tools;
  const set = (change: Partial<typeof life>) => onChange({ life: { ...life, ...change } });
  const isFish = life.kind === 'fish';
  return (
    <Panel title="Place life">
      <Segmented
        label="Fish or bait"
        value={life.kind}
        options={[
          { value: 'fish', label: 'Fish' },
          { value: 'bait', label: 'Bait' },
        ]}
        onChange={(kind) =>
          set(
            kind === 'bait'
              ? {
                  kind,
                  species: 'bleak',
                  count: 800,
                  leastLengthM: 0.06,
                  mostLengthM: 0.08,
                  spreadM: 3,
                }
              : {
                  kind,
                  species: 'perch',
                  count: 5,
                  leastLengthM: 0.2,
                  mostLengthM: 0.35,
                  spreadM: 6,
                },
          )
        }
      />
      <label className="flex items-center gap-2">
        <span className="flex-1">Species</span>
        <input
          className="h-8 w-36 rounded-md border border-hairline bg-paper px-2"
          maxLength={40}
          value={life.species}
          onChange={(event) => set({ species: event.target.value })}
        />
      </label>
      <NumberField
        label="Number"
        value={life.count}
        min={isFish ? 1 : 5}
        max={isFish ? 200 : 20_000}
        quantity="plain"
        units={units}
        decimals={0}
        onChange={(count) => set({ count: Math.round(count) })}
      />
      <NumberField
        label="Length from"
        value={life.leastLengthM}
        min={0.02}
        max={isFish ? 3 : 0.3}
        quantity="length"
        units={units}
        decimals={2}
        onChange={(leastLengthM) => set({ leastLengthM })}
      />
      <NumberField
        label="Length to"
        value={life.mostLengthM}
        min={0.02}
        max={isFish ? 3 : 0.3}
        quantity="length"
        units={units}
        decimals={2}
        onChange={(mostLengthM) => set({ mostLengthM })}
      />
      <NumberField
        label="Depth from"
        value={life.topM}
        min={0}
        max={200}
        quantity="length"
        units={units}
        onChange={(topM) => set({ topM })}
      />
      <NumberField
        label="Depth to"
        value={life.bottomM}
        min={0}
        max={200}
        quantity="length"
        units={units}
        onChange={(bottomM) => set({ bottomM })}
      />
      <NumberField
        label={isFish ? 'Spread over a radius of' : 'Radius of the school'}
        value={life.spreadM}
        min={0.2}
        max={50}
        quantity="length"
        units={units}
        onChange={(spreadM) => set({ spreadM })}
      />
      {isFish && (
        <Choice
          label="Behaviour"
          value={life.behaviour}
          options={[
            { value: 'hold', label: 'hold their place' },
            { value: 'cruise', label: 'swim round' },
            { value: 'school', label: 'in a school' },
          ]}
          onChange={(behaviour) => set({ behaviour })}
        />
      )}
      <p className="text-xs text-ink-2">Tap the chart where they are to be.</p>
    </Panel>
  );
}
