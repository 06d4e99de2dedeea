export { type HeardEcho, readCell } from './cursor';
export {
  type HiddenReason,
  judgeAllChannels,
  judgeScreen,
  judgeTruth,
  type OutlineRow,
  type TruthRegion,
  type Verdict,
} from './visibility';
export { cutRecording, type Recording } from './recording';
export {
  type BoatPlace,
  combinePlaces,
  deviationsApart,
  ellipse95,
  groundRangeM,
  placeAside,
  placeBelow,
  type PlacedPoint,
  placeInPlane,
} from './place';
export { cellRangeM, outwardM, type PlacedEcho, placeOfEcho } from './echoPlace';
export {
  type Cursor,
  cursorAt,
  deadZoneM,
  footprintM,
  heightFromShadowM,
  heightOffBottomM,
  measure,
  type Measured,
} from './measure';
export { type Cutaway, cutaway, type CutawayThing } from './cutaway';
export { nearestPassage, nearestTimeS } from './passage';
export {
  holdsNothing,
  isBottom,
  isCatch,
  isScenery,
  LABEL_NAMES,
  REGION_LABELS,
  type RegionLabel,
} from './labels';
export { type Evidence, EVIDENCE, type EvidenceKind, evidenceSchema, isAtLeast } from './evidence';
export {
  CERTAINTIES,
  type Certainty,
  contentsOf,
  isHiddenBySettings,
  DIFFICULTIES,
  difficultyOf,
  drawnBottomM,
  type DrawnRegion,
  drawnRegionSchema,
  movedBy,
  NO_TRUTH,
  outlineOf,
  type RegionShape,
  type ScreenTruth,
  screenTruthSchema,
  type ShapeKind,
  shapeWith,
  type Spot,
  statedTruth,
  type TruthChange,
} from './regions';
export {
  type Calibration,
  calibrationFault,
  calibrationSchema,
  framedToSpot,
  fromFramed,
  MAX_PICTURE_SIDE_PX,
  NO_CALIBRATION,
  pictureColours,
  pictureEcho,
  type PictureFrame,
  pictureFrameSchema,
  type PicturePoint,
  spotToFramed,
  toFramed,
  wholeFrame,
} from './calibration';
export { calibrationOf, pictureView, recalibrated, regionsOnPicture } from './ofPictures';
export { CUE, type CueGround, cueWords, shortLength, VERDICT_WORD, verdictText } from './words';
export {
  betterView,
  clarity,
  type ClarityInput,
  mendScore,
  type MendScore,
  type Span,
} from './clarity';
export { onPicture } from './onPicture';
export { shadowOf } from './shadow';
export {
  atSpeed,
  calibrated,
  dragged,
  draftSpeedMps,
  framed,
  ofInstrument,
  type PictureDraft,
  placed,
  type Placing,
} from './pictureDraft';
