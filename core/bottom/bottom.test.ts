import { describe, expect, it } from 'vitest';
import {
  bottomBackscatter,
  bottomSchema,
  depthAtM,
  facetBackscatter,
  fineBottom,
  lambertBackscatter,
  planeBottom,
  reflectionCoefficient,
  secondEchoRatio,
  SEDIMENT_NAMES,
  sedimentAt,
  SEDIMENTS,
  tailDecayDbPerM,
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
    const fine = fineBottom(slope);
    const at = (x: number, y: number) =>
      fine.depthM[
        Math.round((y - fine.originY) / fine.cellM) * fine.columns +
          Math.round((x - fine.originX) / fine.cellM)
      ];
    expect(at(37, -12)).toBeCloseTo(depthAtM(slope, 37, -12), 3);
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
