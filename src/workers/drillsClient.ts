import { proxy, type Remote, wrap } from 'comlink';
import type { DrillScreen, GeneratorInput, GeneratorStep, MarkPlace, Recipe } from '@core/drills';
import type { RegionLabel } from '@core/reading';
import type { WaterContent } from '@core/waters';
import type { DrillsWork } from './drills.worker';

const start = () =>
  wrap<DrillsWork>(new Worker(new URL('./drills.worker.ts', import.meta.url), { type: 'module' }));

let sounding: Remote<DrillsWork> | null = null;
let making: Remote<DrillsWork> | null = null;

/** The screen of a recipe, sounded now. */
export function soundScreen(
  recipe: Recipe,
  waterId: string,
  content: WaterContent,
): Promise<DrillScreen> {
  sounding ??= start();
  return sounding.screen(recipe, waterId, content) as Promise<DrillScreen>;
}

/** The same, had one of its marks been something else; null where that could not lie there. */
export function soundInstead(
  recipe: Recipe,
  waterId: string,
  content: WaterContent,
  place: MarkPlace,
  label: RegionLabel,
): Promise<DrillScreen | null> {
  sounding ??= start();
  return sounding.instead(recipe, waterId, content, place, label) as Promise<DrillScreen | null>;
}

/** Makes questions until there are enough, there are no more, or `signal` stops it. */
export async function makeQuestions(
  input: GeneratorInput,
  onStep: (step: GeneratorStep) => void,
  signal?: AbortSignal,
): Promise<void> {
  // A worker of its own: a screen that is waited for is not kept back by the making.
  making ??= start();
  const worker = making;
  const stop = () => void worker.stop();
  signal?.addEventListener('abort', stop);
  try {
    await worker.generate(input, proxy(onStep));
  } finally {
    signal?.removeEventListener('abort', stop);
  }
}
