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
  BURIED_DEPTH_M,
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
export {
  BORDER_FRAY_M,
  BORDER_WANDER_M,
  grainOf,
  groundTables,
  type GroundTables,
  groundTiles,
  stoneTiles,
  type StoneTiles,
  type GroundTiles,
  PATCH_COS,
  PATCH_SIN,
  reliefSlope2,
  TEXELS_PER_M,
  TILE,
  TILE_MASK,
} from './texture';
export {
  buriedReflection,
  isSoft,
  reflectionCoefficient,
  SEDIMENT_NAMES,
  type SedimentName,
  SEDIMENTS,
} from './sediments';
