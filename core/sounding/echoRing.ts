import { BottomTracker } from './bottomTracker';
import {
  cellsPerPing,
  copyColumns,
  type EchogramInfo,
  emptyTrack,
  emptyTruth,
  type PingBlock,
  type PingTrack,
  type TruthRows,
} from './echogram';

/** The last so many pings of a run, filled block by block; ping p lies in slot p mod capacity. */
export class EchoRing {
  readonly levelsCdb: Int16Array;
  readonly track: PingTrack;
  /** Depth of the bottom as it is found on the echo, m, by slot; NaN where it is lost. */
  readonly trackedDepthM: Float32Array;
  private readonly tracker: BottomTracker;
  /** Cells of one ping, all rows of it. */
  readonly stride: number;
  private truthBlocks: { endPing: number; truth: TruthRows }[] = [];
  /** Pings that are there: `first ≤ ping < end`. */
  first: number;
  end: number;

  constructor(
    readonly info: EchogramInfo,
    readonly capacity: number,
    firstPing: number,
  ) {
    this.stride = cellsPerPing(info);
    this.levelsCdb = new Int16Array(capacity * this.stride);
    this.track = emptyTrack(capacity);
    this.trackedDepthM = new Float32Array(capacity);
    this.tracker = new BottomTracker(info);
    this.first = firstPing;
    this.end = firstPing;
  }

  /** @throws if the block does not follow the last one */
  append(block: PingBlock): void {
    if (block.firstPing !== this.end) {
      throw new Error(`Expected ping ${this.end}, got a block from ${block.firstPing}.`);
    }
    const { stride } = this;
    for (let i = 0; i < block.pingCount; i++) {
      const slot = this.slot(block.firstPing + i);
      this.levelsCdb.set(block.levelsCdb.subarray(i * stride, (i + 1) * stride), slot * stride);
      for (const name of Object.keys(this.track) as (keyof PingTrack)[]) {
        this.track[name][slot] = block.track[name][i];
      }
      this.trackedDepthM[slot] = this.tracker.follow(this.levelsCdb, slot * stride);
    }
    this.end += block.pingCount;
    this.first = Math.max(this.first, this.end - this.capacity);
    if (block.truth.ping.length > 0) {
      this.truthBlocks.push({ endPing: this.end, truth: block.truth });
    }
    while (this.truthBlocks.length > 0 && this.truthBlocks[0].endPing <= this.first) {
      this.truthBlocks.shift();
    }
  }

  slot(ping: number): number {
    return ping % this.capacity;
  }

  /** Pings `from … end` in order, out of the ring; limited to what is there. */
  stretch(from: number, end: number): PingBlock {
    const firstPing = Math.max(this.first, from);
    const lastPing = Math.max(firstPing, Math.min(this.end, end));
    const pingCount = lastPing - firstPing;
    const { stride } = this;
    const levelsCdb = new Int16Array(pingCount * stride);
    const track = emptyTrack(pingCount);
    for (let i = 0; i < pingCount; i++) {
      const slot = this.slot(firstPing + i);
      levelsCdb.set(this.levelsCdb.subarray(slot * stride, (slot + 1) * stride), i * stride);
      for (const name of Object.keys(track) as (keyof PingTrack)[]) {
        track[name][i] = this.track[name][slot];
      }
    }
    const blocks = this.truthBlocks.filter(({ endPing }) => endPing > firstPing);
    const truth = emptyTruth(blocks.reduce((sum, block) => sum + block.truth.ping.length, 0));
    let at = 0;
    for (const block of blocks) {
      copyColumns(truth, block.truth, at);
      at += block.truth.ping.length;
    }
    return { firstPing, pingCount, levelsCdb, track, truth };
  }
}
