/** Everything a user makes lives in this browser, in IndexedDB through localForage. */
import {
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
import localforage from 'localforage';

// One store and no other: what a second one took meanwhile would be gone from sight when the first came back.
const table = (storeName: string) =>
  localforage.createInstance({ name: 'wise-ripple', storeName, driver: localforage.INDEXEDDB });

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
    const opened = recordTables.settings.ready().catch(() => {
      throw new Error('it did not open');
    });
    await Promise.race([opened, late]);
  } finally {
    clearTimeout(timer);
  }
}

/** One change at a time, over all windows where the browser can. */
export const alone = <T>(name: string, run: () => Promise<T>): Promise<T> =>
  navigator.locks ? (navigator.locks.request(name, run) as Promise<T>) : run();

/** Kinds that two windows may change at once; what is left out has a way of its own, or is where a window stands. */
const MERGED: ReadonlySet<RecordKindName> = new Set([
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
  isLeaving || !MERGED.has(record.schema)
    ? putOver(record)
    : alone(`wise-ripple-${record.schema}-${record.id}`, () => putTogether(record));

/** A page that is left has no time to look at what others did: what waits for an answer would not be written. */
let isLeaving = false;
globalThis.addEventListener?.('pagehide', () => (isLeaving = true));
globalThis.addEventListener?.('pageshow', () => (isLeaving = false));

async function putOver(record: AnyRecord): Promise<void> {
  const { schema, id } = record;
  await keepAside(schema, id);
  await recordTables[schema].setItem(id, record);
  if (MERGED.has(schema)) {
    known.set(keyOf(schema, id), { record, storedAtMs: record.updatedAtMs });
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
  const read = readRecord(RECORD_KINDS[schema] as RecordKind<AnyRecord>, raw);
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
  await recordTables[kind].removeItem(id);
  safe.delete(keyOf(kind, id));
  known.delete(keyOf(kind, id));
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
  await echoTable.setItem(echoId, file);
}

export async function removeEcho(echoId: string): Promise<void> {
  await echoTable.removeItem(echoId);
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
