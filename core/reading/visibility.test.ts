import { describe, expect, it } from 'vitest';
import { fishAt, sound, testRequest, testScene } from '../../tests/fixtures/scene';
import type { TargetInput } from '../targets';
import { judgeTruth } from './visibility';

function regionsOf(
  targets: TargetInput[],
  sounder: Record<string, unknown>,
  { depthM = 8, pingCount = 240, y = 0 } = {},
) {
  const scene = testScene({ depthM, targets });
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
