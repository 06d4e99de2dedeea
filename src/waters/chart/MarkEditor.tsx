import { Combine, NotebookPen, Trash2 } from '@/ui/icons';
import { format as formatDate } from 'date-fns/format';
import { deviationsApart, ellipse95 } from '@core/reading';
import { type LineRecord, MARK_SYMBOLS, type MarkRecord, LINE_KINDS } from '@core/records';
import { format, formatNumber, LENGTH, toGeodetic, type UnitSystem } from '@core/units';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { NumberField } from '@/ui/NumberField';
import { Panel } from '@/ui/Panel';
import { TextField } from '@/ui/TextField';
import { LINE_WORDS, MARK_WORDS, SOURCE_WORDS } from './markWords';

interface MarkEditorProps {
  mark: MarkRecord;
  others: readonly MarkRecord[];
  origin: { latitudeDeg: number; longitudeDeg: number };
  units: UnitSystem;
  onChange: (change: Partial<MarkRecord>, key: string) => void;
  onJoin: (other: MarkRecord) => void;
  onLog: () => void;
  onDelete: () => void;
}

/** Two looks further apart than this are hardly at one thing. */
const APART_AT_MOST = 3;
const JOIN_WITHIN_M = 60;

export function MarkEditor(props: MarkEditorProps) {
  const { mark, others, origin, units, onChange } = props;
  const length = LENGTH[units];
  const { longM, shortM, directionDeg } = ellipse95(mark.covarianceM2);
  const { latitudeDeg, longitudeDeg } = toGeodetic(origin, mark.xM, mark.yM);
  const near = others
    .map((other) => ({
      other,
      awayM: Math.hypot(other.xM - mark.xM, other.yM - mark.yM),
      deviations: deviationsApart(mark, other),
    }))
    .filter(({ awayM }) => awayM < JOIN_WITHIN_M)
    .sort((a, b) => a.awayM - b.awayM)
    .slice(0, 4);
  return (
    <Panel title="Mark">
      <TextField
        label="Name"
        value={mark.name}
        max={80}
        required
        onChange={(name) => onChange({ name }, 'name')}
      />
      <Choice
        label="Symbol"
        value={mark.symbol}
        options={MARK_SYMBOLS.map((value) => ({ value, label: MARK_WORDS[value].words }))}
        onChange={(symbol) => onChange({ symbol }, 'symbol')}
      />
      <TextField
        label="Note"
        value={mark.note}
        max={2000}
        rows={2}
        onChange={(note) => onChange({ note }, 'note')}
      />
      {(['xM', 'yM'] as const).map((field) => (
        <NumberField
          key={field}
          label={field === 'xM' ? 'East' : 'North'}
          value={mark[field]}
          min={-1e5}
          max={1e5}
          quantity="length"
          units={units}
          onChange={(value) => onChange({ [field]: value }, field)}
        />
      ))}
      <NumberField
        label={mark.depthM === null ? 'Depth, not noted' : 'Depth'}
        value={mark.depthM ?? 0}
        min={0}
        max={500}
        quantity="length"
        units={units}
        onChange={(depthM) => onChange({ depthM }, 'depth')}
      />
      <p className="text-xs text-ink-2">
        <span className="figures">
          {formatNumber(latitudeDeg, 6)}°, {formatNumber(longitudeDeg, 6)}°
        </span>
        <br />
        <span data-testid="mark-uncertainty">
          With 95 % within {format(length, longM, 1)} by {format(length, shortM, 1)}
        </span>
        , the long way toward {formatNumber(directionDeg, 0)}°. A second pass from another side
        shrinks it.
      </p>
      <details open={mark.sightings.length > 1}>
        <summary className="cursor-pointer text-xs">
          {mark.sightings.length} {mark.sightings.length === 1 ? 'look' : 'looks'}
        </summary>
        <ul className="text-xs text-ink-2">
          {mark.sightings.map((sighting, index) => (
            <li key={index}>
              {formatDate(sighting.atMs, 'd MMM, HH:mm')} from {SOURCE_WORDS[sighting.from]}
              {sighting.boat && `, heading ${formatNumber(sighting.boat.headingDeg, 0)}°`}
              {sighting.screenId && (
                <>
                  {', '}
                  <a
                    className="text-action underline"
                    href={`/library/screen?id=${sighting.screenId}`}
                  >
                    screen
                  </a>
                </>
              )}
            </li>
          ))}
        </ul>
      </details>
      {near.length > 0 && (
        <div className="flex flex-col gap-1">
          <p className="text-xs text-ink-2">Marks near by: the same thing?</p>
          {near.map(({ other, awayM, deviations }) => (
            <Button key={other.id} onClick={() => props.onJoin(other)}>
              <Combine size={16} aria-hidden="true" />
              <span className="truncate">Join with {other.name}</span>
              <span className="text-xs font-normal">
                {format(length, awayM, 1)}
                {deviations > APART_AT_MOST ? ', rather two things' : ''}
              </span>
            </Button>
          ))}
        </div>
      )}
      <div className="flex flex-wrap gap-2">
        <Button onClick={props.onLog}>
          <NotebookPen size={16} aria-hidden="true" /> Log it
        </Button>
        <Button look="quiet" onClick={props.onDelete}>
          <Trash2 size={16} aria-hidden="true" /> Delete
        </Button>
      </div>
    </Panel>
  );
}

interface LineEditorProps {
  line: LineRecord;
  units: UnitSystem;
  onChange: (change: Partial<LineRecord>, key: string) => void;
  onDelete: () => void;
}

export function LineEditor({ line, units, onChange, onDelete }: LineEditorProps) {
  const lengthM = line.pointsM
    .slice(1)
    .reduce(
      (sum, to, i) => sum + Math.hypot(to.x - line.pointsM[i].x, to.y - line.pointsM[i].y),
      0,
    );
  return (
    <Panel title="Line">
      <TextField
        label="Name"
        value={line.name}
        max={80}
        required
        onChange={(name) => onChange({ name }, 'name')}
      />
      <Choice
        label="What it is"
        value={line.kind}
        options={LINE_KINDS.map((value) => ({ value, label: LINE_WORDS[value] }))}
        onChange={(kind) => onChange({ kind }, 'kind')}
      />
      <TextField
        label="Note"
        value={line.note}
        max={2000}
        rows={2}
        onChange={(note) => onChange({ note }, 'note')}
      />
      <p className="text-xs text-ink-2">
        {line.pointsM.length} points, {format(LENGTH[units], lengthM, 0)}. Drag them on the chart.
      </p>
      <Button look="quiet" onClick={onDelete}>
        <Trash2 size={16} aria-hidden="true" /> Delete
      </Button>
    </Panel>
  );
}
