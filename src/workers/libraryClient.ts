import { type Remote, wrap } from 'comlink';
import type { EchoLog, FormatFault, NetcdfContent, Workspace } from '@core/formats';
import type { Result } from '@core/records';
import type { LibraryWork, ReadPicture } from './library.worker';
import type { NetcdfWork } from './netcdf.worker';
import { within } from './within';

const libraryWorker = () =>
  new Worker(new URL('./library.worker.ts', import.meta.url), { type: 'module' });
const netcdfWorker = () =>
  new Worker(new URL('./netcdf.worker.ts', import.meta.url), { type: 'module' });

let running: Remote<LibraryWork> | null = null;

/** The library's worker for what it made itself: thumbnails, cells of stored pictures. One a page. */
export function libraryWork(): Remote<LibraryWork> {
  running ??= wrap<LibraryWork>(libraryWorker());
  return running;
}

/** A whole workspace is large. */
const WORKSPACE_LIMIT_S = 600;

// Each file from outside is worked on in a worker of its own, which ends with it, done or not.
const withLibrary = <T>(
  run: (work: Remote<LibraryWork>) => Promise<unknown>,
  signal?: AbortSignal,
  limitS?: number,
) =>
  within<LibraryWork, T>(
    libraryWorker(),
    run as (work: Remote<LibraryWork>) => Promise<T>,
    signal,
    limitS,
  );
const withNetcdf = <T>(run: (work: Remote<NetcdfWork>) => Promise<unknown>, signal?: AbortSignal) =>
  within<NetcdfWork, T>(netcdfWorker(), run as (work: Remote<NetcdfWork>) => Promise<T>, signal);

type Read<T> = Result<T, FormatFault>;

export const readPictureFile = (bytes: Uint8Array, signal?: AbortSignal) =>
  withLibrary<Read<ReadPicture>>((work) => work.readPicture(bytes), signal);

export const readCsvFile = (text: string, signal?: AbortSignal) =>
  withLibrary<Read<EchoLog>>((work) => work.readLevelsCsv(text), signal);

export const readNetcdfFile = (bytes: Uint8Array, signal?: AbortSignal) =>
  withNetcdf<Read<EchoLog[]>>((work) => work.read(bytes), signal);

export const writeNetcdfFile = (content: NetcdfContent) =>
  withNetcdf<Uint8Array>((work) => work.write(content));

export const readWorkspaceFile = (bytes: Uint8Array) =>
  withLibrary<Read<Workspace>>((work) => work.readWorkspace(bytes), undefined, WORKSPACE_LIMIT_S);

export const writeWorkspaceFile = (workspace: Workspace, writtenAt: string) =>
  withLibrary<Uint8Array>(
    (work) => work.writeWorkspace(workspace, writtenAt),
    undefined,
    WORKSPACE_LIMIT_S,
  );

export const writePngFile = (...input: Parameters<LibraryWork['writeScreenPng']>) =>
  withLibrary<Uint8Array>((work) => work.writeScreenPng(...input));
