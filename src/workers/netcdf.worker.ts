/** SONAR-netCDF4 in and out; the HDF5 library is heavy and loads with this worker only. */
import { expose } from 'comlink';
import { type NetcdfContent, readSonarNetcdf, writeSonarNetcdf } from '@core/formats';

// HDF5 writes its own stack to the console for every damaged file; what matters is in the answer.
console.error = () => undefined;

async function hdf5() {
  const library = await import('h5wasm');
  await library.ready;
  return library;
}

const netcdfWork = {
  read: async (bytes: Uint8Array) => readSonarNetcdf(await hdf5(), bytes),
  write: async (content: NetcdfContent) => writeSonarNetcdf(await hdf5(), content),
};
export type NetcdfWork = typeof netcdfWork;

expose(netcdfWork);
