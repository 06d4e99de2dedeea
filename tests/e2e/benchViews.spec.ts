/** Five views on one pass and clock: which they are, how they lie, what stands beside them. */
import {
  enter,
  expect,
  expectAccessible,
  freeze,
  layout,
  openBench,
  pane,
  pixels,
  settled,
  test,
  tool,
  frames,
} from './app';
import { benchKept } from './records';

test.beforeEach(async ({ page }) => enter(page));

test('four views run on one clock, stand together, and come back after a reload', async ({
  page,
}) => {
  await openBench(page);
  await layout(page, 'Four views');
  const names = ['cone', 'downFan', 'sideFans', 'sector'];
  for (const name of names) {
    const first = await pixels(pane(page, name));
    await expect.poll(async () => (await pixels(pane(page, name))).hash).not.toBe(first.hash);
  }
  await freeze(page);
  const still = await Promise.all(names.map((name) => pixels(pane(page, name))));
  await frames(page);
  for (const [i, name] of names.entries()) {
    expect((await pixels(pane(page, name))).hash).toBe(still[i].hash);
    expect(still[i].mean).toBeGreaterThan(2);
  }
  await benchKept(page);
  await openBench(page);
  await settled(page);
  for (const [i, name] of names.entries()) {
    await expect.poll(async () => (await pixels(pane(page, name))).hash).toBe(still[i].hash);
  }
  // At 1280 × 800 nothing has to be scrolled.
  const overflow = await page.evaluate(() => {
    const main = document.querySelector('main')!;
    return main.scrollHeight - main.clientHeight;
  });
  expect(overflow).toBe(0);
  await expectAccessible(page);
});

test('views are put on and taken off by keys; one always stays; a layout is kept by name', async ({
  page,
}) => {
  await openBench(page);
  await page.keyboard.press('2');
  await expect(pane(page, 'downFan')).toBeVisible();
  await page.keyboard.press('1');
  await expect(pane(page, 'cone')).toHaveCount(0);
  await page.keyboard.press('2');
  await expect(pane(page, 'downFan')).toBeVisible();

  await tool(page, 'Views');
  await page.getByRole('checkbox', { name: 'Chart' }).check();
  await expect(page.getByRole('img', { name: /^Map of/ })).toBeVisible();
  await page.getByRole('textbox', { name: 'Name of a layout of your own' }).fill('Down and chart');
  await page.getByRole('button', { name: 'Keep this layout' }).click();
  await page.getByRole('button', { name: 'Cone alone' }).click();
  await expect(pane(page, 'downFan')).toHaveCount(0);
  await benchKept(page);
  await openBench(page);
  await tool(page, 'Views');
  await page.getByRole('button', { name: 'Down and chart' }).click();
  await expect(pane(page, 'downFan')).toBeVisible();
  await expect(page.getByRole('img', { name: /^Map of/ })).toBeVisible();
});

test('each picture lies as its instrument is read, whole or in part', async ({ page }) => {
  await test.step('each picture lies as its instrument is read', async () => {
    await openBench(page);
    await layout(page, 'Inspect');
    await freeze(page);
    // Cone: the newest is the right edge, and going back moves what was there to the left.
    const age = async (name: string, across: number, down: number) => {
      const box = (await pane(page, name).getByRole('application').first().boundingBox())!;
      await page.mouse.move(box.x + across * box.width, box.y + down * box.height);
      const text = (await page.getByTestId('cell-reading').textContent()) ?? '';
      return { text, seconds: Number(/Age([\d.]+)/.exec(text)?.[1]) };
    };
    const right = await age('cone', 0.97, 0.4);
    const left = await age('cone', 0.2, 0.4);
    expect(right.seconds).toBeLessThan(2);
    expect(left.seconds).toBeGreaterThan(right.seconds + 4);
    // Side fans: the newest on top, ranges outward, both sides.
    const top = await age('sideFans', 0.8, 0.03);
    const foot = await age('sideFans', 0.8, 0.8);
    expect(top.seconds).toBeLessThan(2);
    expect(foot.seconds).toBeGreaterThan(top.seconds + 4);
    expect(top.text).toMatch(/Slant range.*starboard/);
    expect((await age('sideFans', 0.2, 0.4)).text).toMatch(/port/);
    // The dark middle is the water under the boat: darker than the bottom beside it.
    const sides = pane(page, 'sideFans');
    const water = await pixels(sides, { x: 0.47, y: 0.3, width: 0.02, height: 0.4 });
    const bed = await pixels(sides, { x: 0.8, y: 0.3, width: 0.1, height: 0.4 });
    expect(bed.mean).toBeGreaterThan(water.mean + 10);
  });

  await test.step('side fans show one side alone, at twice the pixels a metre', async () => {
    await layout(page, 'Search');
    await pane(page, 'sideFans').click({ position: { x: 30, y: 60 } });
    await page.getByText(/^More: contrast/).click();
    await page.getByRole('radio', { name: 'starboard' }).click();
    const box = (await pane(page, 'sideFans').getByRole('application').boundingBox())!;
    await page.mouse.move(box.x + 0.5 * box.width, box.y + 60);
    await expect(page.getByTestId('cell-reading')).toContainText('starboard');
    // Half the width of one side is half of its range.
    await expect(page.getByTestId('cell-reading')).toContainText(/Slant range1[45]\.\d/);
  });

  await test.step('scale, rings, strip and readouts are there until they are switched off', async () => {
    await layout(page, 'Four views');
    await expect(page.getByTestId('readout-heading')).toHaveText('90°');
    await expect(page.getByTestId('live-strip')).toHaveCount(1);
    const words = pane(page, 'sector').locator('svg text');
    await expect(words.filter({ hasText: 'fore' })).toHaveCount(1);
    for (const name of ['Scale', 'Range rings', 'Live strip', 'Readouts']) {
      await page.getByRole('checkbox', { name }).uncheck();
    }
    await expect(words).toHaveCount(0);
    await expect(pane(page, 'sideFans').locator('svg line')).toHaveCount(0);
    await expect(page.getByTestId('live-strip')).toHaveCount(0);
    await expect(page.getByTestId('readout-heading')).toHaveCount(0);
  });

  await test.step('the wide and the narrow beam stand side by side', async () => {
    await pane(page, 'cone').click({ position: { x: 30, y: 60 } });
    await page.getByText(/^More: beam/).click();
    await page.getByRole('radio', { name: 'both' }).click();
    await settled(page);
    await expect(pane(page, 'cone').getByRole('application')).toHaveCount(2);
    await expect(page.getByRole('application', { name: /narrow beam/ })).toBeVisible();
    const hashes = await pane(page, 'cone')
      .getByTestId('echo-canvas')
      .evaluateAll((all) =>
        all.map((element) => {
          const canvas = element as HTMLCanvasElement;
          const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
          return data.reduce((sum, value, i) => (sum * 31 + value * (i % 7)) | 0, 0);
        }),
      );
    expect(hashes[0]).not.toBe(hashes[1]);
  });
});

test('the students’ window follows, hides answers until they are revealed, and has no notes', async ({
  page,
  context,
}) => {
  await openBench(page);
  await freeze(page);
  await tool(page, 'Present');
  await page.getByRole('textbox', { name: /Presenter notes/ }).fill('Ask about the hump first.');
  const opening = context.waitForEvent('page');
  await page.getByRole('button', { name: 'Open the students’ window' }).click();
  const students = await opening;
  await expect(students.getByRole('heading', { name: 'Hollin Reservoir' })).toBeVisible();
  await expect(students.getByText('frozen')).toBeVisible({ timeout: 30_000 });
  await expect(students.getByText('What is it? Say so before the answer.')).toBeVisible();
  expect(await students.locator('body').textContent()).not.toContain('Ask about the hump');
  await expect(students.locator('[data-region]')).toHaveCount(0);
  // A gain step here is a gain step there.
  const dim = await pixels(students);
  await page.bringToFront();
  for (let i = 0; i < 5; i++) await page.keyboard.press(']');
  await expect(page.getByLabel('Gain, exact value')).toHaveValue('50');
  await expect.poll(async () => (await pixels(students)).mean).toBeGreaterThan(dim.mean + 2);
  await page.keyboard.press('e');
  await expect(students.getByText('The answers are open.')).toBeVisible();
  await expect(students.locator('[data-region]').first()).toBeAttached();
  await students.close();
});
