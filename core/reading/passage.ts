/** When and how near a boat passed a place. */
import { type PassRun, poseAt } from '../pass';
import type { EchoRing } from '../sounding';

type Place = { xM: number; yM: number };

export interface Passage {
  ping: number;
  /** Over the ground at that ping. */
  distanceM: number;
  /** Across the course, to starboard positive. */
  abeamM: number;
  /** From the transducer, for a thing on flat ground there, m. */
  slantM: number;
}

/** The ping among `fromPing … endPing` at which the boat was nearest to a place; null without pings. */
export function nearestPassage(
  ring: EchoRing,
  fromPing: number,
  endPing: number,
  place: Place,
): Passage | null {
  const { info, track } = ring;
  let nearest = -1;
  let distanceM = Infinity;
  for (let ping = Math.max(ring.first, fromPing); ping < Math.min(ring.end, endPing); ping++) {
    const at = ring.slot(ping);
    const d = Math.hypot(place.xM - track.xM[at], place.yM - track.yM[at]);
    if (d < distanceM) {
      distanceM = d;
      nearest = ping;
    }
  }
  if (nearest < 0) return null;
  const at = ring.slot(nearest);
  const headingRad = track.headingRad[at];
  const heightM = track.bottomDepthM[at] - info.draftM;
  return {
    ping: nearest,
    distanceM,
    abeamM:
      (place.xM - track.xM[at]) * Math.cos(headingRad) -
      (place.yM - track.yM[at]) * Math.sin(headingRad),
    slantM: Math.hypot(distanceM, heightM),
  };
}

const LOOK_EVERY_S = 1;
const MOST_LOOKS = 3000;

/**
 * When a run is, was or will be nearest to a place; null when it never comes near.
 * @param withinM farther away than this is not near
 */
export function nearestTimeS(
  run: PassRun,
  place: Place,
  untilS: number,
  withinM: number,
): number | null {
  let bestM = withinM;
  let at: number | null = null;
  const stepS = Math.max(LOOK_EVERY_S, untilS / MOST_LOOKS);
  for (let timeS = 0; timeS <= untilS; timeS += stepS) {
    const { xM, yM } = poseAt(run, timeS);
    const d = Math.hypot(xM - place.xM, yM - place.yM);
    if (d < bestM) {
      bestM = d;
      at = timeS;
    }
  }
  return at;
}
