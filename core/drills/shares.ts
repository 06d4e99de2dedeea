/** How much of a drill or a practice any sort of question may be. */
import type { Item } from './items';

/** Live ones take twenty seconds each. */
const MOST_LIVE = 0.1;
/** Of what is to be marked on a screen, so often there is nothing: enough that a reader has to look. */
const MOST_EMPTY = 0.3;

type Sort = Pick<Item, 'kind' | 'skill'>;

/**
 * Whether a drill keeps its shares with one more of its sort.
 * @param timesOf how many are in it already, of a kind or a skill
 * @param count of its questions in all
 */
export function keepsShares(
  { kind, skill }: Sort,
  timesOf: (of: Sort['kind'] | Sort['skill']) => number,
  count: number,
): boolean {
  if (kind === 'callLive') return timesOf('callLive') + 1 <= Math.max(1, MOST_LIVE * count);
  if (kind === 'tapAll' && skill === 'empties') {
    return timesOf('empties') + 1 <= Math.max(1, MOST_EMPTY * (timesOf('tapAll') + 1));
  }
  return true;
}
