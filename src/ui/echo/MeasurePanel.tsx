import { useState } from 'react';
import type { Cursor, Measured } from '@core/reading';
import type { UnitSystem } from '@core/units';
import { Button } from '../Button';
import { NumberField } from '../NumberField';
import { MeasureTable } from './MeasureTable';

interface MeasurePanelProps {
  cursors: readonly Cursor[];
  units: UnitSystem;
  /** What the cursors say; pixels are counted for a fish of this length. */
  measured: (fishLengthM: number) => readonly Measured[];
  onClear: () => void;
}

/** Two cursors, and what follows from them with the arithmetic in view. */
export function MeasurePanel({ cursors, units, measured, onClear }: MeasurePanelProps) {
  const [fishLengthM, setFishLengthM] = useState(0.3);
  const [a, b] = cursors;
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
      <MeasureTable rows={measured(fishLengthM)} units={units} />
    </div>
  );
}
