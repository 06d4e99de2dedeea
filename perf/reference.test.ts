import { describe, expect, it } from 'vitest';
import { poseAt } from '../core/pass';
import { createSoundingRun, type SoundingRequest } from '../core/sounding';
import { parkedAt, sphereAt, testRequest, testScene } from '../tests/fixtures/scene';
import { referencePing } from './reference';

const energyDb = (values: Iterable<number>) =>
  10 * Math.log10([...values].reduce((sum, value) => sum + value, 1e-30));

/**
 * Greatest difference of energy over stretches of `stretch` cells, dB, in those that hold something;
 * and how many were compared. Edges are left out where `skip` says so.
 */
function compare(
  request: SoundingRequest,
  options: { draws: number; stretch: number; elementM?: number; downDb?: number; from?: number },
) {
  const run = createSoundingRun(request);
  const fast = Float64Array.from(run.block(0, 1).levelsCdb, (cdb) => 10 ** (cdb / 1000));
  const plain = referencePing(
    request,
    poseAt(request.pass, 0),
    options.draws,
    options.elementM ?? 0.06,
  );
  const { binCount } = run.info;
  const peak = Math.max(...plain);
  const differences: { row: number; bin: number; db: number }[] = [];
  for (let row = 0; row * binCount < plain.length; row++) {
    for (let bin = options.from ?? 0; bin + options.stretch <= binCount; bin += options.stretch) {
      const at = row * binCount + bin;
      const plainPart = plain.subarray(at, at + options.stretch);
      if (Math.max(...plainPart) < peak * 10 ** (-(options.downDb ?? 45) / 10)) continue;
      const db = energyDb(fast.subarray(at, at + options.stretch)) - energyDb(plainPart);
      differences.push({ row, bin, db });
    }
  }
  return differences;
}

const meanAndWorst = (differences: { db: number }[]) => ({
  compared: differences.length,
  mean: differences.reduce((sum, { db }) => sum + db, 0) / differences.length,
  worst: Math.max(...differences.map(({ db }) => Math.abs(db))),
});

// Water that scatters nothing and no noise: what is left both compute. Rock and cobble have no tail.
const PLACE = { pass: parkedAt(0.3, -0.2), draftM: 0.2 };

describe('the cone', () => {
  it.each([
    ['a slope of rock', testScene({ depthM: 7.3, sediment: 'rock', slopeDeg: 7 })],
    ['a flat of cobble', testScene({ depthM: 5.1, sediment: 'cobble' })],
    [
      'spheres and a boulder',
      testScene({
        depthM: 8.2,
        sediment: 'cobble',
        targets: [
          sphereAt('s', 0.6, -0.3, 3.7),
          sphereAt('t', -1.1, 0.7, 5.9, 0.03),
          { id: 'b', kind: 'boulder', xM: 0.4, yM: 0.5, radiusM: 0.7 },
        ],
      }),
    ],
  ])('agrees over %s', (_, scene) => {
    const request = testRequest(scene, { ...PLACE, sounder: { binCount: 300, rangeM: 12 } });
    const depthBin = Math.floor((8.2 / 12) * 300);
    const found = compare(request, { draws: 60, stretch: 50, elementM: 0.12 }).filter(
      // The second echo, which the reference does not have, begins at twice the depth.
      ({ bin }) => bin < depthBin + 50,
    );
    const { compared, mean, worst } = meanAndWorst(found);
    expect(compared).toBeGreaterThanOrEqual(2);
    expect(Math.abs(mean)).toBeLessThan(0.5);
    expect(worst).toBeLessThan(1.2);
  });
});

const RELIEF = [
  { kind: 'hump' as const, xM: 0.8, yM: -7, radiusM: 3, heightM: 1.4 },
  {
    kind: 'dropOff' as const,
    xM: 0,
    yM: 5.5,
    headingDeg: 80,
    dropM: 0.9,
    widthM: 3,
  },
];
const FAN = { beamwidthDeg: 2, rangeM: 12, binCount: 600, frequencyHz: 455_000 };

describe('the fans', () => {
  it('agree to either side over relief, with a shadow behind a hump', () => {
    const scene = testScene({ depthM: 4.3, sediment: 'rock', features: RELIEF });
    const request = testRequest(scene, {
      ...PLACE,
      sounder: { instrument: 'sideFans', depressionDeg: 30, ...FAN },
      rig: { rollDeg: 4, tiltDeg: 3 },
    });
    const found = compare(request, { draws: 20, stretch: 50, elementM: 0.05 });
    const { compared, mean, worst } = meanAndWorst(found);
    expect(compared).toBeGreaterThan(8);
    expect(new Set(found.map(({ row }) => row)).size).toBe(2);
    expect(Math.abs(mean)).toBeLessThan(0.5);
    expect(worst).toBeLessThan(3);
  });

  it('agree on a boulder and a fish, and both darken the bottom behind the boulder', () => {
    const bare = testScene({ depthM: 4.3, sediment: 'cobble' });
    const scene = testScene({
      depthM: 4.3,
      sediment: 'cobble',
      targets: [
        { id: 'b', kind: 'boulder', xM: 0.35, yM: -5.2, radiusM: 0.7 },
        {
          id: 'f',
          kind: 'fish',
          xM: 0.4,
          yM: 6.1,
          depthM: 3.1,
          lengthM: 0.6,
          headingDeg: 80,
        },
      ],
    });
    const fans = { ...PLACE, sounder: { instrument: 'sideFans', depressionDeg: 30, ...FAN } };
    // Starboard lies to the south. Boulder's shadow: from its foot at 6.4 m to about 7.7 m of range.
    const isShadow = ({ row, bin }: { row: number; bin: number }) =>
      row === 1 && bin >= 320 && bin < 380;
    const request = testRequest(scene, fans);
    const found = compare(request, { draws: 20, stretch: 30, elementM: 0.05 });
    const { mean, worst } = meanAndWorst(found.filter((difference) => !isShadow(difference)));
    expect(Math.abs(mean)).toBeLessThan(0.5);
    expect(worst).toBeLessThan(2.5);
    const pose = poseAt(request.pass, 0);
    const shadowDb = (levels: ArrayLike<number>) =>
      energyDb(Array.from({ length: 40 }, (_, i) => levels[600 + 330 + i]));
    const plainDark =
      shadowDb(referencePing(testRequest(bare, fans), pose, 10, 0.05)) -
      shadowDb(referencePing(request, pose, 10, 0.05));
    const power = (from: SoundingRequest) =>
      Float64Array.from(createSoundingRun(from).block(0, 1).levelsCdb, (c) => 10 ** (c / 1000));
    const fastDark = shadowDb(power(testRequest(bare, fans))) - shadowDb(power(request));
    expect(plainDark).toBeGreaterThan(8);
    expect(fastDark).toBeGreaterThan(8);
  });

  it('agree straight down', () => {
    const scene = testScene({ depthM: 5.7, sediment: 'cobble', slopeDeg: 4 });
    const request = testRequest(scene, { ...PLACE, sounder: { instrument: 'downFan', ...FAN } });
    const { compared, mean, worst } = meanAndWorst(
      compare(request, { draws: 20, stretch: 50, elementM: 0.05, downDb: 35 }).filter(
        ({ bin }) => bin < 500,
      ),
    );
    expect(compared).toBeGreaterThan(2);
    expect(Math.abs(mean)).toBeLessThan(0.5);
    expect(worst).toBeLessThan(1.5);
  });
});

describe('the sector', () => {
  it('agrees beam by beam', () => {
    const scene = testScene({
      depthM: 4.3,
      sediment: 'cobble',
      slopeDeg: 5,
      targets: [sphereAt('s', 2.3, -0.1, 3.1, 0.1)],
    });
    const request = testRequest(scene, {
      ...PLACE,
      sounder: {
        instrument: 'sector',
        chirp: null,
        pulseLengthS: 0.0002,
        beamCount: 24,
        spanDeg: 100,
        beamwidthDeg: 4,
        acrossBeamwidthDeg: 12,
        rangeM: 9,
        binCount: 90,
      },
    });
    const found = compare(request, { draws: 16, stretch: 30, elementM: 0.07, downDb: 25 });
    const { compared, mean, worst } = meanAndWorst(found);
    expect(compared).toBeGreaterThan(20);
    expect(Math.abs(mean)).toBeLessThan(0.5);
    expect(worst).toBeLessThan(3);
  });
});
