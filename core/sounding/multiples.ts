/**
 * Multiples of the bottom: the sound that goes up and down between bottom and surface before it is heard.
 * The m-th echo has met the bottom m times and the surface m − 1 times.
 *
 * Where it begins follows from images: the surface mirrored in a bottom of slope α lies at 2α, the bottom in
 * that at 3α and so on, and the sound that comes back meets the last of them squarely (method of images in a
 * wedge; Brekhovskikh & Lysanov 2003).
 */
import { type FineBottom, secondEchoRatio, SEDIMENTS } from '../bottom';
import { atan2, cos, exp, hypot, sin, square } from '../numeric';
import { surfaceSlope2 } from '../water';
import { addInterval, settleInterval } from './energySpread';

/** Beyond the fourth nothing has been seen above noise. */
const LAST = 4;
/** Energy against the first echo's under which a multiple is left out. */
const LEAST_RATIO = 1e-8;
/** A slope as good as level. */
const LEVEL_RAD = 0.002;
/** How much of the beam's own width lengthens a multiple; found by eye (docs/physics.md). */
const BEAM_SHARE = 3;
/** The slope is taken over at least so far to each side, m. */
const LEAST_REACH_M = 0.5;
/** Places around the sounder whose sediments are averaged, on two rings. */
const RING = 6;

/**
 * Range at which the m-th echo of a tilted bottom begins, m: x sin mα − s cos mα with x the distance to
 * where bottom and surface meet, x = d/tan α; over level ground m·d − s.
 * @param depthM of the water under the sounder
 * @param faceDepthM of its face
 */
export function multipleRangeM(
  m: number,
  depthM: number,
  faceDepthM: number,
  slopeRad: number,
): number {
  if (Math.abs(slopeRad) < LEVEL_RAD) return m * depthM - faceDepthM;
  const alpha = Math.abs(slopeRad);
  // Steeper than this the image lies behind the sounder: the sound never comes back.
  if (m * alpha >= Math.PI / 2) return Infinity;
  return (depthM * cos(alpha) * sin(m * alpha)) / sin(alpha) - faceDepthM * cos(m * alpha);
}

export class BottomMultiples {
  /** Energy over that of the first echo for each bounce more, by sediment, without absorption. */
  private readonly bounces: number[];
  /** Of the water's surface on one axis. */
  private readonly waveSlope2: number;
  private readonly first: Float64Array;
  private readonly energy: Float64Array;
  private readonly rise: Float64Array;

  /**
   * @param beamVariances as `secondEchoRatio` takes them
   * @param attenuated source intensity after absorption there and back, by cell
   */
  constructor(
    private readonly fine: FineBottom,
    private readonly beamVariances: readonly [number, number],
    private readonly attenuated: Float64Array,
    private readonly cells: number,
    private readonly rangeStepM: number,
    windMps: number,
  ) {
    const wave2 = surfaceSlope2(windMps) / 2;
    this.waveSlope2 = wave2;
    this.bounces = fine.sediments.map((name) => {
      const s2 = square(SEDIMENTS[name].rmsSlope);
      const axis = (g2: number) => Math.sqrt((g2 + s2) / (g2 + s2 + 2 * wave2));
      const [g1, g2] = beamVariances;
      return 4 * secondEchoRatio(SEDIMENTS[name], beamVariances) * axis(g1) * axis(g2);
    });
    this.first = new Float64Array(cells);
    this.energy = new Float64Array(cells + 2);
    this.rise = new Float64Array(cells + 2);
  }

  /** Adds all multiples to the bottom's mean energy of a row, as heard at a place. */
  addTo(mean: Float64Array, xM: number, yM: number, depthM: number, faceDepthM: number): void {
    const { fine, first, energy, rise, cells, rangeStepM, attenuated } = this;
    const altitudeM = depthM - faceDepthM;
    if (altitudeM <= 0) return;
    const [g1, g2] = this.beamVariances;
    const meanG2 = Math.sqrt(g1 * g2);
    const reachM = Math.max(LEAST_REACH_M, altitudeM * Math.sqrt(meanG2));
    const slopeX = (fine.depthAtM(xM + reachM, yM) - fine.depthAtM(xM - reachM, yM)) / (2 * reachM);
    const slopeY = (fine.depthAtM(xM, yM + reachM) - fine.depthAtM(xM, yM - reachM)) / (2 * reachM);
    const slopeRad = atan2(hypot(slopeX, slopeY), 1);
    const { bounce, roughness2 } = this.ground(xM, yM, reachM);
    const begins = (m: number) => multipleRangeM(m, depthM, faceDepthM, slopeRad) / rangeStepM;
    const from = begins(1);
    first.set(mean);
    for (let m = 2; m <= LAST; m++) {
      const start = begins(m);
      if (start >= cells) return;
      // A slope turns the sound away more with every bounce.
      const alpha2 = square(slopeRad);
      const turned = exp(
        alpha2 / (2 * (meanG2 + roughness2)) -
          (square(m) * alpha2) / (2 * (meanG2 + square(m) * roughness2)),
      );
      let ratio = turned / square(m);
      for (let k = 1; k < m; k++) ratio *= bounce;
      if (ratio < LEAST_RATIO) return;
      for (let i = 0; i < cells; i++) {
        if (first[i] === 0) continue;
        const a = start + m * (i - from);
        if (a >= cells) break;
        if (a < 0) continue;
        const absorbed = attenuated[a | 0] / attenuated[i];
        addInterval(energy, rise, 0, cells, a, a + m, first[i] * ratio * absorbed);
      }
      // Rough surfaces bring some of it late.
      const rough2 = roughness2 + 4 * this.waveSlope2;
      const spread = 1 / (1 / Math.max(1e-6, rough2) + 1 / (BEAM_SHARE * meanG2));
      const tailCells = ((m - 1) * altitudeM * spread) / rangeStepM;
      settleInterval(energy, rise, 0, cells, mean, tailCells > 0.2 ? exp(-1 / tailCells) : 0);
    }
  }

  /** What a bounce leaves and how rough the ground is, over the part of it that mirrors. */
  private ground(xM: number, yM: number, reachM: number) {
    const { fine, bounces } = this;
    let bounce = 0;
    let roughness2 = 0;
    let count = 0;
    const take = (x: number, y: number) => {
      const kind = fine.sedimentAt(x, y);
      bounce += bounces[kind];
      roughness2 += square(SEDIMENTS[fine.sediments[kind]].rmsSlope);
      count++;
    };
    take(xM, yM);
    for (let ring = 1; ring <= 2; ring++) {
      for (let k = 0; k < RING; k++) {
        const bearingRad = (2 * Math.PI * (k + ring / 2)) / RING;
        take(
          xM + (ring / 2) * reachM * sin(bearingRad),
          yM + (ring / 2) * reachM * cos(bearingRad),
        );
      }
    }
    return { bounce: bounce / count, roughness2: roughness2 / count };
  }
}
