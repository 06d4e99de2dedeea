/** The reader that decides what may be asked: it has nothing but the picture, and it has to be good at it. */
import { describe, expect, it } from 'vitest';
import { shippedWaters } from '../../tests/fixtures/questions';
import { DEMO_SCREENS } from '../demo';
import { ENGINE_VERSION } from '../sounding';
import { canStandIn, hadItBeen, markPlace, readMark, screenOfRecipe, seenOn } from '.';
import { madeUpRegion, madeUpScreen } from './madeUp';
import { MARK_MEASURES, measuresOfMark } from './markMeasures';
import { READER_ENGINE } from './markReader';

const contentOf = (id: string) => shippedWaters().find((water) => water.id === id)!.content;
const demo = (id: string) => {
  const {
    id: _id,
    name: _name,
    notes: _notes,
    tags: _tags,
    ...recipe
  } = DEMO_SCREENS.find((one) => one.id === `demo-${id}`)!;
  return recipe;
};
const sounded = (id: string) => {
  const recipe = demo(id);
  return screenOfRecipe(recipe, recipe.waterId, contentOf(recipe.waterId));
};

describe('the measures of a mark', () => {
  const mark = (bin: number, change = {}) => madeUpRegion('a', { ping: 50, bin, ...change });
  const of = (region = mark(100), marksDb = 25) =>
    Object.fromEntries(
      measuresOfMark(madeUpScreen({ regions: [region], marksDb: { a: marksDb } }), region)!.map(
        (value, i) => [MARK_MEASURES[i], value],
      ),
    );
  it('are what stands on the picture', () => {
    const measures = of();
    // Seven pings, three cells of 5 cm each; an arch whose ends lie three cells lower.
    expect(measures['pings or beams, log']).toBeCloseTo(Math.log(7), 6);
    expect(measures['thickness, m, log']).toBeCloseTo(Math.log(0.15), 6);
    expect(measures['mean, dB']).toBeCloseTo(25, 1);
    expect(measures['share of it that is drawn']).toBe(1);
    expect(measures['bend of its top, cells']).toBeGreaterThan(1.5);
  });
  it('follow what changes on it, and nothing else', () => {
    expect(of(mark(100), 15)['brightest, dB']).toBeCloseTo(of()['brightest, dB'] - 10, 1);
    const gap = MARK_MEASURES.find((name) => name.startsWith('gap'))!;
    expect(of(mark(180))[gap]).toBeLessThan(of()[gap]);
    // What it is called does not show.
    expect(of(mark(100, { label: 'wood', kind: 'tree' }))).toEqual(of());
  });
  it('are none where a picture has no levels', () => {
    const region = mark(100);
    const bare = { ...madeUpScreen({ regions: [region] }), levelsCdb: new Int16Array(0) };
    expect(measuresOfMark(bare, region)).toBeNull();
    expect(readMark(bare, region, ['fish', 'rock'])).toBeNull();
  });
});

describe('the reader', () => {
  it('was learned on pictures of this engine', () => {
    // Raise one, and learn anew: npm run learn:marks.
    expect(READER_ENGINE).toBe(ENGINE_VERSION);
  });
  it('gives shares that sum to one, the likeliest first, and rules out what it never saw', () => {
    const region = madeUpRegion('a', { ping: 50, bin: 100 });
    const read = readMark(madeUpScreen({ regions: [region] }), region, [
      'fish',
      'rock',
      'wood',
      'crossTalk',
    ])!;
    expect(read.map(({ label }) => label).toSorted()).toEqual(['fish', 'rock', 'wood']);
    expect(read.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
    expect(read[0].share).toBeGreaterThanOrEqual(read[1].share);
    expect(read[0].label).toBe('fish');
  });
  it('names most fish of a pass rightly, on cone and down fan', () => {
    for (const id of ['slope', 'down-timber', 'w-dusk-flat-cone']) {
      if (!DEMO_SCREENS.some((one) => one.id === `demo-${id}`)) continue;
      const screen = sounded(id);
      const fish = seenOn(screen).filter(({ label }) => label === 'fish');
      const right = fish.filter(
        (region) => readMark(screen, region, ['fish', 'rock', 'wood', 'bait'])![0].label === 'fish',
      );
      expect(right.length, id).toBeGreaterThanOrEqual(0.75 * fish.length);
    }
  });
});

describe('had it been something else', () => {
  const recipe = demo('slope');
  const content = contentOf(recipe.waterId);
  const was = sounded('slope');
  const fish = seenOn(was).find(({ label }) => label === 'fish')!;
  const place = markPlace(was, fish)!;
  it('lies where the mark lay, under the same settings, and all else is as it was', () => {
    const instead = hadItBeen(recipe, recipe.waterId, content, place, 'wood')!;
    const there = instead.regions.find(({ targetId }) => targetId === fish.targetId)!;
    expect(there.label).toBe('wood');
    expect(Math.abs(there.peak.ping - fish.peak.ping)).toBeLessThan(25);
    expect(instead.view).toEqual(was.view);
    expect(instead.targets.length).toBe(was.targets.length);
    const others = was.targets.filter(({ id }) => id !== fish.targetId);
    expect(instead.targets.filter(({ id }) => id !== fish.targetId)).toEqual(others);
  });
  it('is nothing where no thing of that sort can lie, or the mark is not there', () => {
    expect(canStandIn('thermocline')).toBe(false);
    expect(hadItBeen(recipe, recipe.waterId, content, place, 'thermocline')).toBeNull();
    expect(
      hadItBeen(recipe, recipe.waterId, content, { ...place, targetId: 'nobody' }, 'wood'),
    ).toBeNull();
  });
});
