export { type BlankChoice, blankFault, blankNodes, blankWater, withBottom } from './blank';
export { generateWater, type WaterChoice, waterChoiceSchema } from './generator';
export {
  applyEdit,
  bottomEdit,
  type Change,
  type Edit,
  joinedEdits,
  revertEdit,
  sceneEdit,
  waterEdit,
} from './history';
export { freeId, type NewThing, Placer } from './placer';
export {
  airTrendC,
  applySeason,
  lifeNear,
  readSeason,
  type SeasonReading,
  type SeasonState,
} from './season';
export { WATER_TEMPLATES, type WaterTemplate } from './templates';
