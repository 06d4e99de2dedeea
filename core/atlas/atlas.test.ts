import { describe, expect, it } from 'vitest';
import { screenOfRecipe } from '../drills';
import { FAULT_IDS } from '../setup/faultIds';
import { INSTRUMENTS } from '../sounding';
import { TARGET_KIND_NAMES } from '../targets';
import {
  ATLAS,
  type AtlasThing,
  candidatesFor,
  lookAtThing,
  PAIRS,
  pairsOfThing,
  thingOf,
  TRAIT_NAMES,
  TRAITS,
  TRAITS_OF,
  usualLook,
} from '.';

/** The middle of the way, where what is looked at lies. */
const sounded = (thing: AtlasThing, look: Parameters<typeof lookAtThing>[1], share = 0.4) => {
  const { recipe, water } = lookAtThing(thing, look);
  const { pings, pingRateHz = 1, speedMps = 0, endAlongM } = recipe;
  const wayM = (pings / pingRateHz) * speedMps;
  const middle = endAlongM !== undefined && recipe.instrument !== 'sector';
  const part = middle
    ? { pings: Math.round(share * pings), endAlongM: endAlongM - ((1 - share) / 2) * wayM }
    : {};
  return screenOfRecipe({ ...recipe, ...part }, recipe.waterId, water);
};
/** Energy of all cells, to hold pictures against one another. */
const meanDb = ({ levelsCdb }: { levelsCdb: Int16Array }) =>
  levelsCdb.reduce((sum, level) => sum + level, 0) / levelsCdb.length / 100;

describe('the atlas', () => {
  it('has an entry for every kind of target but the one that only measures', () => {
    const put = new Set(
      ATLAS.flatMap(({ put: of }) =>
        (of({ xM: 0, yM: 0, bottomM: 8, depthM: 4 }).targets ?? []).map(({ kind }) => kind),
      ),
    );
    expect(TARGET_KIND_NAMES.filter((kind) => !put.has(kind))).toEqual(['sphere']);
  });
  it('knows every thing once, with words, views and traits', () => {
    expect(new Set(ATLAS.map(({ id }) => id)).size).toBe(ATLAS.length);
    expect(Object.keys(TRAITS_OF).toSorted()).toEqual(ATLAS.map(({ id }) => id).toSorted());
    for (const { about, test, views } of ATLAS) {
      expect(about.length).toBeGreaterThan(20);
      expect(test.length).toBeGreaterThan(10);
      expect(views.length).toBeGreaterThan(0);
      expect(INSTRUMENTS).toEqual(expect.arrayContaining([...views]));
    }
    expect(FAULT_IDS).toEqual(expect.arrayContaining(['crossTalk', 'tilted']));
  });
});

const inViews = ATLAS.flatMap((thing) =>
  thing.views.map((view): [string, string, AtlasThing, (typeof thing.views)[number]] => [
    thing.id,
    view,
    thing,
    view,
  ]),
);

describe('sounded', () => {
  it.each(inViews)('%s is to be seen under the %s as it comes', (_id, _view, thing, instrument) => {
    const look = usualLook(instrument);
    const own = lookAtThing(thing, look);
    const isThing = own.water.scene.targets.length > 0 && thing.group !== 'picture';
    if (!isThing) {
      // No targets of its own: what is sounded is another water, or under another setup.
      const plain = lookAtThing(
        { ...thing, put: (at) => ({ targets: thing.put(at).targets }) },
        look,
      );
      expect([own.water, own.recipe]).not.toEqual([plain.water, plain.recipe]);
    } else {
      const { regions } = sounded(thing, look);
      const named = regions.filter(({ targetId }) => targetId.startsWith('it'));
      expect(named.some(({ verdict }) => verdict !== 'hidden')).toBe(true);
    }
  });
});

describe('in clutter', () => {
  it('the same thing has others before and behind it', () => {
    const look = usualLook('cone');
    const alone = sounded(thingOf('fish')!, look);
    const among = sounded(thingOf('fish')!, { ...look, inClutter: true }, 1);
    const seen = ({ regions }: typeof alone) =>
      regions.filter(({ verdict }) => verdict !== 'hidden').length;
    expect(seen(alone)).toBe(1);
    expect(seen(among)).toBeGreaterThan(3);
    expect(among.regions.find(({ targetId }) => targetId === 'it')!.peakLevelDb).toBeCloseTo(
      alone.regions[0].peakLevelDb,
      0,
    );
  });
  it('beside the beam it is gone, and the truth says why', () => {
    const look = usualLook('cone');
    const [beside] = sounded(thingOf('fish')!, { ...look, asideM: 8 }).regions;
    expect(beside).toMatchObject({ verdict: 'hidden', reason: 'outsideBeam' });
  });
});

describe('look-alikes', () => {
  it.each(PAIRS.map((pair): [string, (typeof PAIRS)[number]] => [pair.id, pair]))(
    '%s: both under the same settings, each shown, and not the same picture',
    (_, { a, b, look, decides }) => {
      const [one, other] = [thingOf(a)!, thingOf(b)!];
      for (const thing of [one, other]) expect(thing.views).toContain(look.instrument);
      const [first, second] = [one, other].map((thing) => sounded(thing, look));
      expect(first.info).toMatchObject({
        binCount: second.info.binCount,
        rangeStepM: second.info.rangeStepM,
      });
      expect(first.view).toMatchObject({
        gainDb: second.view.gainDb,
        bottomM: second.view.bottomM,
      });
      expect(first.levelsCdb).not.toEqual(second.levelsCdb);
      expect(Number.isFinite(meanDb(first) + meanDb(second))).toBe(true);
      expect(decides.length).toBeGreaterThan(20);
      // What is taken for another shares something with it.
      const shared = TRAIT_NAMES.some((name) => {
        const known: readonly string[] = TRAITS_OF[a][name] ?? [];
        return known.some((option) =>
          (TRAITS_OF[b][name] as readonly string[] | undefined)?.includes(option),
        );
      });
      expect(shared || a === 'mud').toBe(true);
      expect(pairsOfThing(a).map(({ id }) => id)).toContain(`${a}-${b}`);
    },
  );
});

describe('what could this be?', () => {
  it('knows nothing of nothing', () => expect(candidatesFor({}, null)).toEqual([]));
  it('finds each thing by its own marks, with nothing against it', () => {
    for (const { id } of ATLAS) {
      const seen = Object.fromEntries(
        TRAIT_NAMES.flatMap((name) => {
          const known = TRAITS_OF[id][name];
          return known ? [[name, known[0]]] : [];
        }),
      );
      const found = candidatesFor(seen, null).find(({ thing }) => thing.id === id)!;
      expect(found.against, id).toEqual([]);
    }
  });
  it('puts a cloud that hangs free before one with a root, and a fish out of it', () => {
    const found = candidatesFor({ shape: 'cloud', edge: 'grainy', attached: 'free' }, 'cone');
    const place = (id: string) => found.findIndex(({ thing }) => thing.id === id);
    expect(place('baitSchool')).toBeGreaterThanOrEqual(0);
    expect(place('baitSchool')).toBeLessThan(place('weedBed'));
    expect(place('fish')).toBe(-1);
    expect(found.find(({ thing }) => thing.id === 'weedBed')!.against).toEqual(['attached']);
  });
  it('leaves out what the view does not show', () => {
    const ids = candidatesFor({ shape: 'rows' }, 'cone').map(({ thing }) => thing.id);
    expect(ids).not.toContain('nests');
    expect(candidatesFor({ shape: 'rows' }, 'sideFans').map(({ thing }) => thing.id)).toContain(
      'nests',
    );
  });
  it('every option of a trait leads to something', () => {
    for (const name of TRAIT_NAMES) {
      for (const option of Object.keys(TRAITS[name].options)) {
        expect(candidatesFor({ [name]: option }, null).length, `${name} ${option}`).toBeGreaterThan(
          0,
        );
      }
    }
  });
});
