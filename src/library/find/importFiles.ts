/** Files from outside as screens: each is looked at in a worker of its own, and taken whole or not at all. */
import { viewOf } from '@core/display';
import { skillsFor } from '@core/drills';
import type { EchoLog, FormatFault, PngNotes } from '@core/formats';
import { type Evidence, NO_CALIBRATION, pictureEcho, pictureView, wholeFrame } from '@core/reading';
import { type Result, type ScreenRecord, newScreen } from '@core/records';
import { cellsPerPing, emptyTruth, isAlong } from '@core/sounding';
import { createId, storageFault } from '@/storage/database';
import { savePicture, saveScreen } from '@/storage/screens';
import { importWorkspace, reportWords } from '@/storage/workspaceFile';
import type { ReadPicture } from '@/workers/library.worker';
import { readCsvFile, readNetcdfFile, readPictureFile } from '@/workers/libraryClient';

export interface Taken {
  file: string;
  /** Screens that were made of it. */
  screens: ScreenRecord[];
  /** What to know: assumptions of a log, what a ZIP held. */
  words: string[];
}

const MAX_LOG_BYTES = 200_000_000;
const OPINION: Evidence = { kind: 'opinion', dateMs: null, who: '', note: '' };
const SCROLL_PX_PER_S = 20;
const ROOM_BELOW = 1.15;

const startsWith = (bytes: Uint8Array, ...magic: number[]) =>
  magic.every((byte, i) => bytes[i] === byte);
const bareName = (file: string) =>
  file
    .replace(/\.\w+$/, '')
    .trim()
    .slice(0, 120) || 'Picture';

/** A picture as it is before anyone has said what it shows. */
export function pictureRecord(file: string, picture: ReadPicture): ScreenRecord {
  const { type, widthPx, heightPx, notes } = picture;
  const frame = notes?.frame ?? wholeFrame(widthPx, heightPx);
  const calibration = notes?.calibration ?? NO_CALIBRATION;
  const id = createId('screen');
  return newScreen(
    {
      id,
      name: notes?.name || bareName(file),
      waterName: notes?.waterName ?? '',
      passName: notes?.passName ?? '',
      instrument: calibration.instrument,
      source: { kind: 'picture', fileName: file, type, widthPx, heightPx, frame, calibration },
      pingCount: pictureEcho(calibration, frame.crop).pingCount,
      view: pictureView(calibration, frame.crop),
      evidence: notes?.evidence ?? OPINION,
      ...(notes ? statedBy(notes) : {}),
    },
    Date.now(),
  );
}

function statedBy({ notes, regions, nothingHere, tags, calibration }: PngNotes) {
  const contents = [...new Set(regions.map(({ label }) => label))];
  return {
    notes,
    truth: { changes: [], regions },
    nothingHere,
    tags,
    contents,
    skills: skillsFor(calibration.instrument, contents, nothingHere !== null),
  };
}

async function takePicture(file: string, bytes: Uint8Array, signal: AbortSignal): Promise<Taken> {
  const read = await readPictureFile(bytes, signal);
  if (!read.ok) throw new Error(read.error.message);
  const record = pictureRecord(file, read.value);
  await savePicture(record, bytes);
  const words = read.value.notes ? ['its scale, settings and truth came with it'] : [];
  return { file, screens: [record], words };
}

function logRecord(file: string, log: EchoLog, number: number, of: number): ScreenRecord {
  const { info, pingCount, track, assumed } = log;
  const id = createId('screen');
  const deepestM = Math.max(...track.bottomDepthM.filter(Number.isFinite), 0);
  const isDown = isAlong(info.instrument);
  const reachM = (isDown ? info.draftM : 0) + info.binCount * info.rangeStepM;
  const bottomM = isDown && deepestM > 0 ? Math.min(reachM, ROOM_BELOW * deepestM) : reachM;
  return newScreen(
    {
      id,
      name: of > 1 ? `${bareName(file)}, ${number} of ${of}` : bareName(file),
      instrument: info.instrument,
      source: { kind: 'log', info, fileName: file, assumed },
      pingCount,
      view: viewOf({
        gainDb: 40,
        paletteId: 'rockpool',
        topM: 0,
        bottomM: Math.min(200, Math.max(1, Math.ceil(bottomM - 1e-6))),
        scrollPxPerS: SCROLL_PX_PER_S,
      }),
      evidence: OPINION,
    },
    Date.now(),
  );
}

async function takeLogs(file: string, read: Result<EchoLog[], FormatFault>): Promise<Taken> {
  if (!read.ok) throw new Error(read.error.message);
  const screens: ScreenRecord[] = [];
  for (const [index, log] of read.value.entries()) {
    const record = logRecord(file, log, index + 1, read.value.length);
    const { levelsCdb, track, pingCount } = log;
    await saveScreen(record, {
      pingCount,
      cellsPerPing: cellsPerPing(log.info),
      levelsCdb,
      track,
      truth: emptyTruth(0),
      targets: [],
      isFine: true,
    });
    screens.push(record);
  }
  const assumed = read.value.flatMap((log) => log.assumed);
  return { file, screens, words: assumed.map((words) => `assumed: ${words}`) };
}

async function takeWorkspace(file: string, bytes: Uint8Array): Promise<Taken> {
  const report = await importWorkspace(bytes);
  if (!report.ok) throw new Error(report.error);
  return { file, screens: [], words: [reportWords(report.value)] };
}

/**
 * Takes one file into the library.
 * @throws with a reason in words; nothing of the file is kept then
 */
export async function takeFile(file: File, signal: AbortSignal): Promise<Taken> {
  if (file.size > MAX_LOG_BYTES) {
    throw new Error(
      `the file has ${Math.round(file.size / 1e6)} MB; the limit is ${MAX_LOG_BYTES / 1e6} MB`,
    );
  }
  const bytes = new Uint8Array(await file.arrayBuffer());
  const extension = /\.(\w+)$/.exec(file.name)?.[1]?.toLowerCase() ?? '';
  try {
    if (startsWith(bytes, 0x50, 0x4b)) return await takeWorkspace(file.name, bytes);
    const isHdf5 = startsWith(bytes, 0x89, 0x48, 0x44, 0x46);
    if (isHdf5 || ['nc', 'nc4', 'h5'].includes(extension)) {
      return await takeLogs(file.name, await readNetcdfFile(bytes, signal));
    }
    if (['csv', 'txt'].includes(extension)) {
      const read = await readCsvFile(new TextDecoder().decode(bytes), signal);
      return await takeLogs(file.name, read.ok ? { ok: true, value: [read.value] } : read);
    }
    if (extension === 'json') {
      throw new Error('a truth file belongs to a screen: open that screen, then “Save as”');
    }
    return await takePicture(file.name, bytes, signal);
  } catch (error) {
    throw new Error(storageFault(error), { cause: error });
  }
}
