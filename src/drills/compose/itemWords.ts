import { type Item, ITEM_KIND_NAMES, SKILLS } from '@core/drills';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';

const HARD = (difficulty: number) =>
  difficulty < -0.6 ? 'easy' : difficulty < 0.8 ? 'middling' : 'hard';

/** A question in a few words, for those who compose. */
export function itemWords(item: Item): string {
  const [first] = item.screens;
  const where =
    first?.from === 'recipe'
      ? INSTRUMENT_NAME[first.recipe.instrument]
      : first
        ? 'library'
        : 'chart';
  return [ITEM_KIND_NAMES[item.kind], SKILLS[item.skill], where, HARD(item.difficulty)].join(', ');
}
