import { type Answer, type Confidence, CONFIDENCE_STEPS, type Grade } from './items';

const STEP_CHANCE: Record<Exclude<Confidence, 'guess'>, number> = {
  unsure: 0.6,
  fairly: 0.75,
  sure: 0.9,
  certain: 0.98,
};

/** Chance of being right that a step of confidence claims; never below that of guessing. */
export function claimedChance(confidence: Confidence, options: number): number {
  const guess = 1 / options;
  return confidence === 'guess' ? guess : Math.max(guess, STEP_CHANCE[confidence]);
}

export interface ConfidenceTrial {
  confidence: Confidence;
  claimed: number;
  right: boolean;
}

/** A yes–no judgement ("is that all of them?") has two outcomes; a named mark as many as its options. */
export function confidenceTrial(answer: Answer, grade: Grade): ConfidenceTrial {
  const options = grade.kind === 'whatIsThis' ? grade.options : 2;
  return {
    confidence: answer.confidence,
    claimed: claimedChance(answer.confidence, options),
    right: grade.right,
  };
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

const Z_95 = 1.959964;

/** 95 % interval of a proportion. Source: Wilson 1927. */
export function wilsonInterval(successes: number, trials: number): { low: number; high: number } {
  if (trials === 0) return { low: 0, high: 1 };
  const share = successes / trials;
  const z2 = Z_95 ** 2;
  const centre = share + z2 / (2 * trials);
  const half = Z_95 * Math.sqrt((share * (1 - share)) / trials + z2 / (4 * trials ** 2));
  const scale = 1 + z2 / trials;
  return { low: Math.max(0, (centre - half) / scale), high: Math.min(1, (centre + half) / scale) };
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
