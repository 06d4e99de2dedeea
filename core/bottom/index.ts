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
  type FineBottom,
  fineBottom,
  planeBottom,
  sedimentAt,
} from './relief';
export { reflectionCoefficient, SEDIMENT_NAMES, type SedimentName, SEDIMENTS } from './sediments';
