import { describe, expect, it } from 'vitest';
import { randomSource } from '../random';
import { describeTarget, labelOf, lineAspect, scatterTarget, type Target, targetSchema } from '.';
import { roughSphereCrossSectionM2 } from './boulder';
import { cylinderCrossSectionM2 } from './brushPile';
import { bubbleCrossSectionM2 } from './bubblePatch';
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

const SAMPLES: Target[] = [
  {
    id: 'a',
    kind: 'fish',
    species: 'perch',
    xM: 3,
    yM: -2,
    depthM: 5,
    lengthM: 0.34,
    tiltDeg: 0,
    headingDeg: 40,
    swimbladder: true,
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
  { id: 'c', kind: 'brushPile', xM: 3, yM: -2, radiusM: 1.5, heightM: 1.4, branches: 40 },
  { id: 'd', kind: 'boulder', xM: 3, yM: -2, radiusM: 0.8 },
  {
    id: 'e',
    kind: 'bubblePatch',
    xM: 3,
    yM: -2,
    radiusM: 2,
    depthM: 1.5,
    count: 100,
    bubbleRadiusM: 0.0006,
  },
  { id: 'f', kind: 'sphere', xM: 3, yM: -2, depthM: 4, radiusM: 0.05 },
];

describe.each(SAMPLES)('$kind', (target) => {
  const points = scatterTarget(target, medium, randomSource(9));
  it('is accepted by its schema, labelled and described', () => {
    expect(targetSchema.safeParse(target).success).toBe(true);
    expect(describeTarget(target).length).toBeGreaterThan(5);
    expect(['fish', 'bait', 'wood', 'rock', 'clutter']).toContain(labelOf(target));
  });
  it('stays in its place, in the water, with finite strength', () => {
    expect(points.length).toBeGreaterThan(0);
    const reach = 'radiusM' in target ? target.radiusM + 0.01 : 0.01;
    for (const p of points) {
      expect(Math.hypot(p.xM - 3, p.yM + 2)).toBeLessThanOrEqual(reach);
      expect(p.depthM).toBeGreaterThan(0);
      expect(p.depthM).toBeLessThanOrEqual(9.5);
      expect(p.amplitudeM).toBeGreaterThanOrEqual(0);
      expect(Number.isFinite(p.amplitudeM)).toBe(true);
    }
  });
  it('is the same for the same seed', () => {
    expect(scatterTarget(target, medium, randomSource(9))).toEqual(points);
  });
});

describe('sums of many', () => {
  const energyDb = (target: Target) =>
    db(
      scatterTarget(target, medium, randomSource(4)).reduce((sum, p) => sum + p.amplitudeM ** 2, 0),
    );
  it('a school is N times one fish', () => {
    const school = { ...SAMPLES[1], count: 5000 } as Target;
    expect(energyDb(school)).toBeCloseTo(
      loveDorsalDb(0.07, 200_000) - 2 + 10 * Math.log10(5000),
      0,
    );
  });
  it('a boulder is a Lambert sphere', () => {
    const big = { ...SAMPLES[3], radiusM: 2 } as Target;
    expect(energyDb(big)).toBeCloseTo(db(roughSphereCrossSectionM2(2, 10 ** -1.2)), 0);
  });
  it('stands on the bottom', () => {
    const depths = scatterTarget(SAMPLES[2], medium, randomSource(4)).map((p) => p.depthM);
    expect(Math.max(...depths)).toBeLessThanOrEqual(9);
    expect(Math.min(...depths)).toBeGreaterThanOrEqual(9 - 1.4);
  });
});
