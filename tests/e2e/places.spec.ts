import { enter, expect, expectAccessible, openBench, pixels, test, DEMO_SCREEN_COUNT } from './app';
import { kept } from './records';

test('a first visit finds demo data, asks who you are, and remembers the answer', async ({
  page,
}) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'What brings you here?' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Hollin Reservoir' })).toBeVisible();
  await expect(page.getByRole('link', { name: /Bait over the slope/ })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'I learn' }).click();
  await expect(page.getByRole('heading', { name: 'How to begin' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'How to begin' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'I learn' })).toHaveCount(0);
});

test('it does not matter where one arrives first', async ({ page }) => {
  await page.goto('/library');
  await expect(page.getByText(`${DEMO_SCREEN_COUNT} recorded screens`)).toBeVisible();
  await page
    .getByRole('combobox', { name: 'Collection', exact: true })
    .selectOption('Lesson 4: Bottom first');
  await expect(page.getByText(/^\d+ of \d+ screens$/)).toBeVisible();
});

test('navigation names the place one is in', async ({ page }) => {
  await enter(page);
  await page.goto('/');
  for (const place of [
    'Waters',
    'Bench',
    'Library',
    'Lessons',
    'Drills',
    'Handbook',
    'Settings',
    'Today',
  ]) {
    const places = page.getByRole('navigation', { name: 'Places' });
    await places.getByRole('link', { name: place, exact: true }).click();
    await expect(places.locator('[aria-current=page]')).toHaveText(place);
  }
});

test('a water shows its passes and, to an instructor, what is in it', async ({ page }) => {
  await enter(page);
  await page.goto('/waters');
  const hollin = page.locator('section', {
    has: page.getByRole('heading', { name: 'Hollin Reservoir' }),
  });
  await hollin.getByRole('button', { name: 'Show what is in it' }).click();
  const legend = page.getByRole('list', { name: 'What is in it' });
  await expect(legend).toContainText('3 bait schools');
  await expect(legend).toContainText(/\d+ pieces of wood/);
  await expectAccessible(page);
  await hollin.getByRole('link', { name: 'Chart' }).click();
  await page.getByRole('radio', { name: 'Plan' }).click();
  await page.getByRole('button', { name: 'Down the old creek' }).click();
  await page.getByRole('link', { name: 'Sound it' }).last().click();
  await expect(page.getByRole('combobox', { name: 'Pass' })).toHaveValue('creek');
  await page.goto('/settings');
  await page.getByRole('radio', { name: 'I learn' }).click();
  await kept(page, 'settings', 'settings', ({ role }) => role === 'learn');
  await page.goto('/waters');
  await expect(page.getByRole('heading', { name: 'Hollin Reservoir' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Show what is in it' })).toHaveCount(0);
});

test('dusk holds on every page and passes axe', async ({ page }) => {
  await enter(page);
  await page.goto('/settings');
  await page.getByRole('radio', { name: 'Dusk' }).click();
  await kept(page, 'settings', 'settings', ({ theme }) => theme === 'dusk');
  await expectAccessible(page);
  for (const path of [
    '/',
    '/waters',
    '/library',
    '/drills',
    '/drills/search',
    '/handbook/species?of=zander',
    '/library/screen?id=demo-brush',
  ]) {
    await page.goto(path);
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'dusk');
    await expect(page.getByRole('heading').first()).toBeVisible();
    await expectAccessible(page);
  }
  await openBench(page);
  await page.keyboard.press('Space');
  await expectAccessible(page);
});

test('the narrow upright tablet still shows echo and controls', async ({ page }) => {
  await page.setViewportSize({ width: 800, height: 1100 });
  await enter(page);
  await openBench(page);
  expect((await pixels(page)).mean).toBeGreaterThan(3);
  await expect(page.getByRole('slider', { name: 'Gain' })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(800);
});

test('the server answers health and isolates its pages', async ({ page, request }) => {
  const health = await request.get('/api/health');
  expect(await health.json()).toMatchObject({ status: 'ok', name: 'wise-ripple' });
  await page.goto('/bench');
  expect(await page.evaluate(() => crossOriginIsolated)).toBe(true);
});
