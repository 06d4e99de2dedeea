export {
  type AnyRecord,
  type AttemptRecord,
  type BenchRecord,
  newRecord,
  RECORD_KINDS,
  type RecordKindName,
  type RecordTypes,
  type ScreenRecord,
  type SettingsRecord,
  type WaterRecord,
} from './kinds';
export { fail, ok, type Result } from './result';
export { describeIssues, readRecord, type RecordFault, type RecordKind } from './versioned';
export { type WaterContent } from './water';
