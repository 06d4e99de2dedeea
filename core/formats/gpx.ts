/**
 * GPX 1.1 (Topografix 2004): marks as waypoints, passes as routes, lines and tracks as tracks. What GPX
 * has no element for goes to extensions in a namespace of our own, so that a round trip loses nothing.
 */
import { toDate } from 'date-fns/toDate';
import { parseISO } from 'date-fns/parseISO';
import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser';
import { z } from 'zod';
import {
  describeIssues,
  fail,
  LINE_KINDS,
  MARK_SYMBOLS,
  ok,
  reasonOf,
  type Result,
} from '../records';
import { type ChartData, MAX_MARKS, MAX_TEXT_LENGTH } from './chartData';
import type { FormatFault } from './fault';

const GPX_NAMESPACE = 'http://www.topografix.com/GPX/1/1';
const OWN_NAMESPACE = 'urn:wise-ripple:chart:1';
const ATTRIBUTE = '@';

/** Steps of 1 cm: 1e-7 degrees. */
const degrees = (deg: number) => deg.toFixed(7);
const at = (point: { latitudeDeg: number; longitudeDeg: number }) => ({
  '@lat': degrees(point.latitudeDeg),
  '@lon': degrees(point.longitudeDeg),
});
const filled = (fields: Record<string, unknown>) =>
  Object.fromEntries(
    Object.entries(fields).filter(
      ([, value]) => value !== null && value !== '' && value !== undefined,
    ),
  );

const covarianceFields = (covarianceM2: [number, number, number]) => {
  const [ee, en, nn] = covarianceM2.map((value) => Number(value.toPrecision(8)));
  return { 'wr:covEeM2': ee, 'wr:covEnM2': en, 'wr:covNnM2': nn };
};

/** @param writtenAt ISO 8601 */
export function writeGpx(data: ChartData, writtenAt: string): string {
  const builder = new XMLBuilder({
    ignoreAttributes: false,
    attributeNamePrefix: ATTRIBUTE,
    format: true,
    suppressEmptyNode: true,
  });
  const gpx = {
    '@version': '1.1',
    '@creator': 'Wise Ripple',
    '@xmlns': GPX_NAMESPACE,
    '@xmlns:wr': OWN_NAMESPACE,
    metadata: { desc: 'Training chart, not for navigation', time: writtenAt },
    // The schema fixes the order: wpt, rte, trk; and within each its children.
    wpt: data.marks.map((mark) =>
      filled({
        ...at(mark),
        time: mark.atMs === null ? null : toDate(mark.atMs).toISOString(),
        name: mark.name,
        desc: mark.note,
        sym: mark.symbol,
        extensions: filled({
          'wr:depthM': mark.depthM,
          ...(mark.covarianceM2 && covarianceFields(mark.covarianceM2)),
        }),
      }),
    ),
    rte: data.routes.map((route) =>
      filled({
        name: route.name,
        desc: route.note,
        extensions: filled({ 'wr:speedMps': route.speedMps }),
        rtept: route.points.map(at),
      }),
    ),
    trk: data.lines.map((line) =>
      filled({
        name: line.name,
        desc: line.note,
        type: line.kind,
        trkseg: { trkpt: line.points.map(at) },
      }),
    ),
  };
  for (const list of [gpx.wpt, gpx.rte]) {
    for (const element of list as { extensions?: object }[]) {
      if (element.extensions && Object.keys(element.extensions).length === 0)
        delete element.extensions;
    }
  }
  return builder.build({ '?xml': { '@version': '1.0', '@encoding': 'UTF-8' }, gpx }) as string;
}

const text = z
  .union([z.string(), z.number(), z.boolean()])
  .transform((value) => String(value))
  .optional();
const pointSchema = z.object({
  '@lat': z.coerce.number().min(-90).max(90),
  '@lon': z.coerce.number().min(-180).max(180),
});
const extensionsSchema = z
  .object({
    'wr:depthM': z.coerce.number().min(0).max(500).optional(),
    'wr:covEeM2': z.coerce.number().optional(),
    'wr:covEnM2': z.coerce.number().optional(),
    'wr:covNnM2': z.coerce.number().optional(),
    'wr:speedMps': z.coerce.number().min(0).max(5).optional(),
  })
  .optional()
  .catch(undefined);

const gpxSchema = z.object({
  wpt: z
    .array(
      pointSchema.extend({
        time: text,
        name: text,
        desc: text,
        cmt: text,
        sym: text,
        extensions: extensionsSchema,
      }),
    )
    .max(MAX_MARKS)
    .default([]),
  rte: z
    .array(
      z.object({
        name: text,
        desc: text,
        extensions: extensionsSchema,
        rtept: z.array(pointSchema).default([]),
      }),
    )
    .default([]),
  trk: z
    .array(
      z.object({
        name: text,
        desc: text,
        type: text,
        trkseg: z.array(z.object({ trkpt: z.array(pointSchema).default([]) })).default([]),
      }),
    )
    .default([]),
});

const LISTS = new Set(['wpt', 'rte', 'trk', 'rtept', 'trkseg', 'trkpt']);

function covarianceFrom(
  extensions: z.infer<typeof extensionsSchema>,
): [number, number, number] | null {
  const ee = extensions?.['wr:covEeM2'];
  const en = extensions?.['wr:covEnM2'];
  const nn = extensions?.['wr:covNnM2'];
  return ee === undefined || en === undefined || nn === undefined ? null : [ee, en, nn];
}

const place = (point: z.infer<typeof pointSchema>) => ({
  latitudeDeg: point['@lat'],
  longitudeDeg: point['@lon'],
});
const oneOf = <T extends string>(names: readonly T[], value: string | undefined): T =>
  names.includes(value as T) ? (value as T) : ('other' as T);

export function readGpx(file: string): Result<ChartData, FormatFault> {
  if (file.length > MAX_TEXT_LENGTH) {
    return fail({ code: 'tooLarge', message: 'the file is larger than 40 MB' });
  }
  const valid = XMLValidator.validate(file);
  if (valid !== true) {
    const { line, col, msg } = valid.err;
    return fail({ code: 'invalidPart', message: `line ${line}, column ${col}: ${msg}` });
  }
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: ATTRIBUTE,
    parseTagValue: false,
    parseAttributeValue: false,
    isArray: (name) => LISTS.has(name),
  });
  let raw: { gpx?: unknown };
  try {
    raw = parser.parse(file) as { gpx?: unknown };
  } catch (error) {
    return fail({ code: 'invalidPart', message: `it is no XML: ${reasonOf(error)}` });
  }
  if (raw.gpx === undefined) {
    return fail({ code: 'foreign', message: 'the file has no <gpx> element, so it is not GPX' });
  }
  const parsed = gpxSchema.safeParse(raw.gpx === '' ? {} : raw.gpx);
  if (!parsed.success) {
    const where = parsed.error.issues[0].path;
    const line = lineOfElement(file, where);
    const prefix = line === null ? '' : `line ${line}: `;
    return fail({ code: 'invalidPart', message: prefix + describeIssues(parsed.error) });
  }
  const { wpt, rte, trk } = parsed.data;
  return ok({
    marks: wpt.map((mark, i) => {
      const atMs = mark.time ? parseISO(mark.time).getTime() : NaN;
      return {
        ...place(mark),
        name: (mark.name ?? '').trim().slice(0, 80) || `Mark ${i + 1}`,
        symbol: oneOf(MARK_SYMBOLS, mark.sym),
        note: (mark.desc ?? mark.cmt ?? '').slice(0, 2000),
        depthM: mark.extensions?.['wr:depthM'] ?? null,
        covarianceM2: covarianceFrom(mark.extensions),
        atMs: Number.isFinite(atMs) && atMs >= 0 ? atMs : null,
      };
    }),
    routes: rte.map((route, i) => ({
      name: (route.name ?? '').trim().slice(0, 80) || `Route ${i + 1}`,
      note: (route.desc ?? '').slice(0, 240),
      speedMps: route.extensions?.['wr:speedMps'] ?? null,
      points: route.rtept.map(place),
    })),
    lines: trk.map((track, i) => ({
      name: (track.name ?? '').trim().slice(0, 80) || `Track ${i + 1}`,
      kind: oneOf(LINE_KINDS, track.type),
      note: (track.desc ?? '').slice(0, 2000),
      points: track.trkseg.flatMap(({ trkpt }) => trkpt.map(place)),
    })),
  });
}

/** The line on which the nth element of a kind begins, by a path such as wpt.3.@lat. */
function lineOfElement(file: string, path: PropertyKey[]): number | null {
  let from = 0;
  for (let i = 0; i + 1 < path.length; i += 2) {
    const [name, index] = [path[i], path[i + 1]];
    if (typeof name !== 'string' || typeof index !== 'number') break;
    for (let n = 0; n <= index; n++) {
      const next = file.slice(from).search(new RegExp(`<${name}[\\s>/]`));
      if (next < 0) return null;
      from += next + 1;
    }
  }
  return from === 0 ? null : file.slice(0, from).split('\n').length;
}
