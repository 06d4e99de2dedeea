import { describe, expect, it } from 'vitest';
import { createSoundingRun } from '../sounding';
import { readSoundingRequest, soundingAnswer } from '.';
import { nmeaSentences, withChecksum } from './nmea';

const SOUNDER = {
  instrument: 'cone',
  frequencyHz: 200_000,
  chirp: null,
  beamwidthDeg: 20,
  acrossBeamwidthDeg: 50,
  depressionDeg: 30,
  tiltDeg: 0,
  pulseLengthS: 0.0001,
  acousticPowerW: 150,
  pingRateHz: 10,
  rangeM: 15,
  binCount: 300,
  noise: false,
  speckle: false,
};
const REQUEST = {
  seed: 7,
  water: { temperatureC: 15, salinityPsu: 0, thermocline: null },
  bottom: { depthM: 12, slopeDeg: 0, slopeTowardDeg: 0, sediment: 'sand' },
  sounder: SOUNDER,
  pass: { speedMps: 1.5, headingDeg: 0, startM: { x: 0, y: -3 }, pings: 40 },
  targets: [
    { id: 's1', kind: 'sphere', radiusM: 0.05, xM: 0, yM: 0, depthM: 5 },
    { id: 'far', kind: 'fish', lengthM: 0.3, xM: 300, yM: 0, depthM: 5 },
  ],
};

const answer = (raw: unknown) => {
  const request = readSoundingRequest(raw);
  if (!request.ok) throw new Error(JSON.stringify(request.error));
  return soundingAnswer(request.value)!;
};
const faults = (raw: unknown) => {
  const request = readSoundingRequest(raw);
  return request.ok ? null : request.error;
};

describe('the sounding request of programs', () => {
  it('sounds what it says: a sphere at its depth below the surface, with the level of the equation', () => {
    const found = answer(REQUEST);
    expect(found.channels[0].name).toBe('cone');
    const levels = found.channels[0].levelsDb as number[][];
    expect([levels.length, levels[0].length]).toEqual([40, 300]);
    // Overhead at ping 20: 3 m at 1.5 m/s and 10 pings a second.
    const peak = Math.max(...levels[20].slice(80, 130));
    expect(levels[20].indexOf(peak) * found.rangeStepM).toBeCloseTo(5, 1);
    const expected =
      found.sourceLevelDb - 40 * Math.log10(5) - 10 * found.absorptionDbPerM - 32.041;
    expect(Math.abs(peak - expected)).toBeLessThan(0.3);
    expect(found.pingTimesS[20]).toBeCloseTo(2, 9);
  });

  it('hears a layer under the mud at a low frequency, and refuses one that lies nowhere', () => {
    const asked = (frequencyHz: number, buried?: object) => ({
      ...REQUEST,
      targets: [],
      sounder: { ...SOUNDER, frequencyHz },
      bottom: { ...REQUEST.bottom, sediment: 'softMud', isPlain: true, buried },
    });
    const underDb = (frequencyHz: number, buried?: object) => {
      const { channels, rangeStepM } = answer(asked(frequencyHz, buried));
      const [from, to] = [12.9, 13.4].map((m) => Math.round(m / rangeStepM));
      return Math.max(...(channels[0].levelsDb as number[][])[5].slice(from, to));
    };
    const clay = { sediment: 'clay', depthM: 1 };
    expect(underDb(50_000, clay)).toBeGreaterThan(underDb(50_000) + 6);
    const wrong = faults(asked(50_000, { sediment: 'clay', depthM: -1 }))!;
    expect(wrong.issues[0].path).toBe('bottom.buried.depthM');
  });

  it('refuses to start where no water is, instead of answering with nothing', () => {
    const away = faults({ ...REQUEST, pass: { ...REQUEST.pass, startM: { x: 1e300, y: 0 } } })!;
    expect(away.issues[0].path).toBe('pass.startM.x');
  });

  it('tells the truth of each target, also of one that nothing was heard of', () => {
    const [sphere, far] = answer(REQUEST).truth;
    expect(sphere).toMatchObject({ targetId: 's1', kind: 'sphere', visible: true, reason: null });
    const overhead = sphere.cells.find(({ ping }) => ping === 20)!;
    expect(overhead.channel).toBe('cone');
    expect(overhead.firstBin).toBeLessThanOrEqual(100);
    expect(overhead.signalToBackgroundDb).toBeGreaterThan(20);
    expect(far).toMatchObject({
      targetId: 'far',
      visible: false,
      reason: 'outsideBeam',
      cells: [],
    });
    expect(answer({ ...REQUEST, truth: false }).truth).toEqual([]);
  });

  it('gives even ground where it is asked for, natural ground else', () => {
    const peaks = (isPlain: boolean) =>
      (
        answer({
          ...REQUEST,
          bottom: { ...REQUEST.bottom, ...(isPlain && { isPlain }) },
          targets: [],
        }).channels[0].levelsDb as number[][]
      ).map((ping) => Math.max(...ping.slice(220)));
    const spread = (levels: number[]) => Math.max(...levels) - Math.min(...levels);
    expect(spread(peaks(true))).toBeLessThan(0.05);
    expect(spread(peaks(false))).toBeGreaterThan(0.3);
  });
  it('starts later with the same pings', () => {
    const late = answer({ ...REQUEST, pass: { ...REQUEST.pass, firstPing: 10, pings: 5 } });
    const whole = answer(REQUEST).channels[0].levelsDb as number[][];
    expect(late.channels[0].levelsDb).toEqual(whole.slice(10, 15));
  });

  it.each([
    ['column', {}, ['column'], 1],
    ['downFan', { frequencyHz: 455_000, beamwidthDeg: 1 }, ['down'], 1],
    ['sideFans', { frequencyHz: 455_000, beamwidthDeg: 1 }, ['port', 'starboard'], 1],
    [
      'sector',
      { frequencyHz: 800_000, beamwidthDeg: 2, acrossBeamwidthDeg: 18, beamCount: 32 },
      ['sector'],
      32,
    ],
  ])('knows the %s', (instrument, changes, names, beams) => {
    const found = answer({
      ...REQUEST,
      sounder: { ...SOUNDER, instrument, ...changes },
      pass: { ...REQUEST.pass, pings: 3 },
    });
    expect(found.channels.map(({ name }) => name)).toEqual(names);
    const levels = found.channels[0].levelsDb;
    expect(levels.length).toBe(3);
    if (beams > 1) {
      expect((levels as number[][][])[0].length).toBe(beams);
      expect(found.channels[0].beamAnglesDeg!.length).toBe(beams);
    } else expect((levels as number[][])[0].length).toBe(300);
  });

  it('takes a shipped water by name, and adds to it', () => {
    const found = answer({
      scene: 'hollin-reservoir',
      sounder: SOUNDER,
      pass: { headingDeg: 90, startM: { x: 100, y: 90 }, pings: 4 },
      targets: [{ id: 'mine', kind: 'boulder', xM: 100, yM: 90, radiusM: 1 }],
    });
    expect(found.truth.find(({ targetId }) => targetId === 'mine')!.cells.length).toBeGreaterThan(
      0,
    );
  });

  it('takes a depth grid with its sediments', () => {
    const grid = {
      originM: { x: -40, y: -40 },
      cellM: 20,
      columns: 5,
      rows: 5,
      depthsCm: new Array(25).fill(900),
      sediments: ['mud', 'rock'],
      sedimentCells: new Array(25).fill(1),
    };
    const found = answer({ ...REQUEST, bottom: grid });
    expect(found.track.bottomDepthM[0]).toBeCloseTo(9, 3);
  });

  it('names every fault by its path', () => {
    const paths = (raw: unknown) => faults(raw)?.issues.map(({ path }) => path);
    expect(paths({ ...REQUEST, water: undefined })).toEqual(['water']);
    expect(paths({ ...REQUEST, sounder: { ...SOUNDER, rangeM: 9999 } })).toContain(
      'sounder.rangeM',
    );
    expect(paths({ ...REQUEST, targets: [{ id: 'x', kind: 'dragon' }] })).toContain(
      'targets.0.kind',
    );
    expect(paths('nonsense')).toEqual(['']);
    expect(paths({ ...REQUEST, bottom: { depthM: 9, sediment: 'jelly' } })).toEqual([
      'bottom.sediment',
    ]);
    expect(paths({ ...REQUEST, bottom: { depthsCm: [1] } })).toContain('bottom.columns');
    expect(paths({ ...REQUEST, bottom: 9 })).toEqual(['bottom']);
    const twice = [REQUEST.targets[0], REQUEST.targets[0]];
    expect(paths({ ...REQUEST, targets: twice })).toContain('targets.1.id');
    expect(faults(null)?.status).toBe(400);
  });

  it('refuses more than one answer holds, and stops when told to', () => {
    expect(faults({ ...REQUEST, pass: { ...REQUEST.pass, pings: 20_000 } })?.status).toBe(413);
    const request = readSoundingRequest(REQUEST);
    expect(request.ok && soundingAnswer(request.value, () => false)).toBeNull();
  });

  it('gives the levels of a run, block by block or at once', () => {
    const many = {
      ...REQUEST,
      sounder: { ...SOUNDER, binCount: 4096 },
      pass: { ...REQUEST.pass, pings: 60 },
    };
    const request = readSoundingRequest(many);
    if (!request.ok) throw new Error();
    const { levelsCdb } = createSoundingRun(request.value).block(0, 60);
    const levels = answer(many).channels[0].levelsDb as number[][];
    expect(levels[59][1000]).toBe(levelsCdb[59 * 4096 + 1000] / 100);
  });
});

describe('NMEA sentences', () => {
  it('carry the checksum of the standard', () => {
    // A sentence printed in many descriptions of the standard.
    expect(withChecksum('GPGLL,5300.97914,N,00259.98174,E,125926,A')).toMatch(/\*28$/);
  });
  it('say depth, temperature, course, speed and place', () => {
    const [dpt, mtw, vtg, gga] = nmeaSentences({
      timeS: 3725.5,
      xM: -1000,
      yM: 55_660,
      headingRad: -Math.PI / 2,
      speedMps: 2.5722,
      depthM: 9.5,
      draftM: 0.3,
      temperatureC: 17.46,
    });
    expect(dpt).toMatch(/^\$SDDPT,9\.20,0\.30\*/);
    expect(mtw).toMatch(/^\$SDMTW,17\.5,C\*/);
    expect(vtg).toMatch(/^\$GPVTG,270\.0,T,,M,5\.00,N,9\.26,K,S\*/);
    expect(gga).toMatch(/^\$GPGGA,010205\.50,5530\.0000,N,00359\.0603,E,/);
    for (const sentence of [dpt, mtw, vtg, gga]) {
      expect(withChecksum(sentence.slice(1, -3))).toBe(sentence);
    }
  });
});
