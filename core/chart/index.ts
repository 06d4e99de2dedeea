export {
  type ChartGrid,
  contourDepths,
  type ContourLevel,
  contourLines,
  openLines,
} from './contourLines';
export {
  chartGrid,
  coarserGrid,
  deepestM,
  levelOffsetM,
  sectionAlong,
  type SectionPoint,
  steepnessDeg,
} from './relief';
