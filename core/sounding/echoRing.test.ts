import { describe, expect, it } from 'vitest';
import { fishAt, testRequest, testScene } from '../../tests/fixtures/scene';
import { createSoundingRun, EchoRing, soundingRequestSchema } from '.';

const request = testRequest(
  testScene({ targets: [fishAt('f', -14, 0.3, 6), fishAt('g', -8, 0.3, 7)] }),
  {
    sounder: { binCount: 120, noise: true, speckle: true },
    pingCount: 100,
  },
);

describe('the ring', () => {
  const run = createSoundingRun(request);
  const ring = new EchoRing(run.info, 40, 10);
  for (let ping = 10; ping < 100; ping += 15) ring.append(run.block(ping, 15));

  it('keeps the newest pings and forgets the oldest', () => {
    expect([ring.first, ring.end]).toEqual([60, 100]);
    const stretch = ring.stretch(0, 1000);
    expect(stretch).toMatchObject({ firstPing: 60, pingCount: 40 });
    const straight = run.block(60, 40);
    expect(stretch.levelsCdb).toEqual(straight.levelsCdb);
    expect(stretch.track).toEqual(straight.track);
  });

  it('keeps the truth of the pings it holds', () => {
    const straight = run.block(70, 30).truth;
    const held = ring.stretch(70, 100).truth;
    const rows = [...held.ping.keys()].filter((row) => held.ping[row] >= 70);
    expect(rows.map((row) => held.levelCdb[row])).toEqual([...straight.levelCdb]);
    expect(rows.length).toBeGreaterThan(0);
  });

  it('refuses a block that leaves a gap', () => {
    expect(() => ring.append(run.block(150, 2))).toThrow(/Expected ping 100/);
  });

  it('gives an empty stretch where there is nothing', () => {
    expect(ring.stretch(0, 20).pingCount).toBe(0);
  });
});

describe('the request', () => {
  const issuesOf = (change: object) =>
    soundingRequestSchema.safeParse({ ...request, ...change }).error?.issues ?? [];
  it('is accepted as it is', () => {
    const scene = { ...request.scene, water: { ...request.scene.water, volumeScatteringDb: -82 } };
    expect(issuesOf({ scene })).toEqual([]);
  });
  it('names what is out of range, and where', () => {
    const paths = issuesOf({
      sounder: { ...request.sounder, beamwidthDeg: 120, pingRateHz: NaN },
      pingCount: 0,
    }).map((issue) => issue.path.join('.'));
    expect(paths).toEqual(
      expect.arrayContaining(['sounder.beamwidthDeg', 'sounder.pingRateHz', 'pingCount']),
    );
  });
  it('refuses two targets of one id', () => {
    const twice = [fishAt('f', 0, 0, 5), fishAt('f', 1, 0, 5)];
    const issues = issuesOf({ scene: { ...request.scene, targets: twice } });
    expect(issues.some((issue) => issue.message.includes('"f" is used twice'))).toBe(true);
  });
});
