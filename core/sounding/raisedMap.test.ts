import { describe, expect, it } from 'vitest';
import { testScene } from '../../tests/fixtures/scene';
import { FineBottom, planeBottom } from '../bottom';
import { MATERIALS, type Material, type Piece, type TargetInput } from '../targets';
import { GroundSampler } from './groundSampler';
import { GROUND_ITSELF, RaisedMap, raisedMap } from './raisedMap';
import { prepareBottom } from './scene';

const [WOOD, STONE] = MATERIALS;
/** A round block of one height. */
const block = (
  xM: number,
  yM: number,
  radiusM: number,
  heightM: number,
  material: Material | null = STONE,
): Piece => ({
  xM,
  yM,
  reachM: radiusM,
  material,
  heightAt: (east, north) => (Math.hypot(east, north) < radiusM ? heightM : 0),
});
const mapOf = (...pieces: [Piece, number][]) =>
  new RaisedMap(
    pieces.map(([piece, owner]) => ({ piece, owner })),
    new Set(pieces.map(([, owner]) => owner)),
  );
const read = (map: RaisedMap, xM: number, yM: number) =>
  map.at(xM, yM) ? { heightM: map.heightM, material: map.material, owner: map.owner } : null;

describe('a map of what stands on the ground', () => {
  it('knows what stands where, of what, and whose it is', () => {
    const map = mapOf([block(-7.3, 12.1, 0.8, 1.5), 3], [block(20, -4, 0.5, 0.4, WOOD), 9]);
    expect(read(map, -7.3, 12.1)).toEqual({ heightM: 1.5, material: 1, owner: 3 });
    expect(read(map, 20.3, -4.2)).toEqual({
      heightM: expect.closeTo(0.4, 5),
      material: 0,
      owner: 9,
    });
    expect(read(map, -6.3, 12.1)).toBeNull();
  });

  it('has nothing between them, nor anywhere beyond them', () => {
    const map = mapOf([block(0, 0, 0.5, 1), 0], [block(90, 60, 0.5, 1), 1]);
    for (const [xM, yM] of [
      [45, 30],
      [-1, 0],
      [-5000, 12],
      [12, 9000],
      [90, 61],
    ]) {
      expect(read(map, xM, yM), `${xM}, ${yM}`).toBeNull();
    }
  });

  it('shows the highest of what stands in one place, in whatever order it was put', () => {
    const high: [Piece, number] = [block(0, 0, 0.3, 2), 1];
    const low: [Piece, number] = [block(0.1, 0, 1, 0.7, WOOD), 2];
    for (const map of [mapOf(high, low), mapOf(low, high)]) {
      expect(read(map, 0, 0)).toEqual({ heightM: 2, material: 1, owner: 1 });
      expect(read(map, 0.7, 0)?.owner).toBe(2);
    }
  });

  it('shows the ground heaped up or hollowed out only where nothing stands, and as nobody’s', () => {
    const hollow: [Piece, number] = [block(0, 0, 2, -0.5, null), 4];
    const pier: [Piece, number] = [block(0, 0, 0.6, 3), 4];
    for (const map of [mapOf(hollow, pier), mapOf(pier, hollow)]) {
      expect(read(map, 0, 0)).toMatchObject({ heightM: 3, owner: 4 });
      expect(read(map, 1.5, 0)).toEqual({ heightM: -0.5, material: GROUND_ITSELF, owner: -1 });
      // A hollow is no thing that a face could have.
      expect(map.heightAt(1.5, 0)).toBe(0);
      expect(map.heightAt(0, 0)).toBe(3);
    }
  });

  it('holds a thing over many tiles as one', () => {
    const map = mapOf([block(1.7, -2.9, 9, 1), 0]);
    for (let i = 0; i < 300; i++) {
      const [out, turn] = [9.4 * Math.sqrt((i + 0.5) / 300), 2.4 * i];
      const [xM, yM] = [1.7 + out * Math.cos(turn), -2.9 + out * Math.sin(turn)];
      // But for the texels at its edge.
      if (Math.abs(out - 9) > 0.08) expect(map.at(xM, yM), `${out}`).toBe(out < 9);
    }
  });
});

const WALL: TargetInput = { id: 'w', kind: 'wall', xM: 3, yM: 4, lengthM: 8, heightM: 1.2 };
const sceneOf = (targets: TargetInput[], isPlain = false, seed = 77) => {
  const scene = { ...testScene({ depthM: 6, targets }), seed };
  if (!isPlain) delete scene.bottom.isPlain;
  return scene;
};
const made = (scene: ReturnType<typeof sceneOf>) => raisedMap(scene, prepareBottom(scene));

describe('the map of a scene', () => {
  it('is made once for it, of the things that are raised', () => {
    const scene = sceneOf([{ id: 'f', kind: 'fish', xM: 0, yM: 0, depthM: 3, lengthM: 0.4 }, WALL]);
    const map = made(scene)!;
    expect([...map.owners]).toEqual([1]);
    expect(made(scene)).toBe(map);
  });
  it('is none over plain ground, nor where nothing is raised', () => {
    expect(made(sceneOf([WALL], true))).toBeNull();
    expect(made(sceneOf([]))).toBeNull();
  });
  it('follows the seed: other stones are missing from the wall', () => {
    const heights = (seed: number) => {
      const map = made(sceneOf([WALL], false, seed))!;
      return Array.from({ length: 60 }, (_, i) => map.heightAt(3, 0.2 + 0.12 * i));
    };
    expect(heights(5)).toEqual(heights(5));
    expect(heights(5)).not.toEqual(heights(6));
  });
});

describe('the ground with things on it', () => {
  const fine = new FineBottom(planeBottom({ depthM: 6, sediment: 'mud' }));
  const bare = new GroundSampler(fine);
  const built = new GroundSampler(
    fine,
    mapOf([block(5, 5, 1, 0.8), 2], [block(9, 5, 1, -0.3, null), 2]),
  );
  it('is the bare ground everywhere else', () => {
    for (const [xM, yM] of [
      [0, 0],
      [5, 7],
      [-30.2, 11.7],
    ]) {
      bare.at(xM, yM);
      built.at(xM, yM);
      expect([built.kind, built.heightM, built.weight]).toEqual([
        bare.kind,
        bare.heightM,
        bare.weight,
      ]);
      expect(built.owner).toBe(-1);
    }
  });
  it('is of the thing’s stuff where it stands, and knows what lies under it', () => {
    built.at(5.2, 5.1);
    expect(built).toMatchObject({ owner: 2, kind: fine.sediments.length + 1, bed: 0 });
    expect(built.heightM).toBeCloseTo(0.8, 5);
  });
  it('keeps its sediment and its relief in a hollow', () => {
    bare.at(9.1, 5);
    built.at(9.1, 5);
    expect(built.heightM).toBeCloseTo(bare.heightM - 0.3, 5);
    expect([built.kind, built.weight, built.owner]).toEqual([bare.kind, bare.weight, -1]);
  });
});
