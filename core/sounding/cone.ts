/**
 * The cone: one circular beam straight down, one ping at a time.
 *
 * A ping is built from the sonar equation in four steps: mean energy of bottom, water and noise in
 * each cell; the coherent sum of all point scatterers in the beam; speckle and the pulse; and, from
 * the same means, what each target put where. Each ping depends only on the seed, its number and
 * where the boat then is, so any ping can be computed without those before it.
 *
 * Neglected: shadows behind targets, refraction inside the cone (below 0.5° at 20° over any real
 * thermocline), more than one bottom multiple. See docs/physics.md.
 */
import {
  facetBackscatter,
  lambertBackscatter,
  reflectionCoefficient,
  secondEchoRatio,
  SEDIMENTS,
  tailDecayDbPerM,
  type FineBottom,
} from '../bottom';
import type { Pose } from '../pass';
import { hash32, smoothNoise, smoothNoise2 } from '../random';
import { degToRad } from '../units/angle';
import { fromDb } from '../units/decibel';
import { surfaceClutter } from '../water';
import type { EchogramInfo, TruthCollector } from './echogram';
import {
  centidecibel,
  HALF_GAUSS,
  QUARTER_TURN,
  SINE,
  SINE_MASK,
  SINE_STEPS_PER_RAD,
} from './fastMath';
import { prepareBottom, sampleDepthM, type Scene, scattererField } from './scene';
import { type ConeSounder, type Rig, sounderPhysics } from './sounder';

export interface PingSounding {
  info: EchogramInfo;
  /**
   * Computes one ping into `levelsCdb[offset … offset + binCount)`, hundredths of dB re 1 µPa.
   * With a collector, adds a row of truth for each target that put energy on the record.
   * @returns water depth straight under the boat, m from the surface
   */
  ping(
    pingNumber: number,
    pose: Pose,
    levelsCdb: Int16Array,
    offset: number,
    truth: TruthCollector | null,
  ): number;
}

// Bottom elements: rings of equal weight towards nadir, a few azimuths each. 72 × 20 differs by 0.26 dB.
const RING_COUNT = 48;
const AZIMUTH_COUNT = 12;
const RING_LIMIT_RAD = degToRad(70);
const RING_SPACING_POWER = 1.5;
const GOLDEN_ANGLE_RAD = 2.399963;

const BACKSCATTER_STEPS = 4096;

// Transmit ringing: what the receiver hears of its own pulse, dB re source level, and its decay.
const RING_DOWN_DB = -52;
const RING_DOWN_DECAY_DB_PER_M = 130;
const NEAREST_SCATTERING_RANGE_M = 0.25;

const LAYER_ANGLE_BINS = 16;
const LAYER_WANDER_M = 0.3;
const LAYER_WANDER_LENGTH_M = 35;
const LAYER_PATCH_DB = 4;
const LAYER_PATCH_LENGTH_M = 6;

const WOBBLE_CORRELATION_S = 0.8;
/** smoothNoise has a standard deviation of about 0.45; this makes it one. */
const UNIT_NOISE = 2.2;

/** Weaker than this against its background, a target put nothing on the record worth a row of truth. */
const LEAST_TRUTH_RATIO = fromDb(-40);
/** A target's extent in a ping: cells within this of its own peak in which it outweighs all else. */
const EXTENT_RATIO = fromDb(-20);
/** A target whose scatterers lie within so many cells is a point. */
const POINT_CELLS = 3;
/** Cells of a large target weaker than this against its peak are its fringe. */
const CONTRAST_SHARE = fromDb(-13);
const NO_GAP_CDB = 9900;

/** Far below any receiver's noise, (µPa)². */
const NEGLIGIBLE_ENERGY = 1e-3;

const BACKGROUND_NOISE = 0;
const BACKGROUND_WATER = 1;
const BACKGROUND_BOTTOM = 2;
const BACKGROUND_TARGET = 3;

function ratioCdb(signal: number, background: number): number {
  return background > 0 ? Math.min(NO_GAP_CDB, centidecibel(signal / background)) : NO_GAP_CDB;
}

interface SedimentTables {
  facet: Float64Array;
  lambert: Float64Array;
  /** Share of the volume echo that is left after one more cell of range; 0 where none enters. */
  tailKept: number;
  secondEcho: number;
}

function sedimentTables(
  fine: FineBottom,
  sounder: ConeSounder,
  rangeStepM: number,
  equivalentAngleSr: number,
): SedimentTables[] {
  return fine.sediments.map((name) => {
    const sediment = SEDIMENTS[name];
    const reflection = reflectionCoefficient(sediment);
    const lambertMu = fromDb(sediment.lambertDb);
    // Indexed by 1 − cos χ, which keeps the steep facet lobe finely sampled.
    const cosAt = (i: number) => Math.max(1e-6, 1 - i / BACKSCATTER_STEPS);
    const facet = new Float64Array(BACKSCATTER_STEPS + 2);
    const lambert = new Float64Array(BACKSCATTER_STEPS + 2);
    for (let i = 0; i < facet.length; i++) {
      facet[i] = facetBackscatter(reflection, sediment.rmsSlope, cosAt(i));
      lambert[i] = lambertBackscatter(lambertMu, cosAt(i));
    }
    const decayDbPerM = tailDecayDbPerM(sediment, sounder.frequencyHz);
    return {
      facet,
      lambert,
      tailKept: Number.isFinite(decayDbPerM) ? fromDb(-decayDbPerM * rangeStepM) : 0,
      secondEcho: secondEchoRatio(sediment, equivalentAngleSr),
    };
  });
}

/** cos γ in the middle of slices of the beam that carry equal shares of two-way energy. */
function equalEnergyCosines(pattern: Float64Array, scale: number, count: number): Float64Array {
  // dΩ = 2π d(1 − cos γ): the table's own index is the measure.
  let total = 0;
  for (let i = 0; i < scale; i++) total += pattern[i] ** 2;
  const cosines = new Float64Array(count);
  let sum = 0;
  let next = 0;
  for (let i = 0; i < scale && next < count; i++) {
    sum += pattern[i] ** 2;
    while (next < count && sum >= ((next + 0.5) / count) * total) cosines[next++] = 1 - i / scale;
  }
  return cosines;
}

export function createConeSounding(scene: Scene, sounder: ConeSounder, rig: Rig): PingSounding {
  const fine = prepareBottom(scene);
  const physics = sounderPhysics(sounder, scene.water, fine.deepestM);
  const { rangeStepM, beam } = physics;
  const cells = sounder.binCount;
  const field = scattererField(scene, fine, sounder.frequencyHz, physics.soundSpeedMps);
  const sediments = sedimentTables(fine, sounder, rangeStepM, beam.equivalentAngleSr);
  const sourceIntensity = fromDb(physics.sourceLevelDb);

  // ---- The pulse as a box of `boxCells` cells and a fraction of one more.
  // A pulse shorter than two cells is widened to two for points, which are split over two cells.
  const pulseCells = physics.rangeCellM / rangeStepM;
  const boxCells = Math.max(2, Math.floor(pulseCells));
  const boxFraction = pulseCells >= 2 ? pulseCells - boxCells : 0;
  const boxFraction2 = boxFraction * boxFraction;
  // Mean energies are per cell; scaled so that after the box a distributed target shows one pulse of it.
  const spreadScale = pulseCells / (boxCells + boxFraction2);

  // ---- Tables over range.
  /** Source intensity after absorption there and back. */
  const attenuated = new Float64Array(cells + 2);
  const sqrtAttenuated = new Float64Array(cells + 2);
  /** Scattering by water that is the same in every ping: open water, surface bubbles, ringing. */
  const steadyWater = new Float64Array(cells);
  const openWater = fromDb(scene.water.volumeScatteringDb);
  const surface = surfaceClutter(scene.water.windMps);
  const surfaceStrength = fromDb(surface.scatteringDb);
  /** Energy that scatterers of strength 1/m put into one cell. */
  const volumeGain = new Float64Array(cells);
  for (let i = 0; i < attenuated.length; i++) {
    const rangeM = (i + 0.5) * rangeStepM;
    attenuated[i] = sourceIntensity * fromDb(-2 * physics.absorptionDbPerM * rangeM);
    sqrtAttenuated[i] = Math.sqrt(attenuated[i]);
    if (i >= cells) continue;
    const scatterRangeM = Math.max(NEAREST_SCATTERING_RANGE_M, rangeM);
    volumeGain[i] = (attenuated[i] * beam.equivalentAngleSr * rangeStepM) / scatterRangeM ** 2;
    const bubbles =
      surfaceStrength * Math.exp(-Math.max(0, rangeM + rig.draftM - 0.1) / surface.decayDepthM);
    const ringing =
      sourceIntensity *
      fromDb(
        RING_DOWN_DB -
          RING_DOWN_DECAY_DB_PER_M *
            Math.max(0, rangeM - (physics.soundSpeedMps * sounder.pulseLengthS) / 2),
      );
    steadyWater[i] = volumeGain[i] * (openWater + bubbles) + ringing / pulseCells;
  }

  // ---- Rings around nadir.
  const ringTan = Float64Array.from({ length: RING_COUNT + 1 }, (_, i) =>
    Math.tan(RING_LIMIT_RAD * (i / RING_COUNT) ** RING_SPACING_POWER),
  );
  const azimuthSin = new Float64Array(RING_COUNT * AZIMUTH_COUNT);
  const azimuthCos = new Float64Array(RING_COUNT * AZIMUTH_COUNT);
  for (let ring = 0; ring < RING_COUNT; ring++) {
    for (let k = 0; k < AZIMUTH_COUNT; k++) {
      // Turned from ring to ring, or the azimuths would line up as spokes.
      const bearingRad = (2 * Math.PI * k) / AZIMUTH_COUNT + ring * GOLDEN_ANGLE_RAD;
      azimuthSin[ring * AZIMUTH_COUNT + k] = Math.sin(bearingRad);
      azimuthCos[ring * AZIMUTH_COUNT + k] = Math.cos(bearingRad);
    }
  }

  const layer = scene.water.thermocline;
  const layerCosines = equalEnergyCosines(beam.pattern, beam.scale, LAYER_ANGLE_BINS);
  const cosReach = Math.cos(beam.reachRad);
  const tanReach = Math.min(20, Math.tan(beam.reachRad));
  const twoWavenumberSteps =
    ((4 * Math.PI * sounder.frequencyHz) / physics.soundSpeedMps) * SINE_STEPS_PER_RAD;
  const wobbleSeed = hash32(scene.seed, 0x3cb);

  // ---- Scratch, reused by every ping.
  const bottomMean = new Float64Array(cells);
  const spread = new Float64Array(cells); // all distributed energy, scaled for the box
  const root = new Float64Array(cells);
  const tails = sediments.map(() => new Float64Array(cells + 1));
  const facetEnergy = new Float64Array(cells + 1);
  const facetRise = new Float64Array(cells + 2);
  const tailRises = sediments.map(() => new Float64Array(cells + 2));
  const pointRe = new Float64Array(cells + 1);
  const pointIm = new Float64Array(cells + 1);
  const drawnRe = new Float64Array(cells);
  const drawnIm = new Float64Array(cells);
  const own = new Float64Array(cells);
  const allOwn = new Float64Array(cells);
  const detected = new Float64Array(cells);
  const bottomBoxed = new Float64Array(cells);
  const spreadBoxed = new Float64Array(cells);
  const allOwnBoxed = new Float64Array(cells);
  let runs = new Float64Array(4096); // own energy of each lit target, one after the other
  const litTarget: number[] = [];
  const litFirst: number[] = [];
  const litEnd: number[] = [];
  const litRun: number[] = [];

  /** Spreads energy evenly from range `a` to `b` (in cells): edges at once, the inside by its rise and fall. */
  function addInterval(
    energy: Float64Array,
    rise: Float64Array,
    a: number,
    b: number,
    amount: number,
  ) {
    const low = Math.min(a, b);
    const high = Math.max(a, b);
    const first = Math.floor(low);
    if (first >= cells) return;
    const last = Math.floor(high);
    if (last === first) {
      energy[first] += amount;
      return;
    }
    const density = amount / (high - low);
    energy[first] += density * (first + 1 - low);
    rise[first + 1] += density;
    if (last < cells) {
      energy[last] += density * (high - last);
      rise[last] -= density;
    }
  }

  /** Running box of mean energies through the pulse, as `detect` does with amplitudes. */
  function boxMeans(source: Float64Array, target: Float64Array) {
    let sum = 0;
    for (let i = 0; i < cells; i++) {
      sum += source[i];
      if (i >= boxCells) {
        const leaving = source[i - boxCells];
        sum -= leaving;
        target[i] = Math.max(0, sum) + boxFraction2 * leaving;
      } else {
        target[i] = sum;
      }
    }
  }

  function addBottom(
    pose: Pose,
    transducerDepthM: number,
    axisX: number,
    axisY: number,
    axisZ: number,
  ) {
    const nadirDepthM = sampleDepthM(fine, pose.xM, pose.yM);
    const altitudeM = nadirDepthM - transducerDepthM;
    bottomMean.fill(0);
    if (altitudeM < 0.05) return nadirDepthM;

    facetEnergy.fill(0);
    facetRise.fill(0);
    for (const tail of tails) tail.fill(0);
    for (const rise of tailRises) rise.fill(0);
    const gridScale = 1 / fine.cellM;
    const lastColumn = fine.columns - 1.001;
    const lastRow = fine.rows - 1.001;
    const { depthM, sediment, columns } = fine;

    for (let ring = 0; ring < RING_COUNT; ring++) {
      const innerM = altitudeM * ringTan[ring];
      const outerM = altitudeM * ringTan[ring + 1];
      const groundM = 0.5 * (innerM + outerM);
      const planAreaM2 = ((outerM * outerM - innerM * innerM) * Math.PI) / AZIMUTH_COUNT;
      for (let k = 0; k < AZIMUTH_COUNT; k++) {
        const at = ring * AZIMUTH_COUNT + k;
        const dx = groundM * azimuthSin[at];
        const dy = groundM * azimuthCos[at];
        // Bilinear depth and its gradient from the same four nodes.
        const u = Math.min(lastColumn, Math.max(0, (pose.xM + dx - fine.originX) * gridScale));
        const v = Math.min(lastRow, Math.max(0, (pose.yM + dy - fine.originY) * gridScale));
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
        if (dz <= 0.05) continue;
        const slopeX = ((d10 - d00) * (1 - t) + (d11 - d01) * t) * gridScale;
        const slopeY = (far - near) * gridScale;

        const r2 = groundM * groundM + dz * dz;
        const r = Math.sqrt(r2);
        const cell = (r / rangeStepM) | 0;
        if (cell >= cells) continue;
        const secant = Math.sqrt(1 + slopeX * slopeX + slopeY * slopeY);
        const cosIncidence = (dz - dx * slopeX - dy * slopeY) / (r * secant);
        if (cosIncidence <= 0.01) continue; // faces away

        // 1 − cos is clamped: a rounding error below zero would read before the table.
        const offAxis = Math.max(0, 1 - (dx * axisX + dy * axisY + dz * axisZ) / r);
        if (offAxis >= 1) continue;
        const beamAt = offAxis * beam.scale;
        const beamCell = beamAt | 0;
        const oneWay =
          beam.pattern[beamCell] +
          (beam.pattern[beamCell + 1] - beam.pattern[beamCell]) * (beamAt - beamCell);

        const steps = Math.max(0, 1 - cosIncidence) * BACKSCATTER_STEPS;
        const step = steps | 0;
        const part = steps - step;
        const nodeSediment = sediment[node + (s > 0.5 ? 1 : 0) + (t > 0.5 ? columns : 0)];
        const table = sediments[nodeSediment];
        const facet = table.facet[step] + (table.facet[step + 1] - table.facet[step]) * part;
        const lambert =
          table.lambert[step] + (table.lambert[step + 1] - table.lambert[step]) * part;

        const gain = (attenuated[cell] * oneWay * oneWay * planAreaM2 * secant) / (r2 * r2);
        const radialSlope = (slopeX * dx + slopeY * dy) / groundM;
        const innerZ = dz + radialSlope * (innerM - groundM);
        const outerZ = dz + radialSlope * (outerM - groundM);
        const a = Math.sqrt(innerM * innerM + innerZ * innerZ) / rangeStepM;
        const b = Math.sqrt(outerM * outerM + outerZ * outerZ) / rangeStepM;
        addInterval(facetEnergy, facetRise, a, b, gain * facet);
        addInterval(tails[nodeSediment], tailRises[nodeSediment], a, b, gain * lambert);
      }
    }

    // Rises and falls become energy; the volume echo then trails off inside the sediment.
    let facetSum = 0;
    for (let i = 0; i < cells; i++) {
      facetSum += facetRise[i];
      bottomMean[i] = facetEnergy[i] + Math.max(0, facetSum);
    }
    for (let kind = 0; kind < sediments.length; kind++) {
      const energy = tails[kind];
      const rise = tailRises[kind];
      const kept = sediments[kind].tailKept;
      let sum = 0;
      let trailing = 0;
      for (let i = 0; i < cells; i++) {
        sum += rise[i];
        trailing = kept * trailing + (1 - kept) * (energy[i] + Math.max(0, sum));
        if (trailing < NEGLIGIBLE_ENERGY) trailing = 0; // a decay left alone ends in slow denormals
        bottomMean[i] += trailing;
      }
    }

    // Bottom, surface, bottom: twice the range, twice as long, once more absorbed.
    const nadirNode =
      Math.min(fine.rows - 1, Math.max(0, Math.round((pose.yM - fine.originY) * gridScale))) *
        columns +
      Math.min(fine.columns - 1, Math.max(0, Math.round((pose.xM - fine.originX) * gridScale)));
    const secondEcho = sediments[sediment[nadirNode]].secondEcho / 2;
    for (let i = (cells - 1) >> 1; i > 0; i--) {
      const echo = (bottomMean[i] * secondEcho * attenuated[i]) / sourceIntensity;
      bottomMean[2 * i] += echo;
      bottomMean[2 * i + 1] += echo;
    }
    return nadirDepthM;
  }

  /** Distributed energy of everything but the bottom, and the sum of both scaled for the pulse. */
  function addWaterAndNoise(pose: Pose, transducerDepthM: number, nadirRangeM: number) {
    const noisePerCell = sounder.noise
      ? fromDb(physics.noiseLevelDb(pose.speedMps)) / pulseCells
      : 0;
    const waterEnd = Math.min(cells, Math.ceil(nadirRangeM / rangeStepM) + 1);
    for (let i = 0; i < cells; i++) {
      const water = i < waterEnd ? steadyWater[i] : 0;
      spread[i] = spreadScale * (bottomMean[i] + water + noisePerCell);
    }
    if (!layer) return;
    const wander =
      LAYER_WANDER_M *
      smoothNoise2(
        scene.seed + 11,
        pose.xM / LAYER_WANDER_LENGTH_M,
        pose.yM / LAYER_WANDER_LENGTH_M,
      );
    const patch = fromDb(
      layer.scatteringDb +
        LAYER_PATCH_DB *
          smoothNoise2(
            scene.seed + 12,
            pose.xM / LAYER_PATCH_LENGTH_M,
            pose.yM / LAYER_PATCH_LENGTH_M,
          ),
    );
    const centreM = layer.depthM + wander - transducerDepthM;
    const halfM = layer.thicknessM;
    const first = Math.max(0, Math.floor((centreM - halfM) / rangeStepM));
    const end = Math.min(
      waterEnd,
      Math.ceil((centreM + halfM) / (rangeStepM * layerCosines[LAYER_ANGLE_BINS - 1])),
    );
    for (let i = first; i < end; i++) {
      const rangeM = (i + 0.5) * rangeStepM;
      let share = 0;
      for (let k = 0; k < LAYER_ANGLE_BINS; k++) {
        const off = (rangeM * layerCosines[k] - centreM) / halfM;
        const inside = 1 - off * off;
        if (inside > 0) share += inside * inside;
      }
      spread[i] += (spreadScale * volumeGain[i] * patch * share) / LAYER_ANGLE_BINS;
    }
  }

  /** Coherent sum of all points in the beam; each target's own energy is kept apart for the truth. */
  function addTargets(
    pose: Pose,
    transducerDepthM: number,
    axisX: number,
    axisY: number,
    axisZ: number,
    withTruth: boolean,
  ) {
    pointRe.fill(0);
    pointIm.fill(0);
    litTarget.length = litFirst.length = litEnd.length = litRun.length = 0;
    if (withTruth) allOwn.fill(0);
    let runEnd = 0;
    let open = -1;
    let low = cells;
    let high = -1;

    const closeTarget = () => {
      if (open < 0 || high < low) return;
      const length = high - low + 1;
      if (runEnd + length > runs.length) {
        const larger = new Float64Array(2 * (runEnd + length));
        larger.set(runs);
        runs = larger;
      }
      litTarget.push(open);
      litFirst.push(low);
      litEnd.push(high + 1);
      litRun.push(runEnd);
      for (let i = low; i <= high; i++) {
        runs[runEnd++] = own[i];
        allOwn[i] += own[i];
        own[i] = 0;
      }
    };

    for (const chunk of field.chunks) {
      const chunkDx = chunk.x - pose.xM;
      const chunkDy = chunk.y - pose.yM;
      const reachM =
        (Math.max(0, chunk.depth + chunk.radius - transducerDepthM) + 0.1) * tanReach +
        chunk.radius;
      if (chunkDx * chunkDx + chunkDy * chunkDy > reachM * reachM && axisZ > 0.999) continue;
      if (withTruth && chunk.targetIndex !== open) {
        closeTarget();
        open = chunk.targetIndex;
        low = cells;
        high = -1;
      }
      for (let p = chunk.first; p < chunk.end; p++) {
        const dx = field.x[p] - pose.xM;
        const dy = field.y[p] - pose.yM;
        const dz = field.depth[p] - transducerDepthM;
        const r2 = dx * dx + dy * dy + dz * dz;
        const r = Math.sqrt(r2);
        const position = r / rangeStepM;
        const cell = position | 0;
        if (cell >= cells || r < 0.05) continue;
        const cosOff = (dx * axisX + dy * axisY + dz * axisZ) / r;
        if (cosOff < cosReach) continue;
        const beamAt = Math.max(0, 1 - cosOff) * beam.scale;
        const beamCell = beamAt | 0;
        const oneWay =
          beam.pattern[beamCell] +
          (beam.pattern[beamCell + 1] - beam.pattern[beamCell]) * (beamAt - beamCell);
        let amplitude = (sqrtAttenuated[cell] * field.amplitude[p] * oneWay) / r2;

        const waveLength = field.waveLength[p];
        if (waveLength > 0) {
          let axisOffX = field.axisX[p];
          let axisOffY = field.axisY[p];
          let axisOffZ = field.axisZ[p];
          const wobble = field.wobble[p];
          if (wobble > 0) {
            const tilt =
              field.tilt[p] +
              wobble * UNIT_NOISE * smoothNoise(wobbleSeed + p, pose.timeS / WOBBLE_CORRELATION_S);
            const level = Math.cos(tilt);
            axisOffX = Math.sin(field.heading[p]) * level;
            axisOffY = Math.cos(field.heading[p]) * level;
            axisOffZ = -Math.sin(tilt);
          }
          // As lineAspect(), here without a call and on amplitude.
          const sinOff = (dx * axisOffX + dy * axisOffY + dz * axisOffZ) / r;
          const w = waveLength * sinOff;
          const sinc = w < 1e-6 && w > -1e-6 ? 1 : Math.sin(w) / w;
          amplitude *= Math.sqrt(
            Math.max(field.aspectFloor[p], sinc * sinc * (1 - sinOff * sinOff)),
          );
        }

        const turn =
          (twoWavenumberSteps * r +
            (field.phase[p] + field.phaseRate[p] * pose.timeS) * SINE_STEPS_PER_RAD) |
          0;
        const re = amplitude * SINE[(turn + QUARTER_TURN) & SINE_MASK];
        const im = amplitude * SINE[turn & SINE_MASK];
        const part = position - cell;
        pointRe[cell] += re * (1 - part);
        pointIm[cell] += im * (1 - part);
        pointRe[cell + 1] += re * part;
        pointIm[cell + 1] += im * part;
        if (withTruth) {
          own[cell] += amplitude * amplitude;
          if (cell < low) low = cell;
          if (cell > high) high = cell;
        }
      }
    }
    if (withTruth) closeTarget();
  }

  /** Draws speckle, passes everything through the pulse, and averages the looks. */
  function detect(pingNumber: number) {
    detected.fill(0);
    for (let i = 0; i < cells; i++) root[i] = Math.sqrt(spread[i]);
    let state = hash32(scene.seed, pingNumber, 0xc04e) | 0;
    for (let look = 0; look < sounder.looks; look++) {
      let sumRe = 0;
      let sumIm = 0;
      for (let i = 0; i < cells; i++) {
        // One 32-bit draw gives both components (Weyl sequence, two-round multiply–xorshift mixer).
        state = (state + 0x9e3779b9) | 0;
        let bits = state;
        bits = Math.imul(bits ^ (bits >>> 16), 0x21f0aaad);
        bits = Math.imul(bits ^ (bits >>> 15), 0x735a2d97);
        bits ^= bits >>> 15;
        const re = root[i] * HALF_GAUSS[bits & 0xffff] + pointRe[i];
        const im = root[i] * HALF_GAUSS[bits >>> 16] + pointIm[i];
        drawnRe[i] = re;
        drawnIm[i] = im;
        sumRe += re;
        sumIm += im;
        let outRe = sumRe;
        let outIm = sumIm;
        if (i >= boxCells) {
          const oldRe = drawnRe[i - boxCells];
          const oldIm = drawnIm[i - boxCells];
          sumRe -= oldRe;
          sumIm -= oldIm;
          outRe = sumRe + boxFraction * oldRe;
          outIm = sumIm + boxFraction * oldIm;
        }
        detected[i] += outRe * outRe + outIm * outIm;
      }
    }
    const share = 1 / sounder.looks;
    for (let i = 0; i < cells; i++) detected[i] *= share;
  }

  function collectTruth(pingNumber: number, truth: TruthCollector, noiseLevel: number) {
    boxMeans(spread, spreadBoxed);
    boxMeans(allOwn, allOwnBoxed);
    for (let i = 0; i < cells; i++) bottomMean[i] *= spreadScale;
    boxMeans(bottomMean, bottomBoxed);

    for (let lit = 0; lit < litTarget.length; lit++) {
      const first = litFirst[lit];
      const length = litEnd[lit] - first;
      const extent = Math.min(cells - first, length + boxCells);
      // The target's own energy through the pulse, into `own`, which is clear between targets.
      let peak = 0;
      let peakCell = first;
      let sum = 0;
      for (let i = 0; i < extent; i++) {
        const entering = i < length ? runs[litRun[lit] + i] : 0;
        const leaving = i >= boxCells ? runs[litRun[lit] + i - boxCells] : 0;
        sum += entering - leaving;
        const boxed = Math.max(0, sum) + boxFraction2 * leaving;
        own[first + i] = boxed;
        if (boxed > peak) {
          peak = boxed;
          peakCell = first + i;
        }
      }
      const cell =
        length <= POINT_CELLS
          ? middleOfPulse(peakCell, first + extent, peak)
          : bestContrast(first, first + extent, peak);
      const level = own[cell];
      const otherTargets = Math.max(0, allOwnBoxed[cell] - level);
      const behind = spreadBoxed[cell] + otherTargets;
      if (level > LEAST_TRUTH_RATIO * behind && level > 0) {
        let firstBin = cell;
        let lastBin = cell;
        const belongs = (at: number) =>
          own[at] >= EXTENT_RATIO * peak && own[at] >= spreadBoxed[at] + allOwnBoxed[at] - own[at];
        while (firstBin > first && belongs(firstBin - 1)) firstBin--;
        while (lastBin + 1 < first + extent && belongs(lastBin + 1)) lastBin++;
        const bottomBehind = bottomBoxed[cell];
        const waterBehind = Math.max(0, spreadBoxed[cell] - bottomBehind);
        let background = waterBehind > 2 * noiseLevel ? BACKGROUND_WATER : BACKGROUND_NOISE;
        let rival = -1;
        if (otherTargets > spreadBoxed[cell]) {
          background = BACKGROUND_TARGET;
          rival = strongestRival(lit, cell);
        } else if (bottomBehind > waterBehind) {
          background = BACKGROUND_BOTTOM;
        }
        const row = truth.add();
        const columns = truth.columns;
        columns.ping[row] = pingNumber;
        columns.targetIndex[row] = litTarget[lit];
        columns.firstBin[row] = firstBin;
        columns.lastBin[row] = lastBin;
        columns.peakBin[row] = cell;
        columns.levelCdb[row] = centidecibel(level);
        columns.signalToBackgroundCdb[row] = ratioCdb(level, behind);
        columns.signalToSceneryCdb[row] = ratioCdb(level, spreadBoxed[cell]);
        columns.gapCdb[row] = gapBeneath(cell, lastBin, level);
        columns.background[row] = background;
        columns.rivalIndex[row] = rival;
      }
      own.fill(0, first, first + extent);
    }
  }

  /**
   * A point is as strong along the whole pulse: it is judged in the middle, half a cell on, so that a
   * fish closer to the bottom than that counts as in it (Ona & Mitson 1996).
   */
  function middleOfPulse(peakCell: number, end: number, peak: number): number {
    let pulseEnd = peakCell;
    const limit = Math.min(end - 1, peakCell + boxCells);
    while (pulseEnd < limit && own[pulseEnd + 1] >= peak / 2) pulseEnd++;
    return (peakCell + pulseEnd) >> 1;
  }

  /** Something large is judged where it stands out best: brush above the bottom it grows from. */
  function bestContrast(from: number, end: number, peak: number): number {
    let best = from;
    let bestRatio = -1;
    for (let i = from; i < end; i++) {
      if (own[i] < CONTRAST_SHARE * peak) continue;
      const ratio = own[i] / Math.max(1e-30, spreadBoxed[i] + allOwnBoxed[i] - own[i]);
      if (ratio > bestRatio) {
        bestRatio = ratio;
        best = i;
      }
    }
    return best;
  }

  function strongestRival(lit: number, cell: number): number {
    let best = -1;
    let bestEnergy = 0;
    for (let other = 0; other < litTarget.length; other++) {
      if (other === lit) continue;
      let energy = 0;
      for (let back = 0; back <= boxCells; back++) {
        const at = cell - back;
        if (at >= litFirst[other] && at < litEnd[other]) {
          energy += runs[litRun[other] + at - litFirst[other]];
        }
      }
      if (energy > bestEnergy) {
        bestEnergy = energy;
        best = litTarget[other];
      }
    }
    return best;
  }

  /** How far the record drops beneath a target before something as strong begins, hundredths of dB. */
  function gapBeneath(peakCell: number, lastBin: number, peak: number): number {
    let lowest = peak;
    for (let i = peakCell + 1; i < cells; i++) {
      const total = spreadBoxed[i] + allOwnBoxed[i];
      if (i > lastBin && total >= peak) return centidecibel(peak / lowest);
      if (total < lowest) lowest = total;
    }
    return NO_GAP_CDB;
  }

  const info: EchogramInfo = {
    instrument: 'cone',
    channels: ['cone'],
    binCount: cells,
    rangeStepM,
    rangeCellM: physics.rangeCellM,
    draftM: rig.draftM,
    soundSpeedMps: physics.soundSpeedMps,
    absorptionDbPerM: physics.absorptionDbPerM,
    sourceLevelDb: physics.sourceLevelDb,
    noiseLevelDb: physics.noiseLevelDb(0),
    pingRateHz: sounder.pingRateHz,
    beamwidthDeg: sounder.beamwidthDeg,
  };

  return {
    info,
    ping(pingNumber, pose, levelsCdb, offset, truth) {
      const transducerDepthM = rig.draftM - pose.heaveM;
      // The axis leans forward with the mount, and to port when starboard goes down.
      const forward = Math.sin(degToRad(sounder.tiltDeg));
      const starboard = -Math.sin(pose.rollRad);
      const axisX = forward * Math.sin(pose.headingRad) + starboard * Math.cos(pose.headingRad);
      const axisY = forward * Math.cos(pose.headingRad) - starboard * Math.sin(pose.headingRad);
      const axisZ = Math.sqrt(Math.max(0, 1 - axisX * axisX - axisY * axisY));

      const nadirDepthM = addBottom(pose, transducerDepthM, axisX, axisY, axisZ);
      addWaterAndNoise(pose, transducerDepthM, nadirDepthM - transducerDepthM);
      const needsOwn = truth !== null || !sounder.speckle;
      addTargets(pose, transducerDepthM, axisX, axisY, axisZ, needsOwn);
      if (sounder.speckle) {
        detect(pingNumber);
      } else {
        boxMeans(spread, spreadBoxed);
        boxMeans(allOwn, allOwnBoxed);
        for (let i = 0; i < cells; i++) detected[i] = spreadBoxed[i] + allOwnBoxed[i];
      }
      for (let i = 0; i < cells; i++) levelsCdb[offset + i] = centidecibel(detected[i]);
      if (truth) {
        const noiseLevel = sounder.noise ? fromDb(physics.noiseLevelDb(pose.speedMps)) : 0;
        collectTruth(pingNumber, truth, noiseLevel);
      }
      return nadirDepthM;
    },
  };
}
