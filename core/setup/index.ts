export { type Band, bandOf, BANDS } from './bands';
export {
  type ChoiceControl,
  type Control,
  CONTROL_IDS,
  type ControlGroup,
  type ControlId,
  CONTROLS,
  controlsOf,
  isAutomatic,
  type NumberControl,
  withControl,
  withinLimits,
  withMatchedScroll,
} from './controls';
export { ladderOf } from './controls/ladder';
export { listenedM } from './controls/show';
export { FAULT_IDS, type FaultId } from './faultIds';
export {
  FAULTS,
  findableFaults,
  passWithFaults,
  putFault,
  removeFault,
  stillStands,
  withFaults,
} from './faults';
export { type Layout, LAYOUTS, layoutSchema } from './layouts';
export {
  type Setup,
  setupSchema,
  type StoredSetup,
  storedSetupSchema,
  usualSetup,
  usualView,
  withView,
} from './setup';
export {
  type Purpose,
  PURPOSE_WORDS,
  PURPOSES,
  SCHOOL_QUESTIONS,
  type SchoolChoice,
  SCHOOLS,
  suggest,
  type Suggestion,
  USUAL_SCHOOLS,
  withSuggestions,
} from './suggest';
export { USUAL_GAIN_DB, USUAL_PINGS_HZ, withChosenBand, withSounder } from './setup';
