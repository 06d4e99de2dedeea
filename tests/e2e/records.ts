/** Records put into the browser's store as the application would have, and read from it. */
import { expect, type Page } from '@playwright/test';
import type { Item } from '../../core/drills';
import type { RecordTypes } from '../../core/records';
import { attemptAt } from '../fixtures/questions';

/** Puts a record into the browser's store, as the application would have. */
export async function putRecord<K extends keyof RecordTypes>(page: Page, record: RecordTypes[K]) {
  await page.evaluate(
    (stored) =>
      new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open('wise-ripple');
        opening.onerror = () => reject(new Error('the store could not be opened'));
        opening.onsuccess = () => {
          const database = opening.result;
          if (!database.objectStoreNames.contains(stored.schema)) {
            reject(new Error(`no page has made a table for a ${stored.schema} yet`));
            return;
          }
          const change = database.transaction(stored.schema, 'readwrite');
          change.objectStore(stored.schema).put(stored, stored.id);
          change.oncomplete = () => {
            database.close();
            resolve();
          };
          change.onerror = () => reject(new Error('the record could not be put'));
        };
      }),
    record as { schema: string; id: string },
  );
}

/** A record as it is stored now. */
export async function storedRecord<K extends keyof RecordTypes>(
  page: Page,
  kind: K,
  id: string,
): Promise<RecordTypes[K]> {
  return page.evaluate(
    ([store, key]) =>
      new Promise<RecordTypes[K]>((resolve, reject) => {
        const opening = indexedDB.open('wise-ripple');
        opening.onerror = () => reject(new Error('the store could not be opened'));
        opening.onsuccess = () => {
          const database = opening.result;
          const reading = database.transaction(store).objectStore(store).get(key);
          reading.onsuccess = () => {
            database.close();
            resolve(reading.result as RecordTypes[K]);
          };
          reading.onerror = () => reject(new Error('the record could not be read'));
        };
      }),
    [kind, id] as const,
  );
}

/** Waits until a change is in the store: a page that is left before may take it along. */
export async function kept<K extends keyof RecordTypes>(
  page: Page,
  kind: K,
  id: string,
  isKept: (record: RecordTypes[K]) => boolean,
) {
  await expect
    .poll(async () => {
      const record = await storedRecord(page, kind, id);
      return record !== undefined && isKept(record);
    })
    .toBe(true);
}

/** Opens an attempt at these questions. */
export async function openAttempt(page: Page, id: string, items: Item[], change = {}) {
  await page.goto('/drills');
  await page.getByRole('heading', { name: 'Drills', level: 1 }).waitFor();
  await page.getByText('What you have done').waitFor();
  await putRecord<'attempt'>(page, attemptAt(id, items, change));
  await page.goto(`/drills/attempt?id=${id}`);
}

/** The bench has stored where it is, after now. */
export async function benchKept(page: Page) {
  const sinceMs = Date.now();
  await expect
    .poll(async () => (await storedRecord(page, 'bench', 'bench'))?.updatedAtMs ?? 0)
    .toBeGreaterThan(sinceMs);
}
