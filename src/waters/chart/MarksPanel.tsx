import { format as formatDate } from 'date-fns/format';
import { MapPin, NotebookPen, Spline } from '@/ui/icons';
import { combinePlaces } from '@core/reading';
import {
  type LineRecord,
  type MarkRecord,
  type Sighting,
  type SpotRecord,
  spotMinutes,
} from '@core/records';
import type { UnitSystem } from '@core/units';
import { temperatureAtC } from '@core/water';
import { newMark, newSpot } from '@/storage/chartNotes';
import { Button } from '@/ui/Button';
import { Panel } from '@/ui/Panel';
import { LookForm } from './LookForm';
import { LineEditor, MarkEditor } from './MarkEditor';
import { LINE_WORDS, MARK_WORDS } from './markWords';
import type { Notebook, NotebookState } from './notebook';
import { NotesFiles } from './NotesFiles';
import type { NoteSelection } from './NotesLayer';
import { SpotEditor } from './SpotEditor';

export type MarkMode = 'select' | 'mark' | 'line';

interface MarksPanelProps {
  notebook: Notebook;
  state: NotebookState;
  selection: NoteSelection;
  onSelect: (selection: NoteSelection) => void;
  onDelete: () => void;
  mode: MarkMode;
  onMode: (mode: MarkMode) => void;
  /** Points of a line that is being traced. */
  traced: number;
  onFinishLine: () => void;
  boat: { xM: number; yM: number; headingDeg: number } | null;
  /** Depth of the water today at a place, m. */
  depthAt: (xM: number, yM: number) => number;
  units: UnitSystem;
}

/** As many as a mark keeps. */
const MOST_LOOKS = 50;

/** A mark with one more look: its place is that of all looks together. */
function withLooks(looks: Sighting[]): Partial<MarkRecord> {
  const sightings = looks.slice(-MOST_LOOKS);
  const place = combinePlaces(sightings);
  return {
    sightings,
    xM: Math.round(100 * place.xM) / 100,
    yM: Math.round(100 * place.yM) / 100,
    covarianceM2: place.covarianceM2,
  };
}

export function MarksPanel(props: MarksPanelProps) {
  const { notebook, state, selection, onSelect, mode, onMode, units } = props;
  const { marks, lines, spots } = state.notes;
  const { water } = state;
  const mark = selection?.part === 'mark' ? marks.find(({ id }) => id === selection.id) : undefined;
  const line = selection?.part === 'line' ? lines.find(({ id }) => id === selection.id) : undefined;
  const spot = selection?.part === 'spot' ? spots.find(({ id }) => id === selection.id) : undefined;

  const log = (of: MarkRecord | null) => {
    const entry = newSpot({
      waterId: water.id,
      markId: of?.id ?? null,
      name: of?.name ?? `Spot ${spots.length + 1}`,
      dateMs: Date.now(),
      depthM: of?.depthM ?? null,
      temperatureC: temperatureAtC(water.content.scene.water, 0),
      settings: '',
      lookedLike: of?.note ?? '',
      turnedOut: '',
      evidence: null,
      minutes: 0,
      timerFromMs: null,
      screenIds: [
        ...new Set((of?.sightings ?? []).flatMap(({ screenId }) => (screenId ? [screenId] : []))),
      ],
    });
    notebook.change('log a spot', [{ before: null, after: entry }]);
    onSelect({ part: 'spot', id: entry.id });
  };
  const join = (kept: MarkRecord, other: MarkRecord) => {
    const after = {
      ...kept,
      ...withLooks([...kept.sightings, ...other.sightings]),
      depthM: kept.depthM ?? other.depthM,
    };
    notebook.change(`join ${kept.name} and ${other.name}`, [
      { before: kept, after },
      { before: other, after: null },
    ]);
  };
  const addLook = (sighting: Sighting, depthM: number | null) => {
    if (mark) {
      notebook.edit(
        `another look at ${mark.name}`,
        mark,
        withLooks([...mark.sightings, sighting]),
        null,
      );
      return;
    }
    const made = newMark({
      waterId: water.id,
      name: `Mark ${marks.length + 1}`,
      symbol: 'other',
      note: '',
      xM: sighting.xM,
      yM: sighting.yM,
      // From the side there is no depth of its own: what stands there stands on the bottom.
      depthM: depthM ?? props.depthAt(sighting.xM, sighting.yM),
      covarianceM2: sighting.covarianceM2,
      sightings: [sighting],
    });
    notebook.change(`mark ${made.name}`, [{ before: null, after: made }]);
    onSelect({ part: 'mark', id: made.id });
  };

  return (
    <>
      <Panel title="Write on the chart">
        <div className="grid grid-cols-2 gap-2">
          <Button
            aria-pressed={mode === 'mark'}
            hotkey="K"
            onClick={() => onMode(mode === 'mark' ? 'select' : 'mark')}
          >
            <MapPin size={16} aria-hidden="true" /> Mark
          </Button>
          <Button
            aria-pressed={mode === 'line'}
            hotkey="L"
            onClick={() => onMode(mode === 'line' ? 'select' : 'line')}
          >
            <Spline size={16} aria-hidden="true" /> Line
          </Button>
        </div>
        {mode === 'mark' && <p className="text-xs text-ink-2">Tap the place of the mark.</p>}
        {mode === 'line' && (
          <>
            <p className="text-xs text-ink-2">
              Tap along the edge: a drowned road, a wall, a break. A tap on a mark joins it on.
            </p>
            <Button look="primary" disabled={props.traced < 2} onClick={props.onFinishLine}>
              Finish the line
            </Button>
          </>
        )}
      </Panel>
      {mark && (
        <MarkEditor
          key={mark.id}
          mark={mark}
          others={marks.filter(({ id }) => id !== mark.id)}
          origin={water.content.origin}
          units={units}
          onChange={(change, key) =>
            notebook.edit(`change ${mark.name}`, mark, change, `${mark.id}-${key}`)
          }
          onJoin={(other) => join(mark, other)}
          onLog={() => log(mark)}
          onDelete={props.onDelete}
        />
      )}
      {line && (
        <LineEditor
          key={line.id}
          line={line}
          units={units}
          onChange={(change, key) =>
            notebook.edit(`change ${line.name}`, line, change, `${line.id}-${key}`)
          }
          onDelete={props.onDelete}
        />
      )}
      {spot && (
        <SpotEditor
          key={spot.id}
          spot={spot}
          units={units}
          onChange={(change, key) =>
            notebook.edit(`change ${spot.name}`, spot, change, `${spot.id}-${key}`)
          }
          onDelete={props.onDelete}
        />
      )}
      <Panel title="Marks and lines">
        {marks.length + lines.length === 0 && (
          <p className="text-xs text-ink-2">
            Nothing noted. Mark what you see on the bench or in a recorded screen, or tap here.
          </p>
        )}
        <NoteList
          items={[
            ...marks.map(({ id, name, symbol }) => ({
              key: id,
              name,
              words: MARK_WORDS[symbol].words,
              selection: { part: 'mark' as const, id },
            })),
            ...lines.map((entry: LineRecord) => ({
              key: entry.id,
              name: entry.name,
              words: LINE_WORDS[entry.kind],
              selection: { part: 'line' as const, id: entry.id },
            })),
          ]}
          selection={selection}
          onSelect={onSelect}
        />
      </Panel>
      <Panel title="Spot log">
        <NoteList
          items={spots.map((entry: SpotRecord) => ({
            key: entry.id,
            name: entry.name,
            words:
              entry.timerFromMs === null
                ? `${formatDate(entry.dateMs, 'd MMM')}, ${Math.round(spotMinutes(entry, 0))} min`
                : 'clock runs',
            selection: { part: 'spot' as const, id: entry.id },
          }))}
          selection={selection}
          onSelect={onSelect}
        />
        <Button onClick={() => log(null)}>
          <NotebookPen size={16} aria-hidden="true" /> New entry
        </Button>
      </Panel>
      <Panel title={mark ? 'Another look at it' : 'A look from a screen'}>
        <LookForm units={units} boat={props.boat} markName={mark?.name ?? null} onAdd={addLook} />
      </Panel>
      <NotesFiles
        water={water}
        notes={state.notes}
        onBringIn={(brought, from) =>
          notebook.setPasses(
            `bring in ${from}`,
            [...water.content.passes, ...brought.passes],
            null,
            [...brought.marks, ...brought.lines].map((after) => ({ before: null, after })),
          )
        }
      />
    </>
  );
}

interface NoteListProps {
  items: { key: string; name: string; words: string; selection: NonNullable<NoteSelection> }[];
  selection: NoteSelection;
  onSelect: (selection: NoteSelection) => void;
}

function NoteList({ items, selection, onSelect }: NoteListProps) {
  if (items.length === 0) return null;
  return (
    <ul className="flex max-h-56 flex-col overflow-y-auto">
      {items.map((item) => {
        const isSelected = selection?.id === item.key;
        return (
          <li key={item.key}>
            <button
              type="button"
              aria-pressed={isSelected}
              className="flex min-h-7 w-full items-center gap-2 rounded-md px-1.5 text-start hover:bg-well aria-pressed:bg-well aria-pressed:font-semibold"
              onClick={() => onSelect(isSelected ? null : item.selection)}
            >
              <span className="min-w-0 flex-1 truncate">{item.name}</span>
              <span className="text-xs font-normal text-ink-2">{item.words}</span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}
