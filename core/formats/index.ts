export { type EchoContent, readEchoFile, writeEchoFile } from './echoFile';
export type { FormatFault } from './fault';
export { readWorkspace, type Workspace, writeWorkspace } from './workspace';
export { nmeaSentences } from './nmea';
export {
  apiIssues,
  type ApiFault,
  MAX_ANSWER_CELLS,
  NAMED_SCENES,
  namedWater,
  readSoundingRequest,
  soundingAnswer,
  type SoundingAnswer,
} from './soundingApi';
