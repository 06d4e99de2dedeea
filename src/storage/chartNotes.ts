/** Marks, lines and the spot log: what a user notes on the chart of a water. */
import { type ChartData, writeWorkspace } from '@core/formats';
import {
  type LineRecord,
  type MarkRecord,
  newRecord,
  type SpotRecord,
  type WaterRecord,
} from '@core/records';
import { type WaterContent } from '@core/waters';
import { type PassPlan, passPlanSchema } from '@core/pass';
import { thinned } from '@core/planning';
import type { PlacedEcho } from '@core/reading';
import type { Instrument } from '@core/sounding';
import { fromGeodetic, toGeodetic } from '@core/units';
import { createId, listRecords, putRecord } from './database';

export interface ChartNotes {
  marks: MarkRecord[];
  lines: LineRecord[];
  spots: SpotRecord[];
}

export type NoteRecord = MarkRecord | LineRecord | SpotRecord;
type Fields<T extends NoteRecord> = Omit<
  T,
  'schema' | 'version' | 'id' | 'createdAtMs' | 'updatedAtMs' | 'deletedAtMs'
>;

/** What was noted about a water, oldest first; about all waters when none is named. */
export async function listNotes(waterId: string | null): Promise<ChartNotes> {
  const kept = <T extends NoteRecord>({ records }: { records: T[] }) =>
    records
      .filter((note) => note.deletedAtMs === null && (waterId === null || note.waterId === waterId))
      .sort((a, b) => a.createdAtMs - b.createdAtMs);
  return {
    marks: kept(await listRecords('mark')),
    lines: kept(await listRecords('line')),
    spots: kept(await listRecords('spot')),
  };
}

export const newMark = (fields: Fields<MarkRecord>): MarkRecord => ({
  ...newRecord('mark', createId('mark'), Date.now()),
  ...fields,
});

export const newLine = (fields: Fields<LineRecord>): LineRecord => ({
  ...newRecord('line', createId('line'), Date.now()),
  ...fields,
});

export const newSpot = (fields: Fields<SpotRecord>): SpotRecord => ({
  ...newRecord('spot', createId('spot'), Date.now()),
  ...fields,
});

export async function putNote(note: NoteRecord): Promise<void> {
  await putRecord(note);
}

interface MarkedEcho {
  waterId: string;
  instrument: Instrument;
  echo: PlacedEcho;
  screenId: string | null;
  name: string;
}

/** Stores a mark where an echo lies, as uncertain as its picture leaves it. */
export async function markEcho(marked: MarkedEcho): Promise<MarkRecord> {
  const { waterId, instrument, echo, screenId, name } = marked;
  const { boat, place, slantM, depthM } = echo;
  const mark = newMark({
    waterId,
    name,
    symbol: 'other',
    note: '',
    depthM: depthM === null ? null : Math.round(100 * depthM) / 100,
    ...place,
    sightings: [{ from: instrument, atMs: Date.now(), screenId, boat, slantM, ...place }],
  });
  await putNote(mark);
  return mark;
}

/** What is on the chart of a water, placed on the globe for other programs. */
export function chartData(content: WaterContent, { marks, lines }: ChartNotes): ChartData {
  const at = (x: number, y: number) => toGeodetic(content.origin, x, y);
  return {
    marks: marks.map((mark) => ({
      name: mark.name,
      symbol: mark.symbol,
      note: mark.note,
      ...at(mark.xM, mark.yM),
      depthM: mark.depthM,
      covarianceM2: mark.covarianceM2,
      atMs: mark.createdAtMs,
    })),
    lines: lines.map((line) => ({
      name: line.name,
      kind: line.kind,
      note: line.note,
      points: line.pointsM.map(({ x, y }) => at(x, y)),
    })),
    routes: content.passes.map((pass) => ({
      name: pass.name,
      note: pass.hint,
      speedMps: pass.speedMps,
      points: pass.routeM.map(({ x, y }) => at(x, y)),
    })),
  };
}

/** A mark from a file is trusted to about the error of a satellite fix. */
const FILE_VARIANCE_M2 = 9;
const isCovariance = ([a, b, c]: [number, number, number]) => a > 0 && c > 0 && a * c > b * b;
/** Records of a track lie closer together than anyone can tell apart on the chart. */
const THIN_M = 0.1;
const MOST_LINE_POINTS = 5000;
const MOST_ROUTE_POINTS = 500;

const atMost = (most: number, points: { x: number; y: number }[]) =>
  points.length > most ? thinned(points, THIN_M, most) : points;

/** The same name and, to the precision of files, the same way. */
const isSamePass = (a: PassPlan, b: PassPlan) =>
  a.name === b.name &&
  a.routeM.length === b.routeM.length &&
  a.routeM.every(({ x, y }, i) => Math.hypot(x - b.routeM[i].x, y - b.routeM[i].y) < THIN_M);

export interface BroughtIn {
  marks: MarkRecord[];
  lines: LineRecord[];
  passes: PassPlan[];
}

/** What a file holds as notes and passes of a water; nothing is stored yet. */
export function bringIn(water: WaterRecord, data: ChartData): BroughtIn {
  const { origin } = water.content;
  const point = (place: { latitudeDeg: number; longitudeDeg: number }) => {
    const { xM, yM } = fromGeodetic(origin, place);
    return { x: Math.round(100 * xM) / 100, y: Math.round(100 * yM) / 100 };
  };
  const brought: BroughtIn = { marks: [], lines: [], passes: [] };
  for (const mark of data.marks) {
    const { x, y } = point(mark);
    const covarianceM2: [number, number, number] =
      mark.covarianceM2 && isCovariance(mark.covarianceM2)
        ? mark.covarianceM2
        : [FILE_VARIANCE_M2, 0, FILE_VARIANCE_M2];
    brought.marks.push(
      newMark({
        waterId: water.id,
        name: mark.name,
        symbol: mark.symbol,
        note: mark.note,
        xM: x,
        yM: y,
        depthM: mark.depthM,
        covarianceM2,
        sightings: [
          {
            from: 'file',
            atMs: mark.atMs ?? Date.now(),
            screenId: null,
            boat: null,
            slantM: null,
            xM: x,
            yM: y,
            covarianceM2,
          },
        ],
      }),
    );
  }
  for (const line of data.lines) {
    if (line.points.length < 2) continue;
    brought.lines.push(
      newLine({
        waterId: water.id,
        name: line.name,
        kind: line.kind,
        note: line.note,
        pointsM: atMost(MOST_LINE_POINTS, line.points.map(point)),
      }),
    );
  }
  for (const route of data.routes) {
    if (route.points.length < 2) continue;
    const pass = passPlanSchema.parse({
      id: createId('pass'),
      name: route.name,
      hint: route.note,
      routeM: atMost(MOST_ROUTE_POINTS, route.points.map(point)),
      ...(route.speedMps !== null && { speedMps: route.speedMps }),
    });
    if (!water.content.passes.some((here) => isSamePass(here, pass))) brought.passes.push(pass);
  }
  return brought;
}

/** Every mark, line and spot of every water, as a workspace file that Settings and Marks bring back. */
export async function marksBackup(now = new Date()): Promise<Uint8Array> {
  const { marks, lines, spots } = await listNotes(null);
  return writeWorkspace(
    { records: [...marks, ...lines, ...spots], echoes: new Map() },
    now.toISOString(),
  );
}
