/** The library: screens, the echoes and pictures they show, and changes that two windows may make at once. */
import isEqual from 'fast-deep-equal';
import { type EchoContent, readEchoFile, writeEchoFile } from '@core/formats';
import { pictureEcho, type TruthRegion } from '@core/reading';
import {
  digestAfter,
  fail,
  newRecord,
  ok,
  readRecord,
  RECORD_KINDS,
  type Result,
  type ScreenRecord,
  trackWithBottom,
  truthOfScreen,
} from '@core/records';
import { type EchogramInfo, emptyTruth, type PingTrack, type TruthRows } from '@core/sounding';
import type { Target } from '@core/targets';
import { libraryWork } from '@/workers/libraryClient';
import {
  alone,
  createId,
  getEcho,
  getRecord,
  listRecords,
  putEcho,
  putRecord,
  removeEcho,
  removeRecord,
  removeThumbnail,
  type UnreadableRecord,
} from './database';
import { assureRoom } from './room';

const KEEP_DELETED_MS = 24 * 3600 * 1000;

export interface ScreenList {
  screens: ScreenRecord[];
  deleted: ScreenRecord[];
  unreadable: UnreadableRecord[];
}

/** Screens, newest first. What was deleted more than a day ago is removed for good here. */
export async function listScreens(nowMs = Date.now()): Promise<ScreenList> {
  const { records, unreadable } = await listRecords('screen');
  const isStale = (record: ScreenRecord) =>
    record.deletedAtMs !== null && nowMs - record.deletedAtMs > KEEP_DELETED_MS;
  const kept = records
    .filter((record) => !isStale(record))
    .sort((a, b) => b.createdAtMs - a.createdAtMs || a.name.localeCompare(b.name));
  for (const record of records.filter(isStale)) {
    await removeRecord('screen', record.id);
    await removeThumbnail(record.id);
    if (!kept.some(({ echoId }) => echoId === record.echoId)) await removeEcho(record.echoId);
  }
  return {
    screens: kept.filter((record) => record.deletedAtMs === null),
    deleted: kept.filter((record) => record.deletedAtMs !== null),
    unreadable,
  };
}

/** The other windows of the workspace hear of every change. */
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('screens');

/** @param onChange told the id of a screen that another window changed */
export function whenScreensChange(onChange: (screenId: string) => void): () => void {
  const listen = ({ data }: MessageEvent<unknown>) => onChange(String(data));
  channel?.addEventListener('message', listen);
  return () => channel?.removeEventListener('message', listen);
}

async function put(record: ScreenRecord): Promise<void> {
  await putRecord<'screen'>(record);
  channel?.postMessage(record.id);
}

/** Echo first, record second: a screen never appears without its echo. */
async function saveWithFile(record: ScreenRecord, file: Uint8Array): Promise<void> {
  await assureRoom(file.length);
  await putEcho(record.echoId, file);
  try {
    await put(record);
  } catch (error) {
    await removeEcho(record.echoId);
    throw error;
  }
}

export const saveScreen = (record: ScreenRecord, echo: EchoContent) =>
  saveWithFile(record, writeEchoFile(echo));

/** A screen that is a picture, with the picture's own bytes. */
export const savePicture = (record: ScreenRecord, bytes: Uint8Array) => saveWithFile(record, bytes);

export type ScreenChange = Partial<
  Pick<
    ScreenRecord,
    | 'name'
    | 'notes'
    | 'view'
    | 'deletedAtMs'
    | 'truth'
    | 'evidence'
    | 'nothingHere'
    | 'tags'
    | 'skills'
    | 'difficulty'
    | 'contents'
    | 'waterId'
    | 'waterName'
    | 'passName'
    | 'source'
    | 'instrument'
    | 'pingCount'
  >
>;

/** Another window changed the same thing since it was read here. */
export class ScreenConflict extends Error {
  constructor(
    /** As it is stored now. */
    readonly theirs: ScreenRecord,
    readonly fields: string[],
  ) {
    super(`another window changed the ${fields.join(' and ')} of this screen meanwhile`);
  }
}

/**
 * Changes fields of a screen, and leaves what another window changed of the others.
 * @throws {ScreenConflict} when it changed the same field; nothing is written then
 */
export function updateScreen(base: ScreenRecord, change: ScreenChange): Promise<ScreenRecord> {
  return alone('wise-ripple-screens', async () => {
    const read = await getRecord('screen', base.id);
    const stored = read.ok && read.value ? read.value : base;
    const fields = (Object.keys(change) as (keyof ScreenChange)[]).filter(
      (key) => !isEqual(stored[key], base[key]) && !isEqual(stored[key], change[key]),
    );
    if (fields.length > 0) throw new ScreenConflict(stored, fields);
    // Read as it will be read again: what cannot be is never written, and equal records look alike.
    const updated = readRecord(RECORD_KINDS.screen, {
      ...stored,
      ...change,
      updatedAtMs: Date.now(),
    });
    if (!updated.ok) throw new Error(updated.error.message);
    await put(updated.value);
    return updated.value;
  });
}

export const deleteScreen = (record: ScreenRecord) =>
  updateScreen(record, { deletedAtMs: Date.now() });

export const restoreScreen = (record: ScreenRecord) => updateScreen(record, { deletedAtMs: null });

/** Screens that show the same echo, this one left out. */
export async function versionsOf({ id, echoId }: ScreenRecord): Promise<ScreenRecord[]> {
  const { screens } = await listScreens();
  return screens.filter((screen) => screen.echoId === echoId && screen.id !== id);
}

/** The same echo under another view; truth and evidence go with it, notes do not. */
export async function saveVersion(
  record: ScreenRecord,
  change: Pick<ScreenRecord, 'view' | 'name'>,
): Promise<ScreenRecord> {
  const version: ScreenRecord = {
    ...record,
    ...newRecord('screen', createId('screen'), Date.now()),
    ...change,
    notes: '',
  };
  await put(version);
  return version;
}

/** What the file of a screen holds, ready to be shown and read. */
export interface ScreenEcho {
  info: EchogramInfo;
  /** Empty where the echo is a picture. */
  levelsCdb: Int16Array;
  colours: Uint32Array | null;
  track: PingTrack;
  truth: TruthRows;
  targets: Target[];
}

export interface OpenScreen {
  record: ScreenRecord;
  echo: ScreenEcho;
}

export async function loadEcho(record: ScreenRecord): Promise<Result<ScreenEcho, string>> {
  const file = await getEcho(record.echoId);
  const { source } = record;
  if (!file) {
    const what = source.kind === 'picture' ? 'picture' : 'echoes';
    return fail(`the ${what} of this screen are missing from the store`);
  }
  if (source.kind === 'picture') {
    const { crop } = source.frame;
    const { info, track, pingCount } = pictureEcho(source.calibration, crop);
    const colours = await libraryWork().pictureCells(file, source);
    if (colours.length % pingCount !== 0) return fail('its calibration does not fit the picture');
    const levelsCdb = new Int16Array(0);
    return ok({ info, levelsCdb, colours, track, truth: emptyTruth(0), targets: [] });
  }
  const read = readEchoFile(file);
  if (!read.ok) return fail(read.error.message);
  const { levelsCdb, track, truth, targets } = read.value;
  return ok({
    info: source.info,
    levelsCdb,
    colours: null,
    track,
    truth,
    targets: targets ?? record.targets ?? [],
  });
}

export async function openScreen(screenId: string): Promise<Result<OpenScreen, string>> {
  const record = await getRecord('screen', screenId);
  if (!record.ok) return record;
  if (!record.value) return fail('there is no screen of this id in the library');
  const echo = await loadEcho(record.value);
  return echo.ok ? ok({ record: record.value, echo: echo.value }) : echo;
}

/** The track, with the depth under the boat from the bottom line where nothing else tells it. */
export const screenTrack = ({ record, echo }: OpenScreen): PingTrack =>
  trackWithBottom(record, echo.info, echo.track);

/** The truth of a recorded screen, judged under the view it is kept with. */
export const screenTruth = ({ record, echo }: OpenScreen): TruthRegion[] =>
  truthOfScreen(record, echo, record.view);

/** Carries truth and evidence to the versions of a screen: they show the same echo. */
export async function shareTruth(
  { truth, evidence }: ScreenRecord,
  echo: ScreenEcho,
  versionIds: readonly string[],
): Promise<void> {
  for (const id of versionIds) {
    const read = await getRecord('screen', id);
    const version = read.ok ? read.value : null;
    if (!version) continue;
    if (isEqual(version.truth, truth) && isEqual(version.evidence, evidence)) continue;
    const digest = digestAfter(version, { ...version, truth }, echo);
    await updateScreen(version, { truth, evidence, ...digest });
  }
}
