export {
  type Answer,
  type AnswerOf,
  answerSchema,
  askOf,
  explainAnswer,
  type Grade,
  gradeAnswer,
  type GradeOf,
  gradeSchema,
  guessChance,
  type Item,
  kindName,
  ITEM_KINDS,
  type ItemKindName,
  type ItemOf,
  itemSchema,
} from './items';
export {
  type Confidence,
  CONFIDENCE_STEPS,
  type Explained,
  type ExplainLook,
  type Ground,
} from './itemBase';
export { type Mark, tapTolerance } from './kinds/tapAll';
export { liveStartPing } from './kinds/callLive';
export { keepsShares } from './shares';
export { readWhichIs } from './kinds/whichIs';
export { depthUnderM } from './drawn';
export { QUANTITIES } from './kinds/measure';
export { placeFrom } from './kinds/placeIt';
export { WRONG_NAMES, type Wrong } from './kinds/whatIsWrong';
export { judgeChoices, situationOf } from './kinds/whereNext';
export { type Bin, BINS } from './lookAlikes';
export { type DrillScreen, drillSource, slotOf } from './drillScreen';
export { type Recipe, recipeSchema, refKey, type ScreenRef } from './recipe';
export { momentOf, screenOfRecipe, waterMark } from './soundRecipe';
export { composeDrill, type OpenedScreen, questionsOf } from './compose';
export {
  generateItems,
  type GeneratorInput,
  type GeneratorStep,
  type GeneratorWater,
} from './generate';
export type { CalibrationStep, CalibrationVerdict } from './confidence';
export { SKILL_IDS, SKILL_INSTRUMENTS, type SkillId, SKILLS, skillsFor } from './skills';
export {
  type Answered,
  countsOf,
  type Figures,
  figuresOf,
  itemFigures,
  type ItemFigures,
} from './statistics/answers';
export { FEW_TRIALS } from './statistics/detection';
export type { Interval, Share } from './statistics/proportion';
export {
  BAND_EDGES,
  bandOfDifficulty,
  nextWanted,
  practiceState,
  type PracticeState,
  type ReviewCard,
  streakDays,
  type Wanted,
} from './review';
