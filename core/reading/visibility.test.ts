import { describe, expect, it } from 'vitest';
import { fishAt, sound, testRequest, testScene } from '../../tests/fixtures/scene';
import type { SedimentName } from '../bottom';
import type { TargetInput } from '../targets';
import { RULES } from './rules';
import { judgeAllChannels, judgeTruth } from './visibility';

interface Pass {
  depthM?: number;
  sediment?: SedimentName;
  pingCount?: number;
  y?: number;
}

function soundedWith(
  targets: TargetInput[],
  sounder: Record<string, unknown>,
  { depthM = 8, sediment = 'sand', pingCount = 240, y = 0 }: Pass = {},
) {
  const scene = testScene({ depthM, sediment, targets });
  const { info, block } = sound(
    testRequest(scene, {
      pass: {
        routeM: [
          { x: -12, y },
          { x: 60, y },
        ],
      },
      pingCount,
      sounder: { noise: true, speckle: true, ...sounder },
    }),
  );
  return { info, block, scene };
}

function regionsOf(targets: TargetInput[], sounder: Record<string, unknown>, pass?: Pass) {
  const { info, block, scene } = soundedWith(targets, sounder, pass);
  return judgeTruth({
    info,
    targets: scene.targets,
    rows: block.truth,
    track: block.track,
    firstPing: 0,
    tone: { gainDb: 42 },
  });
}
const DOWN_FAN = { instrument: 'downFan', rangeM: 12, binCount: 900, acrossBeamwidthDeg: 50 };

describe('what reaches up to the surface', () => {
  // One ping right under the boat is 30 dB louder than all others: it must not hide them.
  it.each<[string, TargetInput]>([
    ['a piling', { id: 'a', kind: 'piling', xM: 0, yM: -1.2, radiusM: 0.2, topDepthM: 0 }],
    ['a vent', { id: 'a', kind: 'bubbleVent', xM: 0, yM: 0 }],
  ])('is seen: %s under the down fan', (_, target) => {
    const [region] = regionsOf([target], DOWN_FAN);
    expect(region).toMatchObject({ verdict: 'visible', reason: null });
  });
  it('is seen: a wake beside the cone', () => {
    const wake: TargetInput = { id: 'a', kind: 'wake', xM: 0, yM: -0.5, lengthM: 20 };
    expect(regionsOf([wake], {})[0]).toMatchObject({ verdict: 'visible', reason: null });
  });
});

describe('bait low over hard ground beside the boat', () => {
  const school = (count: number, lengthM: number): TargetInput => ({
    ...{ id: 'a', kind: 'baitSchool', xM: 0, yM: 14, depthM: 7 },
    ...{ radiusM: 2, heightM: 1.8, count, lengthM },
  });
  const SIDE_FANS = { instrument: 'sideFans', rangeM: 30, binCount: 900, acrossBeamwidthDeg: 50 };
  const judged = (target: TargetInput, sediment: 'gravel' | 'mud') => {
    const { info, block, scene } = soundedWith([target], SIDE_FANS, { sediment });
    const { track, truth: rows } = block;
    const [region] = judgeAllChannels({
      ...{ info, rows, track, targets: scene.targets, firstPing: 0, tone: { gainDb: 42 } },
    });
    return { region, filled: Math.max(...rows.filledPercent) };
  };
  it('is no school to the eye where hardly a cell in twenty outdoes the ground', () => {
    const { region, filled } = judged(school(4000, 0.06), 'gravel');
    expect(region.signalToBackgroundDb).toBeGreaterThan(RULES.sideFans.ratioDb);
    expect(filled).toBeLessThan(10);
    expect(region).toMatchObject({ verdict: 'hidden', byShadow: false });
  });
  it('is one over mud, where the same fish fill their place', () => {
    const { region, filled } = judged(school(4000, 0.06), 'mud');
    expect(filled).toBeGreaterThan(30);
    expect(region).toMatchObject({ verdict: 'visible' });
  });
});

describe('a fish among branches', () => {
  const brush: TargetInput = {
    id: 'b',
    kind: 'brushPile',
    xM: 0,
    yM: 0,
    radiusM: 1.8,
    heightM: 2.2,
    branches: 60,
  };
  const fish = {
    id: 'f',
    kind: 'fish' as const,
    yM: 0,
    lengthM: 0.4,
    headingDeg: 90,
  };
  const verdict = (x: number, depthM: number) =>
    regionsOf([brush, { ...fish, xM: x, depthM }], DOWN_FAN).find(
      ({ targetId }) => targetId === 'f',
    )?.verdict;

  it('is part of them, beside them it is a fish', () => {
    expect(verdict(0.3, 6.3)).toBe('attached');
    expect(verdict(5, 5)).toBe('visible');
  });
});

describe('a fish beside the axis of a cone', () => {
  const reason = (offM: number, depthM: number) =>
    regionsOf([fishAt('f', 0, offM, depthM, 0.3)], {}, { depthM: 8 })[0]?.reason;
  it('that lies in the bottom’s echo is told to lie there', () => {
    // Its range is that of the bottom straight down: √(2.4² + 7.7²) = 8.07 m.
    expect(reason(2.4, 7.7)).toBe('deadZone');
  });
  it('in open water far to the side is outside the beam', () => {
    expect(reason(3.4, 5)).toBe('outsideBeam');
  });
});
