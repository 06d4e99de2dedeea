import { beforeEach, describe, expect, it } from 'vitest';
import { putEcho } from '@/storage/database';
import { openPage, screen, stored, waitFor, within } from '../../tests/components/page';
import { demoScreen } from '../../tests/fixtures/screens';
import { LibraryPage } from './LibraryPage';

const IDS = ['demo-slope', 'demo-brush', 'demo-channel'];
const open = async (role: 'teach' | 'learn' = 'teach') => {
  const screens = IDS.map(demoScreen);
  for (const { record, echo } of screens) await putEcho(record.echoId, echo);
  const opened = await openPage(<LibraryPage />, {
    role,
    records: screens.map(({ record }) => record),
  });
  await screen.findByText(/^3 recorded screens|^3 of 3 screens/);
  return opened;
};
const names = IDS.map((id) => demoScreen(id).record.name);
const link = (name: string) => screen.queryByRole('link', { name });
const find = () => screen.getByLabelText('Words to find');

beforeEach(() => localStorage.clear());

describe('the library', () => {
  it('shows every screen with a way in', async () => {
    await open();
    for (const [i, name] of names.entries()) {
      expect(link(name)?.getAttribute('href')).toBe(`/library/screen?id=${IDS[i]}`);
    }
  });
  it('finds by words and filters, and clears them', async () => {
    const { user } = await open();
    await user.type(find(), 'slope');
    await screen.findByText('1 of 3 screens');
    expect(link(names[0])).not.toBeNull();
    expect(link(names[1])).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Clear' }));
    await waitFor(() => expect(link(names[1])).not.toBeNull());
    await user.type(find(), 'no such thing');
    await screen.findByText(/No screen is like that\./);
  });
  it('is a table too, ordered by any column', async () => {
    const { user } = await open();
    await user.click(screen.getByRole('button', { name: 'Table' }));
    const table = within(await screen.findByRole('table', { name: 'Recorded screens' }));
    await user.click(table.getByRole('button', { name: 'Name' }));
    const shown = () =>
      table
        .getAllByRole('link')
        .map(({ textContent }) => textContent!)
        .filter((name) => names.includes(name));
    const sorted = [...names].sort((a, b) => a.localeCompare(b));
    await waitFor(() => expect(shown()).toEqual(sorted));
  });
  it('deletes what is chosen with a way back, today and from the list of today', async () => {
    const { user } = await open();
    await user.click(screen.getByLabelText(`Choose ${names[0]}`));
    await user.click(screen.getByRole('button', { name: 'Delete' }));
    await waitFor(() => expect(link(names[0])).toBeNull());
    expect((await stored('screen', IDS[0]))!.deletedAtMs).toBeGreaterThan(0);
    await user.click(screen.getByRole('button', { name: 'Undo' }));
    await waitFor(() => expect(link(names[0])).not.toBeNull());
    expect((await stored('screen', IDS[0]))!.deletedAtMs).toBeNull();
  });
  it('brings back on the same day what was deleted on an earlier visit', async () => {
    const { record } = demoScreen(IDS[0]);
    const { user } = await openPage(<LibraryPage />, {
      records: [{ ...record, deletedAtMs: Date.now() - 3600_000 }],
    });
    await user.click(await screen.findByText(/Deleted today: 1/));
    await user.click(screen.getByRole('button', { name: `Bring back ${names[0]}` }));
    await waitFor(async () => expect((await stored('screen', IDS[0]))!.deletedAtMs).toBeNull());
    await waitFor(() => expect(link(names[0])).not.toBeNull());
  });
  it('tags and collects many at once', async () => {
    const { user } = await open();
    await user.click(screen.getByLabelText(`Choose ${names[0]}`));
    await user.click(screen.getByLabelText(`Choose ${names[2]}`));
    const field = screen.getByLabelText('Tag or collection');
    await user.type(field, 'walls');
    await user.click(screen.getByRole('button', { name: 'Tag them' }));
    await screen.findByText('Tagged 2 with “walls”.');
    const tags = await Promise.all(IDS.map(async (id) => (await stored('screen', id))!.tags));
    expect(tags.map((list) => list.includes('walls'))).toEqual([true, false, true]);
  });
  it('does not tell a learner what is on the screens', async () => {
    await open('learn');
    expect(screen.queryByText(/fish, bait/)).toBeNull();
    expect(screen.queryByLabelText('What can be seen')).toBeNull();
  });
  it('says how to fill it where it is empty', async () => {
    await openPage(<LibraryPage />);
    await screen.findByRole('heading', { level: 1 });
    expect(await screen.findByRole('link', { name: /bench/i })).toBeDefined();
  });
});
