import { beforeEach, describe, expect, it, vi } from 'vitest';
import { type DrillRecord, newRecord } from '@core/records';
import { attemptAt, question } from '../../tests/fixtures/questions';
import { listRecords, putEcho } from '@/storage/database';
import { openPage, screen, stored, waitFor, within } from '../../tests/components/page';
import { demoScreen } from '../../tests/fixtures/screens';
import { DrillsPage } from './DrillsPage';

const drill = (id: string, name: string, change: Partial<DrillRecord> = {}): DrillRecord => ({
  ...newRecord('drill', id, 1000),
  name,
  note: '',
  items: [question('empty').item],
  order: 'written',
  feedback: 'each',
  secondsPerItem: null,
  passShare: null,
  ...change,
});
const menu = async (user: { click: (e: Element) => Promise<void> }, of: string, item: string) => {
  await user.click(await screen.findByRole('button', { name: `More for ${of}` }));
  await user.click(await screen.findByRole('menuitem', { name: item }));
};
let left: string[];
beforeEach(() => {
  left = [];
  vi.spyOn(location, 'assign').mockImplementation((to) => void left.push(String(to)));
});

describe('the drills', () => {
  it('say what to begin with where nothing was done', async () => {
    await openPage(<DrillsPage />, { role: 'learn' });
    await screen.findByText(/the first session finds out where you stand/);
    await screen.findByText(/A first practice of five takes about four minutes/);
    expect(screen.queryByRole('button', { name: 'Compose a drill' })).toBeNull();
  });
  it('are composed by whoever teaches, each under its own address', async () => {
    const { user } = await openPage(<DrillsPage />);
    await user.click(await screen.findByRole('button', { name: 'Compose a drill' }));
    await waitFor(() => expect(left).toHaveLength(1));
    const id = new URL(left[0], 'http://here').searchParams.get('id')!;
    expect(await stored('drill', id)).toMatchObject({ name: 'New drill', items: [] });
  });
  it('are duplicated, and deleted with a way back', async () => {
    const { user } = await openPage(<DrillsPage />, { records: [drill('one', 'One of mine')] });
    await menu(user, 'One of mine', 'Duplicate');
    await screen.findByText('One of mine (copy)');
    await menu(user, 'One of mine (copy)', 'Delete');
    await screen.findByText('“One of mine (copy)” is deleted.');
    await waitFor(() => expect(screen.queryByText('One of mine (copy)')).toBeNull());
    await user.click(screen.getByRole('button', { name: 'Undo' }));
    await screen.findByText('One of mine (copy)');
  });
  it('get a parallel form: the same sorts, other pictures', async () => {
    const one = drill('one', 'One of mine', { feedback: 'end' });
    const { user } = await openPage(<DrillsPage />, { records: [one] });
    await menu(user, 'One of mine', 'Make a parallel form');
    await screen.findByText('One of mine, other form');
    const { records } = await listRecords('drill');
    const made = records.find(({ parallelOf }) => parallelOf === 'one')!;
    expect(made).toMatchObject({ feedback: 'end' });
    expect(made.items).toHaveLength(1);
    const [was, is] = [one.items[0], made.items[0]];
    expect(is).toMatchObject({ kind: was.kind, skill: was.skill });
    expect(is.id).not.toBe(was.id);
    expect(screen.getByText(/“One of mine, other form” is made\.$/)).toBeDefined();
  });
  it('find out where to begin, for who has answered nothing yet', async () => {
    const { user } = await openPage(<DrillsPage />, { role: 'learn' });
    await user.click(await screen.findByRole('button', { name: /Find where to begin/ }));
    await waitFor(() => expect(left).toHaveLength(1));
    const id = new URL(left[0], 'http://here').searchParams.get('id')!;
    const attempt = (await stored('attempt', id))!;
    expect(attempt).toMatchObject({ mode: 'placement', length: 12 });
    expect(attempt.items.map(({ skill }) => skill)).toEqual(['nowAndHistory']);
    expect(attempt.items[0].kind).not.toBe('callLive');
  });
  it('are taken: an attempt at all their items under their rules', async () => {
    const rules = { feedback: 'end', secondsPerItem: 30, passShare: 0.7 } as const;
    const { user } = await openPage(<DrillsPage />, {
      role: 'learn',
      records: [drill('one', 'One of mine', rules)],
    });
    await user.click(await screen.findByRole('button', { name: 'Take One of mine' }));
    await waitFor(() => expect(left).toHaveLength(1));
    const id = new URL(left[0], 'http://here').searchParams.get('id')!;
    expect(await stored('attempt', id)).toMatchObject({
      ...rules,
      drillId: 'one',
      length: 1,
      at: 0,
      answers: [],
    });
  });
  it('say which file was no drill, and change nothing', async () => {
    const { user } = await openPage(<DrillsPage />, { records: [drill('one', 'Kept')] });
    const input = await screen.findByLabelText('Bring in a drill from a file');
    await user.upload(input, new File(['bad'], 'bad.zip', { type: 'application/zip' }));
    await screen.findByText(/bad.zip was not taken/);
    expect(await stored('drill', 'one')).toMatchObject({ name: 'Kept' });
  });
  it('tell what was done, with a way back to what is not finished', async () => {
    const { item } = question('empty');
    await openPage(<DrillsPage />, {
      role: 'learn',
      records: [
        attemptAt('old', [item], { feedback: 'never', finishedAtMs: 5, drillName: 'The exam' }),
        attemptAt('now', [item, { ...item, id: 'b' }], { drillName: 'Half done' }),
      ],
    });
    const rows = within(await screen.findByRole('table'));
    expect(rows.getByText('The exam')).toBeDefined();
    expect(rows.getByText('held back')).toBeDefined();
    expect(rows.getByRole('link', { name: 'Go on at item 1' })).toHaveProperty(
      'pathname',
      '/drills/attempt',
    );
    expect(screen.getByRole('link', { name: /Go on where you were/ })).toHaveProperty(
      'search',
      '?id=now',
    );
  });
  it('from the library say so where no screen is fit to ask about', async () => {
    const { user } = await openPage(<DrillsPage />, { role: 'learn' });
    await user.click(await screen.findByRole('button', { name: /Start five items/ }));
    await screen.findByText(/no screen with a fair question/);
    expect(left).toEqual([]);
  });
  it('from the library ask only about screens that are known well enough', async () => {
    const { record, echo } = demoScreen('demo-brush');
    await putEcho(record.echoId, echo);
    const evidence = { ...record.evidence, kind: 'opinion' as const };
    const { user } = await openPage(<DrillsPage />, {
      role: 'learn',
      records: [{ ...record, evidence }],
    });
    await user.click(await screen.findByRole('button', { name: /Start five items/ }));
    await screen.findByText(/no screen with a fair question/);
    expect(left).toEqual([]);
    await user.selectOptions(screen.getByLabelText('Screens known by at least'), 'an opinion');
    await user.click(screen.getByRole('button', { name: /Start five items/ }));
    await waitFor(() => expect(left).toHaveLength(1));
    const { records } = await listRecords('attempt');
    expect(records).toHaveLength(1);
    expect(left[0]).toContain(records[0].id);
    for (const { screens } of records[0].items) {
      expect(screens).toEqual([{ from: 'library', screenId: 'demo-brush' }]);
    }
  });
});
