import { describe, expect, it } from 'vitest';
import {
  clarityWords,
  gasGrowth,
  gradientCPerM,
  absorptionDbPerM,
  densityKgPerM3,
  gaugePressureBar,
  noiseSpectrumDb,
  selfNoiseDb,
  soundSpeedMps,
  scatteringByFrequencyDb,
  surfaceClutter,
  temperatureAtC,
  thermalNoiseDb,
  windNoiseDb,
} from '.';

describe('sound speed (UNESCO)', () => {
  it.each([
    [40, 40, 1000, 1731.995], // published
    [15, 0, 0, 1465.931],
    [5, 0, 0, 1426.162],
    [25, 0, 0, 1496.688],
    [10, 35, 0, 1489.822],
    [15, 10, 1, 1477.848],
  ])('%f °C, %f PSU, %f bar', (temperatureC, salinityPsu, pressureBar, expected) => {
    expect(soundSpeedMps(temperatureC, salinityPsu, pressureBar)).toBeCloseTo(expected, 2);
  });
});

describe('density (EOS-80)', () => {
  it('matches the published value and fresh water', () => {
    expect(densityKgPerM3(5, 35)).toBeCloseTo(1027.67547, 4);
    expect(densityKgPerM3(15, 0)).toBeCloseTo(999.102, 2);
    expect(gaugePressureBar(10, 15, 0)).toBeCloseTo(0.98, 2);
  });
});

describe('absorption (Francois & Garrison)', () => {
  it.each([
    [50, 15, 0, 0.6489],
    [200, 5, 0, 15.4],
    [200, 15, 0, 10.38],
    [455, 25, 0, 39.41],
    [1200, 15, 0, 373.8],
    [50, 5, 35, 15.31],
    [83, 15, 35, 29.92],
    [200, 25, 35, 86.37],
    [800, 15, 35, 234.3],
    [200, 15, 10, 26.97],
  ])('%f kHz, %f °C, %f PSU', (kHz, temperatureC, salinityPsu, dbPerKm) => {
    const result = 1000 * absorptionDbPerM(1000 * kHz, temperatureC, salinityPsu);
    expect(Math.abs(result / dbPerKm - 1)).toBeLessThan(6e-4);
  });

  it('tends to fresh water as salt goes to nothing', () => {
    expect(absorptionDbPerM(200_000, 15, 1e-6)).toBeCloseTo(absorptionDbPerM(200_000, 15, 0), 6);
  });
});

describe('noise', () => {
  it('has the levels of Mellen, Wenz and a small boat', () => {
    expect(thermalNoiseDb(50_000)).toBeCloseTo(18.98, 2);
    expect(thermalNoiseDb(1_200_000)).toBeCloseTo(46.58, 2);
    expect(windNoiseDb(50_000, 5)).toBeCloseTo(32.65, 2);
    expect(windNoiseDb(200_000, 5)).toBeCloseTo(20.72, 2);
    const KNOT = 1852 / 3600;
    expect(selfNoiseDb(200_000, 2 * KNOT)).toBeCloseTo(32.96, 2);
    expect(selfNoiseDb(200_000, 8 * KNOT)).toBeCloseTo(44.96, 2);
    expect(selfNoiseDb(200_000, 30 * KNOT)).toBe(selfNoiseDb(200_000, 10 * KNOT));
  });

  it('adds up to the table of link budgets (200 kHz, wind 5 m/s, 2 kn, NF 6 dB)', () => {
    const spectrumDb = noiseSpectrumDb({
      frequencyHz: 200_000,
      windMps: 5,
      speedMps: (2 * 1852) / 3600,
      transducerEfficiency: 0.5,
      receiverNoiseFigureDb: 6,
    });
    expect(spectrumDb).toBeCloseTo(40.9, 1);
  });
});

describe('layers', () => {
  const water = {
    temperatureC: 18,
    salinityPsu: 0,
    thermocline: { depthM: 6, thicknessM: 2, dropC: 8, scatteringDb: -60 },
    volumeScatteringDb: -82,
    windMps: 2,
  };
  it('is warm above, cold below, half-way in the middle', () => {
    expect(temperatureAtC(water, 0)).toBe(18);
    expect(temperatureAtC(water, 6)).toBeCloseTo(14, 10);
    expect(temperatureAtC(water, 30)).toBe(10);
    expect(temperatureAtC({ ...water, thermocline: null }, 30)).toBe(18);
  });
  it('grows surface clutter with wind, to a limit', () => {
    expect(surfaceClutter(0).scatteringDb).toBe(-68);
    expect(surfaceClutter(20)).toEqual(surfaceClutter(8));
    expect(surfaceClutter(8).scatteringDb).toBe(-48);
  });
});

describe('what floats in the water', () => {
  it.each([
    [50_000, -7.5],
    [200_000, 0],
    [455_000, 3.7],
    [1_200_000, 8.0],
    [1_400_000, 8.0],
  ])('scatters at %d Hz by %f dB otherwise than at 200 kHz', (frequencyHz, dB) => {
    expect(scatteringByFrequencyDb(frequencyHz)).toBeCloseTo(dB, 1);
  });
});

describe('words for a water', () => {
  it('clearer as less hangs in it', () => {
    const words = [-90, -82, -75, -62].map((volumeScatteringDb) =>
      clarityWords({
        ...{ temperatureC: 12, salinityPsu: 0, thermocline: null, windMps: 0 },
        volumeScatteringDb,
      }),
    );
    expect(words).toEqual(['clear', 'fairly clear', 'turbid', 'very turbid']);
  });
  it('a gas brought up from ten metres of fresh water doubles, nearly', () => {
    expect(gasGrowth(10, 12, 0)).toBeCloseTo(1.968, 2);
    expect(gasGrowth(0, 12, 0)).toBe(1);
  });
  it('two readings say how fast it gets colder', () => {
    const upper = { depthM: 6, temperatureC: 19 };
    expect(gradientCPerM(upper, { depthM: 8, temperatureC: 13 })).toBe(3);
    expect(gradientCPerM(upper, { depthM: 8, temperatureC: 20 })).toBeLessThan(0);
  });
});
