export { degToRad, radToDeg } from './angle';
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
