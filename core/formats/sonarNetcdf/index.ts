export type { Hdf5 } from './names';
export { readSonarNetcdf } from './read';
export { type NetcdfContent, writeSonarNetcdf } from './write';
