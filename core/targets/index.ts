export { lineAspect } from './fishStrength';
export {
  describeTarget,
  labelOf,
  scatterTarget,
  type Target,
  type TargetKindName,
  targetSchema,
} from './kinds';
export { type Medium, READING_LABELS, type ReadingLabel, type Scatterer } from './scatterers';
