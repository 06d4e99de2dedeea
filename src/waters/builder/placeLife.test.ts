import { describe, expect, it } from 'vitest';
import { depthAtM } from '@core/bottom';
import { blankWater } from '@core/builder';
import type { WaterContent } from '@core/waters';
import { placeLife } from './placeLife';
import type { LifeChoice } from './tools';

const water: WaterContent = blankWater({
  name: 'Pond',
  widthM: 120,
  heightM: 90,
  cellM: 2,
  depthM: 4,
  sediment: 'mud',
});
const choice = (change: Partial<LifeChoice> = {}): LifeChoice => ({
  kind: 'fish',
  species: 'perch',
  count: 8,
  leastLengthM: 0.2,
  mostLengthM: 0.4,
  topM: 1,
  bottomM: 3,
  spreadM: 6,
  heightM: 1,
  behaviour: 'hold',
  ...change,
});
const fish = (change: Partial<LifeChoice> = {}, content = water) =>
  placeLife(content, choice(change), 60, 45).filter((target) => target.kind === 'fish');
const bait = (change: Partial<LifeChoice> = {}) => {
  const [school] = placeLife(water, choice({ kind: 'bait', ...change }), 60, 45);
  if (school.kind !== 'baitSchool') throw new Error(school.kind);
  return school;
};

describe('fish that are put in', () => {
  it('are so many, of the species, lengths and depths that were chosen, around the place', () => {
    const put = fish();
    expect(put).toHaveLength(8);
    for (const { species, lengthM, depthM, xM, yM } of put) {
      expect(species).toBe('perch');
      expect(lengthM).toBeGreaterThanOrEqual(0.2);
      expect(lengthM).toBeLessThanOrEqual(0.4);
      expect(depthM).toBeGreaterThanOrEqual(1);
      expect(depthM).toBeLessThanOrEqual(3);
      expect(Math.hypot(xM - 60, yM - 45)).toBeLessThanOrEqual(6.01);
    }
    expect(new Set(put.map(({ headingDeg }) => headingDeg)).size).toBeGreaterThan(4);
  });
  it('are the same for the same tap, and others a little beside it', () => {
    expect(fish()).toEqual(fish());
    const beside = placeLife(water, choice(), 60.5, 45);
    expect(beside).not.toEqual(fish());
  });
  it('have ids of their own, also among those that are there', () => {
    const before = fish();
    const content = { ...water, scene: { ...water.scene, targets: before } };
    const ids = [...before, ...fish({}, content)].map(({ id }) => id);
    expect(new Set(ids).size).toBe(16);
  });
  it('take limits in whichever order they were typed', () => {
    const put = fish({ topM: 3, bottomM: 1, leastLengthM: 0.4, mostLengthM: 0.2 });
    for (const { lengthM, depthM } of put) {
      expect(lengthM).toBeLessThanOrEqual(0.4);
      expect(lengthM).toBeGreaterThanOrEqual(0.2);
      expect(depthM).toBeLessThanOrEqual(3);
      expect(depthM).toBeGreaterThanOrEqual(1);
    }
  });
  it('stay over the bottom, however deep they were wanted', () => {
    for (const { xM, yM, depthM, lengthM } of fish({ topM: 9, bottomM: 12 })) {
      expect(depthM).toBeLessThanOrEqual(
        depthAtM(water.scene.bottom, xM, yM) - 0.4 * lengthM + 1e-9,
      );
    }
  });
  it('hold, cruise or school, and those of one tap school together', () => {
    expect(new Set(fish().map(({ behaviour }) => behaviour.kind))).toEqual(new Set(['hold']));
    expect(fish({ behaviour: 'cruise' })[0].behaviour.kind).toBe('cruise');
    const groups = fish({ behaviour: 'school' }).map(({ behaviour }) =>
      behaviour.kind === 'school' ? behaviour.group : '',
    );
    expect(new Set(groups).size).toBe(1);
    expect(groups[0]).toContain('perch');
  });
  it('are called fish where no species was named', () => {
    expect(fish({ species: '  ' })[0].species).toBe('fish');
  });
});

describe('a school of bait that is put in', () => {
  it('is one, between the depths that were chosen', () => {
    const school = bait({ count: 400, species: 'bleak' });
    expect(school).toMatchObject({ species: 'bleak', count: 400, radiusM: 6, xM: 60, yM: 45 });
    expect(school.depthM).toBeCloseTo(2, 6);
    expect(school.heightM).toBeCloseTo(2, 6);
    expect(school.lengthM).toBeCloseTo(0.3, 6);
  });
  it('fits into the water that is there', () => {
    const school = bait({ topM: 0, bottomM: 30 });
    expect(school.depthM + school.heightM / 2).toBeLessThanOrEqual(4);
    expect(school.depthM - school.heightM / 2).toBeGreaterThanOrEqual(-0.01);
  });
  it('is never fewer than a school, and never without a name', () => {
    expect(bait({ count: 1, species: '' })).toMatchObject({ count: 5, species: 'bait' });
  });
});
