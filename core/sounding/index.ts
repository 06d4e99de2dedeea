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
export { EchoRing } from './echoRing';
export { CONE_PRESET_IDS, CONE_PRESETS, coneFromPreset, type ConePresetId } from './presets';
export {
  createSoundingRun,
  type SoundingRequest,
  soundingRequestSchema,
  type SoundingRun,
} from './run';
export { type Scene, sceneAtLevel, sceneSchema } from './scene';
export { type Rig, rigSchema, soundRig } from './rig';
export { type ConeSounder, maxPingRateHz, type Sounder, sounderSchema } from './sounder';
