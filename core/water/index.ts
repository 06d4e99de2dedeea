export { absorptionDbPerM } from './absorption';
export { densityKgPerM3, gaugePressureBar } from './density';
export {
  scatteringByFrequencyDb,
  surfaceClutter,
  surfaceSlope2,
  temperatureAtC,
  type Thermocline,
  thermoclineSchema,
  type WaterColumn,
  waterColumnSchema,
} from './layers';
export { noiseSpectrumDb, selfNoiseDb, thermalNoiseDb, windNoiseDb } from './noise';
export { soundSpeedMps } from './soundSpeed';
export { boatMotion, type Conditions, conditionsSchema, driftMps, waterLevelM } from './conditions';
