export { composeDrill, type DrillScreen } from './compose';
export {
  brierScore,
  calibration,
  type CalibrationStep,
  type CalibrationVerdict,
  claimedChance,
  judgeCalibration,
  wilsonInterval,
} from './confidence';
export { gradeAnswer, missDistance, tapTolerance, type Tolerance } from './grading';
export {
  type Answer,
  type Confidence,
  CONFIDENCE_STEPS,
  type Grade,
  type Item,
  type Mark,
  type TapAllGrade,
} from './items';
export { type DrillSummary, summarise } from './summary';
export { SKILL_IDS, type SkillId, SKILLS, skillsFor } from './skills';
