export {
  type Background,
  BACKGROUNDS,
  blockBuffers,
  cellsPerPing,
  CHANNEL_NAMES,
  type ChannelInfo,
  type ChannelName,
  copyColumns,
  type EchogramInfo,
  emptyTrack,
  emptyTruth,
  firstRowOf,
  type Instrument,
  INSTRUMENTS,
  joinColumns,
  type PingBlock,
  type PingTrack,
  rowsPerPing,
  sliceColumns,
  type TruthRows,
} from './echogram';
export { trackedDepthsM } from './bottomTracker';
export { EchoRing } from './echoRing';
export { CONE_PRESET_IDS, CONE_PRESETS, coneFromPreset, type ConePresetId } from './presets';
export {
  createSoundingRun,
  ENGINE_VERSION,
  type SoundingRequest,
  soundingRequestSchema,
  type SoundingRun,
} from './run';
export { type Scene, sceneAtLevel, sceneSchema } from './scene';
export { type Rig, rigSchema, soundRig } from './rig';
export {
  type ColumnSounder,
  columnSounderSchema,
  type ConeSounder,
  coneSounderSchema,
  type DownFanSounder,
  downFanSounderSchema,
  maxPingRateHz,
  pingRateHz,
  type SectorSounder,
  sectorSounderSchema,
  type SideFansSounder,
  sideFansSounderSchema,
  type Sounder,
  sounderSchema,
} from './sounder';
export {
  type EchoLedger,
  explainCell,
  type LedgerCell,
  type LedgerPart,
  type LedgerTerm,
} from './ledger';
export { isAbeam, isAlong, isPolar, TRAITS } from './traits';
