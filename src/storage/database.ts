/** Everything a user makes lives in this browser, in IndexedDB through localForage. */
import {
  echoIdsOf,
  fail,
  mergeChanges,
  ok,
  readRecord,
  RECORD_KINDS,
  type RecordKind,
  type RecordKindName,
  type RecordTypes,
  type Result,
} from '@core/records';
import { openDB } from 'idb';
import localforage from 'localforage';

// One store and no other: what a second one took meanwhile would be gone from sight when the first came back.
const DATABASE = 'wise-ripple';
const table = (storeName: string) =>
  localforage.createInstance({ name: DATABASE, storeName, driver: localforage.INDEXEDDB });

const recordTables = Object.fromEntries(
  Object.keys(RECORD_KINDS).map((kind) => [kind, table(kind)]),
) as Record<RecordKindName, LocalForage>;
/** Echo files and pictures, by the `echoId` of the screens that show them. */
const echoTable = table('echo');
const thumbnailTable = table('thumbnail');

const OPEN_WITHIN_MS = 15_000;

/**
 * Opens the store of this browser.
 * @throws in words, where it does not open or does not answer
 */
export async function openStore(withinMs = OPEN_WITHIN_MS): Promise<void> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(
      () => reject(new Error(`it gave no answer within ${withinMs / 1000} s`)),
      withinMs,
    );
  });
  try {
    // All tables lie in one database: where one opens, all do.
    // Its own words for that are those of the library, which looked for another store.
    const opened = recordTables.settings
      .ready()
      .catch(() => {
        throw new Error('it did not open');
      })
      .then(stampVersion);
    isOfNewer = await Promise.race([opened, late]);
  } finally {
    clearTimeout(timer);
  }
}

const aboutTable = table('about');
/** Grows with every version of every sort of record. */
export const DATA_VERSION = Object.values(RECORD_KINDS).reduce(
  (sum, { version }) => sum + version,
  0,
);
const VERSION_KEY = 'dataVersion';

/** @returns whether a newer application has been at work here */
async function stampVersion(): Promise<boolean> {
  const stamped = await aboutTable.getItem<number>(VERSION_KEY);
  if (stamped !== null && stamped > DATA_VERSION) return true;
  // A store without room opens all the same; it is stamped when there is some.
  if (stamped !== DATA_VERSION) {
    await aboutTable.setItem(VERSION_KEY, DATA_VERSION).catch(() => undefined);
  }
  return false;
}

let isOfNewer = false;
/** What a newer application has stored is only read here: what this one does not know of it would be lost. */
export const isReadOnly = () => isOfNewer;

type FaultListener = (reason: string) => void;
const faultListeners = new Set<FaultListener>();

/** Told of every write that failed, whoever asked for it. @returns to stop listening */
export function whenWriteFails(listener: FaultListener): () => void {
  faultListeners.add(listener);
  return () => void faultListeners.delete(listener);
}

/** Every write goes through here, so that none fails unseen. */
async function write<T>(run: () => Promise<T>): Promise<T> {
  try {
    if (isOfNewer) throw new Error(READ_ONLY);
    return await run();
  } catch (error) {
    for (const listener of faultListeners) listener(storageFault(error));
    throw error;
  }
}

const READ_ONLY =
  'a newer Wise Ripple has stored its data here, and this older one only reads it; reload the page to get the newer one';

/** One change at a time, over all windows where the browser can. */
export const alone = <T>(name: string, run: () => Promise<T>): Promise<T> =>
  navigator.locks ? (navigator.locks.request(name, run) as Promise<T>) : run();

/** Kinds that two windows may change at once; what is left out has a way of its own, or is where a window stands. */
const MERGED: ReadonlySet<RecordKindName> = new Set([
  'class',
  'course',
  'water',
  'collection',
  'drill',
  'attempt',
  'lesson',
  'settings',
  'mark',
  'line',
  'spot',
  'boat',
  'search',
] as const);
/** Of these the other window's version is kept as a record of its own where both changed the same. */
const KEPT_BOTH: ReadonlySet<RecordKindName> = new Set(['water', 'drill', 'lesson'] as const);

type AnyRecord = RecordTypes[RecordKindName];
const kindOf = (schema: RecordKindName) => RECORD_KINDS[schema] as RecordKind<AnyRecord>;
/** What this window knows of a record: as it read or wrote it last, and when that was stored. */
const known = new Map<string, { record: AnyRecord; storedAtMs: number }>();

/** Records that were read, or written here: writing them again loses nothing. */
const safe = new Set<string>();
const keyOf = (kind: RecordKindName, id: string) => `${kind}/${id}`;

function readStored<K extends RecordKindName>(kind: K, id: string, raw: unknown) {
  const read = readRecord(RECORD_KINDS[kind], raw);
  if (read.ok) {
    safe.add(keyOf(kind, id));
    // Never moved on by reading: what a page holds may be older than what is read beside it.
    if (MERGED.has(kind) && !known.has(keyOf(kind, id))) {
      known.set(keyOf(kind, id), { record: read.value, storedAtMs: read.value.updatedAtMs });
    }
  } else safe.delete(keyOf(kind, id));
  return read;
}

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
    const read = readStored(kind, id, raw);
    if (read.ok) records.push(read.value);
    else unreadable.push({ id, message: read.error.message });
  });
  return { records, unreadable };
}

/** How many there are of each kind, readable or not. No table is made for it: that would hold up every write meanwhile. */
export async function countRecords(): Promise<Record<RecordKindName, number>> {
  const database = await openDB(DATABASE);
  try {
    const counts = Object.keys(RECORD_KINDS).map(async (kind) => [
      kind,
      database.objectStoreNames.contains(kind) ? await database.count(kind) : 0,
    ]);
    return Object.fromEntries(await Promise.all(counts)) as Record<RecordKindName, number>;
  } finally {
    database.close();
  }
}

/** A record, `null` if there is none, or what is wrong with the stored one (which is left as it is). */
export async function getRecord<K extends RecordKindName>(
  kind: K,
  id: string,
): Promise<Result<RecordTypes[K] | null, string>> {
  const raw = await recordTables[kind].getItem(id);
  if (raw === null) return ok(null);
  const read = readStored(kind, id, raw);
  return read.ok ? ok(read.value) : fail(read.error.message);
}

/** A record as it is stored, readable or not; null where there is none. */
export const rawRecord = (kind: RecordKindName, id: string): Promise<unknown> =>
  recordTables[kind].getItem(id);

/** All that is stored and cannot be read, of every kind. */
export async function listUnreadable(): Promise<(UnreadableRecord & { kind: RecordKindName })[]> {
  const found = [];
  for (const kind of Object.keys(RECORD_KINDS) as RecordKindName[]) {
    const { unreadable } = await listRecords(kind);
    found.push(...unreadable.map((record) => ({ ...record, kind })));
  }
  return found;
}

/** What stands where a record is to be written and cannot be read is kept beside it, under a name of its own. */
async function keepAside<K extends RecordKindName>(kind: K, id: string): Promise<void> {
  if (safe.has(keyOf(kind, id))) return;
  const raw = await rawRecord(kind, id);
  if (raw !== null && !readStored(kind, id, raw).ok) {
    await recordTables[kind].setItem(createId(`${id}-kept`), raw);
  }
  safe.add(keyOf(kind, id));
}

export const NO_ROOM =
  'this browser has no room left for Wise Ripple; delete screens or save them to a file and delete them here';

/** As `getRecord`, for one that has to be there; a deleted one is not. */
export async function openRecord<K extends RecordKindName>(
  kind: K,
  id: string,
): Promise<Result<RecordTypes[K], string>> {
  const read = await getRecord(kind, id);
  if (!read.ok) return read;
  return read.value && read.value.deletedAtMs === null
    ? ok(read.value)
    : fail(`there is no ${kind} of this id here`);
}

/** What went wrong in storing, in words; the browser's own word for a full store is translated. */
export function storageFault(error: unknown): string {
  const { name, message } = error instanceof Error ? error : { name: '', message: String(error) };
  return name === 'QuotaExceededError' || /quota/i.test(message) ? NO_ROOM : message;
}

/**
 * Writes a record. What cannot be read is never written over: a newer version's, or one with a fault, is kept. What another
 * window changed since this one read it stays: field by field, and thing by thing. Where both changed the same, one's own
 * stands; of waters, drills and lessons the other version is kept beside it.
 */
export const putRecord = <K extends RecordKindName>(record: RecordTypes[K]): Promise<void> =>
  write(() => (isLeaving || !MERGED.has(record.schema) ? putOver(record) : putWhenAlone(record)));

/** A page that is left has no time to look at what others did: what waits for an answer would not be written. */
let isLeaving = false;
/** Asked to be written, and still behind a look at what others did. */
const waiting = new Map<string, AnyRecord>();
globalThis.addEventListener?.('pagehide', () => {
  isLeaving = true;
  for (const record of waiting.values()) void putOver(record);
});
globalThis.addEventListener?.('pageshow', () => (isLeaving = false));

async function putOver(record: AnyRecord): Promise<void> {
  const { schema, id } = record;
  await keepAside(schema, id);
  await recordTables[schema].setItem(id, record);
  if (MERGED.has(schema)) {
    known.set(keyOf(schema, id), { record, storedAtMs: record.updatedAtMs });
  }
}

async function putWhenAlone(record: AnyRecord): Promise<void> {
  const { schema, id } = record;
  const key = keyOf(schema, id);
  waiting.set(key, record);
  try {
    await alone(`wise-ripple-${schema}-${id}`, () => putTogether(record));
  } finally {
    if (waiting.get(key) === record) waiting.delete(key);
  }
}

async function putTogether(record: AnyRecord): Promise<void> {
  const { schema, id } = record;
  const before = known.get(keyOf(schema, id));
  const theirs = before && (await changedElsewhere(record, before.storedAtMs));
  if (!theirs) return putOver(record);
  const { value, conflicts } = mergeChanges<AnyRecord>(before.record, record, theirs);
  if (KEPT_BOTH.has(schema) && conflicts.some((field) => field !== 'updatedAtMs')) {
    const kept = createId(schema);
    await recordTables[schema].setItem(kept, otherVersion(theirs, kept));
  }
  await recordTables[schema].setItem(id, {
    ...value,
    updatedAtMs: Math.max(record.updatedAtMs, theirs.updatedAtMs),
  });
  // The page goes on from what it has, and knows nothing of the other's part: the next change is put together again.
  known.set(keyOf(schema, id), { record, storedAtMs: NaN });
}

/** The record as another window has stored it since; null where none has. */
async function changedElsewhere(
  { schema, id }: AnyRecord,
  storedAtMs: number,
): Promise<AnyRecord | null> {
  const raw = await rawRecord(schema, id);
  if (raw === null) return null;
  const read = readRecord(kindOf(schema), raw);
  return read.ok && read.value.updatedAtMs !== storedAtMs ? read.value : null;
}

function otherVersion(record: AnyRecord, id: string): AnyRecord {
  const suffix = ' (from another window)';
  if (record.schema === 'water') {
    const name = `${record.content.name.slice(0, 80 - suffix.length)}${suffix}`;
    return { ...record, id, content: { ...record.content, name } };
  }
  return 'name' in record
    ? ({
        ...record,
        id,
        name: `${record.name.slice(0, 120 - suffix.length)}${suffix}`,
      } as AnyRecord)
    : { ...record, id };
}

export async function removeRecord(kind: RecordKindName, id: string): Promise<void> {
  await write(() => recordTables[kind].removeItem(id));
  safe.delete(keyOf(kind, id));
  known.delete(keyOf(kind, id));
}

export interface ImportReport {
  added: number;
  updated: number;
  /** Already here, the same or newer. */
  kept: number;
  /** In the way stands something that this version cannot read: it is left, and what the file has is not taken. */
  left: string[];
}

/**
 * Takes records with the echoes of their screens in one transaction: all of it is stored or nothing is, whatever ends the
 * page meanwhile. What is here gives way where it is older.
 */
export const storeTogether = (
  records: readonly AnyRecord[],
  echoes: ReadonlyMap<string, Uint8Array>,
): Promise<ImportReport> => write(() => inOneTransaction(records, echoes));

async function inOneTransaction(
  records: readonly AnyRecord[],
  echoes: ReadonlyMap<string, Uint8Array>,
): Promise<ImportReport> {
  // Every table has to be there before a transaction can span them.
  await Promise.all([...Object.values(recordTables), echoTable].map((one) => one.ready()));
  const database = await openDB(DATABASE);
  const report: ImportReport = { added: 0, updated: 0, kept: 0, left: [] };
  try {
    const change = database.transaction([...Object.keys(recordTables), 'echo'], 'readwrite');
    // Heard at its end; a write that fails undoes all others.
    const done = change.done.catch((error: unknown) => error);
    try {
      for (const record of records) {
        const { schema, id } = record;
        const store = change.objectStore(schema);
        const raw: unknown = await store.get(id);
        const here = raw === undefined ? null : readRecord(kindOf(schema), raw);
        if (here && !here.ok) {
          report.left.push(`${schema} ${id}`);
        } else if (here && here.value.updatedAtMs >= record.updatedAtMs) {
          report.kept++;
        } else {
          for (const echoId of echoIdsOf(record)) {
            const echo = echoes.get(echoId);
            if (echo) await change.objectStore('echo').put(echo, echoId);
          }
          await store.put(record, id);
          if (here) report.updated++;
          else report.added++;
        }
      }
      change.commit();
    } catch (error) {
      try {
        change.abort();
      } catch {
        // A write that failed has ended it already.
      }
      await done;
      throw error;
    }
    const fault = await done;
    if (fault) throw fault as Error;
  } finally {
    database.close();
  }
  for (const { schema, id } of records) {
    known.delete(keyOf(schema, id));
    safe.delete(keyOf(schema, id));
  }
  return report;
}

/** Echoes and small pictures that belong to no screen, which a page that was ended may have left. */
export async function listOrphans(): Promise<{ echoIds: string[]; thumbnailIds: string[] }> {
  const screenIds = new Set(await recordTables.screen.keys());
  const echoIds = new Set<string>();
  // What cannot be read may still show an echo.
  for (const kind of ['screen', 'drill', 'attempt'] as const) {
    await recordTables[kind].iterate((raw) => {
      for (const id of echoIdsOf(raw)) echoIds.add(id);
    });
  }
  return {
    echoIds: (await echoTable.keys()).filter((id) => !echoIds.has(id)),
    thumbnailIds: (await thumbnailTable.keys()).filter((id) => !screenIds.has(id)),
  };
}

/** Echoes of the demo library come from the application's own server when they are first looked at. */
const DEMO_PREFIX = 'demo-';

export async function getEcho(echoId: string): Promise<Uint8Array | null> {
  const stored = await echoTable.getItem<Uint8Array>(echoId);
  if (stored || !echoId.startsWith(DEMO_PREFIX)) return stored;
  const reply = await fetch(`/demo/echo/${echoId}.wrec`).catch(() => null);
  if (!reply?.ok) return null;
  const bytes = new Uint8Array(await reply.arrayBuffer());
  // Kept when there is room; without it is fetched anew.
  await echoTable.setItem(echoId, bytes).catch(() => undefined);
  return bytes;
}

export async function putEcho(echoId: string, file: Uint8Array): Promise<void> {
  await write(() => echoTable.setItem(echoId, file));
}

export async function removeEcho(echoId: string): Promise<void> {
  await write(() => echoTable.removeItem(echoId));
}

/** The small picture of a screen, and what it was made under. */
export interface Thumbnail {
  look: string;
  picture: Blob;
}

export const getThumbnail = (screenId: string): Promise<Thumbnail | null> =>
  thumbnailTable.getItem(screenId);

/** A picture that can be made again: without room it is not kept. */
export async function putThumbnail(screenId: string, thumbnail: Thumbnail): Promise<void> {
  await thumbnailTable.setItem(screenId, thumbnail).catch(() => undefined);
}

export async function removeThumbnail(screenId: string): Promise<void> {
  await thumbnailTable.removeItem(screenId);
}

/** A new identifier; works on plain http too, where randomUUID does not exist. */
export function createId(prefix: string): string {
  const random = crypto.getRandomValues(new Uint32Array(3));
  return `${prefix}-${Array.from(random, (word) => word.toString(36)).join('')}`;
}
