import { useState } from 'react';
import { measure, type Measured } from '@core/reading';
import { format, formatNumber, LENGTH, type UnitSystem } from '@core/units';
import { Button } from '@/ui/Button';
import { NumberField } from '@/ui/NumberField';
import type { BenchKit } from '../kit';

const shown = ({ quantity, value }: Measured, units: UnitSystem) => {
  switch (quantity) {
    case 'length':
      return format(LENGTH[units], value, 2);
    case 'time':
      return `${formatNumber(value, 1)} s ago`;
    case 'pixels':
      return `${formatNumber(value, 0)} px`;
  }
};

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
      <table className="h-fit w-full" data-testid="measures">
        <tbody>
          {rows.map((row) => (
            <tr key={row.id} className="border-b border-hairline align-baseline">
              <th scope="row" className="py-0.5 pr-3 text-start font-normal">
                {row.label}
              </th>
              <td className="figures py-0.5 pr-4 text-end font-semibold whitespace-nowrap">
                {shown(row, units)}
              </td>
              <td className="figures py-0.5 text-xs text-ink-2">{row.formula}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
