export { lineAspect } from './fishStrength';
export {
  describeTarget,
  labelOf,
  overheadLoss,
  raiseTarget,
  scatterTarget,
  type Target,
  TARGET_KIND_NAMES,
  type TargetInput,
  type TargetKindName,
  targetMotions,
  targetSchema,
} from './kinds';
export type { Motion, Offset } from './motion';
export { type Material, MATERIALS } from './materials';
export { gapMovesM, keptAway, predatorsAt } from './predatorGap';
export { reachOfTargetM } from './reach';
export {
  type Medium,
  type Piece,
  READING_LABELS,
  type ReadingLabel,
  type Scatterer,
} from './scatterers';
export { type TargetField, targetFields } from './fields';
export { lureCadencePerMin } from './judgeLure';
export { heldDepthM, type Lure, lureJigged, lureMoved, lureTaken } from './lureInHand';
