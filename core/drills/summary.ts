import {
  brierScore,
  calibration,
  type CalibrationStep,
  type CalibrationVerdict,
  type ConfidenceTrial,
  confidenceTrial,
  judgeCalibration,
} from './confidence';
import type { Answer, Grade } from './items';

export interface DrillSummary {
  answered: number;
  right: number;
  hits: number;
  misses: number;
  falseMarks: number;
  strays: number;
  notCounted: number;
  named: number;
  namedRight: number;
  brier: number;
  verdict: CalibrationVerdict;
  steps: CalibrationStep[];
  trials: ConfidenceTrial[];
}

export function summarise(answers: readonly { answer: Answer; grade: Grade }[]): DrillSummary {
  const taps = answers.flatMap(({ grade }) => (grade.kind === 'tapAll' ? [grade] : []));
  const named = answers.flatMap(({ grade }) => (grade.kind === 'whatIsThis' ? [grade] : []));
  const trials = answers.map(({ answer, grade }) => confidenceTrial(answer, grade));
  const total = (of: (grade: (typeof taps)[number]) => number) =>
    taps.reduce((sum, grade) => sum + of(grade), 0);
  return {
    answered: answers.length,
    right: answers.filter(({ grade }) => grade.right).length,
    hits: total((grade) => grade.hits.length),
    misses: total((grade) => grade.missed.length),
    falseMarks: total((grade) => grade.falseMarks.length),
    strays: total((grade) => grade.strays.length),
    notCounted: total((grade) => grade.notCounted.length),
    named: named.length,
    namedRight: named.filter((grade) => grade.right).length,
    brier: brierScore(trials),
    verdict: judgeCalibration(trials),
    steps: calibration(trials),
    trials,
  };
}
