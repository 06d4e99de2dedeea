import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planeBottom, SEDIMENT_NAMES } from '../bottom';
import { createSoundingRun, type SoundingRequest, soundingRequestSchema } from '.';

const target = fc.record({
  kind: fc.constant('fish' as const),
  xM: fc.double({ min: -30, max: 30, noNaN: true }),
  yM: fc.double({ min: -3, max: 3, noNaN: true }),
  depthM: fc.double({ min: 0, max: 60, noNaN: true }),
  lengthM: fc.double({ min: 0.02, max: 3, noNaN: true }),
  headingDeg: fc.double({ min: -360, max: 360, noNaN: true }),
  tiltDeg: fc.double({ min: -60, max: 60, noNaN: true }),
  swimbladder: fc.boolean(),
  species: fc.constant('fish'),
});

const request: fc.Arbitrary<SoundingRequest> = fc
  .record({
    seed: fc.nat(),
    depthM: fc.double({ min: 0, max: 120, noNaN: true }),
    slopeDeg: fc.double({ min: -30, max: 30, noNaN: true }),
    sediment: fc.constantFrom(...SEDIMENT_NAMES),
    temperatureC: fc.double({ min: 0, max: 40, noNaN: true }),
    salinityPsu: fc.double({ min: 0, max: 40, noNaN: true }),
    windMps: fc.double({ min: 0, max: 30, noNaN: true }),
    layerM: fc.option(fc.double({ min: 0.5, max: 60, noNaN: true })),
    targets: fc.array(target, { maxLength: 4 }),
    frequencyHz: fc.double({ min: 25_000, max: 300_000, noNaN: true }),
    beamwidthDeg: fc.double({ min: 8, max: 60, noNaN: true }),
    tiltDeg: fc.double({ min: -45, max: 45, noNaN: true }),
    pulseLengthS: fc.double({ min: 0.00002, max: 0.005, noNaN: true }),
    isChirp: fc.boolean(),
    rangeM: fc.double({ min: 1, max: 200, noNaN: true }),
    binCount: fc.integer({ min: 16, max: 300 }),
    noise: fc.boolean(),
    speckle: fc.boolean(),
    looks: fc.integer({ min: 1, max: 8 }),
    speedMps: fc.double({ min: 0, max: 5, noNaN: true }),
    heaveM: fc.double({ min: 0, max: 1, noNaN: true }),
    rollDeg: fc.double({ min: 0, max: 20, noNaN: true }),
    draftM: fc.double({ min: 0, max: 5, noNaN: true }),
  })
  .map((r) => ({
    scene: {
      seed: r.seed,
      water: {
        temperatureC: r.temperatureC,
        salinityPsu: r.salinityPsu,
        volumeScatteringDb: -82,
        windMps: r.windMps,
        thermocline:
          r.layerM === null
            ? null
            : { depthM: r.layerM, thicknessM: 0.5, dropC: 6, scatteringDb: -60 },
      },
      bottom: planeBottom({
        depthM: r.depthM,
        sediment: r.sediment,
        slopeDeg: r.slopeDeg,
        halfSizeM: 40,
      }),
      targets: r.targets.map((t, i) => ({ ...t, id: `t${i}` })),
    },
    sounder: {
      instrument: 'cone' as const,
      frequencyHz: r.frequencyHz,
      chirp: r.isChirp ? { startHz: 0.85 * r.frequencyHz, endHz: 1.15 * r.frequencyHz } : null,
      beamwidthDeg: r.beamwidthDeg,
      tiltDeg: r.tiltDeg,
      pulseLengthS: r.pulseLengthS,
      acousticPowerW: 100,
      pingRateHz: 10,
      rangeM: r.rangeM,
      binCount: r.binCount,
      noise: r.noise,
      speckle: r.speckle,
      looks: r.looks,
    },
    rig: { draftM: r.draftM },
    pass: {
      planId: 'any',
      routeM: [
        { x: -20, y: 0 },
        { x: 20, y: 1 },
      ],
      speedChanges: [{ fromTimeS: 0, speedMps: r.speedMps }],
      heaveM: r.heaveM,
      rollDeg: r.rollDeg,
      seed: r.seed % 1000,
    },
    firstPing: 0,
    pingCount: 3,
    truth: true,
  }));

describe('any request the schema admits', () => {
  it('gives finite levels, truth inside the record, and the same bytes again', () => {
    fc.assert(
      fc.property(request, (any) => {
        const parsed = soundingRequestSchema.safeParse(any);
        fc.pre(parsed.success);
        const { info, block } = {
          ...createSoundingRun(any),
          block: createSoundingRun(any).block(0, 3),
        };
        for (const value of [
          info.soundSpeedMps,
          info.sourceLevelDb,
          info.noiseLevelDb,
          info.absorptionDbPerM,
        ]) {
          expect(Number.isFinite(value)).toBe(true);
        }
        // Silence, or a level between that of nothing and that of the source.
        for (const level of block.levelsCdb) {
          expect(level === -20_000 || (level > -20_000 && level < 30_000)).toBe(true);
        }
        const { truth } = block;
        for (let row = 0; row < truth.ping.length; row++) {
          expect(truth.firstBin[row]).toBeLessThanOrEqual(truth.peakBin[row]);
          expect(truth.peakBin[row]).toBeLessThanOrEqual(truth.lastBin[row]);
          expect(truth.lastBin[row]).toBeLessThan(info.binCount);
        }
        expect(createSoundingRun(any).block(0, 3).levelsCdb).toEqual(block.levelsCdb);
      }),
      { seed: 20_261_124, numRuns: 60 },
    );
  });
});
