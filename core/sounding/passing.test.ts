/** What boats do to a picture: one that passes is heard, and fish give way to the other. */
import { describe, expect, it } from 'vitest';
import { sound, parkedAt, testRequest, testScene } from '../../tests/fixtures/scene';
import { givingWay, movedFrom, type Target, targetSchema } from '../targets';
import { absorptionDbPerM } from '../water';
import { disturbance } from './disturbance';
import { soundRig } from './rig';
import { ScattererField } from './scattererField';
import { prepareBottom } from './scene';

const SPEED_MPS = 4;
const FREQUENCY_HZ = 200_000;
/** Sails north past the place 0, 0, which it meets after ten seconds, 30 m to the east. */
const boat = (more: object = {}): Target =>
  targetSchema.parse({
    id: 'boat',
    kind: 'passingBoat',
    ...{ xM: 30, yM: -10 * SPEED_MPS, headingDeg: 0, speedMps: SPEED_MPS, ...more },
  });

describe('the sounder of a boat that passes', () => {
  const box = { cells: 400, pulseCells: 1, spreadScale: 1 };
  const RANGE_STEP_M = 0.1;
  const heard = (target: Target, frequencyHz = FREQUENCY_HZ) =>
    disturbance(
      testScene({ depthM: 9, targets: [target] }),
      soundRig(0.3),
      frequencyHz,
      1466,
      RANGE_STEP_M,
      box,
    );
  /** The strongest cell within two of its pulses' periods, dB. */
  function loudestDb(target: Target, fromS: number) {
    const one = heard(target);
    const row = new Float64Array(box.cells);
    let most = 0;
    for (let i = 0; i < 200; i++) {
      row.fill(0);
      one.addTo(row, 0, fromS + i * 0.002, { xM: 0, yM: 0 });
      most = Math.max(most, ...row);
    }
    // The pulse lies over so many cells, each with its share.
    return 10 * Math.log10(most * ((0.0003 * 1466) / 2 / RANGE_STEP_M));
  }
  it('falls by spreading and absorption with the way it comes', () => {
    const nearM = 30;
    const farM = Math.hypot(30, 40 * SPEED_MPS);
    const { water } = testScene({ depthM: 9, targets: [] });
    const perM = absorptionDbPerM(FREQUENCY_HZ, water.temperatureC, water.salinityPsu);
    const expectedDb = 20 * Math.log10(farM / nearM) + perM * (farM - nearM);
    expect(loudestDb(boat(), 9.8) - loudestDb(boat(), 50)).toBeCloseTo(expectedDb, 0);
  });
  it('is heard near its own frequency alone, and not when it is off', () => {
    expect(heard(boat()).isQuiet).toBe(false);
    expect(heard(boat(), 215_000).isQuiet).toBe(false);
    expect(heard(boat(), 83_000).isQuiet).toBe(true);
    expect(heard(boat({ sounder: null })).isQuiet).toBe(true);
  });
  it('draws dashes on the echo: cells far above what the same ping has without it', () => {
    const loud = (sounder: null | undefined) =>
      sound(
        testRequest(testScene({ depthM: 9, targets: [boat({ sounder })] }), {
          pass: parkedAt(0, 0),
          pingCount: 120,
        }),
      ).block.levelsCdb;
    const [on, off] = [loud(undefined), loud(null)];
    expect(on.filter((level, i) => level > off[i] + 2000).length).toBeGreaterThan(20);
  });
});

describe('fish that give way', () => {
  const shy = (xM: number, yM: number, shyM = 4) =>
    targetSchema.parse({
      id: `shy-${xM}-${yM}`,
      kind: 'fish',
      ...{ xM, yM, depthM: 2, lengthM: 0.4, shyM },
    });
  const placeOf = (target: Target, boatXM: number, depthM = 9) => {
    const scene = testScene({ depthM, targets: [target] });
    const field = new ScattererField(scene, prepareBottom(scene), FREQUENCY_HZ, 1466);
    const [chunk] = field.near(boatXM, 0, 60, 0);
    return chunk;
  };
  it('are farther aside and deeper the nearer the boat is, and back when it is gone', () => {
    const far = placeOf(shy(0, 3), 50);
    const near = placeOf(shy(0, 3), 0);
    expect(far.y).toBeCloseTo(3, 1);
    expect(near.y).toBeGreaterThan(5.5);
    expect(near.depth - far.depth).toBeGreaterThan(1);
    expect(placeOf(shy(0, 3, 0), 0).y).toBeCloseTo(3, 4);
  });
  it('do not go into the ground', () => {
    expect(placeOf(shy(0, 3), 0, 2.4).depth).toBeLessThan(2.25);
  });
  it('never go farther than they are shy, whichever way the boat lies', () => {
    for (let xM = -40; xM <= 40; xM += 2.5) {
      const { eastM, northM } = givingWay(4, { xM: 0, yM: 3 }, { xM, yM: 0 });
      expect(Math.hypot(eastM, northM)).toBeLessThanOrEqual(4);
      if (xM !== 0) expect(Math.sign(eastM)).toBe(-Math.sign(xM));
    }
  });
});

describe('where a thing is told to be', () => {
  it('is where its echo is, also of fish that give way', () => {
    const shy = targetSchema.parse({
      id: 'shy',
      kind: 'fish',
      ...{ xM: 0, yM: 4, depthM: 2, lengthM: 0.4, shyM: 4 },
    });
    const scene = testScene({ depthM: 9, targets: [shy] });
    const field = new ScattererField(scene, prepareBottom(scene), FREQUENCY_HZ, 1466);
    const [chunk] = field.near(1, 0, 60, 0);
    const { eastM, northM, downM } = movedFrom(shy, null, 0, { xM: 1, yM: 0 }, 9)!;
    expect(eastM).toBeCloseTo(chunk.x, 4);
    expect(4 + northM).toBeCloseTo(chunk.y, 4);
    expect(2 + downM).toBeCloseTo(chunk.depth, 4);
    const still = targetSchema.parse({ ...shy, shyM: undefined });
    expect(movedFrom(still, null, 0, { xM: 1, yM: 0 }, 9)).toBeNull();
  });
});
