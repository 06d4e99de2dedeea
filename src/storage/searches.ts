/** Searches of waters: begun, kept after every leg and mark, taken up again. */
import { newRecord, ok, type Result, type SearchRecord, type WaterRecord } from '@core/records';
import type { SearchTask } from '@core/search';
import { createId, listRecords, openRecord, putRecord } from './database';
import { openWater } from './waters';
import { exportRecords } from './workspaceFile';

export async function startSearch(task: SearchTask): Promise<SearchRecord> {
  const record: SearchRecord = {
    ...newRecord('search', createId('search'), Date.now()),
    task,
    legs: [],
    marks: [],
    finishedAtMs: null,
    planned: null,
  };
  await putRecord<'search'>(record);
  return record;
}

export async function saveSearch(record: SearchRecord): Promise<void> {
  await putRecord<'search'>({ ...record, updatedAtMs: Date.now() });
}

export interface OpenSearch {
  record: SearchRecord;
  water: WaterRecord;
}

export async function openSearch(id: string): Promise<Result<OpenSearch, string>> {
  const record = await openRecord('search', id);
  if (!record.ok) return record;
  const water = await openWater(record.value.task.waterId);
  return water.ok ? ok({ record: record.value, water: water.value }) : water;
}

/** The newest first. */
export async function listSearches(): Promise<SearchRecord[]> {
  const { records } = await listRecords('search');
  return records
    .filter(({ deletedAtMs }) => deletedAtMs === null)
    .sort((a, b) => b.createdAtMs - a.createdAtMs);
}

/** A search with its water, as a ZIP that any workspace takes: legs, marks and all that came of them. */
export async function exportSearch(record: SearchRecord): Promise<Uint8Array> {
  const water = await openWater(record.task.waterId);
  return exportRecords(water.ok ? [record, water.value] : [record]);
}
