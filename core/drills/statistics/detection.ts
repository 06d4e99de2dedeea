/** Signal detection: how well targets are told from look-alikes, and how cautiously. */
import quantile from '@stdlib/stats-base-dists-normal-quantile';
import { randomSource } from '../../random';
import type { Interval } from './proportion';

/** Trials of one screen: targets that could be seen, and look-alikes that could. */
export interface DetectionTrials {
  hits: number;
  signals: number;
  falseAlarms: number;
  noises: number;
}

const z = (share: number) => quantile(share, 0, 1);

/**
 * Sensitivity d′ = z(H) − z(F) and bias c = −½(z(H) + z(F)), positive = cautious, with the log-linear
 * correction H = (h + ½)/(s + 1). Sources: Green & Swets 1966; Hautus 1995.
 * Check: 18 of 20 and 3 of 15: d′ 1.9562, c −0.2017.
 */
export function detection({ hits, signals, falseAlarms, noises }: DetectionTrials): {
  dPrime: number;
  bias: number;
} {
  const zHit = z((hits + 0.5) / (signals + 1));
  const zFalse = z((falseAlarms + 0.5) / (noises + 1));
  return { dPrime: zHit - zFalse, bias: -0.5 * (zHit + zFalse) };
}

export const sumTrials = (trials: readonly DetectionTrials[]): DetectionTrials =>
  trials.reduce(
    (sum, one) => ({
      hits: sum.hits + one.hits,
      signals: sum.signals + one.signals,
      falseAlarms: sum.falseAlarms + one.falseAlarms,
      noises: sum.noises + one.noises,
    }),
    { hits: 0, signals: 0, falseAlarms: 0, noises: 0 },
  );

const DRAWS = 1000;

/**
 * 95 % interval of a figure over items drawn again with replacement. Source: Efron 1979. Seeded, so the
 * same items always give the same interval.
 */
export function bootstrapInterval<T>(
  items: readonly T[],
  figure: (drawn: T[]) => number,
  seed: number,
  draws = DRAWS,
): Interval {
  // One alone, drawn again and again, is always itself: it says nothing of how it may vary.
  if (items.length < 2) return { low: NaN, high: NaN };
  const random = randomSource(seed);
  const values = Array.from({ length: draws }, () =>
    figure(Array.from(items, () => items[random.index(items.length)])),
  ).sort((a, b) => a - b);
  return { low: values[Math.floor(0.025 * draws)], high: values[Math.ceil(0.975 * draws) - 1] };
}

export interface DetectionFigures extends DetectionTrials {
  dPrime: number;
  bias: number;
  /** Of d′ and of the bias, over items. */
  dPrimeInterval: Interval;
  biasInterval: Interval;
}

/** Fewer of either sort of trial say nothing without the interval. */
export const FEW_TRIALS = 5;

const SEED = 7;

/** @param trials one entry a screen; null when there was no trial at all */
export function detectionFigures(
  trials: readonly DetectionTrials[],
  withIntervals = true,
): DetectionFigures | null {
  const sum = sumTrials(trials);
  if (sum.signals + sum.noises === 0) return null;
  const of = (key: 'dPrime' | 'bias') => (drawn: DetectionTrials[]) =>
    detection(sumTrials(drawn))[key];
  const interval = (key: 'dPrime' | 'bias') =>
    withIntervals ? bootstrapInterval(trials, of(key), SEED) : { low: NaN, high: NaN };
  return {
    ...sum,
    ...detection(sum),
    dPrimeInterval: interval('dPrime'),
    biasInterval: interval('bias'),
  };
}
