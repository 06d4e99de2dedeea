/**
 * An echogram with its track and truth as one compact file.
 *
 * Layout: the letters "WREC", a 32-bit little-endian length, a JSON header of that length, then the
 * columns it lists, one after the other, deflated together (zlib). Simulated levels are bytes in steps of
 * half a decibel: 0 is silence, n is `baseCdb + 50 (n − 1)`; those of logs are kept as they came, in
 * hundredths (16-bit). Everything else is kept bit for bit.
 */
import { unzlibSync, zlibSync } from 'fflate';
import { z } from 'zod';
import { describeIssues } from '../records/versioned';
import { fail, ok, type Result } from '../records/result';
import { emptyTrack, emptyTruth, type PingTrack, type TruthRows } from '../sounding';
import { type Target, targetSchema } from '../targets';
import type { FormatFault } from './fault';

export interface EchoContent {
  pingCount: number;
  /** Cells of one ping, all rows of it. */
  cellsPerPing: number;
  levelsCdb: Int16Array;
  track: PingTrack;
  truth: TruthRows;
  /** What the truth rows point to; null in files that did not hold them (version 2 and before). */
  targets: Target[] | null;
  /** Levels in hundredths of dB rather than in halves of one. */
  isFine: boolean;
}

const MAGIC = 'WREC';
const VERSION = 4;
const MAX_TARGETS = 2000;
/** Version 1 knew one row of cells a ping, and these columns of truth. */
const VERSION_1_TRUTH: (keyof TruthRows)[] = [
  'ping',
  'targetIndex',
  'firstBin',
  'lastBin',
  'peakBin',
  'levelCdb',
  'signalToBackgroundCdb',
  'signalToSceneryCdb',
  'gapCdb',
  'background',
  'rivalIndex',
];
/** Files before this did not say how much of its cells a target fills; they were judged as if all. */
const FILLED_SINCE_VERSION = 4;
const PREFIX_BYTES = 8;
export const LEVEL_STEP_CDB = 50;
const LEVEL_CODES = 255;
const SILENT_BELOW_CDB = -15_000;
const SILENCE_CDB = -20_000;
/** 20,000 pings of 4,096 cells; beyond it a file is refused, not unpacked. */
const MAX_CELLS = 82_000_000;

const headerSchema = z.object({
  version: z.int(),
  pingCount: z.int().min(0),
  cellsPerPing: z.int().min(1),
  truthRows: z.int().min(0),
  baseCdb: z.int(),
  payloadBytes: z.int().min(0),
  targets: z.array(targetSchema).max(MAX_TARGETS).nullable().default(null),
  isFine: z.boolean().default(false),
});

/** Levels as bytes; `baseCdb` is chosen so that the strongest are kept exactly in range. */
export function quantiseLevels(levelsCdb: Int16Array): { codes: Uint8Array; baseCdb: number } {
  let lowest = Infinity;
  let highest = -Infinity;
  for (const level of levelsCdb) {
    if (level <= SILENT_BELOW_CDB) continue;
    if (level < lowest) lowest = level;
    if (level > highest) highest = level;
  }
  if (lowest > highest) return { codes: new Uint8Array(levelsCdb.length), baseCdb: 0 };
  // On the grid of half decibels, so that packing what was unpacked changes nothing.
  const onGrid = (level: number) => Math.round(level / LEVEL_STEP_CDB) * LEVEL_STEP_CDB;
  const baseCdb = Math.max(onGrid(lowest), onGrid(highest) - (LEVEL_CODES - 1) * LEVEL_STEP_CDB);
  const codes = new Uint8Array(levelsCdb.length);
  for (let i = 0; i < levelsCdb.length; i++) {
    const level = levelsCdb[i];
    if (level <= SILENT_BELOW_CDB) continue;
    const steps = Math.round((level - baseCdb) / LEVEL_STEP_CDB);
    codes[i] = 1 + Math.min(LEVEL_CODES - 1, Math.max(0, steps));
  }
  return { codes, baseCdb };
}

export function restoreLevels(codes: Uint8Array, baseCdb: number): Int16Array {
  const levelsCdb = new Int16Array(codes.length);
  for (let i = 0; i < codes.length; i++) {
    levelsCdb[i] = codes[i] === 0 ? SILENCE_CDB : baseCdb + (codes[i] - 1) * LEVEL_STEP_CDB;
  }
  return levelsCdb;
}

type Column = Float64Array | Float32Array | Int32Array | Int16Array | Uint16Array | Uint8Array;
const columnsOf = (table: PingTrack | Partial<TruthRows>) =>
  Object.values(table as unknown as Record<string, Column>);
const bytesOf = (column: Column) =>
  new Uint8Array(column.buffer, column.byteOffset, column.byteLength);

export function writeEchoFile(content: EchoContent): Uint8Array {
  const { isFine } = content;
  const { codes, baseCdb } = isFine
    ? { codes: bytesOf(content.levelsCdb), baseCdb: 0 }
    : quantiseLevels(content.levelsCdb);
  const parts = [
    codes,
    ...columnsOf(content.track).map(bytesOf),
    ...columnsOf(content.truth).map(bytesOf),
  ];
  const payloadBytes = parts.reduce((sum, part) => sum + part.byteLength, 0);
  const payload = new Uint8Array(payloadBytes);
  let at = 0;
  for (const part of parts) {
    payload.set(part, at);
    at += part.byteLength;
  }
  const header = new TextEncoder().encode(
    JSON.stringify({
      version: VERSION,
      pingCount: content.pingCount,
      cellsPerPing: content.cellsPerPing,
      truthRows: content.truth.ping.length,
      baseCdb,
      payloadBytes,
      targets: content.targets,
      isFine,
    } satisfies z.infer<typeof headerSchema>),
  );
  const packed = zlibSync(payload, { level: 6 });
  const file = new Uint8Array(PREFIX_BYTES + header.length + packed.length);
  file.set(new TextEncoder().encode(MAGIC), 0);
  new DataView(file.buffer).setUint32(4, header.length, true);
  file.set(header, PREFIX_BYTES);
  file.set(packed, PREFIX_BYTES + header.length);
  return file;
}

/** Version 1 counted the cells of its one row. */
function fromVersion1(header: unknown): unknown {
  const isOld = typeof header === 'object' && header !== null && 'binCount' in header;
  return isOld ? { ...header, cellsPerPing: header.binCount } : header;
}

export function readEchoFile(file: Uint8Array): Result<EchoContent, FormatFault> {
  const text = new TextDecoder();
  if (file.length < PREFIX_BYTES || text.decode(file.subarray(0, 4)) !== MAGIC) {
    return fail({ code: 'foreign', message: 'this is not an echo file of Wise Ripple' });
  }
  const headerLength = new DataView(file.buffer, file.byteOffset).getUint32(4, true);
  if (PREFIX_BYTES + headerLength > file.length) {
    return fail({ code: 'truncated', message: 'the echo file ends inside its header' });
  }
  let json: unknown;
  try {
    json = JSON.parse(text.decode(file.subarray(PREFIX_BYTES, PREFIX_BYTES + headerLength)));
  } catch {
    return fail({ code: 'damagedPart', message: 'the header of the echo file is not readable' });
  }
  const parsed = headerSchema.safeParse(fromVersion1(json));
  if (!parsed.success) {
    return fail({
      code: 'damagedPart',
      message: `echo file header, ${describeIssues(parsed.error)}`,
    });
  }
  const { version, pingCount, cellsPerPing, truthRows, baseCdb, payloadBytes } = parsed.data;
  const { targets, isFine } = parsed.data;
  if (version > VERSION) {
    return fail({
      code: 'newerVersion',
      message: `the echo file has version ${version}; this Wise Ripple reads up to ${VERSION}`,
    });
  }
  const track = emptyTrack(pingCount <= MAX_CELLS ? pingCount : 0);
  const truth = emptyTruth(truthRows <= MAX_CELLS ? truthRows : 0);
  const { filledPercent, ...earlier } = truth;
  const told = version < FILLED_SINCE_VERSION ? earlier : truth;
  const columns = [
    ...columnsOf(track),
    ...(version === 1 ? VERSION_1_TRUTH.map((name) => truth[name]) : columnsOf(told)),
  ];
  const cells = pingCount * cellsPerPing;
  const levelBytes = isFine ? 2 * cells : cells;
  const expected = levelBytes + columns.reduce((sum, column) => sum + column.byteLength, 0);
  if (cells > MAX_CELLS || expected !== payloadBytes) {
    return fail({
      code: cells > MAX_CELLS ? 'tooLarge' : 'damagedPart',
      message: `the echo file states ${pingCount} pings of ${cellsPerPing} cells in ${payloadBytes} bytes, which cannot be`,
    });
  }
  let payload: Uint8Array;
  try {
    payload = unzlibSync(file.subarray(PREFIX_BYTES + headerLength), {
      out: new Uint8Array(payloadBytes),
    });
  } catch {
    return fail({
      code: 'truncated',
      message: 'the echoes cannot be unpacked; the file is cut short or damaged',
    });
  }
  if (payload.length !== payloadBytes) {
    return fail({ code: 'truncated', message: 'the echo file ends before its last ping' });
  }
  if (version < FILLED_SINCE_VERSION) filledPercent.fill(100);
  let at = levelBytes;
  for (const column of columns) {
    bytesOf(column).set(payload.subarray(at, at + column.byteLength));
    at += column.byteLength;
  }
  return ok({
    pingCount,
    cellsPerPing,
    levelsCdb: isFine
      ? new Int16Array(payload.slice(0, levelBytes).buffer)
      : restoreLevels(payload.subarray(0, cells), baseCdb),
    track,
    truth,
    targets,
    isFine,
  });
}
