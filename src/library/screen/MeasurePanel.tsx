import { useState } from 'react';
import { type Cursor, measure } from '@core/reading';
import type { UnitSystem } from '@core/units';
import type { ScreenEcho } from '@/storage/screens';
import { Button } from '@/ui/Button';
import { MeasureTable } from '@/ui/echo/MeasureTable';
import { NumberField } from '@/ui/NumberField';

interface MeasurePanelProps {
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

export function MeasurePanel(props: MeasurePanelProps) {
  const { echo, cursors, units, pxPerM, pxPerTrackM, isScaled, calibrateHref, onClear } = props;
  const [fishLengthM, setFishLengthM] = useState(0.3);
  const [a, b] = cursors;
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
  const last = track.timeS.length - 1;
  const rows = a
    ? measure({
        info,
        a,
        b: b ?? null,
        latest: { timeS: track.timeS[last], alongM: track.alongM[last] },
        units,
        pxPerM,
        pxPerTrackM,
        fishLengthM,
      })
    : [];
  return (
    <div className="flex h-full gap-4">
      <div className="flex w-52 shrink-0 flex-col gap-2">
        <p className="text-ink-2">
          {!a && 'Tap the picture: A first. For a shadow, the near edge of the echo.'}
          {a && !b && 'Then B: the far end of the shadow, or the other end of what you measure.'}
          {a && b && 'Tap again to begin anew.'}
        </p>
        <NumberField
          label="Fish of"
          value={fishLengthM}
          min={0.05}
          max={2.5}
          quantity="length"
          units={units}
          decimals={2}
          onChange={setFishLengthM}
        />
        <Button onClick={onClear} disabled={!a}>
          Take the cursors away
        </Button>
      </div>
      <MeasureTable rows={rows} units={units} />
    </div>
  );
}
