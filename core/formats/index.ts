export { type EchoContent, readEchoFile, writeEchoFile } from './echoFile';
export type { FormatFault } from './fault';
export { readWorkspace, type Workspace, writeWorkspace } from './workspace';
export { type NetworkReadings, NO_READINGS, nmeaSentences, withSentence } from './nmea';
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
export { type ChartData, EMPTY_CHART_DATA, type PlacedMark } from './chartData';
export { type DepthGridFile, readDepthGrid, writeEsriGrid } from './depthGrid';
export { readGeoJson, writeGeoJson } from './geoJson';
export { readGpx, writeGpx } from './gpx';
export { readMarksCsv, writeMarksCsv } from './marksCsv';
export type { EchoLog } from './echoLog';
export { readLevelsCsv, writeLevelsCsv } from './levelsCsv';
export { type Hdf5, type NetcdfContent, readSonarNetcdf, writeSonarNetcdf } from './sonarNetcdf';
export { inspectPicture, type PictureFileInfo } from './pictureFile';
export { type PngNotes, readPngNotes, writeScreenPng } from './screenPng';
export { readTruthFile, type TruthFile, truthFileSchema, writeTruthFile } from './truthFile';
export { feedBlock, type FeedHello, feedHelloSchema } from './feed';
