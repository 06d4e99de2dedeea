import { describe, expect, it } from 'vitest';
import { cutRect, depthAtM } from '../bottom';
import { deepestM, chartGrid } from '../chart';
import { DEMO_WATERS } from '../demo';
import { waterContentSchema, type WaterContent } from '../waters';
import { type History, NO_HISTORY, withStep } from '../history';
import { targetSchema } from '../targets';
import {
  applyEdit,
  applySeason,
  blankFault,
  blankWater,
  bottomEdit,
  type Edit,
  freeId,
  generateWater,
  lifeNear,
  readSeason,
  joinedEdits,
  revertEdit,
  sceneEdit,
  type WaterChoice,
  WATER_TEMPLATES,
  waterEdit,
} from '.';
import { airTrendC } from '../life';

const blank = blankWater({
  name: 'Test pond',
  widthM: 60,
  heightM: 40,
  cellM: 2,
  depthM: 6,
  sediment: 'mud',
});
const stump = targetSchema.parse({
  kind: 'stump',
  id: 'stump-01',
  xM: 20,
  yM: 10,
  radiusM: 0.4,
  heightM: 0.8,
});

/** One stroke: a rectangle of depths replaced. */
function stroke(content: WaterContent, byCm: number): Edit {
  const rect = { column0: 3, row0: 4, column1: 6, row1: 5 };
  const before = cutRect(content.scene.bottom.depthsCm, content.scene.bottom.columns, rect);
  const after = before.map((depthCm) => depthCm + byCm);
  return {
    label: 'stroke',
    mergeKey: null,
    changes: [{ part: 'depthsCm', rect, before, after }],
  };
}

describe('history', () => {
  it('takes back ten mixed edits one by one, each to exactly what was before', () => {
    const steps: ((content: WaterContent) => Edit)[] = [
      (content) => stroke(content, 150),
      (content) => sceneEdit(content, 'place', { targets: [...content.scene.targets, stump] }),
      (content) => waterEdit(content, 'rename', { name: 'Other' }),
      (content) => stroke(content, -40),
      (content) =>
        bottomEdit(content, 'hump', {
          features: [{ kind: 'hump', xM: 30, yM: 20, radiusM: 8, heightM: 2 }],
        }),
      (content) =>
        sceneEdit(content, 'warm', { water: { ...content.scene.water, temperatureC: 21 } }),
      (content) =>
        waterEdit(content, 'level', { conditions: { ...content.conditions, levelM: 1 } }),
      (content) => sceneEdit(content, 'move', { targets: [{ ...stump, xM: 25 }] }),
      (content) => stroke(content, 10),
      (content) => sceneEdit(content, 'clear', { targets: [] }),
    ];
    const states = [blank];
    let history: History<Edit> = NO_HISTORY;
    for (const step of steps) {
      const content = states.at(-1)!;
      const edit = step(content);
      history = withStep(history, edit, joinedEdits);
      states.push(applyEdit(content, edit));
    }
    expect(history.past).toHaveLength(10);
    let content = states.at(-1)!;
    for (let i = steps.length - 1; i >= 0; i--) {
      content = revertEdit(content, history.past[i]);
      expect(content).toEqual(states[i]);
    }
    for (const edit of history.past) content = applyEdit(content, edit);
    expect(content).toEqual(states.at(-1));
  });

  it('joins the steps of one drag, and only those', () => {
    const move = (content: WaterContent, xM: number, key: string) =>
      sceneEdit(content, 'move', { targets: [{ ...stump, xM }] }, key);
    let content = applyEdit(blank, sceneEdit(blank, 'place', { targets: [stump] }));
    let history: History<Edit> = NO_HISTORY;
    for (const [xM, key] of [
      [21, 'drag-1'],
      [22, 'drag-1'],
      [23, 'drag-2'],
    ] as const) {
      const edit = move(content, xM, key);
      history = withStep(history, edit, joinedEdits);
      content = applyEdit(content, edit);
    }
    expect(history.past).toHaveLength(2);
    content = revertEdit(content, history.past[1]);
    expect(content.scene.targets[0].xM).toBe(22);
    expect(revertEdit(content, history.past[0]).scene.targets[0].xM).toBe(20);
  });
});

describe('starting a water', () => {
  it('a blank is as large and as deep as asked, and sounds', () => {
    expect(waterContentSchema.safeParse(blank).success).toBe(true);
    expect([blank.scene.bottom.columns, blank.scene.bottom.rows]).toEqual([31, 21]);
    expect(depthAtM(blank.scene.bottom, 33.3, 17.1)).toBeCloseTo(6, 6);
    expect(blank.passes[0].routeM[0].x).toBeCloseTo(3, 6);
  });
  it('refuses more depths than can be held', () => {
    const huge = { ...{ widthM: 4000, heightM: 4000, cellM: 2 }, name: 'x', depthM: 3 };
    expect(blankFault({ ...huge, sediment: 'sand' })).toMatch(/2001 × 2001 nodes are too many/);
    expect(blankFault({ ...huge, widthM: 400, heightM: 400, sediment: 'sand' })).toBeNull();
  });
  it.each(WATER_TEMPLATES)('the template $name is valid and has relief as it says', ({ make }) => {
    const content = make();
    expect(waterContentSchema.safeParse(content).success).toBe(true);
  });
  it('the drop-off falls from its shelf to its floor', () => {
    const { bottom } = WATER_TEMPLATES.find(({ id }) => id === 'drop-off')!.make().scene;
    expect(depthAtM(bottom, 20, 90)).toBeCloseTo(3, 1);
    expect(depthAtM(bottom, 220, 90)).toBeCloseTo(11, 1);
  });
  it('gives free names', () => {
    expect(freeId('fish', [{ id: 'fish-01' }, { id: 'fish-03' }])).toBe('fish-02');
  });
});

const choice: WaterChoice = {
  seed: 4711,
  name: 'Grown',
  shape: 'valley',
  sizeM: 300,
  deepestM: 15,
  bottoms: 'mixed',
  cover: 'some',
  season: 'summer',
};

describe('the generator', () => {
  it('gives the same water for the same words, another for another seed', () => {
    expect(generateWater(choice)).toEqual(generateWater(choice));
    expect(generateWater({ ...choice, seed: 4712 })).not.toEqual(generateWater(choice));
  });
  it.each([
    { shape: 'valley', cover: 'bare', season: 'spring', bottoms: 'soft' },
    { shape: 'basin', cover: 'rich', season: 'winter', bottoms: 'hard' },
    { shape: 'coast', cover: 'some', season: 'autumn', bottoms: 'mixed' },
  ] as const)(
    '$shape in $season: valid, about as deep as asked, all life in the water',
    (words) => {
      const content = generateWater({ ...choice, ...words });
      expect(waterContentSchema.safeParse(content).error?.issues ?? []).toEqual([]);
      const deepest = deepestM(chartGrid(content.scene.bottom));
      expect(deepest).toBeGreaterThan(0.6 * choice.deepestM);
      expect(deepest).toBeLessThan(1.3 * choice.deepestM);
      for (const target of content.scene.targets) {
        if (!('depthM' in target)) continue;
        const bottomM = depthAtM(content.scene.bottom, target.xM, target.yM);
        expect(target.depthM, target.id).toBeLessThanOrEqual(bottomM);
      }
    },
  );
  it('cover decides how much stands in it', () => {
    const things = (cover: WaterChoice['cover']) =>
      generateWater({ ...choice, cover }).scene.targets.filter(
        ({ kind }) => kind !== 'fish' && kind !== 'baitSchool' && kind !== 'bubbleVent',
      ).length;
    expect(things('bare')).toBeLessThan(things('some'));
    expect(things('some')).toBeLessThan(things('rich'));
  });
});

describe('season', () => {
  const steady = [14, 14, 14, 14, 14, 14, 14, 14];
  it('reads the trend as the last three days against those before', () => {
    expect(airTrendC([10, 10, 10, 4, 5, 6])).toBe(-5);
    expect(airTrendC([10, 10, 10])).toBe(0);
    expect(airTrendC(steady)).toBe(0);
  });

  const valley = generateWater({ ...choice, season: 'autumn' });
  const withAir = (airDailyC: number[], temperatureC = 12): WaterContent => ({
    ...valley,
    conditions: { ...valley.conditions, airDailyC, iceM: 0 },
    scene: {
      ...valley.scene,
      water: { ...valley.scene.water, temperatureC, thermocline: null },
    },
  });
  const bait = (content: WaterContent) =>
    applySeason(content).targets.filter((target) => target.kind === 'baitSchool');
  const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const bottomUnder = (content: WaterContent) =>
    mean(bait(content).map(({ xM, yM }) => depthAtM(content.scene.bottom, xM, yM)));

  it('a cold snap packs bait tight, deep and near the creek mouth; warming scatters it shallow', () => {
    const cold = withAir([12, 12, 12, 12, 5, 4, 4]);
    const warm = withAir([6, 6, 6, 6, 12, 13, 14]);
    expect(readSeason(cold).state).toBe('coldSnap');
    expect(readSeason(warm).state).toBe('warming');
    expect(bottomUnder(cold)).toBeGreaterThan(bottomUnder(warm) + 2);
    const radius = (content: WaterContent) => mean(bait(content).map(({ radiusM }) => radiusM));
    expect(radius(cold)).toBeLessThan(radius(warm));
    const { mouth } = valley.creek!;
    const away = (content: WaterContent) =>
      mean(bait(content).map(({ xM, yM }) => Math.hypot(xM - mouth.x, yM - mouth.y)));
    expect(away(cold)).toBeLessThan(0.35 * choice.sizeM);
  });
  it('in summer bait sits on and just above the thermocline, over water deeper than it', () => {
    const summer = generateWater(choice);
    expect(readSeason(summer).state).toBe('summer');
    const layerM = summer.scene.water.thermocline!.depthM;
    for (const school of bait(summer)) {
      expect(school.depthM).toBeLessThanOrEqual(layerM);
      expect(school.depthM).toBeGreaterThan(layerM - 2);
      expect(depthAtM(summer.scene.bottom, school.xM, school.yM)).toBeGreaterThan(layerM);
    }
  });
  it('steady weather moves nothing, and wood and stone never move', () => {
    const content = withAir(steady);
    expect(applySeason(content)).toEqual({ targets: content.scene.targets, moved: 0 });
    const fixed = ({ targets }: { targets: WaterContent['scene']['targets'] }) =>
      targets.filter(({ kind }) => kind !== 'fish' && kind !== 'baitSchool');
    expect(fixed(applySeason(withAir([12, 12, 12, 12, 4, 4, 4])))).toEqual(fixed(content.scene));
  });
  it('counts the life near a place', () => {
    const fish = (id: string, xM: number) =>
      targetSchema.parse({ kind: 'fish', id, xM, yM: 0, depthM: 2, lengthM: 0.3, headingDeg: 0 });
    const targets = [fish('a', 3), fish('b', 10), fish('c', 11), stump];
    const water = { ...blank, scene: { ...blank.scene, targets } };
    expect(lifeNear(water, { x: 0, y: 0 }, 10)).toEqual({
      fish: { near: 2, all: 3 },
      bait: { near: 0, all: 0 },
    });
  });
  it('answers where to look in words of its own state', () => {
    const cold = readSeason(withAir([12, 12, 12, 12, 5, 4, 4]));
    expect(cold.answer).toMatch(/creek mouth/);
    const ice = { ...valley, conditions: { ...valley.conditions, iceM: 0.3 } };
    expect(readSeason(ice)).toMatchObject({ state: 'underIce' });
  });
});

describe('the shipped waters', () => {
  it.each(Object.entries(DEMO_WATERS))(
    '%s is whole, and all that swims is in the water',
    (id, make) => {
      const content = make();
      const parsed = waterContentSchema.safeParse(content);
      expect(parsed.error?.issues ?? [], id).toEqual([]);
      expect(content.description.split(/\n\s*\n/).length).toBeGreaterThan(1);
      expect(content.spots.length).toBeGreaterThanOrEqual(5);
      const { bottom, targets } = content.scene;
      expect(new Set(targets.map((target) => target.id)).size).toBe(targets.length);
      for (const target of targets) {
        if ('depthM' in target) {
          expect(target.depthM, target.id).toBeLessThan(depthAtM(bottom, target.xM, target.yM));
        }
      }
      const widthM = (bottom.columns - 1) * bottom.cellM;
      for (const pass of content.passes) {
        for (const { x } of pass.routeM) expect(x >= bottom.originM.x && x <= widthM).toBe(true);
      }
    },
  );
  it('together hold every task: road, walls, piers, creek, timber, docks; kelp, wreck, tide; ice', () => {
    const [hollin, tarvo, ismo] = Object.values(DEMO_WATERS).map((make) => make());
    const kinds = (content: WaterContent) => new Set(content.scene.targets.map(({ kind }) => kind));
    for (const kind of ['road', 'wall', 'piling', 'tree', 'pontoon', 'brushPile'] as const) {
      expect(kinds(hollin), kind).toContain(kind);
    }
    for (const kind of ['weedBed', 'wreckRibs'] as const) expect(kinds(tarvo)).toContain(kind);
    expect(hollin.creek).not.toBeNull();
    expect(tarvo.conditions.tide).not.toBeNull();
    expect(tarvo.passes.map(({ holding }) => holding.kind)).toContain('drift');
    expect(ismo.conditions.iceM).toBeGreaterThan(0);
    expect(ismo.passes.filter(({ holding }) => holding.kind === 'hole').length).toBeGreaterThan(3);
  });
});
