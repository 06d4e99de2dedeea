import { format, formatNumber, LENGTH, TEMPERATURE, type UnitSystem } from '../../units';
import type { WaterColumn } from '../../water';

/** What of a water decides where fish stand, told beside a question. */
export function waterWords(
  { temperatureC, thermocline }: WaterColumn,
  hourOfDay: number,
  units: UnitSystem,
): string[] {
  const { show, unit } = TEMPERATURE[units];
  return [
    `Water ${formatNumber(show(temperatureC), 0)} ${unit}, ${Math.floor(hourOfDay)}:00`,
    thermocline ? `Thermocline at ${format(LENGTH[units], thermocline.depthM)}` : 'No thermocline',
  ];
}
