import {
  newRecord,
  readRecord,
  RECORD_KINDS,
  type Result,
  fail,
  ok,
  type WaterRecord,
  reasonOf,
} from '@core/records';
import { type WaterContent } from '@core/waters';
import {
  createId,
  getRecord,
  listRecords,
  openRecord,
  putRecord,
  removeRecord,
  type UnreadableRecord,
} from './database';

const KEEP_DELETED_MS = 24 * 3600 * 1000;

export interface WaterList {
  waters: WaterRecord[];
  deleted: WaterRecord[];
  unreadable: UnreadableRecord[];
}

/** Waters, the newest changed first; what was deleted more than a day ago is removed for good here. */
export async function listWaters(nowMs = Date.now()): Promise<WaterList> {
  const { records, unreadable } = await listRecords('water');
  const stale = (water: WaterRecord) =>
    water.deletedAtMs !== null && nowMs - water.deletedAtMs > KEEP_DELETED_MS;
  for (const water of records.filter(stale)) await removeRecord('water', water.id);
  const kept = records
    .filter((water) => !stale(water))
    .sort((a, b) => b.updatedAtMs - a.updatedAtMs || a.content.name.localeCompare(b.content.name));
  return {
    waters: kept.filter((water) => water.deletedAtMs === null),
    deleted: kept.filter((water) => water.deletedAtMs !== null),
    unreadable,
  };
}

export const openWater = (id: string) => openRecord('water', id);

export async function addWater(content: WaterContent): Promise<WaterRecord> {
  const water = { ...newRecord('water', createId('water'), Date.now()), content };
  await putRecord<'water'>(water);
  return water;
}

export async function saveWater(water: WaterRecord, content: WaterContent): Promise<WaterRecord> {
  const saved = { ...water, content, updatedAtMs: Date.now() };
  await putRecord<'water'>(saved);
  return saved;
}

export async function setWaterDeleted(water: WaterRecord, deleted: boolean): Promise<WaterRecord> {
  const changed = { ...water, deletedAtMs: deleted ? Date.now() : null };
  await putRecord<'water'>(changed);
  return changed;
}

/** Puts in the shipped waters that are not here, deleted ones included. */
export async function addShippedWaters(): Promise<number> {
  // Loaded on a first visit only: every page would carry it else.
  const { DEMO_TIME_MS, DEMO_WATERS } = await import('@core/demo');
  let added = 0;
  for (const [index, [id, make]] of Object.entries(DEMO_WATERS).entries()) {
    const here = await getRecord('water', id);
    if (!here.ok || here.value?.deletedAtMs === null) continue;
    await putRecord<'water'>({ ...newRecord('water', id, DEMO_TIME_MS - index), content: make() });
    added++;
  }
  return added;
}

/** One water as a file of its own: its record as JSON. */
export const waterFile = (water: WaterRecord): string => JSON.stringify(water, null, 1);

/** Adds a water from a file under an id of its own, so that nothing here is replaced. */
export async function importWater(text: string): Promise<Result<WaterRecord, string>> {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return fail(`the file is not readable JSON (${reasonOf(error)})`);
  }
  const read = readRecord(RECORD_KINDS.water, raw);
  return read.ok ? ok(await addWater(read.value.content)) : fail(read.error.message);
}
