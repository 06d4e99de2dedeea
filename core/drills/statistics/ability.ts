/**
 * How able a reader is, on the scale on which items are hard: p = g + (1 − g)/(1 + e^−(θ − b)). Sources:
 * Rasch 1960; expected a posteriori over a grid, Bock & Mislevy 1982.
 */
export interface AbilityTrial {
  /** b, on the scale of ability. */
  difficulty: number;
  /** g, the chance of being right by guessing. */
  guess: number;
  right: boolean;
}

export interface Ability {
  theta: number;
  /** Posterior standard deviation. */
  sd: number;
  trials: number;
}

const GRID_FROM = -6;
const GRID_STEP = 0.05;
const GRID = Array.from({ length: 241 }, (_, i) => GRID_FROM + GRID_STEP * i);

export const chanceOfRight = (theta: number, difficulty: number, guess: number): number =>
  guess + (1 - guess) / (1 + Math.exp(difficulty - theta));

/** With a prior of mean 0 and deviation 1. Check: b −1, 0, 1, 2 answered 1, 1, 0, 0: 0.2094 (0.7633). */
export function abilityFrom(trials: readonly AbilityTrial[]): Ability {
  const logs = GRID.map((theta) =>
    trials.reduce(
      (sum, { difficulty, guess, right }) => {
        const p = chanceOfRight(theta, difficulty, guess);
        return sum + Math.log(right ? p : 1 - p);
      },
      -0.5 * theta * theta,
    ),
  );
  const most = Math.max(...logs);
  let weight = 0;
  let first = 0;
  let second = 0;
  GRID.forEach((theta, i) => {
    const w = Math.exp(logs[i] - most);
    weight += w;
    first += w * theta;
    second += w * theta * theta;
  });
  const theta = first / weight;
  return {
    theta,
    sd: Math.sqrt(Math.max(0, second / weight - theta * theta)),
    trials: trials.length,
  };
}

/** Hard enough to be worth an effort, seldom hopeless. */
const AIMED_CHANCE = 0.75;

/** The difficulty at which a reader of this ability is right three times in four. */
export function aimedDifficulty(theta: number, guess: number): number {
  const share = Math.max(0.05, (AIMED_CHANCE - guess) / (1 - guess));
  return theta - Math.log(share / (1 - share));
}
