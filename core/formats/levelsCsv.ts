/**
 * Levels as CSV: a row for each ping (of each channel and beam), a column for each cell, headed by the
 * middle of its range in metres. Before the table, lines that begin with # may say more; ours hold the
 * echogram's figures, so that our own files come back without loss.
 */
import Papa from 'papaparse';
import { fail, ok, type Result } from '../records/result';
import { echogramInfoSchema } from '../sounding/echogramSchema';
import { describeIssues } from '../records/versioned';
import { cellsPerPing, type EchogramInfo, emptyTrack, type PingTrack } from '../sounding';
import {
  type EchoLog,
  fittedSourceLevelDb,
  MAX_LOG_BINS,
  MAX_LOG_CELLS,
  MAX_LOG_PINGS,
  SILENCE_CDB,
  toCdb,
} from './echoLog';
import type { FormatFault } from './fault';

/** Of all pings, channels and beams. */
const MAX_ROWS = 1_000_000;
const TITLE = '# Echo levels, dB re 1 uPa before time-varied gain. Columns are ranges in metres.';
const FIGURES = '# echogram: ';

/** Columns of the track, and how they are headed. */
const TRACK_COLUMNS: [keyof PingTrack, string][] = [
  ['timeS', 'time_s'],
  ['alongM', 'along_m'],
  ['xM', 'x_m'],
  ['yM', 'y_m'],
  ['headingRad', 'heading_rad'],
  ['speedMps', 'speed_mps'],
  ['bottomDepthM', 'bottom_depth_m'],
];

type Levels = Pick<EchoLog, 'info' | 'pingCount' | 'levelsCdb' | 'track'>;

export function writeLevelsCsv({ info, pingCount, levelsCdb, track }: Levels): string {
  const { binCount, rangeStepM } = info;
  const ranges = Array.from({ length: binCount }, (_, i) => ((i + 0.5) * rangeStepM).toFixed(4));
  const head = ['ping', 'channel', 'beam_deg', ...TRACK_COLUMNS.map(([, head]) => head), ...ranges];
  const lines = [TITLE, FIGURES + JSON.stringify(info), head.join(',')];
  let row = 0;
  for (let ping = 0; ping < pingCount; ping++) {
    const place = TRACK_COLUMNS.map(([name]) => {
      const value = track[name][ping];
      return Number.isFinite(value) ? String(value) : '';
    });
    for (const { name, beamAnglesDeg } of info.channels) {
      for (const beamDeg of beamAnglesDeg) {
        const levels = levelsCdb.subarray(row * binCount, ++row * binCount);
        const cells = Array.from(levels, (level) => (level <= SILENCE_CDB ? '' : level / 100));
        lines.push([ping, name, beamDeg, ...place, ...cells].join(','));
      }
    }
  }
  return `${lines.join('\r\n')}\r\n`;
}

function figuresIn(text: string): Result<EchogramInfo | null, FormatFault> {
  const line = text.split('\n', 20).find((one) => one.startsWith(FIGURES));
  if (!line) return ok(null);
  let json: unknown;
  try {
    json = JSON.parse(line.slice(FIGURES.length));
  } catch {
    return fail({ code: 'damagedPart', message: 'the line "# echogram:" is not readable JSON' });
  }
  const parsed = echogramInfoSchema.safeParse(json);
  return parsed.success
    ? ok(parsed.data)
    : fail({ code: 'invalidPart', message: `# echogram, ${describeIssues(parsed.error)}` });
}

export function readLevelsCsv(text: string): Result<EchoLog, FormatFault> {
  if (text.trim() === '') return fail({ code: 'notAFile', message: 'the file is empty' });
  if (text.includes('\0')) {
    return fail({ code: 'foreign', message: 'this is not a text file, so no CSV of levels' });
  }
  const figures = figuresIn(text);
  if (!figures.ok) return figures;
  const { data: rows } = Papa.parse<string[]>(text, {
    comments: '#',
    skipEmptyLines: true,
    preview: MAX_ROWS,
  });
  const head = (rows[0] ?? []).map((cell) => cell.trim());
  const isRange = (name: string) => name !== '' && Number.isFinite(Number(name));
  const rangeColumns = head.flatMap((name, column) => (isRange(name) ? [column] : []));
  if (rangeColumns.length < 2) {
    return fail({
      code: 'foreign',
      message:
        'line 1 must head at least two columns with ranges in metres, such as 0.05, 0.15, 0.25',
    });
  }
  const rangesM = rangeColumns.map((column) => Number(head[column]));
  const stepM = (rangesM.at(-1)! - rangesM[0]) / (rangesM.length - 1);
  const uneven = rangesM.findIndex(
    (rangeM, i) => Math.abs(rangeM - rangesM[0] - i * stepM) > 0.1 * stepM,
  );
  if (!(stepM > 0) || uneven >= 0) {
    return fail({
      code: 'invalidPart',
      message: `the ranges of line 1 must grow by even steps; "${head[rangeColumns[Math.max(0, uneven)]]}" does not`,
    });
  }
  const body = rows.slice(1);
  if (body.length === 0) return fail({ code: 'missingPart', message: 'the table holds no ping' });
  const column = (...names: string[]) =>
    head.findIndex((name) => names.includes(name.toLowerCase()));
  return figures.value
    ? readOwn(figures.value, body, head, rangeColumns)
    : readForeign(body, rangeColumns, rangesM, stepM, column);
}

const numberAt = (row: string[], column: number) => {
  const text = row[column]?.trim() ?? '';
  return text === '' ? NaN : Number(text);
};

function fillLevels(
  body: string[][],
  rangeColumns: number[],
  levelsCdb: Int16Array,
  binCount: number,
  firstBin: number,
): FormatFault | null {
  for (const [i, row] of body.entries()) {
    for (const [k, column] of rangeColumns.entries()) {
      const text = row[column]?.trim() ?? '';
      const level = text === '' ? NaN : Number(text);
      if (text !== '' && !Number.isFinite(level) && text.toLowerCase() !== 'nan') {
        return {
          code: 'invalidPart',
          message: `row ${i + 2}, column ${column + 1}: "${text.slice(0, 20)}" is not a level`,
        };
      }
      levelsCdb[i * binCount + firstBin + k] = toCdb(level);
    }
  }
  return null;
}

function readOwn(
  info: EchogramInfo,
  body: string[][],
  head: string[],
  rangeColumns: number[],
): Result<EchoLog, FormatFault> {
  const rowsEach = cellsPerPing(info) / info.binCount;
  const pingCount = body.length / rowsEach;
  if (!Number.isInteger(pingCount) || rangeColumns.length !== info.binCount) {
    return fail({
      code: 'damagedPart',
      message: `the table has ${body.length} rows of ${rangeColumns.length} cells; the echogram wants ${rowsEach} rows a ping of ${info.binCount}`,
    });
  }
  if (pingCount > MAX_LOG_PINGS || body.length * info.binCount > MAX_LOG_CELLS)
    return tooLarge(pingCount);
  const levelsCdb = new Int16Array(body.length * info.binCount);
  const fault = fillLevels(body, rangeColumns, levelsCdb, info.binCount, 0);
  if (fault) return fail(fault);
  const track = emptyTrack(pingCount);
  for (const [name, title] of TRACK_COLUMNS) {
    const column = head.indexOf(title);
    track[name].forEach((_, ping) => {
      track[name][ping] = numberAt(body[ping * rowsEach], column);
    });
  }
  return ok({ info, pingCount, levelsCdb, track, assumed: [] });
}

const tooLarge = (pings: number) =>
  fail({
    code: 'tooLarge' as const,
    message: `the table holds ${pings} pings; the limits are ${MAX_LOG_PINGS} pings, ${MAX_LOG_BINS} cells a ping and ${MAX_LOG_CELLS} in all`,
  });

const USUAL_PINGS_HZ = 10;

function readForeign(
  body: string[][],
  rangeColumns: number[],
  rangesM: number[],
  stepM: number,
  column: (...names: string[]) => number,
): Result<EchoLog, FormatFault> {
  const firstBin = Math.max(0, Math.round(rangesM[0] / stepM - 0.5));
  const binCount = firstBin + rangeColumns.length;
  const pingCount = body.length;
  if (
    pingCount > MAX_LOG_PINGS ||
    binCount > MAX_LOG_BINS ||
    pingCount * binCount > MAX_LOG_CELLS
  ) {
    return tooLarge(pingCount);
  }
  const assumed = [
    'the picture is a cone’s at 200 kHz, 12° wide; sound travels 1480 m/s',
    'levels are in dB of no stated reference; gain begins where they fill the colours',
  ];
  const levelsCdb = new Int16Array(pingCount * binCount).fill(SILENCE_CDB);
  const fault = fillLevels(body, rangeColumns, levelsCdb, binCount, firstBin);
  if (fault) return fail(fault);
  const track = emptyTrack(pingCount);
  const columnOf: [keyof PingTrack, number][] = [
    ['timeS', column('time_s', 'time', 'seconds')],
    ['alongM', column('along_m', 'distance_m')],
    ['xM', column('x_m')],
    ['yM', column('y_m')],
    ['headingRad', column('heading_rad')],
    ['speedMps', column('speed_mps')],
    ['bottomDepthM', column('bottom_depth_m', 'depth_m', 'bottom_m')],
  ];
  for (const [name, at] of columnOf) {
    body.forEach((row, ping) => (track[name][ping] = at < 0 ? NaN : numberAt(row, at)));
  }
  const secondsEach = (track.timeS[pingCount - 1] - track.timeS[0]) / Math.max(1, pingCount - 1);
  if (!(secondsEach > 0)) {
    assumed.push('ten pings come a second');
    track.timeS.forEach((_, i) => (track.timeS[i] = i / USUAL_PINGS_HZ));
  }
  const info: EchogramInfo = {
    instrument: 'cone',
    channels: [
      {
        name: 'cone',
        frequencyHz: 200_000,
        beamwidthDeg: 12,
        acrossBeamwidthDeg: null,
        rangeCellM: stepM,
        absorptionDbPerM: 0,
        sourceLevelDb: 0,
        noiseLevelDb: 0,
        beamAnglesDeg: [0],
      },
    ],
    binCount,
    rangeStepM: stepM,
    draftM: 0,
    soundSpeedMps: 1480,
    pingRateHz: secondsEach > 0 ? 1 / secondsEach : USUAL_PINGS_HZ,
  };
  info.channels[0].sourceLevelDb = fittedSourceLevelDb(info, levelsCdb);
  return ok({ info, pingCount, levelsCdb, track, assumed });
}
