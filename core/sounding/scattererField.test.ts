import { describe, expect, it } from 'vitest';
import { randomSource } from '../random';
import { reachOfTargetM, targetMotions, targetSchema } from '../targets';
import { fishAt, testScene } from '../../tests/fixtures/scene';
import { ScattererField } from './scattererField';
import { prepareBottom } from './scene';

const RADIUS_M = 2;
const SPEED_MPS = 0.4;

describe('points made when a ping comes near', () => {
  const targets = [
    fishAt('near', 2, 1, 4, 0.3),
    fishAt('far', 60, -20, 5, 0.4),
    targetSchema.parse({
      id: 'school',
      kind: 'baitSchool',
      ...{ xM: 30, yM: 0, depthM: 5, count: 200, lengthM: 0.08 },
      ...{ radiusM: RADIUS_M, heightM: 1, speedMps: SPEED_MPS },
    }),
  ];
  const scene = testScene({ depthM: 9, targets });
  const fieldOf = (of = scene) => new ScattererField(of, prepareBottom(of), 200_000, 1466);
  /** Everything about a target's points that an echo depends on. */
  const told = (
    field: ScattererField,
    chunks: ReturnType<ScattererField['near']>,
    target: number,
  ) =>
    chunks
      .filter(({ targetIndex }) => targetIndex === target)
      .flatMap(({ first, end }) =>
        Object.values(field.columns).map((column) => [...column.slice(first, end)]),
      );

  it('are those of the targets in reach, in their order', () => {
    const field = fieldOf();
    expect(field.near(0, 0, 10, 0).map(({ targetIndex }) => targetIndex)).toEqual([0]);
    const all = field.near(30, 0, 100, 0).map(({ targetIndex }) => targetIndex);
    expect([...new Set(all)]).toEqual([0, 1, 2]);
    expect(all).toEqual(all.toSorted((a, b) => a - b));
  });
  it('are the same whichever came first, and whatever else there is', () => {
    const first = fieldOf();
    const second = fieldOf();
    second.near(60, -20, 8, 3);
    second.near(30, 0, 8, 5);
    const alone = fieldOf(testScene({ depthM: 9, targets: [targets[2]] }));
    const wanted = told(first, first.near(30, 0, 100, 7), 2);
    expect(wanted[0].length).toBeGreaterThan(0);
    expect(told(second, second.near(30, 0, 100, 7), 2)).toEqual(wanted);
    expect(told(alone, alone.near(30, 0, 100, 7), 0)).toEqual(wanted);
  });
  it('are found among thousands as by asking each', () => {
    const random = randomSource(5);
    const many = Array.from({ length: 1500 }, (_, i) => ({
      ...fishAt(`f${i}`, random.between(0, 4000), random.between(0, 4000), 5, 0.3),
      behaviour:
        i % 3 ? { kind: 'hold' as const } : { kind: 'cruise' as const, speedMps: 0.5, radiusM: 20 },
    }));
    const scene = testScene({ depthM: 9, targets: many.map((one) => targetSchema.parse(one)) });
    const field = new ScattererField(scene, prepareBottom(scene), 200_000, 1466);
    const motions = targetMotions(scene.targets);
    for (let k = 0; k < 60; k++) {
      const [x, y, timeS] = [random.between(0, 4000), random.between(0, 4000), 40 * k];
      const wanted = scene.targets.flatMap((target, i) => {
        const { eastM, northM } = motions[i]?.(timeS) ?? { eastM: 0, northM: 0 };
        const away = Math.hypot(target.xM + eastM - x, target.yM + northM - y);
        return away <= 150 + reachOfTargetM(target) ? [i] : [];
      });
      const found = field.near(x, y, 150, timeS).map(({ targetIndex }) => targetIndex);
      expect([...new Set(found)]).toEqual(wanted);
    }
  });
  it('follow what swims into reach and out of it', () => {
    const field = fieldOf();
    // Round a circle of three radii: half a round later it is a diameter away.
    const halfRoundS = (Math.PI * 3 * RADIUS_M) / SPEED_MPS;
    const isNear = (timeS: number) =>
      field.near(30, 0, 0.1, timeS).some(({ targetIndex }) => targetIndex === 2);
    expect([isNear(0), isNear(2 * halfRoundS)]).toEqual([true, true]);
    const [there] = field.near(30, 0, 100, halfRoundS).filter((chunk) => chunk.targetIndex === 2);
    expect(Math.hypot(there.x - 30, there.y)).toBeGreaterThan(4 * RADIUS_M);
  });
});
