/**
 * Sentences of NMEA 0183 as a small boat's instruments send them: depth (DPT), water temperature (MTW),
 * course and speed (VTG), position (GGA). Each ends with the checksum of all between $ and *.
 */
import { MPS_PER_KNOT } from '../units/quantities';
import { radToDeg } from '../units/angle';
import { type Geodetic, SCENE_ORIGIN, toGeodetic } from '../units/geodetic';

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

/** What the sentences of the boat's network have told so far; null until a sentence said it. */
export interface NetworkReadings {
  depthM: number | null;
  temperatureC: number | null;
  courseDeg: number | null;
  speedMps: number | null;
  place: Geodetic | null;
}

export const NO_READINGS: NetworkReadings = {
  depthM: null,
  temperatureC: null,
  courseDeg: null,
  speedMps: null,
  place: null,
};

const numberOf = (text: string | undefined): number | null =>
  text !== undefined && text !== '' && Number.isFinite(Number(text)) ? Number(text) : null;

/** ddmm.mmmm and its hemisphere as degrees. */
function readAngle(text: string | undefined, letter: string | undefined): number | null {
  const value = numberOf(text);
  if (value === null || !letter) return null;
  const deg = Math.floor(value / 100) + (value % 100) / 60;
  return letter === 'S' || letter === 'W' ? -deg : deg;
}

/**
 * Takes one sentence over into what is known: DPT, MTW, VTG and GGA of any talker. Others, and those
 * whose checksum is wrong, change nothing.
 */
export function withSentence(known: NetworkReadings, sentence: string): NetworkReadings {
  const [, body, sum] = /^\$([^*]+)\*([0-9A-F]{2})\s*$/i.exec(sentence) ?? [];
  if (!body || withChecksum(body) !== `$${body}*${sum.toUpperCase()}`) return known;
  const [head, ...fields] = body.split(',');
  switch (head.slice(2)) {
    case 'DPT': {
      const underM = numberOf(fields[0]);
      // Its second field, when positive, is how deep the transducer lies under the surface.
      const draftM = Math.max(0, numberOf(fields[1]) ?? 0);
      return underM === null ? known : { ...known, depthM: underM + draftM };
    }
    case 'MTW':
      return { ...known, temperatureC: numberOf(fields[0]) ?? known.temperatureC };
    case 'VTG': {
      const knots = numberOf(fields[4]);
      return {
        ...known,
        courseDeg: numberOf(fields[0]) ?? known.courseDeg,
        speedMps: knots === null ? known.speedMps : knots * MPS_PER_KNOT,
      };
    }
    case 'GGA': {
      const latitudeDeg = readAngle(fields[1], fields[2]);
      const longitudeDeg = readAngle(fields[3], fields[4]);
      return latitudeDeg === null || longitudeDeg === null
        ? known
        : { ...known, place: { latitudeDeg, longitudeDeg } };
    }
    default:
      return known;
  }
}
