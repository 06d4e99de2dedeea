import { Pause, Play, Spline } from '@/ui/icons';
import type { PassPlan, Sweep } from '@core/pass';
import { swath } from '@core/planning';
import { format, formatClock, LENGTH, type UnitSystem } from '@core/units';
import type { ChartState } from '@/storage/chartState';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Panel } from '@/ui/Panel';
import { Segmented } from '@/ui/Segmented';
import type { ChartBoat } from './BoatLayer';
import type { useSailing } from './useSailing';

export const INSTRUMENT_OPTIONS = [
  { value: 'cone', label: 'Cone' },
  { value: 'downFan', label: 'Down fan' },
  { value: 'sideFans', label: 'Side fans' },
] as const;

interface BoatPanelProps {
  passes: readonly PassPlan[];
  passId: string | null;
  onPass: (id: string) => void;
  sailing: ReturnType<typeof useSailing>;
  /** The boat of a bench is live; the preview stands aside. */
  live: boolean;
  boat: ChartBoat | null;
  sweep: Sweep;
  onInstrument: (instrument: Sweep['instrument']) => void;
  up: ChartState['up'];
  onUp: (up: ChartState['up']) => void;
  /** Null while there is no track to keep. */
  onKeepTrack: (() => void) | null;
  units: UnitSystem;
}

/** Where the boat is, or would be: live from the bench, or a pass sailed ahead on the chart. */
export function BoatPanel(props: BoatPanelProps) {
  const { passes, passId, sailing, live, boat, sweep, up, units } = props;
  const depthM = boat?.depthM ?? null;
  const cover = depthM === null ? null : swath(sweep, depthM);
  const length = LENGTH[units];
  return (
    <Panel
      title="Boat"
      aside={live && <span className="text-xs font-semibold text-live">live from the bench</span>}
    >
      <Segmented
        label="What is up"
        value={up}
        options={[
          { value: 'north', label: 'North up' },
          { value: 'heading', label: 'Heading up' },
        ]}
        onChange={props.onUp}
      />
      {!live && (
        <>
          <Choice
            label="Sail ahead"
            value={passId ?? ''}
            options={passes.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={props.onPass}
          />
          <div className="flex items-center gap-2">
            <Button
              onClick={sailing.toggle}
              aria-label={sailing.playing ? 'Stop the boat' : 'Sail the pass on the chart'}
              disabled={sailing.durationS === 0}
            >
              {sailing.playing ? (
                <Pause size={16} aria-hidden="true" />
              ) : (
                <Play size={16} aria-hidden="true" />
              )}
            </Button>
            <input
              type="range"
              aria-label="Along the pass"
              className="min-w-0 flex-1 accent-action"
              min={0}
              max={Math.max(1, Math.round(sailing.durationS))}
              value={Math.round(sailing.timeS)}
              onChange={(event) => {
                sailing.stop();
                sailing.setTimeS(Number(event.target.value));
              }}
            />
            <span className="figures w-12 text-end text-xs">{formatClock(sailing.timeS)}</span>
          </div>
        </>
      )}
      <Button onClick={props.onKeepTrack ?? undefined} disabled={!props.onKeepTrack}>
        <Spline size={16} aria-hidden="true" /> Keep its track as a line
      </Button>
      <Choice
        label="What its beam covers"
        value={sweep.instrument}
        options={INSTRUMENT_OPTIONS}
        onChange={props.onInstrument}
      />
      <p className="text-xs text-ink-2" role="status">
        {cover && depthM !== null
          ? coverWords(sweep, cover, depthM, (m) => format(length, m, 1))
          : 'Choose a pass to put the boat on the chart. The bench in another tab moves it live.'}
      </p>
    </Panel>
  );
}

function coverWords(
  sweep: Sweep,
  { nearM, farM }: { nearM: number; farM: number },
  depthM: number,
  say: (m: number) => string,
): string {
  const deep = `${say(depthM)} under the boat`;
  if (farM === 0) return `${deep}: the bottom is beyond the range.`;
  switch (sweep.instrument) {
    case 'cone':
      return `${deep}: the cone covers a disc ${say(2 * farM)} across. It widens with depth.`;
    case 'downFan':
      return `${deep}: a thin strip ${say(2 * farM)} wide, square to the course.`;
    case 'sideFans':
      return `${deep}: from ${say(nearM)} to ${say(farM)} on each side; under the boat is the gap.`;
  }
}
