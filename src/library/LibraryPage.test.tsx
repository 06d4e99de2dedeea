import { beforeEach, describe, expect, it, vi } from 'vitest';
import { readEchoFile, writeLevelsCsv } from '@core/formats';
import { putEcho, removeRecord } from '@/storage/database';
import { openPage, savedFiles, screen, stored, waitFor, within } from '../../tests/components/page';
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

const choice = (name: string) => screen.getByRole('combobox', { name });
const options = (name: string) =>
  within(choice(name))
    .getAllByRole('option')
    .map(({ textContent }) => textContent!);
const shown = () => names.filter((name) => link(name) !== null);

describe('its filters', () => {
  it('narrow one another, and say what there is to choose', async () => {
    const { user } = await open();
    await user.click(screen.getByRole('button', { name: 'Filters' }));
    const records = IDS.map((id) => demoScreen(id).record);
    const { waterName } = records[0];
    expect(options('Water').slice(1)).toEqual(
      [...new Set(records.map((record) => record.waterName))].sort((a, b) => a.localeCompare(b)),
    );
    await user.selectOptions(choice('Water'), waterName);
    const there = records.filter((record) => record.waterName === waterName);
    await waitFor(() => expect(shown()).toEqual(there.map(({ name }) => name)));
    await user.selectOptions(choice('Instrument'), 'sector');
    await screen.findByText(/No screen is like that/);
    await user.click(screen.getByRole('button', { name: 'Clear' }));
    await waitFor(() => expect(shown()).toEqual(names));
    expect(choice('Water')).toHaveProperty('value', '');
  });
  it('show what is set while they are folded, and each is taken away by itself', async () => {
    const { user } = await open();
    await user.click(screen.getByRole('button', { name: 'Filters' }));
    await user.selectOptions(choice('Instrument'), 'cone');
    await user.selectOptions(choice('What can be seen'), 'fish');
    await user.click(screen.getByRole('button', { name: 'Fold the filters' }));
    expect(screen.queryByRole('combobox', { name: 'Instrument' })).toBeNull();
    const withFish = IDS.map((id) => demoScreen(id).record).filter(
      ({ instrument, contents }) => instrument === 'cone' && contents?.includes('fish'),
    );
    await waitFor(() => expect(shown()).toEqual(withFish.map(({ name }) => name)));
    await user.click(screen.getByRole('button', { name: 'Take away what can be seen: fish' }));
    expect(screen.queryByRole('button', { name: /^Take away what can be seen/ })).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Take away instrument: Cone' }));
    await waitFor(() => expect(shown()).toEqual(names));
  });
  it('find sorts of things that are no targets, and by their words too', async () => {
    const { user } = await open();
    const withLayer = IDS.map((id) => demoScreen(id).record).filter(({ contents }) =>
      contents?.includes('thermocline'),
    );
    expect(withLayer.length).toBeGreaterThan(0);
    await user.type(find(), 'thermocline');
    await waitFor(() =>
      expect(shown()).toEqual(expect.arrayContaining(withLayer.map(({ name }) => name))),
    );
  });
  it('find what can be seen, how hard it is, and how it is known', async () => {
    const { user } = await open();
    await user.click(screen.getByRole('button', { name: 'Filters' }));
    const records = IDS.map((id) => demoScreen(id).record);
    const named = (of: (record: (typeof records)[number]) => boolean) =>
      records.filter(of).map(({ name }) => name);
    await user.selectOptions(choice('What can be seen'), 'wood');
    const withWood = named(({ contents }) => contents?.includes('wood') ?? false);
    expect(withWood.length).toBeGreaterThan(0);
    await waitFor(() => expect(shown()).toEqual(withWood));
    await user.click(screen.getByRole('button', { name: 'Clear' }));
    const { difficulty } = records[0];
    await user.selectOptions(choice('Difficulty'), String(difficulty));
    await waitFor(() =>
      expect(shown()).toEqual(named((record) => record.difficulty === difficulty)),
    );
    await user.click(screen.getByRole('button', { name: 'Clear' }));
    await user.selectOptions(choice('Source'), 'picture');
    await screen.findByText(/No screen is like that/);
  });
  it('keep the look that was chosen for the next visit', async () => {
    const { user, unmount } = await open();
    await user.click(screen.getByRole('button', { name: 'Table' }));
    await screen.findByRole('table', { name: 'Recorded screens' });
    unmount();
    await open();
    expect(await screen.findByRole('table', { name: 'Recorded screens' })).toBeDefined();
  });
});

describe('collections', () => {
  it('are made of what is chosen, looked through, and added to', async () => {
    const { user } = await open();
    await user.click(screen.getByLabelText(`Choose ${names[1]}`));
    const field = screen.getByLabelText('Tag or collection');
    await user.type(field, 'First evening');
    await user.click(screen.getByRole('button', { name: 'Put into a collection' }));
    await screen.findByText('1 in “First evening”.');
    await user.selectOptions(choice('Collection'), 'First evening');
    await waitFor(() => expect(shown()).toEqual([names[1]]));
    await user.selectOptions(choice('Collection'), 'All collections');
    await waitFor(() => expect(shown()).toEqual(names));
    await user.click(screen.getByRole('button', { name: 'Choose none' }));
    await user.click(screen.getByRole('button', { name: 'Choose all' }));
    await user.type(screen.getByLabelText('Tag or collection'), 'First evening');
    await user.click(screen.getByRole('button', { name: 'Put into a collection' }));
    await screen.findByText('3 in “First evening”.');
    await user.selectOptions(choice('Collection'), 'First evening');
    await waitFor(() => expect(shown()).toEqual(names));
  });
  it('and choices are saved as a ZIP that another library reads', async () => {
    const { user } = await open();
    const files = savedFiles();
    await user.click(screen.getByLabelText(`Choose ${names[2]}`));
    await user.click(screen.getByRole('button', { name: 'Save 1 as ZIP' }));
    await waitFor(() => expect(files).toHaveLength(1));
    const zip = new File([files[0].blob], files[0].name);
    await removeRecord('screen', IDS[2]);
    await user.upload(screen.getByLabelText('Pictures, echo logs or a library'), zip);
    await screen.findByText('1 taken, 0 refused.');
    await waitFor(async () => expect((await stored('screen', IDS[2]))?.name).toBe(names[2]));
  });
});

describe('files from outside', () => {
  const bring = (user: Awaited<ReturnType<typeof open>>['user'], file: File) =>
    user.upload(screen.getByLabelText('Pictures, echo logs or a library'), file);

  it('that cannot be read are refused by name and reason, and change nothing', async () => {
    const { user } = await open();
    await bring(user, new File(['depth\nthree'], 'broken.csv'));
    const alert = await screen.findByRole('alert');
    expect(alert.textContent).toMatch(
      /^broken\.csv was not taken: .*\. Nothing has been changed\.$/,
    );
    await bring(user, new File(['{}'], 'some.truth.json'));
    await screen.findByText(/a truth file belongs to a screen/);
    await bring(user, new File([new Uint8Array([0x50, 0x4b, 3, 4, 9])], 'cut.zip'));
    await waitFor(() =>
      expect(screen.getByRole('alert').textContent).toMatch(/^cut\.zip was not taken/),
    );
    expect(shown()).toEqual(names);
    await user.click(screen.getByRole('button', { name: 'Close' }));
    expect(screen.queryByRole('alert')).toBeNull();
  });
  it('that are too large are not read at all', async () => {
    const { user } = await open();
    const huge = new File(['a'], 'season.nc');
    Object.defineProperty(huge, 'size', { value: 300_000_000 });
    const read = vi.spyOn(huge, 'arrayBuffer');
    await bring(user, huge);
    await screen.findByText(/the file has 300 MB; the limit is 200 MB/);
    expect(read).not.toHaveBeenCalled();
  });
  it('of levels become a screen of opinion, with what was assumed', async () => {
    const { user } = await open();
    const { record, echo } = demoScreen(IDS[0]);
    const read = readEchoFile(echo);
    if (!read.ok || record.source.kind !== 'simulated') throw new Error('no echo');
    const text = writeLevelsCsv({
      info: record.source.info,
      levelsCdb: read.value.levelsCdb,
      track: read.value.track,
      pingCount: record.pingCount,
    });
    await bring(user, new File([text], 'Evening on the slope.csv'));
    const way = await screen.findByRole('link', { name: /Evening on the slope/ });
    const id = new URL((way as HTMLAnchorElement).href).searchParams.get('id')!;
    const made = (await stored('screen', id))!;
    expect(made).toMatchObject({
      instrument: record.instrument,
      pingCount: record.pingCount,
      evidence: { kind: 'opinion' },
      source: { kind: 'log', fileName: 'Evening on the slope.csv' },
    });
  });
});
