import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { hollinReservoir } from '../demo';
import { newRecord, readRecord, RECORD_KINDS, type RecordKind } from '.';

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
});
