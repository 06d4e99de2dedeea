import {
  BORDER_FRAY_M,
  BORDER_WANDER_M,
  type FineBottom,
  groundTables,
  grainOf,
  groundTiles,
  type StoneTiles,
  stoneTiles,
  PATCH_COS,
  PATCH_SIN,
  TEXELS_PER_M,
  TILE,
  TILE_MASK,
} from '../bottom';

import { GROUND_ITSELF, type RaisedMap } from './raisedMap';

const TILE_BITS = 31 - Math.clz32(TILE);
const ALL = TILE * TILE - 1;
/** Fields read at these distances on the tile are as good as others. */
const OTHER_BORDER = 97_531;
const OTHER_WHITE = 40_503;
/** Bits of a tile's turn: anchors have been dragged over one tile in eight. */
const FURROWED = 0x380000;
/** From one part of a face to the next, in texels of the tile: far enough to be another. */
const COURSE_U = 37;
const COURSE_V = 101;

/**
 * What the ground is at a place, for the kernels: `at` and `materialAt` fill the fields, since a returned
 * object would cost more than the look-up.
 */
export class GroundSampler {
  /** Index of the sediment in the bottom's list. */
  kind = 0;
  /** Over the even bottom, m. */
  heightM = 0;
  /** Intensity against the sediment's mean: of the patch, and of the grain in it too. */
  patch = 1;
  weight = 1;
  /** What lies there where something else stands on it. */
  bed = 0;
  /** Whose it is, by target; −1 for the ground. */
  owner = -1;
  /** Texel of the last place. */
  private u = 0;
  private v = 0;
  private readonly tiles;
  private stones: StoneTiles | null = null;
  private readonly tables;
  private readonly isMixed: boolean;

  /** @param raised what stands on it: its kinds follow those of the sediments */
  constructor(
    private readonly fine: FineBottom,
    readonly raised: RaisedMap | null = null,
  ) {
    this.tiles = groundTiles();
    this.tables = groundTables(fine.sediments);
    this.isMixed = fine.sediments.length > 1;
  }

  /** Sediment and patch alone: all that a wide beam needs. */
  materialAt(xM: number, yM: number): void {
    const { fine, tiles, tables } = this;
    const u = (this.u = Math.floor(xM * TEXELS_PER_M));
    const v = (this.v = Math.floor(yM * TEXELS_PER_M));
    const patchU = Math.floor((xM * PATCH_COS + yM * PATCH_SIN) * TEXELS_PER_M);
    const patchV = Math.floor((yM * PATCH_COS - xM * PATCH_SIN) * TEXELS_PER_M);
    const patchCell = ((patchV & TILE_MASK) << TILE_BITS) | (patchU & TILE_MASK);
    let kind = 0;
    if (this.isMixed) {
      const white = tiles.white[((v & TILE_MASK) << TILE_BITS) | (u & TILE_MASK)];
      // Where a sediment ends wanders in long waves and frays from texel to texel.
      const frayX = (white & 15) / 15 - 0.5;
      const frayY = (white >> 4) / 15 - 0.5;
      const x = xM + BORDER_WANDER_M * tiles.border[patchCell] + BORDER_FRAY_M * frayX;
      const y =
        yM +
        BORDER_WANDER_M * tiles.border[(patchCell + OTHER_BORDER) & ALL] +
        BORDER_FRAY_M * frayY;
      kind = fine.sedimentAt(x, y);
    }
    this.kind = kind;
    this.patch = tables.patch[256 * kind + tiles.rank[patchCell]];
  }

  /** Intensity of a part of a face that rises at a place, against the mean of its stuff. */
  grainAt({ xM, yM }: { xM: number; yM: number }, part: number): number {
    const u = Math.floor(xM * TEXELS_PER_M) + COURSE_U * part;
    const v = Math.floor(yM * TEXELS_PER_M) + COURSE_V * part;
    return RAISED_GRAIN[this.tiles.white[((v & TILE_MASK) << TILE_BITS) | (u & TILE_MASK)]];
  }

  /** Also relief, stones and grain. */
  at(xM: number, yM: number): void {
    this.materialAt(xM, yM);
    const { tiles, tables, kind, u, v } = this;
    const cell = ((v & TILE_MASK) << TILE_BITS) | (u & TILE_MASK);
    this.weight = this.patch * tables.grain[256 * kind + tiles.white[(cell + OTHER_WHITE) & ALL]];
    let heightM = tables.reliefScale[kind] * tiles.reliefM[cell];
    // Turned and flipped from tile to tile, or stones would stand in rows.
    const turn = Math.imul(u >> TILE_BITS, 0x1f123bb5) ^ Math.imul(v >> TILE_BITS, 0x5bd1e995);
    let stoneU = u & TILE_MASK;
    let stoneV = v & TILE_MASK;
    if (turn & 0x10000) stoneU ^= TILE_MASK;
    if (turn & 0x20000) stoneV ^= TILE_MASK;
    const stone = turn & 0x40000 ? (stoneU << TILE_BITS) | stoneV : (stoneV << TILE_BITS) | stoneU;
    const { stoneRank, stoneM, furrowM } = (this.stones ??= stoneTiles());
    if (stoneRank[stone] < tables.stoneLimit[kind]) heightM += stoneM[stone];
    if ((turn & FURROWED) === 0) heightM -= tables.furrowShare[kind] * furrowM[stone];
    this.heightM = heightM;
    const { raised } = this;
    if (!raised) return;
    this.bed = kind;
    this.owner = -1;
    if (!raised.at(xM, yM)) return;
    if (raised.material === GROUND_ITSELF) {
      this.heightM += raised.heightM;
      return;
    }
    this.owner = raised.owner;
    this.kind = this.fine.sediments.length + raised.material;
    this.heightM = raised.heightM;
    this.weight = RAISED_GRAIN[tiles.white[(cell + OTHER_WHITE) & ALL]];
  }
}

/** Stone, timber and concrete are never even. */
const RAISED_GRAIN = grainOf(4);

const samplers = new WeakMap<FineBottom, GroundSampler>();

/** Of a natural bottom and what stands on it; null over a plain one. */
export function groundSampler(
  fine: FineBottom,
  raised: RaisedMap | null = null,
): GroundSampler | null {
  if (fine.isPlain) return null;
  if (raised) return new GroundSampler(fine, raised);
  let sampler = samplers.get(fine);
  if (!sampler) samplers.set(fine, (sampler = new GroundSampler(fine)));
  return sampler;
}
