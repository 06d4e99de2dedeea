import { hash32 } from '../random';
import { centidecibels, NOISE_TAPE, tapeStart } from './fastMath';

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
    source: Float64Array,
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
   * @param pointRe,pointIm coherent sum of the points, from `pointOffset` on
   */
  detect(
    spread: Float64Array,
    spreadOffset: number,
    pointRe: Float64Array,
    pointIm: Float64Array,
    pointOffset: number,
    looks: number,
    seed: number,
    levelsCdb: Int16Array,
    levelsOffset: number,
  ): void {
    const { cells, root, boxedRe, boxedIm, detected } = this;
    // The share of each look, taken once with the roots; points carry it too.
    const share = Math.sqrt(1 / looks);
    this.boxAmplitudes(pointRe, pointOffset, boxedRe, share);
    this.boxAmplitudes(pointIm, pointOffset, boxedIm, share);
    for (let i = 0; i < cells; i++) root[i] = share * Math.sqrt(spread[spreadOffset + i]);
    detected.fill(0);
    for (let look = 0; look < looks; look++)
      this.addLook(tapeStart(hash32(seed, look)), NOISE_TAPE);
    centidecibels(detected, this.detectedBits, cells, levelsCdb, levelsOffset);
  }

  /** One reception: a row of draws from the tape through the pulse, with the points, as intensity. */
  private addLook(start: number, tape: Float32Array): void {
    const { cells, boxCells, fraction, root, boxedRe, boxedIm, detected } = this;
    let sumRe = 0;
    let sumIm = 0;
    const first = Math.min(boxCells, cells);
    for (let i = 0; i < first; i++) {
      sumRe += root[i] * tape[start + 2 * i];
      sumIm += root[i] * tape[start + 2 * i + 1];
      const re = sumRe + boxedRe[i];
      const im = sumIm + boxedIm[i];
      detected[i] += re * re + im * im;
    }
    for (let i = first; i < cells; i++) {
      const at = start + 2 * i;
      const old = i - boxCells;
      const oldAt = at - 2 * boxCells;
      const oldRe = root[old] * tape[oldAt];
      const oldIm = root[old] * tape[oldAt + 1];
      sumRe += root[i] * tape[at] - oldRe;
      sumIm += root[i] * tape[at + 1] - oldIm;
      const re = sumRe + fraction * oldRe + boxedRe[i];
      const im = sumIm + fraction * oldIm + boxedIm[i];
      detected[i] += re * re + im * im;
    }
  }
}
