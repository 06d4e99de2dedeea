/**
 * What a sounder delivers: received levels, ping by ping, and beside them the truth of the scene.
 * Levels are dB re 1 µPa behind the receiving beam, before TVG and gain, kept as hundredths of a dB.
 */
export const INSTRUMENTS = ['cone', 'downFan', 'sideFans', 'column', 'sector'] as const;
export type Instrument = (typeof INSTRUMENTS)[number];

export const CHANNEL_NAMES = [
  'cone',
  'coneSecond',
  'column',
  'columnSecond',
  'down',
  'port',
  'starboard',
  'sector',
] as const;
export type ChannelName = (typeof CHANNEL_NAMES)[number];

/** One picture of an instrument: a cone, one side of the side fans, all beams of the sector. */
export interface ChannelInfo {
  name: ChannelName;
  frequencyHz: number;
  /** One-way −3 dB full angle: of a cone, of a fan along the track, of one beam of the sector. */
  beamwidthDeg: number;
  /** The other angle of a fan or of the sector's beams; null where the beam is round. */
  acrossBeamwidthDeg: number | null;
  /** Range cell of the pulse, m: nothing closer together is told apart. */
  rangeCellM: number;
  absorptionDbPerM: number;
  sourceLevelDb: number;
  /** In the receiver's band, at rest. */
  noiseLevelDb: number;
  /** In-plane direction of each beam from straight down, forward positive; [0] where there is one. */
  beamAnglesDeg: number[];
}

export interface EchogramInfo {
  instrument: Instrument;
  channels: ChannelInfo[];
  binCount: number;
  rangeStepM: number;
  draftM: number;
  soundSpeedMps: number;
  /** As sailed: never more than the range allows, c/(2R). */
  pingRateHz: number;
}

/** Rows of cells in one ping: one for each beam of each channel, channels in order. */
export function rowsPerPing(info: EchogramInfo): number {
  return info.channels.reduce((sum, channel) => sum + channel.beamAnglesDeg.length, 0);
}

export function cellsPerPing(info: EchogramInfo): number {
  return rowsPerPing(info) * info.binCount;
}

/** Row at which a channel's beams begin within a ping. */
export function firstRowOf(info: EchogramInfo, channel: number): number {
  let row = 0;
  for (let i = 0; i < channel; i++) row += info.channels[i].beamAnglesDeg.length;
  return row;
}

/** Where the boat was at each ping; arrays of one length. */
export interface PingTrack {
  timeS: Float64Array;
  alongM: Float32Array;
  xM: Float32Array;
  yM: Float32Array;
  headingRad: Float32Array;
  speedMps: Float32Array;
  /** Water depth straight under the boat, from the surface. */
  bottomDepthM: Float32Array;
}

/** What stands behind a target's echo in its strongest cell. */
export const BACKGROUNDS = ['noise', 'water', 'bottom', 'target', 'shadow'] as const;
export type Background = (typeof BACKGROUNDS)[number];

/** One row for each target, channel and ping in which the target put energy on the record. */
export interface TruthRows {
  ping: Int32Array;
  targetIndex: Uint16Array;
  firstBin: Uint16Array;
  lastBin: Uint16Array;
  /** The cell in which it is judged: the middle of a point's pulse, the best contrast of a large thing. */
  peakBin: Uint16Array;
  /** The target's own mean level in that cell. */
  levelCdb: Int16Array;
  /** That level over the expected level of everything else in the same cell. */
  signalToBackgroundCdb: Int16Array;
  /** The same over bottom, water and noise alone, leaving other targets out. */
  signalToSceneryCdb: Int16Array;
  /** Drop between the target's peak and the next stronger echo beneath it. */
  gapCdb: Int16Array;
  /** Index into BACKGROUNDS. */
  background: Uint8Array;
  /** The strongest other target in that cell, when `background` is a target; else −1. */
  rivalIndex: Int16Array;
  /** Index into the channels of the echogram. */
  channel: Uint8Array;
  /** Beams it fills, within the channel. */
  firstBeam: Uint8Array;
  lastBeam: Uint8Array;
  /** What things nearer to the sounder took away from its echo. */
  blockedCdb: Int16Array;
  /** Cells of bottom that lie in its shadow; `shadowLastBin` 0 where it casts none. */
  shadowFirstBin: Uint16Array;
  shadowLastBin: Uint16Array;
  /** How much darker the bottom is there than it would be without the target. */
  shadowCdb: Int16Array;
  /** Share of the cells between its ends in which it stands clear of all else, percent. */
  filledPercent: Uint8Array;
}

/**
 * A run of consecutive pings. `levelsCdb` is ping-major, then row by row: cell i of row r of ping p at
 * (p · rowsPerPing + r) · binCount + i.
 */
export interface PingBlock {
  firstPing: number;
  pingCount: number;
  levelsCdb: Int16Array;
  track: PingTrack;
  truth: TruthRows;
}

export function emptyTrack(length: number): PingTrack {
  return {
    timeS: new Float64Array(length),
    alongM: new Float32Array(length),
    xM: new Float32Array(length),
    yM: new Float32Array(length),
    headingRad: new Float32Array(length),
    speedMps: new Float32Array(length),
    bottomDepthM: new Float32Array(length),
  };
}

export function emptyTruth(length: number): TruthRows {
  return {
    ping: new Int32Array(length),
    targetIndex: new Uint16Array(length),
    firstBin: new Uint16Array(length),
    lastBin: new Uint16Array(length),
    peakBin: new Uint16Array(length),
    levelCdb: new Int16Array(length),
    signalToBackgroundCdb: new Int16Array(length),
    signalToSceneryCdb: new Int16Array(length),
    gapCdb: new Int16Array(length),
    background: new Uint8Array(length),
    rivalIndex: new Int16Array(length),
    channel: new Uint8Array(length),
    firstBeam: new Uint8Array(length),
    lastBeam: new Uint8Array(length),
    blockedCdb: new Int16Array(length),
    shadowFirstBin: new Uint16Array(length),
    shadowLastBin: new Uint16Array(length),
    shadowCdb: new Int16Array(length),
    filledPercent: new Uint8Array(length),
  };
}

type Columns = { [name: string]: { length: number } };
type ColumnArray = Float64Array | Float32Array | Int32Array | Int16Array | Uint16Array | Uint8Array;

/** The same columns, cut to `from … to`; copies, so the source can be reused. */
export function sliceColumns<T extends PingTrack | TruthRows>(
  columns: T,
  from: number,
  to: number,
): T {
  const cut: Record<string, ColumnArray> = {};
  for (const [name, column] of Object.entries(columns as unknown as Columns)) {
    cut[name] = (column as ColumnArray).slice(from, to);
  }
  return cut as unknown as T;
}

/** Copies every column of `source` into `target` from `at` on; lengths must fit. */
export function copyColumns<T extends PingTrack | TruthRows>(
  target: T,
  source: T,
  at: number,
): void {
  const into = target as unknown as Record<string, ColumnArray>;
  for (const [name, column] of Object.entries(source as unknown as Record<string, ColumnArray>)) {
    into[name].set(column as never, at);
  }
}

/** Tables of the same columns, one after the other. */
export function joinColumns<T extends PingTrack | TruthRows>(tables: T[]): T {
  const joined: Record<string, ColumnArray> = {};
  for (const name of Object.keys(tables[0])) {
    const parts = tables.map((table) => (table as unknown as Record<string, ColumnArray>)[name]);
    const length = parts.reduce((sum, part) => sum + part.length, 0);
    const column = new (parts[0].constructor as new (length: number) => ColumnArray)(length);
    let at = 0;
    for (const part of parts) {
      column.set(part as never, at);
      at += part.length;
    }
    joined[name] = column;
  }
  return joined as unknown as T;
}

/** A growing table of truth rows. */
export class TruthCollector {
  private rows = emptyTruth(256);
  length = 0;

  /** Index of a new row to fill. */
  add(): number {
    if (this.length === this.rows.ping.length) {
      const larger = emptyTruth(2 * this.length);
      copyColumns(larger, this.rows, 0);
      this.rows = larger;
    }
    return this.length++;
  }

  get columns(): TruthRows {
    return this.rows;
  }

  /** The rows so far, as arrays of their exact length; the collector starts again. */
  take(): TruthRows {
    const taken = sliceColumns(this.rows, 0, this.length);
    this.length = 0;
    return taken;
  }
}

/** Every buffer of a block, for a transfer between threads without copying. */
export function blockBuffers(block: PingBlock): ArrayBuffer[] {
  const columns = [
    ...Object.values(block.track as unknown as Record<string, ColumnArray>),
    ...Object.values(block.truth as unknown as Record<string, ColumnArray>),
  ];
  return [block.levelsCdb, ...columns].map((column) => column.buffer as ArrayBuffer);
}
