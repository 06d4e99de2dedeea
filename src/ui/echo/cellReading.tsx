import type { CursorReading } from '@core/reading';
import { format, formatNumber, LENGTH, type UnitSystem } from '@core/units';

/** A cell's reading as lines for the eye and one sentence for the ear. */
export function cellReading(reading: CursorReading, units: UnitSystem) {
  const lines: [string, string][] = [
    ['Depth', format(LENGTH[units], reading.depthM, 2)],
    ['Level', `${formatNumber(reading.levelDb, 1)} dB`],
    ['Age', `${formatNumber(reading.ageS, 1)} s`],
    ['Distance behind', format(LENGTH[units], reading.behindM, 1)],
  ];
  return {
    text: lines.map(([name, value]) => `${name} ${value}`).join(', '),
    shown: (
      <dl className="grid grid-cols-[1fr_auto] gap-x-3">
        {lines.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-ink-2">{name}</dt>
            <dd className="figures text-end font-semibold">{value}</dd>
          </div>
        ))}
      </dl>
    ),
  };
}
