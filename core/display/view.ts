import { z } from 'zod';
import type { ChannelInfo } from '../sounding';
import { PALETTE_IDS } from './palettes';

export const VIEW_LIMITS = {
  gainDb: { min: 0, max: 80 },
  depthM: { min: 0, max: 200 },
  scrollPxPerS: { min: 4, max: 120 },
} as const;

/** Narrowest window of depth that can be shown. */
export const LEAST_WINDOW_M = 1;

/** How a stored echo is shown. Nothing here changes what was received. */
export const viewSchema = z
  .object({
    gainDb: z.number().min(VIEW_LIMITS.gainDb.min).max(VIEW_LIMITS.gainDb.max),
    paletteId: z.enum(PALETTE_IDS),
    topM: z.number().min(VIEW_LIMITS.depthM.min).max(VIEW_LIMITS.depthM.max),
    bottomM: z.number().min(VIEW_LIMITS.depthM.min).max(VIEW_LIMITS.depthM.max),
    scrollPxPerS: z.number().min(VIEW_LIMITS.scrollPxPerS.min).max(VIEW_LIMITS.scrollPxPerS.max),
  })
  .refine((view) => view.bottomM - view.topM >= LEAST_WINDOW_M - 1e-9, {
    path: ['bottomM'],
    message: `the lower limit must lie at least ${LEAST_WINDOW_M} m below the upper one`,
  });
export type View = z.infer<typeof viewSchema>;

/** The gain at which a well-chosen picture is neither thin nor snowed over. */
export const MIDDLE_GAIN_DB = 40;
/** Weakest level shown at middle gain, dB re source level, after TVG. */
const FLOOR_DB = -82;
/** From the weakest to the strongest colour, dB. */
export const DISPLAY_SPAN_DB = 56;

/**
 * Time-varied gain, dB: 30 log r + 2αr keeps a pulse-limited bottom level with range.
 * 20 log would show up the surface, 40 log whiten the bottom.
 */
export function tvgDb(rangeM: number, absorptionDbPerM: number): number {
  return 30 * Math.log10(Math.max(0.05, rangeM)) + 2 * absorptionDbPerM * rangeM;
}

/** Height of a received level above the weakest colour, dB: 0 is the floor, DISPLAY_SPAN_DB the top. */
export function aboveFloorDb(
  levelDb: number,
  rangeM: number,
  channel: Pick<ChannelInfo, 'sourceLevelDb' | 'absorptionDbPerM'>,
  gainDb: number,
): number {
  const shownDb = levelDb - channel.sourceLevelDb + tvgDb(rangeM, channel.absorptionDbPerM);
  return shownDb + (gainDb - MIDDLE_GAIN_DB) - FLOOR_DB;
}

/** Scroll at which a metre of track is as long on screen as a metre of depth, pixels per second. */
export function matchedScrollPxPerS(view: View, heightPx: number, speedMps: number): number {
  return (heightPx / (view.bottomM - view.topM)) * speedMps;
}

/** Brings any numbers into what a view may hold; `clamped` names the settings that had to move. */
export function clampView(view: View): { view: View; clamped: (keyof View)[] } {
  const clamped: (keyof View)[] = [];
  const bring = (key: keyof View, value: number, min: number, max: number, fallback: number) => {
    const within = Number.isFinite(value) ? Math.min(max, Math.max(min, value)) : fallback;
    if (within !== value) clamped.push(key);
    return within;
  };
  const { gainDb, depthM, scrollPxPerS } = VIEW_LIMITS;
  const topM = bring('topM', view.topM, depthM.min, depthM.max - LEAST_WINDOW_M, depthM.min);
  const bottomM = bring('bottomM', view.bottomM, topM + LEAST_WINDOW_M, depthM.max, topM + 10);
  return {
    view: {
      ...view,
      gainDb: bring('gainDb', view.gainDb, gainDb.min, gainDb.max, MIDDLE_GAIN_DB),
      topM,
      bottomM,
      scrollPxPerS: bring(
        'scrollPxPerS',
        view.scrollPxPerS,
        scrollPxPerS.min,
        scrollPxPerS.max,
        24,
      ),
    },
    clamped,
  };
}
