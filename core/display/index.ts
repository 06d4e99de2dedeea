export { palette, type Palette, PALETTE_IDS, type PaletteId } from './palettes';
export {
  binToY,
  depthToY,
  type EchoSource,
  type EchoTransform,
  echoTransform,
  pingsAcross,
  pingToX,
  renderEchogram,
  xToPing,
  yToBin,
  yToDepthM,
} from './render';
export { stripStrengths } from './strip';
export { scaleTicks } from './ticks';
export {
  aboveFloorDb,
  clampView,
  DISPLAY_SPAN_DB,
  LEAST_WINDOW_M,
  matchedScrollPxPerS,
  MIDDLE_GAIN_DB,
  type View,
  VIEW_LIMITS,
  viewSchema,
} from './view';
