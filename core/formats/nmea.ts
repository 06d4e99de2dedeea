/**
 * Sentences of NMEA 0183 as a small boat's instruments send them: depth (DPT), water temperature (MTW),
 * course and speed (VTG), position (GGA). Each ends with the checksum of all between $ and *.
 */
import { MPS_PER_KNOT } from '../units/quantities';
import { radToDeg } from '../units/angle';
import { SCENE_ORIGIN, toGeodetic } from '../units/geodetic';

export function withChecksum(body: string): string {
  let sum = 0;
  for (let i = 0; i < body.length; i++) sum ^= body.charCodeAt(i);
  return `$${body}*${sum.toString(16).toUpperCase().padStart(2, '0')}`;
}

/** Degrees as ddmm.mmmm or dddmm.mmmm and the letter of the hemisphere. */
function nmeaAngle(deg: number, digits: 2 | 3, letters: readonly [string, string]): string {
  const size = Math.abs(deg);
  // Rounded first: 59.99996 minutes are the next degree.
  const minutes = Math.round(size * 60 * 10_000) / 10_000;
  const whole = Math.floor(minutes / 60 + 1e-12);
  const rest = (minutes - whole * 60).toFixed(4).padStart(7, '0');
  return `${String(whole).padStart(digits, '0')}${rest},${letters[deg < 0 ? 1 : 0]}`;
}

const clock = (seconds: number) => {
  const whole = Math.floor(seconds);
  const two = (value: number) => String(value).padStart(2, '0');
  const hundredths = two(Math.floor((seconds - whole) * 100 + 1e-9));
  return `${two(Math.floor(whole / 3600) % 24)}${two(Math.floor(whole / 60) % 60)}${two(whole % 60)}.${hundredths}`;
};

export interface BoatReadings {
  timeS: number;
  xM: number;
  yM: number;
  headingRad: number;
  speedMps: number;
  /** Under the surface; the transducer's draft is stated apart. */
  depthM: number;
  draftM: number;
  temperatureC: number;
}

/** One sentence of each kind for one moment; time counts from midnight of the pass. */
export function nmeaSentences(boat: BoatReadings): string[] {
  const { latitudeDeg, longitudeDeg } = toGeodetic(SCENE_ORIGIN, boat.xM, boat.yM);
  const courseDeg = (radToDeg(boat.headingRad) + 360) % 360;
  const knots = boat.speedMps / MPS_PER_KNOT;
  return [
    `SDDPT,${Math.max(0, boat.depthM - boat.draftM).toFixed(2)},${boat.draftM.toFixed(2)}`,
    `SDMTW,${boat.temperatureC.toFixed(1)},C`,
    `GPVTG,${courseDeg.toFixed(1)},T,,M,${knots.toFixed(2)},N,${(boat.speedMps * 3.6).toFixed(2)},K,S`,
    `GPGGA,${clock(boat.timeS)},${nmeaAngle(latitudeDeg, 2, ['N', 'S'])},${nmeaAngle(longitudeDeg, 3, ['E', 'W'])},8,08,1.0,0.0,M,0.0,M,,`,
  ].map(withChecksum);
}
