/**
 * Truth that people draw on a screen, and what they change of the simulation's. A spot is a place on the
 * echo in pings and cells, with fractions: ping 3 and cell 7 begin at 3.0 and 7.0.
 */
import { z } from 'zod';
import { type EchogramInfo, isPolar } from '../sounding';
import { evidenceSchema } from './evidence';
import {
  isBottom,
  isCatch,
  isScenery,
  LABEL_NAMES,
  REGION_LABELS,
  type RegionLabel,
} from './labels';
import type { HiddenReason, OutlineRow, TruthRegion } from './visibility';

const spotSchema = z.object({
  ping: z.number(),
  /** Within the channel; 0 where it has one beam. */
  beam: z.number().default(0),
  bin: z.number(),
});
/** A place on an echo; fractions lie between cells. */
export type Spot = z.infer<typeof spotSchema>;

const shapeSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('point'), spots: z.array(spotSchema).length(1) }),
  /** Opposite corners. */
  z.object({ kind: z.literal('box'), spots: z.array(spotSchema).length(2) }),
  z.object({ kind: z.literal('polygon'), spots: z.array(spotSchema).min(3).max(400) }),
  /** Open: along the bottom, along a shadow. */
  z.object({ kind: z.literal('line'), spots: z.array(spotSchema).min(2).max(400) }),
]);
export type RegionShape = z.infer<typeof shapeSchema>;
export type ShapeKind = RegionShape['kind'];

export const CERTAINTIES = ['certain', 'likely', 'unsure'] as const;
export type Certainty = (typeof CERTAINTIES)[number];

const nameFields = {
  label: z.enum(REGION_LABELS),
  /** In words of one's own; the label's when empty. */
  name: z.string().max(80),
};

export const drawnRegionSchema = z.object({
  id: z.string().regex(/^[\w-]{1,64}$/),
  channel: z.int().min(0).max(7),
  shape: shapeSchema,
  ...nameFields,
  species: z.string().max(60).default(''),
  lengthM: z.number().positive().max(50).nullable().default(null),
  certainty: z.enum(CERTAINTIES).default('certain'),
  /** Null: known as the screen is. */
  evidence: evidenceSchema.nullable().default(null),
});
/** One region drawn by hand. */
export type DrawnRegion = z.infer<typeof drawnRegionSchema>;

const truthChangeSchema = z.object({
  targetId: z.string().min(1),
  leftOut: z.boolean().default(false),
  label: z.enum(REGION_LABELS).nullable().default(null),
  name: z.string().max(80).default(''),
});
/** A target of the simulation left out of the truth, or called otherwise. */
export type TruthChange = z.infer<typeof truthChangeSchema>;

export const screenTruthSchema = z.object({
  changes: z.array(truthChangeSchema).max(2000).default([]),
  regions: z.array(drawnRegionSchema).max(500).default([]),
});
/** What an instructor states of a screen beyond the simulation. */
export type ScreenTruth = z.infer<typeof screenTruthSchema>;

export const NO_TRUTH: ScreenTruth = { changes: [], regions: [] };

/** A shape of the same kind through other spots. @throws if their number does not fit the kind */
export function shapeWith(kind: ShapeKind, spots: Spot[]): RegionShape {
  return shapeSchema.parse({ kind, spots });
}

/** Moves every spot; what leaves the echo's range is held at its edge by the same amount for all. */
export function movedBy(shape: RegionShape, by: Spot, info: EchogramInfo): RegionShape {
  const least = Math.min(...shape.spots.map(({ bin }) => bin));
  const most = Math.max(...shape.spots.map(({ bin }) => bin));
  const bins = Math.min(info.binCount - most, Math.max(-least, by.bin));
  return {
    ...shape,
    spots: shape.spots.map(({ ping, beam, bin }) => ({
      ping: ping + by.ping,
      beam: beam + by.beam,
      bin: bin + bins,
    })),
  } as RegionShape;
}

const cornersOf = ({ kind, spots }: RegionShape): Spot[] => {
  if (kind !== 'box') return spots;
  const [a, b] = spots;
  return [a, { ...a, ping: b.ping, beam: b.beam }, b, { ...a, bin: b.bin }];
};

/** A point and a line are this many cells thick. */
const PEN_CELLS = 3;

/** Cells that a shape covers, ping by ping; of a sector one row, the box of its beams and cells. */
export function outlineOf(shape: RegionShape, info: EchogramInfo): OutlineRow[] {
  const { binCount, channels } = info;
  const cell = (bin: number) => Math.min(binCount - 1, Math.max(0, Math.floor(bin)));
  const corners = cornersOf(shape);
  if (isPolar(info.instrument)) {
    const beams = corners.map(({ beam }) => beam);
    const bins = corners.map(({ bin }) => bin);
    const lastBeam = channels[0].beamAnglesDeg.length - 1;
    const beamIn = (beam: number) => Math.min(lastBeam, Math.max(0, Math.floor(beam)));
    const pen = shape.kind === 'point' ? PEN_CELLS / 2 : 0;
    return [
      {
        ping: Math.floor(corners[0].ping),
        firstBeam: beamIn(Math.min(...beams)),
        lastBeam: beamIn(Math.max(...beams)),
        firstBin: cell(Math.min(...bins) - pen),
        lastBin: cell(Math.max(...bins) + pen),
      },
    ];
  }
  const row = (ping: number, from: number, to: number): OutlineRow => ({
    ping,
    firstBeam: 0,
    lastBeam: 0,
    firstBin: cell(from),
    lastBin: cell(to),
  });
  if (shape.kind === 'point') {
    const { ping, bin } = shape.spots[0];
    return [-1, 0, 1].map((by) =>
      row(Math.floor(ping) + by, bin - PEN_CELLS / 2, bin + PEN_CELLS / 2),
    );
  }
  const isClosed = shape.kind !== 'line';
  const pings = corners.map(({ ping }) => ping);
  const rows: OutlineRow[] = [];
  for (let ping = Math.floor(Math.min(...pings)); ping < Math.max(...pings) + 1e-9; ping++) {
    const crossed = crossings(corners, isClosed, ping, ping + 1);
    if (crossed) {
      const pen = isClosed ? 0 : PEN_CELLS / 2;
      rows.push(row(ping, crossed.least - pen, crossed.most + pen));
    }
  }
  return rows;
}

/** Least and most cell of the edges between two pings. */
function crossings(corners: Spot[], isClosed: boolean, fromPing: number, toPing: number) {
  let least = Infinity;
  let most = -Infinity;
  const count = isClosed ? corners.length : corners.length - 1;
  for (let i = 0; i < count; i++) {
    const a = corners[i];
    const b = corners[(i + 1) % corners.length];
    const [left, right] = a.ping <= b.ping ? [a, b] : [b, a];
    const from = Math.max(fromPing, left.ping);
    const to = Math.min(toPing, right.ping);
    if (from > to) continue;
    const binAt = (ping: number) =>
      right.ping === left.ping
        ? left.bin
        : left.bin + ((ping - left.ping) / (right.ping - left.ping)) * (right.bin - left.bin);
    const bins = right.ping === left.ping ? [left.bin, right.bin] : [binAt(from), binAt(to)];
    least = Math.min(least, ...bins);
    most = Math.max(most, ...bins);
  }
  return least <= most ? { least, most } : null;
}

/** A drawn region as the reveal and the grading know it: unsure ones neither help nor hurt. */
function regionFromDrawing(drawn: DrawnRegion, info: EchogramInfo): TruthRegion {
  const outline = outlineOf(drawn.shape, info);
  const middle = outline[Math.floor(outline.length / 2)];
  return {
    targetId: drawn.id,
    channel: drawn.channel,
    kind: null,
    label: drawn.label,
    name: drawn.name || [LABEL_NAMES[drawn.label], drawn.species].filter(Boolean).join(', '),
    verdict: drawn.certainty === 'unsure' ? 'attached' : 'visible',
    reason: null,
    byShadow: false,
    rivalName: null,
    outline,
    shadow: [],
    peak: {
      ping: middle.ping,
      bin: Math.round((middle.firstBin + middle.lastBin) / 2),
    },
    peakLevelDb: -Infinity,
    signalToBackgroundDb: Infinity,
  };
}

/**
 * The truth of a screen as it stands: what the simulation knows, less what was left out, renamed where
 * it was, and what was drawn.
 */
export function statedTruth(
  judged: TruthRegion[],
  truth: ScreenTruth,
  info: EchogramInfo,
): TruthRegion[] {
  const changes = new Map(truth.changes.map((change) => [change.targetId, change]));
  const kept = judged
    .filter(({ targetId }) => !changes.get(targetId)?.leftOut)
    .map((region) => {
      const change = changes.get(region.targetId);
      return change
        ? { ...region, label: change.label ?? region.label, name: change.name || region.name }
        : region;
    });
  return [...kept, ...truth.regions.map((drawn) => regionFromDrawing(drawn, info))];
}

/** What another gain, range or power would have shown. */
const BY_SETTINGS: ReadonlySet<HiddenReason | null> = new Set([
  'belowFloor',
  'belowNoise',
  'offPicture',
]);

/** Whether it is the settings that hide it, not its place: no screen is empty because of that. */
export const isHiddenBySettings = ({ verdict, reason }: TruthRegion) =>
  verdict === 'hidden' && BY_SETTINGS.has(reason);

/** What can be seen on a screen, each sort once, scenery left out; sorted as the vocabulary is. */
export function contentsOf(regions: readonly TruthRegion[]): RegionLabel[] {
  const seen = new Set(
    regions.filter(({ verdict }) => verdict !== 'hidden').map(({ label }) => label),
  );
  return REGION_LABELS.filter((label) => seen.has(label) && !isScenery(label));
}

export const DIFFICULTIES = [1, 2, 3, 4, 5] as const;
const CLEAR_DB = 25;
const DB_A_STEP = 7;

/**
 * How hard a screen is to read, 1–5: by the faintest fish or bait that still counts (a step for every
 * 7 dB under 25), and a step each for look-alikes and for marks grown to what is beneath them.
 */
export function difficultyOf(regions: readonly TruthRegion[]): number {
  const catchable = regions.filter(({ label, verdict }) => isCatch(label) && verdict === 'visible');
  const alike = regions.filter(
    ({ label, verdict }) => verdict === 'visible' && !isCatch(label) && !isScenery(label),
  );
  const attached = regions.some(({ verdict }) => verdict === 'attached');
  const faintestDb = Math.min(
    CLEAR_DB,
    ...catchable.map(({ signalToBackgroundDb }) => signalToBackgroundDb),
  );
  const steps =
    (CLEAR_DB - faintestDb) / DB_A_STEP +
    (alike.length > 0 ? 1 : 0) +
    (alike.length > catchable.length ? 1 : 0) +
    (attached ? 1 : 0);
  return Math.min(5, Math.max(1, 1 + Math.round(steps)));
}

/** Depth of the bottom line drawn on a channel, by ping, m under the transducer; null without one. */
export function drawnBottomM(
  regions: readonly DrawnRegion[],
  info: EchogramInfo,
  ping: number,
): number | null {
  for (const { label, shape } of regions) {
    if (!isBottom(label) || shape.kind !== 'line') continue;
    const crossed = crossings(shape.spots, false, ping + 0.5, ping + 0.5);
    if (crossed) return crossed.least * info.rangeStepM;
  }
  return null;
}
