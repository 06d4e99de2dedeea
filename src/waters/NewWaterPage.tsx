import { Hammer } from '@/ui/icons';
import { type ReactNode, useState } from 'react';
import { SEDIMENT_NAMES, type SedimentName, SEDIMENTS } from '@core/bottom';
import {
  type BlankChoice,
  blankFault,
  blankNodes,
  blankWater,
  WATER_TEMPLATES,
  withBottom,
} from '@core/builder';
import type { WaterContent } from '@core/waters';
import { format, LENGTH } from '@core/units';
import { useSettings } from '@/storage/settings';
import { Button } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { Choice } from '@/ui/Choice';
import { FileButton } from '@/ui/FileButton';
import { NumberField } from '@/ui/NumberField';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { TextField } from '@/ui/TextField';
import { WaterMap } from '@/ui/WaterMap';
import { readDepths } from '@/workers/notesClient';
import { useReading } from '@/ui/useReading';
import { buildWater } from './buildWater';
import { Generator } from './Generator';

const SEDIMENT_OPTIONS = SEDIMENT_NAMES.map((value) => ({ value, label: SEDIMENTS[value].label }));

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
                onClick={() => void buildWater(template.make())}
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
          onClick={() => void buildWater(blankWater(choice))}
        >
          <Hammer size={16} aria-hidden="true" /> Build on it
        </Button>
      </div>
    </Card>
  );
}

function DepthGrid() {
  const units = useSettings((state) => state.units);
  const [sediment, setSediment] = useState<SedimentName>('sand');
  const reading = useReading();
  const [outcome, setOutcome] = useState<
    { content: WaterContent; notes: string[] } | { fault: string } | null
  >(null);
  const read = async (file: File) => {
    const result = await reading.read((signal) => readDepths(file, sediment, signal));
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
      Depths in metres: CSV or XYZ with x, y, depth, an ESRI ASCII grid, a GeoTIFF, or contours as
      GeoJSON. Scattered soundings are gridded.
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
        <Button look="primary" onClick={() => void buildWater(outcome.content)}>
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
          accept=".asc,.xyz,.csv,.txt,.tif,.tiff,.geojson,.json"
          disabled={reading.isReading}
          onFile={(file) => void read(file)}
        >
          {reading.isReading ? 'Reading…' : 'Choose a file'}
        </FileButton>
        {reading.cancel}
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
