import { readWorkspace, type Workspace, writeWorkspace } from '@core/formats';
import {
  type AnyRecord,
  fail,
  ok,
  RECORD_KINDS,
  type RecordKindName,
  type Result,
} from '@core/records';
import {
  getEcho,
  getRecord,
  listRecords,
  putEcho,
  putRecord,
  removeEcho,
  removeRecord,
} from './database';
import { reloadSettings } from './settings';

const KINDS = Object.keys(RECORD_KINDS) as RecordKindName[];

async function gatherWorkspace(): Promise<Workspace> {
  const records: AnyRecord[] = [];
  const echoes = new Map<string, Uint8Array>();
  for (const kind of KINDS) records.push(...(await listRecords(kind)).records);
  for (const record of records) {
    const echo = record.schema === 'screen' ? await getEcho(record.id) : null;
    if (echo) echoes.set(record.id, echo);
  }
  // A screen that lost its echo cannot be opened anywhere; leaving it out keeps the file whole.
  return {
    records: records.filter((record) => record.schema !== 'screen' || echoes.has(record.id)),
    echoes,
  };
}

/** The whole workspace as a ZIP. */
export async function exportWorkspace(now = new Date()): Promise<Uint8Array> {
  return writeWorkspace(await gatherWorkspace(), now.toISOString());
}

export interface ImportReport {
  added: number;
  updated: number;
  /** Already here, the same or newer. */
  kept: number;
}

/**
 * Adds a workspace file to what is here: new records are added, older ones here give way to newer
 * ones in the file, nothing is removed. On any fault nothing changes at all.
 */
export async function importWorkspace(file: Uint8Array): Promise<Result<ImportReport, string>> {
  const read = readWorkspace(file);
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
      const echo = record.schema === 'screen' ? read.value.echoes.get(record.id) : undefined;
      const oldEcho = echo ? await getEcho(record.id) : null;
      undo.push(async () => {
        if (echo) await (oldEcho ? putEcho(record.id, oldEcho) : removeEcho(record.id));
        await (existing ? putRecord(existing) : removeRecord(record.schema, record.id));
      });
      if (echo) await putEcho(record.id, echo);
      await putRecord(record);
      if (existing) report.updated++;
      else report.added++;
    }
  } catch (error) {
    for (const step of undo.reverse()) await step();
    const reason = error instanceof Error ? error.message : String(error);
    return fail(`the browser could not store the file (${reason}); everything is as it was before`);
  }
  await reloadSettings();
  return ok(report);
}
