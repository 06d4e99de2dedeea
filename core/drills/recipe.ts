/** What to sound for a screen: a stretch of a pass over a water. The same recipe gives the same echo. */
import { z } from 'zod';
import { PALETTE_IDS, VIEW_LIMITS, viewSchema } from '../display';
import { BOAT_SPEED_LIMITS_MPS } from '../pass';
import { FAULT_IDS } from '../setup/faultIds';
import { hashText } from '../random';
import { echogramInfoSchema, type Instrument, INSTRUMENTS } from '../sounding';
import { dayChoiceSchema } from '../waters';

const within = ({ min, max }: { min: number; max: number }) => z.number().min(min).max(max);

/** What of the view is chosen; all else is as it usually is. */
const recipeViewSchema = z
  .object({
    gainDb: within(VIEW_LIMITS.gainDb),
    autoGain: z.boolean(),
    tvgLaw: z.literal([20, 30, 40]),
    contrastDb: within(VIEW_LIMITS.contrastDb),
    noiseFilter: z.int().min(0).max(VIEW_LIMITS.noiseFilter.max),
    crossTalkFilter: z.boolean(),
    persistence: within(VIEW_LIMITS.persistence),
    surfaceFilterM: within(VIEW_LIMITS.surfaceFilterM),
    paletteId: z.enum(PALETTE_IDS),
    topM: within(VIEW_LIMITS.depthM),
    bottomM: within(VIEW_LIMITS.depthM),
    autoRange: z.boolean(),
    scrollPxPerS: within(VIEW_LIMITS.scrollPxPerS),
    zoom: z.enum(['off', 'window', 'bottom']),
  })
  .partial();

export const recipeSchema = z.object({
  waterId: z.string().min(1).max(64),
  passId: z.string().min(1).max(64),
  /** Another way than the pass's own, for a second look from another side. */
  routeM: z
    .array(z.object({ x: z.number(), y: z.number() }))
    .min(2)
    .max(50)
    .optional(),
  /** Another day of the water, or another hour; the one it stands at where nothing is said. */
  day: dayChoiceSchema.optional(),
  instrument: z.enum(INSTRUMENTS),
  /** What it sends; the usual band unless named. */
  bandId: z.string().max(20).optional(),
  speedMps: z.number().min(0).max(BOAT_SPEED_LIMITS_MPS.max).optional(),
  /** Where it ends: distance along the pass, m, or seconds where the boat holds its place. */
  endAlongM: z.number().min(0).max(1e5).optional(),
  endS: z.number().min(0).max(1e5).optional(),
  pings: z.int().min(2).max(1200),
  /** Pings a second, where fewer will do. */
  pingRateHz: z.number().min(1).max(60).optional(),
  /** How far it listens, m, where that is chosen. */
  rangeM: z.number().min(2).max(200).optional(),
  view: recipeViewSchema.optional(),
  faults: z.array(z.enum(FAULT_IDS)).max(4).optional(),
});
export type Recipe = z.infer<typeof recipeSchema>;

/** So many make a screen that one can learn on. */
export const USUAL_PINGS: Record<Instrument, number> = {
  cone: 420,
  column: 300,
  downFan: 420,
  sideFans: 320,
  sector: 14,
};

const bin = z.int().min(0).max(8192);
const ping = z.int().min(0).max(20_000);
const beam = z.int().min(0).max(720);

/**
 * A screen of which nothing is known but what it shows: echo, view, and where the question's frames stand. Pings count from 0.
 */
const sealedRefSchema = z.object({
  from: z.literal('sealed'),
  /** Of the file that holds levels and track. */
  echoId: z.string().regex(/^[\w-]{1,64}$/),
  info: echogramInfoSchema,
  pingCount: z.int().min(1).max(20_000),
  view: viewSchema,
  frames: z
    .array(
      z.object({
        id: z.string().max(8),
        channel: z.int().min(0).max(7),
        peak: z.object({ ping, bin }),
        rows: z
          .array(z.object({ ping, firstBin: bin, lastBin: bin, firstBeam: beam, lastBeam: beam }))
          .max(1200),
      }),
    )
    .max(8),
});
export type SealedRef = z.infer<typeof sealedRefSchema>;

/** Where an item's screen comes from: the library, the simulation, which makes it anew each time, or an exam. */
export const screenRefSchema = z.discriminatedUnion('from', [
  z.object({ from: z.literal('library'), screenId: z.string().min(1).max(64) }),
  z.object({
    from: z.literal('recipe'),
    recipe: recipeSchema,
    /** Of the water it was made over: over a water changed since, it would show something else. */
    waterMark: z.int().min(0),
    /** The engine's version it was judged with; the first did not say. */
    engine: z.int().min(1).default(1),
  }),
  sealedRefSchema,
]);
export type ScreenRef = z.infer<typeof screenRefSchema>;

/** Tells one screen from another, in few letters. */
export function refKey(ref: ScreenRef): string {
  if (ref.from === 'library') return ref.screenId;
  if (ref.from === 'sealed') return ref.echoId;
  const { recipe, waterMark, engine } = ref;
  const words = JSON.stringify([recipe, waterMark, engine]);
  const mark = [words, `${words}.`].map((text) => hashText(text).toString(36)).join('');
  return `${recipe.waterId}.${recipe.instrument}.${mark}`;
}
