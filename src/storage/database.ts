/** Everything a user makes lives in this browser, in IndexedDB through localForage. */
import {
  fail,
  ok,
  readRecord,
  RECORD_KINDS,
  type RecordKindName,
  type RecordTypes,
  type Result,
} from '@core/records';
import localforage from 'localforage';

const table = (storeName: string) => localforage.createInstance({ name: 'wise-ripple', storeName });

const recordTables = Object.fromEntries(
  Object.keys(RECORD_KINDS).map((kind) => [kind, table(kind)]),
) as Record<RecordKindName, LocalForage>;
const echoTable = table('echo');

export interface UnreadableRecord {
  id: string;
  message: string;
}

export async function listRecords<K extends RecordKindName>(
  kind: K,
): Promise<{ records: RecordTypes[K][]; unreadable: UnreadableRecord[] }> {
  const records: RecordTypes[K][] = [];
  const unreadable: UnreadableRecord[] = [];
  await recordTables[kind].iterate((raw, id) => {
    const read = readRecord(RECORD_KINDS[kind], raw);
    if (read.ok) records.push(read.value);
    else unreadable.push({ id, message: read.error.message });
  });
  return { records, unreadable };
}

/** A record, `null` if there is none, or what is wrong with the stored one (which is left as it is). */
export async function getRecord<K extends RecordKindName>(
  kind: K,
  id: string,
): Promise<Result<RecordTypes[K] | null, string>> {
  const raw = await recordTables[kind].getItem(id);
  if (raw === null) return ok(null);
  const read = readRecord(RECORD_KINDS[kind], raw);
  return read.ok ? ok(read.value) : fail(read.error.message);
}

export async function putRecord<K extends RecordKindName>(record: RecordTypes[K]): Promise<void> {
  await recordTables[record.schema].setItem(record.id, record);
}

export async function removeRecord(kind: RecordKindName, id: string): Promise<void> {
  await recordTables[kind].removeItem(id);
}

export const getEcho = (screenId: string): Promise<Uint8Array | null> =>
  echoTable.getItem(screenId);

export async function putEcho(screenId: string, file: Uint8Array): Promise<void> {
  await echoTable.setItem(screenId, file);
}

export async function removeEcho(screenId: string): Promise<void> {
  await echoTable.removeItem(screenId);
}

/** A new identifier; works on plain http too, where randomUUID does not exist. */
export function createId(prefix: string): string {
  const random = crypto.getRandomValues(new Uint32Array(3));
  return `${prefix}-${Array.from(random, (word) => word.toString(36)).join('')}`;
}
