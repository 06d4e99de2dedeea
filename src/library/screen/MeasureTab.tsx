import { type Cursor, measure } from '@core/reading';
import type { UnitSystem } from '@core/units';
import type { ScreenEcho } from '@/storage/screens';
import { MeasurePanel } from '@/ui/echo/MeasurePanel';

interface MeasureTabProps {
  echo: ScreenEcho;
  cursors: readonly Cursor[];
  units: UnitSystem;
  pxPerM: number;
  pxPerTrackM: number;
  /** A picture without a scale has nothing to measure with. */
  isScaled: boolean;
  calibrateHref: string;
  onClear: () => void;
}

export function MeasureTab(props: MeasureTabProps) {
  const { echo, cursors, units, pxPerM, pxPerTrackM, isScaled, calibrateHref, onClear } = props;
  if (!isScaled) {
    return (
      <p>
        This picture has no scale yet.{' '}
        <a className="font-semibold text-action underline" href={calibrateHref}>
          Calibrate it with two taps
        </a>
        , and every measure works on it.
      </p>
    );
  }
  const { info, track } = echo;
  const [a, b] = cursors;
  const last = track.timeS.length - 1;
  const latest = { timeS: track.timeS[last], alongM: track.alongM[last] };
  const scale = { latest, units, pxPerM, pxPerTrackM };
  return (
    <MeasurePanel
      cursors={cursors}
      units={units}
      measured={(fishLengthM) =>
        a ? measure({ info, a, b: b ?? null, ...scale, fishLengthM }) : []
      }
      onClear={onClear}
    />
  );
}
