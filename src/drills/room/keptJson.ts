/** What a page of a room keeps for its own reload, and nobody else. */
import type { z } from 'zod';

/** @returns null where nothing is kept, what is kept is of another shape, or the browser keeps nothing */
export function readKept<T>(store: Storage, key: string, shape: z.ZodType<T>): T | null {
  try {
    const read = shape.safeParse(JSON.parse(store.getItem(key) ?? 'null'));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}

export function writeKept(store: Storage, key: string, value: object | null): void {
  try {
    if (value) store.setItem(key, JSON.stringify(value));
    else store.removeItem(key);
  } catch {
    // Without a store a reload begins anew; the room goes on meanwhile.
  }
}
