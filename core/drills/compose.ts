/** A drill from screens that are there: kinds, topics and screens mixed. */
import { randomSource, type RandomSource, shuffled } from '../random';
import type { DrillScreen } from './drillScreen';
import { type Item, type ItemKindName, ITEM_KINDS, makeItems } from './items';
import { refKey, type ScreenRef } from './recipe';

export interface OpenedScreen {
  ref: ScreenRef;
  screen: DrillScreen;
}

/** Every fair question that one screen gives. */
export const questionsOf = (
  { ref, screen }: OpenedScreen,
  seed: number,
  kinds: readonly ItemKindName[] = ITEM_KINDS,
): Item[] =>
  makeItems(kinds, {
    refs: [ref],
    ground: { screens: [screen], water: null },
    random: randomSource(seed),
  });

const screensOf = (item: Item) => item.screens.map(refKey).join('|');

/** The same kind twice running only where others are long spent. */
const SAME_KIND = 8;

function pick(pool: Item[], used: Item[], random: RandomSource): Item | null {
  const last = used.at(-1);
  const times = (of: (item: Item) => string, value: string) =>
    used.filter((item) => of(item) === value).length;
  // Least used kind, skill and screen first; the same picture twice in a row only when there is no other.
  const cost = (item: Item) =>
    3 * times(({ kind }) => kind, item.kind) +
    3 * times(({ skill }) => skill, item.skill) +
    2 * times(screensOf, screensOf(item)) +
    (last && screensOf(last) === screensOf(item) ? 100 : 0) +
    (last?.kind === item.kind ? SAME_KIND : 0);
  let best: Item | null = null;
  for (const item of shuffled(pool, random)) {
    if (used.includes(item)) continue;
    if (!best || cost(item) < cost(best)) best = item;
  }
  return best;
}

/**
 * Deterministic in the seed; shorter than asked only when there are no more different items.
 */
export function composeDrill(
  screens: OpenedScreen[],
  count: number,
  seed: number,
  kinds: readonly ItemKindName[] = ITEM_KINDS,
): Item[] {
  const random = randomSource(seed);
  const pool = screens.flatMap((screen) => questionsOf(screen, seed, kinds));
  const used: Item[] = [];
  while (used.length < count) {
    const next = pick(pool, used, random);
    if (!next) break;
    used.push(next);
  }
  return used;
}
