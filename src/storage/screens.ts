import { type EchoContent, readEchoFile, writeEchoFile } from '@core/formats';
import { fail, ok, type Result, type ScreenRecord } from '@core/records';
import { judgeTruth, type TruthRegion } from '@core/reading';
import {
  getEcho,
  getRecord,
  listRecords,
  putEcho,
  putRecord,
  removeEcho,
  removeRecord,
  type UnreadableRecord,
} from './database';

const KEEP_DELETED_MS = 24 * 3600 * 1000;

export interface ScreenList {
  screens: ScreenRecord[];
  deleted: ScreenRecord[];
  unreadable: UnreadableRecord[];
}

/** Screens, newest first. What was deleted more than a day ago is removed for good here. */
export async function listScreens(nowMs = Date.now()): Promise<ScreenList> {
  const { records, unreadable } = await listRecords('screen');
  const stale = (record: ScreenRecord) =>
    record.deletedAtMs !== null && nowMs - record.deletedAtMs > KEEP_DELETED_MS;
  for (const record of records.filter(stale)) {
    await removeRecord('screen', record.id);
    await removeEcho(record.id);
  }
  const kept = records
    .filter((record) => !stale(record))
    .sort((a, b) => b.createdAtMs - a.createdAtMs || a.name.localeCompare(b.name));
  return {
    screens: kept.filter((record) => record.deletedAtMs === null),
    deleted: kept.filter((record) => record.deletedAtMs !== null),
    unreadable,
  };
}

/** Echo first, record second: a screen never appears without its echo. */
export async function saveScreen(record: ScreenRecord, echo: EchoContent): Promise<void> {
  await putEcho(record.id, writeEchoFile(echo));
  try {
    await putRecord<'screen'>(record);
  } catch (error) {
    await removeEcho(record.id);
    throw error;
  }
}

export async function updateScreen(
  record: ScreenRecord,
  change: Partial<Pick<ScreenRecord, 'name' | 'notes' | 'view' | 'deletedAtMs'>>,
): Promise<ScreenRecord> {
  const updated = { ...record, ...change, updatedAtMs: Date.now() };
  await putRecord<'screen'>(updated);
  return updated;
}

export const deleteScreen = (record: ScreenRecord) =>
  updateScreen(record, { deletedAtMs: Date.now() });

export const restoreScreen = (record: ScreenRecord) => updateScreen(record, { deletedAtMs: null });

export async function loadEcho(screenId: string): Promise<Result<EchoContent, string>> {
  const file = await getEcho(screenId);
  if (!file) return fail('the echoes of this screen are missing from the store');
  const echo = readEchoFile(file);
  return echo.ok ? echo : fail(echo.error.message);
}

export interface OpenScreen {
  record: ScreenRecord;
  echo: EchoContent;
}

export async function openScreen(screenId: string): Promise<Result<OpenScreen, string>> {
  const record = await getRecord('screen', screenId);
  if (!record.ok) return record;
  if (!record.value) return fail('there is no screen of this id in the library');
  const echo = await loadEcho(screenId);
  return echo.ok ? ok({ record: record.value, echo: echo.value }) : echo;
}

/** The truth of a recorded screen, judged at the gain it was recorded with. */
export function screenTruth({ record, echo }: OpenScreen): TruthRegion[] {
  return judgeTruth({
    info: record.info,
    targets: record.targets,
    rows: echo.truth,
    track: echo.track,
    firstPing: record.firstPing,
    tone: record.view,
  });
}
