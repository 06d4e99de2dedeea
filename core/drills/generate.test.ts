import { beforeAll, describe, expect, it } from 'vitest';
import { DEMO_WATERS } from '../demo';
import { judgeAllChannels, judgeTruth, onPicture } from '../reading';
import { FAULTS } from '../setup';
import { waterToday } from '../records';
import {
  type DrillScreen,
  generateItems,
  type GeneratorInput,
  type Item,
  itemSchema,
  ITEM_KINDS,
  judgeChoices,
  type Recipe,
  screenOfRecipe,
  SKILL_IDS,
  waterMark,
} from '.';
import { soundRecipe } from './soundRecipe';

const waters = Object.entries(DEMO_WATERS).map(([id, make]) => ({ id, content: make() }));
const contentOf = (id: string) => waters.find((water) => water.id === id)!.content;

const INPUT: GeneratorInput = {
  waters,
  instruments: [],
  skills: [],
  kinds: [],
  difficulty: null,
  count: 500,
  seed: 20_261,
};

const all = (change: Partial<GeneratorInput>) =>
  [...generateItems({ ...INPUT, ...change })].flatMap(({ items }) => items);

const recipesOf = (item: Item): Recipe[] =>
  item.screens.map((ref) => {
    if (ref.from !== 'recipe') throw new Error('a made item has recipes only');
    return ref.recipe;
  });

/** Every target that the answer hangs on. */
function targetsOf(item: Item): { screen: number; targetId: string }[] {
  switch (item.kind) {
    case 'whatIsThis':
    case 'measure':
      return item.targetId === '' ? [] : [{ screen: 0, targetId: item.targetId }];
    case 'placeIt':
      return item.screens.map((_, screen) => ({ screen, targetId: item.targetId }));
    case 'whichIs':
      return [...item.candidates, ...(item.reference ? [item.reference] : [])].flatMap(
        ({ screen, targetId }) => (targetId === null ? [] : [{ screen, targetId }]),
      );
    case 'sort':
      return item.targetIds.map((targetId) => ({ screen: 0, targetId }));
    case 'whatIsWrong':
      return item.mendTargetId ? [{ screen: 0, targetId: item.mendTargetId }] : [];
    case 'tapAll':
    case 'callLive':
    case 'whereNext':
      return [];
  }
}

/** Judged anew by the visibility rule, from the rows of truth and not from what the item was made with. */
function judgedAnew(recipe: Recipe) {
  const content = waterToday(contentOf(recipe.waterId));
  const { info, recording, setup, soundView } = soundRecipe(recipe, content);
  const { targets, truth: rows, track, firstPing } = recording;
  const isPicture = recipe.faults?.some((id) => FAULTS[id].view);
  const tone = isPicture ? soundView : setup.views[recipe.instrument];
  const input = { info, targets, rows, track, firstPing, tone };
  const regions = recipe.instrument === 'sideFans' ? judgeAllChannels(input) : judgeTruth(input);
  return onPicture(regions, info, soundView);
}

describe('the generator, over five hundred items', () => {
  let items: Item[] = [];
  // Many from each screen: what takes time is sounding them.
  beforeAll(() => void (items = all({ perScreen: 16 })), 300_000);
  it('makes as many as asked, all different, each in its schema', () => {
    expect(items).toHaveLength(500);
    expect(new Set(items.map(({ id }) => id)).size).toBe(500);
    for (const item of items) expect(itemSchema.safeParse(item).error).toBeUndefined();
  });
  it('asks in every way and trains every skill', () => {
    expect(new Set(items.map(({ kind }) => kind))).toEqual(new Set(ITEM_KINDS));
    const skills = new Set(items.map(({ skill }) => skill));
    expect(SKILL_IDS.filter((skill) => !skills.has(skill))).toEqual([]);
  });
  it('is fair: none hangs on what no one could see, nor on what is half seen', () => {
    const known = new Map<string, ReturnType<typeof judgedAnew>>();
    const regionsOf = (recipe: Recipe) => {
      const key = JSON.stringify(recipe);
      let regions = known.get(key);
      if (!regions) known.set(key, (regions = judgedAnew(recipe)));
      return regions;
    };
    for (const item of items) {
      const recipes = recipesOf(item);
      for (const { screen, targetId } of targetsOf(item)) {
        const region = regionsOf(recipes[screen]).find((one) => one.targetId === targetId);
        expect(region?.verdict, item.id).toBe('visible');
        expect(region!.outline.length, item.id).toBeGreaterThan(0);
        expect(region!.signalToBackgroundDb, item.id).toBeGreaterThan(0);
      }
      if (item.kind === 'tapAll' || item.kind === 'callLive') {
        const label = item.kind === 'tapAll' ? item.label : 'fish';
        const asked = regionsOf(recipes[0]).filter((region) => region.label === label);
        const seen = asked.filter(({ verdict }) => verdict === 'visible');
        // An empty is plainly empty: nothing of the asked sort is half seen on it.
        if (seen.length === 0) {
          expect(
            asked.some(({ verdict }) => verdict === 'attached'),
            item.id,
          ).toBe(false);
          expect(item.skill, item.id).toBe('empties');
        }
      }
      if (item.kind === 'whereNext') {
        const judged = judgeChoices(item, waterToday(contentOf(item.waterId)));
        const accepted = judged.filter(({ isAccepted }) => isAccepted).length;
        expect(accepted, item.id).toBeGreaterThan(0);
        expect(accepted, item.id).toBeLessThan(judged.length);
      }
    }
  });
  it('has empties and fakes among it', () => {
    const empties = items.filter(({ skill }) => skill === 'empties').length;
    expect(empties).toBeGreaterThan(10);
  });
}, 300_000);

describe('the generator', () => {
  it('makes the same from the same seed, and others from another', () => {
    const ids = (seed: number) => all({ seed, count: 6 }).map(({ id }) => id);
    expect(ids(3)).toEqual(ids(3));
    expect(ids(4)).not.toEqual(ids(3));
  });
  it('keeps to the skills, instruments, kinds and difficulty that are wanted', () => {
    const found = all({
      count: 5,
      skills: ['archAndSpeed'],
      instruments: ['cone'],
      kinds: ['tapAll', 'whatIsThis'],
      difficulty: { from: -4, to: 0.5 },
    });
    expect(found).toHaveLength(5);
    for (const item of found) {
      expect(item.skill).toBe('archAndSpeed');
      expect(['tapAll', 'whatIsThis']).toContain(item.kind);
      expect(item.difficulty).toBeLessThanOrEqual(0.5);
      for (const { instrument } of recipesOf(item)) expect(instrument).toBe('cone');
    }
  });
  it('leaves out what is known already', () => {
    const first = all({ count: 4, kinds: ['tapAll'] });
    const more = all({ count: 4, kinds: ['tapAll'], known: first.map(({ id }) => id) });
    for (const { id } of more) expect(first.map((one) => one.id)).not.toContain(id);
  });
  it('ends where there is nothing, instead of going on for ever', () => {
    expect(all({ waters: [] })).toEqual([]);
    const steps = [
      ...generateItems({
        ...INPUT,
        count: 3,
        skills: ['column'],
        instruments: ['cone'],
        kinds: ['placeIt'],
      }),
    ];
    expect(steps.flatMap(({ items }) => items)).toEqual([]);
    expect(steps.length).toBeLessThan(100);
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
