/** How much room the browser gives, and how much is taken. */
import { NO_ROOM } from './database';

export interface Room {
  usedBytes: number;
  quotaBytes: number;
  /** Taken share, 0–1. */
  share: number;
}

/** From here on the user is warned. */
export const NEARLY_FULL = 0.85;

/** Null where the browser does not say. */
export async function storageRoom(): Promise<Room | null> {
  if (!navigator.storage?.estimate) return null;
  const { usage = 0, quota = 0 } = await navigator.storage.estimate();
  return quota > 0 ? { usedBytes: usage, quotaBytes: quota, share: usage / quota } : null;
}

/** @throws before anything is written, when so many bytes will not fit */
export async function assureRoom(bytes: number): Promise<void> {
  const room = await storageRoom();
  if (!room || room.usedBytes + bytes < room.quotaBytes) return;
  const mb = (value: number) => `${Math.max(1, Math.round(value / 1e6))} MB`;
  throw new Error(`${NO_ROOM} (${mb(bytes)} wanted, ${mb(room.quotaBytes - room.usedBytes)} left)`);
}

/** Asks the browser not to clear the workspace by itself; it may say no. */
export async function keepForGood(): Promise<void> {
  await navigator.storage?.persist?.();
}
