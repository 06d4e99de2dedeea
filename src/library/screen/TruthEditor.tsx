import { Copy, EyeOff, Eye, Trash2 } from '@/ui/icons';
import type { KeyboardEvent } from 'react';
import {
  CERTAINTIES,
  type Certainty,
  type DrawnRegion,
  LABEL_NAMES,
  REGION_LABELS,
  type RegionLabel,
  type ScreenTruth,
  type TruthChange,
  type TruthRegion,
} from '@core/reading';
import type { UnitSystem } from '@core/units';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { NumberField } from '@/ui/NumberField';
import { TextField } from '@/ui/TextField';
import { DRAW_TOOLS, type Drawing } from './drawing';
import { EvidenceFields } from './EvidenceFields';

const CERTAINTY_WORDS: Record<Certainty, string> = {
  certain: 'certain',
  likely: 'likely',
  unsure: 'not sure: never graded',
};
const CERTAINTY_OPTIONS = CERTAINTIES.map((value) => ({ value, label: CERTAINTY_WORDS[value] }));
const LABEL_OPTIONS = REGION_LABELS.map((value) => ({ value, label: LABEL_NAMES[value] }));

export interface TruthEditing {
  truth: ScreenTruth;
  /** As the simulation has it, before anything was left out. */
  simulated: readonly TruthRegion[];
  drawing: Drawing;
  label: RegionLabel;
  chosenId: string | null;
  units: UnitSystem;
  onLabel: (label: RegionLabel) => void;
  onChoose: (id: string | null) => void;
  onChange: (label: string, truth: ScreenTruth, mergeKey?: string) => void;
  onNudge: (pings: number, bins: number) => void;
  onCopy: () => void;
  onDelete: () => void;
}

const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
const BIG_NUDGE = 10;

/** Tools, the list of what is marked, and the words for the chosen one. */
export function TruthEditor(editing: TruthEditing) {
  const { truth, simulated, drawing, label, chosenId, onLabel, onChoose, onCopy, onDelete } =
    editing;
  const chosen = truth.regions.find(({ id }) => id === chosenId) ?? null;
  const known = simulated.find(({ targetId }) => targetId === chosenId) ?? null;
  const tool = DRAW_TOOLS.find(({ id }) => id === drawing.tool)!;
  const onKeyDown = (event: KeyboardEvent) => {
    const arrow = ARROWS[event.key];
    if (arrow && chosen) {
      const step = event.shiftKey ? BIG_NUDGE : 1;
      editing.onNudge(step * arrow[0], step * arrow[1]);
    } else if ((event.key === 'Delete' || event.key === 'Backspace') && chosen) onDelete();
    else return;
    event.preventDefault();
  };
  return (
    <div className="flex h-full min-h-0">
      <div className="flex w-56 shrink-0 flex-col gap-2 overflow-y-auto border-r border-hairline px-3 py-2.5">
        <div role="toolbar" aria-label="Drawing tools" className="grid grid-cols-3 gap-1">
          {DRAW_TOOLS.map(({ id, name, key }) => (
            <Button
              key={id}
              size="small"
              aria-pressed={drawing.tool === id}
              aria-keyshortcuts={key}
              title={`${name} (${key})`}
              className={drawing.tool === id ? 'bg-ink! text-card!' : ''}
              onClick={() => drawing.choose(id)}
            >
              {name}
            </Button>
          ))}
        </div>
        <p className="min-h-8 text-xs text-ink-2" role="status">
          {tool.hint}
        </p>
        <Choice label="Mark as" value={label} options={LABEL_OPTIONS} onChange={onLabel} />
      </div>
      <ol
        aria-label="Marked regions"
        className="min-w-0 flex-1 overflow-y-auto px-2 py-2"
        onKeyDown={onKeyDown}
      >
        {truth.regions.map((region) => (
          <Row
            key={region.id}
            isChosen={region.id === chosenId}
            onChoose={() => onChoose(region.id)}
          >
            {nameOf(region)}
            <span className="text-ink-2">
              {' '}
              {region.shape.kind}
              {region.certainty === 'certain' ? '' : `, ${region.certainty}`}
            </span>
          </Row>
        ))}
        {simulated.map((region) => {
          const change = truth.changes.find(({ targetId }) => targetId === region.targetId);
          return (
            <Row
              key={region.targetId}
              isChosen={region.targetId === chosenId}
              onChoose={() => onChoose(region.targetId)}
            >
              <span className={change?.leftOut ? 'line-through' : ''}>
                {change?.name || region.name}
              </span>
              <span className="text-ink-2">
                {' '}
                simulated, {change?.leftOut ? 'left out' : region.verdict}
              </span>
            </Row>
          );
        })}
        {truth.regions.length + simulated.length === 0 && (
          <li className="px-1 text-ink-2">
            Nothing is marked yet. Choose a tool and mark what you know to be there; a line along
            the bottom tells the depth.
          </li>
        )}
      </ol>
      <div className="flex w-76 shrink-0 flex-col gap-2 overflow-y-auto border-l border-hairline px-3 py-2.5">
        {chosen && (
          <>
            <DrawnForm {...editing} region={chosen} />
            <div className="flex gap-2">
              <Button size="small" onClick={onCopy} title="Copy (Shift C)">
                <Copy size={14} aria-hidden="true" /> Copy
              </Button>
              <Button size="small" onClick={onDelete}>
                <Trash2 size={14} aria-hidden="true" /> Take away
              </Button>
            </div>
          </>
        )}
        {known && <KnownForm {...editing} region={known} />}
        {!chosen && !known && (
          <p className="text-ink-2">
            Choose a region to name it and to say how sure you are. Arrow keys in the list nudge it
            by a cell, with Shift by ten.
          </p>
        )}
      </div>
    </div>
  );
}

const nameOf = ({ name, label, species }: DrawnRegion) =>
  name || [LABEL_NAMES[label], species].filter(Boolean).join(', ');

function Row(props: { isChosen: boolean; onChoose: () => void; children: React.ReactNode }) {
  return (
    <li>
      <button
        type="button"
        aria-pressed={props.isChosen}
        className={`w-full rounded-sm px-2 py-1 text-start ${props.isChosen ? 'bg-well font-semibold' : 'hover:bg-well'}`}
        onClick={props.onChoose}
      >
        {props.children}
      </button>
    </li>
  );
}

function DrawnForm({ region, truth, units, onChange }: TruthEditing & { region: DrawnRegion }) {
  const set = (change: Partial<DrawnRegion>, of: string) =>
    onChange(
      `${of} of ${nameOf(region)}`,
      {
        ...truth,
        regions: truth.regions.map((one) => (one.id === region.id ? { ...one, ...change } : one)),
      },
      `${of} ${region.id}`,
    );
  return (
    <>
      <Choice
        label="It is"
        value={region.label}
        options={LABEL_OPTIONS}
        onChange={(label) => set({ label }, 'Label')}
      />
      <TextField
        label="In your words"
        value={region.name}
        max={80}
        placeholder={nameOf({ ...region, name: '' })}
        onChange={(name) => set({ name }, 'Name')}
      />
      <TextField
        label="Species, if known"
        value={region.species}
        max={60}
        onChange={(species) => set({ species }, 'Species')}
      />
      <NumberField
        label="Length, 0 if unknown"
        value={region.lengthM ?? 0}
        min={0}
        max={50}
        quantity="length"
        units={units}
        decimals={2}
        onChange={(lengthM) => set({ lengthM: lengthM > 0 ? lengthM : null }, 'Length')}
      />
      <Choice
        label="How sure"
        value={region.certainty}
        options={CERTAINTY_OPTIONS}
        onChange={(certainty) => set({ certainty }, 'Certainty')}
      />
      <EvidenceFields
        label="Known by"
        evidence={region.evidence}
        orElse="as the screen is"
        onChange={(evidence) => set({ evidence }, 'Evidence')}
      />
    </>
  );
}

function KnownForm({ region, truth, onChange }: TruthEditing & { region: TruthRegion }) {
  const { targetId } = region;
  const now: TruthChange = truth.changes.find((change) => change.targetId === targetId) ?? {
    targetId,
    leftOut: false,
    label: null,
    name: '',
  };
  const set = (change: Partial<TruthChange>, of: string) => {
    const next = { ...now, ...change };
    const others = truth.changes.filter((one) => one.targetId !== targetId);
    const isPlain = !next.leftOut && next.label === null && next.name === '';
    onChange(
      `${of} of ${region.name}`,
      { ...truth, changes: isPlain ? others : [...others, next] },
      `${of} ${targetId}`,
    );
  };
  return (
    <>
      <p className="text-xs text-ink-2">
        From the simulation. Left out, it is neither shown nor graded.
      </p>
      <Button size="small" onClick={() => set({ leftOut: !now.leftOut }, 'Leaving out')}>
        {now.leftOut ? (
          <Eye size={14} aria-hidden="true" />
        ) : (
          <EyeOff size={14} aria-hidden="true" />
        )}
        {now.leftOut ? 'Take in again' : 'Leave out'}
      </Button>
      <TextField
        label="In your words"
        value={now.name}
        max={80}
        placeholder={region.name}
        onChange={(name) => set({ name }, 'Name')}
      />
      <Choice
        label="It is"
        value={now.label ?? region.label}
        options={LABEL_OPTIONS}
        onChange={(label) => set({ label: label === region.label ? null : label }, 'Label')}
      />
    </>
  );
}
