/**
 * The truth of a screen as JSON like GeoJSON, for other programs and for taking it elsewhere. Coordinates
 * are [ping, cell] with fractions, of a sector [beam, cell]. Published as docs/schemas/truth.schema.json.
 */
import { z } from 'zod';
import { describeIssues } from '../records/versioned';
import { fail, ok, type Result } from '../records/result';
import {
  CERTAINTIES,
  drawnRegionSchema,
  evidenceSchema,
  REGION_LABELS,
  type RegionShape,
  type ScreenTruth,
  screenTruthSchema,
  shapeWith,
  type ShapeKind,
  type Spot,
  type TruthRegion,
} from '../reading';
import { type EchogramInfo, INSTRUMENTS, isPolar } from '../sounding';
import type { FormatFault } from './fault';

const FORMAT = 'wise-ripple-truth';
const VERSION = 1;

const coordinate = z.tuple([z.number(), z.number()]);
const geometrySchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('Point'), coordinates: coordinate }),
  z.object({ type: z.literal('LineString'), coordinates: z.array(coordinate).min(2) }),
  z.object({
    type: z.literal('Polygon'),
    coordinates: z.array(z.array(coordinate).min(4)).length(1),
  }),
]);

const featureSchema = z.object({
  type: z.literal('Feature'),
  id: z.string(),
  geometry: geometrySchema,
  properties: z.object({
    /** Drawn by a person, or known to the simulation; only drawn ones are read back. */
    source: z.enum(['drawn', 'simulation']),
    label: z.enum(REGION_LABELS),
    name: z.string(),
    channel: z.int(),
    /** Ping of a sector's frame. */
    ping: z.number().nullable(),
    shape: z.enum(['point', 'box', 'polygon', 'line']),
    species: z.string(),
    lengthM: z.number().nullable(),
    certainty: z.enum(CERTAINTIES),
    evidence: evidenceSchema.nullable(),
    /** Of the simulation: could it be seen? */
    verdict: z.enum(['visible', 'attached', 'hidden']).nullable(),
    /** Slant range of its near and far edge, m. */
    rangeM: z.tuple([z.number(), z.number()]),
  }),
});

export const truthFileSchema = z.object({
  type: z.literal('FeatureCollection'),
  format: z.literal(FORMAT),
  version: z.int().min(1),
  screen: z.object({
    name: z.string(),
    instrument: z.enum(INSTRUMENTS),
    firstPing: z.int(),
    pingCount: z.int(),
    rangeStepM: z.number(),
    evidence: evidenceSchema,
    nothingHere: z.string().nullable(),
  }),
  changes: screenTruthSchema.shape.changes,
  features: z.array(featureSchema).max(3000),
});
export type TruthFile = z.infer<typeof truthFileSchema>;

type Coordinate = z.infer<typeof coordinate>;

export interface TruthFileInput {
  screen: TruthFile['screen'];
  info: EchogramInfo;
  truth: ScreenTruth;
  /** As judged; regions of the simulation are told to whoever reads the file. */
  regions: readonly TruthRegion[];
}

export function writeTruthFile({ screen, info, truth, regions }: TruthFileInput): string {
  const isSector = isPolar(info.instrument);
  const coordinateOf = ({ ping, beam, bin }: Spot): Coordinate => [isSector ? beam : ping, bin];
  const closed = (spots: Spot[]): Coordinate[][] => [[...spots, spots[0]].map(coordinateOf)];
  const geometryOf = ({ kind, spots }: RegionShape): z.infer<typeof geometrySchema> => {
    switch (kind) {
      case 'point':
        return { type: 'Point', coordinates: coordinateOf(spots[0]) };
      case 'line':
        return { type: 'LineString', coordinates: spots.map(coordinateOf) };
      case 'box': {
        const [a, b] = spots;
        return {
          type: 'Polygon',
          coordinates: closed([a, { ...b, bin: a.bin }, b, { ...a, bin: b.bin }]),
        };
      }
      case 'polygon':
        return { type: 'Polygon', coordinates: closed(spots) };
    }
  };
  const rangesOf = (bins: number[]): [number, number] => [
    Math.min(...bins) * info.rangeStepM,
    Math.max(...bins) * info.rangeStepM,
  ];
  const drawn = truth.regions.map(({ id, channel, shape, ...said }) => ({
    type: 'Feature' as const,
    id,
    geometry: geometryOf(shape),
    properties: {
      source: 'drawn' as const,
      ...said,
      channel,
      ping: isSector ? shape.spots[0].ping : null,
      shape: shape.kind,
      verdict: null,
      rangeM: rangesOf(shape.spots.map(({ bin }) => bin)),
    },
  }));
  const known = regions
    .filter(({ kind, outline }) => kind !== null && outline.length > 0)
    .map((region) => ({
      type: 'Feature' as const,
      id: region.targetId,
      geometry: { type: 'Polygon' as const, coordinates: [outlineRing(region, isSector)] },
      properties: {
        source: 'simulation' as const,
        label: region.label,
        name: region.name,
        channel: region.channel,
        ping: isSector ? region.outline[0].ping : null,
        shape: 'polygon' as const,
        species: '',
        lengthM: null,
        certainty: 'certain' as const,
        evidence: null,
        verdict: region.verdict,
        rangeM: rangesOf(
          region.outline.flatMap(({ firstBin, lastBin }) => [firstBin, lastBin + 1]),
        ),
      },
    }));
  const file: TruthFile = {
    type: 'FeatureCollection',
    format: FORMAT,
    version: VERSION,
    screen,
    changes: truth.changes,
    features: [...drawn, ...known],
  };
  return JSON.stringify(file, null, 1);
}

/** Round the cells of an outline, closed. */
function outlineRing({ outline }: TruthRegion, isSector: boolean): Coordinate[] {
  const near: Coordinate[] = outline.map((row) => [
    isSector ? row.firstBeam : row.ping,
    row.firstBin,
  ]);
  const far: Coordinate[] = outline.map((row) => [
    isSector ? row.lastBeam + 1 : row.ping + 1,
    row.lastBin + 1,
  ]);
  const ring = isSector
    ? ([near[0], [far[0][0], near[0][1]], far[0], [near[0][0], far[0][1]]] as Coordinate[])
    : [...near, ...far.reverse()];
  return ring.length < 3
    ? [ring[0], [ring[1][0], ring[0][1]], ring[1], ring[0]]
    : [...ring, ring[0]];
}

/** What a truth file says that can be taken over by a screen: what was drawn, and what was changed. */
export function readTruthFile(
  text: string,
): Result<TruthFile & { truth: ScreenTruth }, FormatFault> {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return fail({ code: 'foreign', message: 'the file is not readable JSON' });
  }
  const stated = json as { format?: unknown; version?: unknown } | null;
  if (stated?.format !== FORMAT) {
    return fail({ code: 'foreign', message: `the file does not say "format": "${FORMAT}"` });
  }
  if (typeof stated.version === 'number' && stated.version > VERSION) {
    return fail({
      code: 'newerVersion',
      message: `the file has version ${stated.version}; this Wise Ripple reads up to ${VERSION}`,
    });
  }
  const parsed = truthFileSchema.safeParse(json);
  if (!parsed.success) return fail({ code: 'invalidPart', message: describeIssues(parsed.error) });
  const isSector = isPolar(parsed.data.screen.instrument);
  const regions = [];
  for (const { id, geometry, properties } of parsed.data.features) {
    if (properties.source !== 'drawn') continue;
    const { source: _, verdict: __, rangeM: ___, shape, ping, ...said } = properties;
    const corners: Coordinate[] =
      geometry.type === 'Point'
        ? [geometry.coordinates]
        : geometry.type === 'Polygon'
          ? geometry.coordinates[0].slice(0, -1)
          : geometry.coordinates;
    const spots = corners.map(([along, bin]): Spot =>
      isSector ? { ping: ping ?? 0, beam: along, bin } : { ping: along, beam: 0, bin },
    );
    const region = drawnRegionSchema.safeParse({
      ...said,
      id,
      shape: shapeOf(shape, shape === 'box' ? [spots[0], spots[2]] : spots),
    });
    if (!region.success) {
      return fail({
        code: 'invalidPart',
        message: `region "${id}": ${describeIssues(region.error)}`,
      });
    }
    regions.push(region.data);
  }
  return ok({ ...parsed.data, truth: { changes: parsed.data.changes, regions } });
}

function shapeOf(kind: ShapeKind, spots: Spot[]): RegionShape | null {
  try {
    return shapeWith(kind, spots);
  } catch {
    return null;
  }
}
