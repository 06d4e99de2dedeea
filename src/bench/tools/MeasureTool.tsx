import { useState } from 'react';
import { measure } from '@core/reading';
import { Button } from '@/ui/Button';
import { MeasureTable } from '@/ui/echo/MeasureTable';
import { NumberField } from '@/ui/NumberField';
import type { BenchKit } from '../kit';

/** Two cursors, and what follows from them with the arithmetic in view. */
export function MeasureTool({ kit, onClear }: { kit: BenchKit; onClear: () => void }) {
  const { ring, cursors, endPing, units, picture } = kit;
  const [fishLengthM, setFishLengthM] = useState(0.3);
  const [a, b] = cursors;
  const latest = ring && endPing > ring.first ? ring.slot(endPing - 1) : null;
  const rows =
    a && ring && latest !== null && picture
      ? measure({
          info: ring.info,
          a,
          b: b ?? null,
          latest: { timeS: ring.track.timeS[latest], alongM: ring.track.alongM[latest] },
          units,
          pxPerM: picture.pxPerM,
          pxPerTrackM: picture.pxPerTrackM,
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
