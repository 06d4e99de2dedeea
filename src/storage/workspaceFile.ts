import type { FormatFault, Workspace } from '@core/formats';
import {
  type AnyRecord,
  fail,
  ok,
  RECORD_KINDS,
  type RecordKindName,
  type Result,
  reasonOf,
} from '@core/records';
import { readWorkspaceFile, writeWorkspaceFile } from '@/workers/libraryClient';
import {
  getEcho,
  getRecord,
  listRecords,
  putEcho,
  putRecord,
  removeEcho,
  removeRecord,
  storageFault,
} from './database';
import { reloadSettings } from './settings';

const KINDS = Object.keys(RECORD_KINDS) as RecordKindName[];

async function gatherWorkspace(): Promise<Workspace> {
  const records: AnyRecord[] = [];
  for (const kind of KINDS) records.push(...(await listRecords(kind)).records);
  return withEchoes(records);
}

async function withEchoes(records: AnyRecord[]): Promise<Workspace> {
  const echoes = new Map<string, Uint8Array>();
  for (const record of records) {
    if (record.schema !== 'screen' || echoes.has(record.echoId)) continue;
    const echo = await getEcho(record.echoId);
    if (echo) echoes.set(record.echoId, echo);
  }
  // A screen that lost its echo cannot be opened anywhere; leaving it out keeps the file whole.
  return {
    records: records.filter((record) => record.schema !== 'screen' || echoes.has(record.echoId)),
    echoes,
  };
}

/** The whole workspace as a ZIP. */
export async function exportWorkspace(now = new Date()): Promise<Uint8Array> {
  const workspace = await gatherWorkspace();
  return writeWorkspaceFile(workspace, now.toISOString());
}

/** Some records with the echoes of their screens, as a ZIP that any workspace takes. */
export async function exportRecords(records: AnyRecord[], now = new Date()): Promise<Uint8Array> {
  return writeWorkspaceFile(await withEchoes(records), now.toISOString());
}

export interface ImportReport {
  added: number;
  updated: number;
  /** Already here, the same or newer. */
  kept: number;
}

async function putEchoOf(
  echoId: string,
  { echoes }: Workspace,
  undo: (() => Promise<void>)[],
): Promise<void> {
  const echo = echoes.get(echoId);
  if (!echo) return;
  echoes.delete(echoId);
  const old = await getEcho(echoId);
  undo.push(() => (old ? putEcho(echoId, old) : removeEcho(echoId)));
  await putEcho(echoId, echo);
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

  const report: ImportReport = { added: 0, updated: 0, kept: 0 };
  const undo: (() => Promise<void>)[] = [];
  try {
    for (const record of read.value.records) {
      const here = await getRecord(record.schema, record.id);
      const existing = here.ok ? here.value : null;
      if (existing && existing.updatedAtMs >= record.updatedAtMs) {
        report.kept++;
        continue;
      }
      undo.push(async () => {
        await (existing ? putRecord(existing) : removeRecord(record.schema, record.id));
      });
      if (record.schema === 'screen') await putEchoOf(record.echoId, read.value, undo);
      await putRecord(record);
      if (existing) report.updated++;
      else report.added++;
    }
  } catch (error) {
    for (const step of undo.reverse()) await step();
    return fail(
      `the browser could not store the file (${storageFault(error)}); everything is as it was before`,
    );
  }
  await reloadSettings();
  return ok(report);
}

/** Takes a file that somebody chose, and says in words what came of it. */
export async function bringIn(file: File): Promise<string> {
  const report = await importWorkspace(new Uint8Array(await file.arrayBuffer()));
  if (!report.ok) return `${file.name} was not taken: ${report.error}.`;
  const { added, updated, kept } = report.value;
  return `Brought in: ${added} new, ${updated} updated, ${kept} already here.`;
}
