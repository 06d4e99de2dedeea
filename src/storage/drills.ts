/** Drills that an instructor composed. */
import { type DrillRecord, newRecord, type ScreenRecord, type WaterRecord } from '@core/records';
import { createId, getRecord, listRecords, putRecord } from './database';
import { exportRecords } from './workspaceFile';

export async function listDrills(): Promise<DrillRecord[]> {
  const { records } = await listRecords('drill');
  return records
    .filter(({ deletedAtMs }) => deletedAtMs === null)
    .sort((a, b) => b.updatedAtMs - a.updatedAtMs);
}

type DrillContent = Omit<DrillRecord, keyof ReturnType<typeof newRecord>>;

export async function newDrill(
  content: Pick<DrillRecord, 'name'> & Partial<DrillContent>,
): Promise<DrillRecord> {
  const drill: DrillRecord = {
    ...newRecord('drill', createId('drill'), Date.now()),
    note: '',
    items: [],
    order: 'written',
    feedback: 'each',
    secondsPerItem: null,
    passShare: null,
    ...content,
  };
  await putRecord<'drill'>(drill);
  return drill;
}

export async function saveDrill(drill: DrillRecord): Promise<DrillRecord> {
  const saved = { ...drill, updatedAtMs: Date.now() };
  await putRecord<'drill'>(saved);
  return saved;
}

export async function duplicateDrill(drill: DrillRecord): Promise<DrillRecord> {
  const copy: DrillRecord = {
    ...drill,
    ...newRecord('drill', createId('drill'), Date.now()),
    name: `${drill.name.slice(0, 112)} (copy)`,
  };
  await putRecord<'drill'>(copy);
  return copy;
}

/** A drill with the screens and waters it asks about, as a ZIP that any workspace takes. */
export async function exportDrill(drill: DrillRecord): Promise<Uint8Array> {
  const screenIds = new Set<string>();
  const waterIds = new Set<string>();
  for (const item of drill.items) {
    for (const ref of item.screens) {
      if (ref.from === 'library') screenIds.add(ref.screenId);
      if (ref.from === 'recipe') waterIds.add(ref.recipe.waterId);
    }
    if ('waterId' in item) waterIds.add(item.waterId);
  }
  const screens: ScreenRecord[] = [];
  for (const id of screenIds) {
    const read = await getRecord('screen', id);
    if (read.ok && read.value) screens.push(read.value);
  }
  const waters: WaterRecord[] = [];
  for (const id of waterIds) {
    const read = await getRecord('water', id);
    if (read.ok && read.value) waters.push(read.value);
  }
  return exportRecords([drill, ...screens, ...waters]);
}
