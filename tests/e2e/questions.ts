/** Questions with their truth, made by the same core as the application's, and attempts put into the browser. */
import type { Page } from '@playwright/test';
import { DEMO_WATERS } from '../../core/demo';
import {
  generateItems,
  type GeneratorInput,
  type Ground,
  type Item,
  type ItemKindName,
  type ItemOf,
  screenOfRecipe,
} from '../../core/drills';
import { type AttemptRecord, newRecord, type RecordTypes, waterToday } from '../../core/records';

export const shippedWaters = () =>
  Object.entries(DEMO_WATERS).map(([id, make]) => ({ id, content: make() }));

const MOST_TRIED = 40;

/** The first question of a kind that a seed gives and that `fits`. */
export function questionOf<K extends ItemKindName>(
  kind: K,
  options: Partial<GeneratorInput> & { fits?: (item: ItemOf<K>) => boolean } = {},
): ItemOf<K> {
  const { fits = () => true, ...input } = options;
  const steps = generateItems({
    waters: shippedWaters(),
    instruments: [],
    skills: [],
    kinds: [kind],
    difficulty: null,
    count: 100,
    seed: 11,
    ...input,
  });
  for (const { items, tried } of steps) {
    const found = (items as ItemOf<K>[]).find(fits);
    if (found) return found;
    if (tried > MOST_TRIED) break;
  }
  throw new Error(`No question of kind ${kind} was found.`);
}

/** What the application grades against. */
export function groundOf(item: Item): Ground {
  const waters = shippedWaters();
  const contentOf = (id: string) => waters.find((water) => water.id === id)!.content;
  const screens = item.screens.map((ref) => {
    if (ref.from !== 'recipe') throw new Error('Only sounded screens are known here.');
    return screenOfRecipe(ref.recipe, ref.recipe.waterId, contentOf(ref.recipe.waterId));
  });
  const waterId = item.kind === 'whereNext' ? item.waterId : (screens.at(0)?.waterId ?? '');
  return { screens, water: waterToday(contentOf(waterId)) };
}

/** Puts a record into the browser's store, as the application would have. */
export async function putRecord<K extends keyof RecordTypes>(page: Page, record: RecordTypes[K]) {
  await page.evaluate(
    (stored) =>
      new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open('wise-ripple');
        opening.onerror = () => reject(new Error('the store could not be opened'));
        opening.onsuccess = () => {
          const database = opening.result;
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

export function attemptAt(
  id: string,
  items: Item[],
  change: Partial<AttemptRecord> = {},
): AttemptRecord {
  return {
    ...newRecord('attempt', id, Date.now()),
    drillName: 'A test',
    mode: 'drill',
    drillId: null,
    lessonId: null,
    seed: 1,
    length: items.length,
    items,
    answers: [],
    feedback: 'each',
    secondsPerItem: null,
    passShare: null,
    at: 0,
    draft: null,
    finishedAtMs: null,
    ...change,
  };
}

/** Opens an attempt at these questions. */
export async function openAttempt(page: Page, id: string, items: Item[], change = {}) {
  await page.goto('/drills');
  await page.getByRole('heading', { name: 'Drills', level: 1 }).waitFor();
  await page.getByText('What you have done').waitFor();
  await putRecord<'attempt'>(page, attemptAt(id, items, change));
  await page.goto(`/drills/attempt?id=${id}`);
}
