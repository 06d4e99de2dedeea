import { describe, expect, it } from 'vitest';
import { createSoundingRun, EchoRing, soundRig } from '../sounding';
import { poseAt } from '../pass';
import { fishAt, testRequest, testScene } from '../../tests/fixtures/scene';
import {
  type Cursor,
  cursorAt,
  cutaway,
  deadZoneM,
  footprintM,
  heightFromShadowM,
  heightOffBottomM,
  measure,
  nearestPassage,
  nearestTimeS,
  outwardM,
  placeOfEcho,
} from '.';

describe('closed forms', () => {
  // docs/physics.md: check values computed apart.
  it('footprint and dead zone', () => {
    expect(footprintM(10, 20)).toBeCloseTo(3.5265, 4);
    expect(deadZoneM(20, 20, 0.0733)).toBeCloseTo(0.3038 + 0.0733, 4);
  });
  it.each([
    [5, 15.5242, 19.4052, 1],
    [5, 30.3356, 33.7062, 0.5],
    [10, 41, 45.5556, 1],
    [3, 10.3581, 11.509, 0.3],
    [4, 8.2462, 16.4924, 2],
  ])('height from shadow, %d m up, %d to %d m', (altitude, near, end, height) => {
    expect(heightFromShadowM(altitude, near, end)).toBeCloseTo(height, 3);
  });
  it('height off the bottom', () => expect(heightOffBottomM(6, 15, 20)).toBeCloseTo(1.5, 9));
});

const request = (instrument: 'cone' | 'sideFans' | 'sector') =>
  testRequest(testScene({ depthM: 8.3, targets: [fishAt('f', 0, 0.3, 5)] }), {
    sounder: { instrument },
    pingCount: 200,
  });

describe('two cursors', () => {
  const run = createSoundingRun(request('sideFans'));
  const { track } = run.block(0, 60);
  const at = (ping: number, bin: number, channel = 1): Cursor =>
    cursorAt(run.info, track, ping, { ping, channel, beam: 0, bin });
  const value = (a: Cursor, b: Cursor | null, id: string) =>
    measure({
      info: run.info,
      a,
      b,
      latest: { timeS: track.timeS[59], alongM: track.alongM[59] },
      units: 'metric',
      pxPerM: 12,
      pxPerTrackM: 20,
      fishLengthM: 0.3,
    }).find((row) => row.id === id);
  it('say of what is nearer than the bottom that it hangs in the water, and give it no place', () => {
    const a = at(30, 20);
    expect(a.rangeM).toBeLessThan(a.altitudeM);
    expect(value(a, null, 'ground')).toBeUndefined();
    expect(value(a, null, 'inWater')!.value).toBeCloseTo(a.altitudeM - a.rangeM, 9);
  });
  it('give ground range, and lengths across and along', () => {
    const a = at(10, 400);
    const b = at(30, 600);
    const ground = (cursor: Cursor) => Math.sqrt(cursor.rangeM ** 2 - cursor.altitudeM ** 2);
    expect(value(a, null, 'ground')!.value).toBeCloseTo(ground(a), 6);
    expect(value(a, b, 'along')!.value).toBeCloseTo(20 * 0.15, 3);
    expect(value(a, b, 'across')!.value).toBeCloseTo(ground(b) - ground(a), 6);
    expect(value(a, b, 'length')!.value).toBeCloseTo(Math.hypot(3, ground(b) - ground(a)), 3);
    expect(value(a, b, 'height')!.value).toBeCloseTo(
      heightFromShadowM(a.altitudeM, a.rangeM, b.rangeM),
      9,
    );
  });
  it('add up over the boat from one side to the other', () => {
    const a = at(10, 400, 0);
    const b = at(10, 400, 1);
    expect(value(a, b, 'across')!.value).toBeCloseTo(2 * value(a, null, 'ground')!.value, 6);
    expect(value(a, b, 'height')).toBeUndefined();
  });
  it('say how long ago and how far behind, with the numbers in the formula', () => {
    const row = value(at(20, 300), null, 'behind')!;
    expect(row.value).toBeCloseTo(39 * 0.15, 3);
    expect(row.formula).toContain('1.50 × 3.9');
    expect(value(at(20, 300), null, 'pixels')!.value).toBeCloseTo(0.3 * 20, 6);
  });
});

describe('a cell as a place on the water', () => {
  it.each(['cone', 'sideFans', 'sector'] as const)('%s', (instrument) => {
    const run = createSoundingRun(request(instrument));
    const { track } = run.block(0, 20);
    const channel = instrument === 'sideFans' ? 1 : 0;
    const beam = instrument === 'sector' ? run.info.channels[0].beamAnglesDeg.length - 5 : 0;
    const bin = Math.round(run.info.binCount * 0.7);
    const point = { ping: 10, channel, beam, bin };
    const { place, boat, slantM, depthM } = placeOfEcho(run.info, track, 10, point);
    const east = place.xM - boat.xM;
    const north = place.yM - boat.yM;
    // The boat sails east: starboard is south, ahead is east.
    if (instrument === 'cone') {
      expect([east, north]).toEqual([0, 0]);
      expect(depthM).toBeCloseTo(run.info.draftM + slantM, 9);
    } else if (instrument === 'sideFans') {
      expect(north).toBeCloseTo(-outwardM(run.info, track.bottomDepthM[10], point), 4);
      expect(depthM).toBeNull();
    } else {
      expect(east).toBeGreaterThan(1);
      expect(Math.hypot(east, depthM! - run.info.draftM)).toBeCloseTo(slantM, 4);
    }
    const [a, , c] = place.covarianceM2;
    expect(Math.min(a, c)).toBeGreaterThan(2);
  });
});

describe('the water opened', () => {
  const { scene, sounder, pass } = request('cone');
  const open = (of: typeof sounder, rig = soundRig(0.3)) =>
    cutaway({
      bottom: scene.bottom,
      targets: scene.targets,
      sounder: of,
      rig,
      pose: poseAt(pass, 10),
      reachM: 30,
    });
  it('shows the fish ahead, at its depth', () => {
    const { things, bed } = open(sounder);
    // 15 m along from −20: the boat is at −5, the fish at 0.
    expect(things[0].outM).toBeCloseTo(5, 3);
    expect(things[0].asideM).toBeCloseTo(-0.3, 1);
    expect(things[0].depthM).toBe(5);
    expect(bed.every(({ depthM }) => Math.abs(depthM - 8.3) < 0.05)).toBe(true);
  });
  it('leans the beam with the mount, and looks across with side fans', () => {
    const tilted = open(sounder, { ...soundRig(0.3), tiltDeg: 10 });
    expect((tilted.beams[0].axisRad * 180) / Math.PI).toBeCloseTo(10, 4);
    const side = open(request('sideFans').sounder);
    expect(side.isAcross).toBe(true);
    expect(side.beams.map(({ axisRad }) => Math.sign(axisRad))).toEqual([1, -1]);
    expect(side.things[0].outM).toBeCloseTo(-0.3, 1);
  });
});

describe('when the boat passed a place', () => {
  const of = request('sideFans');
  const run = createSoundingRun(of);
  const ring = new EchoRing(run.info, 200, 0);
  ring.append(run.block(0, 200));
  // East from (−20, 0) at 1.5 m/s, ten pings a second: at x = 1 after 14 s.
  const place = { xM: 1, yM: -6 };
  it('is the ping abeam, to starboard, at the slant range that the picture shows', () => {
    const passage = nearestPassage(ring, 0, 200, place)!;
    expect(passage.ping).toBe(140);
    expect(passage.abeamM).toBeCloseTo(6, 1);
    expect(passage.slantM).toBeCloseTo(Math.hypot(6, 8.3 - run.info.draftM), 1);
  });
  it('looks at no pings but those asked for', () => {
    expect(nearestPassage(ring, 0, 100, place)!.ping).toBe(99);
    expect(nearestPassage(ring, 250, 300, place)).toBeNull();
  });
  it('is found along a pass not sailed yet, and only where it comes near', () => {
    expect(nearestTimeS(of.pass, place, 60, 10)).toBe(14);
    expect(nearestTimeS(of.pass, { xM: 1, yM: -50 }, 60, 10)).toBeNull();
  });
});
