/** Marks, lines and passes as they travel in open formats: degrees, WGS 84. */
import type { LineKind, MarkSymbol } from '../records';

export interface PlacedMark {
  name: string;
  symbol: MarkSymbol;
  note: string;
  latitudeDeg: number;
  longitudeDeg: number;
  depthM: number | null;
  covarianceM2: [number, number, number] | null;
  /** Milliseconds since 1970, UTC; null when the file does not say. */
  atMs: number | null;
}

interface PlacedLine {
  name: string;
  kind: LineKind;
  note: string;
  points: { latitudeDeg: number; longitudeDeg: number }[];
}

interface PlacedRoute {
  name: string;
  note: string;
  speedMps: number | null;
  points: { latitudeDeg: number; longitudeDeg: number }[];
}

export interface ChartData {
  marks: PlacedMark[];
  /** Lines traced and tracks sailed. */
  lines: PlacedLine[];
  /** Passes planned. */
  routes: PlacedRoute[];
}

export const EMPTY_CHART_DATA: ChartData = { marks: [], lines: [], routes: [] };

/** Characters of a file that is read; larger ones are of another trade. */
export const MAX_TEXT_LENGTH = 40_000_000;
export const MAX_MARKS = 20_000;
