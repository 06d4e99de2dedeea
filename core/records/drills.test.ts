import { describe, expect, it } from 'vitest';
import { madeUpItem } from '../drills/madeUp';
import { readWorkspace, writeWorkspace } from '../formats';
import { LESSONS } from '../teaching';
import { type DrillRecord, newRecord, readRecord, RECORD_KINDS } from '.';

const drill: DrillRecord = {
  ...newRecord('drill', 'mine', 5),
  name: 'Mine',
  note: '',
  items: [
    { ...madeUpItem, kind: 'tapAll', label: 'fish' },
    { ...madeUpItem, id: 'second', kind: 'measure', quantity: 'depth', targetId: 'a' },
  ],
  order: 'written',
  feedback: 'each',
  secondsPerItem: null,
  passShare: 0.7,
};

const refused = (kind: 'drill' | 'lesson' | 'attempt', raw: unknown) => {
  const read = readRecord(RECORD_KINDS[kind] as typeof RECORD_KINDS.drill, raw);
  if (read.ok) throw new Error('was taken');
  return read.error.message;
};

describe('a drill', () => {
  it('is read as it was written', () => {
    const read = readRecord(RECORD_KINDS.drill, JSON.parse(JSON.stringify(drill)));
    expect(read.ok && read.value).toEqual(drill);
  });
  it.each([
    [{ name: '  ' }, /^name/],
    [{ feedback: 'sometimes' }, /^feedback/],
    [{ secondsPerItem: 1 }, /^secondsPerItem/],
    [{ passShare: 1.5 }, /^passShare/],
    [{ order: 'backwards' }, /^order/],
    [{ items: [{ ...drill.items[0], label: 'whale' }] }, /items.*0.*label/],
    [{ items: [{ ...drill.items[0], kind: 'riddle' }] }, /items.*0/],
    [{ items: [{ ...drill.items[0], screens: [{ from: 'nowhere' }] }] }, /items.*screens/],
  ])('with %j is refused, and it is said where', (change, message) => {
    expect(refused('drill', { ...drill, ...change })).toMatch(message);
  });
});

describe('a lesson', () => {
  const [lesson] = LESSONS;
  it('is refused with a step of no kind, or a picture that cannot be sounded', () => {
    const [step] = lesson.steps;
    expect(refused('lesson', { ...lesson, steps: [{ ...step, kind: 'sing' }] })).toMatch(
      /steps.*0/,
    );
    const bad = { ...step, plates: [{ recipe: { waterId: 'w' } }] };
    expect(refused('lesson', { ...lesson, steps: [bad] })).toMatch(/steps.*plates/);
    expect(refused('lesson', { ...lesson, minutes: 0 })).toMatch(/^minutes/);
  });
});

describe('a file', () => {
  it('carries drills and lessons, and gives them back unchanged', () => {
    const records = [drill, ...LESSONS.slice(0, 2)];
    const file = writeWorkspace({ records, echoes: new Map() }, '2026-11-26T00:00:00Z');
    const read = readWorkspace(file);
    if (!read.ok) throw new Error(read.error.message);
    const byId = (id: string) => read.value.records.find((record) => record.id === id);
    for (const record of records) expect(byId(record.id)).toEqual(record);
  });
});
