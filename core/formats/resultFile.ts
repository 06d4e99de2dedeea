/**
 * What a student hands in: goes at drills under a name, as one JSON file. Its sum shows that it came as it was saved; who
 * sets out to deceive could make another, so answers alone are believed and graded anew where they are counted.
 */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { z } from 'zod';
import {
  type AttemptRecord,
  describeIssues,
  fail,
  ok,
  readRecord,
  RECORD_KINDS,
  type Result,
} from '../records';
import type { FormatFault } from './fault';

const FORMAT = 'wise-ripple-results';
const VERSION = 1;
/** A term of a busy student is a tenth of it. */
export const MOST_RESULT_BYTES = 30_000_000;

const headSchema = z.object({ format: z.literal(FORMAT), version: z.int().min(1) });
const fileSchema = z.object({
  alias: z.string().trim().min(1).max(80),
  writtenAt: z.iso.datetime(),
  attempts: z.array(z.unknown()).min(1).max(2000),
  sha256: z.string().length(64),
});

export interface HandedIn {
  /** What the student calls themselves. */
  alias: string;
  attempts: AttemptRecord[];
}

const sumOf = (content: unknown) => bytesToHex(sha256(utf8ToBytes(JSON.stringify(content))));

/** @param writtenAt ISO 8601, UTC */
export function writeResults({ alias: typed, attempts }: HandedIn, writtenAt: string): string {
  const alias = typed.trim();
  const sum = sumOf([alias, writtenAt, attempts]);
  return JSON.stringify({
    format: FORMAT,
    version: VERSION,
    ...{ alias, writtenAt, attempts, sha256: sum },
  });
}

const fault = (code: FormatFault['code'], message: string) => fail({ code, message });

export function readResults(text: string): Result<HandedIn, FormatFault> {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return fault('notAFile', 'this is no file of results, or it was cut short');
  }
  const head = headSchema.safeParse(raw);
  if (!head.success) return fault('foreign', 'this is no file of results');
  if (head.data.version > VERSION) {
    return fault('newerVersion', 'these results were saved by a newer Wise Ripple');
  }
  const parsed = fileSchema.safeParse(raw);
  if (!parsed.success) return fault('invalidPart', describeIssues(parsed.error));
  const { alias, writtenAt, attempts, sha256: sum } = parsed.data;
  if (sumOf([alias, writtenAt, attempts]) !== sum) {
    return fault('damagedPart', 'it is not as it was saved: something in it was changed');
  }
  const read: AttemptRecord[] = [];
  for (const [i, one] of attempts.entries()) {
    const attempt = readRecord(RECORD_KINDS.attempt, one);
    if (!attempt.ok) return fault('invalidPart', `attempts.${i}: ${attempt.error.message}`);
    read.push(attempt.value);
  }
  return ok({ alias, attempts: read });
}
