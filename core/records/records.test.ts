import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { testRequest, testScene } from '../../tests/fixtures/scene';
import { hollinReservoir } from '../demo';
import { createSoundingRun } from '../sounding';
import { depthAtM } from '../bottom';
import { newRecord, readRecord, RECORD_KINDS, type RecordKind } from '.';
import { waterToday } from '../waters';

const water = { ...newRecord('water', 'hollin', 5), content: hollinReservoir() };
const settings = {
  ...newRecord('settings', 'settings', 5),
  role: null,
  units: 'metric',
  theme: 'paper',
  demoSeeded: true,
};

describe('reading records', () => {
  it('takes what was written, also through JSON', () => {
    const read = readRecord(RECORD_KINDS.water, JSON.parse(JSON.stringify(water)));
    expect(read.ok && read.value).toEqual(water);
  });
  it.each([
    [null, 'notARecord', /got something else/],
    [[settings], 'notARecord', /got something else/],
    [{ ...settings, schema: 'boat' }, 'wrongSchema', /"boat"/],
    [{ ...settings, version: 9 }, 'newerVersion', /version 9/],
    [{ ...settings, units: 'fathoms' }, 'invalid', /^units: /],
    [{ ...settings, id: '../evil' }, 'invalid', /^id: /],
    [{ ...settings, version: undefined }, 'invalid', /version/],
  ])('names what is wrong with %j', (raw, code, message) => {
    const read = readRecord(RECORD_KINDS.settings, raw);
    expect(read.ok).toBe(false);
    if (!read.ok) {
      expect(read.error.code).toBe(code);
      expect(read.error.message).toMatch(message);
    }
  });
  it('says where inside a record the fault lies', () => {
    const broken = structuredClone(water) as {
      content: { scene: { targets: { depthM?: number }[] } };
    };
    broken.content.scene.targets[3].depthM = -2;
    const read = readRecord(RECORD_KINDS.water, broken);
    expect(!read.ok && read.error.message).toMatch(/content\.scene\.targets\.3/);
  });
});

describe('migrations', () => {
  const kind: RecordKind<{ schema: string; version: number; lengthM: number; note: string }> = {
    schemaName: 'rope',
    version: 3,
    shape: z.object({
      schema: z.literal('rope'),
      version: z.literal(3),
      lengthM: z.number(),
      note: z.string(),
    }),
    migrations: {
      1: (old) => ({ ...old, lengthM: (old.lengthFt as number) * 0.3048 }),
      2: (old) => ({ ...old, note: '' }),
    },
  };
  it('brings every earlier version up, step by step', () => {
    const read = readRecord(kind, { schema: 'rope', version: 1, lengthFt: 10 });
    expect(read.ok && read.value).toEqual({ schema: 'rope', version: 3, lengthM: 3.048, note: '' });
  });
  it('refuses a version with no way up', () => {
    const read = readRecord(
      { ...kind, migrations: { 2: kind.migrations[2] } },
      { schema: 'rope', version: 1, lengthFt: 10 },
    );
    expect(read.ok).toBe(false);
  });
  it('reads a screen of the first version, whose one channel was part of the echogram', () => {
    const { info } = createSoundingRun(testRequest(testScene({})));
    const [{ name, frequencyHz, acrossBeamwidthDeg, beamAnglesDeg, ...figures }] = info.channels;
    const request = testRequest(testScene({}));
    const { second, ...sounder } = request.sounder as { second: null } & typeof request.sounder;
    const first = {
      ...newRecord('screen', 'old', 5),
      version: 1,
      name: 'Old',
      notes: '',
      waterId: 'w',
      waterName: 'W',
      passName: 'P',
      sounder,
      rig: { draftM: 0.3 },
      pass: request.pass,
      firstPing: 0,
      pingCount: 10,
      info: { ...info, channels: ['cone'], ...figures },
      view: { gainDb: 40, paletteId: 'linen', topM: 0, bottomM: 15, scrollPxPerS: 20 },
      targets: [],
      evidence: 'simulated',
    };
    const read = readRecord(RECORD_KINDS.screen, first);
    if (!read.ok) throw new Error(read.error.message);
    const { source, ...screen } = read.value;
    if (source.kind !== 'simulated') throw new Error(source.kind);
    expect(source.info).toEqual(info);
    expect(source.sounder).toEqual({ ...sounder, second });
    expect(source.rig).toMatchObject({ draftM: 0.3, tiltDeg: 0, interference: [] });
    // Version 4 keeps what the echo's source is, how it is known, and truth that people state.
    expect(screen).toMatchObject({
      echoId: screen.id,
      instrument: 'cone',
      evidence: { kind: 'simulated', who: '' },
      truth: { changes: [], regions: [] },
      nothingHere: null,
    });
    expect([name, frequencyHz, acrossBeamwidthDeg, beamAnglesDeg]).toEqual([
      'cone',
      200_000,
      null,
      [0],
    ]);
    // Nonsense instead of a screen is a fault, not a crash.
    const bad = readRecord(RECORD_KINDS.screen, { ...first, info: null });
    expect(!bad.ok && bad.error.code).toBe('invalid');
  });
});

describe('waters of version 1', () => {
  const { content } = water;
  const first = {
    ...water,
    version: 1,
    content: {
      name: content.name,
      description: content.description,
      scene: content.scene,
      passes: content.passes.map(({ id, name, hint, routeM }) => ({ id, name, hint, routeM })),
    },
  };
  it('gain a day, an origin and passes that are sailed', () => {
    const read = readRecord(RECORD_KINDS.water, JSON.parse(JSON.stringify(first)));
    expect(read.ok).toBe(true);
    if (!read.ok) return;
    expect(read.value.version).toBe(2);
    expect(read.value.content.conditions.levelM).toBe(0);
    expect(read.value.content.spots).toEqual([]);
    expect(read.value.content.passes[0]).toMatchObject({
      speedMps: 1.5,
      holding: { kind: 'sail' },
      sweep: null,
    });
    expect(read.value.content.scene).toEqual(content.scene);
  });
});

describe('the water today', () => {
  const { content } = water;
  const risen = waterToday({ ...content, conditions: { ...content.conditions, levelM: 1.5 } });
  it('is deeper everywhere by its level', () => {
    const [now, charted] = [risen.scene.bottom.depthsCm, content.scene.bottom.depthsCm];
    expect(now.every((depthCm, i) => depthCm === charted[i] + 150)).toBe(true);
  });
  it('lets what hangs in the water keep its depth', () => {
    expect(risen.scene.targets).toEqual(content.scene.targets);
  });
  it('keeps fish off a bottom that has risen to them', () => {
    const low = waterToday({ ...content, conditions: { ...content.conditions, levelM: -2 } });
    for (const target of low.scene.targets) {
      if (!('depthM' in target)) continue;
      const bottomM = Math.max(0.3, depthAtM(low.scene.bottom, target.xM, target.yM));
      expect(target.depthM, target.id).toBeLessThanOrEqual(bottomM);
    }
  });
  it('is the same object while nothing stands higher or lower', () => {
    expect(waterToday(content)).toBe(content);
  });
});

describe('an attempt of version 1', () => {
  const mark = { ping: 5, bin: 6 };
  const old = {
    ...newRecord('attempt', 'old', 5),
    version: 1,
    drillName: 'Two from the library',
    seed: 3,
    items: [
      { kind: 'tapAll', id: 't', screenId: 'demo-slope', label: 'fish' },
      {
        kind: 'whatIsThis',
        id: 'w',
        screenId: 'demo-brush',
        targetId: 'a',
        options: ['fish', 'wood'],
      },
    ],
    answers: [
      {
        answer: {
          kind: 'tapAll',
          confidence: 'sure',
          committedAtMs: 9,
          marks: [mark],
          tolerance: { pings: 3, bins: 3 },
        },
        grade: {
          kind: 'tapAll',
          right: false,
          hits: [{ targetId: 'f', mark: 0 }],
          missed: ['g'],
          falseMarks: [],
          strays: [],
          tolerated: [],
          notCounted: [],
          lookAlikes: 1,
        },
      },
    ],
    finishedAtMs: null,
  };
  it('goes on where it was, its answers kept', () => {
    const read = readRecord(RECORD_KINDS.attempt, JSON.parse(JSON.stringify(old)));
    if (!read.ok) throw new Error(read.error.message);
    const { items, answers, at, length, mode } = read.value;
    expect(items.map(({ screens }) => screens)).toEqual([
      [{ from: 'library', screenId: 'demo-slope' }],
      [{ from: 'library', screenId: 'demo-brush' }],
    ]);
    expect({ at, length, mode }).toEqual({ at: 1, length: 2, mode: 'drill' });
    expect(answers[0]).toMatchObject({ itemId: 't', grade: { score: 0.5 } });
    expect(answers[0].answer).toMatchObject({ marks: [{ ...mark, channel: 0 }], tookMs: 0 });
  });
  it('is refused with more answers than items', () => {
    const [answer] = old.answers;
    const read = readRecord(RECORD_KINDS.attempt, {
      ...old,
      items: old.items.slice(0, 1),
      answers: [answer],
      drillName: 3,
    });
    expect(read.ok).toBe(false);
  });
});
