/** Scattering by the water itself: plankton, bubbles under the surface, the layer on a thermocline. */
import { exp, square } from '../numeric';
import type { Pose } from '../pass';
import { smoothNoise, smoothNoise2 } from '../random';
import { fromDb } from '../units/decibel';
import { scatteringByFrequencyDb, surfaceClutter } from '../water';
import type { Scene } from './scene';
import type { Specks } from './specks';

// Transmit ringing: what the receiver hears of its own pulse, dB re source level, and its decay.
const RING_DOWN_DB = -30;
/** A coded pulse is long and its ringing does not fit the code. */
const CODED_RING_DOWN_DB = -56;
const RING_DOWN_DECAY_DB_PER_M = 90;
/** @param pastM beyond half the pulse */
export const ringingDb = (isCoded: boolean, pastM: number): number =>
  (isCoded ? CODED_RING_DOWN_DB : RING_DOWN_DB) - RING_DOWN_DECAY_DB_PER_M * pastM;

/**
 * What stands still around a transducer in a hole: the hole's wall and the ice's rough underside, dB re source
 * level at the face, its decay, and how far it swings from ring to ring. By the eye.
 */
const ICE_DB = -47;
const ICE_DECAY_DB_PER_M = 48;
const ICE_RINGS_DB = 5;
const ICE_RING_M = 0.13;
const ICE_ENDS_M = 1.2;

/** Mean energy of the ice about the hole, cell by cell, as far as it is heard. */
export function iceEcho(
  seed: number,
  { sourceIntensity, cells, rangeStepM, pulseCells }: IceRecord,
): Float64Array {
  const length = Math.min(cells, Math.ceil(ICE_ENDS_M / rangeStepM));
  return Float64Array.from({ length }, (_, i) => {
    const rangeM = (i + 0.5) * rangeStepM;
    const ringDb = ICE_RINGS_DB * smoothNoise(seed, rangeM / ICE_RING_M);
    return (sourceIntensity * fromDb(ICE_DB - ICE_DECAY_DB_PER_M * rangeM + ringDb)) / pulseCells;
  });
}
type IceRecord = Pick<WaterRecord, 'sourceIntensity' | 'cells' | 'rangeStepM' | 'pulseCells'>;

const NEAREST_SCATTERING_RANGE_M = 0.25;

/** Parts of the beam, of equal energy, through which layers are seen. */
const ANGLE_BINS = 16;
const LAYER_WANDER_M = 0.3;
const LAYER_WANDER_LENGTH_M = 35;
const LAYER_PATCH_DB = 4;
const LAYER_PATCH_LENGTH_M = 6;
/** A layer's depth is taken in these steps, so that its shape is worked out once for each. */
const LAYER_STEP_M = 0.02;
const MAX_LAYER_SHAPES = 256;

/** Bubbles under the surface gather in clouds that drift: so much between thick and thin, so wide, so long. */
const CLOUD_DB = 9;
const CLOUD_LENGTH_M = 4.5;
const CLOUD_S = 7;

/** Bubbles at a place and time, before they are set against their mean. */
function cloudAt(seed: number, { xM, yM }: Pick<Pose, 'xM' | 'yM'>, timeS: number): number {
  const drift = timeS / CLOUD_S;
  return fromDb(
    CLOUD_DB * smoothNoise2(seed, xM / CLOUD_LENGTH_M + drift, yM / CLOUD_LENGTH_M - drift),
  );
}
/**
 * Where a wind breaks the waves, the thickest clouds hang down as plumes, some metres deep (Thorpe 1982); from which
 * wind on, how strong and how much deeper than the clouds is by the eye.
 */
const PLUME_FROM_MPS = 5;
const PLUME_FULL_MPS = 12;
const PLUME_FROM_CLOUD = 1.5;
const PLUME_DB = -7;
const PLUME_DEPTHS = 2.2;

const MEAN_OVER = 4096;
const CLOUD_MEAN =
  Array.from({ length: MEAN_OVER }, (_, i) =>
    cloudAt(1, { xM: 2.7 * (i % 64), yM: 3.1 * Math.floor(i / 64) }, 0),
  ).reduce((sum, cloud) => sum + cloud) / MEAN_OVER;

export interface BeamShare {
  /** Two-way equivalent angle of the beam, sr. */
  equivalentAngleSr: number;
  /** cos of the angle from straight down in the middle of parts of equal two-way energy. */
  partCosines: Float64Array;
  /** Two-way energy through the beam at a range against that of the far field. */
  nearShare?: (rangeM: number) => number;
}

/** cos γ in the middle of slices of a round beam that carry equal shares of two-way energy. */
export function roundBeamParts(pattern: Float32Array, scale: number): Float64Array {
  // dΩ = 2π d(1 − cos γ) = π d(sin² γ) / cos γ, and the table goes by sin² γ.
  const cosAt = (i: number) => Math.sqrt(1 - (i + 0.5) / scale);
  const weights = Float64Array.from({ length: scale }, (_, i) => square(pattern[i]) / cosAt(i));
  return partCosines(weights, cosAt);
}

/** The same for weights over any measure, cosines by index, nearest to the vertical first. */
export function partCosines(weights: Float64Array, cosAt: (index: number) => number): Float64Array {
  let total = 0;
  for (const weight of weights) total += weight;
  const cosines = new Float64Array(ANGLE_BINS).fill(cosAt(0));
  let sum = 0;
  let next = 0;
  for (let i = 0; i < weights.length && next < ANGLE_BINS; i++) {
    sum += weights[i];
    while (next < ANGLE_BINS && sum >= ((next + 0.5) / ANGLE_BINS) * total) {
      cosines[next++] = cosAt(i);
    }
  }
  return cosines;
}

/** The row of cells in which the water is heard, and by what. */
export interface WaterRecord {
  frequencyHz: number;
  /** Source intensity after absorption there and back, by cell. */
  attenuated: Float64Array;
  sourceIntensity: number;
  cells: number;
  rangeStepM: number;
  draftM: number;
  /** As sent. */
  pulseLengthM: number;
  /** As it is after the receiver, in cells. */
  pulseCells: number;
  isCoded: boolean;
  /** Waves stir no air in under ice. */
  isInIce: boolean;
  /** None in plain water, which is even. */
  specks: Specks | null;
  /** Of the specks. */
  row: number;
}

export class WaterEcho {
  /** Energy that scatterers of strength 1/m put into one cell. */
  private readonly volumeGain: Float64Array;
  /** Transmit ringing, the same in every ping. */
  private readonly ringing: Float64Array;
  /** Surface bubbles, on the mean. */
  private readonly bubbles: Float64Array;
  /** What hangs deeper under the thickest clouds; null where no waves break. */
  private readonly plumes: Float64Array | null;
  /** Open water against its mean, cell by cell: even without specks. */
  private readonly factors: Float64Array;
  private readonly openWater: number;
  /** Scattering at this frequency against that stated. */
  private readonly byFrequency: number;
  private readonly layerShapes = new Map<number, LayerShape>();
  private readonly cells: number;
  private readonly rangeStepM: number;
  private readonly specks: Specks | null;
  private readonly row: number;

  constructor(
    private readonly scene: Scene,
    private readonly beam: BeamShare,
    record: WaterRecord,
  ) {
    const { attenuated, sourceIntensity, cells, rangeStepM, draftM, pulseLengthM } = record;
    const { frequencyHz, pulseCells, isCoded, isInIce, specks, row } = record;
    this.cells = cells;
    this.rangeStepM = rangeStepM;
    this.specks = specks;
    this.row = row;
    this.volumeGain = new Float64Array(cells);
    this.ringing = new Float64Array(cells);
    this.bubbles = new Float64Array(cells);
    this.factors = new Float64Array(cells).fill(1);
    this.byFrequency = fromDb(scatteringByFrequencyDb(frequencyHz));
    this.openWater = this.byFrequency * fromDb(scene.water.volumeScatteringDb);
    const surface = surfaceClutter(scene.water.windMps);
    const surfaceStrength = isInIce ? 0 : fromDb(surface.scatteringDb);
    const breaking = (scene.water.windMps - PLUME_FROM_MPS) / (PLUME_FULL_MPS - PLUME_FROM_MPS);
    const plumeShare = specks && breaking > 0 ? fromDb(PLUME_DB) * Math.min(1, breaking) : 0;
    this.plumes = plumeShare > 0 && !isInIce ? new Float64Array(cells) : null;
    for (let i = 0; i < cells; i++) {
      const rangeM = (i + 0.5) * rangeStepM;
      const scatterRangeM = Math.max(NEAREST_SCATTERING_RANGE_M, rangeM);
      this.volumeGain[i] =
        (attenuated[i] * beam.equivalentAngleSr * rangeStepM * (beam.nearShare?.(rangeM) ?? 1)) /
        square(scatterRangeM);
      let bubbles = 0;
      let plume = 0;
      for (const cosine of beam.partCosines) {
        const depths = Math.max(0, rangeM * cosine + draftM - 0.1) / surface.decayDepthM;
        bubbles += exp(-depths);
        if (this.plumes) plume += exp(-depths / PLUME_DEPTHS);
      }
      const surfaceGain = (this.volumeGain[i] * surfaceStrength) / ANGLE_BINS;
      if (this.plumes) this.plumes[i] = surfaceGain * plumeShare * plume;
      const ringing =
        sourceIntensity * fromDb(ringingDb(isCoded, Math.max(0, rangeM - pulseLengthM / 2)));
      this.bubbles[i] = surfaceGain * bubbles;
      this.ringing[i] = ringing / pulseCells;
    }
  }

  /** Adds the water's mean energy to a row, down to `endCell`. */
  addTo(
    energy: Float64Array,
    offset: number,
    endCell: number,
    pose: Pick<Pose, 'xM' | 'yM'>,
    timeS: number,
    transducerDepthM: number,
  ): void {
    const { ringing, bubbles, factors, volumeGain, openWater, scene, cells } = this;
    const waterEnd = Math.min(cells, endCell);
    this.specks?.fill(factors, this.row, pose.xM, pose.yM, timeS);
    const cloud = this.specks ? cloudAt(scene.seed + 13, pose, timeS) / CLOUD_MEAN : 1;
    for (let i = 0; i < waterEnd; i++) {
      energy[offset + i] +=
        ringing[i] + cloud * bubbles[i] + openWater * volumeGain[i] * factors[i];
    }
    const plume = cloud - PLUME_FROM_CLOUD;
    if (this.plumes && plume > 0) {
      for (let i = 0; i < waterEnd; i++) energy[offset + i] += plume * this.plumes[i];
    }
    const layer = scene.water.thermocline;
    if (!layer) return;
    const { centreM, strength } = layerAt(scene, pose);
    const shape = this.layerShape(Math.round((centreM - transducerDepthM) / LAYER_STEP_M));
    const end = Math.min(waterEnd, shape.end);
    for (let i = shape.first; i < end; i++) {
      energy[offset + i] += this.byFrequency * strength * shape.energy[i - shape.first];
    }
  }

  /** What a layer of strength 1/m returns, so many steps beneath the transducer. */
  private layerShape(steps: number): LayerShape {
    let shape = this.layerShapes.get(steps);
    if (shape) return shape;
    const { cells, rangeStepM, volumeGain } = this;
    const { partCosines: cosines } = this.beam;
    const belowM = steps * LAYER_STEP_M;
    const halfM = this.scene.water.thermocline!.thicknessM;
    const first = Math.min(cells, Math.max(0, Math.floor((belowM - halfM) / rangeStepM)));
    const farthestM = (belowM + halfM) / Math.max(0.02, cosines[ANGLE_BINS - 1]);
    const end = Math.max(first, Math.min(cells, Math.ceil(farthestM / rangeStepM)));
    const energy = new Float64Array(end - first);
    for (let i = first; i < end; i++) {
      const rangeM = (i + 0.5) * rangeStepM;
      let share = 0;
      for (let k = 0; k < ANGLE_BINS; k++) {
        const off = (rangeM * cosines[k] - belowM) / halfM;
        const inside = 1 - off * off;
        if (inside > 0) share += inside * inside;
      }
      energy[i - first] = (volumeGain[i] * share) / ANGLE_BINS;
    }
    shape = { first, end, energy };
    if (this.layerShapes.size >= MAX_LAYER_SHAPES) this.layerShapes.clear();
    this.layerShapes.set(steps, shape);
    return shape;
  }
}

interface LayerShape {
  first: number;
  end: number;
  energy: Float64Array;
}

/** Where the thermocline's layer is at a place: it wanders and is patchy. */
export function layerAt(
  scene: Scene,
  pose: Pick<Pose, 'xM' | 'yM'>,
): { centreM: number; strength: number } {
  const layer = scene.water.thermocline!;
  const noise = (seed: number, lengthM: number) =>
    smoothNoise2(scene.seed + seed, pose.xM / lengthM, pose.yM / lengthM);
  return {
    centreM: layer.depthM + LAYER_WANDER_M * noise(11, LAYER_WANDER_LENGTH_M),
    strength: fromDb(layer.scatteringDb + LAYER_PATCH_DB * noise(12, LAYER_PATCH_LENGTH_M)),
  };
}
