import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Feature, planeBottom, SEDIMENT_NAMES } from '../bottom';
import { type TargetInput, targetSchema } from '../targets';
import {
  cellsPerPing,
  createSoundingRun,
  rowsPerPing,
  type SoundingRequest,
  soundingRequestSchema,
} from '.';

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const place = { xM: number(-15, 15), yM: number(-6, 6) };

const fish = fc.record({
  kind: fc.constant('fish' as const),
  ...place,
  depthM: number(0, 40),
  lengthM: number(0.02, 3),
  headingDeg: number(-360, 360),
  tiltDeg: number(-60, 60),
  swimbladder: fc.boolean(),
  behaviour: fc.constantFrom(
    { kind: 'hold' as const },
    { kind: 'cruise' as const, speedMps: 0.7, radiusM: 3 },
    { kind: 'school' as const, group: 'g' },
    { kind: 'riseToLure' as const, lureId: 't0' },
  ),
});
const thing: fc.Arbitrary<Omit<TargetInput, 'id'>> = fc.oneof(
  { weight: 3, arbitrary: fish },
  fc.record({ kind: fc.constant('lure' as const), ...place, depthM: number(0, 20) }),
  fc.record({ kind: fc.constant('bubbleVent' as const), ...place }),
  fc.record({
    kind: fc.constant('weedBed' as const),
    ...place,
    radiusM: number(0.3, 3),
    heightM: number(0.1, 6),
  }),
  fc.record({ kind: fc.constant('boulder' as const), ...place, radiusM: number(0.1, 3) }),
  fc.record({ kind: fc.constant('piling' as const), ...place, radiusM: number(0.05, 3) }),
  fc.record({
    kind: fc.constant('tree' as const),
    ...place,
    heightM: number(0.5, 25),
    leanDeg: number(0, 88),
  }),
  fc.record({
    kind: fc.constant('wall' as const),
    ...place,
    lengthM: number(0.5, 12),
    heightM: number(0.1, 8),
  }),
) as fc.Arbitrary<Omit<TargetInput, 'id'>>;

const pulse = fc.constantFrom(
  { chirp: null, pulseLengthS: 0.00002 },
  { chirp: null, pulseLengthS: 0.005 },
  { chirp: { startHz: 150_000, endHz: 190_000 }, pulseLengthS: 0.001 },
);
const common = {
  tiltDeg: number(-45, 45),
  acousticPowerW: number(0.1, 2000),
  pingRateHz: number(0.2, 60),
  rangeM: number(1, 80),
  noise: fc.boolean(),
  speckle: fc.boolean(),
};
const cone = fc.record({
  instrument: fc.constantFrom('cone' as const, 'column' as const),
  frequencyHz: number(25_000, 300_000),
  beamwidthDeg: number(8, 60),
  binCount: fc.integer({ min: 16, max: 300 }),
  looks: fc.integer({ min: 1, max: 8 }),
  second: fc.constantFrom(null, {
    frequencyHz: 50_000,
    beamwidthDeg: 40,
    chirp: null,
    pulseLengthS: 0.0002,
    acousticPowerW: 100,
  }),
  ...common,
});
const fanOnly = {
  frequencyHz: number(200_000, 1_500_000),
  beamwidthDeg: number(0.3, 6),
  acrossBeamwidthDeg: number(15, 90),
  binCount: fc.integer({ min: 16, max: 300 }),
};
const downFan = fc.record({ instrument: fc.constant('downFan' as const), ...fanOnly, ...common });
const sideFans = fc.record({
  instrument: fc.constant('sideFans' as const),
  depressionDeg: number(5, 80),
  sides: fc.constantFrom('both' as const, 'port' as const, 'starboard' as const),
  ...fanOnly,
  ...common,
});
const sector = fc.record({
  instrument: fc.constant('sector' as const),
  frequencyHz: number(200_000, 1_500_000),
  beamwidthDeg: number(0.5, 6),
  acrossBeamwidthDeg: number(6, 40),
  beamCount: fc.integer({ min: 16, max: 60 }),
  spanDeg: number(60, 140),
  aimDeg: number(-90, 90),
  bearingDeg: number(-180, 180),
  binCount: fc.integer({ min: 16, max: 120 }),
  ...common,
});

const features = fc.constantFrom<Feature[]>(
  [],
  [
    { kind: 'hump', xM: 2, yM: 1, radiusM: 3, heightM: 4 },
    { kind: 'dropOff', xM: -5, yM: 0, headingDeg: 10, dropM: 6, widthM: 1 },
  ],
  [
    {
      kind: 'nests',
      xM: 0,
      yM: 0,
      rows: 2,
      perRow: 3,
      spacingM: 1.5,
      radiusM: 0.5,
      depthM: 0.2,
      headingDeg: 0,
    },
  ],
);

const request = fc
  .record({
    seed: fc.nat(),
    depthM: number(0, 60),
    slopeDeg: number(-30, 30),
    sediment: fc.constantFrom(...SEDIMENT_NAMES),
    features,
    water: fc.record({
      temperatureC: number(0, 40),
      salinityPsu: number(0, 40),
      windMps: number(0, 30),
      layerM: fc.option(number(0.5, 60)),
    }),
    things: fc.array(thing, { maxLength: 4 }),
    pulse,
    sounder: fc.oneof(cone, downFan, sideFans, sector),
    rig: fc.record({
      draftM: number(0, 5),
      starboardM: number(-10, 10),
      forwardM: number(-30, 30),
      tiltDeg: number(-45, 45),
      rollDeg: number(-45, 45),
      airFilm: fc.constantFrom(null, { lossDb: 30, gusts: 1 }),
      interference: fc.constantFrom([], [{ repetitionHz: 9.7, levelDb: 160 }]),
      electricalNoise: fc.constantFrom(null, { levelDb: 110, repetitionHz: 300 }),
    }),
    pass: fc.record({
      speedMps: number(0, 5),
      heaveM: number(0, 1),
      rollDeg: number(0, 20),
      pitchDeg: number(0, 20),
      turnRadiusM: number(1, 200),
    }),
    firstPing: fc.integer({ min: 0, max: 100_000 }),
  })
  .map(({ water: { layerM, ...water }, pass: { speedMps, ...pass }, ...r }) => ({
    scene: {
      seed: r.seed,
      water: {
        ...water,
        thermocline:
          layerM === null ? null : { depthM: layerM, thicknessM: 0.5, dropC: 6, scatteringDb: -60 },
      },
      bottom: planeBottom({
        depthM: r.depthM,
        sediment: r.sediment,
        slopeDeg: r.slopeDeg,
        features: r.features,
        halfSizeM: 24,
      }),
      targets: r.things.map((target, i) => ({ ...target, id: `t${i}` })),
    },
    sounder: { ...r.sounder, ...r.pulse },
    rig: r.rig,
    pass: {
      planId: 'p',
      routeM: [
        { x: -8, y: 0 },
        { x: 6, y: 2 },
        { x: 4, y: 9 },
      ],
      speedChanges: [{ fromTimeS: 0, speedMps }],
      ...pass,
    },
    firstPing: r.firstPing,
    pingCount: 2,
  }));

describe('any request the schema admits', () => {
  it('gives finite levels, truth inside the record, and the same bytes again', () => {
    let sounded = 0;
    fc.assert(
      fc.property(request, (raw) => {
        const parsed = soundingRequestSchema.safeParse(raw);
        if (!parsed.success) throw new Error(JSON.stringify(parsed.error.issues));
        const any: SoundingRequest = parsed.data;
        const run = createSoundingRun(any);
        const { info } = run;
        const block = run.block(any.firstPing, 2);
        sounded++;
        for (const channel of info.channels) {
          for (const value of [
            channel.sourceLevelDb,
            channel.noiseLevelDb,
            channel.absorptionDbPerM,
            channel.rangeCellM,
            ...channel.beamAnglesDeg,
          ]) {
            expect(Number.isFinite(value)).toBe(true);
          }
        }
        expect(block.levelsCdb.length).toBe(2 * cellsPerPing(info));
        // Silence, or a level between that of nothing and that of the source.
        for (const level of block.levelsCdb) {
          if (level !== -20_000 && (level < -20_000 || level > 30_000)) {
            throw new Error(`a level of ${level}`);
          }
        }
        const { truth } = block;
        for (let row = 0; row < truth.ping.length; row++) {
          expect(truth.firstBin[row]).toBeLessThanOrEqual(truth.peakBin[row]);
          expect(truth.peakBin[row]).toBeLessThanOrEqual(truth.lastBin[row]);
          expect(truth.lastBin[row]).toBeLessThan(info.binCount);
          expect(truth.channel[row]).toBeLessThan(info.channels.length);
          expect(truth.lastBeam[row]).toBeLessThan(rowsPerPing(info));
          expect(truth.blockedCdb[row]).toBeGreaterThanOrEqual(0);
        }
        // From the second ping on its own: the same bytes without the first.
        const again = createSoundingRun(any).block(any.firstPing + 1, 1);
        expect(again.levelsCdb).toEqual(block.levelsCdb.slice(cellsPerPing(info)));
      }),
      { seed: 20_261_125, numRuns: 80 },
    );
    expect(sounded).toBe(80);
  });

  it('refuses what is out of bounds, by its path', () => {
    const [sample] = fc.sample(request, { seed: 1, numRuns: 1 });
    const faults = (changes: object) =>
      soundingRequestSchema
        .safeParse({ ...sample, ...changes })
        .error?.issues.map((issue) => issue.path.join('.'));
    expect(faults({ sounder: { ...sample.sounder, pingRateHz: 1e9 } })).toContain(
      'sounder.pingRateHz',
    );
    expect(faults({ rig: { ...sample.rig, draftM: Number.NaN } })).toContain('rig.draftM');
    expect(faults({ pingCount: 0 })).toContain('pingCount');
    const twice = targetSchema.parse({
      id: 'a',
      kind: 'sphere',
      xM: 0,
      yM: 0,
      depthM: 1,
      radiusM: 1,
    });
    expect(faults({ scene: { ...sample.scene, targets: [twice, twice] } })).toContain(
      'scene.targets.1.id',
    );
  });
});
