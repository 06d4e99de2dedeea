import localforage from 'localforage';
import { describe, expect, it } from 'vitest';
import { newRecord } from '@core/records';
import { openPage, savedFiles, screen, stored, waitFor, within } from '../../tests/components/page';
import { question } from '../../tests/fixtures/questions';
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
