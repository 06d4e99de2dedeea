export { degToRad, radToDeg } from './angle';
export { fromGeodetic, type Geodetic, SCENE_ORIGIN, toGeodetic } from './geodetic';
export { fromDb, sumDb, toDb } from './decibel';
export {
  format,
  formatClock,
  formatNumber,
  LENGTH,
  MPS_PER_KMH,
  MPS_PER_KNOT,
  SPEED,
  TEMPERATURE,
  type UnitSystem,
} from './quantities';
