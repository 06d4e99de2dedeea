import { describe, expect, it } from 'vitest';
import { passPlanSchema } from '@core/pass';
import { newRecord, type WaterRecord } from '@core/records';
import { putFault, withControl } from '@core/setup';
import { createSoundingRun, EchoRing, type Instrument } from '@core/sounding';
import { fishAt, testRequest, testScene } from '../../tests/fixtures/scene';
import { benchSetup } from '../../tests/fixtures/presented';
import { shippedWaters } from '../../tests/fixtures/questions';
import { openPage, stored } from '../../tests/components/page';
import { openScreen } from '@/storage/screens';
import { type Recording, recordScreen } from './recordScreen';

const PINGS = 150;
const FISH = [fishAt('pike', -12, 0.2, 6.5), fishAt('far', 400, 0, 6)];
const plan = passPlanSchema.parse({
  id: 'east',
  name: 'Eastward',
  routeM: [
    { x: -20, y: 0 },
    { x: 60, y: 0 },
  ],
  speedMps: 1.5,
});
const setup = benchSetup();
const water = (): WaterRecord => {
  const { content } = shippedWaters()[0];
  return { ...newRecord('water', 'lake', 1000), content };
};

/** What the bench has in its hand after so many pings over water with these fish. */
async function recording(
  change: Partial<Recording> = {},
  targets = FISH,
  instrument: Instrument = 'cone',
): Promise<Recording> {
  await openPage(<p />);
  const scene = testScene({ depthM: 10, targets });
  const request = testRequest(scene, { sounder: { noise: true }, pingCount: PINGS });
  const run = createSoundingRun(request);
  const ring = new EchoRing(run.info, PINGS, 0);
  ring.append(run.block(0, PINGS));
  return {
    water: water(),
    day: { dayId: 'august', hourOfDay: 5 },
    plan,
    targets: scene.targets,
    instrument,
    setup,
    pass: request.pass,
    ring,
    fromPing: 20,
    endPing: 140,
    name: '',
    notes: '',
    ...change,
  };
}

describe('a stretch that is recorded', () => {
  it('is the pings that were asked for, with their echo, settings and water', async () => {
    const of = await recording();
    const record = await recordScreen(of);
    expect(record).toMatchObject({
      firstPing: 20,
      pingCount: 120,
      instrument: 'cone',
      waterId: 'lake',
      waterName: of.water.content.name,
      passName: 'Eastward',
      evidence: { kind: 'simulated' },
      view: setup.views.cone,
    });
    expect(await stored('screen', record.id)).toEqual(record);
    const opened = await openScreen(record.id);
    if (!opened.ok) throw new Error(opened.error);
    const straight = of.ring.stretch(20, 140);
    const { levelsCdb } = opened.value.echo;
    expect(levelsCdb).toHaveLength(straight.levelsCdb.length);
    // Kept in half decibels: nothing that an eye could see is lost.
    const apart = levelsCdb.reduce(
      (most, level, i) => Math.max(most, Math.abs(level - straight.levelsCdb[i])),
      0,
    );
    expect(apart).toBeLessThanOrEqual(26);
    expect(opened.value.echo.track.timeS).toEqual(straight.track.timeS);
  });

  it('knows what is on it, and nothing of what is not', async () => {
    const record = await recordScreen(await recording());
    expect(record.contents).toEqual(['fish']);
    expect(record.nothingHere).toBeNull();
    expect(record.skills.length).toBeGreaterThan(0);
  });

  it('over empty water says so', async () => {
    const record = await recordScreen(await recording({}, []));
    expect(record.contents).toEqual([]);
    expect(record.nothingHere).toMatch(/water|bottom/);
    expect(record.skills).toContain('empties');
  });

  it('claims no empty water where a fault or a setting hides the fish', async () => {
    const faulty = await recordScreen(
      await recording({ setup: putFault(setup, 'air', false) }, []),
    );
    const deaf = { ...setup, views: { ...setup.views, cone: { ...setup.views.cone, gainDb: 0 } } };
    const dark = await recordScreen(await recording({ setup: deaf }));
    expect(dark.contents).toEqual([]);
    for (const record of [faulty, dark]) {
      expect(record.nothingHere).toBeNull();
      expect(record.skills).not.toContain('empties');
    }
  });

  it('is named as one says, or after pass, instrument and hour', async () => {
    const named = await recordScreen(await recording({ name: '  Pike at the drop  ' }));
    expect(named.name).toBe('Pike at the drop');
    const usual = await recordScreen(await recording());
    expect(usual.name).toMatch(/^Eastward, cone, \d\d:\d\d:\d\d$/);
  });

  it('asked for more than there is has what there is', async () => {
    const record = await recordScreen(await recording({ fromPing: -50, endPing: 9000 }));
    expect([record.firstPing, record.pingCount]).toEqual([0, PINGS]);
  });

  it('keeps its own words and id: two of one stretch are two screens', async () => {
    const of = await recording({ notes: 'Look at the tail.' });
    const [one, other] = [await recordScreen(of), await recordScreen(of)];
    expect(one.id).not.toBe(other.id);
    expect(one.echoId).not.toBe(other.echoId);
    expect([one.notes, other.notes]).toEqual(['Look at the tail.', 'Look at the tail.']);
  });

  it('has the settings with the faults that were put in, as they were heard', async () => {
    const faulty = withControl(setup, 'cone', 'gain', 71);
    const record = await recordScreen(await recording({ setup: faulty }));
    expect(record.view.gainDb).toBe(71);
    if (record.source.kind !== 'simulated') throw new Error(record.source.kind);
    expect(record.source.sounder).toEqual(faulty.sounders.cone);
    expect(record.source.rig).toEqual(faulty.rig);
  });
});
