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

type Sort = Pick<Item, 'kind' | 'skill'> & {
  isOpen?: boolean;
  quantity?: string;
  which?: string;
};

/** What is asked within its kind: lengths are of many sorts, and so are comparisons. */
export const topicOf = ({ kind, skill, quantity, which }: Sort): string =>
  `${kind}:${quantity ?? which ?? skill}`;

const emptiesOf = (kind: Item['kind']) => `${kind}:empties`;

/** By what its share is counted. */
export const sortsOf = (sort: Sort): string[] => [
  sort.kind,
  sort.skill,
  topicOf(sort),
  ...(sort.isOpen ? ['open'] : []),
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
  if (kind === 'callLive' && timesOf('callLive') + 1 > Math.max(1, MOST_LIVE * count)) return false;
  // An answer is told by the picture, not by the kind: live ones have their share of fish too.
  if (skill !== 'empties') return true;
  return timesOf(emptiesOf(kind)) + 1 <= Math.max(1, MOST_EMPTY * (timesOf(kind) + 1));
}
