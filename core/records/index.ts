export {
  type AnyRecord,
  type AttemptRecord,
  type BenchRecord,
  type BoatRecord,
  type ChartRecord,
  type LineRecord,
  type MarkRecord,
  newRecord,
  RECORD_KINDS,
  type RecordKindName,
  type RecordTypes,
  type ScreenRecord,
  type SettingsRecord,
  type SpotRecord,
  type WaterRecord,
} from './kinds';
export { fail, ok, type Result } from './result';
export { describeIssues, readRecord, type RecordFault, type RecordKind } from './versioned';
export {
  EVIDENCE,
  LINE_KINDS,
  type LineKind,
  MARK_SYMBOLS,
  type MarkSymbol,
  type PassDraft,
  type Sighting,
} from './marks';
export { type KnownSpot, type WaterContent, waterContentSchema, waterToday } from './water';
