import { describe, expect, it } from 'vitest';
import {
  builtLinePattern,
  coneBeamTable,
  conePattern,
  equivalentBeamAngleSr,
  fanDirectivityDb,
  integratedLineAngleRad,
  lineLengthWavelengths,
  linePattern,
  noiseBandwidthHz,
  pistonDirectivityDb,
  pistonKa,
  pistonPattern,
  rangeCellM,
  relativeHalfBandwidth,
  sourceLevelDb,
} from '.';

const db = (power: number) => 10 * Math.log10(power);
const rad = (deg: number) => (deg * Math.PI) / 180;

describe('piston', () => {
  it.each([
    [1.61634, -3.0103],
    [2.731379, -10],
    [5.13562, -17.57],
    [8.41724, -23.811],
    [11.6198, -27.957],
  ])('pattern at x = %f is %f dB', (x, levelDb) => {
    expect(db(pistonPattern(x))).toBeCloseTo(levelDb, 2);
  });

  it('has its nulls where J1 has, and is 1 on the axis', () => {
    for (const x of [3.83171, 7.01559, 10.1735]) expect(pistonPattern(x)).toBeLessThan(1e-9);
    expect(pistonPattern(0)).toBe(1);
    expect(pistonPattern(0.0009)).toBeCloseTo(pistonPattern(0.0011), 6);
  });

  it('fits a 20° cone', () => {
    const ka = pistonKa(20);
    expect(ka).toBeCloseTo(9.3081, 3);
    expect(db(pistonPattern(ka * Math.sin(rad(5))))).toBeCloseTo(-0.7246, 3);
    expect(db(pistonPattern(ka * Math.sin(rad(20))))).toBeCloseTo(-15.477, 2);
    expect(pistonDirectivityDb(ka)).toBeCloseTo(19.3772, 3);
  });

  it.each([
    [20, -11.715],
    [55, -2.907],
  ])('equivalent beam angle of %f° is %f dB', (beamwidthDeg, levelDb) => {
    const ka = pistonKa(beamwidthDeg);
    const sr = equivalentBeamAngleSr((angle) => pistonPattern(ka * Math.sin(angle)));
    expect(db(sr)).toBeCloseTo(levelDb, 2);
  });
});

describe('a built cone', () => {
  const ka = pistonKa(20);
  const pattern = conePattern(ka, 0.02);
  it('is the ideal piston in its main lobe', () => {
    for (const deg of [0, 3, 8, 12, 16]) {
      expect(pattern(rad(deg))).toBeCloseTo(pistonPattern(ka * Math.sin(rad(deg))), 12);
    }
  });
  it('has no nulls: they would draw a dark band under the bottom', () => {
    for (let deg = 16; deg < 90; deg += 0.5) expect(db(pattern(rad(deg)))).toBeGreaterThan(-31);
  });
  it('is tabled within 0.02 dB, and the table knows its reach', () => {
    const table = coneBeamTable(20, 0.02);
    for (const deg of [1, 7.3, 14, 22, 40]) {
      const value = table.pattern[Math.floor(Math.sin(rad(deg)) ** 2 * table.scale)];
      expect(db(value)).toBeCloseTo(db(pattern(rad(deg))), 1);
    }
    expect(2 * db(pattern(table.reachRad + 0.02))).toBeLessThan(-46);
    expect(db(table.equivalentAngleSr)).toBeCloseTo(-11.7, 0);
  });
});

describe('a line aperture', () => {
  const L = lineLengthWavelengths(1);
  it('has the length, width and side lobes of its check values', () => {
    expect(L).toBeCloseTo(50.7586, 3);
    expect(lineLengthWavelengths(60)).toBeCloseTo(0.88589, 4);
    expect(linePattern(L, Math.sin(rad(0.5)))).toBeCloseTo(0.5, 5);
    expect(db(linePattern(L, Math.sin(rad(0.6))))).toBeCloseTo(-4.4963, 3);
    for (const [u, level] of [
      [4.49341, -13.261],
      [7.72525, -17.83],
      [10.90412, -20.788],
    ]) {
      expect(db(linePattern(1, u / Math.PI))).toBeCloseTo(level, 2);
    }
  });
  it('is ideal in its main lobe when built, and has no nulls', () => {
    expect(builtLinePattern(L, Math.sin(rad(0.7)))).toBe(linePattern(L, Math.sin(rad(0.7))));
    for (let deg = 0.9; deg < 90; deg += 0.13) {
      expect(db(builtLinePattern(L, Math.sin(rad(deg))))).toBeGreaterThan(-30.01);
    }
  });
  it('has the equivalent angle ⅔ λ/L and the directivity of a fan', () => {
    expect(integratedLineAngleRad(L, 2)).toBeCloseTo(0.013134, 4);
    expect(integratedLineAngleRad(lineLengthWavelengths(60), 1)).toBeCloseTo(1.13591, 2);
    expect(fanDirectivityDb(L, lineLengthWavelengths(60))).toBeCloseTo(27.494, 1);
  });
});

describe('pulse and source level', () => {
  it('gives range cells of cτ/2 and c/2B', () => {
    expect(rangeCellM({ lengthS: 1e-4, chirp: null }, 1466)).toBeCloseTo(0.0733, 5);
    const chirp = { startHz: 187_500, endHz: 212_500 };
    expect(rangeCellM({ lengthS: 4e-4, chirp }, 1466)).toBeCloseTo(0.02932, 5);
    expect(noiseBandwidthHz({ lengthS: 4e-4, chirp })).toBeCloseTo(2500, 6);
    expect(relativeHalfBandwidth({ lengthS: 4e-4, chirp }, 200_000)).toBeCloseTo(0.0625, 6);
  });
  it('matches the check value of 150 W in fresh water', () => {
    expect(sourceLevelDb(150, 19.377, 999.1, 1465.931)).toBeCloseTo(211.803, 2);
  });
});
