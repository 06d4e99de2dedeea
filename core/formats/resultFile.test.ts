import { describe, expect, it } from 'vitest';
import { attemptAt, question } from '../../tests/fixtures/questions';
import { readResults, writeResults } from './resultFile';
import { readRoster } from './roster';

const attempts = [attemptAt('one', [question('empty').item])];
const WRITTEN = '2026-05-02T18:00:00.000Z';
const file = () => writeResults({ alias: ' Aino ', attempts }, WRITTEN);
const refused = (text: string) => {
  const read = readResults(text);
  return read.ok ? null : read.error;
};

describe('a file of results', () => {
  it('reads back as it was written', () => {
    const read = readResults(file());
    expect(read).toEqual({ ok: true, value: { alias: 'Aino', attempts } });
  });
  it('that was changed by hand is refused, whatever was changed', () => {
    const raw = JSON.parse(file()) as { alias: string; attempts: { at: number }[] };
    const other = { ...raw, alias: 'Bertil' };
    const moved = { ...raw, attempts: [{ ...raw.attempts[0], at: 1 }] };
    for (const changed of [other, moved]) {
      expect(refused(JSON.stringify(changed))).toMatchObject({
        code: 'damagedPart',
        message: expect.stringMatching(/something in it was changed/),
      });
    }
  });
  it('that is something else, cut short or newer says so', () => {
    expect(refused(file().slice(0, 200))?.code).toBe('notAFile');
    expect(refused('{"type":"FeatureCollection"}')?.code).toBe('foreign');
    const newer = JSON.stringify({ ...(JSON.parse(file()) as object), version: 2 });
    expect(refused(newer)?.code).toBe('newerVersion');
  });
  it('names the attempt that cannot be read', () => {
    const broken = [attempts[0], { ...attempts[0], length: 0 }];
    expect(refused(writeResults({ alias: 'A', attempts: broken }, WRITTEN))?.message).toMatch(
      /^attempts\.1: length/,
    );
  });
});

describe('a list of names', () => {
  it('is one a line, each once', () => {
    expect(readRoster('Aino\n\n  Bertil \naino\n').map(({ name }) => name)).toEqual([
      'Aino',
      'Bertil',
    ]);
  });
  it('is a table with a heading, wherever its columns stand', () => {
    const table = '\uFEFFclub;Name;Note\nNorth;Aino;"sails, often"\nSouth;Bertil;';
    expect(readRoster(table)).toEqual([
      { name: 'Aino', note: 'sails, often' },
      { name: 'Bertil', note: '' },
    ]);
  });
});
