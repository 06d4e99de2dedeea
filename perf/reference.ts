/**
 * The plain reference: every element of bottom and every scatterer as a phasor of its own, summed into
 * the cells its pulse covers, cell by cell. No tables, no horizon, no chunks; sight is found by walking
 * each ray, cover by trying every blocker. Slow on purpose; what the fast engine is held against.
 */
import { bottomBackscatter, depthAtM, sedimentAt, SEDIMENTS } from '../core/bottom';
import type { Pose } from '../core/pass';
import { hash32, hashText, randomSource } from '../core/random';
import type { SoundingRequest } from '../core/sounding';
import { createSoundingRun } from '../core/sounding';
import { mountAt } from '../core/sounding/mount';
import { lineAspect, type Scatterer, scatterTarget } from '../core/targets';
import {
  builtLinePattern,
  conePattern,
  lineLengthWavelengths,
  pistonKa,
  relativeHalfBandwidth,
} from '../core/transducer';

type Vector = [number, number, number];
const dot = (a: Vector, b: Vector) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** Two-way intensity of the beam that a row of the record hears along a direction; 0 where it hears nothing. */
type RowBeam = (direction: Vector, rangeM: number) => number;

/** What the reference needs to know of a sounder: its rows, and how far out bottom has to be summed. */
function rowBeams(request: SoundingRequest, pose: Pose, wavelengthM: number) {
  const { sounder, rig } = request;
  const bearingDeg = sounder.instrument === 'sector' ? sounder.bearingDeg : 0;
  const mount = mountAt(pose, rig, sounder.tiltDeg, bearingDeg);
  if (sounder.instrument === 'cone' || sounder.instrument === 'column') {
    const pattern = conePattern(
      pistonKa(sounder.beamwidthDeg),
      relativeHalfBandwidth(
        { lengthS: sounder.pulseLengthS, chirp: sounder.chirp },
        sounder.frequencyHz,
      ),
    );
    const beam: RowBeam = (direction) => {
      const cosOff = dot(direction, mount.down);
      return cosOff <= 0 ? 0 : pattern(Math.acos(Math.min(1, cosOff))) ** 2;
    };
    return { mount, rows: [beam], castsShadows: false, thickAxis: null, thickSine: 1 };
  }
  const isSector = sounder.instrument === 'sector';
  const alongAxis = isSector ? mount.starboard : mount.forward;
  const lateralAxis = isSector ? mount.forward : mount.starboard;
  const alongL = lineLengthWavelengths(
    isSector ? sounder.acrossBeamwidthDeg : sounder.beamwidthDeg,
  );
  // Inside the near field the beam is as wide as the aperture is long.
  const nearM = (alongL * wavelengthM) / (0.886 / alongL);
  const along = (direction: Vector, rangeM: number) =>
    builtLinePattern(
      alongL,
      Math.min(1, (Math.abs(dot(direction, alongAxis)) * rangeM) / Math.max(rangeM, nearM)),
    ) ** 2;
  const planeAngle = (direction: Vector) =>
    Math.atan2(dot(direction, lateralAxis), dot(direction, mount.down));
  let rows: RowBeam[];
  if (isSector) {
    const spacing = (sounder.spanDeg * Math.PI) / 180 / sounder.beamCount;
    const first = ((sounder.aimDeg - sounder.spanDeg / 2) * Math.PI) / 180;
    const width = (sounder.beamwidthDeg * Math.PI) / 180;
    rows = Array.from({ length: sounder.beamCount }, (_, beam) => (direction, rangeM) => {
      const off = planeAngle(direction) - (first + (beam + 0.5) * spacing);
      return along(direction, rangeM) * 2 ** (-4 * (off / width) ** 2);
    });
  } else {
    const acrossL = lineLengthWavelengths(sounder.acrossBeamwidthDeg);
    const across = (axisRad: number) => (direction: Vector, rangeM: number) => {
      const off = planeAngle(direction) - axisRad;
      return Math.abs(off) >= Math.PI / 2
        ? 0
        : along(direction, rangeM) * builtLinePattern(acrossL, Math.sin(off)) ** 2;
    };
    if (sounder.instrument === 'downFan') rows = [across(0)];
    else {
      const axis = ((90 - sounder.depressionDeg) * Math.PI) / 180;
      const own =
        (side: number, beam: RowBeam): RowBeam =>
        (direction, rangeM) =>
          Math.sign(planeAngle(direction)) === side ? beam(direction, rangeM) : 0;
      rows = [own(-1, across(-axis)), own(1, across(axis))];
    }
  }
  return { mount, rows, castsShadows: true, thickAxis: alongAxis, thickSine: 4 / alongL };
}

/**
 * Mean received intensity of one ping over some draws of all phases, (µPa)², rows after one another.
 * No noise, no water, no multiples, no sediment tail.
 * @param elementM side of a bottom element
 */
export function referencePing(
  request: SoundingRequest,
  pose: Pose,
  draws = 1,
  elementM = 0.06,
): Float64Array {
  const { scene, sounder } = request;
  const { info } = createSoundingRun(request);
  const [channel] = info.channels;
  const wavelengthM = info.soundSpeedMps / channel.frequencyHz;
  const { mount, rows, castsShadows, thickAxis, thickSine } = rowBeams(request, pose, wavelengthM);
  const cells = info.binCount;
  const source = 10 ** (channel.sourceLevelDb / 10);
  const pulseCells = channel.rangeCellM / info.rangeStepM;
  const random = randomSource(77);

  const re = Array.from({ length: draws }, () => new Float64Array(rows.length * cells));
  const im = Array.from({ length: draws }, () => new Float64Array(rows.length * cells));
  const origin: Vector = [mount.xM, mount.yM, mount.depthM];

  const blockers: {
    target: number;
    direction: Vector;
    rangeM: number;
    angleRad: number;
    opacity: number;
  }[] = [];
  /** Share of energy left after all that stands nearer along a direction. */
  function left(direction: Vector, rangeM: number, target = -1): number {
    let share = 1;
    for (const blocker of blockers) {
      // No target hides itself.
      if (blocker.target === target || blocker.rangeM >= rangeM - info.rangeStepM) continue;
      const angle = Math.acos(Math.min(1, dot(direction, blocker.direction)));
      if (angle < blocker.angleRad) share *= 1 - blocker.opacity;
    }
    return share;
  }
  /** The ray from the transducer to a place stays above the bottom. */
  function isInSight(direction: Vector, rangeM: number, upM: number): boolean {
    for (let r = 0.3; r < rangeM - 0.1; r += 0.1) {
      const depth = origin[2] + r * direction[2];
      const ground = depthAtM(
        scene.bottom,
        origin[0] + r * direction[0],
        origin[1] + r * direction[1],
      );
      if (depth > ground + upM) return false;
    }
    return true;
  }

  function add(offset: Vector, crossSectionM2: number, share: number) {
    const r = Math.hypot(...offset);
    const direction = offset.map((part) => part / r) as Vector;
    const spread = (source * 10 ** ((-2 * channel.absorptionDbPerM * r) / 10)) / r ** 4;
    const first = r / info.rangeStepM;
    if (first >= cells) return;
    const amplitudes = rows.map((beam) =>
      Math.sqrt(spread * beam(direction, r) * crossSectionM2 * share),
    );
    const length = Math.max(1, pulseCells);
    for (let draw = 0; draw < draws; draw++) {
      const phase = (4 * Math.PI * r) / wavelengthM + random.between(0, 2 * Math.PI);
      const [c, s] = [Math.cos(phase), Math.sin(phase)];
      for (let row = 0; row < rows.length; row++) {
        if (amplitudes[row] === 0) continue;
        // A receiver samples at the end of each cell; the pulse is there from r to r + D.
        for (let i = Math.max(0, Math.ceil(first - 1)); i < first - 1 + length && i < cells; i++) {
          re[draw][row * cells + i] += amplitudes[row] * c;
          im[draw][row * cells + i] += amplitudes[row] * s;
        }
      }
    }
  }

  // ---- Things, nearest first, so that each is dimmed by those before it.
  const medium = {
    frequencyHz: channel.frequencyHz,
    soundSpeedMps: info.soundSpeedMps,
    bottomDepthAtM: (xM: number, yM: number) => depthAtM(scene.bottom, xM, yM),
  };
  const points: { point: Scatterer; target: number; offset: Vector; r: number }[] = scene.targets
    .flatMap((target, index) => {
      const random = randomSource(hash32(scene.seed, hashText(target.id)));
      return scatterTarget(target, medium, random).map((point) => ({ point, target: index }));
    })
    .map(({ point, target }) => {
      const offset: Vector = [point.xM - origin[0], point.yM - origin[1], point.depthM - origin[2]];
      return { point, target, offset, r: Math.hypot(...offset) };
    })
    .sort((a, b) => a.r - b.r);
  for (const { point, target, offset, r } of points) {
    const direction = offset.map((part) => part / r) as Vector;
    let aspect = 1;
    if (point.aspect) {
      const { headingRad, tiltRad, waveLength, floor } = point.aspect;
      const axis: Vector = [
        Math.sin(headingRad) * Math.cos(tiltRad),
        Math.cos(headingRad) * Math.cos(tiltRad),
        -Math.sin(tiltRad),
      ];
      aspect = lineAspect(waveLength, dot(direction, axis), floor);
    } else if (point.facing) {
      const { east, north, down } = point.facing;
      aspect = Math.max(0, -dot(direction, [east, north, down])) ** 2;
    }
    const share = castsShadows
      ? isInSight(direction, r, point.blockRadiusM + 0.03)
        ? left(direction, r, target)
        : 0
      : 1;
    add(offset, point.amplitudeM ** 2 * aspect, share);
    if (castsShadows && share > 0 && point.blockRadiusM > 0) {
      blockers.push({
        target,
        direction,
        rangeM: r,
        angleRad: point.blockRadiusM / r,
        opacity: point.opacity,
      });
    }
  }

  // ---- Bottom, element by element.
  const reachM = sounder.rangeM;
  for (let dx = -reachM; dx < reachM; dx += elementM) {
    for (let dy = -reachM; dy < reachM; dy += elementM) {
      if (dx * dx + dy * dy > reachM * reachM) continue;
      const xM = origin[0] + dx;
      const yM = origin[1] + dy;
      const dz = depthAtM(scene.bottom, xM, yM) - origin[2];
      const r = Math.hypot(dx, dy, dz);
      if (r >= reachM || dz <= 0) continue;
      const direction: Vector = [dx / r, dy / r, dz / r];
      if (thickAxis && Math.abs(dot(direction, thickAxis)) > thickSine) continue;
      const slope = (east: number, north: number) =>
        depthAtM(scene.bottom, xM + east, yM + north) -
        depthAtM(scene.bottom, xM - east, yM - north);
      const slopeX = slope(0.25, 0) / 0.5;
      const slopeY = slope(0, 0.25) / 0.5;
      const secant = Math.hypot(1, slopeX, slopeY);
      const cosIncidence = (dz - dx * slopeX - dy * slopeY) / (r * secant);
      if (cosIncidence <= 0) continue;
      let share = 1;
      if (castsShadows) {
        if (!isInSight(direction, r, 0.02)) continue;
        share = left(direction, r);
        if (share === 0) continue;
      }
      const strength = bottomBackscatter(SEDIMENTS[sedimentAt(scene.bottom, xM, yM)], cosIncidence);
      add([dx, dy, dz], strength * elementM ** 2 * secant, share);
    }
  }

  const mean = new Float64Array(rows.length * cells);
  for (let draw = 0; draw < draws; draw++) {
    for (let i = 0; i < mean.length; i++) {
      mean[i] += (re[draw][i] ** 2 + im[draw][i] ** 2) / draws;
    }
  }
  return mean;
}
