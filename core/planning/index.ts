export { adviseOn, type Advice, depthsAlong, type Purpose, PURPOSES } from './advice';
export { boxAround, type Coverage, coverageOf, OUTSIDE } from './coverage';
export { followContour, thinned } from './followContour';
export { type LanePlan, lanesOver, type Point, reciprocalPasses } from './lanes';
export { laneSpacingM, type Swath, swath } from './swath';
export {
  ACROSS_DEG,
  medianDepthM,
  type PassDraft,
  passDraftSchema,
  type Planned,
  plannedPass,
  sweepOf,
} from './draft';
