import { randomSource, type RandomSource, shuffled } from '../random';
import type { RegionLabel, TruthRegion } from '../reading';
import type { Item } from './items';

export interface DrillScreen {
  screenId: string;
  regions: TruthRegion[];
}

/** What a mark on the cone may be called; truth beyond these is not asked for by name. */
const NAMED: RegionLabel[] = ['fish', 'bait', 'wood', 'rock', 'clutter'];

type Candidate = Item & { /** What it trains: taps, or the label to be named. */ topic: string };

function candidatesFrom(screen: DrillScreen): Candidate[] {
  const { screenId, regions } = screen;
  const fishGrownToBottom = regions.some((r) => r.label === 'fish' && r.verdict === 'attached');
  const anyFish = regions.some((r) => r.label === 'fish' && r.verdict === 'visible');
  const candidates: Candidate[] = [];
  // "Nothing here" must be plainly right: a screen whose only fish are half seen is no fair question.
  if (anyFish || !fishGrownToBottom) {
    candidates.push({
      kind: 'tapAll',
      id: `${screenId}:tapAll:fish`,
      screenId,
      label: 'fish',
      topic: 'tapAll',
    });
  }
  for (const region of regions) {
    if (region.verdict !== 'visible' || !NAMED.includes(region.label)) continue;
    candidates.push({
      kind: 'whatIsThis',
      id: `${screenId}:whatIsThis:${region.targetId}`,
      screenId,
      targetId: region.targetId,
      options: [...NAMED],
      topic: region.label,
    });
  }
  return candidates;
}

function pick(pool: Candidate[], used: Candidate[], random: RandomSource): Candidate | null {
  const last = used.at(-1);
  const timesSeen = (of: (candidate: Candidate) => string, value: string) =>
    used.filter((candidate) => of(candidate) === value).length;
  // Least used topic and screen first; the same picture twice in a row only when there is no other.
  const cost = (candidate: Candidate) =>
    4 * timesSeen((c) => c.topic, candidate.topic) +
    2 * timesSeen((c) => c.screenId, candidate.screenId) +
    (last?.screenId === candidate.screenId ? 100 : 0);
  let best: Candidate | null = null;
  for (const candidate of shuffled(pool, random)) {
    if (used.includes(candidate)) continue;
    if (!best || cost(candidate) < cost(best)) best = candidate;
  }
  return best;
}

/**
 * A drill from recorded screens: tapping and naming in turn, topics and screens mixed.
 * Deterministic in the seed; shorter than asked only when there are no more different items.
 */
export function composeDrill(screens: DrillScreen[], count: number, seed: number): Item[] {
  const random = randomSource(seed);
  const all = screens.flatMap(candidatesFrom);
  const taps = all.filter((candidate) => candidate.kind === 'tapAll');
  const names = all.filter((candidate) => candidate.kind === 'whatIsThis');
  const used: Candidate[] = [];
  while (used.length < count) {
    const [first, second] = used.length % 2 === 0 ? [taps, names] : [names, taps];
    const wanted = pick(first, used, random);
    const repeatsPicture = wanted !== null && wanted.screenId === used.at(-1)?.screenId;
    const other = !wanted || repeatsPicture ? pick(second, used, random) : null;
    // The other kind of item rather than the same picture twice in a row.
    const next = other && (!wanted || other.screenId !== wanted.screenId) ? other : wanted;
    if (!next) break;
    used.push(next);
  }
  return used.map(({ topic: _topic, ...item }) => item as Item);
}
