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
export { type ChartData, EMPTY_CHART_DATA, type PlacedMark } from './chartData';
export { type DepthGridFile, readDepthGrid, writeEsriGrid } from './depthGrid';
export { readGeoJson, writeGeoJson } from './geoJson';
export { readGpx, writeGpx } from './gpx';
export { readMarksCsv, writeMarksCsv } from './marksCsv';
