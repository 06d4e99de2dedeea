/**
 * How hard questions prove to be against what was foretold. A question's difficulty is what its picture foretells, plus what
 * its sort adds: b = b₀ + Σ δ of its features (linear logistic test model, Fischer 1973). Every δ is shrunk towards none by a
 * normal prior, so that few answers move it little, and is found at the mode with its curvature as uncertainty (Laplace).
 */
import { isAlong, isPolar } from '../../sounding';
import { guessChance, type Item } from '../items';
import { topicOf } from '../shares';
import { abilityFrom, chanceOfRight } from './ability';
import { abilityTrial, type Answered } from './answers';

/** Standard deviation of what a feature adds, before anything is known of it. */
const PRIOR_SD = 0.6;
const ROUNDS = 25;
const MOST_STEP = 0.5;
const SETTLED = 1e-4;

export interface Correction {
  feature: string;
  /** Harder than foretold by so much, on the scale of ability. */
  harderBy: number;
  sd: number;
  answers: number;
}

export type LearnedDifficulty = ReadonlyMap<string, Correction>;

const viewOf = (item: Item): string => {
  const [first] = item.screens;
  if (first?.from !== 'recipe') return 'view:other';
  const { instrument } = first.recipe;
  return `view:${isPolar(instrument) ? 'sector' : isAlong(instrument) ? 'along' : 'abeam'}`;
};

/** What is looked at of a question: its topic, its kind of picture, and whether the picture leaves it open. */
export const featuresOf = (item: Item): string[] => [
  `topic:${topicOf(item)}`,
  viewOf(item),
  ...('isOpen' in item && item.isOpen ? ['open'] : []),
];

interface Trial {
  foretold: number;
  features: string[];
  guess: number;
  right: boolean;
}

/** @param readers each one's answers */
export function learnDifficulty(readers: readonly (readonly Answered[])[]): LearnedDifficulty {
  const trials = readers.map((answered) =>
    answered.map(({ item, grade }): Trial => ({
      foretold: item.difficulty,
      features: featuresOf(item),
      guess: guessChance(item),
      right: grade.right,
    })),
  );
  const answers = new Map<string, number>();
  for (const { features } of trials.flat()) {
    for (const feature of features) answers.set(feature, (answers.get(feature) ?? 0) + 1);
  }
  const harder = new Map<string, { by: number; information: number }>(
    [...answers.keys()].map((feature) => [feature, { by: 0, information: 0 }]),
  );
  const difficultyOf = ({ foretold, features }: Trial) =>
    features.reduce((sum, feature) => sum + harder.get(feature)!.by, foretold);
  for (let round = 0; round < ROUNDS; round++) {
    const thetas = trials.map(
      (own) =>
        abilityFrom(own.map((trial) => ({ ...trial, difficulty: difficultyOf(trial) }))).theta,
    );
    let most = 0;
    for (const [feature, known] of harder) {
      let slope = -known.by / PRIOR_SD ** 2;
      let information = 1 / PRIOR_SD ** 2;
      trials.forEach((own, reader) => {
        for (const trial of own) {
          if (!trial.features.includes(feature)) continue;
          const p = chanceOfRight(thetas[reader], difficultyOf(trial), trial.guess);
          // dp/db of the three-parameter law; Fisher's information in place of the second derivative.
          const free = (p - trial.guess) / (1 - trial.guess);
          const perB = -(1 - trial.guess) * free * (1 - free);
          const variance = Math.max(1e-6, p * (1 - p));
          slope += (((trial.right ? 1 : 0) - p) * perB) / variance;
          information += perB ** 2 / variance;
        }
      });
      const step = Math.max(-MOST_STEP, Math.min(MOST_STEP, slope / information));
      known.by += step;
      known.information = information;
      most = Math.max(most, Math.abs(step));
    }
    if (most < SETTLED) break;
  }
  return new Map(
    [...harder].map(([feature, { by, information }]) => [
      feature,
      {
        feature,
        harderBy: by,
        sd: 1 / Math.sqrt(information),
        answers: answers.get(feature)!,
      },
    ]),
  );
}

/** What a question is expected to be, after what was learned; and how far that may still move. */
export function expectedDifficulty(
  item: Item,
  learned: LearnedDifficulty,
): { difficulty: number; sd: number } {
  const known = featuresOf(item).map((feature) => learned.get(feature));
  const variance = known.reduce((sum, one) => sum + (one ? one.sd ** 2 : PRIOR_SD ** 2), 0);
  return {
    difficulty: known.reduce((sum, one) => sum + (one?.harderBy ?? 0), item.difficulty),
    sd: Math.sqrt(variance),
  };
}

/** As `abilityTrial`, by the difficulty that was learned. */
export const learnedTrial = (one: Answered, learned: LearnedDifficulty) => ({
  ...abilityTrial(one),
  difficulty: expectedDifficulty(one.item, learned).difficulty,
});
