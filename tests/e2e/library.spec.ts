import {
  echo,
  enter,
  expect,
  expectAccessible,
  freeze,
  openBench,
  pixels,
  test,
  DEMO_SCREEN_COUNT,
} from './app';
import { kept } from './records';

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
  await expect(page.getByText(`${DEMO_SCREEN_COUNT + 1} recorded screens`)).toBeVisible();
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
  await expect(keep).toBeDisabled();
  await kept(page, 'screen', 'demo-slope', ({ view }) => view.gainDb === 44);
  await page.reload();
  await expect(page.getByLabel('Gain, exact value')).toHaveValue('44');
});

test('many are tagged and collected at once, and go out as a ZIP that another browser takes', async ({
  page,
  browser,
}, testInfo) => {
  await page.goto('/library');
  await page.getByLabel('Words to find').fill('mill');
  await page.getByRole('button', { name: 'Choose all' }).click();
  await expect(page.getByText(/^\d+ chosen$/)).toHaveText('11 chosen');
  await page.getByLabel('Tag or collection').fill('Lesson of the mill');
  await page.getByRole('button', { name: 'Put into a collection' }).click();
  await expect(page.getByText('11 in “Lesson of the mill”.')).toBeVisible();
  await page.getByLabel('Tag or collection').fill('walls');
  await page.getByRole('button', { name: 'Tag them' }).click();
  await expect(page.getByText('Tagged 11 with “walls”.')).toBeVisible();
  await page.getByRole('button', { name: 'Choose none' }).click();
  await page.getByRole('button', { name: 'Clear' }).click();
  await page
    .getByRole('combobox', { name: 'Collection', exact: true })
    .selectOption({ label: 'Lesson of the mill' });
  await expect(page.getByText(`11 of ${DEMO_SCREEN_COUNT} screens`)).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save all 11 as ZIP' }).click();
  const file = testInfo.outputPath('mill.zip');
  await (await download).saveAs(file);

  const elsewhere = await browser.newContext();
  const other = await elsewhere.newPage();
  await enter(other);
  await other.goto('/library');
  await other.getByLabel('Pictures, echo logs or a library').setInputFiles(file);
  await expect(other.getByText(/1 added, 11 brought up to date/)).toBeVisible();
  await other.getByRole('button', { name: 'Filters' }).click();
  await other.getByRole('combobox', { name: 'Tag', exact: true }).selectOption('walls');
  await expect(other.getByText(`11 of ${DEMO_SCREEN_COUNT} screens`)).toBeVisible();
  await elsewhere.close();
});

test('a screen opens at the bench at the moment it was recorded', async ({ page }) => {
  await page.goto('/library/screen?id=demo-slope');
  await page.getByRole('link', { name: 'At the bench' }).click();
  await expect(page.getByText(/frozen/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByTestId('readout-depth')).toHaveText(/12\.\d/, { timeout: 60_000 });
});

test('another view of an echo is a version: one echo, one truth', async ({ page }) => {
  await page.goto('/library/screen?id=demo-slope');
  await expect.poll(async () => (await pixels(page)).mean).toBeGreaterThan(3);
  await page.keyboard.press(']');
  await page.getByRole('button', { name: 'As a version' }).click();
  await page.getByRole('button', { name: 'Open it' }).click();
  await expect(page.getByText('Bait over the slope, another view')).toBeVisible();
  await page.getByRole('tab', { name: 'Mark truth' }).click();
  await page.getByRole('button', { name: /^pike, 85 cm/ }).click();
  await page.getByRole('button', { name: 'Leave out' }).click();
  await expect(page.getByRole('button', { name: /pike.*left out/ })).toBeVisible();
  await page.getByRole('tab', { name: 'As recorded' }).click();
  await page.getByRole('link', { name: 'Bait over the slope', exact: true }).click();
  await page.getByRole('tab', { name: 'Mark truth' }).click();
  await expect(page.getByRole('button', { name: /pike.*left out/ })).toBeVisible();
});

test('a backup restores the workspace in an empty browser', async ({ page, browser }, testInfo) => {
  await page.goto('/library/screen?id=demo-channel');
  await page.getByRole('button', { name: 'Rename Down the channel side' }).click();
  await page.getByLabel('Name of the screen').fill('Zander in the creek');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await pixels(page)).mean).toBeGreaterThan(3);
  const original = await pixels(page);

  // By the link, which waits for what is still being stored.
  await page.getByRole('link', { name: 'Settings', exact: true }).click();
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

test('axe finds nothing in the library, on a screen, and on a revealed one', async ({ page }) => {
  await page.goto('/library');
  await expect(page.getByTestId('thumbnail').first()).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Table' }).click();
  await expect(page.getByRole('table')).toBeVisible();
  await expectAccessible(page);
  await page.goto('/library/screen?id=demo-brush');
  await expect(echo(page)).toBeVisible();
  await page.keyboard.press('e');
  await expectAccessible(page);
  for (const tab of ['Mark truth', 'Measure', 'About it', 'As recorded', 'Save as']) {
    await page.getByRole('tab', { name: tab }).click();
    await expectAccessible(page);
  }
});
