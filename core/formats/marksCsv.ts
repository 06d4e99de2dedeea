/** Marks as a table for spreadsheets, with and without loss: one row a mark, RFC 4180. */
import { toDate } from 'date-fns/toDate';
import { parseISO } from 'date-fns/parseISO';
import Papa from 'papaparse';
import { z } from 'zod';
import { fail, MARK_SYMBOLS, ok, type Result } from '../records';
import { type ChartData, MAX_MARKS, MAX_TEXT_LENGTH, type PlacedMark } from './chartData';
import type { FormatFault } from './fault';

const COLUMNS = [
  'name',
  'symbol',
  'latitude_deg',
  'longitude_deg',
  'depth_m',
  'time',
  'cov_ee_m2',
  'cov_en_m2',
  'cov_nn_m2',
  'note',
] as const;

/** Begins like a formula and is not just a number with its sign. */
const FORMULA = /^(?![-+]?\d+(\.\d+)?$)[=+\-@\t\r]/;

export function writeMarksCsv(marks: readonly PlacedMark[]): string {
  return Papa.unparse(
    {
      fields: [...COLUMNS],
      data: marks.map((mark) => [
        mark.name,
        mark.symbol,
        mark.latitudeDeg.toFixed(7),
        mark.longitudeDeg.toFixed(7),
        mark.depthM ?? '',
        mark.atMs === null ? '' : toDate(mark.atMs).toISOString(),
        ...(mark.covarianceM2?.map((value) => Number(value.toPrecision(8))) ?? ['', '', '']),
        mark.note,
      ]),
    },
    // A cell that begins like a formula must not become one in a spreadsheet.
    { escapeFormulae: FORMULA },
  );
}

const optionalNumber = z
  .string()
  .optional()
  .transform((value) => (value?.trim() ? Number(value.replace(',', '.')) : null))
  .refine((value) => value === null || Number.isFinite(value), 'is not a number');
const within = (low: number, high: number) =>
  optionalNumber.refine(
    (value) => value === null || (value >= low && value <= high),
    `must be a number from ${low} to ${high}`,
  );
const coordinate = (limit: number) =>
  z
    .string({ message: 'is missing' })
    .transform((value) => (value.trim() === '' ? NaN : Number(value.replace(',', '.'))))
    .refine((value) => Math.abs(value) <= limit, `must be a number from −${limit} to ${limit}`);

const rowSchema = z.object({
  name: z.string().default(''),
  symbol: z.enum(MARK_SYMBOLS).catch('other'),
  latitude_deg: coordinate(90),
  longitude_deg: coordinate(180),
  depth_m: within(0, 500),
  time: z
    .string()
    .default('')
    .refine((value) => !(parseISO(value).getTime() < 0), 'must be 1970 or later'),
  cov_ee_m2: within(0, 1e9),
  cov_en_m2: within(-1e9, 1e9),
  cov_nn_m2: within(0, 1e9),
  note: z.string().default(''),
});

/** `escapeFormulae` puts an apostrophe before = + − @; it is taken off again. */
const unescaped = (value: string) => value.replace(/^'(?=[=+\-@\t\r])/, '');

export function readMarksCsv(file: string): Result<ChartData, FormatFault> {
  if (file.length > MAX_TEXT_LENGTH) {
    return fail({ code: 'tooLarge', message: 'the file is larger than 40 MB' });
  }
  const { data, meta } = Papa.parse<Record<string, string>>(file.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (header) => header.trim().toLowerCase(),
  });
  for (const column of ['latitude_deg', 'longitude_deg'] as const) {
    if (!meta.fields?.includes(column)) {
      return fail({ code: 'foreign', message: `line 1: the column "${column}" is missing` });
    }
  }
  if (data.length > MAX_MARKS) {
    return fail({ code: 'tooLarge', message: `more than ${MAX_MARKS} marks` });
  }
  const marks: PlacedMark[] = [];
  for (const [i, raw] of data.entries()) {
    const row = rowSchema.safeParse(raw);
    if (!row.success) {
      const { path, message } = row.error.issues[0];
      return fail({ code: 'invalidPart', message: `row ${i + 2}, ${path.join('.')}: ${message}` });
    }
    const mark = row.data;
    const covariance = [mark.cov_ee_m2, mark.cov_en_m2, mark.cov_nn_m2];
    const atMs = parseISO(mark.time).getTime();
    marks.push({
      name: unescaped(mark.name).trim().slice(0, 80) || `Mark ${i + 1}`,
      symbol: mark.symbol,
      note: unescaped(mark.note).slice(0, 2000),
      latitudeDeg: mark.latitude_deg,
      longitudeDeg: mark.longitude_deg,
      depthM: mark.depth_m,
      covarianceM2: covariance.every((value) => value !== null)
        ? (covariance as [number, number, number])
        : null,
      atMs: Number.isFinite(atMs) ? atMs : null,
    });
  }
  return ok({ marks, lines: [], routes: [] });
}
