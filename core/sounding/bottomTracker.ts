/**
 * Finds the bottom on the echo, as a sounder does: it knows the levels it received and nothing else, so it can be
 * fooled by what looks like a bottom (dense bait, weed, a second echo) and lost where there is none to hear.
 */
import { log10 } from '../numeric';
import { type EchogramInfo, cellsPerPing, firstRowOf } from './echogram';

/** Nearer than this the transducer still rings. */
const BLANK_M = 1.2;
/** A bottom stands so far over the receiver's noise, and over so little of what was sent at 1 m. */
const OVER_NOISE_CDB = 900;
const LEAST_OF_SOURCE_CDB = -5500;
/** Where a search begins: the nearest echo within so much of the strongest, so that a second echo is not taken. */
const RIVAL_CDB = 1200;
/** The bottom begins where its echo has come within so much of its peak. */
const EDGE_CDB = 900;
/** Pings that must agree before it is a bottom, and pings without one before it is lost. */
const AGREEING = 4;
const MISSED = 12;
/** Looked for within so much of where it last was: a share of its range, and metres. */
const GATE_SHARE = 0.12;
const GATE_M = 0.6;
/** So much weaker than lately, it is another thing. */
const FADED_CDB = 1800;
/** An echo elsewhere that is so much stronger for so many pings ends the hold on this one. */
const STRONGER_CDB = 700;
const OUTDONE = 8;
/** Share of the newest ping in what is told, and in what is expected of its strength. */
const DEPTH_SHARE = 0.4;
const STRENGTH_SHARE = 0.1;
/** A sector looks for the bottom in the beam that looks down, if there is one within this of it. */
const STEEPEST_DEG = 8;

export class BottomTracker {
  /** Made up for range as a bottom is, hundredths of dB: 30 log r + 2αr. */
  private readonly gainCdb: Float64Array;
  private readonly least: number;
  private readonly leastHeard: number;
  private readonly rowStart: number;
  private readonly heard: Float64Array;
  private heldCell = NaN;
  private expectedCdb = 0;
  private missed = 0;
  private agreeing = 0;
  private candidate = NaN;
  private outdone = 0;

  constructor(private readonly info: EchogramInfo) {
    const [channel] = info.channels;
    const { rangeStepM, binCount } = info;
    this.gainCdb = Float64Array.from({ length: binCount }, (_, bin) => {
      const rangeM = (bin + 0.5) * rangeStepM;
      return 100 * (30 * log10(rangeM) + 2 * channel.absorptionDbPerM * rangeM);
    });
    this.least = 100 * channel.noiseLevelDb + OVER_NOISE_CDB;
    this.leastHeard = 100 * channel.sourceLevelDb + LEAST_OF_SOURCE_CDB;
    this.heard = new Float64Array(binCount);
    const angles = channel.beamAnglesDeg;
    const row = angles.reduce(
      (best, angle, i) => (Math.abs(angle) < Math.abs(angles[best]) ? i : best),
      0,
    );
    const looksDown = Math.abs(angles[row]) <= STEEPEST_DEG;
    this.rowStart = looksDown ? (firstRowOf(info, 0) + row) * binCount : -1;
  }

  /**
   * The next ping.
   * @param levelsCdb levels of pings, this one's from `at` on
   * @returns depth of the bottom from the surface, m; NaN while there is none
   */
  follow(levelsCdb: ArrayLike<number>, at: number): number {
    if (this.rowStart < 0) return NaN;
    const { info, heard, gainCdb } = this;
    const { binCount, rangeStepM } = info;
    const from = at + this.rowStart;
    const first = Math.ceil(BLANK_M / rangeStepM);
    // Three cells together: one alone is grain or a spike.
    let strongest = first;
    for (let bin = first; bin < binCount - 1; bin++) {
      const level =
        (levelsCdb[from + bin - 1] + levelsCdb[from + bin] + levelsCdb[from + bin + 1]) / 3;
      const made = level + gainCdb[bin];
      heard[bin] = level < this.least || made < this.leastHeard ? -Infinity : made;
      if (heard[bin] > heard[strongest]) strongest = bin;
    }
    const nearest = this.nearestRival(first, strongest);
    if (Number.isNaN(this.heldCell)) this.search(nearest);
    else this.hold(nearest);
    return Number.isNaN(this.heldCell) ? NaN : info.draftM + this.heldCell * rangeStepM;
  }

  /** Edge of the nearest echo that is about as strong as the strongest; −1 where nothing is heard. */
  private nearestRival(first: number, strongest: number): number {
    const { heard } = this;
    if (heard[strongest] === -Infinity) return -1;
    for (let bin = first; bin < strongest; bin++) {
      if (heard[bin] >= heard[strongest] - RIVAL_CDB) return bin;
    }
    return strongest;
  }

  private gateCells(cell: number): number {
    return GATE_SHARE * cell + GATE_M / this.info.rangeStepM;
  }

  private search(nearest: number): void {
    if (nearest < 0) {
      this.agreeing = 0;
      return;
    }
    const agrees = Math.abs(nearest - this.candidate) <= this.gateCells(this.candidate);
    this.agreeing = agrees ? this.agreeing + 1 : 1;
    this.candidate = nearest;
    if (this.agreeing < AGREEING) return;
    const peak = this.peakNear(nearest);
    this.heldCell = this.edgeOf(peak);
    this.expectedCdb = this.heard[peak];
    this.missed = 0;
    this.outdone = 0;
  }

  private hold(nearest: number): void {
    const { heard } = this;
    const peak = this.peakNear(this.heldCell);
    const isThere = heard[peak] > this.expectedCdb - FADED_CDB;
    if (isThere) {
      this.heldCell += DEPTH_SHARE * (this.edgeOf(peak) - this.heldCell);
      this.expectedCdb += STRENGTH_SHARE * (heard[peak] - this.expectedCdb);
      this.missed = 0;
    } else this.missed++;
    const isOutdone =
      nearest >= 0 &&
      Math.abs(nearest - this.heldCell) > this.gateCells(this.heldCell) &&
      heard[this.peakNear(nearest)] > (isThere ? heard[peak] : this.expectedCdb) + STRONGER_CDB;
    this.outdone = isOutdone ? this.outdone + 1 : 0;
    if (this.missed < MISSED && this.outdone < OUTDONE) return;
    this.heldCell = NaN;
    this.candidate = nearest;
    this.agreeing = 0;
  }

  private peakNear(cell: number): number {
    const { heard, info } = this;
    const gate = this.gateCells(cell);
    let best = Math.max(1, Math.round(cell - gate));
    for (let bin = best; bin < Math.min(info.binCount - 1, cell + gate); bin++) {
      if (heard[bin] > heard[best]) best = bin;
    }
    return best;
  }

  /** Where an echo begins, from its peak back towards the sounder; one cell of grain does not end it. */
  private edgeOf(peak: number): number {
    const { heard } = this;
    const least = heard[peak] - EDGE_CDB;
    let edge = peak;
    for (let bin = peak; bin > peak - this.gateCells(peak) && bin > 0; bin--) {
      if (heard[bin] >= least) edge = bin;
      else if (bin > 1 && heard[bin - 1] < least) break;
    }
    return edge;
  }
}

/**
 * Depth by ping of a stretch in order, m; NaN where it is lost. The set was on before the stretch began: pings in
 * which it would still search have the depth it comes to.
 */
export function trackedDepthsM(
  info: EchogramInfo,
  levelsCdb: ArrayLike<number>,
  pingCount: number,
): Float32Array {
  const tracker = new BottomTracker(info);
  const stride = cellsPerPing(info);
  const depthsM = Float32Array.from({ length: pingCount }, (_, ping) =>
    tracker.follow(levelsCdb, ping * stride),
  );
  const found = depthsM.findIndex((depthM) => !Number.isNaN(depthM));
  if (found > 0 && found <= 2 * AGREEING) depthsM.fill(depthsM[found], 0, found);
  return depthsM;
}
