/** SONAR-netCDF4 in and out; the HDF5 library is heavy and loads with this worker only. */
import { expose } from 'comlink';
import * as h5 from 'h5wasm';
import { type NetcdfContent, readSonarNetcdf, writeSonarNetcdf } from '@core/formats';

const netcdfWork = {
  async read(bytes: Uint8Array) {
    await h5.ready;
    return readSonarNetcdf(h5, bytes);
  },
  async write(content: NetcdfContent) {
    await h5.ready;
    return writeSonarNetcdf(h5, content);
  },
};
export type NetcdfWork = typeof netcdfWork;

expose(netcdfWork);
