/** What one can choose from, what somebody said, and what was right, in words: for a room, on paper, and in open formats. */
import type { UnitSystem } from '../units';
import { CERTAIN, type Choice, CHOICE_LETTERS, type Given, type Ground } from './itemBase';
import { type Answer, gradeAnswer, type Item, kindOf } from './items';

export type ChoiceOf = Choice<Answer>;

/** Empty where something is marked, measured, placed, sorted or set instead. */
export const choicesOf = (
  item: Item,
  ground: Pick<Ground, 'water'>,
  units: UnitSystem = 'metric',
): ChoiceOf[] => kindOf(item.kind).choices?.(item, ground, units) ?? [];

/** What an answer says, the same words for the same answer. */
export function saidWords(
  item: Item,
  answer: Answer,
  ground: Pick<Ground, 'water'>,
  units: UnitSystem = 'metric',
): string {
  const said = kindOf(item.kind).said?.(item, answer, units);
  if (said !== undefined) return said;
  const chosen = choicesOf(item, ground, units).find(({ given }) =>
    Object.entries(given).every(([name, value]) => answer[name as keyof Answer] === value),
  );
  // Without the water that the choices lie in their letters are known.
  return chosen?.text ?? ('choice' in answer ? `Choice ${CHOICE_LETTERS[answer.choice]}` : '');
}

const certainly = (given: Given<Answer>) => ({ ...given, ...CERTAIN }) as Answer;

/** Indices of the choices that the truth accepts. */
export const rightChoices = (item: Item, choices: readonly ChoiceOf[], ground: Ground): number[] =>
  choices.flatMap(({ given }, i) => (gradeAnswer(item, certainly(given), ground).right ? [i] : []));

/** An answer to which nothing can be objected; null where that is a way of setting controls. */
export function rightAnswer(item: Item, ground: Ground): Answer | null {
  const choices = choicesOf(item, ground);
  const [right] = rightChoices(item, choices, ground);
  const given =
    right === undefined ? kindOf(item.kind).right?.(item, ground) : choices[right].given;
  return given ? certainly(given) : null;
}

/** What the truth says to a question: what a key prints. */
export function rightWords(item: Item, ground: Ground, units: UnitSystem = 'metric'): string {
  const choices = choicesOf(item, ground, units);
  const accepted = rightChoices(item, choices, ground).map((i) => choices[i].text);
  if (accepted.length > 0) return accepted.join(', or ');
  const answer = rightAnswer(item, ground);
  return answer ? saidWords(item, answer, ground, units) : 'Settings that make the marks stand out';
}
