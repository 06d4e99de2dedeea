/**
 * What two cursors on a picture say: lengths, heights and times, each with its formula and the numbers in
 * it. Sources: plane geometry of slant ranges over flat ground (docs/physics.md).
 */
import { degToRad, formatNumber, LENGTH, type UnitSystem } from '../units';
import { type EchogramInfo, type PingTrack, isAbeam, isPolar } from '../sounding';
import type { EchoPoint } from '../display';
import { cellRangeM } from './echoPlace';
import { groundRangeM } from './place';

/** A cursor put down: the cell, and what the boat was doing when it was heard. */
export interface Cursor {
  point: EchoPoint;
  rangeM: number;
  timeS: number;
  alongM: number;
  /** Transducer over the bottom straight below, m. */
  altitudeM: number;
}

export function cursorAt(
  info: EchogramInfo,
  track: PingTrack,
  slot: number,
  point: EchoPoint,
): Cursor {
  return {
    point,
    rangeM: cellRangeM(info, point.bin),
    timeS: track.timeS[slot],
    alongM: track.alongM[slot],
    altitudeM: Math.max(0, track.bottomDepthM[slot] - info.draftM),
  };
}

export interface Measured {
  id: string;
  label: string;
  /** In SI. */
  value: number;
  quantity: 'length' | 'time' | 'pixels';
  /** As one would write it on a board, the numbers in the reader's units. */
  formula: string;
}

export interface MeasureInput {
  info: EchogramInfo;
  /** The first cursor; of an echo its near edge. */
  a: Cursor;
  /** The second; of a shadow its far end, or its beginning where a fish hangs. */
  b: Cursor | null;
  /** The newest ping, for distance behind. */
  latest: { timeS: number; alongM: number };
  units: UnitSystem;
  /** Of the picture as it is shown. */
  pxPerM: number;
  pxPerTrackM: number;
  /** The fish that pixels are counted for. */
  fishLengthM: number;
}

/** A fish is so high, as a share of its length. */
export const FISH_DEPTH_SHARE = 0.25;

/** Width of a beam over the ground at a distance: 2 d tan(θ/2). Check: 10 m, 20°: 3.527 m. */
export const footprintM = (distanceM: number, beamDeg: number) =>
  2 * distanceM * Math.tan(degToRad(beamDeg) / 2);

/**
 * Height over the bottom that a fish at the beam's edge needs to show: d (1 − cos θ/2), and a range cell.
 * Check: 20 m, 20°, cell 0.0733 m: 0.377 m.
 */
export const deadZoneM = (distanceM: number, beamDeg: number, rangeCellM: number) =>
  distanceM * (1 - Math.cos(degToRad(beamDeg) / 2)) + rangeCellM;

/**
 * The same right under the boat over a slope: the bottom uphill is nearer and drowns what is deeper than it,
 * d (1 − cos β / cos(β − θ/2)) and a range cell; where the beam is wider than the slope is steep, d (1 − cos β). Check: 10 m,
 * 20°, 30°, cell 0.1 m: 0.884 m.
 */
export function deadZoneOnSlopeM(
  distanceM: number,
  beamDeg: number,
  slopeDeg: number,
  rangeCellM: number,
): number {
  const pastEdgeRad = degToRad(Math.max(0, slopeDeg - beamDeg / 2));
  const nearestM = (distanceM * Math.cos(degToRad(slopeDeg))) / Math.cos(pastEdgeRad);
  return distanceM - nearestM + rangeCellM;
}

/** Height of a thing on flat ground: h (R_end − R_near) / R_end. Check: 5, 15.5242, 19.4052: 1 m. */
export const heightFromShadowM = (altitudeM: number, nearM: number, endM: number) =>
  endM > 0 ? (altitudeM * (endM - nearM)) / endM : 0;

/** Height off flat ground of a thing that hangs: h (1 − R_thing / R_shadow). Check: 6, 15, 20: 1.5 m. */
export const heightOffBottomM = (altitudeM: number, thingM: number, shadowM: number) =>
  shadowM > 0 ? altitudeM * (1 - thingM / shadowM) : 0;

export function measure(input: MeasureInput): Measured[] {
  const { info, a, b, latest, units, pxPerM, pxPerTrackM, fishLengthM } = input;
  const n = (metres: number, decimals = 2) => formatNumber(LENGTH[units].show(metres), decimals);
  const found: Measured[] = [];
  const add = (
    id: string,
    label: string,
    value: number,
    formula: string,
    quantity: Measured['quantity'] = 'length',
  ) => {
    // On a picture some figures are not known; what follows from them is left out.
    if (Number.isFinite(value)) found.push({ id, label, value, quantity, formula });
  };
  const channel = info.channels[a.point.channel];
  const isSide = isAbeam(info.instrument);
  const isSector = isPolar(info.instrument);
  const angleOf = (cursor: Cursor) =>
    degToRad(info.channels[cursor.point.channel].beamAnglesDeg[cursor.point.beam]);

  const ageS = latest.timeS - a.timeS;
  const behindM = latest.alongM - a.alongM;
  add('age', 'Heard', ageS, 'time of the newest ping − time of this one', 'time');
  add(
    'behind',
    'Behind the boat',
    behindM,
    ageS > 0 ? `speed × time = ${n(behindM / ageS)} × ${formatNumber(ageS, 1)}` : 'now',
  );
  if (isSide) {
    add('slant', 'Slant range', a.rangeM, 'as the picture is scaled');
    if (a.rangeM >= a.altitudeM) {
      add(
        'ground',
        'Over the ground',
        groundRangeM(a.rangeM, a.altitudeM),
        `√(R² − h²) = √(${n(a.rangeM)}² − ${n(a.altitudeM)}²)`,
      );
    } else {
      add(
        'inWater',
        'Nearer than the bottom by',
        a.altitudeM - a.rangeM,
        `h − R = ${n(a.altitudeM)} − ${n(a.rangeM)}: it hangs in the water; how far to the side cannot be told`,
      );
    }
  } else if (isSector) {
    const angle = angleOf(a);
    const degrees = formatNumber((angle * 180) / Math.PI, 0);
    add('out', 'Out from the mount', a.rangeM * Math.sin(angle), `R sin ${degrees}°`);
    add(
      'depth',
      'Depth',
      info.draftM + a.rangeM * Math.cos(angle),
      `draft + R cos ${degrees}° = ${n(info.draftM)} + ${n(a.rangeM)} cos ${degrees}°`,
    );
  } else {
    add(
      'depth',
      'Depth',
      info.draftM + a.rangeM,
      `draft + range = ${n(info.draftM)} + ${n(a.rangeM)}`,
    );
    const acrossDeg = channel.acrossBeamwidthDeg ?? channel.beamwidthDeg;
    add(
      'footprint',
      channel.acrossBeamwidthDeg ? 'Footprint across' : 'Footprint',
      footprintM(a.rangeM, acrossDeg),
      `2 d tan(θ/2) = 2 × ${n(a.rangeM)} × tan ${formatNumber(acrossDeg / 2, 1)}°`,
    );
    add(
      'deadZone',
      'Hidden at the bottom',
      deadZoneM(a.altitudeM, acrossDeg, channel.rangeCellM),
      `d (1 − cos θ/2) + cell = ${n(a.altitudeM)} × (1 − cos ${formatNumber(acrossDeg / 2, 1)}°) + ${n(channel.rangeCellM)}`,
    );
  }
  add(
    'pixels',
    `Pixels for a fish of ${n(fishLengthM)} ${LENGTH[units].unit}`,
    Math.max(1, fishLengthM * pxPerTrackM) * Math.max(1, FISH_DEPTH_SHARE * fishLengthM * pxPerM),
    `length × height = ${formatNumber(fishLengthM * pxPerTrackM, 1)} × ${formatNumber(FISH_DEPTH_SHARE * fishLengthM * pxPerM, 1)} px`,
    'pixels',
  );
  if (!b) return found;

  const alongM = b.alongM - a.alongM;
  add(
    'along',
    'Along the track',
    Math.abs(alongM),
    `speed × time between = ${n(Math.abs(alongM))} in ${formatNumber(Math.abs(b.timeS - a.timeS), 1)} s`,
  );
  if (isSide) {
    const groundA = groundRangeM(a.rangeM, a.altitudeM);
    const groundB = groundRangeM(b.rangeM, b.altitudeM);
    const sameSide = a.point.channel === b.point.channel;
    const across = sameSide ? groundB - groundA : groundB + groundA;
    add(
      'across',
      'Square to the track',
      Math.abs(across),
      `${n(groundB)} ${sameSide ? '−' : '+'} ${n(groundA)} over the ground`,
    );
    add(
      'length',
      'Between the cursors',
      Math.hypot(alongM, across),
      `√(along² + across²) = √(${n(Math.abs(alongM))}² + ${n(Math.abs(across))}²)`,
    );
    if (sameSide && b.rangeM > a.rangeM) {
      add(
        'height',
        'Height, if B ends its shadow',
        heightFromShadowM(a.altitudeM, a.rangeM, b.rangeM),
        `h (R_end − R_near) / R_end = ${n(a.altitudeM)} × (${n(b.rangeM)} − ${n(a.rangeM)}) / ${n(b.rangeM)}`,
      );
      add(
        'offBottom',
        'Off the bottom, if B is its shadow',
        heightOffBottomM(a.altitudeM, a.rangeM, b.rangeM),
        `h (1 − R_fish / R_shadow) = ${n(a.altitudeM)} × (1 − ${n(a.rangeM)} / ${n(b.rangeM)})`,
      );
    }
  } else {
    const downOf = (cursor: Cursor) => cursor.rangeM * Math.cos(angleOf(cursor));
    const outOf = (cursor: Cursor) => cursor.rangeM * Math.sin(angleOf(cursor));
    const downM = downOf(b) - downOf(a);
    const levelM = isSector ? outOf(b) - outOf(a) : alongM;
    add('height', 'Difference in depth', Math.abs(downM), `${n(downOf(b))} − ${n(downOf(a))}`);
    add(
      'length',
      'Between the cursors',
      Math.hypot(levelM, downM),
      `√(level² + depth²) = √(${n(Math.abs(levelM))}² + ${n(Math.abs(downM))}²)`,
    );
  }
  return found;
}
