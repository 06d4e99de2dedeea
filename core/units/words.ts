import { format, LENGTH, SPEED, type UnitSystem } from './quantities';

const METRES_PER_INCH = 0.0254;
/** A number with its metric unit, as names of things are written: “perch, 30 cm”. */
const MEASURED = /(\d+(?:\.\d+)?)[ \u00a0](mm|cm|m\/s|m)(?![\w/²])/g;
const PER: Record<string, number> = { mm: 0.001, cm: 0.01, m: 1 };

/** Words that hold metric numbers, in the reader's units. */
export function inUnits(text: string, units: UnitSystem): string {
  if (units === 'metric') return text;
  return text.replaceAll(MEASURED, (_, digits: string, unit: string) => {
    const value = Number(digits);
    if (unit === 'm/s') return format(SPEED.imperial, value, 1);
    const metres = value * PER[unit];
    return unit === 'm'
      ? format(LENGTH.imperial, metres, 1)
      : `${Math.round(metres / METRES_PER_INCH)} in`;
  });
}
