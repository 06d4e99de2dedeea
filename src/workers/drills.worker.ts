/** Sounds the screens of questions, and makes questions, off the page. */
import { expose, transfer } from 'comlink';
import {
  type DrillScreen,
  generateItems,
  type GeneratorInput,
  type GeneratorStep,
  hadItBeen,
  type MarkPlace,
  type Recipe,
  screenOfRecipe,
} from '@core/drills';
import type { RegionLabel } from '@core/reading';
import type { WaterContent } from '@core/waters';

let generation = 0;

const breathe = () => new Promise((resolve) => setTimeout(resolve, 0));

const drillsWork = {
  screen(recipe: Recipe, waterId: string, content: WaterContent): DrillScreen {
    const screen = screenOfRecipe(recipe, waterId, content);
    return transfer(screen, [screen.levelsCdb.buffer as ArrayBuffer]);
  },

  instead(
    recipe: Recipe,
    waterId: string,
    content: WaterContent,
    place: MarkPlace,
    label: RegionLabel,
  ): DrillScreen | null {
    const screen = hadItBeen(recipe, waterId, content, place, label);
    return screen && transfer(screen, [screen.levelsCdb.buffer as ArrayBuffer]);
  },

  /** @param onStep told after every screen; between them the work can be stopped */
  async generate(
    input: GeneratorInput,
    onStep: (step: GeneratorStep) => Promise<void> | void,
  ): Promise<void> {
    const own = ++generation;
    for (const step of generateItems(input)) {
      await onStep(step);
      await breathe();
      if (own !== generation) return;
    }
  },

  stop() {
    generation++;
  },
};
export type DrillsWork = typeof drillsWork;

expose(drillsWork);
