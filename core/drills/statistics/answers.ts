/** What answers say about a reader: confusion, precision and recall, errors of measure, reactions. */
import {
  calibration,
  type CalibrationStep,
  confidenceTrial,
  brierScore,
  type CalibrationVerdict,
  judgeCalibration,
} from '../confidence';
import { type MeasureError, type Said, THE_FORMULA } from '../itemBase';
import { type Answer, type Grade, guessChance, type Item, trialsOf } from '../items';
import { median } from './median';
import { SKILL_IDS, type SkillId } from '../skills';
import { type Ability, abilityFrom, type AbilityTrial, chanceOfRight } from './ability';
import {
  bootstrapInterval,
  detectionFigures,
  type DetectionFigures,
  type DetectionTrials,
} from './detection';
import { type Interval, type Share, shareOf } from './proportion';

/** A question that was answered and graded. */
export interface Answered {
  item: Item;
  answer: Answer;
  grade: Grade;
}

const saidBy = ({ item, answer, grade }: Answered) => trialsOf(item, answer, grade);
const SAID = ['naming', 'sorting', 'misread'] as const;

/** Counts by truth (rows) and answer (columns). */
interface Confusion {
  labels: string[];
  counts: number[][];
}

function confusionOf(pairs: readonly Said[]): Confusion {
  const labels = [...new Set(pairs.flatMap(({ truth, said }) => [truth, said]))].sort();
  const counts = labels.map((truth) =>
    labels.map((said) => pairs.filter((one) => one.truth === truth && one.said === said).length),
  );
  return { labels, counts };
}

/** The commonest ways of taking one thing for another. */
interface Misreading {
  truth: string;
  said: string;
  count: number;
  /** Items in which it happened, the newest last. */
  itemIds: string[];
}

/** “Rock taken for fish”; of a slip in a sum what was done instead. */
export const misreadInWords = ({ truth, said }: Pick<Misreading, 'truth' | 'said'>): string =>
  truth === THE_FORMULA
    ? `In a sum, ${said}`
    : `${truth.charAt(0).toUpperCase()}${truth.slice(1)} taken for ${said}`;

export function misreadingsOf(answered: readonly Answered[]): Misreading[] {
  const found = new Map<string, Misreading>();
  const add = (truth: string, wrong: string, itemId: string) => {
    const key = `${truth}→${wrong}`;
    const known = found.get(key) ?? { truth, said: wrong, count: 0, itemIds: [] };
    found.set(key, { ...known, count: known.count + 1, itemIds: [...known.itemIds, itemId] });
  };
  for (const one of answered) {
    for (const { truth, said: wrong } of SAID.flatMap((sort) => saidBy(one)[sort] ?? [])) {
      if (truth !== wrong) add(truth, wrong, one.item.id);
    }
  }
  return [...found.values()].sort((a, b) => b.count - a.count);
}

/** Trials of detection: one entry a screen that was tapped or called. */
function detectionTrials(one: Answered): DetectionTrials | null {
  const { detection } = saidBy(one);
  if (!detection) return null;
  const { hits, missed, falseMarks, lookAlikes } = detection;
  // Two marks on one look-alike are one false alarm.
  const alarms = new Set(falseMarks.map(({ targetId }) => targetId)).size;
  return {
    hits: hits.length,
    signals: hits.length + missed.length,
    falseAlarms: Math.min(alarms, lookAlikes),
    noises: lookAlikes,
  };
}

/** Of the marks made, those that were right; of the targets there, those that were marked. */
interface Tapping {
  precision: Share;
  recall: Share;
  falseMarks: number;
  strays: number;
  notCounted: number;
}

function tappingOf(answered: readonly Answered[]): Tapping | null {
  const found = answered.flatMap((one) => saidBy(one).detection ?? []);
  if (found.length === 0) return null;
  const total = (of: (detection: (typeof found)[number]) => number) =>
    found.reduce((sum, detection) => sum + of(detection), 0);
  const hits = total((one) => one.hits.length);
  const falseMarks = total((one) => one.falseMarks.length);
  const strays = total((one) => one.strays.length);
  return {
    precision: shareOf(hits, hits + falseMarks + strays),
    recall: shareOf(hits, hits + total((one) => one.missed.length)),
    falseMarks,
    strays,
    notCounted: total((one) => one.notCounted.length),
  };
}

/** Over all screens that were tapped or called. @param withIntervals drawn again a thousand times, or without */
export function detectionOf(
  answered: readonly Answered[],
  withIntervals = true,
): DetectionFigures | null {
  const trials = answered.flatMap((one) => detectionTrials(one) ?? []);
  return detectionFigures(trials, withIntervals);
}

interface MeasureFigures {
  errors: MeasureError[];
  /** Mean and standard deviation of the errors as shares of the truth. */
  bias: number;
  spread: number;
  biasInterval: Interval;
  right: Share;
}

function measureFiguresOf(answered: readonly Answered[]): MeasureFigures | null {
  const errors = answered.flatMap((one) => saidBy(one).measured ?? []);
  if (errors.length === 0) return null;
  const mean = meanOf(errors.map(({ errorShare }) => errorShare));
  const squares = errors.reduce((sum, { errorShare }) => sum + (errorShare - mean) ** 2, 0);
  return {
    errors,
    bias: mean,
    biasInterval: bootstrapInterval(
      errors,
      (drawn) => meanOf(drawn.map(({ errorShare }) => errorShare)),
      SEED,
    ),
    spread: errors.length > 1 ? Math.sqrt(squares / (errors.length - 1)) : NaN,
    right: shareOf(errors.filter(({ right }) => right).length, errors.length),
  };
}

/** Intervals are drawn from this: the same answers always give the same. */
const SEED = 7;

const meanOf = (values: readonly number[]) =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

export const abilityTrial = ({ item, grade }: Pick<Answered, 'item' | 'grade'>): AbilityTrial => ({
  difficulty: item.difficulty,
  guess: guessChance(item),
  right: grade.right,
});

export interface SkillFigures extends Ability {
  skill: SkillId;
  right: Share;
}

/** An item that many answered, looked at itself. */
export interface ItemFigures {
  itemId: string;
  answers: number;
  right: Share;
  /** Correlation of being right here with the score over all else; low: it does not tell good from poor. */
  discrimination: number;
  /** How much harder it proved than was foretold, on the scale of ability. */
  harderBy: number;
  isDoubtful: boolean;
}

const LEAST_ANSWERS = 4;
/** Less than this on the whole tells good readers from poor ones too little. */
const LITTLE_DISCRIMINATION = 0.3;
const MOST_HARDER = 1.5;

/** Correlation of a yes–no with a number. Source: Pearson, on 0 and 1 (point-biserial). */
export function pointBiserial(pairs: readonly { right: boolean; rest: number }[]): number {
  const n = pairs.length;
  if (n < 2) return NaN;
  const meanRight = pairs.filter(({ right }) => right).length / n;
  const meanRest = pairs.reduce((sum, { rest }) => sum + rest, 0) / n;
  let joint = 0;
  let ofRight = 0;
  let ofRest = 0;
  for (const { right, rest } of pairs) {
    const a = (right ? 1 : 0) - meanRight;
    const b = rest - meanRest;
    joint += a * b;
    ofRight += a * a;
    ofRest += b * b;
  }
  return ofRight * ofRest === 0 ? NaN : joint / Math.sqrt(ofRight * ofRest);
}

/** Upper end of the 95 % interval of a correlation of n pairs, n > 3. Source: Fisher 1921, z = artanh r, σ = 1/√(n − 3). */
const mostLikely = (correlation: number, n: number) =>
  Math.tanh(Math.atanh(Math.max(-0.999, Math.min(0.999, correlation))) + 1.96 / Math.sqrt(n - 3));

/**
 * Items as measured by those who answered them.
 * @param attempts each reader's or attempt's answers
 */
export function itemFigures(attempts: readonly (readonly Answered[])[]): ItemFigures[] {
  const byItem = new Map<string, { one: Answered; rest: number; theta: number }[]>();
  for (const answers of attempts) {
    const { theta } = abilityFrom(answers.map(abilityTrial));
    const total = answers.reduce((sum, { grade }) => sum + grade.score, 0);
    for (const one of answers) {
      const others = answers.length - 1;
      const rest = others > 0 ? (total - one.grade.score) / others : 0;
      const list = byItem.get(one.item.id) ?? [];
      list.push({ one, rest, theta });
      byItem.set(one.item.id, list);
    }
  }
  return [...byItem].map(([itemId, list]) => {
    const right = shareOf(list.filter(({ one }) => one.grade.right).length, list.length);
    const discrimination = pointBiserial(
      list.map(({ one, rest }) => ({ right: one.grade.right, rest })),
    );
    const { difficulty } = list[0].one.item;
    const guess = guessChance(list[0].one.item);
    const expected =
      list.reduce((sum, { theta }) => sum + chanceOfRight(theta, difficulty, guess), 0) /
      list.length;
    const logit = (share: number) => {
      const inside = Math.min(0.98, Math.max(0.02, share));
      return Math.log(inside / (1 - inside));
    };
    const harderBy = logit(expected) - logit(right.share);
    return {
      itemId,
      answers: list.length,
      right,
      discrimination,
      harderBy,
      isDoubtful:
        list.length >= LEAST_ANSWERS &&
        (mostLikely(discrimination, list.length) < LITTLE_DISCRIMINATION || harderBy > MOST_HARDER),
    };
  });
}

/** What can be counted at once, without drawing anything again. */
interface Counts {
  right: Share;
  tapping: Tapping | null;
}

export const countsOf = (answered: readonly Answered[]): Counts => ({
  right: shareOf(answered.filter(({ grade }) => grade.right).length, answered.length),
  tapping: tappingOf(answered),
});

/** How able a reader is at each skill that was asked about. */
export const skillFiguresOf = (answered: readonly Answered[]): SkillFigures[] =>
  SKILL_IDS.flatMap((skill) => {
    const own = answered.filter(({ item }) => item.skill === skill);
    if (own.length === 0) return [];
    return [
      {
        skill,
        ...abilityFrom(own.map(abilityTrial)),
        right: shareOf(own.filter(({ grade }) => grade.right).length, own.length),
      },
    ];
  });

/** Everything that is shown of a reader. */
export interface Figures extends Counts {
  answered: number;
  /** Mean of the scores, 0–1. */
  score: number;
  detection: DetectionFigures | null;
  /** Of marks that were named, and of marks that were sorted. */
  naming: Confusion;
  sorting: Confusion;
  misreadings: Misreading[];
  brier: number;
  brierInterval: Interval;
  verdict: CalibrationVerdict;
  steps: CalibrationStep[];
  measures: MeasureFigures | null;
  /** Of calls, s. */
  reactionsS: number[];
  middleReactionS: number;
  reactionInterval: Interval;
  /** To the commit, s. */
  middleTookS: number;
  skills: SkillFigures[];
}

export function figuresOf(answered: readonly Answered[]): Figures {
  const trials = answered.map(({ item, answer, grade }) =>
    confidenceTrial(item, answer, grade.right),
  );
  const reactionsS = answered.flatMap((one) => saidBy(one).reactionsS ?? []);
  return {
    ...countsOf(answered),
    answered: answered.length,
    score: meanOf(answered.map(({ grade }) => grade.score)),
    detection: detectionOf(answered),
    naming: confusionOf(answered.flatMap((one) => saidBy(one).naming ?? [])),
    sorting: confusionOf(answered.flatMap((one) => saidBy(one).sorting ?? [])),
    misreadings: misreadingsOf(answered),
    brier: brierScore(trials),
    brierInterval: bootstrapInterval(trials, brierScore, SEED),
    verdict: judgeCalibration(trials),
    steps: calibration(trials),
    measures: measureFiguresOf(answered),
    reactionsS,
    middleReactionS: median(reactionsS),
    reactionInterval: bootstrapInterval(reactionsS, median, SEED),
    middleTookS: median(answered.map(({ answer }) => answer.tookMs / 1000)),
    skills: skillFiguresOf(answered),
  };
}
