export { type HeardEcho, readCell } from './cursor';
export {
  type HiddenReason,
  judgeAllChannels,
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
