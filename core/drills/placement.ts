/** Where a new student begins: a dozen questions over what is taught, and the first skill that does not hold yet. */
import { SKILL_IDS, type SkillId } from './skills';
import type { Answered } from './statistics/answers';
import { abilityFrom } from './statistics/ability';
import { abilityTrial } from './statistics/answers';

/** One of each in turn, in the order in which they are taught. */
export const PLACEMENT_SKILLS = [
  'nowAndHistory',
  'depthScale',
  'hardness',
  'archAndSpeed',
  'baitAndFish',
  'empties',
  'gain',
  'downFan',
  'sideGeometry',
  'shadows',
  'wood',
  'nearBottom',
] as const satisfies readonly SkillId[];

/** Asked a little easier than a middling question: who has never seen a screen is not to be put off. */
export const PLACEMENT_DIFFICULTY = -0.5;

export interface Placement {
  /** Null where everything asked about holds. */
  begin: SkillId | null;
  holds: SkillId[];
  /** Over all of them together. */
  theta: number;
  sd: number;
}

/** @param answered of a placement; a skill that was not asked about neither holds nor fails */
export function placementOf(answered: readonly Answered[]): Placement {
  const inOrder = SKILL_IDS.flatMap((skill) => {
    const own = answered.filter(({ item }) => item.skill === skill);
    return own.length > 0 ? [{ skill, holds: own.every(({ grade }) => grade.right) }] : [];
  });
  const { theta, sd } = abilityFrom(answered.map(abilityTrial));
  return {
    begin: inOrder.find(({ holds }) => !holds)?.skill ?? null,
    holds: inOrder.filter(({ holds }) => holds).map(({ skill }) => skill),
    theta,
    sd,
  };
}
