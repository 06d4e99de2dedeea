/** The one set of rooms of this server, and how its endpoints answer. */
import { networkInterfaces } from 'node:os';
import type { ApiFault } from '@core/formats';
import { faultReply } from './replies';
import { RoomRefusal, Rooms } from './rooms';

export const rooms = new Rooms();
const SWEEP_EVERY_MS = 60_000;
setInterval(() => rooms.sweep(), SWEEP_EVERY_MS).unref();

const fault = (message: string): ApiFault['issues'] => [{ path: '', message }];

/** Runs an act; a refusal becomes its reply. */
export async function replyOf(run: () => Promise<Response> | Response): Promise<Response> {
  try {
    return await run();
  } catch (failure) {
    if (failure instanceof RoomRefusal) return faultReply(failure.status, fault(failure.message));
    throw failure;
  }
}

/** Where pages on the local network reach this server; none where it listens to this machine only. */
export function localAddresses(port: string): string[] {
  const { HOST } = process.env;
  if (HOST !== '0.0.0.0' && HOST !== '::') return [];
  return Object.values(networkInterfaces())
    .flatMap((addresses) => addresses ?? [])
    .filter(({ family, internal }) => family === 'IPv4' && !internal)
    .map(({ address }) => `http://${address}${port === '' ? '' : `:${port}`}`);
}
