import { type BoatRecord, newRecord } from '@core/records';
import { INSTRUMENTS, rigSchema } from '@core/sounding';
import { getRecord, putRecord } from './database';

const BOAT_ID = 'boat';

/** A five-metre open boat with a level transducer at the stern, thirty centimetres deep. */
export const DEFAULT_BOAT: Omit<BoatRecord, keyof ReturnType<typeof newRecord>> = {
  name: 'Open boat',
  lengthM: 5,
  beamM: 1.8,
  draftM: 0.5,
  marginM: 0.5,
  mountSide: 'middle',
  rig: rigSchema.parse({ draftM: 0.3 }),
  fitted: [...INSTRUMENTS],
};

/** The boat as set on the Rig page; the default one until then. */
export async function loadBoat(): Promise<BoatRecord> {
  const stored = await getRecord('boat', BOAT_ID);
  if (stored.ok && stored.value) return stored.value;
  return { ...newRecord('boat', BOAT_ID, 0), ...DEFAULT_BOAT };
}

export async function saveBoat(boat: BoatRecord): Promise<void> {
  await putRecord<'boat'>({ ...boat, updatedAtMs: Date.now() });
}
