import { centidecibel, HALF_GAUSS, HALF_GAUSS_MASK, HALF_GAUSS_BITS } from './fastMath';

/**
 * The pulse as a box of whole cells and a fraction of one more, running along one row of cells.
 *
 * A pulse shorter than two cells is widened to two, since points are split over two cells. Mean
 * energies are stated per cell and multiplied by `spreadScale`, so that after the box a distributed
 * target shows one pulse of itself and a point its full level.
 */
export class PulseBox {
  readonly boxCells: number;
  readonly spreadScale: number;
  /** Of one more cell, by which the pulse is longer than whole cells. */
  readonly fraction: number;
  private readonly fraction2: number;
  private readonly root: Float64Array;
  private readonly drawnRe: Float64Array;
  private readonly drawnIm: Float64Array;
  private readonly detected: Float64Array;

  /** @param pulseCells length of the pulse's range cell, in cells of the record */
  constructor(
    readonly cells: number,
    readonly pulseCells: number,
  ) {
    this.boxCells = Math.max(2, Math.floor(pulseCells));
    this.fraction = pulseCells >= 2 ? pulseCells - this.boxCells : 0;
    this.fraction2 = this.fraction * this.fraction;
    this.spreadScale = pulseCells / (this.boxCells + this.fraction2);
    this.root = new Float64Array(cells);
    this.drawnRe = new Float64Array(cells);
    this.drawnIm = new Float64Array(cells);
    this.detected = new Float64Array(cells);
  }

  /** Share of the cell that is just leaving the box, as a mean energy. */
  get leavingShare(): number {
    return this.fraction2;
  }

  /** Mean energies through the pulse, as `detect` does with amplitudes. */
  means(source: Float64Array, sourceOffset: number, target: Float64Array): void {
    const { cells, boxCells, fraction2 } = this;
    let sum = 0;
    for (let i = 0; i < cells; i++) {
      sum += source[sourceOffset + i];
      if (i >= boxCells) {
        const leaving = source[sourceOffset + i - boxCells];
        sum -= leaving;
        target[i] = Math.max(0, sum) + fraction2 * leaving;
      } else {
        target[i] = sum;
      }
    }
  }

  /**
   * Draws speckle, adds the points, passes both through the pulse, averages the looks, and writes
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
    const { cells, boxCells, fraction, root, drawnRe, drawnIm, detected } = this;
    // The share of each look, taken once with the roots; points carry it too.
    const amplitudeShare = Math.sqrt(1 / looks);
    for (let i = 0; i < cells; i++) root[i] = Math.sqrt(spread[spreadOffset + i]) * amplitudeShare;
    let state = seed | 0;
    for (let look = 0; look < looks; look++) {
      let sumRe = 0;
      let sumIm = 0;
      for (let i = 0; i < cells; i++) {
        // One 32-bit draw gives both components (Weyl sequence, two-round multiply–xorshift mixer).
        state = (state + 0x9e3779b9) | 0;
        let bits = state;
        bits = Math.imul(bits ^ (bits >>> 16), 0x21f0aaad);
        bits = Math.imul(bits ^ (bits >>> 15), 0x735a2d97);
        bits ^= bits >>> 15;
        const level = root[i];
        const re =
          level * HALF_GAUSS[bits & HALF_GAUSS_MASK] + amplitudeShare * pointRe[pointOffset + i];
        const im =
          level * HALF_GAUSS[bits >>> (32 - HALF_GAUSS_BITS)] +
          amplitudeShare * pointIm[pointOffset + i];
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
          outRe = sumRe + fraction * oldRe;
          outIm = sumIm + fraction * oldIm;
        }
        const intensity = outRe * outRe + outIm * outIm;
        detected[i] = look === 0 ? intensity : detected[i] + intensity;
      }
    }
    for (let i = 0; i < cells; i++) levelsCdb[levelsOffset + i] = centidecibel(detected[i]);
  }
}
