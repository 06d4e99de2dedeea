/** Screens that belong together. */
import { type CollectionRecord, newRecord } from '@core/records';
import { createId, listRecords, putRecord } from './database';

export async function listCollections(): Promise<CollectionRecord[]> {
  const { records } = await listRecords('collection');
  return records
    .filter(({ deletedAtMs }) => deletedAtMs === null)
    .sort((a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }));
}

export async function newCollection(name: string, screenIds: string[]): Promise<CollectionRecord> {
  const collection: CollectionRecord = {
    ...newRecord('collection', createId('collection'), Date.now()),
    name,
    note: '',
    screenIds,
  };
  await putRecord<'collection'>(collection);
  return collection;
}

export async function updateCollection(
  collection: CollectionRecord,
  change: Partial<Pick<CollectionRecord, 'name' | 'note' | 'screenIds' | 'deletedAtMs'>>,
): Promise<CollectionRecord> {
  const updated = { ...collection, ...change, updatedAtMs: Date.now() };
  await putRecord<'collection'>(updated);
  return updated;
}
