/**
 * How clearly a target stands on the picture under a view, so that settings can be compared and mended.
 * Contrast is counted in steps of the palette between the echo and its surroundings. A rule of thumb of
 * our own, stated so that it can be doubted: docs/learning.md.
 */
import {
  aboveFloorDb,
  type EchoSource,
  matchedScrollPxPerS,
  pingReader,
  shownSpanDb,
  type View,
  VIEW_LIMITS,
} from '../display';
import { cellsPerPing, firstRowOf, isAbeam } from '../sounding';
import { RULES } from './rules';
import type { OutlineRow, TruthRegion } from './visibility';

/** Steps from the weakest to the strongest colour. */
const PALETTE_STEPS = 64;
/** Cells beside an echo, before and behind it, that it is seen against. */
const AROUND_CELLS = 5;
/** Pings of an outline that are looked at: more add nothing but time. */
const MOST_ROWS = 40;
/** So many pixels high an echo has all its shape. */
const FULL_HEIGHT_PX = 8;
/** An echo that nobody could call seen keeps this share, so that the way to it slopes. */
const UNSEEN_SHARE = 0.2;
/** An echo all in the strongest colour has lost its inside. */
const CLIPPED_SHARE = 0.6;

export interface ClarityInput {
  source: EchoSource;
  region: TruthRegion;
  /** Length of the picture along the range, px. */
  rangePx: number;
  /** 0 where the boat stands: no scroll is then the right one. */
  speedMps: number;
}

const thinned = (rows: OutlineRow[]) => {
  const every = Math.ceil(rows.length / MOST_ROWS);
  return rows.filter((_, i) => i % every === 0);
};

/** Contrast in palette steps, less where the echo is cut off, tiny, clipped or out of shape; 0 unseen. */
export function clarity({ source, region, rangePx, speedMps }: ClarityInput, view: View): number {
  const { info, levelsCdb, capacity } = source;
  const { channel } = region;
  const rows = thinned(region.outline);
  if (rows.length === 0 || levelsCdb.length === 0) return 0;
  const read = pingReader(source, view, channel);
  const rowStart = firstRowOf(info, channel) * info.binCount;
  const spanDb = shownSpanDb(view);
  const rule = RULES[info.instrument];
  const shownAt = (levels: Int16Array, at: number, bin: number) => {
    const height = aboveFloorDb(
      levels[at + bin] / 100,
      (bin + 0.5) * info.rangeStepM,
      info.channels[channel],
      view,
    );
    return { height, share: Math.min(1, Math.max(0, height / spanDb)) };
  };
  const depthOf = (bin: number) =>
    (isAbeam(info.instrument) ? 0 : info.draftM) + (bin + 0.5) * info.rangeStepM;

  let contrast = 0;
  let clears = 0;
  let clipped = 0;
  let inWindow = 0;
  let cells = 0;
  for (const { ping, firstBin, lastBin, firstBeam } of rows) {
    const { levels, at } = read
      ? read(ping)
      : { levels: levelsCdb, at: (ping % capacity) * cellsPerPing(info) + rowStart };
    const from = at + firstBeam * info.binCount;
    const middleM = depthOf((firstBin + lastBin) / 2);
    if (middleM < view.topM || middleM > view.bottomM) continue;
    inWindow++;
    cells += lastBin - firstBin + 1;
    let best = { height: -Infinity, share: 0 };
    for (let bin = firstBin; bin <= Math.min(lastBin, info.binCount - 1); bin++) {
      const here = shownAt(levels, from, bin);
      if (here.height > best.height) best = here;
    }
    let around = 0;
    let count = 0;
    for (let k = 1; k <= AROUND_CELLS; k++) {
      for (const bin of [firstBin - k, lastBin + k]) {
        if (bin < 0 || bin >= info.binCount) continue;
        around += shownAt(levels, from, bin).share;
        count++;
      }
    }
    contrast += Math.max(0, best.share - around / Math.max(1, count));
    if (best.height >= rule.aboveFloorDb) clears++;
    if (best.share >= 1) clipped++;
  }
  if (inWindow === 0) return 0;
  const pxPerM = rangePx / (view.bottomM - view.topM);
  const heightPx = (cells / inWindow) * info.rangeStepM * pxPerM;
  const size = Math.min(1, heightPx / FULL_HEIGHT_PX);
  const matched = matchedScrollPxPerS(pxPerM, speedMps);
  const stretch = speedMps > 0 ? view.scrollPxPerS / Math.max(1, matched) : 1;
  const shape = Math.sqrt(Math.min(stretch, 1 / stretch));
  const isSeen = clears >= Math.min(rule.leastPings, Math.ceil(rows.length / 2));
  return (
    PALETTE_STEPS *
    (contrast / rows.length) *
    (isSeen ? 1 : UNSEEN_SHARE) *
    (clipped > inWindow / 2 ? CLIPPED_SHARE : 1) *
    size *
    shape
  );
}

/** Settings that a person may move to mend a picture. */
const MENDED = [
  'noiseFilter',
  'crossTalkFilter',
  'surfaceFilterM',
  'bottomM',
  'scrollPxPerS',
  'gainDb',
  'contrastDb',
] as const;
type Mended = (typeof MENDED)[number];

function choices(key: Mended, view: View, { region, source, rangePx, speedMps }: ClarityInput) {
  const { info } = source;
  const every = (from: number, to: number, step: number) =>
    Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step);
  switch (key) {
    case 'gainDb':
      return every(10, 76, 3);
    case 'contrastDb':
      return every(0, 20, 5);
    case 'noiseFilter':
      return [0];
    case 'crossTalkFilter':
      return [false];
    case 'surfaceFilterM':
      return [0];
    case 'bottomM': {
      const farthest = Math.max(...region.outline.map(({ lastBin }) => lastBin));
      const reachM = info.draftM + farthest * info.rangeStepM;
      const found = Array.from(source.bottomDepthM ?? []).filter(Number.isFinite);
      const bottomM = found.length > 0 ? Math.max(...found) : reachM;
      const lower = isAbeam(info.instrument) ? [1.3 * reachM] : [1.15 * bottomM];
      return lower.map((value) => Math.min(VIEW_LIMITS.depthM.max, Math.max(view.topM + 2, value)));
    }
    case 'scrollPxPerS':
      return speedMps > 0
        ? [
            Math.min(
              VIEW_LIMITS.scrollPxPerS.max,
              Math.max(
                VIEW_LIMITS.scrollPxPerS.min,
                matchedScrollPxPerS(rangePx / (view.bottomM - view.topM), speedMps),
              ),
            ),
          ]
        : [];
  }
}

/** A gain in clarity less than this, as a share, is not worth a hand on a control. */
const WORTH = 0.03;

/**
 * The view under which a target stands clearest, found control by control; `view` if none is clearer.
 * @returns `moves`: controls that differ
 */
export function betterView(
  input: ClarityInput,
  view: View,
): { view: View; clarity: number; moves: number } {
  let best = { view, clarity: clarity(input, view) };
  for (const keys of [MENDED, ['gainDb', 'contrastDb', 'gainDb'] as const]) {
    for (const key of keys) {
      for (const value of choices(key, best.view, input)) {
        const next = { ...best.view, autoGain: false, autoRange: false, [key]: value };
        const found = clarity(input, next);
        // The first to be clearly better stays: controls that change little are left alone.
        if (found > best.clarity * (1 + WORTH) + 1e-6) best = { view: next, clarity: found };
      }
    }
  }
  return { ...best, moves: MENDED.filter((key) => best.view[key] !== view[key]).length };
}

/** How clear it was at first, is now and can be. */
export interface Span {
  start: number;
  now: number;
  best: number;
}

export interface MendScore extends Span {
  /** 0–1: how much of what could be gained was gained, less a tenth for each needless control. */
  score: number;
  /** Controls left changed that make no difference. */
  needless: string[];
}

const NEEDLESS_COST = 0.1;

/** Every setting in which two views differ. */
export const changedKeys = (a: View, b: View) =>
  (Object.keys(a) as (keyof View)[]).filter((key) => a[key] !== b[key]);

/** Of what helps the eye and not the echo nothing is asked. */
const FREE: readonly (keyof View)[] = ['paletteId'];

/**
 * Grades a mended view: (V − V_start) / (V_best − V_start), one tenth less for each needless control left
 * changed. Several mends are right.
 */
export function mendScore(input: ClarityInput, startView: View, endView: View): MendScore {
  const start = clarity(input, startView);
  const now = clarity(input, endView);
  const best = Math.max(now, betterView(input, startView).clarity);
  const needless = changedKeys(startView, endView).filter((key) => {
    if (FREE.includes(key)) return false;
    const without = { ...endView, [key]: startView[key] };
    if (without.bottomM - without.topM < 1) return false;
    return clarity(input, without) >= now * (1 - WORTH);
  });
  const gained = best - start > 1e-6 ? (now - start) / (best - start) : now >= best ? 1 : 0;
  const score = Math.min(1, Math.max(0, gained - NEEDLESS_COST * needless.length));
  return { start, now, best, score, needless };
}
