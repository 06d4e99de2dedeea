import { readFile, writeFile } from 'node:fs/promises';
import { echo, enter, expect, expectAccessible, freeze, openBench, pixels, test } from './app';

test.beforeEach(async ({ page }) => enter(page));

test('a screen is frozen, recorded and opened with its echo and its truth', async ({ page }) => {
  await openBench(page);
  await freeze(page);
  const live = await pixels(page);
  await page.keyboard.press('r');
  await expect(page.getByText(/Recorded “/)).toBeVisible();
  await page.getByRole('button', { name: 'Open it' }).click();
  await expect(page).toHaveURL(/library\/screen/);
  await expect(page.getByRole('button', { name: /Reveal/ })).toBeVisible();
  await expect.poll(async () => (await pixels(page)).mean).toBeGreaterThan(0);
  const recorded = await pixels(page, { x: 0.3, y: 0.3, width: 0.7, height: 0.4 });
  expect(recorded.mean).toBeGreaterThan(live.mean / 4);
  await page.keyboard.press('e');
  await expect(page.getByTestId('truth-list').getByText(/perch, 28 cm/)).toBeVisible();

  await page.goto('/library');
  await expect(
    page.getByRole('list', { name: 'Recorded screens' }).getByRole('listitem'),
  ).toHaveCount(4);
});

test('a recorded echo obeys the display controls, and keeps a view when told to', async ({
  page,
}) => {
  await page.goto('/library/screen?id=demo-slope');
  await expect.poll(async () => (await pixels(page)).mean).toBeGreaterThan(3);
  const keep = page.getByRole('button', { name: 'Keep this view' });
  await expect(keep).toBeDisabled();
  const before = await pixels(page);
  await page.keyboard.press(']');
  await expect.poll(async () => (await pixels(page)).mean).toBeGreaterThan(before.mean);
  await keep.click();
  await expect(page.getByText('This view is now kept')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Gain, exact value')).toHaveValue('44');
});

test('screens are renamed, deleted and brought back', async ({ page }) => {
  await page.goto('/library');
  const list = page.getByRole('list', { name: 'Recorded screens' });
  await page.getByRole('button', { name: 'Rename Bait over the slope' }).click();
  const name = page.getByLabel('Name of the screen');
  await name.fill('Bleak above zander');
  await name.press('Enter');
  await expect(list.getByRole('link', { name: 'Bleak above zander', exact: true })).toBeVisible();

  await page.getByRole('button', { name: 'Delete Bleak above zander' }).click();
  await expect(list.getByRole('listitem')).toHaveCount(2);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(list.getByRole('listitem')).toHaveCount(3);

  await page.getByRole('button', { name: 'Delete Bleak above zander' }).click();
  await page.reload();
  await expect(list.getByRole('listitem')).toHaveCount(2);
  await page.getByRole('button', { name: 'Bring back Bleak above zander' }).click();
  await expect(list.getByRole('listitem')).toHaveCount(3);
  await page.reload();
  await expect(list.getByRole('link', { name: 'Bleak above zander', exact: true })).toBeVisible();
});

test('a missing screen says so and leads back', async ({ page }) => {
  await page.goto('/library/screen?id=nowhere');
  await expect(page.getByRole('alert')).toHaveText('there is no screen of this id in the library.');
  await page.getByRole('link', { name: 'Back to the library' }).click();
  await expect(page.getByRole('heading', { name: 'Library' })).toBeVisible();
});

test('a backup restores the workspace in an empty browser', async ({ page, browser }, testInfo) => {
  await page.goto('/library');
  await page.getByRole('button', { name: 'Rename Down the channel side' }).click();
  await page.getByLabel('Name of the screen').fill('Zander in the creek');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Renamed to')).toBeVisible();
  await page.goto('/library/screen?id=demo-channel');
  await expect.poll(async () => (await pixels(page)).mean).toBeGreaterThan(3);
  const original = await pixels(page);

  await page.goto('/settings');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save a backup' }).click();
  const file = testInfo.outputPath('backup.zip');
  await (await download).saveAs(file);
  await expect(page.getByText(/Saved \d/)).toBeVisible();

  const elsewhere = await browser.newContext();
  const other = await elsewhere.newPage();
  await enter(other, 'I learn');
  await other.goto('/settings');
  await other.getByLabel('Backup file').setInputFiles(file);
  await expect(other.getByText(/brought up to date/)).toBeVisible();
  await other.goto('/library');
  await expect(other.getByRole('link', { name: 'Zander in the creek', exact: true })).toBeVisible();
  await other.goto('/library/screen?id=demo-channel');
  await expect.poll(async () => (await pixels(other)).hash).toBe(original.hash);
  await elsewhere.close();
});

test('bad backup files are refused by name and change nothing', async ({ page }, testInfo) => {
  await page.goto('/settings');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save a backup' }).click();
  const good = testInfo.outputPath('good.zip');
  await (await download).saveAs(good);
  const bytes = await readFile(good);
  const damaged = Buffer.from(bytes);
  damaged[Math.floor(bytes.length / 2)] ^= 0xff;
  const cases: [string, Buffer, RegExp][] = [
    ['cut.zip', bytes.subarray(0, bytes.length >> 1), /cut\.zip.*cut short or damaged/],
    ['damaged.zip', damaged, /damaged\.zip.*was not taken/],
    ['picture.png', Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'), /picture\.png.*not a ZIP file/],
    ['empty.zip', Buffer.alloc(0), /empty\.zip.*the file is empty/],
  ];
  for (const [name, content, message] of cases) {
    const path = testInfo.outputPath(name);
    await writeFile(path, content);
    await page.getByLabel('Backup file').setInputFiles(path);
    await expect(page.getByText(message)).toBeVisible();
    await expect(page.getByText(/Nothing has been changed/)).toBeVisible();
  }
  await page.goto('/library');
  await expect(
    page.getByRole('list', { name: 'Recorded screens' }).getByRole('listitem'),
  ).toHaveCount(3);
});

test('axe finds nothing in the library, on a screen, and on a revealed one', async ({ page }) => {
  await page.goto('/library');
  await expect(
    page.getByRole('list', { name: 'Recorded screens' }).getByRole('listitem'),
  ).toHaveCount(3);
  await expectAccessible(page);
  await page.goto('/library/screen?id=demo-brush');
  await expect(echo(page)).toBeVisible();
  await page.keyboard.press('e');
  await expectAccessible(page);
});
