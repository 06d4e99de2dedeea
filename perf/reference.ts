/**
 * The plain reference: the sonar equation summed scatterer by scatterer and cell by cell, with no
 * tables and no shortcuts. Slow on purpose; what the fast engine is held against.
 */
import { bottomBackscatter, depthAtM, sedimentAt, SEDIMENTS } from '../core/bottom';
import type { Pose } from '../core/pass';
import { hash32, hashText, randomSource } from '../core/random';
import type { SoundingRequest } from '../core/sounding';
import { sounderPhysics } from '../core/sounding/sounder';
import { lineAspect, scatterTarget } from '../core/targets';
import { conePattern, pistonKa, relativeHalfBandwidth } from '../core/transducer';

const ELEMENT_M = 0.1;
const REACH_RAD = 1.2;

/**
 * Mean received intensity of one ping, (µPa)², by cell: surface echo of the bottom on a square grid
 * of small elements, and the targets' points, each spread over the pulse. No noise, no multiples.
 */
export function referencePing(request: SoundingRequest, pose: Pose): Float64Array {
  const { scene, sounder, rig } = request;
  const deepestM = Math.max(...scene.bottom.depthsCm) / 100;
  const physics = sounderPhysics(sounder, scene.water, deepestM);
  const pattern = conePattern(
    pistonKa(sounder.beamwidthDeg),
    relativeHalfBandwidth(
      { lengthS: sounder.pulseLengthS, chirp: sounder.chirp },
      sounder.frequencyHz,
    ),
  );
  const source = 10 ** (physics.sourceLevelDb / 10);
  const zM = rig.draftM - pose.heaveM;
  const cells = new Float64Array(sounder.binCount);

  /** One scatterer of backscattering cross-section σ, m², there from r to r + D. */
  function add(dx: number, dy: number, dz: number, crossSectionM2: number) {
    const r = Math.hypot(dx, dy, dz);
    const offAxisRad = Math.acos(Math.min(1, Math.max(-1, dz / r)));
    if (offAxisRad >= Math.PI / 2) return;
    const intensity =
      ((source * 10 ** ((-2 * physics.absorptionDbPerM * r) / 10)) / r ** 4) *
      pattern(offAxisRad) ** 2 *
      crossSectionM2;
    const first = r / physics.rangeStepM;
    const last = (r + physics.rangeCellM) / physics.rangeStepM;
    for (let i = Math.floor(first); i < Math.min(cells.length, last); i++) {
      cells[i] += intensity * Math.min(1, last - i, i + 1 - first);
    }
  }

  const reachM = (depthAtM(scene.bottom, pose.xM, pose.yM) - zM) * Math.tan(REACH_RAD);
  for (let dx = -reachM; dx < reachM; dx += ELEMENT_M) {
    for (let dy = -reachM; dy < reachM; dy += ELEMENT_M) {
      if (dx * dx + dy * dy > reachM * reachM) continue;
      const xM = pose.xM + dx;
      const yM = pose.yM + dy;
      const dz = depthAtM(scene.bottom, xM, yM) - zM;
      const slopeX =
        (depthAtM(scene.bottom, xM + 0.5, yM) - depthAtM(scene.bottom, xM - 0.5, yM)) / 1;
      const slopeY =
        (depthAtM(scene.bottom, xM, yM + 0.5) - depthAtM(scene.bottom, xM, yM - 0.5)) / 1;
      const secant = Math.hypot(1, slopeX, slopeY);
      const cosIncidence = (dz - dx * slopeX - dy * slopeY) / (Math.hypot(dx, dy, dz) * secant);
      if (cosIncidence <= 0) continue;
      const strength = bottomBackscatter(SEDIMENTS[sedimentAt(scene.bottom, xM, yM)], cosIncidence);
      add(dx, dy, dz, strength * ELEMENT_M ** 2 * secant);
    }
  }
  const medium = {
    frequencyHz: sounder.frequencyHz,
    soundSpeedMps: physics.soundSpeedMps,
    bottomDepthAtM: (xM: number, yM: number) => depthAtM(scene.bottom, xM, yM),
  };
  for (const target of scene.targets) {
    const random = randomSource(hash32(scene.seed, hashText(target.id)));
    for (const point of scatterTarget(target, medium, random)) {
      const dx = point.xM - pose.xM;
      const dy = point.yM - pose.yM;
      const dz = point.depthM - zM;
      let aspect = 1;
      if (point.aspect) {
        const { headingRad, tiltRad, waveLength, floor } = point.aspect;
        const along =
          dx * Math.sin(headingRad) * Math.cos(tiltRad) +
          dy * Math.cos(headingRad) * Math.cos(tiltRad) -
          dz * Math.sin(tiltRad);
        aspect = lineAspect(waveLength, along / Math.hypot(dx, dy, dz), floor);
      }
      add(dx, dy, dz, point.amplitudeM ** 2 * aspect);
    }
  }
  return cells;
}
