export { type BeamTable, coneBeamTable, conePattern } from './coneBeam';
export { equivalentBeamAngleSr, pistonDirectivityDb, pistonKa, pistonPattern } from './piston';
export {
  type ChirpBand,
  chirpBandSchema,
  noiseBandwidthHz,
  rangeCellM,
  relativeHalfBandwidth,
} from './pulse';
export { sourceLevelDb } from './sourceLevel';
