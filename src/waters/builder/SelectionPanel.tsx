import { Copy, RotateCw, Trash2 } from '@/ui/icons';
import type { Feature } from '@core/bottom';
import type { KnownSpot } from '@core/waters';
import { describeTarget, type Target, targetFields } from '@core/targets';
import type { UnitSystem } from '@core/units';
import { Button } from '@/ui/Button';
import { Check } from '@/ui/Check';
import { Choice } from '@/ui/Choice';
import { NumberField, type QuantityName } from '@/ui/NumberField';
import { Panel } from '@/ui/Panel';
import { SHAPE_WORDS } from './tools';

/** Names of fields as people say them; units follow from the ending of the name. */
const FIELD_WORDS: Record<string, string> = {
  lengthM: 'Length',
  widthM: 'Width',
  heightM: 'Height',
  radiusM: 'Radius',
  depthM: 'Depth',
  headingDeg: 'Heading',
  tiltDeg: 'Tilt, head up',
  leanDeg: 'Lean',
  slopeDeg: 'Slope',
  proppedDeg: 'Propped up',
  count: 'Number',
  branches: 'Branches',
  stones: 'Stones',
  ribs: 'Ribs',
  gaps: 'Gaps (share)',
  species: 'Species',
  swimbladder: 'Has a swim bladder',
  trunkRadiusM: 'Trunk radius',
  crownRadiusM: 'Crown radius',
  thicknessM: 'Thickness',
  topDepthM: 'Depth of its top',
  material: 'Material',
  density: 'Density',
  spacingM: 'Spacing',
  draftM: 'Draft',
  beamM: 'Beam',
  bubbleRadiusM: 'Bubble radius',
  bubblesPerS: 'Bubbles a second',
  riseMps: 'Rise',
  driftMps: 'Drift',
  driftDeg: 'Drifts toward',
  speedMps: 'Speed',
  liftM: 'Lift of the jig',
  periodS: 'Every',
  dropM: 'Drop',
  wavelengthM: 'Crest to crest',
  rows: 'Rows',
  perRow: 'In a row',
};

const words = (key: string) => FIELD_WORDS[key] ?? key;

function quantityOfKey(key: string): QuantityName {
  if (key.endsWith('M')) return 'length';
  if (key.endsWith('Deg')) return 'angle';
  if (key.endsWith('Mps')) return 'speed';
  if (key.endsWith('S') && key !== 'bubblesPerS') return 'time';
  return 'plain';
}

interface PlaceFieldsProps {
  xM: number;
  yM: number;
  units: UnitSystem;
  onMove: (xM: number, yM: number) => void;
}

function PlaceFields({ xM, yM, units, onMove }: PlaceFieldsProps) {
  return (
    <>
      <NumberField
        label="East"
        value={xM}
        min={-1e5}
        max={1e5}
        quantity="length"
        units={units}
        decimals={2}
        onChange={(x) => onMove(x, yM)}
      />
      <NumberField
        label="North"
        value={yM}
        min={-1e5}
        max={1e5}
        quantity="length"
        units={units}
        decimals={2}
        onChange={(y) => onMove(xM, y)}
      />
    </>
  );
}

interface ActionsProps {
  onTurn?: () => void;
  onCopy?: () => void;
  onDelete: () => void;
}

function Actions({ onTurn, onCopy, onDelete }: ActionsProps) {
  return (
    <div className="flex flex-wrap gap-1.5">
      {onTurn && (
        <Button onClick={onTurn} hotkey="R">
          <RotateCw size={15} aria-hidden="true" /> Turn
        </Button>
      )}
      {onCopy && (
        <Button onClick={onCopy} hotkey="D">
          <Copy size={15} aria-hidden="true" /> Copy
        </Button>
      )}
      <Button onClick={onDelete} hotkey="Del">
        <Trash2 size={15} aria-hidden="true" /> Delete
      </Button>
    </div>
  );
}

interface ThingPanelProps extends ActionsProps {
  target: Target;
  units: UnitSystem;
  onChange: (target: Target, key: string) => void;
}

export function ThingPanel({ target, units, onChange, ...actions }: ThingPanelProps) {
  const set = (key: string, value: unknown) => onChange({ ...target, [key]: value } as Target, key);
  return (
    <Panel title="Selected">
      <p className="font-semibold">{describeTarget(target)}</p>
      <PlaceFields
        xM={target.xM}
        yM={target.yM}
        units={units}
        onMove={(xM, yM) => onChange({ ...target, xM, yM }, 'place')}
      />
      {targetFields(target.kind).map((field) => {
        const value = (target as Record<string, unknown>)[field.key];
        switch (field.type) {
          case 'number':
            return (
              <NumberField
                key={field.key}
                label={words(field.key)}
                value={value as number}
                min={field.min}
                max={field.max}
                quantity={quantityOfKey(field.key)}
                units={units}
                decimals={field.isWhole ? 0 : field.max < 0.1 ? 4 : 2}
                onChange={(next) => set(field.key, field.isWhole ? Math.round(next) : next)}
              />
            );
          case 'choice':
            return (
              <Choice
                key={field.key}
                label={words(field.key)}
                value={value as string}
                options={field.options.map((option) => ({ value: option, label: option }))}
                onChange={(next) => set(field.key, next)}
              />
            );
          case 'yesNo':
            return (
              <Check
                key={field.key}
                checked={value as boolean}
                onChange={(next) => set(field.key, next)}
              >
                {words(field.key)}
              </Check>
            );
          case 'text':
            return (
              <label key={field.key} className="flex items-center gap-2">
                <span className="flex-1">{words(field.key)}</span>
                <input
                  className="h-8 w-36 rounded-md border border-hairline bg-paper px-2"
                  maxLength={field.maxLength}
                  defaultValue={value as string}
                  onBlur={(event) => {
                    const next = event.target.value.trim();
                    if (next && next !== value) set(field.key, next);
                  }}
                />
              </label>
            );
        }
      })}
      {target.kind === 'fish' && (
        <BehaviourFields target={target} units={units} onChange={onChange} />
      )}
      <Actions {...actions} />
    </Panel>
  );
}

type FishTarget = Extract<Target, { kind: 'fish' }>;

function BehaviourFields({
  target,
  units,
  onChange,
}: {
  target: FishTarget;
  units: UnitSystem;
  onChange: ThingPanelProps['onChange'];
}) {
  const { behaviour } = target;
  const set = (next: FishTarget['behaviour']) =>
    onChange({ ...target, behaviour: next }, 'behaviour');
  const choose = (kind: FishTarget['behaviour']['kind']) => {
    if (kind === 'hold') set({ kind });
    else if (kind === 'cruise') set({ kind, speedMps: 0.4, radiusM: 8 });
    else if (kind === 'school') set({ kind, group: 'school', speedMps: 0.2, radiusM: 12 });
  };
  return (
    <>
      <Choice
        label="Behaviour"
        value={behaviour.kind}
        options={[
          { value: 'hold', label: 'holds its place' },
          { value: 'cruise', label: 'swims round' },
          { value: 'school', label: 'in a school' },
          ...(behaviour.kind === 'riseToLure'
            ? [{ value: 'riseToLure' as const, label: 'rises to a lure' }]
            : []),
        ]}
        onChange={choose}
      />
      {(behaviour.kind === 'cruise' || behaviour.kind === 'school') && (
        <>
          <NumberField
            label="Swims at"
            value={behaviour.speedMps}
            min={behaviour.kind === 'cruise' ? 0.02 : 0}
            max={2}
            quantity="speed"
            units={units}
            decimals={2}
            onChange={(speedMps) => set({ ...behaviour, speedMps })}
          />
          <NumberField
            label="Circle radius"
            value={behaviour.radiusM}
            min={1}
            max={100}
            quantity="length"
            units={units}
            onChange={(radiusM) => set({ ...behaviour, radiusM })}
          />
        </>
      )}
    </>
  );
}

/** Limits of a shape's figures; the schema says the same and has the last word. */
const SHAPE_FIELDS: Record<string, { min: number; max: number; isWhole?: boolean }> = {
  radiusM: { min: 0.2, max: 500 },
  heightM: { min: -60, max: 60 },
  dropM: { min: 0.1, max: 60 },
  widthM: { min: 0.2, max: 500 },
  lengthM: { min: 2, max: 1000 },
  depthM: { min: 0.03, max: 40 },
  headingDeg: { min: 0, max: 360 },
  wavelengthM: { min: 0.3, max: 10 },
  spacingM: { min: 0.6, max: 6 },
  rows: { min: 1, max: 12, isWhole: true },
  perRow: { min: 1, max: 20, isWhole: true },
};

interface ShapePanelProps extends ActionsProps {
  shape: Feature;
  units: UnitSystem;
  onChange: (shape: Feature, key: string) => void;
}

export function ShapePanel({ shape, units, onChange, ...actions }: ShapePanelProps) {
  return (
    <Panel title="Selected">
      <p className="font-semibold">{SHAPE_WORDS[shape.kind].words}</p>
      {'xM' in shape && (
        <PlaceFields
          xM={shape.xM}
          yM={shape.yM}
          units={units}
          onMove={(xM, yM) => onChange({ ...shape, xM, yM }, 'place')}
        />
      )}
      {Object.entries(shape).flatMap(([key, value]) => {
        const field = SHAPE_FIELDS[key];
        if (!field || typeof value !== 'number') return [];
        return [
          <NumberField
            key={key}
            label={words(key)}
            value={value}
            min={field.min}
            max={field.max}
            quantity={quantityOfKey(key)}
            units={units}
            decimals={field.isWhole ? 0 : 2}
            onChange={(next) =>
              onChange({ ...shape, [key]: field.isWhole ? Math.round(next) : next } as Feature, key)
            }
          />,
        ];
      })}
      <Actions {...actions} />
    </Panel>
  );
}

interface SpotPanelProps extends ActionsProps {
  spot: KnownSpot;
  units: UnitSystem;
  onChange: (spot: KnownSpot, key: string) => void;
}

export function SpotPanel({ spot, units, onChange, ...actions }: SpotPanelProps) {
  const text = (key: 'name' | 'truth' | 'task', label: string, rows: number) => (
    <label className="flex flex-col gap-0.5">
      <span>{label}</span>
      <textarea
        key={`${spot.id}-${key}`}
        rows={rows}
        className="rounded-md border border-hairline bg-paper px-2 py-1"
        maxLength={key === 'name' ? 80 : 400}
        defaultValue={spot[key]}
        onBlur={(event) => {
          const next = event.target.value.trim();
          if (next !== spot[key] && (key !== 'name' || next))
            onChange({ ...spot, [key]: next }, key);
        }}
      />
    </label>
  );
  return (
    <Panel title="Known spot">
      {text('name', 'Name', 1)}
      {text('truth', 'What is there (instructors only)', 3)}
      {text('task', 'What to practise', 3)}
      <PlaceFields
        xM={spot.xM}
        yM={spot.yM}
        units={units}
        onMove={(xM, yM) => onChange({ ...spot, xM, yM }, 'place')}
      />
      <Actions {...actions} />
    </Panel>
  );
}
