import type { Measured } from '@core/reading';
import { format, formatNumber, LENGTH, type UnitSystem } from '@core/units';

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

/** What two cursors say, with the arithmetic in view. */
export function MeasureTable({ rows, units }: { rows: readonly Measured[]; units: UnitSystem }) {
  return (
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
  );
}
