/** From what each target put on the beams of a frame to rows of truth. */
import { fromDb } from '../units/decibel';
import type { TruthCollector } from './echogram';
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

/** A target's extent in a frame: places within this of its own peak. */
const EXTENT_RATIO = fromDb(-13);

interface Lit {
  target: number;
  first: number;
  end: number;
  free: number;
  seen: number;
}

/** Points of a frame by target: beam · cells + cell and mean energy of each. */
export class SectorTruth {
  private places = new Int32Array(1024);
  private energies = new Float64Array(1024);
  private length = 0;
  private lit: Lit[] = [];
  private readonly own: Float64Array;
  private readonly all: Float64Array;
  private readonly row: Float64Array;
  private readonly boxed: Float64Array;

  constructor(
    private readonly box: PulseBox,
    private readonly beams: number,
  ) {
    this.own = new Float64Array(beams * box.cells);
    this.all = new Float64Array(beams * box.cells);
    this.row = new Float64Array(box.cells);
    this.boxed = new Float64Array(box.cells);
  }

  begin(): void {
    this.length = 0;
    this.lit.length = 0;
  }

  add(target: number, beam: number, cell: number, energy: number, transmission: number): void {
    let last = this.lit[this.lit.length - 1];
    if (last?.target !== target) {
      last = { target, first: this.length, end: this.length, free: 0, seen: 0 };
      this.lit.push(last);
    }
    if (this.length === this.places.length) {
      const places = new Int32Array(2 * this.length);
      const energies = new Float64Array(2 * this.length);
      places.set(this.places);
      energies.set(this.energies);
      this.places = places;
      this.energies = energies;
    }
    this.places[this.length] = beam * this.box.cells + cell;
    this.energies[this.length] = energy * transmission;
    this.length++;
    last.end = this.length;
    last.free += energy;
    last.seen += energy * transmission;
  }

  /** Everything the targets put on the frame, in `all`. */
  fillOwn(): void {
    this.all.fill(0);
    for (let i = 0; i < this.length; i++) this.all[this.places[i]] += this.energies[i];
  }

  /**
   * The targets' mean energy in one beam, through the pulse.
   * @param shares of its energy that a beam hears of what lies so many beams off
   */
  ownBoxed(beam: number, shares: Float64Array): Float64Array {
    const { cells } = this.box;
    this.row.fill(0);
    for (let other = 0; other < this.beams; other++) {
      const share = shares[Math.abs(other - beam)];
      for (let i = 0; i < cells; i++) this.row[i] += share * this.all[other * cells + i];
    }
    this.box.means(this.row, 0, this.boxed);
    return this.boxed;
  }

  /** Energy that a pulse ending in a cell holds of a frame's map. */
  private throughPulse(map: Float64Array, place: number): number {
    const cell = place % this.box.cells;
    const from = place - Math.min(cell, this.box.boxCells - 1);
    let sum = 0;
    for (let i = from; i <= place; i++) sum += map[i];
    return sum;
  }

  collect(
    truth: TruthCollector,
    pingNumber: number,
    mean: Float64Array,
    bottomMean: Float64Array,
    noiseLevel: number,
    shadows: Map<number, ShadowSum>,
  ): void {
    const { own, all, box } = this;
    const { cells } = box;
    this.fillOwn();
    for (const { target, first, end, free, seen } of this.lit) {
      let peak = 0;
      let peakPlace = this.places[first];
      for (let i = first; i < end; i++) own[this.places[i]] += this.energies[i];
      for (let i = first; i < end; i++) {
        const energy = own[this.places[i]];
        if (energy > peak) {
          peak = energy;
          peakPlace = this.places[i];
        }
      }
      const level = this.throughPulse(own, peakPlace);
      const standing: Standing = {
        level,
        others: Math.max(0, this.throughPulse(all, peakPlace) - level),
        scenery: this.throughPulse(mean, peakPlace),
        bottom: this.throughPulse(bottomMean, peakPlace) * box.spreadScale,
        noiseLevel,
        blocked: free > 0 ? seen / free : 1,
      };
      if (isWorthARow(standing)) {
        let firstBin = cells;
        let lastBin = 0;
        let firstBeam = this.beams;
        let lastBeam = 0;
        let clear = 0;
        for (let i = first; i < end; i++) {
          const place = this.places[i];
          const here = this.throughPulse(own, place);
          const beside = this.throughPulse(mean, place) + this.throughPulse(all, place) - here;
          if (here >= CLEAR_RATIO * beside) clear++;
          if (own[place] < EXTENT_RATIO * peak) continue;
          const beam = Math.floor(place / cells);
          const cell = place - beam * cells;
          firstBin = Math.min(firstBin, cell);
          lastBin = Math.max(lastBin, cell);
          firstBeam = Math.min(firstBeam, beam);
          lastBeam = Math.max(lastBeam, beam);
        }
        addTruthRow(
          truth,
          {
            ping: pingNumber,
            target,
            channel: 0,
            firstBeam,
            lastBeam,
            firstBin,
            lastBin: Math.min(cells - 1, lastBin + box.boxCells - 1),
            peakBin: peakPlace % cells,
            filledShare: clear / (end - first),
          },
          standing,
          this.gapBeneath(mean, peakPlace, level),
          shadows.get(target),
          () => this.strongestRival(target, peakPlace),
        );
      }
      for (let i = first; i < end; i++) own[this.places[i]] = 0;
    }
  }

  private strongestRival(target: number, place: number): number {
    const cell = place % this.box.cells;
    const from = place - Math.min(cell, this.box.boxCells - 1);
    let best = -1;
    let bestEnergy = 0;
    for (const lit of this.lit) {
      if (lit.target === target) continue;
      let energy = 0;
      for (let i = lit.first; i < lit.end; i++) {
        if (this.places[i] >= from && this.places[i] <= place) energy += this.energies[i];
      }
      if (energy > bestEnergy) {
        bestEnergy = energy;
        best = lit.target;
      }
    }
    return best;
  }

  /** Drop along the beam behind a target before something as strong begins, hundredths of dB. */
  private gapBeneath(mean: Float64Array, place: number, peak: number): number {
    if (peak <= 0) return 0;
    const { cells, boxCells } = this.box;
    const rowEnd = place - (place % cells) + cells;
    let lowest = peak;
    for (let i = place + boxCells; i < rowEnd; i += boxCells) {
      const total = this.throughPulse(mean, i);
      if (total >= peak) return ratioCdb(peak, lowest);
      if (total < lowest) lowest = total;
    }
    return NO_GAP_CDB;
  }
}
