/** What a step of confidence claims. */
import { type Answer, guessChance, type Item } from './items';
import { type Confidence, CONFIDENCE_STEPS } from './itemBase';
import { wilsonInterval } from './statistics/proportion';

const STEP_CHANCE: Record<Exclude<Confidence, 'guess'>, number> = {
  unsure: 0.6,
  fairly: 0.75,
  sure: 0.9,
  certain: 0.98,
};

/** A yes–no judgement ("is that all of them?") has two outcomes. */
const YES_NO = 0.5;

/** Chance of being right that a step of confidence claims; never below that of guessing. */
export function claimedChance(confidence: Confidence, guess: number): number {
  return confidence === 'guess' ? guess : Math.max(guess, STEP_CHANCE[confidence]);
}

export interface ConfidenceTrial {
  confidence: Confidence;
  claimed: number;
  right: boolean;
}

export function confidenceTrial(
  item: Item,
  { confidence }: Pick<Answer, 'confidence'>,
  right: boolean,
): ConfidenceTrial {
  const guess = guessChance(item) || YES_NO;
  return { confidence, claimed: claimedChance(confidence, guess), right };
}

/** Mean squared gap between claimed chance and outcome, 0 best. Source: Brier 1950. */
export function brierScore(trials: readonly Pick<ConfidenceTrial, 'claimed' | 'right'>[]): number {
  if (trials.length === 0) return NaN;
  const sum = trials.reduce(
    (total, { claimed, right }) => total + (claimed - (right ? 1 : 0)) ** 2,
    0,
  );
  return sum / trials.length;
}

export interface CalibrationStep {
  confidence: Confidence;
  trials: number;
  right: number;
  /** Mean claimed chance of the trials at this step. */
  claimed: number;
  low: number;
  high: number;
}

/** Share right at each step of confidence that was used, with Wilson's interval. */
export function calibration(trials: readonly ConfidenceTrial[]): CalibrationStep[] {
  return CONFIDENCE_STEPS.flatMap((confidence) => {
    const own = trials.filter((trial) => trial.confidence === confidence);
    if (own.length === 0) return [];
    const right = own.filter((trial) => trial.right).length;
    const claimed = own.reduce((sum, trial) => sum + trial.claimed, 0) / own.length;
    return [
      { confidence, trials: own.length, right, claimed, ...wilsonInterval(right, own.length) },
    ];
  });
}

export type CalibrationVerdict = 'surerThanRight' | 'righterThanSure' | 'wellJudged' | 'tooFew';

const LEAST_TRIALS = 3;
const NOTABLE_GAP = 0.1;

/** Mean claimed chance against the share right, in one word. */
export function judgeCalibration(trials: readonly ConfidenceTrial[]): CalibrationVerdict {
  if (trials.length < LEAST_TRIALS) return 'tooFew';
  const claimed = trials.reduce((sum, trial) => sum + trial.claimed, 0) / trials.length;
  const right = trials.filter((trial) => trial.right).length / trials.length;
  if (claimed - right > NOTABLE_GAP) return 'surerThanRight';
  if (right - claimed > NOTABLE_GAP) return 'righterThanSure';
  return 'wellJudged';
}
