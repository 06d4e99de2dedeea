import { beforeEach, describe, expect, it, vi } from 'vitest';
import { type Feature, depthAtM, featureSchema } from '@core/bottom';
import { blankWater, sceneEdit, waterEdit } from '@core/builder';
import { newRecord, type WaterRecord } from '@core/records';
import { waterContentSchema, type WaterContent } from '@core/waters';
import { putOf, TARGET_KIND_NAMES, targetFields, targetSchema } from '@core/targets';
import { BuildSession } from './buildSession';
import { newShape, SHAPE_WORDS, snapped } from './tools';

const kept = vi.hoisted(() => ({ contents: [] as unknown[], full: false }));
vi.mock('@/storage/waters', () => ({
  saveWater: (water: WaterRecord, content: WaterContent) => {
    if (kept.full) return Promise.reject(new Error('full'));
    kept.contents.push(content);
    return Promise.resolve({ ...water, content });
  },
}));

const content = blankWater({
  name: 'Pond',
  widthM: 80,
  heightM: 60,
  cellM: 2,
  depthM: 6,
  sediment: 'sand',
});
const water: WaterRecord = { ...newRecord('water', 'pond', 1), content };

beforeEach(() => {
  kept.contents.length = 0;
  kept.full = false;
});

describe('what the tools put down', () => {
  it.each(TARGET_KIND_NAMES.filter(putOf))('a %s is a whole thing', (kind) => {
    const thing = targetSchema.safeParse({
      ...putOf(kind)!.as,
      kind,
      xM: 3,
      yM: 4,
      id: `${kind}-01`,
    });
    expect(thing.error?.issues ?? []).toEqual([]);
    expect(thing.data).toMatchObject({ kind, xM: 3, yM: 4 });
  });
  it('every kind of thing but fish and bait has a word', () => {
    const kinds = TARGET_KIND_NAMES.filter((kind) => kind !== 'fish' && kind !== 'baitSchool');
    expect(TARGET_KIND_NAMES.filter(putOf)).toEqual(kinds);
  });
  it.each(Object.keys(SHAPE_WORDS) as Feature['kind'][])('a %s is a whole shape', (kind) => {
    const points = [
      { x: 10, y: 12 },
      { x: 30, y: 20 },
    ];
    expect(featureSchema.safeParse(newShape(kind, points)).error?.issues ?? []).toEqual([]);
  });
  it('a point of land rises along its heading and ends there', () => {
    const { bottom } = content.scene;
    const point = newShape('point', [{ x: 10, y: 30 }]);
    const shaped = { ...bottom, features: [point] };
    expect(depthAtM(shaped, 10, 30)).toBeLessThan(3.5);
    expect(depthAtM(shaped, 35, 30)).toBeLessThan(5.5);
    expect(depthAtM(shaped, 75, 30)).toBeCloseTo(6, 2);
    expect(depthAtM(shaped, 10, 58)).toBeCloseTo(6, 1);
  });
  it('snaps to whole steps, or to the centimetre', () => {
    expect(snapped(7.3, 0.5)).toBe(7.5);
    expect(snapped(7.3, 5)).toBe(5);
    expect(snapped(7.306, 0)).toBe(7.31);
  });
});

describe('forms for things', () => {
  it('list what a kind can be set to, with the limits of its schema', () => {
    const fields = Object.fromEntries(targetFields('wall').map((field) => [field.key, field]));
    expect(fields.lengthM).toMatchObject({ type: 'number' });
    expect(fields.headingDeg).toBeDefined();
    expect(fields.xM).toBeUndefined();
    const piling = targetFields('piling').find(({ key }) => key === 'material');
    expect(piling).toEqual({
      key: 'material',
      type: 'choice',
      options: ['wood', 'concrete', 'steel'],
    });
  });
});

describe('a session of building', () => {
  const session = () => new BuildSession(water);
  const stump = targetSchema.parse({
    ...putOf('stump')!.as,
    kind: 'stump',
    xM: 20,
    yM: 20,
    id: 'stump-01',
  });

  it('edits, takes back, does again, and keeps what it came to', async () => {
    const builder = session();
    builder.apply(sceneEdit(content, 'place', { targets: [stump] }));
    builder.apply(waterEdit(builder.store.getState().content, 'rename', { name: 'Mere' }));
    builder.step('undo');
    expect(builder.store.getState().content).toMatchObject({ name: 'Pond' });
    builder.step('redo');
    expect(builder.store.getState().saving).toBe('waiting');
    await builder.flush();
    expect(builder.store.getState().saving).toBe('saved');
    expect(kept.contents.at(-1)).toMatchObject({ name: 'Mere', scene: { targets: [stump] } });
    expect(waterContentSchema.safeParse(kept.contents.at(-1)).success).toBe(true);
  });
  it('refuses what could not be stored, says why, and changes nothing', () => {
    const builder = session();
    const bad = { ...stump, heightM: -3 };
    builder.apply(sceneEdit(content, 'spoil', { targets: [bad] }));
    const { refusal, content: after, history } = builder.store.getState();
    expect(refusal).toMatch(/targets.*heightM/);
    expect(after).toBe(content);
    expect(history.past).toEqual([]);
    builder.apply(sceneEdit(content, 'place', { targets: [stump] }));
    expect(builder.store.getState().refusal).toBeNull();
  });
  it('says when the browser has no room', async () => {
    const builder = session();
    kept.full = true;
    builder.apply(waterEdit(content, 'rename', { name: 'Mere' }));
    await builder.flush();
    expect(builder.store.getState().saving).toBe('failed');
    kept.full = false;
    await builder.flush();
    expect(builder.store.getState().saving).toBe('saved');
  });
  it('has nothing to take back at first, nor to do again', () => {
    const builder = session();
    builder.step('undo');
    builder.step('redo');
    expect(builder.store.getState().content).toBe(content);
  });
});
