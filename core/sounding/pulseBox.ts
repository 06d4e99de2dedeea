import { hash32 } from '../random';
import { centidecibels, NOISE_TAPE, tapeStart } from './fastMath';
import type { Draws, GroundSpeckle } from './groundSpeckle';

/** More than a sounder may average; keeps the draws of rows and looks apart. */
const MAX_LOOKS = 8;

/**
 * The pulse as a box of whole cells and a fraction of one more, running along one row of cells. The
 * fraction counts as energy: the share of samples that still meet the pulse in that cell.
 *
 * After the box a distributed target shows one pulse of itself and a point its full level. A pulse
 * shorter than a cell fills it for a point; what is distributed is weakened by `spreadScale` for it.
 */
export class PulseBox {
  readonly boxCells: number;
  readonly spreadScale: number;
  /** Of one more cell, by which the pulse is longer than whole cells, as amplitude and as energy. */
  readonly fraction: number;
  readonly fraction2: number;
  private readonly root: Float64Array;
  private readonly groundRoot: Float64Array;
  private readonly cellRe: Float64Array;
  private readonly cellIm: Float64Array;
  private readonly boxedRe: Float64Array;
  private readonly boxedIm: Float64Array;
  private readonly detected: Float32Array;
  private readonly detectedBits: Int32Array;

  /** @param pulseCells length of the pulse's range cell, in cells of the record */
  constructor(
    readonly cells: number,
    readonly pulseCells: number,
  ) {
    this.boxCells = Math.max(1, Math.floor(pulseCells));
    this.fraction2 = pulseCells >= 1 ? pulseCells - this.boxCells : 0;
    this.fraction = Math.sqrt(this.fraction2);
    this.spreadScale = Math.min(1, pulseCells);
    this.root = new Float64Array(cells);
    this.groundRoot = new Float64Array(cells);
    this.cellRe = new Float64Array(cells);
    this.cellIm = new Float64Array(cells);
    this.boxedRe = new Float64Array(cells);
    this.boxedIm = new Float64Array(cells);
    this.detected = new Float32Array(cells);
    this.detectedBits = new Int32Array(this.detected.buffer);
  }

  /** Mean energies through the pulse, as `detect` does with amplitudes. */
  means(source: Float64Array, sourceOffset: number, target: Float64Array): void {
    const { cells, boxCells, fraction2 } = this;
    const first = Math.min(boxCells, cells);
    let sum = 0;
    for (let i = 0; i < first; i++) {
      sum += source[sourceOffset + i];
      target[i] = sum;
    }
    for (let i = first; i < cells; i++) {
      const leaving = source[sourceOffset + i - boxCells];
      // One addition in the chain from cell to cell, not two.
      sum += source[sourceOffset + i] - leaving;
      target[i] = (sum > 0 ? sum : 0) + fraction2 * leaving;
    }
  }

  /** Amplitudes through the pulse, times `share`. */
  private boxAmplitudes(
    source: Float64Array | Float32Array,
    offset: number,
    target: Float64Array,
    share: number,
  ): void {
    const { cells, boxCells, fraction } = this;
    const first = Math.min(boxCells, cells);
    let sum = 0;
    for (let i = 0; i < first; i++) {
      sum += source[offset + i];
      target[i] = share * sum;
    }
    for (let i = first; i < cells; i++) {
      const leaving = source[offset + i - boxCells];
      sum += source[offset + i] - leaving;
      target[i] = share * (sum + fraction * leaving);
    }
  }

  /**
   * Draws speckle and passes it through the pulse, adds the points, averages the looks, and writes
   * hundredths of dB.
   * @param spread mean energy of all that is distributed, scaled by `spreadScale`
   * @param ground the ground's part of it before it is scaled by `groundScale`; the rest has draws of its own
   * in every ping
   * @param pointRe,pointIm coherent sum of the points
   * @param offset of the row in all four
   * @param row of the ground's draws
   */
  detect(
    spread: Float64Array,
    ground: Float64Array,
    groundScale: number,
    pointRe: Float64Array | Float32Array,
    pointIm: Float64Array | Float32Array,
    offset: number,
    looks: number,
    speckle: GroundSpeckle,
    row: number,
    seed: number,
    levelsCdb: Int16Array,
    levelsOffset: number,
  ): void {
    const { cells, root, groundRoot, boxedRe, boxedIm, detected } = this;
    // The share of each look, taken once with the roots; points carry it too.
    const share = Math.sqrt(1 / looks);
    this.boxAmplitudes(pointRe, offset, boxedRe, share);
    this.boxAmplitudes(pointIm, offset, boxedIm, share);
    for (let i = 0; i < cells; i++) {
      const own = groundScale * ground[offset + i];
      const rest = spread[offset + i] - own;
      groundRoot[i] = share * Math.sqrt(own);
      root[i] = rest > 0 ? share * Math.sqrt(rest) : 0;
    }
    detected.fill(0);
    for (let look = 0; look < looks; look++) {
      this.addLook(tapeStart(hash32(seed, look)), speckle.draws(MAX_LOOKS * row + look));
    }
    centidecibels(detected, this.detectedBits, cells, levelsCdb, levelsOffset);
  }

  /** One reception: draws of the ground and of all else through the pulse, with the points, as intensity. */
  private addLook(freshStart: number, { tape, start }: Draws): void {
    const { cells, boxCells, fraction, root, groundRoot, boxedRe, boxedIm, detected } = this;
    const { cellRe, cellIm } = this;
    let sumRe = 0;
    let sumIm = 0;
    const first = Math.min(boxCells, cells);
    for (let i = 0; i < first; i++) {
      const re = root[i] * NOISE_TAPE[freshStart + 2 * i] + groundRoot[i] * tape[start + 2 * i];
      const im =
        root[i] * NOISE_TAPE[freshStart + 2 * i + 1] + groundRoot[i] * tape[start + 2 * i + 1];
      cellRe[i] = re;
      cellIm[i] = im;
      sumRe += re;
      sumIm += im;
      const outRe = sumRe + boxedRe[i];
      const outIm = sumIm + boxedIm[i];
      detected[i] += outRe * outRe + outIm * outIm;
    }
    for (let i = first; i < cells; i++) {
      const at = freshStart + 2 * i;
      const groundAt = start + 2 * i;
      const re = root[i] * NOISE_TAPE[at] + groundRoot[i] * tape[groundAt];
      const im = root[i] * NOISE_TAPE[at + 1] + groundRoot[i] * tape[groundAt + 1];
      const oldRe = cellRe[i - boxCells];
      const oldIm = cellIm[i - boxCells];
      cellRe[i] = re;
      cellIm[i] = im;
      sumRe += re - oldRe;
      sumIm += im - oldIm;
      const outRe = sumRe + fraction * oldRe + boxedRe[i];
      const outIm = sumIm + fraction * oldIm + boxedIm[i];
      detected[i] += outRe * outRe + outIm * outIm;
    }
  }
}
