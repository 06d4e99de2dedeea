import type { FormatFault, Workspace } from '@core/formats';
import {
  type AnyRecord,
  echoIdsOf,
  fail,
  ok,
  RECORD_KINDS,
  type RecordKindName,
  type Result,
  reasonOf,
} from '@core/records';
import { readWorkspaceFile, writeWorkspaceFile } from '@/workers/libraryClient';
import { getEcho, type ImportReport, listRecords, storageFault, storeTogether } from './database';
import { reloadSettings } from './settings';

const KINDS = Object.keys(RECORD_KINDS) as RecordKindName[];

async function withEchoes(
  records: AnyRecord[],
  onShare: (share: number) => void = () => {},
): Promise<Workspace> {
  const echoes = new Map<string, Uint8Array>();
  for (const [i, record] of records.entries()) {
    onShare(i / records.length);
    for (const id of echoIdsOf(record)) {
      const echo = echoes.has(id) ? null : await getEcho(id);
      if (echo) echoes.set(id, echo);
    }
  }
  // A screen that lost its echo cannot be opened anywhere; leaving it out keeps the file whole.
  return {
    records: records.filter((record) => record.schema !== 'screen' || echoes.has(record.echoId)),
    echoes,
  };
}

export interface Backup {
  bytes: Uint8Array;
  /** Stored here and not in it: what cannot be read, and screens whose echo is gone. */
  left: { unreadable: number; withoutEcho: number };
}

/**
 * The whole workspace as a ZIP.
 * @param onShare share of the records gathered, 0–1; packing comes after it
 */
export async function exportWorkspace(
  now = new Date(),
  onShare: (share: number) => void = () => {},
): Promise<Backup> {
  const records: AnyRecord[] = [];
  let unreadable = 0;
  for (const kind of KINDS) {
    const listed = await listRecords(kind);
    records.push(...listed.records);
    unreadable += listed.unreadable.length;
  }
  const workspace = await withEchoes(records, onShare);
  const withoutEcho = records.length - workspace.records.length;
  const bytes = await writeWorkspaceFile(workspace, now.toISOString());
  return { bytes, left: { unreadable, withoutEcho } };
}

/** Some records with the echoes of their screens, as a ZIP that any workspace takes. */
export async function exportRecords(records: AnyRecord[], now = new Date()): Promise<Uint8Array> {
  return writeWorkspaceFile(await withEchoes(records), now.toISOString());
}

/**
 * Adds a workspace file to what is here: new records are added, older ones here give way to newer
 * ones in the file, nothing is removed. On any fault nothing changes at all.
 */
export async function importWorkspace(file: Uint8Array): Promise<Result<ImportReport, string>> {
  let read: Result<Workspace, FormatFault>;
  try {
    read = await readWorkspaceFile(file);
  } catch (error) {
    return fail(reasonOf(error));
  }
  if (!read.ok) return fail(read.error.message);

  let report: ImportReport;
  try {
    report = await storeTogether(read.value.records, read.value.echoes);
  } catch (error) {
    return fail(
      `the browser could not store the file (${storageFault(error)}); everything is as it was before`,
    );
  }
  await reloadSettings();
  return ok(report);
}

/** What came of a file, in words. */
export function reportWords({ added, updated, kept, left }: ImportReport): string {
  const counts = `${added} added, ${updated} brought up to date, ${kept} already here`;
  if (left.length === 0) return counts;
  return `${counts}; left out ${left.join(', ')}: what is stored here under that name cannot be read, and is kept (Settings)`;
}

/** Takes a file that somebody chose, and says in words what came of it. */
export async function bringIn(file: File): Promise<string> {
  const report = await importWorkspace(new Uint8Array(await file.arrayBuffer()));
  if (!report.ok) return `${file.name} was not taken: ${report.error}.`;
  return `Brought in: ${reportWords(report.value)}.`;
}
