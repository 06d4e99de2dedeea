/** The same stretch with one control moved, for skills that are about one. */
import type { RandomSource } from '../random';
import { BANDS, USUAL_GAIN_DB } from '../setup';
import type { Recipe } from './recipe';
import type { SkillId } from './skills';

const GAIN_DB = [8, 14] as const;
const RATIO = [1.5, 1.9] as const;
const SPEEDS_MPS = [0.6, 2.6] as const;
const LEAST_RANGE_M = 8;

const round = (value: number) => Math.round(10 * value) / 10;

interface Move {
  up: boolean;
  /** More than one where it goes up. */
  ratio: number;
  random: RandomSource;
}

const MOVES: Partial<Record<SkillId, (recipe: Recipe, move: Move) => Recipe | null>> = {
  gain: (recipe, { up, random }) => {
    const gainDb = recipe.view?.gainDb ?? USUAL_GAIN_DB[recipe.instrument];
    const by = Math.round(random.between(...GAIN_DB));
    return { ...recipe, view: { ...recipe.view, gainDb: gainDb + (up ? by : -by) } };
  },
  // With less of it there would be no bottom on the picture.
  rangeAndZoom: (recipe, { random }) => {
    const bottomM = recipe.view?.bottomM;
    if (bottomM === undefined) return null;
    return {
      ...recipe,
      view: { ...recipe.view, bottomM: round(bottomM * random.between(...RATIO)) },
    };
  },
  sideRange: (recipe, { ratio }) =>
    recipe.rangeM === undefined
      ? null
      : { ...recipe, rangeM: Math.max(LEAST_RANGE_M, round(recipe.rangeM * ratio)) },
  scroll: (recipe, { ratio }) => {
    if (recipe.speedMps === undefined) return null;
    const [least, most] = SPEEDS_MPS;
    return { ...recipe, speedMps: Math.min(most, Math.max(least, round(recipe.speedMps * ratio))) };
  },
  frequency: (recipe, { random }) => {
    const others = BANDS[recipe.instrument].filter(({ id }) => id !== recipe.bandId);
    return others.length > 0 ? { ...recipe, bandId: others[random.index(others.length)].id } : null;
  },
};

/** @returns null for a skill that is about no control, or a recipe that does not set it */
export function movedRecipe(recipe: Recipe, skill: SkillId, random: RandomSource): Recipe | null {
  const up = random.uniform() < 0.5;
  const by = random.between(...RATIO);
  return MOVES[skill]?.(recipe, { up, ratio: up ? by : 1 / by, random }) ?? null;
}
