/**
 * Speckle of the ground: it belongs to the place from which it is seen. A boat that stands sees the same
 * grain ping after ping; half an aperture on, the scatterers add up anew (Goodman 2007: the speckle of an
 * aperture D, sent and received, is new after D/2), as they do when the beam turns by half its width.
 */
import { cos, sin } from '../numeric';
import { hash32 } from '../random';
import { NOISE_TAPE, TAPE_LENGTH, tapeStart } from './fastMath';
import type { Mount } from './mount';

const TAPE_MASK = 2 * TAPE_LENGTH - 1;
/** Corners of the lattice that weigh less add nothing. */
const LEAST_WEIGHT = 0.01;

/** Complex draws of unit mean intensity, real and imaginary part in turn, from `start` on. */
export interface Draws {
  tape: Float32Array;
  start: number;
}

export class GroundSpeckle {
  private corners: { key: number; weight: number }[] = [];
  private shift = 0;
  private readonly mixed: Float32Array;

  /**
   * @param apertureM the longest side of the transducer
   * @param beamRad its narrowest beam
   */
  constructor(
    private readonly seed: number,
    private readonly apertureM: number,
    private readonly beamRad: number,
    private readonly cells: number,
    private readonly rangeStepM: number,
  ) {
    this.mixed = new Float32Array(2 * cells);
  }

  /**
   * @param turnRad by which the beam is turned, against any fixed direction
   * @param wayM made since the ping before: beyond half an aperture every ping has draws of its own
   */
  moveTo(mount: Mount, turnRad: number, wayM: number, pingNumber: number): void {
    // The ground keeps its depth when the boat rides over a wave: its grain rides with it.
    this.shift = Math.round(mount.depthM / this.rangeStepM);
    const half = this.apertureM / 2;
    if (wayM >= half) {
      this.corners = [{ key: hash32(this.seed, pingNumber, 0x9a1), weight: 1 }];
      return;
    }
    let corners = [{ key: hash32(this.seed, 0x9a2), weight: 1 }];
    for (const place of [mount.xM / half, mount.yM / half, turnRad / (this.beamRad / 2)]) {
      const low = Math.floor(place);
      const phase = ((place - low) * Math.PI) / 2;
      // Weights on a circle keep the mean intensity.
      corners = corners.flatMap(({ key, weight }) => [
        { key: hash32(key, low), weight: weight * cos(phase) },
        { key: hash32(key, low + 1), weight: weight * sin(phase) },
      ]);
    }
    const kept = corners.filter(({ weight }) => weight >= LEAST_WEIGHT);
    const norm = 1 / Math.sqrt(kept.reduce((sum, { weight }) => sum + weight * weight, 0));
    this.corners = kept.map(({ key, weight }) => ({ key, weight: weight * norm }));
  }

  /**
   * Draws for a row of cells, good until they are asked for again.
   * @param row tells rows and looks of a ping apart
   */
  draws(row: number): Draws {
    const from = ({ key }: { key: number }) =>
      (tapeStart(hash32(key, row)) + 2 * this.shift) & TAPE_MASK;
    const { corners, mixed } = this;
    if (corners.length === 1) return { tape: NOISE_TAPE, start: from(corners[0]) };
    const end = 2 * this.cells;
    mixed.fill(0);
    for (const corner of corners) {
      const start = from(corner);
      const { weight } = corner;
      for (let i = 0; i < end; i++) mixed[i] += weight * NOISE_TAPE[start + i];
    }
    return { tape: mixed, start: 0 };
  }
}
