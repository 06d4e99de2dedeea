/** How much of a drill or a practice any sort of question may be. */
import type { Item } from './items';

/** Live ones take twenty seconds each. */
export const MOST_LIVE = 0.1;
/** Of what is to be marked on a screen, so often there is nothing: enough that a reader has to look. */
const MOST_EMPTY = 0.3;
/** As it is planned. */
export const EMPTY_SHARE = 0.25;

/** So often a picture leaves it open: a reader has to know when to go round again. */
export const MOST_OPEN = 1 / 8;

type Sort = Pick<Item, 'kind' | 'skill'> & { isOpen?: boolean };

/** By what its share is counted. */
export const sortsOf = ({ kind, skill, isOpen }: Sort): string[] => [
  kind,
  skill,
  ...(isOpen ? ['open'] : []),
];

/**
 * Whether a drill keeps its shares with one more of its sort.
 * @param timesOf how many are in it already, of a kind or a skill
 * @param count of its questions in all
 */
export function keepsShares(
  { kind, skill, isOpen }: Sort,
  timesOf: (of: string) => number,
  count: number,
): boolean {
  if (isOpen && timesOf('open') + 1 > Math.max(1, MOST_OPEN * count)) return false;
  if (kind === 'callLive') return timesOf('callLive') + 1 <= Math.max(1, MOST_LIVE * count);
  if (kind === 'tapAll' && skill === 'empties') {
    return timesOf('empties') + 1 <= Math.max(1, MOST_EMPTY * (timesOf('tapAll') + 1));
  }
  return true;
}
