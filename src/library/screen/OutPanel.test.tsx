import { describe, expect, it } from 'vitest';
import { readEchoFile, readLevelsCsv, readTruthFile } from '@core/formats';
import { putEcho } from '@/storage/database';
import {
  openPage,
  savedFiles,
  screen,
  stored,
  tapAt,
  waitFor,
} from '../../../tests/components/page';
import { demoScreen } from '../../../tests/fixtures/screens';
import { ScreenPage } from '../ScreenPage';

const ID = 'demo-brush';
async function openSaveAs() {
  const { record, echo } = demoScreen(ID);
  await putEcho(record.echoId, echo);
  const opened = await openPage(<ScreenPage />, { search: `?id=${ID}`, records: [record] });
  await opened.user.click(await screen.findByRole('tab', { name: 'Save as' }));
  return opened;
}
const kept = async () => (await stored('screen', ID))!;
const press = (name: string | RegExp) => screen.getByRole('button', { name });

/** What a button saves. */
async function saved(user: Awaited<ReturnType<typeof openSaveAs>>['user'], button: string) {
  const files = savedFiles();
  await user.click(press(button));
  await waitFor(() => expect(files).toHaveLength(1));
  return files[0];
}

describe('a screen as files', () => {
  it('is a table of levels that is read back as it was', async () => {
    const { user } = await openSaveAs();
    const { name, blob } = await saved(user, 'CSV of levels');
    expect(name).toMatch(/\.csv$/);
    const read = readLevelsCsv(await blob.text());
    if (!read.ok) throw new Error(read.error.message);
    const { record, echo } = demoScreen(ID);
    const stored = readEchoFile(echo);
    if (!stored.ok) throw new Error(stored.error.message);
    const { levelsCdb } = stored.value;
    expect(read.value.pingCount).toBe(record.pingCount);
    expect(read.value.levelsCdb).toHaveLength(levelsCdb.length);
    // A table has tenths of a decibel at least.
    for (const at of [0, 1234, 50_000]) {
      expect(Math.abs(read.value.levelsCdb[at] - levelsCdb[at])).toBeLessThan(10);
    }
  });

  it('is its truth, which is taken back in and can be undone', async () => {
    const { user } = await openSaveAs();
    await user.click(screen.getByRole('tab', { name: 'Mark truth' }));
    await screen.findByTestId('draw-layer');
    await user.keyboard('2');
    await tapAt(user, await screen.findByTestId('draw-layer'), 0.4, 0.4);
    await waitFor(async () => expect((await kept()).truth.regions).toHaveLength(1));
    await user.click(screen.getByRole('tab', { name: 'Save as' }));
    const { name, blob } = await saved(user, 'Truth, JSON');
    const text = await blob.text();
    const read = readTruthFile(text);
    expect(read.ok && read.value.truth.regions).toHaveLength(1);

    await user.click(screen.getByRole('tab', { name: 'Mark truth' }));
    await user.keyboard('u');
    await waitFor(async () => expect((await kept()).truth.regions).toHaveLength(0));
    await user.click(screen.getByRole('tab', { name: 'Save as' }));
    await user.upload(screen.getByLabelText('Truth file'), new File([text], name));
    await waitFor(async () => expect((await kept()).truth.regions).toHaveLength(1));
  });

  it('takes no truth of another instrument, nor what is none', async () => {
    const { user } = await openSaveAs();
    const { blob } = await saved(user, 'Truth, JSON');
    const text = await blob.text();
    const before = (await kept()).truth;
    const other = text.replace('"instrument": "cone"', '"instrument": "sideFans"');
    expect(other).not.toBe(text);
    await user.upload(screen.getByLabelText('Truth file'), new File([other], 'other.truth.json'));
    await screen.findByText(/other\.truth\.json is the truth of another instrument \(sideFans\)/);
    await user.upload(screen.getByLabelText('Truth file'), new File(['{"a": 1}'], 'a.json'));
    await screen.findByText(/a\.json: .* Nothing has been changed\./);
    expect((await kept()).truth).toEqual(before);
  });

  it('is a ZIP for another library', async () => {
    const { user } = await openSaveAs();
    const { name, blob } = await saved(user, 'Screen, ZIP');
    expect(name).toMatch(/\.zip$/);
    const bytes = new Uint8Array(await blob.arrayBuffer());
    expect([...bytes.slice(0, 2)]).toEqual([0x50, 0x4b]);
  });
});
