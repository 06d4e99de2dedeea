export {
  BRUSH_TOOLS,
  type BrushDab,
  type BrushTool,
  cutRect,
  dabDepth,
  dabSediment,
  type DepthGrid,
  type GridRect,
  unionRect,
  withRect,
} from './brush';
export { type Feature, featureSchema } from './features';
export {
  bottomBackscatter,
  facetBackscatter,
  lambertBackscatter,
  secondEchoRatio,
  tailDecayDbPerM,
} from './backscatter';
export {
  type Bottom,
  bottomSchema,
  depthAtM,
  featureDepthsM,
  type FineBottom,
  fineBottom,
  MAX_GRID_NODES,
  planeBottom,
  sampledBottom,
  sedimentAt,
} from './relief';
export { reflectionCoefficient, SEDIMENT_NAMES, type SedimentName, SEDIMENTS } from './sediments';
