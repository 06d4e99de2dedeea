import {
  chart,
  dragChart,
  echo,
  enter,
  expect,
  expectAccessible,
  freeze,
  openBench,
  setNumber,
  tapChart,
  test,
} from './app';
import { kept } from './records';
import type { Page } from '@playwright/test';

const HOLLIN = '/waters/chart?water=hollin-reservoir';

async function openChart(page: Page, path = HOLLIN) {
  await page.goto(path);
  await expect(chart(page)).toBeVisible();
}

const number = async (page: Page, testId: string) =>
  Number(/[\d.,]+/.exec((await page.getByTestId(testId).textContent())!)![0]);

/** Colours of the chart's picture at a share of its size. */
const colourAt = (page: Page, across: number, down: number) =>
  page.getByTestId('chart-canvas').evaluate(
    (element, at) => {
      const canvas = element as HTMLCanvasElement;
      const x = Math.round(at.across * canvas.width);
      const y = Math.round(at.down * canvas.height);
      return Array.from(canvas.getContext('2d')!.getImageData(x, y, 1, 1).data);
    },
    { across, down },
  );

test('unsafe water and one depth are marked where they are, steepness shows the breaks', async ({
  page,
}) => {
  await enter(page);
  await openChart(page);
  const plain = await colourAt(page, 0.1, 0.4);
  await page.getByRole('checkbox', { name: /Light up one depth/ }).check();
  await setNumber(page, 'Depth', '4');
  await setNumber(page, 'Give or take', '1.5');
  await expect.poll(() => colourAt(page, 0.1, 0.4)).not.toEqual(plain);
  const middle = await colourAt(page, 0.5, 0.5);
  await page.getByRole('radio', { name: 'Steepness' }).click();
  await expect.poll(() => colourAt(page, 0.5, 0.5)).not.toEqual(middle);
  // Ten feet of draft make the flats unsafe.
  await page.goto('/waters/rig');
  await setNumber(page, 'Draft', '3');
  await kept(page, 'boat', 'boat', ({ draftM }) => draftM === 3);
  await openChart(page);
  await page.getByRole('radio', { name: 'Depth' }).click();
  await page.getByRole('checkbox', { name: /Light up one depth/ }).uncheck();
  await expect.poll(() => colourAt(page, 0.1, 0.4)).toEqual(plain);
  await page.getByRole('checkbox', { name: 'Unsafe: under 3.50 m' }).check();
  await expect.poll(() => colourAt(page, 0.08, 0.4)).not.toEqual(plain);
});

test('lanes: count, time and coverage follow the settings, and the pass sails on the bench', async ({
  page,
}) => {
  await enter(page);
  await openChart(page, `${HOLLIN}&tab=plan`);
  await expect(page.getByText('Tap three or more corners of the area.')).toBeVisible();
  for (const [across, down] of [
    [0.2, 0.3],
    [0.5, 0.3],
    [0.5, 0.7],
    [0.2, 0.7],
  ]) {
    await tapChart(page, across, down);
  }
  await expect(page.getByTestId('plan-lanes')).toBeVisible();
  const undo = page.getByRole('button', { name: 'Undo' });
  await undo.click();
  await undo.click();
  await expect(page.getByText('Tap three or more corners of the area.')).toBeVisible();
  await tapChart(page, 0.5, 0.7);
  await tapChart(page, 0.2, 0.7);
  await expect(page.getByTestId('plan-covered')).toHaveText(/\d+ %/);
  const lanes = await number(page, 'plan-lanes');
  const distanceM = await number(page, 'plan-distance');
  const clock = (await page.getByTestId('plan-time').textContent())!;
  const [minutes, seconds] = /(\d+):(\d+)/.exec(clock)!.slice(1).map(Number);
  // 5.4 km/h is 1.5 m/s.
  expect(60 * minutes + seconds).toBeCloseTo(distanceM / 1.5, -1);
  const covered = await number(page, 'plan-covered');
  await setNumber(page, 'Overlap', '0');
  await expect.poll(() => number(page, 'plan-lanes')).toBeLessThan(lanes);
  await expect(page.getByTestId('plan-covered')).toHaveText(/\d+ %/);
  expect(await number(page, 'plan-covered')).toBeLessThan(covered);
  await expect(page.getByRole('list', { name: 'Advice' })).toContainText('Under each lane');
  await setNumber(page, 'Speed', '14');
  await expect(page.getByRole('list', { name: 'Advice' })).toContainText('fast for this');
  await setNumber(page, 'Speed', '5');
  await expectAccessible(page);
  await page.reload();
  await expect(page.getByTestId('plan-lanes')).toBeVisible();

  await page.getByRole('button', { name: 'Keep it' }).click();
  const kept = page.getByRole('button', { name: 'Lanes', exact: true });
  await expect(kept).toHaveAttribute('aria-expanded', 'true');
  // A leg is dragged, which is one step to undo.
  const point = chart(page).getByRole('button', { name: 'Point 1 of Lanes' });
  const before = await point.boundingBox();
  await point.press('ArrowUp');
  await point.press('ArrowUp');
  expect((await point.boundingBox())!.y).toBeLessThan(before!.y);
  await undo.click();
  await expect.poll(async () => (await point.boundingBox())!.y).toBeCloseTo(before!.y, 0);
  await page.getByRole('link', { name: 'Sound it' }).last().click();
  await expect(page.getByRole('combobox', { name: 'Pass' })).toHaveText(/Lanes/);
  await expect(page.getByTestId('readout-speed')).toHaveText('5.0 km/h');
});

test('a contour, both sides of a mark, a stop and a drift become passes', async ({ page }) => {
  await enter(page);
  await openChart(page, `${HOLLIN}&tab=plan`);
  const kind = page.getByRole('combobox', { name: 'Kind' });
  await kind.selectOption('contour');
  await setNumber(page, 'Contour', '7');
  await tapChart(page, 0.32, 0.72);
  await expect(page.getByTestId('plan-distance')).toBeVisible();
  await page.getByRole('button', { name: 'Move its legs' }).click();
  await expect(kind).toHaveValue('route');
  await expect(chart(page).getByRole('button', { name: 'Point 2 of the plan' })).toBeVisible();
  await kind.selectOption('bothSides');
  await tapChart(page, 0.4, 0.5);
  // Twice 2 × 24 m, and 24 m across, corners rounded.
  await expect.poll(() => number(page, 'plan-distance')).toBeGreaterThan(95);
  await kind.selectOption('drift');
  await tapChart(page, 0.4, 0.5);
  await expect(page.getByTestId('plan-drift')).toHaveText(/km\/h/);
  await kind.selectOption('stop');
  await tapChart(page, 0.4, 0.5);
  await expect(page.getByTestId('plan-time')).toHaveText('30:00 min');
  await page.getByRole('button', { name: 'Sound it' }).click();
  await expect(page.getByRole('combobox', { name: 'Pass' })).toHaveText(/Stop, anchored/);
  await expect(page.getByText('at anchor, swinging')).toBeVisible();
});

test('an echo tapped on the bench and in a recorded screen is a mark on the chart', async ({
  page,
}) => {
  await enter(page);
  await openBench(page);
  await freeze(page);
  await page.keyboard.press('k');
  await expect(page.getByText('Tap the echo that you mean')).toBeVisible();
  const picture = page.getByRole('application', { name: /^Cone echo/ });
  const box = (await picture.boundingBox())!;
  await picture.click({ position: { x: box.width * 0.8, y: box.height * 0.5 } });
  await expect(page.getByText(/^Marked at \d+\.\d m/)).toBeVisible();
  await page.goto('/library/screen?id=demo-brush');
  await page.getByRole('button', { name: 'Mark' }).click();
  await echo(page).click({ position: { x: 200, y: 150 } });
  await page.getByRole('button', { name: 'See it on the chart' }).click();
  const marks = page.getByRole('complementary').getByRole('button', { name: /^Echo at/ });
  await expect(marks).toHaveCount(2);
  await marks.last().click();
  await page.getByText('1 look').click();
  await expect(page.getByRole('link', { name: 'screen', exact: true })).toBeVisible();
});

test('the boat on the bench moves on a chart beside it', async ({ page, context }) => {
  await enter(page);
  await openChart(page);
  const boat = page.getByTestId('chart-boat');
  await expect(boat).toBeAttached();
  await page.getByRole('slider', { name: 'Along the pass' }).fill('60');
  const east = async () => Number(await boat.getAttribute('data-east'));
  await expect.poll(east).toBeGreaterThan(100);
  await page.getByRole('button', { name: 'Keep its track as a line' }).click();
  await expect(page.getByText('Kept as “Track 1”.')).toBeVisible();
  const bench = await context.newPage();
  await openBench(bench);
  await expect(page.getByText('live from the bench')).toBeVisible();
  const first = await east();
  await expect.poll(east, { timeout: 30_000 }).toBeGreaterThan(first + 1);
  await page.getByRole('radio', { name: 'Heading up' }).click();
  await expect(page.getByRole('img', { name: /^North is (2[5-9]|270)/ })).toBeVisible();
  await bench.close();
});

test('the pages of waters pass axe at dusk', async ({ page }) => {
  await enter(page);
  await page.goto('/settings');
  await page.getByRole('radio', { name: 'Dusk' }).click();
  for (const path of [
    '/waters/new',
    '/waters/rig',
    '/waters/build?water=tarvo-sound',
    '/waters/chart?water=lake-ismo&tab=about',
    '/waters/chart?water=tarvo-sound&tab=plan',
  ]) {
    await page.goto(path);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await expectAccessible(page);
  }
});

test('dragging moves the chart and the wheel zooms it', async ({ page }) => {
  await enter(page);
  await openChart(page, `${HOLLIN}&tab=about`);
  const scale = () => page.getByTestId('scale-bar').textContent();
  const whole = await scale();
  await chart(page).hover();
  await page.mouse.wheel(0, -900);
  await expect.poll(scale).not.toBe(whole);
  const pin = chart(page).getByRole('button', { name: /Known spot Gravel hump/ });
  const before = (await pin.boundingBox())!;
  await dragChart(page, [0.6, 0.3], [0.7, 0.4]);
  await expect.poll(async () => (await pin.boundingBox())!.x).toBeGreaterThan(before.x + 20);
  await chart(page).focus();
  await page.keyboard.press('0');
  await expect.poll(scale).toBe(whole);
});

test('a mark is placed, a lane area laid and a leg changed by keys alone', async ({ page }) => {
  await enter(page);
  await openChart(page, `${HOLLIN}&tab=marks`);
  const reading = page.getByTestId('chart-reading');
  await chart(page).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowUp');
  await expect(reading).toContainText(/east.*north.*deep/);
  await page.keyboard.press('k');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Mark 1/ })).toBeVisible();
  await page.getByRole('radio', { name: 'Plan' }).click();
  await chart(page).focus();
  for (const key of ['ArrowLeft', 'ArrowUp', 'ArrowRight', 'ArrowDown']) {
    for (let i = 0; i < 10; i++) await page.keyboard.press(key);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByTestId('plan-lanes')).toBeVisible();
  const corner = chart(page).getByRole('button', { name: 'Corner 1 of the area' });
  const before = (await corner.boundingBox())!;
  for (let i = 0; i < 15; i++) await corner.press('ArrowLeft');
  await expect.poll(async () => (await corner.boundingBox())!.x).toBeLessThan(before.x - 10);
  await corner.press('Delete');
  await expect(chart(page).getByRole('button', { name: /Corner \d/ })).toHaveCount(3);
});

test('a section is cut along any line, and its cursor is shown on the chart', async ({ page }) => {
  await enter(page);
  await openChart(page);
  const reading = page.getByTestId('section-reading');
  const whole = await reading.textContent();
  const end = chart(page).getByRole('button', { name: 'End of the section' });
  await end.focus();
  for (let i = 0; i < 20; i++) await end.press('ArrowLeft');
  await expect(reading).not.toHaveText(whole!);
  await expect(reading).toContainText('360 m long');
  const section = page.getByRole('application', { name: 'Section along the line' });
  await section.focus();
  await page.keyboard.press('ArrowRight');
  await expect(reading).toContainText(/along, .* deep, (sand|mud|gravel)/);
});

test('a leg gets a new point when asked, not when keys only pass over it', async ({ page }) => {
  await enter(page);
  await openChart(page, `${HOLLIN}&tab=plan`);
  await page.getByRole('button', { name: 'Flat, hump and channel' }).click();
  const points = chart(page).getByRole('button', { name: /^Point \d+ of Flat/ });
  const leg = chart(page).getByRole('button', {
    name: 'New point on leg 1 of Flat, hump and channel',
  });
  await expect(leg).toBeVisible();
  const before = await points.count();
  await chart(page).focus();
  await page.keyboard.press('Tab');
  await expect(leg).toBeFocused();
  await expect(points).toHaveCount(before);
  await page.keyboard.press('Enter');
  await expect(points).toHaveCount(before + 1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(points).toHaveCount(before);
});
