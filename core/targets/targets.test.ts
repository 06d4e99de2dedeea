import { describe, expect, it } from 'vitest';
import { randomSource } from '../random';
import {
  describeTarget,
  labelOf,
  lineAspect,
  overheadLoss,
  READING_LABELS,
  scatterTarget,
  type Target,
  TARGET_KIND_NAMES,
  type TargetInput,
  type TargetKindName,
  roamsM,
  targetMotions,
  targetSchema,
} from '.';
import { bubbleCrossSectionM2 } from './bubbleStrength';
import { cylinderCrossSectionM2, roughSphereCrossSectionM2 } from './primitives';
import {
  bladderWaveLength,
  FISH_ASPECT_FLOOR,
  loveDorsalDb,
  noBladderLossDb,
} from './fishStrength';
import { rigidSphereCrossSectionM2 } from './sphere';

const db = (power: number) => 10 * Math.log10(power);
const C = 1466;
const k = (frequencyHz: number) => (2 * Math.PI * frequencyHz) / C;
const medium = { frequencyHz: 200_000, soundSpeedMps: C, bottomDepthAtM: () => 9 };

describe('fish', () => {
  it.each([
    [0.05, 50, -50.2],
    [0.3, 200, -35.9],
    [0.45, 83, -32.2],
    [0.7, 200, -28.8],
    [0.1, 1200, -45.7],
  ])('Love: %f m at %f kHz is %f dB', (lengthM, kHz, levelDb) => {
    expect(loveDorsalDb(lengthM, 1000 * kHz)).toBeCloseTo(levelDb, 1);
  });

  it('loses 15, 12 and 10 dB without a swimbladder', () => {
    expect(noBladderLossDb(50_000)).toBe(15);
    expect(noBladderLossDb(200_000)).toBeCloseTo(12, 6);
    expect(noBladderLossDb(455_000)).toBeCloseTo(10, 6);
    expect(noBladderLossDb(1_200_000)).toBeCloseTo(10, 6);
  });

  it.each([
    [0.05, 50, 26.0],
    [0.1, 83, 8.5],
    [0.2, 50, 7.4],
  ])('lobe of a %f m fish at %f kHz is %f° wide to half power', (lengthM, kHz, halfWidthDeg) => {
    const wave = bladderWaveLength(lengthM, (2 * Math.PI * 1000 * kHz) / 1465.9);
    expect((Math.asin(1.39156 / wave) * 180) / Math.PI).toBeCloseTo(halfWidthDeg, 0);
  });

  it('is half as strong at its half-power angle and never below its floor', () => {
    const wave = 12;
    const half = 1.39156 / wave;
    expect(lineAspect(wave, half, 0) / (1 - half * half)).toBeCloseTo(0.5, 3);
    expect(lineAspect(wave, 0, 0)).toBe(1);
    expect(lineAspect(wave, 0.9, FISH_ASPECT_FLOOR)).toBeCloseTo(10 ** -1.2, 6);
  });
});

describe('single scatterers', () => {
  it('rigid sphere', () => {
    expect(db(rigidSphereCrossSectionM2(0.05, k(200_000)))).toBeCloseTo(-32.041, 2);
    expect(db(rigidSphereCrossSectionM2(0.001, k(200_000)))).toBeCloseTo(-68.239, 1);
  });
  it('rough boulder', () => {
    expect(db(roughSphereCrossSectionM2(0.3, 10 ** -1.2))).toBeCloseTo(-19.25, 2);
  });
  it('cylinder at broadside', () => {
    expect(db(cylinderCrossSectionM2(0.05, 0.5, C / 200_000))).toBeCloseTo(-0.692, 2);
  });
  it('large bubbles near the surface', () => {
    expect(db(bubbleCrossSectionM2(0.001, 200_000, 0, k(200_000)))).toBeCloseTo(-62.39, 1);
    expect(db(bubbleCrossSectionM2(0.002, 200_000, 0, k(200_000)))).toBeCloseTo(-59.93, 1);
  });
});

/** One of every kind, off the origin, each parameter unlike its default where it matters. */
const SAMPLES: TargetInput[] = [
  {
    id: 'a',
    kind: 'fish',
    species: 'perch',
    xM: 3,
    yM: -2,
    depthM: 5,
    lengthM: 0.34,
    headingDeg: 40,
  },
  {
    id: 'b',
    kind: 'baitSchool',
    species: 'bleak',
    xM: 3,
    yM: -2,
    depthM: 5,
    count: 400,
    lengthM: 0.07,
    radiusM: 2,
    heightM: 1.5,
  },
  { id: 'c', kind: 'brushPile', xM: 3, yM: -2, radiusM: 1.5, heightM: 1.4 },
  { id: 'd', kind: 'boulder', xM: 3, yM: -2, radiusM: 0.8 },
  { id: 'e', kind: 'bubblePatch', xM: 3, yM: -2, radiusM: 2, depthM: 1.5, count: 100 },
  { id: 'f', kind: 'sphere', xM: 3, yM: -2, depthM: 4, radiusM: 0.05 },
  { id: 'g', kind: 'tree', xM: 3, yM: -2, heightM: 5, leanDeg: 20, headingDeg: 70 },
  { id: 'h', kind: 'log', xM: 3, yM: -2, lengthM: 4, headingDeg: 25, proppedDeg: 10 },
  { id: 'i', kind: 'stump', xM: 3, yM: -2, radiusM: 0.3, heightM: 0.6 },
  { id: 'j', kind: 'weedBed', xM: 3, yM: -2, radiusM: 2, heightM: 1.2, density: 'dense' },
  { id: 'k', kind: 'weedStalk', xM: 3, yM: -2, heightM: 4 },
  { id: 'l', kind: 'rockPile', xM: 3, yM: -2, radiusM: 2, heightM: 1 },
  { id: 'm', kind: 'wall', xM: 3, yM: -2, lengthM: 9, heightM: 1.1, headingDeg: 33, gaps: 0.2 },
  { id: 'n', kind: 'foundation', xM: 3, yM: -2, lengthM: 7, widthM: 5, headingDeg: 15 },
  { id: 'o', kind: 'road', xM: 3, yM: -2, lengthM: 20, headingDeg: 60 },
  { id: 'p', kind: 'piling', xM: 3, yM: -2, radiusM: 0.4 },
  { id: 'q', kind: 'pier', xM: 3, yM: -2, lengthM: 12, headingDeg: 80 },
  { id: 'r', kind: 'pontoon', xM: 3, yM: -2, lengthM: 10, headingDeg: 10 },
  { id: 's', kind: 'boatHull', xM: 3, yM: -2, lengthM: 5, beamM: 1.8, headingDeg: 45 },
  { id: 't', kind: 'rope', xM: 3, yM: -2, depthM: 0, lengthM: 14, slopeDeg: 60, headingDeg: 120 },
  { id: 'u', kind: 'wreckRibs', xM: 3, yM: -2, lengthM: 12, beamM: 4, headingDeg: 45 },
  { id: 'v', kind: 'culvert', xM: 3, yM: -2, lengthM: 6, radiusM: 0.6, headingDeg: 30 },
  { id: 'w', kind: 'bubbleVent', xM: 3, yM: -2, bubblesPerS: 6 },
  { id: 'x', kind: 'wake', xM: 3, yM: -2, lengthM: 15, headingDeg: 20 },
  { id: 'y', kind: 'leaves', xM: 3, yM: -2, radiusM: 3 },
  { id: 'ab', kind: 'driftwood', xM: 3, yM: -2, lengthM: 4, headingDeg: 70, driftDeg: 90 },
  { id: 'ac', kind: 'passingBoat', xM: 3, yM: -2, headingDeg: 70, lengthM: 4, wakeLengthM: 3 },
  { id: 'z', kind: 'lure', xM: 3, yM: -2, depthM: 4 },
  { id: 'aa', kind: 'mooredBoat', xM: 3, yM: -2, lengthM: 6, headingDeg: 30 },
];
const sample = (kind: TargetKindName) =>
  targetSchema.parse(SAMPLES.find((target) => target.kind === kind));

it('has a sample of every kind', () => {
  expect(new Set(SAMPLES.map(({ kind }) => kind))).toEqual(new Set(TARGET_KIND_NAMES));
});

describe.each(SAMPLES)('$kind', (input) => {
  const target = targetSchema.parse(input);
  const fan = { ...medium, frequencyHz: 800_000 };
  it.each([
    ['cone', medium],
    ['fan', fan],
  ])('is near its place and in the water, with finite strength, for a %s', (_, seen) => {
    const points = scatterTarget(target, seen, randomSource(9));
    expect(points.length).toBeGreaterThan(0);
    const reach =
      'radiusM' in target && !('lengthM' in target) && target.kind !== 'stump'
        ? target.radiusM + 0.4
        : 'lengthM' in target
          ? target.lengthM + 4
          : 5;
    for (const p of points) {
      expect(Math.hypot(p.xM - 3, p.yM + 2)).toBeLessThanOrEqual(reach);
      expect(p.depthM).toBeGreaterThan(0);
      expect(p.depthM).toBeLessThanOrEqual(9.5);
      expect(p.amplitudeM).toBeGreaterThanOrEqual(0);
      expect(Number.isFinite(p.amplitudeM)).toBe(true);
      expect(p.opacity).toBeGreaterThanOrEqual(0);
      expect(p.opacity).toBeLessThanOrEqual(1);
      if (p.facing) {
        expect(Math.hypot(p.facing.east, p.facing.north, p.facing.down)).toBeCloseTo(1, 9);
      }
    }
  });
  it('is labelled, described, and the same for the same seed', () => {
    expect(describeTarget(target).length).toBeGreaterThan(5);
    expect(READING_LABELS).toContain(labelOf(target));
    expect(scatterTarget(target, medium, randomSource(9))).toEqual(
      scatterTarget(target, medium, randomSource(9)),
    );
  });
});

describe('solids', () => {
  it('a wall shows its faces outward, to both sides and up', () => {
    const wall = targetSchema.parse({
      ...SAMPLES.find((t) => t.kind === 'wall'),
      headingDeg: 0,
      gaps: 0,
    });
    const points = scatterTarget(wall, medium, randomSource(2));
    const facing = (east: number, down: number) =>
      points.filter((p) => p.facing!.east * east + p.facing!.down * down > 0.99);
    for (const p of facing(1, 0)) expect(p.xM).toBeGreaterThan(3);
    for (const p of facing(-1, 0)) expect(p.xM).toBeLessThan(3);
    for (const p of facing(0, -1)) expect(p.depthM).toBeLessThan(8.2);
    expect(facing(1, 0).length).toBeGreaterThan(50);
    expect(facing(-1, 0).length).toBeGreaterThan(50);
    expect(facing(0, -1).length).toBeGreaterThan(50);
    expect(facing(0, 1).length).toBe(0);
  });
  it('a dome looks away from its middle, but for the faces of a broken stone', () => {
    const points = scatterTarget(sample('boulder'), medium, randomSource(2));
    const outward = points.map((p) => (p.xM - 3) * p.facing!.east + (p.yM + 2) * p.facing!.north);
    expect(outward.filter((out) => out < 0).length).toBeLessThan(0.3 * points.length);
    expect(outward.reduce((sum, out) => sum + out, 0)).toBeGreaterThan(0);
    const downward = points.filter((p) => p.facing!.down > 0);
    expect(downward.length).toBeLessThan(0.25 * points.length);
    for (const { facing } of points) {
      expect(Math.hypot(facing!.east, facing!.north, facing!.down)).toBeCloseTo(1, 9);
    }
  });
  it('weed takes off the bottom beneath it what its height asks for', () => {
    expect(overheadLoss(sample('weedBed'))!.lossDb).toBeCloseTo(0.7 * 1.2 * 8, 6);
    expect(overheadLoss(sample('boulder'))).toBeNull();
  });
});

describe('a lane laid over a cliff', () => {
  const lane = targetSchema.parse({
    ...{ id: 'lane', kind: 'road', xM: 1, yM: 0, lengthM: 40, widthM: 12, headingDeg: 90 },
  });
  const over = (bottomDepthAtM: (xM: number) => number) =>
    scatterTarget(lane, { ...medium, bottomDepthAtM }, randomSource(1));
  it('is no more points than can be handled, and as strong as its face is large', () => {
    const cliff = over((xM) => (xM < 0.5 ? 4 : 500));
    expect(cliff.length).toBeLessThan(40_000);
    // Its face of 496 by 12 m is twelve times the level lane of 40 by 12.
    const energy = (points: typeof cliff) =>
      points.reduce((sum, { amplitudeM }) => sum + amplitudeM ** 2, 0);
    const level = over(() => 4);
    expect(db(energy(cliff) / energy(level))).toBeGreaterThan(8);
  });
});

describe('what moves', () => {
  const sample = <K extends TargetKindName>(kind: K) =>
    SAMPLES.find((one) => one.kind === kind) as Extract<TargetInput, { kind: K }>;
  const [FISH, BAIT] = [sample('fish'), sample('baitSchool')];
  const at = (inputs: TargetInput[], index: number, timeS: number) =>
    targetMotions(inputs.map((input) => targetSchema.parse(input)))[index]!(timeS);
  it('a cruising fish swims along its circle at its speed', () => {
    const fish: TargetInput = {
      ...(SAMPLES[0] as TargetInput & { kind: 'fish' }),
      behaviour: { kind: 'cruise', speedMps: 0.5, radiusM: 6 },
    };
    const [now, soon] = [at([fish], 0, 0), at([fish], 0, 1)];
    expect(now).toMatchObject({ turnRad: 0 });
    expect(Math.hypot(now.eastM, now.northM)).toBeCloseTo(0, 9);
    // Heading 40°: it sets off that way and bears to starboard.
    expect(Math.atan2(soon.eastM, soon.northM)).toBeCloseTo((40 * Math.PI) / 180 + 0.5 / 6 / 2, 3);
    expect(Math.hypot(soon.eastM, soon.northM)).toBeCloseTo(0.5, 2);
    const round = at([fish], 0, (2 * Math.PI * 6) / 0.5);
    expect(Math.hypot(round.eastM, round.northM)).toBeCloseTo(0, 6);
  });
  it.each<[string, TargetInput]>([
    ['cruising', { ...FISH, behaviour: { kind: 'cruise', speedMps: 0.5, radiusM: 6 } }],
    [
      'schooling',
      { ...FISH, behaviour: { kind: 'school', group: 'g', speedMps: 0.4, radiusM: 9 } },
    ],
    ['school of bait', { ...BAIT, speedMps: 0.3 }],
  ])('a %s roams no farther than it says, and about as far', (_, input) => {
    const target = targetSchema.parse(input);
    let farM = 0;
    for (let timeS = 0; timeS < 2000; timeS += 2.3) {
      const { eastM, northM } = at([input], 0, timeS);
      farM = Math.max(farM, Math.hypot(eastM, northM));
    }
    expect(farM).toBeLessThanOrEqual(roamsM(target));
    expect(farM).toBeGreaterThan(0.8 * roamsM(target));
  });
  it('a fish comes to a jigged lure, waits under it, and goes back', () => {
    const lure: TargetInput = {
      id: 'lure',
      kind: 'lure',
      xM: 0,
      yM: 0,
      depthM: 5,
      liftM: 0.5,
      periodS: 4,
    };
    const fish: TargetInput = {
      id: 'fish',
      kind: 'fish',
      xM: 2,
      yM: 0,
      depthM: 7,
      lengthM: 0.4,
      behaviour: {
        kind: 'riseToLure',
        lureId: 'lure',
        startS: 10,
        speedMps: 0.5,
        waitS: 4,
        everyS: 60,
      },
    };
    const scene = [fish, lure];
    expect(Math.abs(at(scene, 0, 5).eastM)).toBeLessThan(0.4);
    const there = at(scene, 0, 18);
    expect(there.eastM).toBeCloseTo(-2, 6);
    expect(7 + there.downM).toBeCloseTo(5.25 + at(scene, 1, 18).downM, 6);
    expect(Math.abs(at(scene, 0, 40).eastM)).toBeLessThan(0.4);
  });
  describe('the hand that jigs', () => {
    const [liftM, periodS] = [0.5, 4];
    const jigged = (change: Partial<TargetInput> = {}): TargetInput =>
      ({
        ...{ id: 'lure', kind: 'lure', xM: 0, yM: 0, depthM: 5, liftM, periodS },
        ...change,
      }) as TargetInput;
    const upM = (lure: TargetInput, timeS: number) => -at([lure], 0, timeS).downM;
    const PERIODS = 300;
    const STEP_S = 0.05;
    const heights = Array.from({ length: (PERIODS * periodS) / STEP_S }, (_, i) =>
      upM(jigged(), i * STEP_S),
    );
    const highest = Array.from({ length: PERIODS }, (_, period) =>
      Math.max(...heights.slice((period * periodS) / STEP_S, ((period + 1) * periodS) / STEP_S)),
    );
    it('is no clock: lifts differ, and about one in four is left out', () => {
      const lifted = highest.filter((up) => up > 0.06);
      expect(1 - lifted.length / PERIODS).toBeGreaterThan(0.16);
      expect(1 - lifted.length / PERIODS).toBeLessThan(0.32);
      const mean = lifted.reduce((sum, up) => sum + up) / lifted.length;
      expect(mean / liftM).toBeGreaterThan(0.85);
      expect(mean / liftM).toBeLessThan(1.1);
      expect(Math.max(...lifted) / Math.min(...lifted)).toBeGreaterThan(2);
    });
    it('lifts up to half as high again, sinks to where it hung, and never jumps', () => {
      expect(Math.max(...heights)).toBeLessThan(1.5 * liftM + 0.031);
      expect(Math.min(...heights)).toBeGreaterThanOrEqual(0);
      for (let period = 0; period < PERIODS; period += 10) {
        const lowest = Math.min(...heights.slice((period * periodS) / STEP_S).slice(0, 160));
        expect(lowest).toBeLessThan(0.031);
      }
      const steps = heights.slice(1).map((up, i) => (up - heights[i]) / STEP_S);
      // Half a second for at most 0.75 m, quickest in the middle: 1.5 × 1.5 m/s.
      expect(Math.max(...steps)).toBeLessThan(2.3);
      expect(Math.min(...steps)).toBeGreaterThan(-0.6);
    });
    it('is each lure’s own, and the same at every look', () => {
      const times = Array.from({ length: 200 }, (_, i) => 0.37 * i);
      const track = (lure: TargetInput) => times.map((timeS) => upM(lure, timeS));
      expect(track(jigged())).toEqual(
        [...times]
          .reverse()
          .map((t) => upM(jigged(), t))
          .reverse(),
      );
      const alike = (lure: TargetInput) =>
        track(lure).filter((up, i) => Math.abs(up - upM(jigged(), times[i])) < 0.01).length;
      expect(alike(jigged({ xM: 3 }))).toBeLessThan(140);
      expect(alike(jigged({ id: 'other' }))).toBeLessThan(140);
    });
    it.each([
      [3, 0.5],
      [0.05, 60],
    ])('lifted %f m every %f s it stays a movement', (lift, period) => {
      const lure = jigged({ liftM: lift, periodS: period } as Partial<TargetInput>);
      for (let timeS = 0; timeS < 120; timeS += 0.31) {
        const up = upM(lure, timeS);
        expect(up).toBeGreaterThanOrEqual(0);
        expect(up).toBeLessThanOrEqual(1.5 * lift + 0.03);
      }
    });
  });
  it('a lure moved by hand is where the hand had it', () => {
    const lure: TargetInput = {
      id: 'l',
      kind: 'lure',
      xM: 0,
      yM: 0,
      depthM: 5,
      track: [
        { timeS: 1, depthM: 5 },
        { timeS: 3, depthM: 4 },
      ],
    };
    expect(at([lure], 0, 0).downM).toBe(0);
    expect(at([lure], 0, 2).downM).toBeCloseTo(-0.5, 9);
    expect(at([lure], 0, 9).downM).toBe(-1);
  });
  it('fish of one school keep together, and drifting leaves go with the wind', () => {
    const member = (id: string): TargetInput => ({
      id,
      kind: 'fish',
      xM: 0,
      yM: 0,
      depthM: 4,
      lengthM: 0.2,
      behaviour: { kind: 'school', group: 'roach', speedMps: 0.3, radiusM: 10 },
    });
    const [a, b] = [
      at([member('one'), member('two')], 0, 50),
      at([member('one'), member('two')], 1, 50),
    ];
    expect(Math.hypot(a.eastM - b.eastM, a.northM - b.northM)).toBeLessThan(1.2);
    expect(Math.hypot(a.eastM, a.northM)).toBeGreaterThan(5);
    const leaves: TargetInput = {
      ...SAMPLES.find((t) => t.kind === 'leaves')!,
      driftMps: 0.1,
      headingDeg: 90,
    } as TargetInput;
    expect(at([leaves], 0, 30).eastM).toBeCloseTo(3, 6);
  });
  it('driftwood goes where the stream carries it, whichever way it lies', () => {
    const wood = { ...sample('driftwood'), driftMps: 0.3, driftDeg: 180, headingDeg: 70 };
    expect(at([wood as TargetInput], 0, 20).northM).toBeCloseTo(-6, 6);
    expect(at([wood as TargetInput], 0, 20).turnRad).toBe(0);
  });
});

describe('sums of many', () => {
  /** As seen from straight above. */
  const energyDb = (target: Target) =>
    db(
      scatterTarget(target, medium, randomSource(4)).reduce(
        (sum, p) => sum + (p.amplitudeM * (p.facing ? Math.max(0, -p.facing.down) : 1)) ** 2,
        0,
      ),
    );
  it('a school is N times one fish', () => {
    const school = { ...sample('baitSchool'), count: 5000 } as Target;
    expect(energyDb(school)).toBeCloseTo(
      loveDorsalDb(0.07, 200_000) - 2 + 10 * Math.log10(5000),
      0,
    );
  });
  it('a boulder is a Lambert sphere', () => {
    const big = { ...sample('boulder'), radiusM: 2 } as Target;
    expect(energyDb(big)).toBeCloseTo(db(roughSphereCrossSectionM2(2, 10 ** -1.2)), 0);
  });
  it('stands on the bottom', () => {
    const depths = scatterTarget(sample('brushPile'), medium, randomSource(4)).map((p) => p.depthM);
    expect(Math.max(...depths)).toBeLessThanOrEqual(9);
    expect(Math.min(...depths)).toBeGreaterThanOrEqual(9 - 1.4);
  });
});

describe('a school of bait', () => {
  const offsets = (seed: number) =>
    scatterTarget(
      targetSchema.parse({
        id: 's',
        kind: 'baitSchool',
        xM: 0,
        yM: 0,
        depthM: 10,
        count: 2000,
        lengthM: 0.07,
        radiusM: 2,
        heightM: 4,
      }),
      { frequencyHz: 200_000, soundSpeedMps: 1466, bottomDepthAtM: () => 20 },
      randomSource(seed),
    ).map(({ xM, yM, depthM }) => [xM / 2, yM / 2, (depthM - 10) / 2]);
  it('stays within its stated size, and fills most of it', () => {
    const out = offsets(1).map(([x, y, z]) => Math.hypot(x, y, z));
    expect(Math.max(...out)).toBeLessThanOrEqual(1);
    expect(out.filter((r) => r > 0.6).length).toBeGreaterThan(200);
  });
  it('gathers in knots: neighbours are nearer than chance has it', () => {
    const points = offsets(2);
    const nearest = points
      .slice(0, 300)
      .map(([x, y, z], i) =>
        Math.min(...points.map(([u, v, w], j) => (i === j ? 9 : Math.hypot(x - u, y - v, z - w)))),
      );
    const mean = nearest.reduce((sum, r) => sum + r, 0) / nearest.length;
    // Of 2,000 at random in a unit ball: 0.554 · (4π/3 / 2000)^(1/3) = 0.071.
    expect(mean).toBeLessThan(0.06);
  });
});
