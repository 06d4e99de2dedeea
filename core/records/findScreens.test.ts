import { describe, expect, it } from 'vitest';
import { DEMO_SCREENS, DEMO_TIME_MS, hollinReservoir } from '../demo';
import { soundDemoScreen } from '../demo/soundDemoScreen';
import { readEchoFile, writeEchoFile } from '../formats';
import { ALL_SCREENS, findScreens } from './findScreens';
import { RECORD_KINDS } from './kinds';
import { digestAfter } from './screenTruth';
import { readRecord } from './versioned';

const water = hollinReservoir();
const sounded = (id: string) =>
  soundDemoScreen(
    DEMO_SCREENS.find((screen) => screen.id === id)!,
    water,
    DEMO_TIME_MS,
  );
const slope = sounded('demo-slope');
const lane = sounded('demo-lane');
const mill = {
  ...lane.record,
  id: 'mill',
  name: 'Mühle am Weg',
  instrument: 'sideFans' as const,
  waterName: 'Elsewhere',
  evidence: { ...lane.record.evidence, kind: 'camera' as const },
  tags: ['built'],
  createdAtMs: DEMO_TIME_MS + 5,
  nothingHere: null,
};
const all = [slope.record, lane.record, mill];
const ids = (query: Partial<typeof ALL_SCREENS>) =>
  findScreens(all, { ...ALL_SCREENS, ...query }).map(({ id }) => id);

describe('the demo library', () => {
  it('is the same whenever it is sounded, and reads back as records', () => {
    expect(writeEchoFile(sounded('demo-slope').echo)).toEqual(writeEchoFile(slope.echo));
    const record = readRecord(RECORD_KINDS.screen, JSON.parse(JSON.stringify(slope.record)));
    expect(record).toEqual({ ok: true, value: slope.record });
    const echo = readEchoFile(writeEchoFile(slope.echo));
    expect(echo.ok && echo.value.targets).toEqual(slope.echo.targets);
  });
  it('knows what can be seen on each, and which hold nothing', () => {
    expect(slope.record.contents).toEqual(['fish', 'bait', 'thermocline']);
    expect(slope.record.nothingHere).toBeNull();
    expect(lane.record.nothingHere).toBe('built thing');
    expect(lane.record.skills).toContain('empties');
  });
  it('judges a changed screen anew, but leaves a difficulty that was set by hand', () => {
    const { record, echo } = slope;
    if (record.source.kind !== 'simulated') throw new Error(record.source.kind);
    const ground = { info: record.source.info, ...echo, targets: echo.targets! };
    const bait = echo.targets!.find(({ kind }) => kind === 'baitSchool')!;
    const change = { targetId: bait.id, leftOut: true, label: null, name: '' };
    const without = { ...record, truth: { changes: [change], regions: [] } };
    const anew = digestAfter(record, without, ground);
    // What is no target stays as it was told.
    expect(anew).toMatchObject({ contents: ['fish', 'thermocline'], difficulty: 1 });
    expect(record.things).toContain('bleak school');
    expect(anew.things).not.toContain('bleak school');
    const byHand = { ...record, difficulty: 4 };
    const after = digestAfter(byHand, { ...without, difficulty: 4 }, ground);
    expect(after).toMatchObject({ contents: ['fish', 'thermocline'], difficulty: 4 });
  });
  it('holds sixty and more, every one with its own id', () => {
    expect(DEMO_SCREENS.length).toBeGreaterThanOrEqual(60);
    expect(new Set(DEMO_SCREENS.map(({ id }) => id)).size).toBe(DEMO_SCREENS.length);
  });
});

describe('finding screens', () => {
  it('takes words anywhere, without accents or case', () => {
    expect(ids({ text: 'muhle' })).toEqual(['mill']);
    expect(ids({ text: 'slope BAIT' })).toEqual(['demo-slope']);
    expect(ids({ text: 'slope walls' })).toEqual([]);
    // Named by nobody, and seen on it.
    expect(ids({ text: 'bleak school' })).toEqual(['demo-slope']);
  });
  it('narrows by each filter, and by several at once', () => {
    expect(ids({ instrument: 'sideFans' })).toEqual(['mill']);
    expect(ids({ content: 'bait' })).toEqual(['demo-slope']);
    expect(ids({ content: 'nothing' })).toEqual(['demo-lane']);
    expect(ids({ leastEvidence: 'caught' })).toEqual(['demo-slope', 'demo-lane'].sort().reverse());
    expect(ids({ waterName: 'Elsewhere' })).toEqual(['mill']);
    expect(ids({ skill: 'empties', instrument: 'cone' })).toEqual(['demo-lane']);
    expect(ids({ tag: 'built' })).toEqual(['mill']);
    expect(ids({ among: ['demo-lane', 'gone'] })).toEqual(['demo-lane']);
    expect(ids({ source: 'picture' })).toEqual([]);
  });
  it('orders as asked', () => {
    expect(ids({ order: 'newest' })[0]).toBe('mill');
    expect(ids({ order: 'name' })).toEqual(['demo-slope', 'demo-lane', 'mill']);
    expect(ids({ order: 'evidence' }).at(-1)).toBe('mill');
    expect(ids({ order: 'difficulty' })[0]).toBe('demo-slope');
  });
});
