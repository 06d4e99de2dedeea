export {
  type Background,
  BACKGROUNDS,
  blockBuffers,
  copyColumns,
  type EchogramInfo,
  emptyTrack,
  emptyTruth,
  type PingBlock,
  type PingTrack,
  sliceColumns,
  type TruthRows,
} from './echogram';
export { EchoRing } from './echoRing';
export { CONE_PRESET_IDS, CONE_PRESETS, coneFromPreset, type ConePresetId } from './presets';
export { createSoundingRun, type SoundingRequest, soundingRequestSchema } from './run';
export { type Scene, sceneSchema } from './scene';
export {
  coneSounderSchema,
  maxPingRateHz,
  type Rig,
  rigSchema,
  type Sounder,
  sounderSchema,
} from './sounder';
