/** The reckoner beside any page, the atlas, the water in space, and pictures laid over others. */
import { enter, expect, expectAccessible, openBench, pixels, test } from './app';

const drawer = (page: import('@playwright/test').Page) =>
  page.getByRole('dialog', { name: 'Reckoner' });

test('a sum is done beside the bench, with the numbers of the bench, by hand and on an echo', async ({
  page,
}) => {
  await enter(page);
  await openBench(page);
  await page.keyboard.press('Space');
  const gain = page.getByLabel('Gain, exact value');
  const before = await gain.inputValue();
  await page.keyboard.press('Shift+Q');
  await drawer(page).getByRole('link', { name: 'Footprint and coverage' }).click();
  // As deep as the readout of the bench says.
  const depth = Number(/[\d.]+/.exec((await page.getByTestId('readout-depth').textContent())!)![0]);
  const entry = drawer(page).getByLabel('Depth, exact value');
  expect(Math.abs(Number(await entry.inputValue()) - depth)).toBeLessThan(0.2);
  const width = async () =>
    Number(/[\d.]+/.exec((await drawer(page).locator('dd').first().textContent())!)![0]);
  const narrow = await width();
  await entry.fill('20');
  await entry.press('Enter');
  expect(await width()).toBeGreaterThan(narrow);
  // Taken by hand: the beam opens, and the sum with it.
  const edge = drawer(page).getByRole('slider', { name: 'Beam, whole angle' });
  const box = (await edge.boundingBox())!;
  const asDrawn = await width();
  await page.mouse.move(box.x + 8, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + 48, box.y + 8, { steps: 4 });
  await page.mouse.up();
  expect(await width()).toBeGreaterThan(asDrawn + 1);
  await drawer(page).getByRole('button', { name: 'Show me on an echo' }).click();
  await expect(drawer(page).getByRole('application')).toBeVisible();
  await expectAccessible(page);
  // Keys of the bench are not heard through it; its page keeps the numbers.
  await drawer(page).focus();
  await page.keyboard.press(']');
  expect(await gain.inputValue()).toBe(before);
  await drawer(page).getByRole('link', { name: 'As a page' }).click();
  await expect(page.getByLabel('Depth, exact value')).toHaveValue('20.0');
  await expectAccessible(page);
  await page.reload();
  await expect(page.getByLabel('Depth, exact value')).toHaveValue('20.0');
});

test('a thing of the atlas is sounded under what is set, and look-alikes are wiped', async ({
  page,
}) => {
  await enter(page, 'I learn');
  await page.goto('/handbook/atlas?of=fish');
  await expect(page.getByText(/^To be seen/)).toBeVisible();
  const aside = page.getByLabel('Beside the track, exact value');
  await aside.fill('9');
  await aside.press('Enter');
  await expect(page.getByText(/Not to be seen here/)).toBeVisible();
  await expectAccessible(page);
  // What could it be? By what one sees, with what decides.
  await page.getByRole('radio', { name: 'What could this be?' }).click();
  await page.getByLabel('Shape').selectOption({ label: 'a cloud' });
  await page.getByLabel('Where it sits').selectOption({ label: 'free in the water' });
  await expect(page.getByRole('button', { name: 'Bait school' })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('radio', { name: 'Look-alikes' }).click();
  await expect(page.getByRole('slider', { name: 'Wipe' })).toBeVisible();
  await expect(page.getByRole('application')).toHaveCount(2);
  await expectAccessible(page);
});

test('the water opens in space once it may, turns by keys, and is told in words', async ({
  page,
}) => {
  await enter(page);
  await openBench(page);
  await page.keyboard.press('0');
  await page.getByLabel('The water in space').check();
  await expect(page.getByText(/^Closed. Say first/)).toBeVisible();
  await page.keyboard.press('t');
  await page.getByRole('button', { name: /Freeze/ }).click();
  await page.keyboard.press('e');
  const space = page.getByTestId('space');
  await expect(space.locator('canvas')).toBeVisible();
  expect(await space.getAttribute('aria-label')).toMatch(/Around the boat/);
  const looks = () => space.screenshot();
  await expect.poll(async () => (await looks()).length).toBeGreaterThan(4000);
  const first = await looks();
  await space.focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight');
  await expect.poll(async () => (await looks()).equals(first)).toBe(false);
  // Frozen it stays: the key was the view's own, not the bench's.
  await expect(page.getByText(/frozen/)).toBeVisible();
  await expectAccessible(page);
});

test('the echo alone fills the page, and the fan is laid over the cone', async ({ page }) => {
  await enter(page);
  await openBench(page);
  const pane = page.getByTestId('pane-cone');
  const usual = (await pane.boundingBox())!;
  await page.keyboard.press('Shift+V');
  await expect
    .poll(async () => (await pane.boundingBox())!.width)
    .toBeGreaterThan(usual.width + 200);
  await page.keyboard.press('Escape');
  await expect.poll(async () => (await pane.boundingBox())!.width).toBe(usual.width);
  await page.keyboard.press('Space');
  await page.keyboard.press('c');
  await page.getByLabel('What to change').selectOption({ label: 'Instrument' });
  await page.getByLabel('B is the').selectOption({ label: 'Down fan' });
  await page.getByRole('radio', { name: 'Laid over' }).click();
  const over = page.getByTestId('compare-over');
  await expect(over.getByTestId('pane-variant')).toBeVisible();
  const boxOf = (name: string) =>
    over.getByTestId(`pane-${name}`).locator('canvas').first().boundingBox();
  await expect
    .poll(async () => JSON.stringify(await boxOf('variant')))
    .toBe(JSON.stringify(await boxOf('cone')));
  expect((await pixels(page)).mean).toBeGreaterThan(3);
});

test('side-fan screens lie on the chart in their place', async ({ page }) => {
  await enter(page);
  await page.goto('/waters/chart?water=hollin-reservoir');
  await page.getByRole('button', { name: 'All', exact: true }).click();
  await expect(page.locator('svg image')).toHaveCount(1);
  await page.getByRole('button', { name: 'None', exact: true }).click();
  await expect(page.locator('svg image')).toHaveCount(0);
});

test('a page of the handbook asks three questions, and its words explain themselves', async ({
  page,
}) => {
  await enter(page, 'I learn');
  await page.goto('/handbook?page=sideGeometry');
  await page
    .getByRole('link', { name: /^slant range$/i })
    .first()
    .focus();
  await expect(page.getByRole('tooltip')).toContainText('Distance along the slope of the beam');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Three questions on this' }).click();
  await expect(page.getByText(/Item 1 of [1-3]/)).toBeVisible({ timeout: 120_000 });
  await expect(page.getByText('Handbook: Side fans: geometry')).toBeVisible();
});
