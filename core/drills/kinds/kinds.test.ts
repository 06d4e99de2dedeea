import { describe, expect, it } from 'vitest';
import { depthAtM } from '../../bottom';
import { lakeIsmo } from '../../demo';
import { randomSource } from '../../random';
import {
  type Answer,
  answerSchema,
  type AnswerOf,
  askOf,
  type DrillScreen,
  explainAnswer,
  gradeAnswer,
  gradeSchema,
  guessChance,
  type Ground,
  type Item,
  type ItemKindName,
  itemSchema,
  readChange,
  readWhatIsThis,
} from '..';
import { makeItems } from '../items';
import {
  MADE_UP_DRAFT_M,
  MADE_UP_REF,
  madeUpAnswer,
  madeUpItem,
  madeUpRegion,
  madeUpScreen,
} from '../madeUp';
import { placeFrom } from './placeIt';
import { judgeChoices, situationOf } from './whereNext';

/** Grades, and holds every part against its schema. */
function grade(item: Item, given: object, ground: Ground) {
  const answer = { ...madeUpAnswer, kind: item.kind, ...given } as Answer;
  expect(itemSchema.safeParse(item).error).toBeUndefined();
  expect(answerSchema.safeParse(answer).error).toBeUndefined();
  const graded = gradeAnswer(item, answer, ground);
  expect(gradeSchema.safeParse(graded).error).toBeUndefined();
  const lines = explainAnswer(item, answer, graded, ground, 'metric');
  expect(lines.length).toBeGreaterThan(0);
  for (const { title } of lines) expect(title).not.toContain('undefined');
  return { graded, lines };
}

const make = (kind: ItemKindName, ground: Ground, more = {}) =>
  makeItems([kind], {
    refs: ground.screens.map(() => MADE_UP_REF),
    ground,
    random: randomSource(4),
    ...more,
  });

const STEP_M = 0.05;
const binAt = (depthM: number) => Math.round((depthM - MADE_UP_DRAFT_M) / STEP_M - 0.5);

/** A fish at a depth, straight under the boat when its ping is sent. */
const fishAt = (id: string, ping: number, depthM: number, lengthM = 0.3) => ({
  region: madeUpRegion(id, { ping, bin: binAt(depthM) - 1 }),
  target: {
    id,
    kind: 'fish' as const,
    xM: 0,
    yM: 0.15 * ping,
    depthM,
    lengthM,
  },
});

describe('what is this', () => {
  const regions = [
    madeUpRegion('a', { ping: 50, bin: 100 }),
    madeUpRegion('b', { ping: 90, bin: 190, label: 'weed', kind: null }),
    madeUpRegion('c', { ping: 150, bin: 190, verdict: 'hidden' }),
  ];
  const ground = { screens: [madeUpScreen({ regions })], water: null };
  it('is asked of what can be seen only, among its look-alikes', () => {
    const items = make('whatIsThis', ground) as Extract<Item, { kind: 'whatIsThis' }>[];
    expect(items.map(({ targetId }) => targetId)).toEqual(['a', 'b']);
    for (const { options } of items) expect(new Set(options).size).toBe(4);
    expect(items[1].options).toEqual(expect.arrayContaining(['weed', 'bait', 'wood']));
    // Four names, and that it cannot be told.
    expect(guessChance(items[0])).toBe(0.2);
  });
  it('is not asked of what is drawn like something else', () => {
    const drawnAsFish = madeUpRegion('d', { ping: 90, bin: 60, label: 'wood', kind: 'tree' });
    const screen = madeUpScreen({ regions: [drawnAsFish] });
    expect(readWhatIsThis(screen, drawnAsFish, ['wood', 'fish', 'bait', 'rock'])).toBe('misread');
    expect(make('whatIsThis', { screens: [screen], water: null })).toEqual([]);
  });
  it('is right to leave it open where the picture does, and only there', () => {
    const [item] = make('whatIsThis', ground) as Extract<Item, { kind: 'whatIsThis' }>[];
    const open = { ...item, isOpen: true };
    expect(grade(open, { label: null }, ground).graded.right).toBe(true);
    expect(grade(open, { label: 'fish' }, ground).graded.right).toBe(false);
    expect(grade(item, { label: null }, ground).graded.right).toBe(false);
    const { lines } = grade(open, { label: 'fish' }, ground);
    expect(lines[0].title).toBe('It cannot be told from this picture');
    expect(lines[1].title).toBe('In the water it is fish');
    expect(grade(item, { label: null }, ground).lines[0].title).toMatch(/it can be told/);
  });
  it('grades a question of a time when nothing could be left open as it did', () => {
    const [made] = make('whatIsThis', ground) as Extract<Item, { kind: 'whatIsThis' }>[];
    const { isOpen: _, ...older } = made;
    expect(guessChance(older as Item)).toBe(0.25);
    expect(grade(older as Item, { label: 'fish' }, ground).graded.right).toBe(true);
  });
  it('is right by the label of the truth, and says what was expected of the wrong one', () => {
    const [item] = make('whatIsThis', ground);
    expect(grade(item, { label: 'fish' }, ground).graded).toMatchObject({ right: true, score: 1 });
    const wrong = grade(item, { label: 'rock' }, ground);
    expect(wrong.graded).toMatchObject({ right: false, truth: 'fish' });
    expect(wrong.lines.map(({ title }) => title)).toEqual([
      'It is fish, not rock',
      'Had it been rock',
    ]);
  });
  it('refuses an answer of another kind, and a target the truth has lost', () => {
    const [item] = make('whatIsThis', ground);
    expect(() => grade(item, { kind: 'whichIs', choice: 0 }, ground)).toThrow(/cannot answer/);
    const bare = { screens: [madeUpScreen()], water: null };
    expect(() => grade(item, { label: 'fish' }, bare)).toThrow(/not in the truth/);
  });
});

describe('which is', () => {
  const small = fishAt('small', 60, 5, 0.2);
  const large = fishAt('large', 120, 5, 0.6);
  const low = fishAt('low', 200, 9, 0.21);
  const all = [small, large, low];
  const drawn = (marksDb: Record<string, number>) => ({
    screens: [
      madeUpScreen({
        regions: all.map((f) => f.region),
        targets: all.map((f) => f.target),
        marksDb,
      }),
    ],
    water: null,
  });
  const ground = drawn({ small: 20, large: 32, low: 21 });
  type WhichIs = Extract<Item, { kind: 'whichIs' }>;
  const items = make('whichIs', ground) as WhichIs[];
  it('takes the bigger by its length and the higher by its room over the bottom', () => {
    for (const item of items) {
      const ids = item.candidates.map(({ targetId }) => targetId);
      const winner = item.which === 'bigger' ? 'large' : ids.includes('large') ? 'large' : 'small';
      const truth = ids.indexOf(winner);
      if (item.which === 'higher' && ids.includes('small') && ids.includes('large')) continue;
      expect(grade(item, { choice: truth }, ground).graded.right).toBe(true);
      expect(grade(item, { choice: truth === 0 ? 1 : 0 }, ground).graded.right).toBe(false);
    }
    expect(items.some(({ which }) => which === 'bigger')).toBe(true);
  });
  it('does not ask for the bigger where a smaller one is drawn as strong', () => {
    // Nearer the axis: 20 cm as bright as 60 cm.
    const misleading = make('whichIs', drawn({ small: 30, large: 32, low: 21 }));
    const bigger = misleading.filter((one) => one.kind === 'whichIs' && one.which === 'bigger');
    const asked = bigger.map((one) =>
      one.kind === 'whichIs' ? one.candidates.map(({ targetId }) => targetId) : [],
    );
    for (const ids of asked) expect(ids).not.toContain('small');
  });
  it('is open where the two are drawn alike, whatever their lengths, and says what would tell', () => {
    const pair = [fishAt('a', 60, 5, 0.3), fishAt('b', 120, 6.5, 0.6)];
    const drawnPair = (marksDb: Record<string, number>) => ({
      screens: [
        madeUpScreen({
          regions: pair.map((f) => f.region),
          targets: pair.map((f) => f.target),
          marksDb,
        }),
      ],
      water: null,
    });
    const bigger = (marksDb: Record<string, number>) =>
      (make('whichIs', drawnPair(marksDb)) as WhichIs[]).filter(({ which }) => which === 'bigger');
    const alike = { a: 30, b: 30.5 };
    const [item] = bigger(alike);
    expect(item.isOpen).toBe(true);
    const { graded, lines } = grade(item, { choice: 2 }, drawnPair(alike));
    expect(graded).toMatchObject({ right: true, truth: 2 });
    expect(lines[0]).toMatchObject({ look: 'right', title: 'Right: it cannot be told here' });
    expect(lines[0].text).toMatch(/pass again/i);
    for (const choice of [0, 1]) {
      const wrong = grade(item, { choice }, drawnPair(alike));
      expect(wrong.graded.right).toBe(false);
      expect(wrong.lines[0].look).toBe('missed');
    }
    // Neither alike nor apart: nothing is asked.
    expect(bigger({ a: 30, b: 32 })).toEqual([]);
    // Drawn as it is: the longer one, and “cannot be told” is wrong.
    const [plain] = bigger({ a: 25, b: 32 });
    expect(plain.isOpen).toBe(false);
    expect(grade(plain, { choice: 2 }, drawnPair({ a: 25, b: 32 })).graded.right).toBe(false);
  });
  it('grades a question of before it could be open as it did', () => {
    const { isOpen: _, ...old } = items.find(({ which }) => which === 'bigger')!;
    expect(guessChance(old)).toBe(1 / old.candidates.length);
    const ids = old.candidates.map(({ targetId }) => targetId);
    expect(grade(old, { choice: ids.indexOf('large') }, ground).graded.right).toBe(true);
  });
  it('compares bottoms by what they are made of', () => {
    const over = (sediment: 'mud' | 'rock') => madeUpScreen({ change: { sediment } });
    const pair = { screens: [over('mud'), over('rock')], water: null };
    const [item] = make('whichIs', pair);
    expect(askOf(item)).toBe('Which bottom is harder?');
    const { graded, lines } = grade(item, { choice: 1 }, pair);
    expect(graded).toMatchObject({ right: true, truth: 1 });
    expect(lines[0].title).toContain('mud');
    const same = { screens: [over('mud'), over('mud')], water: null };
    const [open] = make('whichIs', same);
    expect(grade(open, { choice: 2 }, same).graded).toMatchObject({ right: true, truth: 2 });
    // Of one the bottom lies below the shown range: there is none to judge.
    const shallow = over('rock');
    const cut = madeUpScreen({
      change: { sediment: 'rock', view: { ...shallow.view, bottomM: 9.5 } },
    });
    expect(make('whichIs', { screens: [over('mud'), cut], water: null })).toEqual([]);
  });
});

describe('measure', () => {
  const perch = fishAt('perch', 100, 6);
  const ground = {
    screens: [madeUpScreen({ regions: [perch.region], targets: [perch.target] })],
    water: null,
  };
  const of = (quantity: string, targetId = 'perch') =>
    ({
      ...madeUpItem,
      kind: 'measure',
      quantity,
      targetId,
    }) as Item;
  const said = (valueM: number) => ({ valueM, pixelM: { range: 0.02, along: 0.03 } });
  it('grades a depth by two cells or a twentieth', () => {
    const { graded, lines } = grade(of('depth'), said(6.2), ground);
    expect(graded).toMatchObject({ right: true });
    // Its strongest cell lies from 6.00 to 6.05; what is stated is what the sum gives.
    expect((graded as { truthM: number }).truthM).toBeCloseTo(6.025, 6);
    const stated = /([\d.]+) m$/;
    const how = lines.find(({ title }) => title === 'How it is done')!;
    expect(stated.exec(how.text)![1]).toBe(stated.exec(lines[0].title)![1]);
    // A twentieth of six metres is 0.3.
    expect(grade(of('depth'), said(6.34), ground).graded).toMatchObject({
      right: false,
      score: 0.5,
    });
    expect(grade(of('depth'), said(7), ground).graded).toMatchObject({ right: false, score: 0 });
  });
  it('takes the readout where a picture has no levels', () => {
    const [drawn] = ground.screens;
    const bare = { screens: [{ ...drawn, levelsCdb: new Int16Array(0) }], water: null };
    // 10 m by the readout, 6.025 by the strongest cell.
    expect(grade(of('offBottom'), said(3.975), bare).graded).toMatchObject({ right: true });
  });
  it('leaves open what a picture does not hold, and says what would', () => {
    const row = (firstBin: number, lastBin: number) => ({
      ping: 100,
      firstBin,
      lastBin,
      firstBeam: 0,
      lastBeam: 0,
    });
    const bins = madeUpScreen().info.binCount;
    const wall = madeUpRegion('wall', {
      ping: 100,
      bin: 200,
      kind: null,
      label: 'built',
      channel: 1,
      outline: [row(200, 203)],
      shadow: [row(204, bins - 1)],
    });
    const perchInTheMiddle = madeUpRegion('perch', { ping: 120, bin: 60, channel: 1 });
    const side = madeUpScreen({
      instrument: 'sideFans',
      bottomM: 5.3,
      regions: [wall, perchInTheMiddle],
    });
    const sideGround = { screens: [side], water: null };
    const items = make('measure', sideGround) as Extract<Item, { kind: 'measure' }>[];
    const open = items.filter(({ isOpen }) => isOpen);
    expect(open.map(({ quantity, targetId }) => `${quantity} ${targetId}`).toSorted()).toEqual([
      'groundRange perch',
      'shadowGap perch',
      'shadowHeight wall',
    ]);
    for (const item of open) {
      const none = { valueM: null, pixelM: { range: 0, along: 0 } };
      const graded = grade(item, none, sideGround);
      expect(graded.graded).toMatchObject({ right: true, truthM: null });
      expect(graded.lines[0].text.length).toBeGreaterThan(40);
      expect(grade(item, said(3), sideGround).graded.right).toBe(false);
    }
    const held = items.find(({ isOpen, quantity }) => !isOpen && quantity === 'groundRange')!;
    const none = { valueM: null, pixelM: { range: 0.02, along: 0.03 } };
    expect(grade(held, none, sideGround).graded).toMatchObject({ right: false, score: 0 });
  });
  it('knows the usual slips by their numbers', () => {
    // 199 pings of 10 a second, at 1.5 m/s: 29.85 m behind, 19.9 s ago.
    const behind = grade(of('behind'), said(29.9), ground).graded;
    expect(behind).toMatchObject({ right: true, slip: null });
    const slip = grade(of('behind'), said(19.9), ground);
    expect(slip.graded).toMatchObject({ right: false, slip: 'that is seconds taken for metres' });
    expect(slip.lines.map(({ title }) => title)).toContain('A usual slip');
    expect(grade(of('offBottom'), said(4), ground).graded.right).toBe(true);
    expect(grade(of('offBottom'), said(6), ground).graded).toMatchObject({
      slip: 'that is its depth under the surface',
    });
  });
  it('takes the footprint from depth and beam', () => {
    // 2 × 9.7 × tan 10°: 3.42 m.
    expect(grade(of('footprint', ''), said(3.42), ground).graded.right).toBe(true);
    expect(grade(of('footprint', ''), said(1.71), ground).graded).toMatchObject({ right: false });
  });
  it('corrects slant range on the side fans', () => {
    // Twelve metres aside in 5.3 m of water: slant 13 m.
    const post = madeUpRegion('post', {
      ping: 100,
      bin: Math.round(13 / STEP_M - 0.5) - 1,
      kind: 'piling',
      label: 'built',
      channel: 1,
    });
    const side = madeUpScreen({
      instrument: 'sideFans',
      bottomM: 5.3,
      regions: [post],
      targets: [{ id: 'post', kind: 'piling', xM: 12, yM: 15, radiusM: 0.3 }],
    });
    const sideGround = { screens: [side], water: null };
    const item = make('measure', sideGround).find(
      (one) => one.kind === 'measure' && one.quantity === 'groundRange',
    )!;
    expect(grade(item, said(12), sideGround).graded.right).toBe(true);
    expect(grade(item, said(13), sideGround).graded).toMatchObject({
      right: false,
      slip: 'that is the slant range taken for distance on the chart',
    });
  });
  it('reads heights from shadows', () => {
    // physics: h 5, near 15.5242, end 19.4052: 1 m high.
    const row = (firstBin: number, lastBin: number) => ({
      ping: 100,
      firstBin,
      lastBin,
      firstBeam: 0,
      lastBeam: 0,
    });
    const near = Math.round(15.5242 / STEP_M);
    const end = Math.round(19.4052 / STEP_M);
    const wall = madeUpRegion('wall', {
      ping: 100,
      bin: near,
      kind: null,
      label: 'built',
      outline: [row(near, near + 3)],
      shadow: [row(near + 4, end - 1)],
    });
    const screens = [
      madeUpScreen({ instrument: 'sideFans', bottomM: 5 + MADE_UP_DRAFT_M, regions: [wall] }),
    ];
    const item = of('shadowHeight', 'wall');
    expect(grade(item, said(1), { screens, water: null }).graded).toMatchObject({ right: true });
    // From the start of the shadow it comes out shorter.
    const { graded } = grade(item, said(3.85), { screens, water: null });
    expect(graded).toMatchObject({ right: false, slip: 'that is the length of the shadow itself' });
  });
});

describe('place it', () => {
  const heightM = 5;
  const slantM = 13;
  const post = madeUpRegion('post', {
    ping: 100,
    bin: Math.round(slantM / STEP_M - 0.5) - 1,
    kind: 'piling',
    label: 'built',
    channel: 1,
  });
  const screen = madeUpScreen({
    instrument: 'sideFans',
    bottomM: heightM + MADE_UP_DRAFT_M,
    regions: [post],
    targets: [{ id: 'post', kind: 'piling', xM: 12, yM: 15, radiusM: 0.3 }],
  });
  const ground = { screens: [screen], water: null };
  const [item] = make('placeIt', ground);
  it('is full within one deviation, half within two, nothing beyond', () => {
    // Sailing north: starboard is east. Twelve metres over the ground by √(13² − 5²).
    expect(grade(item, { xM: 12, yM: 15, passes: 1 }, ground).graded).toMatchObject({
      right: true,
      score: 1,
    });
    const sigmaEastM = Math.sqrt(placeFrom(ground, 'post', 1).covarianceM2[0]);
    const at = (deviations: number) =>
      grade(item, { xM: 12 + deviations * sigmaEastM, yM: 15, passes: 1 }, ground).graded;
    expect(at(1.5)).toMatchObject({ right: true, score: 0.5 });
    expect(at(2.5)).toMatchObject({ right: false, score: 0 });
  });
  it('does not forgive the slant range on the chart, nor the other side', () => {
    expect(grade(item, { xM: -12, yM: 15, passes: 1 }, ground).graded.right).toBe(false);
    const { lines } = grade(item, { xM: 12, yM: 15, passes: 1 }, ground);
    expect(lines[1].text).toContain('to starboard');
  });
  it('is surer, and so stricter, from two passes', () => {
    const twice = { screens: [screen, screen], water: null };
    const one = placeFrom(twice, 'post', 1).covarianceM2[0];
    const two = placeFrom(twice, 'post', 2).covarianceM2[0];
    expect(two).toBeCloseTo(one / 2, 6);
  });
});

describe('call it live', () => {
  const regions = [
    madeUpRegion('early', { ping: 12, bin: 90 }),
    madeUpRegion('perch', { ping: 100, bin: 100 }),
    madeUpRegion('bubbles', { ping: 160, bin: 60, label: 'clutter', kind: 'bubblePatch' }),
    madeUpRegion('pike', { ping: 240, bin: 120 }),
  ];
  const ground = { screens: [madeUpScreen({ regions })], water: null };
  const [item] = make('callLive', ground) as Extract<Item, { kind: 'callLive' }>[];
  it('takes a call for the fish at the newest edge, and times it', () => {
    // The arch begins at ping 97; 15 pings later at 10 a second and 1.5 times the speed: one second.
    const { graded } = grade(item, { presses: [112, 245] }, ground);
    expect(graded).toMatchObject({ right: true, missed: [], strays: [], falseMarks: [] });
    const [first] = (graded as Extract<typeof graded, { kind: 'callLive' }>).hits;
    expect(first).toMatchObject({ targetId: 'perch' });
    expect(first.reactionS).toBeCloseTo(1, 6);
  });
  it('tells misses, look-alikes and nothing apart; what passed before it ran does not count', () => {
    const { graded } = grade(item, { presses: [165, 205] }, ground);
    expect(graded).toMatchObject({
      right: false,
      missed: ['perch', 'pike'],
      falseMarks: [{ targetId: 'bubbles', press: 0 }],
      strays: [1],
      score: 0,
    });
  });
  it('lets nobody gain by calling twice', () => {
    expect(grade(item, { presses: [100, 104, 245] }, ground).graded).toMatchObject({ right: true });
  });
});

describe('what changed', () => {
  const regions = [madeUpRegion('f', { ping: 40, bin: 90 })];
  const before = madeUpScreen({ regions });
  const after = (change: Partial<DrillScreen>) => ({ ...before, ...change });
  const brighter = after({ view: { ...before.view, gainDb: before.view.gainDb + 9 } });
  const wider = after({ view: { ...before.view, bottomM: 1.8 * before.view.bottomM } });
  const faster = madeUpScreen({ regions, speedMps: 2.6 });
  const other = after({
    info: {
      ...before.info,
      channels: before.info.channels.map((one) => ({ ...one, frequencyHz: 83_000 })),
    },
    levelsCdb: before.levelsCdb.map((cdb, i) => cdb + 600 * ((i % 3) - 1)),
  });
  const ask = (b: DrillScreen) => {
    const ground = { screens: [before, b], water: null };
    const [item] = makeItems(['whatChanged'], {
      ...{ refs: [MADE_UP_REF, MADE_UP_REF], ground, random: randomSource(4) },
    }) as Extract<Item, { kind: 'whatChanged' }>[];
    return { item, ground };
  };
  it.each([
    ['gainUp', brighter],
    ['rangeMore', wider],
    ['faster', faster],
    ['frequency', other],
  ] as const)('is told from the two pictures: %s', (change, b) => {
    expect(readChange(before, b)).toBe(change);
    const { item, ground } = ask(b);
    expect(item.options).toContain(change);
    expect(new Set(item.options).size).toBe(4);
    expect(grade(item, { change }, ground).graded).toMatchObject({ right: true, truth: change });
    const wrong = item.options.find((one) => one !== change)!;
    const { graded, lines } = grade(item, { change: wrong }, ground);
    expect(graded).toMatchObject({ right: false, score: 0 });
    expect(lines).toHaveLength(2);
  });
  it('is not asked where nothing was changed, too little, or two things at once', () => {
    const little = after({ view: { ...before.view, gainDb: before.view.gainDb + 2 } });
    const both = { ...wider, view: { ...wider.view, gainDb: before.view.gainDb + 9 } };
    for (const b of [before, little, both]) expect(ask(b).item).toBeUndefined();
  });
});

describe('sort', () => {
  const regions = [
    madeUpRegion('f', { ping: 40, bin: 90 }),
    // Marked by hand: what they are drawn like is not judged.
    madeUpRegion('b', { ping: 90, bin: 90, label: 'bait', kind: null }),
    madeUpRegion('w', { ping: 140, bin: 180, label: 'wood', kind: null }),
    madeUpRegion('c', { ping: 190, bin: 40, label: 'clutter', kind: null }),
  ];
  const ground = { screens: [madeUpScreen({ regions })], water: null };
  const [item] = make('sort', ground);
  const RIGHT = { f: 'fish', b: 'bait', w: 'structure', c: 'rubbish' };
  it('is right when every mark lies in its box, and counts those that do', () => {
    expect(grade(item, { bins: RIGHT }, ground).graded).toMatchObject({ right: true, score: 1 });
    const { graded, lines } = grade(item, { bins: { ...RIGHT, c: 'fish' } }, ground);
    expect(graded).toMatchObject({ right: false, score: 0.75 });
    expect(lines.some(({ title }) => title.startsWith('rubbish, not fish'))).toBe(true);
  });
  it('leaves out what no reader has learned on such a picture', () => {
    const bubbles = madeUpRegion('v', { ping: 230, bin: 90, label: 'bubbles', kind: 'bubbleVent' });
    const sorted = (more: typeof regions) =>
      make('sort', { screens: [madeUpScreen({ regions: [...regions, ...more] })], water: null })
        .flatMap((one) => (one.kind === 'sort' ? one.targetIds : []))
        .toSorted();
    expect(sorted([bubbles])).toEqual(['b', 'c', 'f', 'w']);
    expect(sorted([{ ...bubbles, kind: null }])).toContain('v');
  });
});

describe('where first, what next', () => {
  const water = lakeIsmo();
  const ground = { screens: [], water };
  const items = Array.from({ length: 12 }, (_, seed) =>
    makeItems(['whereNext'], {
      refs: [],
      ground,
      random: randomSource(seed),
      chart: { waterId: 'lake-ismo', waterMark: 1 },
    }),
  ).flat() as Extract<Item, { kind: 'whereNext' }>[];
  it('has choices that can be defended and choices that cannot', () => {
    expect(new Set(items.map(({ question }) => question.about))).toEqual(
      new Set(['where', 'plan', 'setting', 'nextPass']),
    );
    for (const item of items) {
      const judged = judgeChoices(item, water);
      const accepted = judged.flatMap((one, i) => (one.isAccepted ? [i] : []));
      expect(accepted.length).toBeGreaterThan(0);
      expect(accepted.length).toBeLessThan(judged.length);
      for (const choice of judged.keys()) {
        const { graded } = grade(item, { choice }, ground);
        expect(graded.right).toBe(accepted.includes(choice));
      }
    }
  });
  it('accepts every school of a setting that people disagree on', () => {
    const item = {
      ...madeUpItem,
      kind: 'whereNext' as const,
      screens: [],
      waterId: 'lake-ismo',
      waterMark: 1,
      question: {
        about: 'setting' as const,
        instrument: 'sideFans' as const,
        depthM: 8,
        sediment: 'sand' as const,
        purpose: 'hunt' as const,
        control: 'range' as const,
        // Tied to depth (twice it), one habit (30 m), and two that nobody teaches.
        options: [16, 30, 160, 4],
      },
    };
    expect(judgeChoices(item, water).map(({ isAccepted }) => isAccepted)).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });
  it('sends nobody to a cold shore after a cold snap', () => {
    const where = items.filter(({ question }) => question.about === 'where');
    for (const item of where) {
      if (item.question.about !== 'where') continue;
      const { airDailyC } = item.question.conditions;
      if (airDailyC.at(-1)! > 6) continue;
      const judged = judgeChoices(item, water);
      item.question.places.forEach(({ x, y }, i) => {
        if (depthAtM(water.scene.bottom, x, y) < 3) expect(judged[i].isAccepted).toBe(false);
      });
    }
  });
});

describe('in feet', () => {
  it('measures, places and water are told in the reader’s units, and graded alike', () => {
    const perch = fishAt('perch', 100, 6);
    const ground = {
      screens: [madeUpScreen({ regions: [perch.region], targets: [perch.target] })],
      water: null,
    };
    const item = { ...madeUpItem, kind: 'measure', quantity: 'depth', targetId: 'perch' } as Item;
    const answer: Answer = {
      ...madeUpAnswer,
      kind: 'measure',
      valueM: 6,
      pixelM: { range: 0, along: 0 },
    };
    const graded = gradeAnswer(item, answer, ground);
    const said = explainAnswer(item, answer, graded, ground, 'imperial');
    expect(said[0].title).toBe('Right: 19.77 ft');
    const how = said.find(({ title }) => title === 'How it is done')!;
    expect(how.text).toMatch(/^depth = draft \+ range = 0\.98 \+ 18\.\d\d = 19\.77 ft$/);
  });
  it('choices on a chart keep their verdict and change their words', () => {
    const water = lakeIsmo();
    const question = {
      about: 'setting' as const,
      instrument: 'sideFans' as const,
      depthM: 8,
      sediment: 'sand' as const,
      purpose: 'hunt' as const,
      control: 'range' as const,
      options: [16, 160],
    };
    const item = {
      ...madeUpItem,
      kind: 'whereNext' as const,
      screens: [],
      waterId: 'lake-ismo',
      waterMark: 1,
      question,
    };
    const [metric, imperial] = (['metric', 'imperial'] as const).map((units) =>
      judgeChoices(item, water, units),
    );
    expect(metric.map(({ text }) => text)).toEqual(['16 m', '160 m']);
    expect(imperial.map(({ text }) => text)).toEqual(['52 ft', '525 ft']);
    expect(imperial.map(({ isAccepted }) => isAccepted)).toEqual([true, false]);
    expect(situationOf(item, water, 'imperial')[0]).toBe('26 ft of water over sand');
  });
});

describe('every kind', () => {
  it('gives the same grade again', () => {
    const regions = [madeUpRegion('a', { ping: 150, bin: 100 })];
    const ground = { screens: [madeUpScreen({ regions })], water: null };
    for (const kind of ['tapAll', 'whatIsThis', 'callLive'] as const) {
      const [item] = make(kind, ground);
      const given: Record<string, object> = {
        tapAll: { marks: [], tolerance: { pings: 3, bins: 3 } },
        whatIsThis: { label: 'bait' },
        callLive: { presses: [151] },
      };
      const answer = { ...madeUpAnswer, kind, ...given[kind] } as AnswerOf<typeof kind>;
      expect(gradeAnswer(item, answer, ground)).toEqual(gradeAnswer(item, answer, ground));
    }
  });
});
