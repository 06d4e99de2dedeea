/**
 * A screen as a PNG that can be read back: what the picture shows, its scale, its settings and its truth
 * stand as JSON in a text chunk of the file (PNG specification, tEXt), in ASCII.
 */
import { decode, encode } from 'fast-png';
import { z } from 'zod';
import { describeIssues } from '../records/versioned';
import { fail, ok, type Result, reasonOf } from '../records/result';
import {
  calibrationSchema,
  evidenceSchema,
  pictureFrameSchema,
  drawnRegionSchema,
} from '../reading';
import type { FormatFault } from './fault';

const KEYWORD = 'Wise Ripple';
const VERSION = 1;

const pngNotesSchema = z.object({
  version: z.int().min(1),
  name: z.string().max(120),
  waterName: z.string().max(120),
  passName: z.string().max(120),
  notes: z.string().max(5000),
  frame: pictureFrameSchema,
  calibration: calibrationSchema,
  regions: z.array(drawnRegionSchema).max(2000),
  evidence: evidenceSchema,
  nothingHere: z.string().max(300).nullable(),
  tags: z.array(z.string().max(40)).max(30),
  /** As recorded, in words for people: sounder, gain, palette. */
  settings: z.record(z.string().max(60), z.string().max(400)),
});
export type PngNotes = z.infer<typeof pngNotesSchema>;

// A text chunk holds Latin-1 only; JSON may write every other character by its number.
const ascii = (json: string) =>
  json.replace(/[\u007f-\uffff]/g, (c) => `\\u${c.charCodeAt(0).toString(16).padStart(4, '0')}`);

/** @param rgba row by row, four bytes a pixel */
export function writeScreenPng(
  rgba: Uint8ClampedArray | Uint8Array,
  widthPx: number,
  heightPx: number,
  notes: Omit<PngNotes, 'version'>,
): Uint8Array {
  return encode({
    width: widthPx,
    height: heightPx,
    data: rgba,
    channels: 4,
    depth: 8,
    text: { [KEYWORD]: ascii(JSON.stringify({ version: VERSION, ...notes })) },
  });
}

/** The notes of one of our own PNGs; null where it holds none. */
export function readPngNotes(bytes: Uint8Array): Result<PngNotes | null, FormatFault> {
  let text: string | undefined;
  try {
    text = decode(bytes).text[KEYWORD];
  } catch (error) {
    const reason = reasonOf(error);
    return fail({
      code: 'truncated',
      message: `the PNG is cut short or damaged (${reason.slice(0, 80)})`,
    });
  }
  if (text === undefined) return ok(null);
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return ok(null);
  }
  const version = (json as { version?: unknown } | null)?.version;
  if (typeof version === 'number' && version > VERSION) {
    return fail({
      code: 'newerVersion',
      message: `its notes have version ${version}; this Wise Ripple reads up to ${VERSION}`,
    });
  }
  const parsed = pngNotesSchema.safeParse(json);
  return parsed.success
    ? ok(parsed.data)
    : fail({ code: 'invalidPart', message: `its notes, ${describeIssues(parsed.error)}` });
}
