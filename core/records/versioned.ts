import type { z } from 'zod';
import { fail, ok, type Result } from './result';

export interface RecordFault {
  code: 'notARecord' | 'wrongSchema' | 'newerVersion' | 'invalid';
  /** What is wrong, and where, in plain words. */
  message: string;
}

/** One sort of stored record: its present shape, and how each earlier version becomes the next. */
export interface RecordKind<T> {
  schemaName: string;
  version: number;
  shape: z.ZodType<T>;
  /** `migrations[n]` turns version n into n + 1. */
  migrations: Record<number, (older: Record<string, unknown>) => Record<string, unknown>>;
}

/** The first few faults of a Zod error as `path: message`. */
export function describeIssues(error: z.ZodError): string {
  const listed = error.issues
    .slice(0, 3)
    .map(
      (issue) => `${issue.path.length > 0 ? issue.path.join('.') : 'the whole'}: ${issue.message}`,
    );
  const more = error.issues.length - listed.length;
  return listed.join('; ') + (more > 0 ? `; and ${more} more` : '');
}

/** Reads anything as a record of this kind, bringing older versions up to date. */
export function readRecord<T>(kind: RecordKind<T>, raw: unknown): Result<T, RecordFault> {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) {
    return fail({ code: 'notARecord', message: 'expected a record, got something else' });
  }
  let record = raw as Record<string, unknown>;
  if (record.schema !== kind.schemaName) {
    return fail({
      code: 'wrongSchema',
      message: `expected a "${kind.schemaName}" record, got ${JSON.stringify(record.schema ?? null)}`,
    });
  }
  let version = typeof record.version === 'number' ? record.version : NaN;
  if (version > kind.version) {
    return fail({
      code: 'newerVersion',
      message: `this ${kind.schemaName} was written by a newer Wise Ripple (version ${version}; this one reads up to ${kind.version})`,
    });
  }
  while (version < kind.version && kind.migrations[version]) {
    try {
      record = { ...kind.migrations[version](record), version: version + 1 };
    } catch {
      const message = `version ${version} of this ${kind.schemaName} cannot be brought up to date`;
      return fail({ code: 'invalid', message });
    }
    version++;
  }
  const parsed = kind.shape.safeParse(record);
  return parsed.success
    ? ok(parsed.data)
    : fail({ code: 'invalid', message: describeIssues(parsed.error) });
}
