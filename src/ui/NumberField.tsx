import { LENGTH, SPEED, TEMPERATURE, type UnitSystem } from '@core/units';
import { NumberEntry } from './Setting';

export type QuantityName =
  | 'length'
  | 'speed'
  | 'temperature'
  | 'temperatureStep'
  | 'angle'
  | 'time'
  | 'plain';

const plain = (unit: string) => ({ unit, show: (v: number) => v, read: (v: number) => v });

function quantityOf(name: QuantityName, units: UnitSystem) {
  switch (name) {
    case 'length':
      return LENGTH[units];
    case 'speed':
      return SPEED[units];
    case 'temperature':
      return TEMPERATURE[units];
    case 'temperatureStep': {
      const { unit, show, read } = TEMPERATURE[units];
      return {
        unit,
        show: (v: number) => show(v) - show(0),
        read: (v: number) => read(v + show(0)),
      };
    }
    case 'angle':
      return plain('°');
    case 'time':
      return plain('s');
    case 'plain':
      return plain('');
  }
}

interface NumberFieldProps {
  label: string;
  /** In SI, as stored. */
  value: number;
  min: number;
  max: number;
  quantity: QuantityName;
  units: UnitSystem;
  decimals?: number;
  /** Instead of the quantity's own, for plain numbers. */
  unit?: string;
  hint?: string;
  onChange: (value: number) => void;
}

/** A number to be typed, with its unit; kept within its limits. */
export function NumberField(props: NumberFieldProps) {
  const { label, value, min, max, quantity, units, decimals = 1, hint, onChange } = props;
  const { show, read, unit } = quantityOf(quantity, units);
  const bound = (limit: number, other: number) => (Number.isFinite(limit) ? show(limit) : other);
  return (
    <div title={hint}>
      <div className="flex items-center gap-2">
        <span className="min-w-0 flex-1">{label}</span>
        <span className="flex items-baseline gap-1">
          <span className="rounded-sm border border-hairline bg-paper">
            <NumberEntry
              label={label}
              className="w-20"
              value={show(value)}
              min={bound(min, -1e6)}
              max={bound(max, 1e6)}
              decimals={decimals}
              onChange={(shown) => onChange(read(shown))}
            />
          </span>
          <span className="w-8 text-xs text-ink-2">{props.unit ?? unit}</span>
        </span>
      </div>
      {hint && <p className="text-xs leading-snug text-ink-2">{hint}</p>}
    </div>
  );
}
