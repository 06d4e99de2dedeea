import type { Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { enter, expect, pixels, test } from './app';

test.beforeEach(async ({ page }) => {
  await enter(page);
  await page.goto('/library/screen?id=demo-slope');
  await expect.poll(async () => (await pixels(page)).mean).toBeGreaterThan(3);
  await page.getByRole('tab', { name: 'Mark truth' }).click();
  await expect(page.getByTestId('draw-layer')).toBeVisible();
});

const regions = (page: Page) =>
  page.getByRole('list', { name: 'Marked regions' }).getByRole('button');

async function drag(page: Page, ...places: [number, number][]) {
  const box = (await page.getByTestId('draw-layer').boundingBox())!;
  const [first, ...rest] = places.map(([x, y]) => [box.x + x, box.y + y] as const);
  await page.mouse.move(...first);
  await page.mouse.down();
  for (const place of rest) await page.mouse.move(...place, { steps: 4 });
  await page.mouse.up();
}
async function tap(page: Page, x: number, y: number) {
  const box = (await page.getByTestId('draw-layer').boundingBox())!;
  await page.mouse.click(box.x + x, box.y + y);
}

test('regions of every shape are drawn, named, undone, kept and taken elsewhere', async ({
  page,
  browser,
}, testInfo) => {
  const before = await regions(page).count();
  await page.keyboard.press('2');
  await tap(page, 400, 120);
  await expect(regions(page)).toHaveCount(before + 1);
  await page.keyboard.press('3');
  await drag(page, [420, 60], [520, 110]);
  await expect(regions(page)).toHaveCount(before + 2);
  await page.keyboard.press('4');
  for (const [x, y] of [
    [560, 60],
    [640, 70],
    [600, 120],
  ] as const)
    await tap(page, x, y);
  await page.keyboard.press('f');
  await expect(regions(page)).toHaveCount(before + 3);
  await page.keyboard.press('5');
  await drag(page, [660, 60], [720, 60], [720, 110], [660, 110]);
  await expect(regions(page)).toHaveCount(before + 4);
  await page.getByLabel('Mark as').selectOption('bottomHard');
  await page.keyboard.press('6');
  await drag(page, [150, 290], [400, 310], [700, 330]);
  await expect(regions(page)).toHaveCount(before + 5);
  await page.keyboard.press('u');
  await expect(regions(page)).toHaveCount(before + 4);
  await page.keyboard.press('y');
  await expect(regions(page)).toHaveCount(before + 5);

  await regions(page).filter({ hasText: 'fish box' }).click();
  await page.getByLabel('Species, if known').fill('perch');
  await page.getByLabel('How sure').selectOption('unsure');
  await page.getByLabel('Known by').selectOption('caught');
  await page.getByLabel('By whom').fill('Ilse');
  await expect(regions(page).filter({ hasText: 'fish, perch' })).toBeVisible();

  await expect(page.getByText('Keeping…')).toHaveCount(0);
  await page.reload();
  await page.getByRole('tab', { name: 'Mark truth' }).click();
  await expect(regions(page)).toHaveCount(before + 5);
  await regions(page).filter({ hasText: 'fish, perch' }).click();
  await expect(page.getByLabel('By whom')).toHaveValue('Ilse');

  await page.getByRole('tab', { name: 'Save as' }).click();
  const event = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Truth, JSON' }).click();
  const file = testInfo.outputPath('slope.truth.json');
  await (await event).saveAs(file);
  const { features } = JSON.parse(await readFile(file, 'utf8')) as {
    features: { properties: { source: string; species: string } }[];
  };
  expect(features.filter(({ properties }) => properties.source === 'drawn')).toHaveLength(5);

  const elsewhere = await browser.newContext();
  const other = await elsewhere.newPage();
  await enter(other);
  await other.goto('/library/screen?id=demo-slope');
  await other.getByRole('tab', { name: 'Save as' }).click();
  await other.getByLabel('Truth file').setInputFiles(file);
  await other.getByRole('tab', { name: 'Mark truth' }).click();
  await expect(regions(other)).toHaveCount(before + 5);
  await elsewhere.close();
});

test('a region is chosen, dragged by its handle, nudged, copied and deleted', async ({ page }) => {
  await page.keyboard.press('3');
  await drag(page, [420, 60], [520, 110]);
  await page.keyboard.press('1');
  const region = regions(page).filter({ hasText: 'fish box' });
  await expect(region).toBeVisible();
  const places = async () => {
    await expect(page.getByText('Keeping…')).toHaveCount(0);
    const spots = await page.evaluate(async () => {
      const database = await new Promise<IDBDatabase>((resolve, reject) => {
        const open = indexedDB.open('wise-ripple');
        open.onsuccess = () => resolve(open.result);
        open.onerror = () => reject(new Error('the store did not open'));
      });
      const get = database.transaction('screen').objectStore('screen').get('demo-slope');
      await new Promise((resolve) => (get.onsuccess = resolve));
      database.close();
      return get.result.truth.regions[0].shape.spots as { ping: number; bin: number }[];
    });
    return spots.flatMap(({ ping, bin }) => [ping, bin]);
  };
  const [ping, bin] = await places();
  await region.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowDown');
  await expect.poll(places).toEqual(expect.arrayContaining([ping + 1, bin + 10]));
  // Inside the box: it moves as a whole.
  await drag(page, [470, 95], [500, 115]);
  await expect.poll(async () => (await places())[0]).toBeGreaterThan(ping + 5);
  await region.first().focus();
  await page.keyboard.press('Shift+C');
  await expect(region).toHaveCount(2);
  await region.last().focus();
  await page.keyboard.press('Delete');
  await expect(region).toHaveCount(1);
});

test('marking works without a pointer', async ({ page }) => {
  const before = await regions(page).count();
  await page.keyboard.press('3');
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight');
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(regions(page)).toHaveCount(before + 1);
});

test('what the simulation knows can be left out and called otherwise; an empty screen says so', async ({
  page,
}) => {
  await regions(page).filter({ hasText: 'bleak school' }).click();
  await page.getByLabel('In your words').fill('a cloud of bleak');
  await expect(regions(page).filter({ hasText: 'a cloud of bleak' })).toBeVisible();
  for (const name of [
    'pike',
    'zander',
    'a cloud of bleak',
    'bream, 46',
    'bream, 42',
    'bream, 40',
  ]) {
    await regions(page).filter({ hasText: name }).first().click();
    await page.getByRole('button', { name: 'Leave out' }).click();
  }
  await page.getByRole('tab', { name: 'About it' }).click();
  await page.getByLabel('Nothing to catch here').check();
  await expect(page.getByLabel('What is there instead')).toHaveValue('water and bottom');
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Library' }).last().click();
  await page.getByRole('button', { name: 'Filters' }).click();
  await page.getByLabel('What can be seen').selectOption('nothing');
  await expect(page.getByRole('link', { name: 'Bait over the slope', exact: true })).toBeVisible();
});
