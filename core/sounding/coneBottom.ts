import { buriedReflection, type FineBottom, isSoft, SEDIMENTS, tailDecayDbPerM } from '../bottom';
import { type GroundSampler, groundSampler } from './groundSampler';
import { BottomMultiples } from './multiples';
import type { Overhead } from './overhead';
import { cos, exp, ln, log10, power, sin, tan } from '../numeric';
import type { Pose } from '../pass';
import { smoothNoise2 } from '../random';
import type { Material } from '../targets';
import type { BeamTable } from '../transducer';
import { degToRad } from '../units/angle';
import { addInterval, settleInterval } from './energySpread';
import {
  BACKSCATTER_STEPS,
  SEDIMENT_STRIDE,
  sedimentTables,
  type SedimentTables,
} from './sedimentTables';

// Bottom elements: rings of equal weight towards nadir, a few azimuths each. 72 × 20 differs by 0.26 dB.
const RING_COUNT = 48;
const AZIMUTH_COUNT = 12;
const RING_LIMIT_RAD = degToRad(70);
const RING_SPACING_POWER = 1.5;
const GOLDEN_ANGLE_RAD = 2.399963;
/** One-way pattern under which the ground's patches are not looked up: most elements lie in side lobes. */
const NATURAL_FROM = 0.01;
/** A transducer closer to the bottom than this has run aground. */
const LEAST_ALTITUDE_M = 0.05;

/**
 * Mean echo of the bottom in a cone: rings × azimuths around nadir, each element's energy spread over
 * the ranges it covers; volume echo trailing in sediments that sound enters; multiples.
 */
export class ConeBottom {
  /** Mean energy per cell of the last ping, (µPa)². */
  readonly mean: Float64Array;
  /** Source after absorption there and back ÷ r⁴, by cell. */
  private readonly bottomGain: Float64Array;
  private readonly tables: SedimentTables;
  private readonly multiples: BottomMultiples;
  private readonly ground: GroundSampler | null;
  private readonly facetEnergy: Float64Array;
  private readonly facetRise: Float64Array;
  private readonly tailEnergy: Float64Array[];
  private readonly tailRise: Float64Array[];
  private readonly tailLit: Uint8Array;
  /** Mean depth of the buried layer under the bed, m; 0 where there is none; and what each sediment takes of it, 1/m. */
  private readonly buriedM: number;
  private readonly buriedNepers: number[];
  private readonly ringTan: Float64Array;
  private readonly azimuthSin = new Float64Array(RING_COUNT * AZIMUTH_COUNT);
  private readonly azimuthCos = new Float64Array(RING_COUNT * AZIMUTH_COUNT);

  /** @param attenuated source intensity after absorption there and back, by cell */
  constructor(
    private readonly fine: FineBottom,
    private readonly overhead: Overhead | null,
    private readonly beam: BeamTable,
    attenuated: Float64Array,
    windMps: number,
    frequencyHz: number,
    private readonly cells: number,
    private readonly rangeStepM: number,
  ) {
    this.mean = new Float64Array(cells);
    this.ground = groundSampler(fine);
    const { buried, sediments } = fine;
    this.tables = sedimentTables(fine, frequencyHz, rangeStepM, false, buriedStuffs(fine));
    this.buriedM = buried?.depthM ?? 0;
    this.buriedNepers = sediments.map((name) =>
      buried && isSoft(SEDIMENTS[name])
        ? (tailDecayDbPerM(SEDIMENTS[name], frequencyHz) * ln(10)) / 10
        : Infinity,
    );
    const g2 = beam.equivalentAngleSr / (2 * Math.PI);
    this.multiples = new BottomMultiples(fine, [g2, g2], attenuated, cells, rangeStepM, windMps);
    this.bottomGain = Float64Array.from({ length: cells }, (_, i) => {
      const r = (i + 0.5) * rangeStepM;
      return attenuated[i] / (r * r * r * r);
    });
    const row = () => new Float64Array(cells + 2);
    this.facetEnergy = row();
    this.facetRise = row();
    this.tailEnergy = fine.sediments.map(row);
    this.tailRise = fine.sediments.map(row);
    this.tailLit = new Uint8Array(fine.sediments.length);
    this.ringTan = Float64Array.from({ length: RING_COUNT + 1 }, (_, i) =>
      tan(RING_LIMIT_RAD * power(i / RING_COUNT, RING_SPACING_POWER)),
    );
    for (let ring = 0; ring < RING_COUNT; ring++) {
      for (let k = 0; k < AZIMUTH_COUNT; k++) {
        // Turned from ring to ring, or the azimuths would line up as spokes.
        const bearingRad = (2 * Math.PI * k) / AZIMUTH_COUNT + ring * GOLDEN_ANGLE_RAD;
        this.azimuthSin[ring * AZIMUTH_COUNT + k] = sin(bearingRad);
        this.azimuthCos[ring * AZIMUTH_COUNT + k] = cos(bearingRad);
      }
    }
  }

  /** Fills `mean` for a transducer at (x, y, depth) whose axis is the unit vector given. */
  sound(
    pose: Pick<Pose, 'xM' | 'yM'>,
    nadirDepthM: number,
    transducerDepthM: number,
    axisX: number,
    axisY: number,
    axisZ: number,
  ): void {
    const { fine, overhead, beam, bottomGain, cells, rangeStepM, mean } = this;
    const { ringTan, azimuthSin, azimuthCos, facetEnergy, facetRise } = this;
    const altitudeM = nadirDepthM - transducerDepthM;
    mean.fill(0);
    if (altitudeM < LEAST_ALTITUDE_M) return;
    this.tailLit.fill(0);
    const stepScale = 1 / rangeStepM;
    const isOvergrown =
      overhead?.lookUp(pose.xM, pose.yM, altitudeM * ringTan[RING_COUNT]) ?? false;
    const { pattern, scale } = beam;
    const { backscatter, tailKept } = this.tables;
    const { tailLit, tailEnergy, tailRise, ground, buriedM, buriedNepers } = this;
    const sedimentCount = fine.sediments.length;

    for (let ring = 0; ring < RING_COUNT; ring++) {
      const innerM = altitudeM * ringTan[ring];
      const outerM = altitudeM * ringTan[ring + 1];
      const groundM = 0.5 * (innerM + outerM);
      const halfWidthM = 0.5 * (outerM - innerM);
      const perGround = 1 / groundM;
      const planAreaM2 = ((outerM * outerM - innerM * innerM) * Math.PI) / AZIMUTH_COUNT;
      // Beyond the record even if the bottom rose to meet the beam half-way.
      if (groundM * stepScale > cells) break;
      for (let k = 0; k < AZIMUTH_COUNT; k++) {
        const at = ring * AZIMUTH_COUNT + k;
        const dx = groundM * azimuthSin[at];
        const dy = groundM * azimuthCos[at];
        // Bilinear depth and its gradient from the same four nodes.
        const x = fine.clampX(pose.xM + dx);
        const y = fine.clampY(pose.yM + dy);
        const { westM, southM, perM, columns, depthM, sediment } = fine.tileAt(x, y);
        const u = (x - westM) * perM;
        const v = (y - southM) * perM;
        const column = u | 0;
        const row = v | 0;
        const s = u - column;
        const t = v - row;
        const node = row * columns + column;
        const d00 = depthM[node];
        const d10 = depthM[node + 1];
        const d01 = depthM[node + columns];
        const d11 = depthM[node + columns + 1];
        const near = d00 + (d10 - d00) * s;
        const far = d01 + (d11 - d01) * s;
        const dz = near + (far - near) * t - transducerDepthM;
        if (dz <= LEAST_ALTITUDE_M) continue;
        const slopeX = ((d10 - d00) * (1 - t) + (d11 - d01) * t) * perM;
        const slopeY = (far - near) * perM;

        const r2 = groundM * groundM + dz * dz;
        const r = Math.sqrt(r2);
        const cell = (r * stepScale) | 0;
        if (cell >= cells) continue;
        const secant = Math.sqrt(1 + slopeX * slopeX + slopeY * slopeY);
        const perRSecant = 1 / (r * secant);
        const cosIncidence = (dz - dx * slopeX - dy * slopeY) * perRSecant;
        if (cosIncidence <= 0.01) continue; // faces away

        const onAxis = dx * axisX + dy * axisY + dz * axisZ;
        if (onAxis <= 0) continue;
        const perR = perRSecant * secant;
        // Clamped: a rounding error below zero would read before the table.
        const sin2 = (r2 - onAxis * onAxis) * perR * perR;
        const oneWay = pattern[sin2 > 0 ? (sin2 * scale) | 0 : 0];

        const steps = cosIncidence > 1 ? 0 : (1 - cosIncidence) * BACKSCATTER_STEPS;
        const step = steps | 0;
        const part = steps - step;
        let kind = sediment[node + (s > 0.5 ? 1 : 0) + (t > 0.5 ? columns : 0)];
        let weight = 1;
        if (ground && oneWay > NATURAL_FROM) {
          ground.materialAt(pose.xM + dx, pose.yM + dy);
          kind = ground.kind;
          weight = ground.patch;
        }
        const entry = kind * SEDIMENT_STRIDE + 2 * step;
        const facet = backscatter[entry] + (backscatter[entry + 2] - backscatter[entry]) * part;
        const lambert =
          backscatter[entry + 1] + (backscatter[entry + 3] - backscatter[entry + 1]) * part;

        let gain = bottomGain[cell] * oneWay * oneWay * planAreaM2 * secant * weight;
        if (isOvergrown) gain *= overhead!.shareAt(x, y);
        // Nearest and farthest range of the element, by the slope of range against ground.
        const radialSlope = (slopeX * dx + slopeY * dy) * perGround;
        const spread = halfWidthM * (groundM + dz * radialSlope) * perR * stepScale;
        const a = r * stepScale - spread;
        const b = r * stepScale + spread;
        if (tailKept[kind] > 0) {
          addInterval(facetEnergy, facetRise, 0, cells, a, b, gain * facet);
          tailLit[kind] = 1;
          addInterval(tailEnergy[kind], tailRise[kind], 0, cells, a, b, gain * lambert);
        } else {
          addInterval(facetEnergy, facetRise, 0, cells, a, b, gain * (facet + lambert));
        }
        if (buriedM > 0 && buriedNepers[kind] < Infinity) {
          const belowM = ground ? buriedM * buriedShare(pose.xM + dx, pose.yM + dy) : buriedM;
          const under = (sedimentCount + kind) * SEDIMENT_STRIDE + 2 * step;
          const energy =
            gain *
            exp(-buriedNepers[kind] * belowM) *
            (backscatter[under] + backscatter[under + 1]);
          const later = belowM * stepScale;
          addInterval(facetEnergy, facetRise, 0, cells, a + later, b + later, energy);
        }
      }
    }
    settleInterval(facetEnergy, facetRise, 0, cells, mean, 0);
    for (let kind = 0; kind < sedimentCount; kind++) {
      if (tailLit[kind] === 0) continue;
      settleInterval(tailEnergy[kind], tailRise[kind], 0, cells, mean, tailKept[kind]);
    }
    this.multiples.addTo(mean, pose.xM, pose.yM, nadirDepthM, transducerDepthM);
  }
}

/** The buried layer as each sediment over it lets it be heard, but for what is absorbed on the way. */
function buriedStuffs({ sediments, buried }: FineBottom): Material[] {
  if (!buried) return [];
  const under = SEDIMENTS[buried.sediment];
  return sediments.map((name) => {
    const over = SEDIMENTS[name];
    return {
      reflectionDb: 20 * log10(Math.max(1e-3, buriedReflection(over, under))),
      lambertDb: under.lambertDb,
      rmsSlope: under.rmsSlope,
    };
  });
}

/** It lies nearer in one place than in another: share of its mean depth, over some metres. */
const BURIED_WAVE_M = 7;
const BURIED_SHARE = 0.35;
const buriedShare = (xM: number, yM: number) =>
  1 + BURIED_SHARE * smoothNoise2(0xb0d, xM / BURIED_WAVE_M, yM / BURIED_WAVE_M);
