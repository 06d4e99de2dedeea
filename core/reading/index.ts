export { cellDepthM, type CursorReading, readCell } from './cursor';
export {
  type HiddenReason,
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
} from './place';
