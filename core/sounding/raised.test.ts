import { describe, expect, it } from 'vitest';
import {
  db,
  mean,
  parkedAt,
  powers,
  sound,
  testRequest,
  testScene,
} from '../../tests/fixtures/scene';
import { facetBackscatter, FineBottom, lambertBackscatter, planeBottom } from '../bottom';
import { type Material, MATERIALS, type Piece, type TargetInput } from '../targets';
import { fromDb } from '../units/decibel';
import { AlongBeam } from './alongBeam';
import { BACKGROUNDS } from './echogram';
import { ANGLE_STEPS } from './fanAngles';
import { FanTerrain } from './fanTerrain';
import { RaisedMap } from './raisedMap';
import { sedimentTables } from './sedimentTables';

const STONE = MATERIALS[1];
const OWNER = 7;
const CELLS = 900;
const RANGE_STEP_M = 0.03;
const ALTITUDE_M = 6;

/** East of the middle by `xM`, across by `yM`: whatever stands there, walked over from many places beside it. */
function walked(piece: Piece | null, count = 60, apartM = 0.21) {
  const fine = new FineBottom(
    planeBottom({ depthM: ALTITUDE_M, sediment: 'softMud', halfSizeM: 200 }),
  );
  const terrain = new FanTerrain(
    {
      fine,
      raised: piece && new RaisedMap([{ piece, owner: OWNER }], new Set([OWNER])),
      sediments: sedimentTables(fine, 800_000, RANGE_STEP_M, true, MATERIALS),
      frequencyHz: 800_000,
      cells: CELLS,
      rangeStepM: RANGE_STEP_M,
      attenuated: new Float64Array(CELLS).fill(1),
      across: new Float32Array(ANGLE_STEPS).fill(1),
      rowOf: new Int16Array(ANGLE_STEPS),
      isThick: false,
    },
    new AlongBeam(60, 0.0018),
  );
  const energy = new Float64Array(CELLS);
  const owned = new Float64Array(CELLS);
  for (let k = 0; k < count; k++) {
    terrain.walk({
      xM: 0,
      yM: apartM * (k - count / 2),
      depthM: 0,
      // North ahead, east to starboard.
      forward: [0, 1, 0],
      starboard: [1, 0, 0],
      down: [0, 0, 1],
    });
    const { cell, angleStep, seen, surface, volume, owner } = terrain.stretch;
    for (let i = 0; i < terrain.count; i++) {
      if (angleStep[i] < ANGLE_STEPS / 2) continue;
      const lit = seen[3 * i] + seen[3 * i + 1] + seen[3 * i + 2];
      const part = (lit * (surface[i] + volume[i])) / count;
      energy[cell[i]] += part;
      if (owner[i] === OWNER) owned[cell[i]] += part;
    }
  }
  return { energy, owned };
}

const backscatter = ({ reflectionDb, lambertDb, rmsSlope }: Material, cosIncidence: number) =>
  facetBackscatter(fromDb(reflectionDb / 2), rmsSlope, cosIncidence) +
  lambertBackscatter(fromDb(lambertDb), cosIncidence);
const sum = (values: Float64Array, fromM = 0, toM = Infinity) =>
  values.reduce(
    (total, value, cell) =>
      (cell + 0.5) * RANGE_STEP_M >= fromM && (cell + 0.5) * RANGE_STEP_M < toM
        ? total + value
        : total,
    0,
  );
/** What one square metre returns from a range, without the width of the fan there. */
const widthAt = (rangeM: number) => {
  const along = new AlongBeam(60, 0.0018);
  return (along.equivalentRad * rangeM * along.nearGain(rangeM) ** 2) / rangeM ** 4;
};
const slab = (heightM: number, fromM: number, toM: number, headingRad = 0): Piece => ({
  xM: (fromM + toM) / 2,
  yM: 0,
  reachM: 60,
  material: STONE,
  heightAt: (east, north) => {
    const across = east * Math.cos(headingRad) - north * Math.sin(headingRad);
    return Math.abs(across) < (toM - fromM) / 2 ? heightM : 0;
  },
});

describe('what stands on the ground, as a fan walks over it', () => {
  it('returns from a level top what its stuff does at that incidence', () => {
    const heightM = 0.6;
    const { owned } = walked(slab(heightM, 5, 16));
    for (const [fromM, toM] of [
      [9, 11],
      [12, 14],
    ]) {
      const rangeM = (fromM + toM) / 2;
      const depthM = ALTITUDE_M - heightM;
      const level = Math.sqrt(rangeM ** 2 - depthM ** 2);
      // Ground walked for each metre of range: r / g.
      const expected =
        widthAt(rangeM) * (toM - fromM) * (rangeM / level) * backscatter(STONE, depthM / rangeM);
      expect(Math.abs(db(sum(owned, fromM, toM) / expected))).toBeLessThan(0.7);
    }
  });

  it.each([0, 25, 45])(
    'returns from an upright face what one turned by %i° to the sound does',
    (turnDeg) => {
      const turn = (turnDeg * Math.PI) / 180;
      const [heightM, atM] = [1.2, 10];
      const { owned } = walked(slab(heightM, atM, atM + 1.5, turn), 60, 0.03);
      const nearM = atM + 0.75 - 0.75 / Math.cos(turn);
      const slantM = Math.hypot(nearM, ALTITUDE_M - heightM / 2);
      const cosIncidence = (nearM / slantM) * Math.cos(turn);
      // Its near side stands from the range of its crest to that of its foot.
      const crestM = Math.hypot(atM, ALTITUDE_M - heightM);
      const face = sum(owned, 0, crestM + 20);
      const top = widthAt(crestM) * backscatter(STONE, (ALTITUDE_M - heightM) / crestM);
      const topLength = 1.5 / Math.cos(turn);
      const expected =
        (widthAt(slantM) * heightM * backscatter(STONE, cosIncidence)) / Math.cos(turn) +
        top * topLength;
      expect(Math.abs(db(face / expected))).toBeLessThan(1.2);
    },
  );

  it('hides the ground behind it as far as its crest reaches', () => {
    const [heightM, atM] = [1.5, 9];
    const shadowed = walked(slab(heightM, atM, atM + 0.5)).energy;
    const open = walked(null).energy;
    const endM = ((atM + 0.5) * ALTITUDE_M) / (ALTITUDE_M - heightM);
    const slant = (groundM: number) => Math.hypot(groundM, ALTITUDE_M);
    const left = (fromM: number, toM: number) =>
      sum(shadowed, slant(fromM), slant(toM)) / sum(open, slant(fromM), slant(toM));
    expect(left(atM + 1.2, endM - 0.15)).toBeLessThan(0.02);
    expect(db(left(endM + 0.1, endM + 3))).toBeCloseTo(0, 0);
  });
});

const NATURAL = (targets: TargetInput[], sediment: 'mud' | 'gravel' = 'mud') => {
  const scene = testScene({ depthM: ALTITUDE_M, sediment, targets });
  delete scene.bottom.isPlain;
  return scene;
};
const FAN = { instrument: 'sideFans', depressionDeg: 35, binCount: 900, rangeM: 27 };
const request = (scene: ReturnType<typeof NATURAL>, pingCount = 1) =>
  testRequest(scene, { sounder: FAN, pass: parkedAt(0, 0), pingCount });
// Bow east: starboard is south.
const WALL: TargetInput = {
  id: 'wall',
  kind: 'wall',
  xM: 0,
  yM: -9,
  lengthM: 14,
  heightM: 1.4,
  headingDeg: 90,
};
const rowsOf = ({ block }: ReturnType<typeof sound>, targetIndex: number) =>
  Array.from(block.truth.ping.keys()).filter((row) => block.truth.targetIndex[row] === targetIndex);

describe('the truth of what stands on the ground', () => {
  it('is its own echo, and its shadow on the ground', () => {
    const found = sound(request(NATURAL([WALL])));
    const { truth } = found.block;
    const [row] = rowsOf(found, 0);
    const slantM = (groundM: number) => Math.hypot(groundM, ALTITUDE_M);
    const peakM = truth.peakBin[row] * found.info.rangeStepM;
    expect(peakM).toBeGreaterThan(Math.hypot(8.7, ALTITUDE_M - 1.5) - 0.2);
    expect(peakM).toBeLessThan(slantM(9.4));
    expect(truth.signalToSceneryCdb[row]).toBeGreaterThan(1000);
    const shadowEndM = truth.shadowLastBin[row] * found.info.rangeStepM;
    const farthestM = slantM((9.3 * ALTITUDE_M) / (ALTITUDE_M - 1.05 * 1.4 * 1.06));
    const nearestM = slantM((9.1 * ALTITUDE_M) / (ALTITUDE_M - 0.9 * 1.4 * 0.75));
    expect(shadowEndM).toBeGreaterThan(nearestM - 0.3);
    expect(shadowEndM).toBeLessThan(farthestM + 0.3);
  });

  it('stands on plain ground: a lane of gravel on gravel is not seen over nothing', () => {
    const lane = { ...WALL, id: 'lane', kind: 'road', lengthM: 40, widthM: 5 } as TargetInput;
    const over = (sediment: 'mud' | 'gravel') => {
      const found = sound(request(NATURAL([lane], sediment)));
      return mean(rowsOf(found, 0).map((row) => found.block.truth.signalToSceneryCdb[row])) / 100;
    };
    // Its kerb stones stand out on both.
    expect(over('gravel')).toBeLessThan(15);
    expect(over('mud')).toBeGreaterThan(over('gravel') + 6);
  });

  it('of a stone behind a wall is that it lies in the shadow', () => {
    const stone: TargetInput = { id: 'stone', kind: 'boulder', xM: 0, yM: -10.2, radiusM: 0.3 };
    const found = sound(request(NATURAL([WALL, stone])));
    const { background, blockedCdb } = found.block.truth;
    const [row] = rowsOf(found, 1);
    expect(BACKGROUNDS[background[row]]).toBe('shadow');
    expect(blockedCdb[row]).toBeGreaterThan(600);
    const alone = sound(request(NATURAL([stone])));
    expect(alone.block.truth.blockedCdb[rowsOf(alone, 0)[0]]).toBe(0);
  });

  it('is the same from any ping on, though its tiles are painted when first met', () => {
    const whole = sound({ ...request(NATURAL([WALL]), 6), pass: request(NATURAL([])).pass });
    const late = createLate();
    expect(Array.from(late)).toEqual(Array.from(whole.block.levelsCdb.slice(-late.length)));
    function createLate() {
      const asked = { ...request(NATURAL([WALL]), 1), firstPing: 5 };
      return sound(asked).block.levelsCdb;
    }
  });

  it('is points in a scene of plain ground, and nowhere both', () => {
    const scene = testScene({ depthM: ALTITUDE_M, sediment: 'mud', targets: [WALL] });
    const energy = (asked: typeof scene) => {
      const { block, info } = sound(request(asked));
      const from = info.binCount + Math.round(9.5 / info.rangeStepM);
      return mean(powers(block.levelsCdb.slice(from, from + 60)));
    };
    // The two models of one wall agree within what its stones do.
    expect(Math.abs(db(energy(scene) / energy(NATURAL([WALL]))))).toBeLessThan(7);
  });
});
