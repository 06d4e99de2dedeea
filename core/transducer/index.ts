export { type BeamTable, coneBeamTable, conePattern } from './coneBeam';
export {
  builtLinePattern,
  fanDirectivityDb,
  integratedLineAngleRad,
  lineLengthWavelengths,
  linePattern,
} from './fanBeam';
export { equivalentBeamAngleSr, pistonDirectivityDb, pistonKa, pistonPattern } from './piston';
export {
  type ChirpBand,
  chirpBandSchema,
  noiseBandwidthHz,
  type Pulse,
  rangeCellM,
  relativeHalfBandwidth,
} from './pulse';
export { SHADED_HALF_POWER_U, shadedLineAmplitude } from './shadedLine';
export { sourceLevelDb } from './sourceLevel';
