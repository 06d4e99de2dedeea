export { EYES, type Eye, palette, type Palette, PALETTE_IDS, type PaletteId } from './palettes';
export type { EchoSource } from './paint';
export {
  binToY,
  cellToY,
  depthToY,
  type DrawOptions,
  type EchoTransform,
  echoTransform,
  pingsAcross,
  pingToX,
  renderEchogram,
  xToPing,
  yToBin,
  yToDepthM,
} from './along';
export { type AbeamTransform, pingToLineY, rangeToX } from './abeam';
export { polarPlace, type PolarTransform } from './polar';
export {
  channelAt,
  type EchoPoint,
  type Picture,
  pictureOf,
  placeOf,
  placeOfSpot,
  pointAt,
  renderPicture,
  scrolledSince,
  spotAt,
} from './picture';
export { lockDepthM, pingReader } from './pingReader';
export { automaticGainDb, automaticLimitM, settledView } from './settle';
export { stripStrengths } from './strip';
export { scaleTicks } from './ticks';
export {
  aboveFloorDb,
  clampView,
  DISPLAY_SPAN_DB,
  LEAST_WINDOW_M,
  matchedScrollPxPerS,
  MIDDLE_GAIN_DB,
  shownSpanDb,
  SIDES_SHOWN,
  type Tone,
  TVG_LAWS,
  type TvgLaw,
  tvgDb,
  type View,
  VIEW_LIMITS,
  viewOf,
  viewSchema,
  ZOOMS,
} from './view';
export { drawWholeStretch, type EchoStretch, stretchSource } from './stretch';
