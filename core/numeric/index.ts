export {
  acos,
  asin,
  atan2,
  cos,
  cube,
  exp,
  exp10,
  hypot,
  ln,
  log10,
  log2,
  power,
  sin,
  square,
  tan,
} from './portable';
export { inverseNormal } from './normal';
