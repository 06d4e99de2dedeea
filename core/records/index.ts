export {
  type AnyRecord,
  type AttemptRecord,
  type BenchRecord,
  type BoatRecord,
  type ChartRecord,
  type CollectionRecord,
  type DrillRecord,
  type LessonRecord,
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
export { fail, ok, type Result, reasonOf } from './result';
export { describeIssues, readRecord, type RecordFault, type RecordKind } from './versioned';
export { LINE_KINDS, type LineKind, MARK_SYMBOLS, type MarkSymbol, type Sighting } from './marks';
export { echogramInfoSchema, type ScreenSource } from './screen';
export {
  type Digest,
  digestAfter,
  digestOf,
  emptinessOf,
  type ScreenGround,
  trackWithBottom,
  truthOfScreen,
} from './screenTruth';
export {
  ALL_SCREENS,
  findScreens,
  SCREEN_ORDERS,
  type ScreenOrder,
  type ScreenQuery,
} from './findScreens';
export {
  type Feedback,
  FEEDBACKS,
  type LessonStep,
  type Plate,
  plateSchema,
  stepSchema,
  type StoredAnswer,
} from './drills';
export { newScreen } from './newScreen';
