/** Questions made from the waters that are here. */
import type { GeneratorInput, Item } from '@core/drills';
import { makeQuestions } from '@/workers/drillsClient';
import { randomSeed } from './attempts';
import { listWaters } from './waters';

type Wanted = Pick<GeneratorInput, 'skills' | 'count'> &
  Partial<Pick<GeneratorInput, 'instruments' | 'kinds' | 'difficulty' | 'perScreen' | 'known'>>;

interface Gathering {
  /** Told after every screen. */
  onMade?: (made: number) => void;
  /** Whether those there are have to do, after so many screens. */
  isEnough?: (made: number, tried: number) => boolean;
  /** Stops it; what was made until then is kept. */
  signal?: AbortSignal;
}

export async function gatherQuestions(
  wanted: Wanted,
  { onMade, isEnough, signal }: Gathering = {},
): Promise<Item[]> {
  const { waters } = await listWaters();
  const found: Item[] = [];
  const enough = new AbortController();
  await makeQuestions(
    {
      instruments: [],
      kinds: [],
      difficulty: null,
      ...wanted,
      waters: waters.map(({ id, content }) => ({ id, content })),
      seed: randomSeed(),
    },
    ({ items, tried }) => {
      found.push(...items);
      onMade?.(found.length);
      if (isEnough?.(found.length, tried)) enough.abort();
    },
    signal ? AbortSignal.any([signal, enough.signal]) : enough.signal,
  );
  return found;
}
