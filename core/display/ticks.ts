const STEPS = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500];

/** Round values for a scale from `from` to `to`, about `wanted` of them, ends left free. */
export function scaleTicks(from: number, to: number, wanted = 6): number[] {
  const span = to - from;
  if (!(span > 0)) return [];
  const step = STEPS.find((candidate) => span / candidate <= wanted) ?? 1000;
  const ticks: number[] = [];
  for (let i = Math.ceil(from / step + 1e-6); i * step < to - 0.02 * span; i++) {
    ticks.push(Number((i * step).toFixed(6)));
  }
  return ticks.filter((tick) => tick > from + 0.02 * span);
}
