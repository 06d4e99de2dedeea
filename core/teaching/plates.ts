/** Plates: pictures of the handbook and of lessons, sounded anew from the recipes of the demo library. */
import { DEMO_SCREENS } from '../demo/demoScreens';
import { type Recipe, recipeSchema } from '../drills/recipe';
import type { Plate } from '../records';

/**
 * The recipe of a demo screen, with what is to differ.
 * @throws if there is no such demo screen
 */
export function demoRecipe(name: string, change: Partial<Recipe> = {}): Recipe {
  const screen = DEMO_SCREENS.find(({ id }) => id === `demo-${name}`);
  if (!screen) throw new Error(`There is no demo screen "${name}".`);
  const { id: _id, name: _name, notes: _notes, tags: _tags, ...recipe } = screen;
  const view = { ...recipe.view, ...change.view };
  return recipeSchema.parse({ ...recipe, ...change, view });
}

export const plate = (
  name: string,
  caption: string,
  change: Partial<Recipe> & { revealed?: boolean } = {},
): Plate => {
  const { revealed = false, ...recipe } = change;
  return { recipe: demoRecipe(name, recipe), caption, revealed };
};
