/** From what each target put on a row of cells to rows of truth. */
import { fromDb } from '../units/decibel';
import type { TruthCollector } from './echogram';
import type { RaisedEcho } from './fanPlane';
import type { PulseBox } from './pulseBox';
import {
  addTruthRow,
  CLEAR_RATIO,
  isWorthARow,
  NO_GAP_CDB,
  ratioCdb,
  type ShadowSum,
  type Standing,
} from './truthRow';

/** A target's extent in a ping: cells within this of its own peak in which it outweighs all else. */
const EXTENT_RATIO = fromDb(-20);
/** A target whose scatterers lie within so many cells is a point. */
const POINT_CELLS = 3;
/** Cells of a large target weaker than this against its peak are its fringe. */
const CONTRAST_SHARE = fromDb(-13);

/**
 * Keeps, for one row of cells, each lit target's own mean energy apart from all others, and turns it
 * into rows of truth. Use: `open` a target, `add` its points, `close`; then `collect`.
 */
export class TargetTruth {
  /** Energy of the open target by cell; a kernel may add to it and then `extend`. */
  readonly own: Float64Array;
  private readonly allOwn: Float64Array;
  private readonly spreadBoxed: Float64Array;
  private readonly bottomBoxed: Float64Array;
  readonly allOwnBoxed: Float64Array;
  private runs = new Float64Array(4096);
  private runEnd = 0;
  private lit: { target: number; first: number; end: number; run: number; blocked: number }[] = [];
  private target = -1;
  private low = 0;
  private high = -1;
  private free = 0;
  private seen = 0;

  constructor(private readonly box: PulseBox) {
    this.own = new Float64Array(box.cells + 1);
    this.allOwn = new Float64Array(box.cells + 1);
    this.spreadBoxed = new Float64Array(box.cells);
    this.bottomBoxed = new Float64Array(box.cells);
    this.allOwnBoxed = new Float64Array(box.cells);
  }

  begin(): void {
    this.allOwn.fill(0);
    this.lit.length = 0;
    this.runEnd = 0;
    this.target = -1;
  }

  open(targetIndex: number): void {
    if (targetIndex === this.target) return;
    this.close();
    this.target = targetIndex;
    this.low = this.box.cells;
    this.high = -1;
    this.free = 0;
    this.seen = 0;
  }

  /** @param transmission share of energy that things nearer to the sounder leave */
  add(cell: number, energy: number, transmission = 1): void {
    this.own[cell] += energy * transmission;
    this.free += energy;
    this.seen += energy * transmission;
    if (cell < this.low) this.low = cell;
    if (cell > this.high) this.high = cell;
  }

  /** What was added to `own` directly: between which cells, how much, and how much of it is left. */
  extend(low: number, high: number, free: number, seen: number): void {
    if (low < this.low) this.low = low;
    if (high > this.high) this.high = high;
    this.free += free;
    this.seen += seen;
  }

  /** A whole target that stands on the ground: its echoes in this row, scaled for the pulse. */
  addRaised(targetIndex: number, echoes: readonly RaisedEcho[], row: number, scale: number): void {
    this.open(targetIndex);
    for (const echo of echoes) {
      if (echo.row !== row) continue;
      for (let cell = echo.firstCell; cell <= echo.lastCell; cell++) {
        this.own[cell] += scale * echo.seen;
      }
      const cells = echo.lastCell - echo.firstCell + 1;
      this.extend(echo.firstCell, echo.lastCell, cells * echo.free, cells * echo.seen);
    }
    this.close();
  }

  close(): void {
    if (this.target < 0 || this.high < this.low) return;
    const length = this.high - this.low + 1;
    if (this.runEnd + length > this.runs.length) {
      const larger = new Float64Array(2 * (this.runEnd + length));
      larger.set(this.runs);
      this.runs = larger;
    }
    this.lit.push({
      target: this.target,
      first: this.low,
      end: this.high + 1,
      run: this.runEnd,
      blocked: this.free > 0 ? this.seen / this.free : 1,
    });
    for (let i = this.low; i <= this.high; i++) {
      this.runs[this.runEnd++] = this.own[i];
      this.allOwn[i] += this.own[i];
      this.own[i] = 0;
    }
    this.target = -1;
  }

  /** Everything the targets put on the row, through the pulse. */
  boxAll(): void {
    this.box.means(this.allOwn, 0, this.allOwnBoxed);
  }

  /**
   * @param spread all distributed mean energy of the row, scaled for the pulse, from `offset` on;
   * `bottomMean` the bottom's part of it, unscaled
   * @param noiseLevel mean energy of the receiver's noise
   */
  collect(
    truth: TruthCollector,
    pingNumber: number,
    channel: number,
    spread: Float64Array,
    bottomMean: Float64Array,
    offset: number,
    noiseLevel: number,
    shadows: Map<number, ShadowSum> | null = null,
  ): void {
    const { box, own, spreadBoxed, bottomBoxed, allOwnBoxed } = this;
    const { cells, boxCells, fraction2 } = box;
    box.spreadMeans(spread, offset, spreadBoxed);
    box.spreadMeans(bottomMean, offset, bottomBoxed);
    this.boxAll();
    for (let lit = 0; lit < this.lit.length; lit++) {
      const { first, end, run, target, blocked } = this.lit[lit];
      const length = end - first;
      const extent = Math.min(cells - first, length + boxCells);
      // The target's own energy through the pulse, into `own`, which is clear between targets.
      let peak = 0;
      let peakCell = first;
      let sum = 0;
      for (let i = 0; i < extent; i++) {
        const entering = i < length ? this.runs[run + i] : 0;
        const leaving = i >= boxCells ? this.runs[run + i - boxCells] : 0;
        sum += entering - leaving;
        const boxed = Math.max(0, sum) + fraction2 * leaving;
        own[first + i] = boxed;
        if (boxed > peak) {
          peak = boxed;
          peakCell = first + i;
        }
      }
      const cell =
        length <= POINT_CELLS
          ? this.middleOfPulse(peakCell, first + extent, peak)
          : this.bestContrast(first, first + extent, peak);
      const standing: Standing = {
        level: own[cell],
        others: Math.max(0, allOwnBoxed[cell] - own[cell]),
        scenery: spreadBoxed[cell],
        bottom: bottomBoxed[cell] * box.spreadScale,
        noiseLevel,
        blocked,
      };
      if (isWorthARow(standing)) {
        let firstBin = cell;
        let lastBin = cell;
        const belongs = (at: number) =>
          own[at] >= EXTENT_RATIO * peak && own[at] >= spreadBoxed[at] + allOwnBoxed[at] - own[at];
        while (firstBin > first && belongs(firstBin - 1)) firstBin--;
        while (lastBin + 1 < first + extent && belongs(lastBin + 1)) lastBin++;
        const gapCdb = this.gapBeneath(cell, lastBin, standing.level);
        // What is hollow, as a foundation is, reaches over the water or ground between its sides.
        for (let at = first; at < firstBin; at++) if (belongs(at)) firstBin = at;
        for (let at = first + extent - 1; at > lastBin; at--) if (belongs(at)) lastBin = at;
        addTruthRow(
          truth,
          {
            ping: pingNumber,
            target,
            channel,
            firstBeam: 0,
            lastBeam: 0,
            firstBin,
            lastBin,
            peakBin: cell,
            filledShare: this.clearCells(first, first + extent) / extent,
          },
          standing,
          gapCdb,
          shadows?.get(target),
          () => this.strongestRival(lit, cell),
        );
      }
      own.fill(0, first, first + extent);
    }
  }

  /**
   * A point is as strong along the whole pulse: it is judged in the middle, half a cell on, so that a
   * fish closer to the bottom than that counts as in it (Ona & Mitson 1996).
   */
  private middleOfPulse(peakCell: number, end: number, peak: number): number {
    let pulseEnd = peakCell;
    const limit = Math.min(end - 1, peakCell + this.box.boxCells);
    while (pulseEnd < limit && this.own[pulseEnd + 1] >= peak / 2) pulseEnd++;
    return (peakCell + pulseEnd) >> 1;
  }

  /** Something large is judged where it stands out best: brush above the bottom it grows from. */
  private bestContrast(from: number, end: number, peak: number): number {
    let best = from;
    let bestRatio = -1;
    for (let i = from; i < end; i++) {
      if (this.own[i] < CONTRAST_SHARE * peak) continue;
      const others = this.spreadBoxed[i] + this.allOwnBoxed[i] - this.own[i];
      const ratio = this.own[i] / Math.max(1e-30, others);
      if (ratio > bestRatio) {
        bestRatio = ratio;
        best = i;
      }
    }
    return best;
  }

  /** Cells of a run in which the target whose energy lies in `own` stands clear. */
  private clearCells(from: number, end: number): number {
    const { own, spreadBoxed, allOwnBoxed } = this;
    let clear = 0;
    for (let i = from; i < end; i++) {
      if (own[i] >= CLEAR_RATIO * (spreadBoxed[i] + allOwnBoxed[i] - own[i])) clear++;
    }
    return clear;
  }

  private strongestRival(lit: number, cell: number): number {
    let best = -1;
    let bestEnergy = 0;
    for (let other = 0; other < this.lit.length; other++) {
      if (other === lit) continue;
      const { first, end, run, target } = this.lit[other];
      let energy = 0;
      for (let back = 0; back <= this.box.boxCells; back++) {
        const at = cell - back;
        if (at >= first && at < end) energy += this.runs[run + at - first];
      }
      if (energy > bestEnergy) {
        bestEnergy = energy;
        best = target;
      }
    }
    return best;
  }

  /** How far the record drops beneath a target before something as strong begins, hundredths of dB. */
  private gapBeneath(peakCell: number, lastBin: number, peak: number): number {
    if (peak <= 0) return 0;
    let lowest = peak;
    for (let i = peakCell + 1; i < this.box.cells; i++) {
      const total = this.spreadBoxed[i] + this.allOwnBoxed[i];
      if (i > lastBin && total >= peak) return ratioCdb(peak, lowest);
      if (total < lowest) lowest = total;
    }
    return NO_GAP_CDB;
  }
}
