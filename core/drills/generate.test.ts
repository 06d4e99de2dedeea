import { beforeAll, describe, expect, it } from 'vitest';
import {
  contentOf,
  expectFair,
  generated,
  generatedKept,
  GENERATOR_INPUT,
  recipesOf,
} from '../../tests/fixtures/fairness';
import {
  type DrillScreen,
  generateItems,
  type Item,
  itemSchema,
  ITEM_KINDS,
  type Recipe,
  screenOfRecipe,
  SKILL_IDS,
} from '.';
import { waterMark } from '../waters';

// Many more of them: generate.long.ts.
describe('the generator', () => {
  let items: Item[] = [];
  // Many from each screen: what takes time is sounding them.
  beforeAll(() => void (items = generated({ count: 40, perScreen: 8 })), 300_000);
  it('makes as many as asked, all different, each in its schema', () => {
    expect(items).toHaveLength(40);
    expect(new Set(items.map(({ id }) => id)).size).toBe(40);
    for (const item of items) expect(itemSchema.safeParse(item).error).toBeUndefined();
  });
  it('spreads them over kinds and skills', () => {
    expect(new Set(items.map(({ kind }) => kind)).size).toBeGreaterThanOrEqual(
      ITEM_KINDS.length - 2,
    );
    expect(new Set(items.map(({ skill }) => skill)).size).toBeGreaterThan(SKILL_IDS.length / 3);
  });
  it('is fair: none hangs on what no one could see, nor on what is half seen', () => {
    expect(expectFair(items)).toBeGreaterThan(20);
  });
  it('keeps to what was mended, seed by seed', () => {
    for (const items of generatedKept()) expectFair(items);
  });
});

describe('what the generator is asked for', () => {
  it('makes the same from the same seed, and others from another', () => {
    const ids = (seed: number) =>
      generated({ seed, count: 4, instruments: ['cone'] }).map(({ id }) => id);
    expect(ids(3)).toEqual(ids(3));
    expect(ids(4)).not.toEqual(ids(3));
  });
  it('keeps to the skills, instruments, kinds and difficulty that are wanted', () => {
    const found = generated({
      count: 3,
      skills: ['archAndSpeed'],
      instruments: ['cone'],
      kinds: ['tapAll', 'whatIsThis'],
      difficulty: { from: -4, to: 0.5 },
    });
    expect(found).toHaveLength(3);
    for (const item of found) {
      expect(item.skill).toBe('archAndSpeed');
      expect(['tapAll', 'whatIsThis']).toContain(item.kind);
      expect(item.difficulty).toBeLessThanOrEqual(0.5);
      for (const { instrument } of recipesOf(item)) expect(instrument).toBe('cone');
    }
  });
  it('leaves out what is known already', () => {
    const first = generated({ count: 2, kinds: ['tapAll'], instruments: ['cone'] });
    const more = generated({
      count: 2,
      kinds: ['tapAll'],
      instruments: ['cone'],
      known: first.map(({ id }) => id),
    });
    expect(more).toHaveLength(2);
    for (const { id } of more) expect(first.map((one) => one.id)).not.toContain(id);
  });
  it('ends where there is nothing, instead of going on for ever', () => {
    expect(generated({ waters: [] })).toEqual([]);
    const steps = [
      ...generateItems({
        ...GENERATOR_INPUT,
        count: 3,
        skills: ['column'],
        instruments: ['cone'],
        kinds: ['placeIt'],
      }),
    ];
    expect(steps).toEqual([]);
  });
});

describe('a recipe', () => {
  const recipe: Recipe = {
    waterId: 'hollin-reservoir',
    passId: 'across',
    instrument: 'cone',
    pings: 120,
    endAlongM: 150,
  };
  const sound = (change: Partial<Recipe> = {}): DrillScreen =>
    screenOfRecipe({ ...recipe, ...change }, recipe.waterId, contentOf(recipe.waterId));
  it('gives the same echo and the same truth each time', () => {
    const [a, b] = [sound(), sound()];
    expect(b.levelsCdb).toEqual(a.levelsCdb);
    expect(b.regions).toEqual(a.regions);
    expect(a.sediment).not.toBeNull();
  });
  it('keeps the truth of a picture whose controls stand wrong', () => {
    const full = sound({ faults: ['gainFull'] });
    expect(full.view.gainDb).toBeGreaterThan(70);
    expect(full.soundView.gainDb).toBeLessThan(60);
    expect(full.regions).toEqual(sound().regions);
    // A fault of the rig changes the echo itself.
    expect(sound({ faults: ['tilted'] }).levelsCdb).not.toEqual(sound().levelsCdb);
  });
  it('says what it cannot sound', () => {
    expect(() => sound({ passId: 'nowhere' })).toThrow(/no pass "nowhere"/);
    expect(() => sound({ bandId: '9' })).toThrow(/no band "9"/);
  });
  it('belongs to the state of its water', () => {
    const water = contentOf(recipe.waterId);
    expect(waterMark({ ...water })).toBe(waterMark(water));
    const moved = { ...water, scene: { ...water.scene, targets: water.scene.targets.slice(1) } };
    expect(waterMark(moved)).not.toBe(waterMark(water));
    expect(waterMark({ ...water, name: 'Another name' })).toBe(waterMark(water));
  });
});
