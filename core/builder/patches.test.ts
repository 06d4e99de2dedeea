import { describe, expect, it } from 'vitest';
import { bottomSchema, cutRect, depthAtM, sedimentAt } from '../bottom';
import { DEMO_WATERS } from '../demo';
import { hypot } from '../numeric';
import { applyEdit, type Edit, finerCellM, finerPatch, gridAlone, revertEdit } from '.';

const content = DEMO_WATERS.wendholm();
const { bottom } = content.scene;
/** On the slope beside the marina, clear of the shipped finer grids. */
const CHOICE = { xM: 1290, yM: 1420, sideM: 60 };
const patch = finerPatch(bottom, CHOICE);
const withPatch = { ...bottom, patches: [...bottom.patches!, patch] };

describe('finer grids', () => {
  it.each([
    [20, 1],
    [60, 1],
    [400, 2.05],
  ])('a square of %i m over a grid of 8 m has a node every %f m', (sideM, cellM) => {
    expect(finerCellM(bottom, sideM)).toBeCloseTo(cellM, 9);
    const { columns, rows } = finerPatch(bottom, { ...CHOICE, sideM });
    expect([columns, rows]).toEqual([Math.floor(sideM / cellM) + 1, columns]);
    expect(columns).toBeLessThanOrEqual(200);
  });
  it('changes no depth by more than its rounding, and no ground but at borders', () => {
    expect(bottomSchema.safeParse(withPatch).success).toBe(true);
    let others = 0;
    for (let i = 0; i < 400; i++) {
      const [xM, yM] = [1262 + (i % 20) * 2.93, 1392 + Math.floor(i / 20) * 2.93];
      expect(Math.abs(depthAtM(withPatch, xM, yM) - depthAtM(bottom, xM, yM))).toBeLessThan(0.02);
      if (sedimentAt(withPatch, xM, yM) !== sedimentAt(bottom, xM, yM)) others++;
    }
    expect(others).toBeLessThan(40);
  });
  it('leaves shapes out of itself, so that they count once', () => {
    const hump = { kind: 'hump' as const, xM: 1290, yM: 1420, radiusM: 12, heightM: 1.5 };
    const shaped = { ...bottom, features: [...bottom.features, hump] };
    const finer = { ...shaped, patches: [...bottom.patches!, finerPatch(shaped, CHOICE)] };
    for (const off of [0, 4, 9]) {
      expect(depthAtM(finer, 1290 + off, 1420)).toBeCloseTo(depthAtM(shaped, 1290 + off, 1420), 1);
    }
  });
  it('is painted alone, taken back exactly, and drops nothing beside it', () => {
    const index = withPatch.patches.length - 1;
    const before = { ...content, scene: { ...content.scene, bottom: withPatch } };
    const rect = { column0: 28, row0: 28, column1: 32, row1: 32 };
    const depthsCm = cutRect(patch.depthsCm, patch.columns, rect);
    const edit: Edit = {
      label: 'stroke',
      mergeKey: null,
      changes: [
        {
          part: 'depthsCm',
          patch: index,
          rect,
          before: depthsCm,
          after: depthsCm.map((depthCm) => depthCm + 100),
        },
      ],
    };
    const after = applyEdit(before, edit);
    expect(revertEdit(after, edit)).toEqual(before);
    expect(after.scene.bottom.depthsCm).toBe(bottom.depthsCm);
    for (const [xM, yM] of [
      [1290, 1420],
      [1310, 1420],
      [1290, 1398],
    ]) {
      const dug = depthAtM(after.scene.bottom, xM, yM) - depthAtM(withPatch, xM, yM);
      expect(dug).toBeCloseTo(hypot(xM - 1290, yM - 1420) < 1 ? 1 : 0, 2);
    }
  });
  it('stands alone while it is painted; the whole where none is chosen', () => {
    expect(gridAlone(withPatch, 2)).toMatchObject({ ...patch, patches: undefined });
    expect(gridAlone(withPatch, null)).toBe(withPatch);
    expect(gridAlone(withPatch, 9)).toBe(withPatch);
  });
});
