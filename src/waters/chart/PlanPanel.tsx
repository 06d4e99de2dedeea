import { isAbeam } from '@core/sounding';
import { Activity, Eraser, Pencil, Plus, Trash2, TriangleAlert } from '@/ui/icons';
import { useMemo } from 'react';
import { passDurationS, type PassPlan, routeLengthM } from '@core/pass';
import { adviseOn, type Planned, type PassDraft } from '@core/planning';
import type { BoatRecord } from '@core/records';
import type { WaterContent } from '@core/waters';
import { format, formatClock, formatNumber, LENGTH, SPEED, type UnitSystem } from '@core/units';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { NameEditor } from '@/ui/NameEditor';
import { NumberField } from '@/ui/NumberField';
import { Panel } from '@/ui/Panel';
import { Setting } from '@/ui/Setting';
import { INSTRUMENT_OPTIONS } from './BoatPanel';
import type { SeenAlong } from './useCoverage';

export const FRESH_DRAFT: PassDraft = {
  kind: 'lanes',
  purpose: 'search',
  instrument: 'sideFans',
  rangeM: 25,
  overlapShare: 0.5,
  speedMps: 1.5,
  headingDeg: 0,
  pointsM: [],
  contourM: 5,
  awayM: 12,
  minutes: 30,
  stop: 'anchor',
};

const KEPT_AS = { lanes: 'Lanes', route: 'Way', contour: 'Contour', bothSides: 'Both sides' };
const STOP_WORDS = { hole: 'hole', dragging: 'anchor drags', anchor: 'anchored' };

/** What a plan is called once it is kept. */
export function draftName(draft: PassDraft): string {
  if (draft.kind === 'stop') return `Stop, ${STOP_WORDS[draft.stop]}`;
  return draft.kind === 'drift' ? 'Drift' : KEPT_AS[draft.kind];
}

const KINDS = [
  { value: 'lanes', label: 'Lanes over an area' },
  { value: 'route', label: 'A way of my own' },
  { value: 'contour', label: 'Along a contour' },
  { value: 'bothSides', label: 'A mark from both sides' },
  { value: 'stop', label: 'Stop at a place' },
  { value: 'drift', label: 'Drift' },
] as const;

const PURPOSE_OPTIONS = [
  { value: 'search', label: 'Search for structure' },
  { value: 'fish', label: 'Look for fish' },
  { value: 'inspect', label: 'Inspect one thing' },
  { value: 'jig', label: 'Fish straight below' },
] as const;

const STOPS = [
  { value: 'anchor', label: 'At anchor, holding' },
  { value: 'dragging', label: 'At anchor, dragging' },
  { value: 'hole', label: 'Over a hole in the ice' },
] as const;

interface PlanPanelProps {
  draft: PassDraft;
  planned: Planned | string;
  seen: SeenAlong | null;
  content: WaterContent;
  boat: BoatRecord;
  offsetM: number;
  units: UnitSystem;
  onChange: (change: Partial<PassDraft>) => void;
  onKeep: () => void;
  onSend: () => void;
}

export function PlanPanel(props: PlanPanelProps) {
  const { draft, planned, seen, content, boat, offsetM, units, onChange } = props;
  const length = LENGTH[units];
  const speed = SPEED[units];
  const ready = typeof planned !== 'string';
  const { bottom } = content.scene;
  const advice = useMemo(
    () =>
      typeof planned === 'string'
        ? []
        : adviseOn(planned.pass, draft.purpose, bottom, boat, offsetM, planned.spacingM),
    [planned, draft.purpose, bottom, boat, offsetM],
  );
  const standsStill = draft.kind === 'stop' || draft.kind === 'drift';
  const lengthField = (
    field: 'rangeM' | 'contourM' | 'awayM',
    label: string,
    min: number,
    max: number,
    hint?: string,
  ) => (
    <NumberField
      label={label}
      value={draft[field]}
      min={min}
      max={max}
      quantity="length"
      units={units}
      hint={hint}
      onChange={(value) => onChange({ [field]: value })}
    />
  );
  return (
    <Panel title="Plan a pass">
      <Choice
        label="Kind"
        value={draft.kind}
        options={KINDS}
        onChange={(kind) => onChange({ kind, pointsM: [] })}
      />
      <Choice
        label="What for"
        value={draft.purpose}
        options={PURPOSE_OPTIONS}
        onChange={(purpose) => onChange({ purpose })}
      />
      <Choice
        label="Instrument"
        value={draft.instrument}
        options={INSTRUMENT_OPTIONS.map((option) => ({
          ...option,
          label: boat.fitted.includes(option.value) ? option.label : `${option.label} (not fitted)`,
        }))}
        onChange={(instrument) => onChange({ instrument })}
      />
      {lengthField('rangeM', isAbeam(draft.instrument) ? 'Range a side' : 'Range down', 2, 150)}
      {draft.kind === 'lanes' && (
        <Setting
          label="Overlap"
          value={100 * draft.overlapShare}
          min={0}
          max={80}
          step={5}
          unit="%"
          hint="Seen again by the next lane. More of it closes gaps and takes more lanes."
          onChange={(value) => onChange({ overlapShare: value / 100 })}
        />
      )}
      {(draft.kind === 'lanes' || draft.kind === 'bothSides') && (
        <NumberField
          label="First heading"
          value={draft.headingDeg}
          min={0}
          max={360}
          decimals={0}
          quantity="angle"
          units={units}
          onChange={(headingDeg) => onChange({ headingDeg })}
        />
      )}
      {draft.kind === 'contour' && lengthField('contourM', 'Contour', 0.2, 200)}
      {draft.kind === 'bothSides' && lengthField('awayM', 'Pass it at', 2, 60)}
      {draft.kind === 'stop' && (
        <Choice
          label="How"
          value={draft.stop}
          options={STOPS}
          onChange={(stop) => onChange({ stop })}
        />
      )}
      {standsStill ? (
        <NumberField
          label="For"
          value={draft.minutes}
          min={1}
          max={240}
          decimals={0}
          quantity="plain"
          unit="min"
          units={units}
          onChange={(minutes) => onChange({ minutes })}
        />
      ) : (
        <Setting
          label="Speed"
          value={speed.show(draft.speedMps)}
          min={0}
          max={speed.show(5)}
          step={0.1}
          decimals={1}
          unit={speed.unit}
          hint="Faster covers more and gives each mark fewer pings."
          onChange={(shown) => onChange({ speedMps: speed.read(shown) })}
        />
      )}
      {draft.pointsM.length > 0 && (
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => onChange({ pointsM: [] })}>
            <Eraser size={16} aria-hidden="true" /> Clear
          </Button>
          {ready && draft.kind !== 'route' && !standsStill && (
            <Button onClick={() => onChange({ kind: 'route', pointsM: planned.pass.routeM })}>
              <Pencil size={16} aria-hidden="true" /> Move its legs
            </Button>
          )}
        </div>
      )}
      {!ready && (
        <p className="rounded-md bg-well px-2.5 py-2" role="status">
          {planned}
        </p>
      )}
      {ready && (
        <>
          <PlanFacts planned={planned} seen={seen} units={units} />
          {advice.length > 0 && (
            <ul aria-label="Advice" className="flex flex-col gap-1.5">
              {advice.map(({ grave, text }) => (
                <li key={text} className="flex gap-2 text-xs">
                  {grave ? (
                    <TriangleAlert
                      size={15}
                      className="shrink-0 text-live"
                      role="img"
                      aria-label="Works against it:"
                    />
                  ) : (
                    <span className="w-[15px] shrink-0 text-center text-ink-2" aria-hidden="true">
                      ·
                    </span>
                  )}
                  <span className={grave ? 'font-semibold' : ''}>{text}</span>
                </li>
              ))}
            </ul>
          )}
          {advice.length === 0 && (
            <p className="text-xs text-good">Speed, range and spacing suit the purpose.</p>
          )}
          <div className="flex gap-2">
            <Button onClick={props.onKeep}>
              <Plus size={16} aria-hidden="true" /> Keep it
            </Button>
            <Button look="primary" onClick={props.onSend}>
              <Activity size={16} aria-hidden="true" /> Sound it
            </Button>
          </div>
        </>
      )}
      <p className="sr-only" role="status">
        {ready && `Route of ${format(length, routeLengthM(planned.pass.routeM), 0)}.`}
      </p>
    </Panel>
  );
}

const clock = (seconds: number) =>
  seconds >= 3600
    ? `${Math.floor(seconds / 3600)} h ${Math.round((seconds % 3600) / 60)} min`
    : `${formatClock(seconds)} min`;

function PlanFacts({
  planned,
  seen,
  units,
}: {
  planned: Planned;
  seen: SeenAlong | null;
  units: UnitSystem;
}) {
  const length = LENGTH[units];
  const { pass, lanes, spacingM } = planned;
  const durationS = passDurationS(pass);
  const facts: [string, string][] = [];
  if (lanes !== null) facts.push(['Lanes', String(lanes)]);
  if (spacingM !== null) facts.push(['Apart', format(length, spacingM, 1)]);
  facts.push(['Distance', format(length, routeLengthM(pass.routeM), 0)]);
  facts.push(['Time', durationS > 0 ? clock(durationS) : '–']);
  if (pass.holding.kind === 'drift') facts.push(['Drift', format(SPEED[units], pass.speedMps, 1)]);
  if (seen?.ofArea) {
    const { seenShare, seenTwiceShare, areaM2 } = seen.coverage;
    facts.push(['Covered', `${formatNumber(100 * seenShare, 0)} %`]);
    facts.push(['Seen twice', `${formatNumber(100 * seenTwiceShare, 0)} %`]);
    facts.push(['Gaps', area((1 - seenShare) * areaM2, units)]);
  }
  return (
    <dl
      className="grid grid-cols-2 gap-x-4 gap-y-0.5 rounded-md bg-well px-2.5 py-2 text-sm"
      aria-label="The plan in figures"
    >
      {facts.map(([name, value]) => (
        <div key={name} className="flex justify-between gap-2 whitespace-nowrap">
          <dt className="text-ink-2">{name}</dt>
          <dd
            className="figures text-end font-semibold"
            data-testid={`plan-${name.toLowerCase().replace(' ', '-')}`}
          >
            {value}
          </dd>
        </div>
      ))}
    </dl>
  );
}

function area(squareMetres: number, units: UnitSystem): string {
  const scale = LENGTH[units].show(1) ** 2;
  return `${formatNumber(squareMetres * scale, 0)} ${LENGTH[units].unit}²`;
}

interface PassListProps {
  content: WaterContent;
  waterId: string;
  selectedId: string | null;
  units: UnitSystem;
  onSelect: (id: string | null) => void;
  onRename: (pass: PassPlan, name: string) => void;
  onDelete: (pass: PassPlan) => void;
}

/** The passes of a water. A chosen one shows its points, to be dragged. */
export function PassList(props: PassListProps) {
  const { content, waterId, selectedId, units, onSelect } = props;
  return (
    <Panel title="Passes">
      <ul className="flex flex-col">
        {content.passes.map((pass) => {
          const isSelected = pass.id === selectedId;
          return (
            <li key={pass.id} className="border-t border-hairline py-1.5 first:border-t-0">
              <div className="flex items-center gap-2">
                <button
                  type="button"
                  className="min-w-0 flex-1 rounded-md text-start hover:underline aria-expanded:font-semibold"
                  aria-expanded={isSelected}
                  onClick={() => onSelect(isSelected ? null : pass.id)}
                >
                  {pass.name}
                </button>
                <span className="figures text-xs text-ink-2">
                  {format(LENGTH[units], routeLengthM(pass.routeM), 0)}
                </span>
              </div>
              {isSelected && (
                <div className="mt-1 flex flex-col gap-1.5">
                  <NameEditor
                    of="the pass"
                    name={pass.name}
                    onRename={(name) => props.onRename(pass, name)}
                  />
                  {pass.hint && <p className="text-xs text-ink-2">{pass.hint}</p>}
                  <p className="text-xs text-ink-2">
                    {pass.holding.kind === 'sail'
                      ? 'Drag its points on the chart; the small ones make new points; Delete takes one out.'
                      : 'It starts where its first point is; drag it on the chart.'}
                  </p>
                  <div className="flex gap-2">
                    <a
                      className="inline-flex min-h-8 items-center gap-1.5 rounded-md border border-hairline px-2 font-semibold hover:border-outline"
                      href={`/bench?water=${waterId}&pass=${pass.id}`}
                    >
                      <Activity size={15} aria-hidden="true" /> Sound it
                    </a>
                    <Button
                      look="quiet"
                      disabled={content.passes.length === 1}
                      title={content.passes.length === 1 ? 'A water keeps one pass' : undefined}
                      onClick={() => props.onDelete(pass)}
                    >
                      <Trash2 size={15} aria-hidden="true" /> Delete
                    </Button>
                  </div>
                </div>
              )}
            </li>
          );
        })}
      </ul>
    </Panel>
  );
}
