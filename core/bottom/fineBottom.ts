/**
 * The bottom resampled for kernels, which read it bilinearly: square tiles, each made when a ping first comes
 * there, with nodes as close as the shapes in it ask for. A large water costs what is sounded of it.
 */
import { detailsOf } from './features';
import { type Bottom, featureDepthsM, gridsOf, reliefOf, sedimentIndexAt } from './relief';
import type { SedimentName } from './sediments';

/** Nodes row by row from the south-west corner; one row and column more than the tile is wide. */
export interface FineTile {
  westM: number;
  southM: number;
  /** Nodes a metre. */
  perM: number;
  columns: number;
  depthM: Float32Array;
  /** Index into the bottom's sediments. */
  sediment: Uint8Array;
}

const TILE_M = 32;
const TILES_PER_M = 1 / TILE_M;
/** Nodes lie a metre apart, or half of it, or half of that, as details ask for. */
const MOST_NODES_PER_M = 8;
/** Borders of sediments wander by metres: nodes closer than this share theirs. */
const SEDIMENTS_PER_M = 2;

export class FineBottom {
  readonly sediments: SedimentName[];
  readonly buried: Bottom['buried'];
  readonly isPlain: boolean;
  readonly deepestM: number;
  private readonly westM: number;
  private readonly southM: number;
  private readonly eastM: number;
  private readonly northM: number;
  private readonly columns: number;
  private readonly tiles: (FineTile | undefined)[];
  private readonly details;
  private readonly reliefM: (xM: number, yM: number) => number;

  constructor(private readonly bottom: Bottom) {
    const { originM, cellM, columns, rows, features } = bottom;
    this.sediments = bottom.sediments;
    this.buried = bottom.buried;
    this.isPlain = bottom.isPlain ?? false;
    this.westM = originM.x;
    this.southM = originM.y;
    this.eastM = originM.x + (columns - 1) * cellM;
    this.northM = originM.y + (rows - 1) * cellM;
    this.columns = Math.floor((this.eastM - this.westM) * TILES_PER_M) + 1;
    const tileRows = Math.floor((this.northM - this.southM) * TILES_PER_M) + 1;
    this.tiles = new Array<undefined>(this.columns * tileRows);
    this.details = [...detailsOf(features), ...gridsOf(bottom)];
    this.reliefM = reliefOf(bottom);
    this.deepestM = deepestM(bottom);
  }

  /** Whoever lies beyond the water is taken to its edge. */
  clampX(xM: number): number {
    return xM < this.westM ? this.westM : xM > this.eastM ? this.eastM : xM;
  }
  clampY(yM: number): number {
    return yM < this.southM ? this.southM : yM > this.northM ? this.northM : yM;
  }

  /** The tile about a place within the water. */
  tileAt(xM: number, yM: number): FineTile {
    const column = ((xM - this.westM) * TILES_PER_M) | 0;
    const row = ((yM - this.southM) * TILES_PER_M) | 0;
    const at = row * this.columns + column;
    return this.tiles[at] ?? (this.tiles[at] = this.make(column, row));
  }

  /** Depth at a place, bilinear, m; beyond the water its edge continues. */
  depthAtM(xM: number, yM: number): number {
    const x = this.clampX(xM);
    const y = this.clampY(yM);
    const { westM, southM, perM, columns, depthM } = this.tileAt(x, y);
    const u = (x - westM) * perM;
    const v = (y - southM) * perM;
    const column = u | 0;
    const row = v | 0;
    const s = u - column;
    const t = v - row;
    const at = row * columns + column;
    const near = depthM[at] * (1 - s) + depthM[at + 1] * s;
    const far = depthM[at + columns] * (1 - s) + depthM[at + columns + 1] * s;
    return near * (1 - t) + far * t;
  }

  /** Index of the sediment at the nearest node. */
  sedimentAt(xM: number, yM: number): number {
    const x = this.clampX(xM);
    const y = this.clampY(yM);
    const { westM, southM, perM, columns, sediment } = this.tileAt(x, y);
    return sediment[(((y - southM) * perM + 0.5) | 0) * columns + (((x - westM) * perM + 0.5) | 0)];
  }

  private make(column: number, row: number): FineTile {
    const { bottom } = this;
    const westM = this.westM + column * TILE_M;
    const southM = this.southM + row * TILE_M;
    let finestM = 1;
    for (const { cellM, meets } of this.details) {
      if (cellM < finestM && meets(westM, southM, westM + TILE_M, southM + TILE_M)) finestM = cellM;
    }
    let perM = 1;
    while (perM < MOST_NODES_PER_M && perM * finestM < 1 - 1e-9) perM *= 2;
    const columns = TILE_M * perM + 2;
    const depthM = new Float32Array(columns * columns);
    const sediment = new Uint8Array(columns * columns);
    const isMixed = bottom.sediments.length > 1;
    const share = Math.max(1, perM / SEDIMENTS_PER_M);
    for (let v = 0; v < columns; v++) {
      const yM = southM + v / perM;
      for (let u = 0; u < columns; u++) {
        const xM = westM + u / perM;
        const at = v * columns + u;
        depthM[at] = this.reliefM(xM, yM);
        if (!isMixed) sediment[at] = bottom.sedimentCells[0];
        else if (v % share > 0) sediment[at] = sediment[at - columns];
        else if (u % share > 0) sediment[at] = sediment[at - 1];
        else sediment[at] = sedimentIndexAt(bottom, xM, yM);
      }
    }
    return { westM, southM, perM, columns, depthM, sediment };
  }
}

function deepestM(bottom: Bottom): number {
  const features = featureDepthsM(bottom);
  let deepest = 0;
  bottom.depthsCm.forEach((depthCm, i) => {
    deepest = Math.max(deepest, depthCm / 100 + (features ? features[i] : 0));
  });
  for (const { depthsCm } of bottom.patches ?? []) {
    for (const depthCm of depthsCm) deepest = Math.max(deepest, depthCm / 100);
  }
  return deepest;
}
