import type { Remote } from 'comlink';
import type { SedimentName } from '@core/bottom';
import type { ChartData, DepthGridFile, FormatFault } from '@core/formats';
import { fail, reasonOf, type Result } from '@core/records';
import type { NotesWork } from './notes.worker';
import { within } from './within';

const begun = () => new Worker(new URL('./notes.worker.ts', import.meta.url), { type: 'module' });

type Read<T> = Promise<Result<T, FormatFault>>;

/** What came of a file; that it took too long or was given up is a reason like any other. */
async function read<T>(
  run: (work: Remote<NotesWork>) => Promise<unknown>,
  signal: AbortSignal,
): Read<T> {
  try {
    return (await within<NotesWork, unknown>(begun(), run, signal)) as Awaited<Read<T>>;
  } catch (error) {
    return fail({ code: 'damagedPart', message: reasonOf(error) });
  }
}

export const readNotesFile = (file: File, signal: AbortSignal): Read<ChartData> =>
  read((work) => work.readChartFile(file), signal);

export const readDepths = (
  file: File,
  sediment: SedimentName,
  signal: AbortSignal,
): Read<DepthGridFile> => read((work) => work.readDepthFile(file, sediment), signal);
