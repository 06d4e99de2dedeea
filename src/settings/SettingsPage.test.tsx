import localforage from 'localforage';
import { describe, expect, it, vi } from 'vitest';
import { newRecord } from '@core/records';
import { openPage, savedFiles, screen, stored, waitFor, within } from '../../tests/components/page';
import { question } from '../../tests/fixtures/questions';
import { demoScreen } from '../../tests/fixtures/screens';
import { getEcho, putEcho } from '@/storage/database';
import { formatSize } from './formatSize';
import { SettingsPage } from './SettingsPage';

const drill = () => ({
  ...newRecord('drill', 'one', 1000),
  name: 'One of mine',
  note: '',
  items: [question('empty').item],
  order: 'written' as const,
  feedback: 'each' as const,
  secondsPerItem: null,
  passShare: null,
});

describe('settings', () => {
  it('are kept as they are chosen, and seen at once', async () => {
    const { user } = await openPage(<SettingsPage />);
    await user.click(await screen.findByRole('radio', { name: 'ft, mph, °F' }));
    await user.click(screen.getByRole('radio', { name: 'Dusk' }));
    await user.click(screen.getByRole('radio', { name: 'I learn' }));
    await waitFor(async () =>
      expect(await stored('settings', 'settings')).toMatchObject({
        units: 'imperial',
        theme: 'dusk',
        role: 'learn',
      }),
    );
    expect(document.documentElement.dataset.theme).toBe('dusk');
    expect(localStorage.getItem('wise-ripple-theme')).toBe('dusk');
  });
  it('save everything to a file, which brings back what is gone', async () => {
    const { user } = await openPage(<SettingsPage />, { records: [drill()] });
    const saved = savedFiles();
    await user.click(await screen.findByRole('button', { name: /^Save/ }));
    await screen.findByText(/^Saved /);
    expect(saved[0].name).toMatch(/^wise-ripple-.*\.zip$/);
    const file = new File([saved[0].blob], saved[0].name, { type: 'application/zip' });

    const there = await openPage(<SettingsPage />);
    expect(await stored('drill', 'one')).toBeUndefined();
    const input = document.querySelectorAll<HTMLInputElement>('input[type="file"]');
    await there.user.upload(input[input.length - 1], file);
    await screen.findByText(/1 added/);
    expect(await stored('drill', 'one')).toMatchObject({ name: 'One of mine' });
  });
  it('name a file that is no backup, and change nothing', async () => {
    const { user } = await openPage(<SettingsPage />, { records: [drill()] });
    await screen.findByRole('heading', { level: 1 });
    const input = document.querySelector<HTMLInputElement>('input[type="file"]')!;
    await user.upload(input, new File(['no zip'], 'holiday.zip', { type: 'application/zip' }));
    await screen.findByText(/“holiday.zip” was not taken: .*Nothing has been changed\./);
    expect(await stored('drill', 'one')).toMatchObject({ updatedAtMs: 1000 });
  });
  it('name what could not be read, and give it as a file', async () => {
    const table = localforage.createInstance({ name: 'wise-ripple', storeName: 'drill' });
    await table.setItem('odd', { ...drill(), id: 'odd', version: 99 });
    const { user } = await openPage(<SettingsPage />);
    const saved = savedFiles();
    const row = (await screen.findByText('drill, odd')).closest('li')!;
    expect(row.textContent).toContain('written by a newer Wise Ripple');
    await user.click(within(row).getByRole('button', { name: /Save it as a file/ }));
    await waitFor(() => expect(saved).toHaveLength(1));
    expect(saved[0].name).toBe('drill-odd.json');
    expect(JSON.parse(await saved[0].blob.text())).toMatchObject({ id: 'odd', version: 99 });
    await table.removeItem('odd');
  });
});

describe('the health of what is stored', () => {
  it('counts, reads everything back, and names what is not whole', async () => {
    const { record, echo } = demoScreen('demo-slope');
    const own = (id: string) => ({ ...record, id, echoId: id, name: `Screen ${id}` });
    await putEcho('whole', echo);
    await putEcho('cut', echo.slice(0, 200));
    await putEcho('of-nobody', echo.slice(0, 20));
    const { user } = await openPage(<SettingsPage />, {
      records: [own('whole'), own('cut'), own('gone')],
    });
    const list = await screen.findByRole('list', { name: 'What is stored' });
    expect(list.textContent).toMatch(/3 screens/);
    await user.click(screen.getByRole('button', { name: 'Read everything back' }));
    const said = await screen.findByText(/records and 2 echoes were read back/);
    expect(said.textContent).toMatch(/2 faults/);
    expect(said.textContent).toMatch(/“Screen cut”: /);
    expect(said.textContent).toMatch(/the echoes of “Screen gone” are not here/);
    await user.click(await screen.findByRole('button', { name: /^Remove \d+ left-overs/ }));
    await screen.findByText(/left-overs were removed/);
    expect(await getEcho('of-nobody')).toBeNull();
    expect(await getEcho('whole')).not.toBeNull();
  });
  it('can be asked for the demo library, and says when the server has gone', async () => {
    const { record } = demoScreen('demo-slope');
    vi.spyOn(globalThis, 'fetch').mockRejectedValue(new TypeError('no server'));
    const { user } = await openPage(<SettingsPage />, { records: [record] });
    await user.click(await screen.findByRole('button', { name: 'Keep the demo library here' }));
    await screen.findByText(/1 of 1 could not be fetched: is the server running/);
    vi.restoreAllMocks();
  });
});

describe('sizes', () => {
  it.each([
    [400, '0 kB'],
    [12_345, '12 kB'],
    [3_400_000, '3.4 MB'],
    [10_738_700_000, '10.7 GB'],
    [5e15, '5000000.0 GB'],
  ])('%d bytes are %s', (bytes, words) => {
    expect(formatSize(bytes)).toBe(words);
  });
});
