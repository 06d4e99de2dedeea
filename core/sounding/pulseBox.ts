import { hash32 } from '../random';
import { centidecibels, NOISE_TAPE, tapeStart } from './fastMath';
import type { Draws } from './groundSpeckle';

/** As many as a sounder may average: keeps the draws of rows and looks apart. */
export const LOOKS_A_ROW = 8;

/**
 * Coherent sums of the points, for each look. A look is a part of the band: from one to the next the phase of a
 * point turns once over a pulse of range, so points within one pulse interfere anew and a single one stays.
 */
export interface PointSums {
  re: Float64Array | Float32Array;
  im: Float64Array | Float32Array;
  /** From a look's sums to the next one's; 0 where all looks share them. */
  lookStride: number;
}

/** Length of the pulse's flanks, as a share of the pulse: a transducer rings up and down. */
const FLANK_SHARE = 0.8;
/** A longer kernel is run as a plain box of the same energy, in one running sum. */
const LONGEST_KERNEL = 64;

/**
 * The pulse as it runs along a row of cells: for amplitudes a box through a shorter box, so that its flanks
 * rise and fall, with the peak of one and the energy of a plain box as long as the pulse's range cell. After
 * it a distributed target shows one pulse of itself and a point its full level; strong echoes show their flanks.
 *
 * What is judged is judged by the plain box of whole cells and a fraction of one more; only what lies behind it,
 * bottom, water and noise, goes through the flanks. A pulse shorter than a cell fills it for a point; what is
 * distributed is weakened by `spreadScale` for it.
 */
export class PulseBox {
  /** The plain box. */
  readonly boxCells: number;
  readonly spreadScale: number;
  /** Of one more cell, by which the pulse is longer than whole cells, as energy. */
  readonly fraction2: number;
  /** The two boxes: whole cells of the first, amplitude of one more cell of it, cells of the second. */
  private readonly longCells: number;
  private readonly fraction: number;
  private readonly shortCells: number;
  /** By which the whole lies earlier, so that it stands where the plain box would. */
  private readonly lead: number;
  /** Squares of the pulse's amplitudes; null where it is too long for them. */
  private readonly kernel2: Float64Array | null;
  private readonly root: Float64Array;
  private readonly groundRoot: Float64Array;
  /** Zeros before a row. */
  private readonly pad: number;
  /** Amplitudes of a look before the pulse, and after the first box. */
  private readonly cellRe: Float64Array;
  private readonly cellIm: Float64Array;
  private readonly onceRe: Float64Array;
  private readonly onceIm: Float64Array;
  private readonly detected: Float32Array;
  private readonly detectedBits: Int32Array;

  /** @param pulseCells length of the pulse's range cell, in cells of the record */
  constructor(
    readonly cells: number,
    readonly pulseCells: number,
  ) {
    this.boxCells = Math.max(1, Math.floor(pulseCells));
    this.fraction2 = pulseCells >= 1 ? pulseCells - this.boxCells : 0;
    this.spreadScale = Math.min(1, pulseCells);
    const wanted = Math.max(1, pulseCells);
    this.shortCells = Math.max(1, Math.round(FLANK_SHARE * pulseCells));
    // Of a box of a cells through one of b ≤ a: Σg² = a − b + 1 + (b − 1)(2b − 1)/3b; a part f of one more cell
    // adds f (b − 1)/b + f²/b.
    const short = this.shortCells;
    const flanks = ((short - 1) * (2 * short - 1)) / (3 * short);
    this.longCells = Math.floor(wanted + short - 1 - flanks);
    const missing = wanted - (this.longCells - short + 1 + flanks);
    this.fraction = (Math.sqrt((short - 1) * (short - 1) + 4 * short * missing) - (short - 1)) / 2;
    this.lead = short >> 1;
    this.kernel2 =
      this.longCells + short > LONGEST_KERNEL
        ? null
        : flankedKernel(this.longCells, this.fraction, short).map((g) => g * g);
    this.root = new Float64Array(cells);
    this.groundRoot = new Float64Array(cells);
    this.pad = this.longCells;
    const padded = () => new Float64Array(this.pad + cells + this.lead);
    this.cellRe = padded();
    this.cellIm = padded();
    this.onceRe = padded();
    this.onceIm = padded();
    this.detected = new Float32Array(cells);
    this.detectedBits = new Int32Array(this.detected.buffer);
  }

  /** Mean energies of what is distributed through the pulse with its flanks. */
  spreadMeans(source: Float64Array, sourceOffset: number, target: Float64Array): void {
    const { cells, kernel2, lead } = this;
    if (!kernel2) {
      this.means(source, sourceOffset, target);
      return;
    }
    for (let i = 0; i < cells; i++) {
      const newest = Math.min(cells - 1, i + lead);
      const oldest = Math.max(0, i + lead - kernel2.length + 1);
      let sum = 0;
      for (let j = oldest; j <= newest; j++)
        sum += kernel2[i + lead - j] * source[sourceOffset + j];
      target[i] = sum;
    }
  }

  /** Mean energies through the plain box. */
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

  /**
   * Draws speckle and passes it through the pulse, adds the points, averages the looks, and writes
   * hundredths of dB.
   * @param spread mean energy of all that is distributed, scaled by `spreadScale`
   * @param ground the ground's part of it before it is scaled by `groundScale`; the rest has draws of its own
   * in every ping. Null where `speckle` gives amplitudes of the ground, which `spread` then does not hold
   * @param offset of the row in all three
   * @param row of the ground's draws
   */
  detect(
    spread: Float64Array,
    ground: Float64Array | null,
    groundScale: number,
    points: PointSums,
    offset: number,
    looks: number,
    speckle: { draws(row: number): Draws },
    row: number,
    seed: number,
    levelsCdb: Int16Array,
    levelsOffset: number,
  ): void {
    const { cells, root, groundRoot, detected } = this;
    // The share of each look, taken once with the roots; points carry it too.
    const share = Math.sqrt(1 / looks);
    for (let i = 0; i < cells; i++) {
      const own = ground ? groundScale * ground[offset + i] : 0;
      const rest = spread[offset + i] - own;
      groundRoot[i] = share * Math.sqrt(ground ? own : groundScale);
      root[i] = rest > 0 ? share * Math.sqrt(rest) : 0;
    }
    detected.fill(0);
    for (let look = 0; look < looks; look++) {
      const fresh = tapeStart(hash32(seed, look));
      const pointsAt = offset + look * points.lookStride;
      this.addLook(fresh, speckle.draws(LOOKS_A_ROW * row + look), points, pointsAt, share);
    }
    centidecibels(detected, this.detectedBits, cells, levelsCdb, levelsOffset);
  }

  /** One reception: draws of the ground and of all else, and the points, through the pulse, as intensity. */
  private addLook(
    freshStart: number,
    { tape, start }: Draws,
    { re: pointRe, im: pointIm }: PointSums,
    pointsAt: number,
    share: number,
  ): void {
    const { cells, root, groundRoot, detected, cellRe, cellIm, onceRe, onceIm } = this;
    const { longCells, shortCells, fraction, lead, pad } = this;
    for (let i = 0; i < cells; i++) {
      const at = freshStart + 2 * i;
      const groundAt = start + 2 * i;
      cellRe[pad + i] =
        root[i] * NOISE_TAPE[at] + groundRoot[i] * tape[groundAt] + share * pointRe[pointsAt + i];
      cellIm[pad + i] =
        root[i] * NOISE_TAPE[at + 1] +
        groundRoot[i] * tape[groundAt + 1] +
        share * pointIm[pointsAt + i];
    }
    // Both boxes as running sums; before the row lie zeros, so that nothing has to be asked.
    let longRe = 0;
    let longIm = 0;
    let shortRe = 0;
    let shortIm = 0;
    const perShort2 = 1 / (shortCells * shortCells);
    const end = pad + cells + lead;
    for (let i = pad; i < end; i++) {
      const leavingRe = cellRe[i - longCells];
      const leavingIm = cellIm[i - longCells];
      longRe += cellRe[i] - leavingRe;
      longIm += cellIm[i] - leavingIm;
      const re = longRe + fraction * leavingRe;
      const im = longIm + fraction * leavingIm;
      shortRe += re - onceRe[i - shortCells];
      shortIm += im - onceIm[i - shortCells];
      onceRe[i] = re;
      onceIm[i] = im;
      if (i >= pad + lead) {
        detected[i - pad - lead] += (shortRe * shortRe + shortIm * shortIm) * perShort2;
      }
    }
  }
}

/** A box of `long` cells and a part of one more through a box of `short`, as amplitudes with a peak of one. */
function flankedKernel(long: number, part: number, short: number): Float64Array {
  const kernel = new Float64Array(long + short);
  for (let i = 0; i <= long; i++) {
    for (let j = 0; j < short; j++) kernel[i + j] += (i < long ? 1 : part) / short;
  }
  return kernel;
}
