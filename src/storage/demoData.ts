/** Puts the demo waters and the demo library into an empty workspace. */
import { z } from 'zod';
import { readRecord, RECORD_KINDS } from '@core/records';
import { isReadOnly, openStore, putRecord, rawRecord } from './database';
import { useSettings } from './settings';
import { addShippedWaters } from './waters';

/** Records only: echoes are fetched when they are first looked at. */
async function addDemo<K extends 'screen' | 'collection'>(
  kind: K,
  onProgress: (share: number) => void = () => {},
): Promise<void> {
  const reply = await fetch(`/demo/${kind}s.json`);
  if (!reply.ok) throw new Error(`the demo library could not be read (${reply.status})`);
  const listed = z.array(z.unknown()).parse(await reply.json());
  let done = 0;
  await Promise.all(
    listed.map(async (raw) => {
      const record = readRecord(RECORD_KINDS[kind], raw);
      if (!record.ok) throw new Error(`the demo library is damaged: ${record.error.message}`);
      // Only adds: what is here may have been worked on.
      const { id } = record.value;
      if ((await rawRecord(kind, id)) === null) await putRecord<K>(record.value);
      onProgress(++done / listed.length);
    }),
  );
}

/** @param onProgress share done, 0–1 */
async function seed(onProgress: (share: number) => void): Promise<void> {
  await addShippedWaters();
  await addDemo('collection');
  await addDemo('screen', onProgress);
}

let seeding: Promise<void> | null = null;

/**
 * Loads settings and, once in the life of a workspace, puts in the demo data. Every place calls this
 * first, so it does not matter where a new user arrives.
 * @throws where the store of this browser does not open
 */
export async function prepareWorkspace(
  onProgress: (share: number) => void = () => {},
): Promise<void> {
  await openStore();
  await useSettings.getState().load();
  if (useSettings.getState().demoSeeded || isReadOnly()) return;
  seeding ??= seed(onProgress)
    .then(() => useSettings.getState().change({ demoSeeded: true }))
    .finally(() => (seeding = null));
  await seeding;
}
