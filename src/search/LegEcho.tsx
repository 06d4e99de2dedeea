import { useEffect, useState } from 'react';
import { type EchoPoint, pingsAcross, placeOfSpot } from '@core/display';
import type { DrillScreen } from '@core/drills';
import { placeOfEcho } from '@core/reading';
import type { SearchMark } from '@core/search';
import { isAbeam } from '@core/sounding';
import type { UnitSystem } from '@core/units';
import { Pin } from '@/ui/chart/ChartToTap';
import { Choice } from '@/ui/Choice';
import type { PictureState } from '@/ui/echo/EchoPicture';
import { ScreenPicture } from '@/ui/echo/ScreenPicture';

const PACES = [
  { value: '1', label: 'as sailed' },
  { value: '4', label: '4 times' },
  { value: '16', label: '16 times' },
  { value: 'all', label: 'at once' },
] as const;
type Pace = (typeof PACES)[number]['value'];

interface LegEchoProps {
  screen: DrillScreen;
  view: DrillScreen['view'];
  units: UnitSystem;
  label: string;
  /** A leg just sailed runs past; one looked at again is there at once. */
  runs: boolean;
  onState: (state: PictureState) => void;
  /** Where the newest edge of the picture was heard. */
  onNow: (at: { x: number; y: number }) => void;
  marks: readonly (SearchMark & { number: number })[];
  onPick: (mark: Pick<SearchMark, 'xM' | 'yM' | 'spot'>) => void;
}

/** A leg's picture as it scrolls past, and back along it. */
export function LegEcho(props: LegEchoProps) {
  const { screen, view, units, label, runs, marks, onState, onNow, onPick } = props;
  const { info, track, firstPing, pingCount } = screen;
  const first = firstPing + 1;
  const last = firstPing + pingCount;
  const [pace, setPace] = useState<Pace>('16');
  const [end, setEnd] = useState(runs ? Math.min(last, first + 40) : last);
  const [running, setRunning] = useState(runs);
  const [state, setState] = useState<PictureState | null>(null);

  useEffect(() => {
    if (!running) return;
    let frame = 0;
    let before = performance.now();
    const tick = (now: number) => {
      const pings = ((now - before) / 1000) * info.pingRateHz * Number(pace);
      before = now;
      setEnd((old) => Math.min(last, old + pings));
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [running, pace, last, info]);
  const shownEnd = Math.max(first, Math.min(last, Math.floor(end)));
  const slot = Math.min(pingCount - 1, shownEnd - 1 - firstPing);
  const x = track.xM[slot];
  const y = track.yM[slot];
  useEffect(() => onNow({ x, y }), [onNow, x, y]);

  const picture = state?.picture;
  const lengthPx = picture ? (isAbeam(info.instrument) ? picture.heightPx : picture.widthPx) : 600;
  const across = Math.min(pingCount, Math.ceil(pingsAcross(info, view, lengthPx)));
  const pick = (point: EchoPoint) => {
    const { place } = placeOfEcho(info, track, point.ping - firstPing, point);
    const { channel, ping, beam, bin } = point;
    onPick({ xM: place.xM, yM: place.yM, spot: { channel, ping, beam, bin } });
  };
  return (
    <div className="flex h-full flex-col gap-2">
      <div className="min-h-0 flex-1">
        <ScreenPicture
          screen={screen}
          view={view}
          units={units}
          label={label}
          whole={false}
          endPing={shownEnd}
          onPick={pick}
          overlay={(shown) =>
            marks.map(({ id, spot, number }) => {
              const at = spot && placeOfSpot(shown, spot.channel, spot);
              return at ? <Pin key={id} x={at.x} y={at.y} text={String(number)} /> : null;
            })
          }
          onPicture={(next) => {
            setState(next);
            onState(next);
          }}
        />
      </div>
      <div className="flex items-center gap-3 text-sm">
        <label className="flex flex-1 items-center gap-3">
          <span className="text-ink-2">Along the leg</span>
          <input
            type="range"
            className="min-w-24 flex-1 accent-action"
            min={Math.min(last, firstPing + across)}
            max={last}
            value={Math.max(firstPing + across, shownEnd)}
            onChange={(event) => {
              setRunning(false);
              setEnd(Number(event.target.value));
            }}
          />
        </label>
        <div className="w-48">
          <Choice
            label="Runs past"
            value={pace}
            options={PACES}
            onChange={(next) => {
              setPace(next);
              if (next === 'all') setEnd(last);
              setRunning(next !== 'all' && shownEnd < last);
            }}
          />
        </div>
      </div>
    </div>
  );
}
