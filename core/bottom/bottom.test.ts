import { describe, expect, it } from 'vitest';
import {
  bottomBackscatter,
  bottomSchema,
  depthAtM,
  facetBackscatter,
  FineBottom,
  lambertBackscatter,
  planeBottom,
  reflectionCoefficient,
  secondEchoRatio,
  SEDIMENT_NAMES,
  sedimentAt,
  SEDIMENTS,
  tailDecayDbPerM,
  type Feature,
} from '.';

const db = (power: number) => 10 * Math.log10(power);
const cosDeg = (deg: number) => Math.cos((deg * Math.PI) / 180);

describe('sediments', () => {
  it.each([
    ['softMud', 0.0622],
    ['mud', 0.123],
    ['sand', 0.3606],
    ['gravel', 0.4962],
    ['rock', 0.7037],
  ] as const)('%s reflects %f', (name, reflection) => {
    // The table gives |R| from rounded core values; sand's 1.9 × 1.12 is good to 0.5 %.
    expect(Math.abs(reflectionCoefficient(SEDIMENTS[name]) / reflection - 1)).toBeLessThan(0.02);
  });

  it('grows harder from soft mud to rock', () => {
    const order = [
      'softMud',
      'mud',
      'silt',
      'sand',
      'coarseSand',
      'gravel',
      'cobble',
      'rock',
    ] as const;
    const reflections = order.map((name) => reflectionCoefficient(SEDIMENTS[name]));
    expect([...reflections].sort((a, b) => a - b)).toEqual(reflections);
  });
});

describe('backscatter', () => {
  it.each([
    [0, -4.446],
    [8, -7.254],
    [20, -23.342],
  ])('facet at %f° is %f dB', (deg, levelDb) => {
    expect(db(facetBackscatter(0.3606, 0.12, cosDeg(deg)))).toBeCloseTo(levelDb, 2);
  });

  it('integrates over a plane to the mirror level for any slope', () => {
    const d = 10;
    for (const slope of [0.06, 0.2, 0.35]) {
      let sum = 0;
      const step = 0.002;
      for (let t = step / 2; t < 1.5; t += step) {
        const cos = Math.cos(t);
        const r = d / cos;
        // Rings of area 2πρ dρ with ρ = d tan t, spreading 1/r⁴.
        const area = (2 * Math.PI * d * d * Math.tan(t) * step) / (cos * cos);
        sum += (facetBackscatter(0.4, slope, cos) * area) / r ** 4;
      }
      expect(db(sum)).toBeCloseTo(db(0.4 ** 2 / (4 * d * d)), 1);
    }
  });

  it('follows Lambert away from the mirror', () => {
    expect(db(lambertBackscatter(10 ** -2.5, cosDeg(60)))).toBeCloseTo(-31.02, 1);
    for (const name of SEDIMENT_NAMES) {
      expect(bottomBackscatter(SEDIMENTS[name], cosDeg(2))).toBeGreaterThan(
        bottomBackscatter(SEDIMENTS[name], cosDeg(50)),
      );
    }
  });

  it('lets sound into mud and not into rock', () => {
    expect(tailDecayDbPerM(SEDIMENTS.mud, 200_000)).toBeCloseTo(32, 6);
    expect(tailDecayDbPerM(SEDIMENTS.mud, 50_000)).toBeCloseTo(8, 6);
    expect(tailDecayDbPerM(SEDIMENTS.rock, 200_000)).toBe(Infinity);
  });

  it('gives a hard bottom a second echo and mud hardly one', () => {
    const g2 = 0.0674 / (2 * Math.PI);
    const second = (name: 'rock' | 'sand' | 'softMud') =>
      db(secondEchoRatio(SEDIMENTS[name], [g2, g2]));
    expect(second('rock') - second('softMud')).toBeGreaterThan(10);
    // Upper bound: spreading and one more reflection.
    for (const name of ['rock', 'sand', 'softMud'] as const) {
      expect(second(name)).toBeLessThan(
        -6 + 20 * Math.log10(reflectionCoefficient(SEDIMENTS[name])),
      );
    }
  });
});

describe('second echo', () => {
  it('matches the closed form: R 0.5, s 0.1, ψ 0.0674 give −15.621 dB with 0.208 dB of absorption', () => {
    const sediment = { ...SEDIMENTS.sand, densityRatio: 3, speedRatio: 1, rmsSlope: 0.1 };
    const surfaceLossDb = 9;
    const g2 = 0.0674 / (2 * Math.PI);
    expect(db(secondEchoRatio(sediment, [g2, g2]))).toBeCloseTo(-15.621 + 0.208 - surfaceLossDb, 1);
  });
});

describe('relief', () => {
  const slope = planeBottom({ depthM: 10, sediment: 'mud', slopeDeg: 5, slopeTowardDeg: 90 });
  it('gets deeper in the direction it is said to', () => {
    const perMetre = Math.tan((5 * Math.PI) / 180);
    expect(depthAtM(slope, 0, 0)).toBeCloseTo(10, 2);
    expect(depthAtM(slope, 13.7, -21)).toBeCloseTo(10 + 13.7 * perMetre, 2);
  });
  it('continues its edge outward instead of failing', () => {
    expect(depthAtM(slope, 1e5, 0)).toBeCloseTo(depthAtM(slope, 100, 0), 2);
  });
  it('is the same on the fine grid', () => {
    const fine = new FineBottom(slope);
    expect(fine.depthAtM(37, -12)).toBeCloseTo(depthAtM(slope, 37, -12), 3);
    expect(fine.depthAtM(1e5, -12)).toBeCloseTo(depthAtM(slope, 1e5, -12), 3);
    expect(fine.deepestM).toBeCloseTo(10 + 100 * Math.tan((5 * Math.PI) / 180), 1);
  });
  it('keeps sediments near their cells', () => {
    const two = planeBottom({ depthM: 8, sediment: 'sand' });
    two.sediments = ['sand', 'rock'];
    two.sedimentCells = two.sedimentCells.map((_, i) =>
      i % two.columns < two.columns / 2 ? 0 : 1,
    );
    expect(sedimentAt(two, -20, 3)).toBe('sand');
    expect(sedimentAt(two, 20, 3)).toBe('rock');
  });
  it.each([
    [{ sediment: 'clay', depthM: 0.8 }, null],
    [null, null],
    [{ sediment: 'clay', depthM: 0 }, ['buried', 'depthM']],
    [{ sediment: 'clay', depthM: 40 }, ['buried', 'depthM']],
    [{ sediment: 'concrete', depthM: 1 }, ['buried', 'sediment']],
  ])('has a layer under its mud, or says what is wrong with %j', (buried, wrong) => {
    const read = bottomSchema.safeParse({ ...slope, buried });
    expect(read.error?.issues[0].path ?? null).toEqual(wrong);
  });
  it('names the fault of a grid that does not fit', () => {
    const bad = bottomSchema.safeParse({ ...slope, depthsCm: slope.depthsCm.slice(1) });
    expect(bad.success).toBe(false);
    expect(bad.error?.issues[0].message).toMatch(/expected \d+ values/);
    const stray = bottomSchema.safeParse({
      ...slope,
      sedimentCells: slope.sedimentCells.map(() => 3),
    });
    expect(stray.error?.issues[0].path).toEqual(['sedimentCells']);
  });
});

describe('finer grids over a part', () => {
  const base = planeBottom({ depthM: 10, sediment: 'sand', halfSizeM: 60 });
  const nodes = 41;
  const patch = {
    originM: { x: -10, y: -10 },
    cellM: 0.5,
    columns: nodes,
    rows: nodes,
    depthsCm: new Array<number>(nodes * nodes).fill(800),
    sedimentCells: new Array<number>(nodes * nodes).fill(1),
  };
  const bottom = bottomSchema.parse({ ...base, sediments: ['sand', 'gravel'], patches: [patch] });
  it('count within their rim, go over into the rest along it, and carry their own sediment', () => {
    expect(depthAtM(bottom, 0, 0)).toBeCloseTo(8, 6);
    expect(depthAtM(bottom, -12, 0)).toBeCloseTo(10, 6);
    expect(depthAtM(bottom, -9.25, 0)).toBeCloseTo(9, 6);
    expect([sedimentAt(bottom, 0, 0), sedimentAt(bottom, 30, 0)]).toEqual(['gravel', 'sand']);
  });
  it('make the tiles that they lie in finer, and no others', () => {
    const fine = new FineBottom(bottom);
    expect([fine.tileAt(0, 0).perM, fine.tileAt(50, 50).perM]).toEqual([2, 1]);
    expect(fine.depthAtM(3, 3)).toBeCloseTo(8, 4);
  });
  it('name the fault of one that does not fit', () => {
    const bad = bottomSchema.safeParse({
      ...bottom,
      patches: [patch, { ...patch, depthsCm: patch.depthsCm.slice(2) }],
    });
    expect(bad.error?.issues.map(({ path }) => path)).toEqual([['patches', 1, 'depthsCm']]);
  });
});

describe('tiles', () => {
  it('agree with the bottom itself wherever they meet, whichever is made first', () => {
    const nodes = 60;
    const wavy = {
      ...planeBottom({ depthM: 10, sediment: 'sand' }),
      originM: { x: 0, y: 0 },
      cellM: 8,
      columns: nodes,
      rows: nodes,
      depthsCm: Array.from({ length: nodes * nodes }, (_, i) =>
        Math.round(1000 + 300 * Math.sin(i % nodes) * Math.cos(i / nodes)),
      ),
      sedimentCells: new Array<number>(nodes * nodes).fill(0),
    };
    const [there, back] = [new FineBottom(wavy), new FineBottom(wavy)];
    const places = Array.from({ length: 400 }, (_, i) => ({ x: 1.17 * i, y: (31 * i) % 470 }));
    const depths = places.map(({ x, y }) => there.depthAtM(x, y));
    const reversed = places.toReversed().map(({ x, y }) => back.depthAtM(x, y));
    expect(reversed.toReversed()).toEqual(depths);
    places.forEach(({ x, y }, i) => {
      expect(Math.abs(depths[i] - depthAtM(wavy, x, y))).toBeLessThan(0.03);
    });
    // Across a border between tiles the depth goes on.
    for (let y = 3; y < 450; y += 17) {
      expect(there.depthAtM(64 - 1e-6, y)).toBeCloseTo(there.depthAtM(64, y), 4);
    }
  });
});

describe('features', () => {
  const flat = (features: Feature[]) =>
    planeBottom({ depthM: 10, sediment: 'sand', features, halfSizeM: 30 });
  it('raise, lower, step and line the bottom by formula', () => {
    const hump = flat([{ kind: 'hump', xM: 3, yM: -2, radiusM: 5, heightM: 2 }]);
    expect(depthAtM(hump, 3, -2)).toBeCloseTo(8, 6);
    expect(depthAtM(hump, 25, 20)).toBeCloseTo(10, 3);
    // Deeper to the right of its heading: bound north, the east side.
    const step = flat([{ kind: 'dropOff', xM: 0, yM: 0, headingDeg: 0, dropM: 3, widthM: 4 }]);
    expect([depthAtM(step, -5, 7), depthAtM(step, 0, 0), depthAtM(step, 5, -3)]).toEqual([
      10,
      expect.closeTo(11.5, 6),
      13,
    ]);
    const path = [
      { x: -20, y: 0 },
      { x: 0, y: 5 },
      { x: 20, y: 0 },
    ];
    const ditch = flat([{ kind: 'ditch', pathM: path, widthM: 2, depthM: 1 }]);
    expect(depthAtM(ditch, 0, 5)).toBeCloseTo(11, 6);
    expect(depthAtM(ditch, 0, 9)).toBeCloseTo(10, 6);
    const channel = flat([{ kind: 'channel', pathM: path, widthM: 8, depthM: 2 }]);
    expect(depthAtM(channel, -20, 0)).toBeCloseTo(12, 6);
    const nests = flat([
      {
        kind: 'nests',
        xM: 0,
        yM: 0,
        rows: 1,
        perRow: 1,
        spacingM: 2,
        radiusM: 0.5,
        depthM: 0.2,
        headingDeg: 0,
      },
    ]);
    const depths = Array.from({ length: 41 }, (_, i) => depthAtM(nests, (i - 20) / 10, 0));
    expect(Math.max(...depths)).toBeGreaterThan(10.1);
    expect(Math.min(...depths)).toBeLessThan(9.99);
    const ripple = flat([
      { kind: 'ripple', xM: 0, yM: 0, radiusM: 10, wavelengthM: 2, heightM: 0.3, headingDeg: 90 },
    ]);
    const crests = Array.from({ length: 101 }, (_, i) => depthAtM(ripple, (i - 50) / 10, 0));
    expect(Math.max(...crests) - Math.min(...crests)).toBeCloseTo(0.3, 1);
  });
  it('are kept by the fine tiles, finer where they are smaller', () => {
    const nests: Feature = {
      kind: 'nests',
      xM: 0,
      yM: 0,
      rows: 2,
      perRow: 3,
      spacingM: 1.8,
      radiusM: 0.5,
      depthM: 0.15,
      headingDeg: 30,
    };
    const bottom = { ...flat([nests]), originM: { x: -200, y: -200 }, cellM: 27 };
    const fine = new FineBottom(bottom);
    expect(fine.tileAt(0, 0).perM).toBe(8);
    expect(fine.tileAt(100, 100).perM).toBe(1);
    let worst = 0;
    const { westM, southM, perM, columns, depthM } = fine.tileAt(0, 0);
    for (let at = 0; at < depthM.length; at += 7) {
      const exact = depthAtM(
        bottom,
        westM + (at % columns) / perM,
        southM + Math.floor(at / columns) / perM,
      );
      worst = Math.max(worst, Math.abs(depthM[at] - exact));
    }
    expect(worst).toBeLessThan(1e-4);
  });
});
