export {
  hash32,
  hashText,
  hashUniform,
  randomSource,
  type RandomSource,
  shuffled,
  smoothNoise,
  smoothNoise2,
} from './random';
