import { describe, expect, it } from 'vitest';
import { lureCadencePerMin, lureInterest } from './judgeLure';
import {
  heldDepthM,
  type Lure,
  lureJigged,
  lureMoved,
  lureTaken,
  type TargetInput,
  targetMotions,
  targetSchema,
} from '.';

const JUDGE = { likedPerMin: 16, shyOfM: 1, seesM: 6, patienceS: 30, speedMps: 0.5 };
const WAY_M = 2;

/** A hand that lifts so high so many times a minute, then lets sink. */
const worked =
  (perMin: number, liftM: number, untilS = Infinity) =>
  (timeS: number) => {
    const periodS = 60 / perMin;
    const share = (timeS / periodS) % 1;
    const up =
      timeS > untilS ? 0 : share < 0.3 ? share / 0.3 : Math.max(0, 1 - (share - 0.3) / 0.5);
    return { eastM: 0, northM: 0, downM: -liftM * up, turnRad: 0 };
  };

describe('a fish that judges a lure', () => {
  it('comes to the cadence it likes, and not to others', () => {
    expect(lureInterest(JUDGE, WAY_M, worked(16, 0.4))(25)).toBeGreaterThan(0.9);
    expect(lureInterest(JUDGE, WAY_M, worked(3, 0.4))(25)).toBeLessThan(0.5);
    expect(lureInterest(JUDGE, WAY_M, worked(60, 0.2))(25)).toBe(0);
    expect(lureInterest(JUDGE, WAY_M, null)(25)).toBe(0);
  });
  it('is frightened by a lift that is too high', () => {
    expect(lureInterest(JUDGE, WAY_M, worked(16, 1.6))(25)).toBeLessThan(0.2);
  });
  it('stays through a pause, then goes', () => {
    const interest = lureInterest(JUDGE, WAY_M, worked(16, 0.4, 20));
    expect(interest(24)).toBeGreaterThan(0.8);
    expect(interest(60)).toBe(0);
  });
  it('loses patience and comes again', () => {
    const judge = { ...JUDGE, patienceS: 6 };
    const interest = lureInterest(judge, WAY_M, worked(16, 0.4));
    const shares = Array.from({ length: 120 }, (_, s) => interest(s));
    const first = shares.findIndex((share) => share > 0.95);
    const away = shares.findIndex((share, s) => s > first && share < 0.3);
    expect(first).toBeGreaterThan(0);
    expect(away).toBeGreaterThan(first);
    expect(Math.max(...shares.slice(away))).toBeGreaterThan(0.95);
  });
  it('does not see a lure beyond its sight', () => {
    expect(lureInterest({ ...JUDGE, seesM: 1.5 }, WAY_M, worked(16, 0.4))(25)).toBe(0);
  });
  it('takes no notice before its time', () => {
    const late = lureInterest({ ...JUDGE, fromS: 40 }, WAY_M, worked(16, 0.4));
    expect(late(40)).toBe(0);
    expect(late(65)).toBeGreaterThan(0.9);
  });
  it('is the same asked in any order', () => {
    const [a, b] = [
      lureInterest(JUDGE, WAY_M, worked(16, 0.4)),
      lureInterest(JUDGE, WAY_M, worked(16, 0.4)),
    ];
    const late = a(40);
    a(3);
    for (let s = 0; s <= 40; s += 0.5) b(s);
    expect(b(40)).toBe(late);
  });
  it('swims to just under the lure', () => {
    const targets = (
      [
        { id: 'lure', kind: 'lure', xM: 0, yM: 0, depthM: 5, liftM: 0.4, periodS: 3.75 },
        {
          id: 'fish',
          kind: 'fish',
          xM: 1.5,
          yM: 0,
          depthM: 6,
          lengthM: 0.3,
          behaviour: { kind: 'judgeLure', lureId: 'lure', patienceS: 40 },
        },
      ] satisfies TargetInput[]
    ).map((target) => targetSchema.parse(target));
    const [lure, fish] = targetMotions(targets);
    const at = fish!(26);
    expect(1.5 + at.eastM).toBeCloseTo(0, 0);
    const beneathM = 6 + at.downM - (5 + lure!(26).downM);
    expect(beneathM).toBeGreaterThan(0.1);
    expect(beneathM).toBeLessThan(0.5);
  });
});

describe('a lure in the hand', () => {
  const lure = targetSchema.parse({
    id: 'l',
    kind: 'lure',
    xM: 0,
    yM: 0,
    depthM: 5,
    liftM: 0.4,
    periodS: 4,
  }) as Lure;
  const depthAt = (of: Lure, timeS: number) => of.depthM + targetMotions([of])[0]!(timeS).downM;
  const taken = lureTaken(lure, targetMotions([lure])[0], 30);
  it('has done what it did by itself, and then waits', () => {
    for (const timeS of [3, 11.5, 29]) {
      expect(depthAt(taken, timeS)).toBeCloseTo(depthAt(lure, timeS), 1);
    }
    expect(depthAt(taken, 99)).toBeCloseTo(heldDepthM(taken), 9);
    expect(targetSchema.safeParse(taken).success).toBe(true);
  });
  it('goes where it is brought, never through the bottom, and the past stays', () => {
    const moved = lureMoved(taken, 31, 4, 6, 0.5);
    expect(depthAt(moved, 31.5)).toBeCloseTo(4, 9);
    expect(depthAt(moved, 20)).toBeCloseTo(depthAt(taken, 20), 9);
    expect(heldDepthM(lureMoved(moved, 32, 40, 6, 0.5))).toBeCloseTo(5.95, 9);
  });
  it('is lifted and sinks back, and the fish count that', () => {
    let jigged = taken;
    for (let i = 0; i < 5; i++) jigged = lureJigged(jigged, 40 + 3 * i);
    expect(depthAt(jigged, 40.35)).toBeCloseTo(heldDepthM(taken) - 0.4, 2);
    expect(depthAt(jigged, 42)).toBeCloseTo(heldDepthM(taken), 9);
    const motion = targetMotions([jigged])[0];
    expect(lureCadencePerMin(motion, 54)).toBeGreaterThan(14);
    expect(lureCadencePerMin(motion, 54)).toBeLessThan(24);
    expect(lureCadencePerMin(motion, 80)).toBe(0);
    expect(lureCadencePerMin(null, 80)).toBe(0);
  });
  it('never grows beyond what can be stored', () => {
    let worked = taken;
    for (let i = 0; i < 1500; i++) worked = lureJigged(worked, 40 + 2 * i);
    expect(targetSchema.safeParse(worked).success).toBe(true);
  });
});
