import { describe, expect, it } from 'vitest';
import { randomSource } from '../random';
import { raiseTarget, type Target, type TargetInput, targetSchema } from '.';
import { STONE, WOOD } from './materials';
import { bowl, lyingBar, oblong, rubble, stone, upright, wallStretch } from './raised';
import type { Piece } from './scatterers';

const AT = { xM: 3.5, yM: -2 };
/** Heights over a piece's whole reach, on a grid of 2 cm, and where they are. */
function sampled(piece: Piece) {
  const places: { east: number; north: number; heightM: number }[] = [];
  const reach = piece.reachM + 0.3;
  for (let east = -reach; east <= reach; east += 0.02) {
    for (let north = -reach; north <= reach; north += 0.02) {
      places.push({ east, north, heightM: piece.heightAt(east, north) });
    }
  }
  return places.filter(({ heightM }) => heightM !== 0);
}
const area = (places: readonly unknown[]) => places.length * 0.02 * 0.02;
const highest = (piece: Piece) => Math.max(...sampled(piece).map(({ heightM }) => heightM));

describe.each<[string, () => Piece]>([
  ['a stone', () => stone(AT, 0.6, 0.5, randomSource(4))],
  ['an oblong', () => oblong(AT, 0.7, 2, 0.6, STONE, () => 1)],
  ['an upright', () => upright(AT, 0.4, 3, WOOD)],
  ['a bowl', () => bowl(AT, 1.2, 0.4)],
  ['a log', () => lyingBar(AT, { xM: 6, yM: -1 }, 0.2, WOOD, randomSource(4))],
])('%s', (_, make) => {
  it('ends within its reach, and is the same each time', () => {
    const piece = make();
    for (const { east, north } of sampled(piece)) {
      expect(Math.hypot(east, north)).toBeLessThan(piece.reachM + 0.02);
    }
    expect(sampled(make())).toEqual(sampled(piece));
  });
});

describe('a stone', () => {
  it('is about as wide and high as it is said to be, and no ball', () => {
    const widths = [1, 2, 3, 4, 5, 6].map((seed) => {
      const made = stone(AT, 0.6, 0.5, randomSource(seed));
      expect(highest(made)).toBeGreaterThan(0.3);
      expect(highest(made)).toBeLessThan(0.56);
      return area(sampled(made)) / (Math.PI * 0.36);
    });
    for (const width of widths) expect(Math.abs(width - 1)).toBeLessThan(0.35);
    expect(new Set(widths.map((width) => width.toFixed(2))).size).toBeGreaterThan(3);
  });
});

describe('a log', () => {
  it('is as high as it is thick, rounded across, and thinner at its far end', () => {
    const log = lyingBar({ xM: 0, yM: 0 }, { xM: 0, yM: 4 }, 0.25, WOOD, randomSource(2), 0.6);
    const across = (alongM: number) =>
      sampled(log).filter(({ north }) => Math.abs(north - alongM) < 0.015);
    const [near, far] = [across(-1.9), across(1.9)];
    expect(Math.max(...near.map(({ heightM }) => heightM))).toBeCloseTo(0.5, 0);
    expect(far.length).toBeLessThan(0.8 * near.length);
    const middle = near.find(({ east }) => Math.abs(east) < 0.015)!;
    const edge = near.find(({ east }) => Math.abs(east - 0.2) < 0.015)!;
    expect(edge.heightM).toBeLessThan(0.9 * middle.heightM);
  });
});

describe('a stretch of wall', () => {
  const pieces = wallStretch(AT, 0, 6, 0.6, 1.5, randomSource(9));
  const [wall, skirt] = pieces;
  it('has an uneven crest with stones missing, none of it above what it was', () => {
    const heights = sampled(wall).map(({ heightM }) => heightM);
    expect(Math.max(...heights)).toBeLessThan(1.5 * 1.06);
    expect(Math.min(...heights)).toBeGreaterThan(0.3 * 1.5 - 1e-9);
    const low = heights.filter((heightM) => heightM < 1.5 * 0.94 - 0.2).length / heights.length;
    expect(low).toBeGreaterThan(0.01);
    expect(low).toBeLessThan(0.4);
  });
  it('lies along its heading, about as thick as it is said to be', () => {
    expect(area(sampled(wall)) / (6 * 0.6)).toBeGreaterThan(0.85);
    expect(area(sampled(wall)) / (6 * 0.6)).toBeLessThan(1.15);
  });
  it('has silt against its foot that is nobody’s, and fallen stones beside it', () => {
    expect(skirt.material).toBeNull();
    expect(highest(skirt)).toBeLessThan(0.26);
    const stones = pieces.slice(2);
    expect(stones.length).toBeGreaterThan(4);
    for (const { xM } of stones) expect(Math.abs(xM - AT.xM)).toBeGreaterThan(0.29);
  });
});

describe('fallen stones', () => {
  it('are mostly small', () => {
    const made = rubble(200, () => AT, { min: 0.1, max: 0.5 }, randomSource(5));
    const radii = made.map(({ reachM }) => reachM / 1.22);
    expect(Math.min(...radii)).toBeGreaterThan(0.099);
    expect(Math.max(...radii)).toBeLessThan(0.501);
    const small = radii.filter((radiusM) => radiusM < 0.25).length / radii.length;
    expect(small).toBeGreaterThan(0.6);
  });
});

const target = (input: TargetInput): Target => targetSchema.parse(input);
const raised = (input: TargetInput, bottomM = 6) =>
  raiseTarget(target(input), { bottomDepthAtM: () => bottomM }, randomSource(11));
const place = { id: 'a', xM: 0, yM: 0 };

describe('what is raised', () => {
  it.each<TargetInput>([
    { ...place, kind: 'log', lengthM: 4, radiusM: 0.2, proppedDeg: 20 },
    { ...place, kind: 'log', lengthM: 4, radiusM: 0.05 },
    { ...place, kind: 'piling', radiusM: 0.12 },
    { ...place, kind: 'tree', heightM: 6 },
    { ...place, kind: 'fish', lengthM: 0.4, depthM: 3 },
  ])('is not what hangs, is thin or moves: $kind', (input) => {
    expect(raised(input)).toBeNull();
  });

  it('reaches out of the water where its piling does, and not where it ends below', () => {
    const height = (topDepthM: number) =>
      Math.max(
        ...raised({ ...place, kind: 'piling', radiusM: 0.4, topDepthM })!.map((piece) =>
          piece.heightAt(0, 0),
        ),
      );
    expect(height(0)).toBeGreaterThan(6);
    expect(height(2)).toBeCloseTo(4, 6);
  });

  it('stands in a hollow that the stream has dug, if it is a pier', () => {
    const hollows = (radiusM: number) =>
      raised({ ...place, kind: 'piling', radiusM })!.filter(({ material }) => material === null);
    expect(hollows(0.3)).toHaveLength(0);
    const [hollow] = hollows(0.8);
    expect(hollow.heightAt(0, 0)).toBeCloseTo(-0.24, 6);
  });

  it('stays about where its thing is', () => {
    const things: [TargetInput, number][] = [
      [{ ...place, kind: 'boulder', radiusM: 1.2 }, 1.6],
      [{ ...place, kind: 'rockPile', radiusM: 4, heightM: 1.5 }, 6],
      [{ ...place, kind: 'foundation', lengthM: 9, widthM: 6, headingDeg: 30 }, 9],
      [{ ...place, kind: 'road', lengthM: 40, widthM: 4, headingDeg: 75 }, 22.5],
      [{ ...place, kind: 'culvert', lengthM: 5, radiusM: 0.5 }, 7],
      [{ ...place, kind: 'stump', radiusM: 0.4, heightM: 0.6 }, 2],
      [{ ...place, kind: 'wreckRibs', lengthM: 18, beamM: 5 }, 19],
      [{ ...place, kind: 'wall', lengthM: 12, heightM: 1 }, 9.5],
    ];
    for (const [input, limitM] of things) {
      const pieces = raised(input)!;
      expect(pieces.length, input.kind).toBeGreaterThan(0);
      for (const { xM, yM } of pieces) expect(Math.hypot(xM, yM), input.kind).toBeLessThan(limitM);
    }
  });
});
