/** Drills that an instructor composed. */
import { type Item, type SkillId, SKILLS } from '@core/drills';
import { type AnyRecord, type DrillRecord, newRecord, type RecordKindName } from '@core/records';
import { createId, getRecord, listRecords, putRecord } from './database';
import { gatherQuestions } from './questions';
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

const FOR_SOME = 12;

/**
 * A drill of one skill, made for some students. Their names stay out of it: it is handed out.
 * @returns null where it was stopped
 * @throws if the waters here give no such questions
 */
export async function newDrillFor(
  skill: SkillId,
  students: number,
  { onMade, signal }: { onMade: (made: number, of: number) => void; signal: AbortSignal },
): Promise<DrillRecord | null> {
  const items = await gatherQuestions(
    { skills: [skill], count: FOR_SOME, perScreen: 1 },
    { signal, onMade: (made) => onMade(made, FOR_SOME) },
  );
  if (signal.aborted) return null;
  if (items.length === 0) throw new Error('the waters here give no such questions');
  const whom = students === 1 ? 'one student' : `${students} students`;
  return newDrill({ name: `${SKILLS[skill]}, for ${whom}`, items });
}

/** What questions ask about: screens of the library, and waters. */
export async function materialOf(items: readonly Item[]): Promise<AnyRecord[]> {
  const screenIds = new Set<string>();
  const waterIds = new Set<string>();
  for (const item of items) {
    for (const ref of item.screens) {
      if (ref.from === 'library') screenIds.add(ref.screenId);
      if (ref.from === 'recipe') waterIds.add(ref.recipe.waterId);
    }
    if ('waterId' in item) waterIds.add(item.waterId);
  }
  const found: AnyRecord[] = [];
  for (const id of screenIds) found.push(...(await recordOf('screen', id)));
  for (const id of waterIds) found.push(...(await recordOf('water', id)));
  return found;
}

/** A record where it is here; none where it is not, or cannot be read. */
export async function recordOf(kind: RecordKindName, id: string): Promise<AnyRecord[]> {
  const read = await getRecord(kind, id);
  return read.ok && read.value ? [read.value] : [];
}

/** A drill with the screens and waters it asks about, as a ZIP that any workspace takes. */
export const exportDrill = async (drill: DrillRecord): Promise<Uint8Array> =>
  exportRecords([drill, ...(await materialOf(drill.items))]);
