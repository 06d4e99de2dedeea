import { bandOfDifficulty, type Item, kindName, SKILLS } from '@core/drills';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';

/** A question in a few words, for those who compose. */
export function itemWords(item: Item): string {
  const [first] = item.screens;
  const where =
    first?.from === 'recipe'
      ? INSTRUMENT_NAME[first.recipe.instrument]
      : first
        ? 'library'
        : 'chart';
  return [kindName(item.kind), SKILLS[item.skill], where, bandOfDifficulty(item.difficulty)].join(
    ', ',
  );
}
