import { beforeEach, describe, expect, it, vi } from 'vitest';
import { blankWater } from '@core/builder';
import { newRecord, type WaterRecord } from '@core/records';
import { newMark, type NoteRecord } from '@/storage/chartNotes';
import { Notebook } from './notebook';

const stored = vi.hoisted(() => ({
  notes: new Map<string, unknown>(),
  water: null as unknown,
  full: false,
}));
vi.mock('@/storage/chartNotes', async (original) => ({
  ...(await original<object>()),
  putNote: (note: NoteRecord) => {
    if (stored.full) return Promise.reject(new Error('full'));
    stored.notes.set(note.id, note);
    return Promise.resolve();
  },
}));
vi.mock('@/storage/waters', () => ({
  openWater: () => Promise.resolve({ ok: true, value: stored.water }),
  saveWater: (water: WaterRecord, content: WaterRecord['content']) => {
    stored.water = { ...water, content };
    return Promise.resolve(stored.water);
  },
}));

const water: WaterRecord = {
  ...newRecord('water', 'pond', 1),
  content: blankWater({
    name: 'Pond',
    widthM: 40,
    heightM: 40,
    cellM: 2,
    depthM: 5,
    sediment: 'sand',
  }),
};
const mark = (name: string) =>
  newMark({
    waterId: 'pond',
    name,
    symbol: 'wood',
    note: '',
    xM: 5,
    yM: 6,
    depthM: 4,
    covarianceM2: [2, 0, 2],
    sightings: [],
  });
const open = () => new Notebook(water, { marks: [], lines: [], spots: [] });
const names = (notebook: Notebook) => notebook.store.getState().notes.marks.map(({ name }) => name);

beforeEach(() => {
  stored.notes.clear();
  stored.water = water;
  stored.full = false;
});

describe('the notebook of a chart', () => {
  it('takes back and does again, and stores what was taken back as deleted', async () => {
    const notebook = open();
    const [a, b] = [mark('A'), mark('B')];
    notebook.change('mark A', [{ before: null, after: a }]);
    notebook.change('mark B', [{ before: null, after: b }]);
    notebook.step('undo');
    expect(names(notebook)).toEqual(['A']);
    await notebook.flush();
    expect(stored.notes.get(b.id)).toMatchObject({ deletedAtMs: expect.any(Number) as number });
    notebook.step('redo');
    await notebook.flush();
    expect(names(notebook)).toEqual(['A', 'B']);
    expect(stored.notes.get(b.id)).toMatchObject({ deletedAtMs: null });
  });
  it('the moves of one drag are one step, taken back to where it began', () => {
    const notebook = open();
    const a = mark('A');
    notebook.change('mark A', [{ before: null, after: a }]);
    for (const xM of [6, 7, 8]) {
      const current = notebook.store.getState().notes.marks[0];
      notebook.edit('move A', current, { xM }, 'drag-1');
    }
    expect(notebook.store.getState().history.past).toHaveLength(2);
    notebook.step('undo');
    expect(notebook.store.getState().notes.marks[0].xM).toBe(5);
  });
  it('two marks joined into one come apart again', () => {
    const notebook = open();
    const [a, b] = [mark('A'), mark('B')];
    notebook.change('both', [
      { before: null, after: a },
      { before: null, after: b },
    ]);
    notebook.change('join', [
      { before: a, after: { ...a, name: 'AB' } },
      { before: b, after: null },
    ]);
    expect(names(notebook)).toEqual(['AB']);
    notebook.step('undo');
    expect(names(notebook)).toEqual(['A', 'B']);
  });
  it('keeps passes with the water, and nothing else of it', async () => {
    const notebook = open();
    const pass = { ...water.content.passes[0], id: 'lanes', name: 'Lanes' };
    notebook.setPasses('keep Lanes', [...water.content.passes, pass]);
    // Meanwhile the builder renamed the water.
    stored.water = { ...water, content: { ...water.content, name: 'Pond, renamed' } };
    await notebook.flush();
    expect(stored.water).toMatchObject({
      content: { name: 'Pond, renamed', passes: [{ id: 'across' }, { id: 'lanes' }] },
    });
    notebook.step('undo');
    await notebook.flush();
    expect(stored.water).toMatchObject({ content: { passes: [{ id: 'across' }] } });
  });
  it('says when nothing more can be stored, and stores it once it can', async () => {
    const notebook = open();
    const a = mark('A');
    stored.full = true;
    notebook.change('mark A', [{ before: null, after: a }]);
    await notebook.flush();
    expect(notebook.store.getState().failed).toBe(true);
    stored.full = false;
    await notebook.flush();
    expect(notebook.store.getState().failed).toBe(false);
    expect(stored.notes.has(a.id)).toBe(true);
  });
});
