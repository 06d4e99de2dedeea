/** What each kind of thing owes its reader: where it lies, how strong it is, how it grows with its sizes. */
import { describe, expect, it } from 'vitest';
import { randomSource } from '../random';
import {
  describeTarget,
  labelOf,
  overheadLoss,
  reachOfTargetM,
  type Scatterer,
  scatterTarget,
  TARGET_KIND_NAMES,
  type TargetInput,
  type TargetKindName,
  targetFields,
  targetSchema,
} from '.';

const BOTTOM_M = 9;
const PLACE = { xM: 3, yM: -2 };
const medium = (frequencyHz = 200_000) => ({
  frequencyHz,
  soundSpeedMps: 1466,
  bottomDepthAtM: () => BOTTOM_M,
});

type Rest = Record<string, unknown>;
const target = (kind: TargetKindName, rest: Rest = {}) =>
  targetSchema.parse({ id: 'one', kind, ...PLACE, ...rest } as TargetInput);
const points = (kind: TargetKindName, rest: Rest = {}, frequencyHz?: number, seed = 4) =>
  scatterTarget(target(kind, rest), medium(frequencyHz), randomSource(seed));

/** Sum of the cross-sections at broadside, dB re 1 m². */
const energyDb = (parts: readonly Scatterer[]) =>
  10 * Math.log10(parts.reduce((sum, { amplitudeM }) => sum + amplitudeM ** 2, 0));
const span = (values: readonly number[]) => Math.max(...values) - Math.min(...values);
/** How long a thing is along a heading and across it, and how high, m. */
function size(parts: readonly Scatterer[], headingDeg = 0) {
  const rad = (headingDeg * Math.PI) / 180;
  return {
    alongM: span(parts.map(({ xM, yM }) => xM * Math.sin(rad) + yM * Math.cos(rad))),
    acrossM: span(parts.map(({ xM, yM }) => xM * Math.cos(rad) - yM * Math.sin(rad))),
    highM: span(parts.map(({ depthM }) => depthM)),
    topM: Math.min(...parts.map(({ depthM }) => depthM)),
    footM: Math.max(...parts.map(({ depthM }) => depthM)),
  };
}
const middle = (parts: readonly Scatterer[]) => ({
  xM: parts.reduce((sum, { xM }) => sum + xM, 0) / parts.length,
  yM: parts.reduce((sum, { yM }) => sum + yM, 0) / parts.length,
});
const rejects = (kind: TargetKindName, rest: Rest, field: string) => {
  const parsed = targetSchema.safeParse({ id: 'one', kind, ...PLACE, ...rest });
  expect(parsed.error?.issues.map(({ path }) => path.join('.'))).toContain(field);
};

/** Sizes a kind cannot do without. */
const LEAST: Record<TargetKindName, Rest> = {
  fish: { depthM: 5, lengthM: 0.3 },
  baitSchool: { depthM: 5, count: 300, lengthM: 0.06, radiusM: 2, heightM: 1 },
  tree: { heightM: 5 },
  log: { lengthM: 4 },
  stump: { radiusM: 0.3, heightM: 0.6 },
  brushPile: { radiusM: 1.5, heightM: 1.4 },
  weedBed: { radiusM: 2, heightM: 1.2 },
  weedStalk: { heightM: 4 },
  boulder: { radiusM: 0.8 },
  rockPile: { radiusM: 2, heightM: 1 },
  wall: { lengthM: 9, heightM: 1 },
  foundation: { lengthM: 8, widthM: 5 },
  road: { lengthM: 20 },
  piling: { radiusM: 0.2 },
  pier: { lengthM: 12 },
  pontoon: { lengthM: 10 },
  boatHull: { lengthM: 5, beamM: 1.8 },
  rope: { depthM: 1, lengthM: 6 },
  wreckRibs: { lengthM: 12, beamM: 4 },
  culvert: { lengthM: 6, radiusM: 0.6 },
  bubblePatch: { radiusM: 2, depthM: 1.5, count: 200 },
  bubbleVent: {},
  wake: { lengthM: 15 },
  passingBoat: {},
  leaves: { radiusM: 3 },
  driftwood: { lengthM: 4 },
  lure: { depthM: 4 },
  sphere: { depthM: 4, radiusM: 0.05 },
  mooredBoat: { lengthM: 6 },
};

describe.each(TARGET_KIND_NAMES)('%s', (kind) => {
  it('is moved as a whole, with nothing else changed', () => {
    const here = points(kind, LEAST[kind]);
    const there = points(kind, { ...LEAST[kind], xM: 13, yM: 5 });
    expect(there).toHaveLength(here.length);
    for (const [i, { xM, yM, depthM, amplitudeM }] of there.entries()) {
      expect(xM - here[i].xM).toBeCloseTo(10, 6);
      expect(yM - here[i].yM).toBeCloseTo(7, 6);
      expect(depthM).toBeCloseTo(here[i].depthM, 6);
      expect(amplitudeM).toBeCloseTo(here[i].amplitudeM, 9);
    }
  });
  it('keeps within the reach by which it is passed over, however large', () => {
    for (const share of [0.02, 0.4, 1]) {
      const sizes = targetFields(kind).flatMap((field) =>
        field.type === 'number' && field.key.endsWith('M') && !/^(x|y|d|topD)/.test(field.key)
          ? [[field.key, field.min + share * (Math.min(field.max, 200) - field.min)]]
          : [],
      );
      const big = { ...LEAST[kind], ...(Object.fromEntries(sizes) as Rest) };
      const reachM = reachOfTargetM(target(kind, big));
      for (const seed of [1, 2]) {
        const farM = points(kind, big, 800_000, seed).map(
          ({ xM, yM, blockRadiusM }) => Math.hypot(xM - PLACE.xM, yM - PLACE.yM) + blockRadiusM,
        );
        expect(farM.reduce((far, m) => Math.max(far, m), 0)).toBeLessThan(reachM);
      }
    }
  });
  it('says where it is wrong when it is put nowhere', () => {
    rejects(kind, { ...LEAST[kind], xM: 'east' }, 'xM');
    rejects(kind, { ...LEAST[kind], yM: Number.NaN }, 'yM');
  });
  it('has fields whose limits its schema holds', () => {
    for (const field of targetFields(kind)) {
      if (field.type !== 'number' || !Number.isFinite(field.max)) continue;
      rejects(kind, { ...LEAST[kind], [field.key]: field.max * 1.01 + 1 }, field.key);
      rejects(kind, { ...LEAST[kind], [field.key]: field.min - 1 }, field.key);
    }
  });
  it('does not float in the air nor lie under the bottom', () => {
    for (const { depthM } of points(kind, LEAST[kind], 800_000)) {
      expect(depthM).toBeGreaterThanOrEqual(0);
      expect(depthM).toBeLessThanOrEqual(BOTTOM_M + 0.05);
    }
  });
});

/** What has a length turns with its heading. */
describe.each([
  ['log', {}, 'alongM', 4],
  ['wall', {}, 'alongM', 9],
  ['foundation', {}, 'alongM', 8],
  ['road', {}, 'alongM', 20],
  ['pier', {}, 'alongM', 12],
  ['pontoon', {}, 'alongM', 10],
  ['boatHull', {}, 'alongM', 5],
  ['wreckRibs', {}, 'alongM', 12],
  ['culvert', {}, 'alongM', 6],
  ['wake', {}, 'alongM', 15],
] as const)('the length of a %s', (kind, rest, side, lengthM) => {
  it.each([0, 35, 120])('lies along its heading of %i°', (headingDeg) => {
    const parts = points(kind, { ...LEAST[kind], ...rest, headingDeg });
    const found = size(parts, headingDeg);
    expect(found[side]).toBeGreaterThan(0.75 * lengthM);
    // A pontoon's moorings reach out beyond it.
    expect(found[side]).toBeLessThan((kind === 'pontoon' ? 1.5 : 1.15) * lengthM + 0.7);
    expect(found.acrossM).toBeLessThan(found.alongM);
    const { xM, yM } = middle(parts);
    expect(Math.hypot(xM - PLACE.xM, yM - PLACE.yM)).toBeLessThan(0.2 * lengthM);
  });
  it('is what it is asked to be, twice as long when twice is asked for', () => {
    const twice = points(kind, { ...LEAST[kind], lengthM: 2 * lengthM });
    const once = points(kind, LEAST[kind]);
    const ratio = size(twice).alongM / size(once).alongM;
    expect(ratio).toBeGreaterThan(1.7);
    expect(ratio).toBeLessThan(2.4);
  });
});

describe('what stands on the bottom', () => {
  it.each([
    ['tree', 5],
    ['stump', 0.6],
    ['brushPile', 1.4],
    ['weedBed', 1.2],
    ['weedStalk', 4],
    ['wall', 1],
    ['rockPile', 1],
  ] as const)('a %s begins there and is as high as it says', (kind, heightM) => {
    const { topM, footM } = size(points(kind, LEAST[kind]));
    expect(footM).toBeGreaterThan(BOTTOM_M - 0.5 * heightM - 0.1);
    expect(topM).toBeGreaterThanOrEqual(BOTTOM_M - 1.4 * heightM);
    expect(topM).toBeLessThan(BOTTOM_M - 0.6 * heightM);
  });
  it('a leaning tree is lower and reaches farther, the way it leans', () => {
    const upright = size(points('tree', { heightM: 6, crownRadiusM: 0.3 }));
    const leaning = points('tree', {
      heightM: 6,
      crownRadiusM: 0.3,
      leanDeg: 60,
      headingDeg: 90,
    });
    expect(size(leaning).topM).toBeGreaterThan(upright.topM + 2);
    expect(middle(leaning).xM).toBeGreaterThan(PLACE.xM + 1);
    expect(middle(leaning).yM).toBeCloseTo(PLACE.yM, 0);
  });
  it('a propped log rises toward its heading', () => {
    const flat = size(points('log', { lengthM: 5, radiusM: 0.1 }));
    const propped = points('log', { lengthM: 5, radiusM: 0.1, headingDeg: 90, proppedDeg: 30 });
    expect(flat.highM).toBeLessThan(0.4);
    expect(size(propped).highM).toBeCloseTo(5 * Math.sin(Math.PI / 6), 0);
  });
  it('a piling reaches the depth of its top, and no farther', () => {
    const cut = size(points('piling', { radiusM: 0.1, topDepthM: 4 }));
    expect(cut.topM).toBeGreaterThanOrEqual(4);
    expect(cut.topM).toBeLessThan(4.4);
    expect(size(points('piling', { radiusM: 0.1 })).topM).toBeLessThan(0.4);
  });
});

describe('what hangs or floats', () => {
  it('a rope goes down from its depth by its slope', () => {
    const steep = size(points('rope', { depthM: 1, lengthM: 6, slopeDeg: 90 }));
    expect(steep.topM).toBeGreaterThanOrEqual(0.9);
    expect(steep.highM).toBeCloseTo(6, 0);
    expect(steep.alongM).toBeLessThan(0.5);
    const slanting = size(points('rope', { depthM: 1, lengthM: 6, slopeDeg: 30, headingDeg: 0 }));
    expect(slanting.highM).toBeCloseTo(3, 0);
    expect(slanting.alongM).toBeCloseTo(6 * Math.cos(Math.PI / 6), 0);
  });
  it('a pontoon lies at the surface and is as deep as its draft', () => {
    const parts = points('pontoon', { lengthM: 10, draftM: 0.4 });
    const afloat = parts.filter(({ depthM }) => depthM < 0.75);
    expect(size(parts).topM).toBeLessThan(0.4);
    expect(afloat.length).toBeGreaterThan(parts.length / 3);
    // All else are its moorings, which go down to the bottom.
    expect(size(parts).footM).toBeGreaterThan(BOTTOM_M - 0.6);
  });
  it.each([
    ['wake', { lengthM: 15, depthM: 1.4 }, 1.5],
    ['leaves', { radiusM: 3, depthM: 0.8 }, 0.9],
    ['driftwood', { lengthM: 4, depthM: 0.3 }, 0.5],
    ['bubblePatch', { radiusM: 2, depthM: 1.5, count: 200 }, 1.6],
  ] as const)('%s stays near the surface', (kind, rest, deepestM) => {
    expect(size(points(kind, rest)).footM).toBeLessThanOrEqual(deepestM);
  });
  it('a weed bed is nowhere round: its rim goes in and out, and another’s elsewhere', () => {
    const rimOf = (seed: number) => {
      const reachM = new Array(12).fill(0);
      for (const { xM, yM } of points('weedBed', { radiusM: 6, heightM: 1 }, 200_000, seed)) {
        const [east, north] = [xM - PLACE.xM, yM - PLACE.yM];
        const way = Math.floor((Math.atan2(north, east) / Math.PI + 1) * 5.999);
        reachM[way] = Math.max(reachM[way], Math.hypot(east, north));
      }
      return reachM;
    };
    const [one, other] = [rimOf(4), rimOf(5)];
    for (const rim of [one, other]) {
      expect(Math.max(...rim)).toBeLessThanOrEqual(6);
      expect(Math.min(...rim)).toBeGreaterThan(3.4);
      expect(span(rim)).toBeGreaterThan(0.5);
    }
    expect(Math.max(...one.map((reach, i) => Math.abs(reach - other[i])))).toBeGreaterThan(0.5);
  });
  it('bubbles of a vent rise from the bottom to the surface, again and again', () => {
    const parts = points('bubbleVent', { bubblesPerS: 6, riseMps: 0.25 });
    // Nine metres at 0.25 m/s take 36 s: so many bubbles are on their way at a time, three a point.
    expect(3 * parts.length).toBeGreaterThan(0.9 * 6 * 36);
    expect(3 * parts.length).toBeLessThan(1.1 * 6 * 36);
    for (const { rise } of parts) {
      expect(rise!.fromDepthM).toBeCloseTo(BOTTOM_M, 0);
      expect(rise!.toDepthM).toBeLessThan(0.5);
      expect(rise!.speedMps).toBeGreaterThan(0.1);
    }
  });
});

describe('strength', () => {
  const level = (kind: TargetKindName, rest: Rest = {}, frequencyHz?: number) =>
    energyDb(points(kind, { ...LEAST[kind], ...rest }, frequencyHz));
  it.each([
    ['fish', { lengthM: 0.2 }, { lengthM: 0.4 }, 6],
    ['boulder', { radiusM: 0.5 }, { radiusM: 1 }, 6],
    ['baitSchool', { count: 200 }, { count: 2000 }, 10],
    ['bubblePatch', { count: 100 }, { count: 1000 }, 10],
    ['leaves', { count: 40 }, { count: 400 }, 10],
    ['wall', { lengthM: 5 }, { lengthM: 20 }, 6],
    ['road', { lengthM: 20 }, { lengthM: 80 }, 6],
    ['log', { lengthM: 2 }, { lengthM: 8 }, 6],
  ] as const)('of a larger %s grows as its size asks', (kind, small, large, byDb) => {
    expect(level(kind, large) - level(kind, small)).toBeGreaterThan(byDb - 1.6);
    expect(level(kind, large) - level(kind, small)).toBeLessThan(byDb + 1.6);
  });
  it.each([
    ['piling', 'wood', 'steel'],
    ['boatHull', 'wood', 'steel'],
  ] as const)('of a %s of %s is less than of %s', (kind, soft, hard) => {
    expect(level(kind, { material: hard })).toBeGreaterThan(level(kind, { material: soft }) + 2);
  });
  it('of denser weed is more, and it takes more off the bottom', () => {
    const levels = (['sparse', 'moderate', 'dense'] as const).map((density) => ({
      db: level('weedBed', { density }),
      lossDb: overheadLoss(target('weedBed', { ...LEAST.weedBed, density }))!.lossDb,
    }));
    expect(levels[1].db).toBeGreaterThan(levels[0].db + 1);
    expect(levels[2].db).toBeGreaterThan(levels[1].db + 1);
    expect(levels[1].lossDb).toBeGreaterThan(levels[0].lossDb);
    expect(levels[2].lossDb).toBeGreaterThan(levels[1].lossDb);
  });
  it('of a fish without a swimbladder is less by 10 to 15 dB', () => {
    const loss = (frequencyHz: number) =>
      level('fish', {}, frequencyHz) - level('fish', { swimbladder: false }, frequencyHz);
    expect(loss(50_000)).toBeCloseTo(15, 1);
    expect(loss(200_000)).toBeCloseTo(12, 1);
    expect(loss(800_000)).toBeCloseTo(10, 1);
  });
  it('of a small sphere falls steeply with frequency, of a large one not at all', () => {
    const small = (frequencyHz: number) => level('sphere', { radiusM: 0.0005 }, frequencyHz);
    // Rayleigh: the fourth power of frequency.
    expect(small(100_000) - small(50_000)).toBeCloseTo(12, 0);
    const large = (frequencyHz: number) => level('sphere', { radiusM: 0.3 }, frequencyHz);
    expect(large(400_000) - large(200_000)).toBeCloseTo(0, 0);
    expect(large(200_000)).toBeCloseTo(20 * Math.log10(0.15), 0);
  });
  it('of a wall with gaps is less by the share that is gone', () => {
    const whole = level('wall', { lengthM: 60 });
    expect(whole - level('wall', { lengthM: 60, gaps: 0.5 })).toBeGreaterThan(1.5);
    expect(whole - level('wall', { lengthM: 60, gaps: 0.5 })).toBeLessThan(5);
  });
  it('of a wake and of bubbles is that of gas: far more than as many leaves', () => {
    const each = (kind: 'bubblePatch' | 'leaves') =>
      level(kind, { count: 200 }, 200_000) - 10 * Math.log10(200);
    expect(each('bubblePatch')).toBeGreaterThan(-75);
    expect(each('leaves')).toBeLessThan(-35);
  });
});

describe('what lies behind', () => {
  it.each(['boulder', 'wall', 'rockPile', 'stump', 'piling', 'culvert', 'boatHull'] as const)(
    'is hidden by a %s',
    (kind) => {
      const parts = points(kind, LEAST[kind], 800_000);
      expect(parts.some(({ opacity, blockRadiusM }) => opacity > 0.5 && blockRadiusM > 0.03)).toBe(
        true,
      );
    },
  );
  it.each(['bubblePatch', 'leaves', 'lure', 'fish', 'baitSchool'] as const)(
    'is hardly hidden by a single point of a %s',
    (kind) => {
      for (const { opacity, blockRadiusM } of points(kind, LEAST[kind], 800_000)) {
        expect(opacity * blockRadiusM).toBeLessThan(0.3);
      }
    },
  );
});

describe('chance', () => {
  it.each(TARGET_KIND_NAMES.filter((kind) => !['sphere', 'lure', 'fish'].includes(kind)))(
    'gives each %s a face of its own, and the same strength within 3 dB',
    (kind) => {
      const [a, b] = [7, 8].map((seed) => points(kind, LEAST[kind], 200_000, seed));
      expect(a).not.toEqual(b);
      expect(Math.abs(energyDb(a) - energyDb(b))).toBeLessThan(3);
    },
  );
});

describe('words', () => {
  it.each([
    ['fish', { species: 'zander', lengthM: 0.554 }, 'zander, 55 cm', 'fish'],
    ['baitSchool', { species: 'bleak', count: 400 }, 'bleak school, 400 of 6 cm', 'bait'],
    ['boulder', { radiusM: 0.9 }, 'boulder, 1.8 m across', 'rock'],
    ['wall', { lengthM: 12.4 }, 'wall, 12 m long and 1.0 m high', 'built'],
    ['piling', { material: 'steel' }, 'steel piling, 0.4 m thick', 'built'],
    ['weedBed', { density: 'dense' }, 'dense weed, 4.0 m across and 1.2 m high', 'weed'],
    ['stump', {}, 'stump, 0.6 m high', 'wood'],
    ['culvert', {}, 'culvert, 6 m long and 1.2 m wide', 'built'],
    ['lure', { lengthM: 0.07 }, 'lure, 7 cm', 'lure'],
    ['wake', {}, 'wake of a boat, 15 m of it', 'clutter'],
    ['sphere', {}, 'rigid sphere, 10.0 cm across', 'rock'],
  ] as const)('%s', (kind, rest, words, label) => {
    const one = target(kind, { ...LEAST[kind], ...rest });
    expect(describeTarget(one)).toBe(words);
    expect(labelOf(one)).toBe(label);
  });
});
