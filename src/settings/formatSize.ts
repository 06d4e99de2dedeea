const UNITS = ['kB', 'MB', 'GB'];

/** Bytes in words: 12 kB, 3.4 MB. */
export function formatSize(bytes: number): string {
  let value = bytes / 1e3;
  let unit = 0;
  while (value >= 1000 && unit < UNITS.length - 1) {
    value /= 1e3;
    unit++;
  }
  return `${value.toFixed(unit === 0 ? 0 : 1)} ${UNITS[unit]}`;
}
