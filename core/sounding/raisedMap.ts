/** What stands on the ground of a scene, as heights on fine tiles; each is painted when a walk first comes there. */
import type { FineBottom } from '../bottom';
import { hash32, hashText, randomSource } from '../random';
import { MATERIALS, type Piece, raiseTarget } from '../targets';
import type { Scene } from './scene';

const TEXEL_M = 0.05;
const TILE_BITS = 6;
const TILE = 1 << TILE_BITS;
const TILE_M = TILE * TEXEL_M;
const TEXELS_PER_M = 1 / TEXEL_M;

/** The ground itself, heaped up or hollowed: nobody's. */
export const GROUND_ITSELF = 255;
const NOBODY = -1;

interface Tile {
  heightM: Float32Array;
  /** Index into `MATERIALS`, or `GROUND_ITSELF`. */
  material: Uint8Array;
  owner: Int16Array;
}

interface Owned {
  piece: Piece;
  owner: number;
}

export class RaisedMap {
  /** What stands at the place of the last `at`: its height over the ground, m, its stuff, whose it is. */
  heightM = 0;
  material = GROUND_ITSELF;
  owner = NOBODY;
  private readonly columns: number;
  private readonly rows: number;
  private readonly originX: number;
  private readonly originY: number;
  /** Slot of each tile that holds anything; −1 for the rest. */
  private readonly slots: Int32Array;
  private readonly waiting: Owned[][] = [];
  private readonly tiles: (Tile | null)[] = [];

  /** @param owners targets that stand here, by their index in the scene */
  constructor(
    pieces: readonly Owned[],
    readonly owners: ReadonlySet<number>,
  ) {
    let [west, south, east, north] = [Infinity, Infinity, -Infinity, -Infinity];
    for (const { piece } of pieces) {
      west = Math.min(west, piece.xM - piece.reachM);
      south = Math.min(south, piece.yM - piece.reachM);
      east = Math.max(east, piece.xM + piece.reachM);
      north = Math.max(north, piece.yM + piece.reachM);
    }
    this.originX = Math.floor(west / TILE_M) * TILE_M;
    this.originY = Math.floor(south / TILE_M) * TILE_M;
    this.columns = Math.ceil((east - this.originX) / TILE_M) + 1;
    this.rows = Math.ceil((north - this.originY) / TILE_M) + 1;
    this.slots = new Int32Array(this.columns * this.rows).fill(-1);
    for (const owned of pieces) {
      const { xM, yM, reachM } = owned.piece;
      const tileOf = (distanceM: number) => Math.floor(distanceM / TILE_M);
      for (let row = tileOf(yM - reachM - this.originY); ; row++) {
        if (row * TILE_M > yM + reachM - this.originY) break;
        for (let column = tileOf(xM - reachM - this.originX); ; column++) {
          if (column * TILE_M > xM + reachM - this.originX) break;
          this.put(row * this.columns + column, owned);
        }
      }
    }
  }

  private put(place: number, owned: Owned): void {
    if (this.slots[place] < 0) {
      this.slots[place] = this.waiting.length;
      this.waiting.push([]);
      this.tiles.push(null);
    }
    this.waiting[this.slots[place]].push(owned);
  }

  /** Whether anything stands, is heaped up or hollowed out at a place; if so, the fields say what. */
  at(xM: number, yM: number): boolean {
    const u = Math.floor((xM - this.originX) * TEXELS_PER_M);
    const v = Math.floor((yM - this.originY) * TEXELS_PER_M);
    const column = u >> TILE_BITS;
    const row = v >> TILE_BITS;
    if (column < 0 || row < 0 || column >= this.columns || row >= this.rows) return false;
    const slot = this.slots[row * this.columns + column];
    if (slot < 0) return false;
    const tile = this.tiles[slot] ?? this.paint(slot, column, row);
    const texel = ((v & (TILE - 1)) << TILE_BITS) | (u & (TILE - 1));
    this.heightM = tile.heightM[texel];
    if (this.heightM === 0) return false;
    this.material = tile.material[texel];
    this.owner = tile.owner[texel];
    return true;
  }

  /** Height of what stands at a place, m; 0 where nothing does. */
  heightAt(xM: number, yM: number): number {
    return this.at(xM, yM) && this.material !== GROUND_ITSELF ? this.heightM : 0;
  }

  /** The highest wins; the ground itself shows only where nothing stands. */
  private paint(slot: number, column: number, row: number): Tile {
    const tile: Tile = {
      heightM: new Float32Array(TILE * TILE),
      material: new Uint8Array(TILE * TILE).fill(GROUND_ITSELF),
      owner: new Int16Array(TILE * TILE).fill(NOBODY),
    };
    const west = this.originX + column * TILE_M;
    const south = this.originY + row * TILE_M;
    for (const { piece, owner } of this.waiting[slot]) {
      const { xM, yM, reachM, heightAt } = piece;
      const material = piece.material ? MATERIALS.indexOf(piece.material) : GROUND_ITSELF;
      const texelOf = (distanceM: number) =>
        Math.min(TILE, Math.max(0, Math.round(distanceM * TEXELS_PER_M)));
      const lastU = texelOf(xM + reachM - west);
      const lastV = texelOf(yM + reachM - south);
      for (let v = texelOf(yM - reachM - south); v < lastV; v++) {
        for (let u = texelOf(xM - reachM - west); u < lastU; u++) {
          const heightM = heightAt(
            west + (u + 0.5) * TEXEL_M - xM,
            south + (v + 0.5) * TEXEL_M - yM,
          );
          if (heightM === 0) continue;
          const texel = (v << TILE_BITS) | u;
          const stands = tile.material[texel] !== GROUND_ITSELF;
          if (material === GROUND_ITSELF) {
            if (!stands) tile.heightM[texel] += heightM;
          } else if (!stands || heightM > tile.heightM[texel]) {
            tile.heightM[texel] = heightM;
            tile.material[texel] = material;
            tile.owner[texel] = owner;
          }
        }
      }
    }
    this.tiles[slot] = tile;
    this.waiting[slot] = [];
    return tile;
  }
}

const known = new WeakMap<
  Scene['targets'],
  { fine: FineBottom; seed: number; map: RaisedMap | null }
>();

/** Of a scene; null where nothing stands, and over plain ground, where everything is points. */
export function raisedMap(scene: Scene, fine: FineBottom): RaisedMap | null {
  if (fine.isPlain) return null;
  const made = known.get(scene.targets);
  if (made?.fine === fine && made.seed === scene.seed) return made.map;
  const ground = { bottomDepthAtM: (xM: number, yM: number) => fine.depthAtM(xM, yM) };
  const owners = new Set<number>();
  const pieces = scene.targets.flatMap((target, owner) => {
    const random = randomSource(hash32(scene.seed, hashText(target.id)));
    const raised = raiseTarget(target, ground, random);
    if (raised) owners.add(owner);
    return (raised ?? []).map((piece) => ({ piece, owner }));
  });
  const map = pieces.length > 0 ? new RaisedMap(pieces, owners) : null;
  known.set(scene.targets, { fine, seed: scene.seed, map });
  return map;
}
