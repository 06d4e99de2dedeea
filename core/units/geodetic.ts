import { cos } from '../numeric';
import { degToRad } from './angle';

/** Latitude and longitude, WGS 84, degrees. */
export interface Geodetic {
  latitudeDeg: number;
  longitudeDeg: number;
}

/** Open water, since made-up waters lie nowhere: where x and y are zero unless a water says otherwise. */
export const SCENE_ORIGIN: Geodetic = { latitudeDeg: 55, longitudeDeg: 4 };

/** One degree of latitude of a sphere as large as the Earth; good to 0.5 % over the size of a lake. */
const METRES_PER_DEGREE = 111_320;

export function toGeodetic(origin: Geodetic, xM: number, yM: number): Geodetic {
  return {
    latitudeDeg: origin.latitudeDeg + yM / METRES_PER_DEGREE,
    longitudeDeg:
      origin.longitudeDeg + xM / (METRES_PER_DEGREE * cos(degToRad(origin.latitudeDeg))),
  };
}

export function fromGeodetic(origin: Geodetic, place: Geodetic): { xM: number; yM: number } {
  return {
    xM:
      (place.longitudeDeg - origin.longitudeDeg) *
      METRES_PER_DEGREE *
      cos(degToRad(origin.latitudeDeg)),
    yM: (place.latitudeDeg - origin.latitudeDeg) * METRES_PER_DEGREE,
  };
}
