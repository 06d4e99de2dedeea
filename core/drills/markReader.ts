/**
 * A reader who has nothing but the picture, and names a framed mark by what can be measured on it. It is a linear
 * discriminant (Fisher 1936; Rao 1948) over `measuresOfMark`, one for each instrument, learned from marks of the simulation
 * whose truth is known (`npm run learn:marks`). It is how fairness is decided: what it cannot tell is not asked as if it
 * could be told.
 */
import { exp } from '../numeric';
import type { RegionLabel, TruthRegion } from '../reading';
import type { DrillScreen } from './drillScreen';
import learned from './markReader.json' with { type: 'json' };
import { measuresOfMark } from './markMeasures';

interface Discriminant {
  /** How many marks it was learned from. */
  count: number;
  /** Score = bias + Σ weight · measure. */
  bias: number;
  weights: number[];
}
type Learned = Record<string, Partial<Record<RegionLabel, Discriminant>>>;

/** Of the engine whose pictures it was learned on. */
export const READER_ENGINE: number = learned.engine;
const byInstrument = learned.instruments as unknown as Learned;

/** Whether the reader has learned a name on the instrument of a screen. */
export const isKnownToReader = ({ info }: DrillScreen, label: RegionLabel) =>
  byInstrument[info.instrument]?.[label] !== undefined;

export interface Reading {
  label: RegionLabel;
  /** Of all labels among the options, as sure as the reader is; they sum to one. */
  share: number;
}

/**
 * What a mark is taken for among some names, the likeliest first. Names it has never seen on that instrument (layers,
 * cross-talk) it rules out. Null where the picture has no levels, or where it knows fewer than two of the names.
 */
export function readMark(
  screen: DrillScreen,
  region: TruthRegion,
  options: readonly RegionLabel[],
): Reading[] | null {
  const known = byInstrument[screen.info.instrument] ?? {};
  const among = options.filter((label) => known[label]);
  const measures = among.length > 1 ? measuresOfMark(screen, region) : null;
  if (!measures) return null;
  const scores = among.map((label) => {
    const { bias, weights } = known[label]!;
    return weights.reduce((sum, weight, i) => sum + weight * measures[i], bias);
  });
  const best = Math.max(...scores);
  const shares = scores.map((score) => exp(score - best));
  const all = shares.reduce((sum, share) => sum + share, 0);
  return among
    .map((label, i) => ({ label, share: shares[i] / all }))
    .toSorted((a, b) => b.share - a.share);
}
