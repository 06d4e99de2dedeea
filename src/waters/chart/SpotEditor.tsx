import { Timer, Trash2 } from '@/ui/icons';
import { format as formatDate } from 'date-fns/format';
import { useEffect, useState } from 'react';
import { EVIDENCE } from '@core/reading';
import {
  GIVE_IT_MIN,
  MOVE_ON_MIN,
  type ScreenRecord,
  spotMinutes,
  type SpotRecord,
} from '@core/records';
import type { UnitSystem } from '@core/units';
import { listScreens } from '@/storage/screens';
import { EVIDENCE_WORDS } from '@/ui/evidenceWords';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { NumberField } from '@/ui/NumberField';
import { Panel } from '@/ui/Panel';
import { TextField } from '@/ui/TextField';

interface SpotEditorProps {
  spot: SpotRecord;
  units: UnitSystem;
  onChange: (change: Partial<SpotRecord>, key: string) => void;
  onDelete: () => void;
}

/** One entry of the log: what was seen, what it turned out to be, and what it cost in time. */
export function SpotEditor({ spot, units, onChange, onDelete }: SpotEditorProps) {
  const [screens, setScreens] = useState<ScreenRecord[]>([]);
  useEffect(() => {
    let current = true;
    void listScreens().then((list) => {
      if (current) setScreens(list.screens.filter(({ waterId }) => waterId === spot.waterId));
    });
    return () => {
      current = false;
    };
  }, [spot.waterId]);
  const unlinked = screens.filter(({ id }) => !spot.screenIds.includes(id));
  return (
    <Panel title="Log entry">
      <TextField
        label="Spot"
        value={spot.name}
        max={80}
        required
        onChange={(name) => onChange({ name }, 'name')}
      />
      <label className="block">
        <span className="mb-0.5 block text-xs text-ink-2">Date and time</span>
        <input
          type="datetime-local"
          className="h-8 w-full rounded-md border border-hairline bg-paper px-2"
          value={formatDate(spot.dateMs, "yyyy-MM-dd'T'HH:mm")}
          onChange={(event) => {
            const dateMs = new Date(event.target.value).getTime();
            if (Number.isFinite(dateMs)) onChange({ dateMs }, 'date');
          }}
        />
      </label>
      <NumberField
        label={spot.depthM === null ? 'Depth, not noted' : 'Depth'}
        value={spot.depthM ?? 0}
        min={0}
        max={500}
        quantity="length"
        units={units}
        onChange={(depthM) => onChange({ depthM }, 'depth')}
      />
      <NumberField
        label={spot.temperatureC === null ? 'Water, not noted' : 'Water'}
        value={spot.temperatureC ?? 0}
        min={-5}
        max={45}
        quantity="temperature"
        units={units}
        onChange={(temperatureC) => onChange({ temperatureC }, 'temperature')}
      />
      <SpotTimer spot={spot} onChange={onChange} />
      {spot.timerFromMs === null && (
        <NumberField
          label="Minutes given"
          value={spot.minutes}
          min={0}
          max={1440}
          decimals={0}
          quantity="plain"
          unit="min"
          units={units}
          onChange={(minutes) => onChange({ minutes }, 'minutes')}
        />
      )}
      <TextField
        label="Settings"
        value={spot.settings}
        max={400}
        placeholder="Frequency, gain, range, speed"
        onChange={(settings) => onChange({ settings }, 'settings')}
      />
      <TextField
        label="What it looked like"
        value={spot.lookedLike}
        max={1000}
        rows={2}
        onChange={(lookedLike) => onChange({ lookedLike }, 'lookedLike')}
      />
      <TextField
        label="What it turned out to be"
        value={spot.turnedOut}
        max={1000}
        rows={2}
        onChange={(turnedOut) => onChange({ turnedOut }, 'turnedOut')}
      />
      <Choice
        label="Known by"
        value={spot.evidence ?? ''}
        options={[
          { value: '', label: 'not yet known' },
          ...EVIDENCE.map((value) => ({ value, label: EVIDENCE_WORDS[value] })),
        ]}
        onChange={(value) =>
          onChange(
            { evidence: value === '' ? null : (value as SpotRecord['evidence']) },
            'evidence',
          )
        }
      />
      {spot.screenIds.length > 0 && (
        <ul aria-label="Linked screens" className="text-xs">
          {spot.screenIds.map((id) => (
            <li key={id} className="flex items-center gap-2">
              <a
                className="min-w-0 flex-1 truncate text-action underline"
                href={`/library/screen?id=${id}`}
              >
                {screens.find((screen) => screen.id === id)?.name ?? 'a screen that was deleted'}
              </a>
              <button
                type="button"
                className="min-h-6 rounded-md px-1.5 hover:bg-well"
                onClick={() =>
                  onChange({ screenIds: spot.screenIds.filter((old) => old !== id) }, 'screens')
                }
              >
                Unlink
              </button>
            </li>
          ))}
        </ul>
      )}
      {unlinked.length > 0 && (
        <Choice
          label="Link a screen"
          value=""
          options={[
            { value: '', label: 'choose…' },
            ...unlinked.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChange={(id) => id && onChange({ screenIds: [...spot.screenIds, id] }, 'screens')}
        />
      )}
      <Button look="quiet" onClick={onDelete}>
        <Trash2 size={16} aria-hidden="true" /> Delete
      </Button>
    </Panel>
  );
}

/** Give a spot half an hour to an hour: the timer says when each is over. */
function SpotTimer({ spot, onChange }: Pick<SpotEditorProps, 'spot' | 'onChange'>) {
  const [nowMs, setNowMs] = useState(() => Date.now());
  const runs = spot.timerFromMs !== null;
  useEffect(() => {
    if (!runs) return;
    const timer = setInterval(() => setNowMs(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [runs]);
  const minutes = spotMinutes(spot, nowMs);
  const toggle = () => {
    const now = Date.now();
    setNowMs(now);
    onChange(
      runs
        ? { minutes: Math.min(1440, spotMinutes(spot, now)), timerFromMs: null }
        : { timerFromMs: now },
      `timer-${now}`,
    );
  };
  return (
    <div className="flex flex-col gap-1 rounded-md bg-well px-2.5 py-2">
      <div className="flex items-center gap-2">
        <Timer size={16} aria-hidden="true" className={runs ? 'text-live' : 'text-ink-2'} />
        <span className="figures flex-1 font-semibold" data-testid="spot-minutes">
          {Math.floor(minutes)} min
        </span>
        <Button onClick={toggle}>{runs ? 'Stop the clock' : 'Start the clock'}</Button>
      </div>
      <div
        className="h-1.5 overflow-hidden rounded-full bg-track"
        role="progressbar"
        aria-label="Of the hour"
        aria-valuemin={0}
        aria-valuemax={MOVE_ON_MIN}
        aria-valuenow={Math.min(MOVE_ON_MIN, Math.floor(minutes))}
      >
        <div
          className="h-full bg-action"
          style={{ width: `${(100 * Math.min(MOVE_ON_MIN, minutes)) / MOVE_ON_MIN}%` }}
        />
      </div>
      <p className="text-xs text-ink-2" role="status">
        {minutes < GIVE_IT_MIN
          ? 'Give it 30 to 60 minutes before you judge it.'
          : minutes < MOVE_ON_MIN
            ? 'Half an hour is given. Stay while something happens.'
            : 'An hour is given: write down what it was and move on.'}
      </p>
    </div>
  );
}
