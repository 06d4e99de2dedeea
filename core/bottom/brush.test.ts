import { describe, expect, it } from 'vitest';
import { type BrushDab, cutRect, dabDepth, dabSediment, unionRect, withRect } from '.';

const columns = 21;
const fresh = (depthM = 5) => ({
  originM: { x: -10, y: -10 },
  cellM: 1,
  columns,
  rows: 21,
  depthsM: new Float32Array(columns * 21).fill(depthM),
});
const dab = (change: Partial<BrushDab>): BrushDab => ({
  tool: 'raise',
  xM: 0,
  yM: 0,
  radiusM: 4,
  strength: 1,
  levelDepthM: 3,
  ...change,
});
const at = (grid: { depthsM: Float32Array }, x: number, y: number) =>
  grid.depthsM[(y + 10) * columns + x + 10];

describe('brushes', () => {
  it('raise most in the middle and nothing at the rim: (1 − r²/R²)²', () => {
    const grid = fresh();
    const rect = dabDepth(grid, dab({}));
    expect(rect).toEqual({ column0: 6, row0: 6, column1: 14, row1: 14 });
    expect(at(grid, 0, 0)).toBeCloseTo(4, 6);
    expect(at(grid, 2, 0)).toBeCloseTo(5 - (1 - 4 / 16) ** 2, 6);
    expect(at(grid, 4, 0)).toBe(5);
    expect(at(grid, 5, 5)).toBe(5);
  });
  it('lower is the opposite of raise', () => {
    const grid = fresh();
    dabDepth(grid, dab({}));
    dabDepth(grid, dab({ tool: 'lower' }));
    for (const depthM of grid.depthsM) expect(depthM).toBeCloseTo(5, 5);
  });
  it('never raise above the surface', () => {
    const grid = fresh(0.5);
    dabDepth(grid, dab({ strength: 3 }));
    expect(Math.min(...grid.depthsM)).toBe(0);
  });
  it('level brings the middle to its depth', () => {
    const grid = fresh();
    dabDepth(grid, dab({ tool: 'level' }));
    expect(at(grid, 0, 0)).toBeCloseTo(3, 6);
  });
  it('smooth lessens a spike and leaves a plane alone', () => {
    const grid = fresh();
    grid.depthsM[10 * columns + 10] = 1;
    dabDepth(grid, dab({ tool: 'smooth' }));
    expect(at(grid, 0, 0)).toBeCloseTo((8 * 5 + 1) / 9, 5);
    const plane = fresh();
    dabDepth(plane, dab({ tool: 'smooth' }));
    expect(at(plane, 1, 1)).toBeCloseTo(5, 6);
  });
  it('roughen changes both ways, the same each time', () => {
    const [a, b] = [fresh(), fresh()];
    dabDepth(a, dab({ tool: 'roughen', radiusM: 9 }));
    dabDepth(b, dab({ tool: 'roughen', radiusM: 9 }));
    expect(a.depthsM).toEqual(b.depthsM);
    expect(Math.min(...a.depthsM)).toBeLessThan(5);
    expect(Math.max(...a.depthsM)).toBeGreaterThan(5);
  });
  it('paint a disc, and say when they fall beside the grid', () => {
    const cells = new Uint8Array(columns * 21);
    dabSediment(fresh(), cells, 2, 0, 1.5, 3);
    expect(cells.filter((value) => value === 3)).toHaveLength(9);
    expect(cells[10 * columns + 12]).toBe(3);
    expect(dabDepth(fresh(), dab({ xM: 40 }))).toBeNull();
    expect(dabSediment(fresh(), cells, 0, -40, 2, 1)).toBeNull();
  });
});

describe('patches', () => {
  it('cut out and put back leave everything as it was', () => {
    const values = Array.from({ length: 12 }, (_, i) => i);
    const rect = { column0: 1, row0: 1, column1: 2, row1: 2 };
    expect(cutRect(values, 4, rect)).toEqual([5, 6, 9, 10]);
    const changed = withRect(values, 4, rect, [0, 0, 0, 0]);
    expect(changed[5]).toBe(0);
    expect(withRect(changed, 4, rect, cutRect(values, 4, rect))).toEqual(values);
  });
  it('join to the rectangle around both', () => {
    const a = { column0: 1, row0: 5, column1: 2, row1: 6 };
    expect(unionRect(a, { ...a, column1: 9, row0: 0 })).toEqual({ ...a, column1: 9, row0: 0 });
    expect(unionRect(null, a)).toEqual(a);
  });
});
