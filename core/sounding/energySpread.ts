/** Far below any receiver's noise, (µPa)². */
const NEGLIGIBLE_ENERGY = 1e-3;

/**
 * Spreads energy evenly from range `a` to `b` (in cells) of a row that starts at `offset` and holds
 * `cells`: the two ends at once, the inside as a rise and a fall, summed up later in one run.
 */
export function addInterval(
  energy: Float64Array,
  rise: Float64Array,
  offset: number,
  cells: number,
  a: number,
  b: number,
  amount: number,
): void {
  const low = a < b ? a : b;
  const high = a < b ? b : a;
  const first = low | 0;
  if (first >= cells) return;
  const last = high | 0;
  if (last === first) {
    energy[offset + first] += amount;
    return;
  }
  const density = amount / (high - low);
  energy[offset + first] += density * (first + 1 - low);
  rise[offset + first + 1] += density;
  if (last < cells) {
    energy[offset + last] += density * (high - last);
    rise[offset + last] -= density;
  }
}

/**
 * Turns rises and falls into energy, adds it to `target`, and clears both.
 * @param kept share of the echo left after one more cell: the volume echo of a sediment that sound
 * enters trails off; 0 for a surface
 */
export function settleInterval(
  energy: Float64Array,
  rise: Float64Array,
  offset: number,
  cells: number,
  target: Float64Array,
  kept: number,
): void {
  let sum = 0;
  let trailing = 0;
  for (let i = offset; i < offset + cells; i++) {
    sum += rise[i];
    const here = energy[i] + (sum > 0 ? sum : 0);
    energy[i] = 0;
    rise[i] = 0;
    if (kept > 0) {
      trailing = kept * trailing + (1 - kept) * here;
      if (trailing < NEGLIGIBLE_ENERGY) trailing = 0; // a decay left alone ends in slow denormals
      target[i] += trailing;
    } else {
      target[i] += here;
    }
  }
  rise[offset + cells] = 0;
}
