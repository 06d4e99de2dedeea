/** Everything is computed and stored in SI; these are the only conversions to what people read. */
export type UnitSystem = 'metric' | 'imperial';

const METRES_PER_FOOT = 0.3048;
export const MPS_PER_KMH = 1 / 3.6;
const MPS_PER_MPH = 0.44704;
export const MPS_PER_KNOT = 1852 / 3600;

interface Quantity {
  unit: string;
  /** SI → shown. */
  show: (si: number) => number;
  /** Shown → SI. */
  read: (shown: number) => number;
}

const scaled = (unit: string, siPerUnit: number): Quantity => ({
  unit,
  show: (si) => si / siPerUnit,
  read: (shown) => shown * siPerUnit,
});

export const LENGTH: Record<UnitSystem, Quantity> = {
  metric: scaled('m', 1),
  imperial: scaled('ft', METRES_PER_FOOT),
};

export const SPEED: Record<UnitSystem, Quantity> = {
  metric: scaled('km/h', MPS_PER_KMH),
  imperial: scaled('mph', MPS_PER_MPH),
};

export const TEMPERATURE: Record<UnitSystem, Quantity> = {
  metric: scaled('°C', 1),
  imperial: {
    unit: '°F',
    show: (celsius) => celsius * 1.8 + 32,
    read: (fahrenheit) => (fahrenheit - 32) / 1.8,
  },
};

/** A number and its unit, e.g. `9.6 m`. A value that is not finite is shown as a dash, never as NaN. */
export function format(quantity: Quantity, si: number, decimals = 1): string {
  return `${formatNumber(quantity.show(si), decimals)} ${quantity.unit}`;
}

/** A number with a true minus sign and fixed decimals; a dash when it is not finite. */
export function formatNumber(value: number, decimals = 1): string {
  if (!Number.isFinite(value)) return '–';
  const text = value.toFixed(decimals);
  const isNegativeZero = Number(text) === 0 && text.startsWith('-');
  return isNegativeZero ? text.slice(1) : text.replace('-', '−');
}

/** Seconds as `m:ss`. */
export function formatClock(seconds: number): string {
  if (!Number.isFinite(seconds)) return '–';
  const whole = Math.max(0, Math.floor(seconds));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}
