/**
 * Echoes as SONAR-netCDF4, the convention of ICES for sonar data (Cooperative Research Report 341),
 * in and out. The HDF5 library is handed in, since browser and Node load it each their own way.
 *
 * Written: a beam group for each channel; `backscatter_r` as an array (ping_time, beam, range_sample) of
 * 16-bit hundredths of dB with its `scale_factor`; what the convention has no place for goes to
 * /Sonar/Vendor_specific, from which our own files are restored without loss. Read: arrays and ragged
 * (variable-length) samples, linear or in dB, complex or real.
 */
import type { PingTrack } from '../../sounding';

export type Hdf5 = typeof import('h5wasm');

/** In the library's own file system. */
export const PATH = '/echo.nc';
/** What the convention has no place for. */
export const OWN_GROUP = 'Vendor_specific';
/** Columns of the track and how they are stored. */
export const TRACK_TYPES: Record<keyof PingTrack, string> = {
  timeS: '<d',
  alongM: '<f',
  xM: '<f',
  yM: '<f',
  headingRad: '<f',
  speedMps: '<f',
  bottomDepthM: '<f',
};
