/**
 * What floats in open water: most of its scattering comes from few specks (plankton, flakes, single bubbles),
 * so a picture shows points on dark water, not an even haze. They hang at places; a beam sees each for as
 * long as it is over it. Shares and spread by the eye; their mean is the water's own scattering strength.
 */
import { cube } from '../numeric';
import { hash32, randomSource } from '../random';

/** Of the scattering of open water. */
const SPECK_SHARE = 0.7;
/** A speck for so much of the range, on the mean. */
const SPACING_M = 1;
/** The boat sails so far, or the water drifts so long, until a beam sees other specks. */
const STAYS_M = 0.35;
const STAYS_S = 6;
/** Specks so near to one another come and go together. */
const BLOCK_M = 0.2;
const TAPE_LENGTH = 8192;
const GOLDEN = 0.618034;

/** Specks along the beams of an instrument. */
export class Specks {
  /** Factors of cells in a row, mean 1; a ping's are cut from it. */
  private readonly tape: Float32Array;
  private readonly blockCells: number;

  constructor(
    private readonly seed: number,
    rangeStepM: number,
  ) {
    const random = randomSource(seed);
    this.blockCells = Math.max(1, Math.round(BLOCK_M / rangeStepM));
    const tape = new Float32Array(TAPE_LENGTH + this.blockCells);
    const filled = Math.min(1, rangeStepM / SPACING_M);
    let sum = 0;
    for (let i = 0; i < TAPE_LENGTH; i++) {
      // The cube of an even draw: few are strong.
      if (random.uniform() < filled) tape[i] = cube(random.uniform());
      sum += tape[i];
    }
    const scale = (SPECK_SHARE * TAPE_LENGTH) / sum;
    for (let i = 0; i < TAPE_LENGTH; i++) tape[i] = 1 - SPECK_SHARE + scale * tape[i];
    tape.copyWithin(TAPE_LENGTH, 0, this.blockCells);
    this.tape = tape;
  }

  /**
   * The scattering of every cell against the water's mean, for a transducer at a place and a time.
   * @param row beam or channel: each sees its own
   * @param factors receives one a cell
   */
  fill(factors: Float64Array, row: number, xM: number, yM: number, timeS: number): void {
    const { tape, blockCells, seed } = this;
    for (let from = 0, block = 0; from < factors.length; from += blockCells, block++) {
      // Each block at its own moment, so that they do not all change in one ping.
      const phase = (block * GOLDEN) % 1;
      const start =
        hash32(
          seed,
          row,
          block,
          Math.floor(xM / STAYS_M + phase),
          Math.floor(yM / STAYS_M + phase),
          Math.floor(timeS / STAYS_S + phase),
        ) % TAPE_LENGTH;
      const end = Math.min(factors.length, from + blockCells);
      for (let i = from, at = start; i < end; i++, at++) factors[i] = tape[at];
    }
  }
}
