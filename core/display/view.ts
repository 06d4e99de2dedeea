import { z } from 'zod';
import type { ChannelInfo } from '../sounding';
import { PALETTE_IDS } from './palettes';

export const VIEW_LIMITS = {
  gainDb: { min: 0, max: 80 },
  contrastDb: { min: 0, max: 30 },
  noiseFilter: { min: 0, max: 3 },
  persistence: { min: 0, max: 0.8 },
  surfaceFilterM: { min: 0, max: 6 },
  depthM: { min: 0, max: 200 },
  scrollPxPerS: { min: 4, max: 240 },
  zoomFactor: { min: 2, max: 6 },
} as const;

/** Narrowest window of depth that can be shown. */
export const LEAST_WINDOW_M = 1;

/** Multiples of log r by which a receiver makes up for spreading. */
export const TVG_LAWS = [20, 30, 40] as const;
export type TvgLaw = (typeof TVG_LAWS)[number];

export const ZOOMS = ['off', 'window', 'bottom'] as const;
export const SIDES_SHOWN = ['both', 'port', 'starboard'] as const;

/** The gain at which a well-chosen picture is neither thin nor snowed over. */
export const MIDDLE_GAIN_DB = 40;

const within = ({ min, max }: { min: number; max: number }) => z.number().min(min).max(max);

/** How a stored echo is shown. Nothing here changes what was received. */
export const viewSchema = z
  .object({
    gainDb: within(VIEW_LIMITS.gainDb),
    /** The strongest echo of most pings is brought to the strongest colour; `gainDb` then waits. */
    autoGain: z.boolean().default(false),
    tvgLaw: z.literal(TVG_LAWS).default(30),
    /** Raises the weakest level that is drawn; what is left is spread over all colours. */
    contrastDb: within(VIEW_LIMITS.contrastDb).default(0),
    /** Each cell as the median over its neighbours in time: 3, 5 or 7 pings. */
    noiseFilter: z
      .int()
      .min(VIEW_LIMITS.noiseFilter.min)
      .max(VIEW_LIMITS.noiseFilter.max)
      .default(0),
    /** Share of its strength with which a frame of the sector glows on in the next. */
    persistence: within(VIEW_LIMITS.persistence).default(0),
    /** Takes out what stands in one ping only. */
    crossTalkFilter: z.boolean().default(false),
    /** Mutes everything nearer than this to the transducer. */
    surfaceFilterM: within(VIEW_LIMITS.surfaceFilterM).default(0),
    paletteId: z.enum(PALETTE_IDS),
    topM: within(VIEW_LIMITS.depthM),
    bottomM: within(VIEW_LIMITS.depthM),
    /** The lower limit follows the bottom; `bottomM` then waits. */
    autoRange: z.boolean().default(false),
    scrollPxPerS: within(VIEW_LIMITS.scrollPxPerS),
    /** A window of the range enlarged, at a depth of its own or hung on the bottom. */
    zoom: z.enum(ZOOMS).default('off'),
    zoomFactor: within(VIEW_LIMITS.zoomFactor).default(2),
    zoomMiddleM: within(VIEW_LIMITS.depthM).default(5),
    /** Of side fans: both, with the boat in the middle, or one alone. */
    sides: z.enum(SIDES_SHOWN).default('both'),
  })
  .refine((view) => view.bottomM - view.topM >= LEAST_WINDOW_M - 1e-9, {
    path: ['bottomM'],
    message: `the lower limit must lie at least ${LEAST_WINDOW_M} m below the upper one`,
  });
export type View = z.infer<typeof viewSchema>;

/** A view with all that is not told left as it usually is. */
export function viewOf(view: z.input<typeof viewSchema>): View {
  return viewSchema.parse(view);
}

/** Weakest level shown at middle gain, dB re source level, after TVG. */
const FLOOR_DB = -82;
/** From the weakest to the strongest colour at no contrast, dB. */
export const DISPLAY_SPAN_DB = 56;
/** Range at which all laws of TVG agree, so that changing the law leaves the middle of the picture. */
const TVG_PIVOT_M = 10;
const PIVOT_LAW = 30;

/** Noise stays so far under the weakest colour at middle gain: there the gain over time stops. */
const NOISE_UNDER_FLOOR_DB = 2;
/** Over so many decibels it comes to a stop. */
const TVG_KNEE_DB = 4;

/** What of a channel decides how its gain over time runs. */
export type TvgChannel = Pick<ChannelInfo, 'absorptionDbPerM' | 'sourceLevelDb' | 'noiseLevelDb'>;

/**
 * Time-varied gain, dB: `law` · log r + 2αr, up to where it would lift noise into the picture. 30 log keeps a
 * pulse-limited bottom level with range; 20 log keeps a cloud that fills the beam level and shows up the
 * surface, 40 log keeps a single fish level and whitens the bottom. Check: 30 log at 10 m and 0.01 dB/m, far
 * from noise: 30.2 dB.
 */
export function tvgDb(rangeM: number, channel: TvgChannel, law: TvgLaw = 30): number {
  const pivotDb = PIVOT_LAW * Math.log10(TVG_PIVOT_M);
  const spreadingDb = pivotDb + law * Math.log10(Math.max(0.05, rangeM) / TVG_PIVOT_M);
  const gainDb = spreadingDb + 2 * channel.absorptionDbPerM * rangeM;
  const limitDb = channel.sourceLevelDb - channel.noiseLevelDb + FLOOR_DB - NOISE_UNDER_FLOOR_DB;
  // A picture of somebody's screen has no noise that is known.
  if (!Number.isFinite(limitDb)) return gainDb;
  return gainDb - TVG_KNEE_DB * Math.log2(1 + 2 ** ((gainDb - limitDb) / TVG_KNEE_DB));
}

/** What of a view decides how bright a level is. */
export type Tone = Pick<View, 'gainDb'> & Partial<Pick<View, 'tvgLaw' | 'contrastDb'>>;

/** From the weakest to the strongest colour, dB. */
export const shownSpanDb = ({ contrastDb = 0 }: Pick<Tone, 'contrastDb'>) =>
  DISPLAY_SPAN_DB - contrastDb;

/** Height of a received level above the weakest colour, dB: 0 is the floor, `shownSpanDb` the top. */
export function aboveFloorDb(
  levelDb: number,
  rangeM: number,
  channel: TvgChannel,
  { gainDb, tvgLaw = 30, contrastDb = 0 }: Tone,
): number {
  const shownDb = levelDb - channel.sourceLevelDb + tvgDb(rangeM, channel, tvgLaw);
  return shownDb + (gainDb - MIDDLE_GAIN_DB) - FLOOR_DB - contrastDb;
}

/** Scroll at which a metre of track is as long on screen as a metre of depth, pixels per second. */
export function matchedScrollPxPerS(pxPerM: number, speedMps: number): number {
  return pxPerM * speedMps;
}

const LIMITED = [
  'gainDb',
  'contrastDb',
  'noiseFilter',
  'persistence',
  'surfaceFilterM',
  'zoomFactor',
] as const;

/** Brings any numbers into what a view may hold; `clamped` names the settings that had to move. */
export function clampView(view: View): { view: View; clamped: (keyof View)[] } {
  const clamped: (keyof View)[] = [];
  const bring = (key: keyof View, value: number, min: number, max: number, fallback: number) => {
    const inside = Number.isFinite(value) ? Math.min(max, Math.max(min, value)) : fallback;
    if (inside !== value) clamped.push(key);
    return inside;
  };
  const { depthM, scrollPxPerS, gainDb } = VIEW_LIMITS;
  const topM = bring('topM', view.topM, depthM.min, depthM.max - LEAST_WINDOW_M, depthM.min);
  const bottomM = bring('bottomM', view.bottomM, topM + LEAST_WINDOW_M, depthM.max, topM + 10);
  const next = { ...view, topM, bottomM };
  for (const key of LIMITED) {
    const { min, max } = VIEW_LIMITS[key];
    next[key] = bring(key, view[key], min, max, key === 'gainDb' ? MIDDLE_GAIN_DB : min);
  }
  next.gainDb = Math.min(gainDb.max, next.gainDb);
  next.noiseFilter = Math.round(next.noiseFilter);
  next.zoomMiddleM = bring('zoomMiddleM', view.zoomMiddleM, depthM.min, depthM.max, 5);
  next.scrollPxPerS = bring(
    'scrollPxPerS',
    view.scrollPxPerS,
    scrollPxPerS.min,
    scrollPxPerS.max,
    24,
  );
  return { view: next, clamped };
}
