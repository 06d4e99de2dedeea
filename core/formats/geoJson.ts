/** GeoJSON (RFC 7946): marks as points, lines and passes as line strings, told apart by a property. */
import { reasonOf } from '../records/result';
import { toDate } from 'date-fns/toDate';
import { parseISO } from 'date-fns/parseISO';
import type { Feature, FeatureCollection } from 'geojson';
import { z } from 'zod';
import { describeIssues, fail, LINE_KINDS, MARK_SYMBOLS, ok, type Result } from '../records';
import { type ChartData, MAX_MARKS, MAX_TEXT_LENGTH } from './chartData';
import type { FormatFault } from './fault';

const round = (deg: number) => Number(deg.toFixed(7));
const position = (point: { latitudeDeg: number; longitudeDeg: number }) => [
  round(point.longitudeDeg),
  round(point.latitudeDeg),
];

export function writeGeoJson(data: ChartData): string {
  const features: Feature[] = [
    ...data.marks.map((mark): Feature => ({
      type: 'Feature',
      geometry: { type: 'Point', coordinates: position(mark) },
      properties: {
        role: 'mark',
        name: mark.name,
        symbol: mark.symbol,
        note: mark.note,
        depthM: mark.depthM,
        covarianceM2: mark.covarianceM2,
        time: mark.atMs === null ? null : toDate(mark.atMs).toISOString(),
      },
    })),
    ...data.lines.map((line): Feature => ({
      type: 'Feature',
      geometry: { type: 'LineString', coordinates: line.points.map(position) },
      properties: { role: 'line', name: line.name, kind: line.kind, note: line.note },
    })),
    ...data.routes.map((route): Feature => ({
      type: 'Feature',
      geometry: { type: 'LineString', coordinates: route.points.map(position) },
      properties: {
        role: 'pass',
        name: route.name,
        note: route.note,
        speedMps: route.speedMps,
      },
    })),
  ];
  const collection: FeatureCollection = { type: 'FeatureCollection', features };
  return JSON.stringify(collection, null, 1);
}

const positionSchema = z.tuple(
  [z.number().min(-180).max(180), z.number().min(-90).max(90)],
  z.number(),
);
const words = (limit: number) =>
  z
    .string()
    .transform((value) => value.trim().slice(0, limit))
    .catch('');
const propertiesSchema = z
  .object({
    role: z.enum(['mark', 'line', 'pass']).optional().catch(undefined),
    name: words(80),
    note: words(2000),
    symbol: z.enum(MARK_SYMBOLS).catch('other'),
    kind: z.enum(LINE_KINDS).catch('other'),
    depthM: z.number().min(0).max(500).nullable().catch(null),
    speedMps: z.number().min(0).max(5).nullable().catch(null),
    covarianceM2: z.tuple([z.number(), z.number(), z.number()]).nullable().catch(null),
    time: z.string().nullable().catch(null),
  })
  .partial()
  .nullable();
const collectionSchema = z.object({
  type: z.literal('FeatureCollection'),
  features: z
    .array(
      z.object({
        type: z.literal('Feature'),
        geometry: z.discriminatedUnion('type', [
          z.object({ type: z.literal('Point'), coordinates: positionSchema }),
          z.object({
            type: z.literal('LineString'),
            coordinates: z.array(positionSchema).min(2).max(50_000),
          }),
        ]),
        properties: propertiesSchema,
      }),
    )
    .max(MAX_MARKS),
});

const place = ([longitudeDeg, latitudeDeg]: z.infer<typeof positionSchema>) => ({
  latitudeDeg,
  longitudeDeg,
});

export function readGeoJson(file: string): Result<ChartData, FormatFault> {
  if (file.length > MAX_TEXT_LENGTH) {
    return fail({ code: 'tooLarge', message: 'the file is larger than 40 MB' });
  }
  let raw: unknown;
  try {
    raw = JSON.parse(file);
  } catch (error) {
    return fail({
      code: 'invalidPart',
      message: `the file is not JSON: ${jsonFault(file, error)}`,
    });
  }
  const parsed = collectionSchema.safeParse(raw);
  if (!parsed.success) return fail({ code: 'invalidPart', message: describeIssues(parsed.error) });
  const data: ChartData = { marks: [], lines: [], routes: [] };
  parsed.data.features.forEach(({ geometry, properties }, i) => {
    const name = properties?.name || `${geometry.type === 'Point' ? 'Mark' : 'Line'} ${i + 1}`;
    const note = properties?.note ?? '';
    if (geometry.type === 'Point') {
      const atMs = properties?.time ? parseISO(properties.time).getTime() : NaN;
      data.marks.push({
        ...place(geometry.coordinates),
        name,
        note,
        symbol: properties?.symbol ?? 'other',
        depthM: properties?.depthM ?? null,
        covarianceM2: properties?.covarianceM2 ?? null,
        atMs: Number.isFinite(atMs) && atMs >= 0 ? atMs : null,
      });
    } else {
      const points = geometry.coordinates.map(place);
      if (properties?.role === 'pass') {
        data.routes.push({
          name,
          note: note.slice(0, 240),
          speedMps: properties.speedMps ?? null,
          points,
        });
      } else {
        data.lines.push({ name, note, kind: properties?.kind ?? 'other', points });
      }
    }
  });
  return ok(data);
}

/** Line of a syntax error, from the position that engines put into its message. */
function jsonFault(file: string, error: unknown): string {
  const message = reasonOf(error);
  const found = /position (\d+)/.exec(message);
  return found ? `line ${file.slice(0, Number(found[1])).split('\n').length}: ${message}` : message;
}
