const Z_95 = 1.959964;

export interface Interval {
  low: number;
  high: number;
}

/** 95 % interval of a proportion. Source: Wilson 1927. Check: 7 of 10: 0.397–0.892. */
export function wilsonInterval(successes: number, trials: number): Interval {
  if (trials === 0) return { low: 0, high: 1 };
  const share = successes / trials;
  const z2 = Z_95 ** 2;
  const centre = share + z2 / (2 * trials);
  const half = Z_95 * Math.sqrt((share * (1 - share)) / trials + z2 / (4 * trials ** 2));
  const scale = 1 + z2 / trials;
  return { low: Math.max(0, (centre - half) / scale), high: Math.min(1, (centre + half) / scale) };
}

/**
 * What one share is more than another, with its 95 % interval. Source: Newcombe 1998, method 10, from Wilson's intervals.
 * Check: 56 of 70 less 48 of 80: 0.2, 0.0524 to 0.3339.
 */
export function differenceOf(before: Share, after: Share): { gained: number; interval: Interval } {
  const gained = after.share - before.share;
  return {
    gained,
    interval: {
      low: gained - Math.hypot(after.share - after.low, before.high - before.share),
      high: gained + Math.hypot(after.high - after.share, before.share - before.low),
    },
  };
}

/** A share with its interval and its counts. */
export interface Share extends Interval {
  of: number;
  count: number;
  share: number;
}

export const shareOf = (count: number, of: number): Share => ({
  count,
  of,
  share: of === 0 ? NaN : count / of,
  ...wilsonInterval(count, of),
});
