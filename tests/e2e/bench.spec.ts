import {
  echo,
  enter,
  expect,
  expectAccessible,
  freeze,
  openBench,
  pane,
  pixels,
  test,
  frames,
} from './app';
import { benchKept, kept } from './records';

test.beforeEach(async ({ page }) => enter(page));

test('a pass on the bench: sailed, frozen, read, revealed', async ({ page }) => {
  await test.step('the boat crosses the water and the echo scrolls until it is frozen', async () => {
    await openBench(page);
    const first = await pixels(page);
    await expect.poll(async () => (await pixels(page)).hash).not.toBe(first.hash);
    const clock = await page.getByTestId('pass-clock').textContent();
    await expect(page.getByTestId('pass-clock')).not.toHaveText(clock!);

    await freeze(page);
    const still = await pixels(page);
    await frames(page);
    expect((await pixels(page)).hash).toBe(still.hash);

    await page.keyboard.press('Space');
    await expect(page.getByText(/sailing/)).toBeVisible();
    await expect.poll(async () => (await pixels(page)).hash).not.toBe(still.hash);
    await freeze(page);
  });

  await test.step('display controls act on a frozen picture without new pings', async () => {
    const clock = await page.getByTestId('pass-clock').textContent();
    const before = await pixels(page);

    await page.keyboard.press(']');
    await page.keyboard.press(']');
    await page.keyboard.press(']');
    await expect(page.getByLabel('Gain, exact value')).toHaveValue('46');
    const louder = await pixels(page);
    expect(louder.mean).toBeGreaterThan(before.mean + 1);

    await page.getByRole('slider', { name: 'Gain' }).focus();
    await page.keyboard.press('Home');
    expect((await pixels(page)).mean).toBeLessThan(before.mean);
    await page.getByRole('button', { name: 'Reset Listen' }).click();
    expect((await pixels(page)).hash).toBe(before.hash);

    await page.getByRole('radio', { name: 'Linen' }).click();
    expect((await pixels(page)).mean).toBeGreaterThan(150);
    await page.getByRole('button', { name: 'Reset Show' }).click();
    expect((await pixels(page)).hash).toBe(before.hash);

    await page.getByRole('slider', { name: 'Range, lower limit' }).focus();
    await page.keyboard.press('ArrowLeft');
    await expect.poll(async () => (await pixels(page)).hash).not.toBe(before.hash);
    expect(await page.getByTestId('pass-clock').textContent()).toBe(clock);
    await page.getByRole('button', { name: 'Reset Show' }).click();
  });

  await test.step('the cursor reads depth, level, age and distance behind, by pointer and by keys', async () => {
    const box = (await echo(page).boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    const reading = page.getByTestId('cell-reading');
    await expect(reading).toContainText('Depth');
    await expect(reading).toContainText(/Level\d+\.\d dB/);
    await expect(reading).toContainText(/Age\d+\.\d s/);
    await expect(reading).toContainText(/Distance behind\d+\.\d m/);
    expect(await reading.textContent()).not.toContain('NaN');
    const byPointer = Number(/Depth([\d.]+)/.exec((await reading.textContent()) ?? '')?.[1]);
    // The window ends a tenth below the deepest water, at 19 m.
    expect(byPointer).toBeGreaterThan(9);
    expect(byPointer).toBeLessThan(10);

    await page.mouse.move(5, 5);
    await echo(page).focus();
    for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowDown');
    const byKeys = Number(/Depth([\d.]+)/.exec((await reading.textContent()) ?? '')?.[1]);
    expect(byKeys).toBeGreaterThan(byPointer + 0.5);
  });

  await test.step('reveal names and outlines what caused each echo', async () => {
    await expect(page.getByText('Say first what each echo is')).toBeVisible();
    await page.keyboard.press('e');
    const list = page.getByTestId('truth-list');
    await expect(list.getByText(/perch, 28 cm/)).toBeVisible();
    await expect(list.getByText(/boulder, 1.8 m across/)).toBeVisible();
    expect(await echo(page).locator('[data-region]').count()).toBeGreaterThan(1);
    await expect(echo(page).getByText('perch, 28 cm')).toBeAttached();
    await page.keyboard.press('e');
    await expect(list).toHaveCount(0);
  });

  await test.step('the bench fits its window without scrolling, and axe has nothing to say', async () => {
    const overflow = await page.evaluate(() => {
      const aside = document.querySelector('aside')!;
      const main = document.querySelector('main')!;
      return [aside.scrollHeight - aside.clientHeight, main.scrollHeight - main.clientHeight];
    });
    expect(overflow).toEqual([0, 0]);
    await expectAccessible(page);
    await page.keyboard.press('e');
    await expectAccessible(page);
  });
});

test('another frequency shows the same pass anew, and back again to the same picture', async ({
  page,
}) => {
  await openBench(page);
  await freeze(page);
  const at200 = await pixels(page);
  for (const [name, badge] of [
    ['50', '50 kHz, 40°'],
    ['83', '83 kHz, 30°'],
    ['chirp', '170–230 kHz, 20°'],
  ] as const) {
    await page.getByRole('radio', { name, exact: true }).click();
    await expect(pane(page, 'cone').getByText(badge)).toBeVisible();
    await expect(page.getByText(/Sounding…/)).toHaveCount(0);
    await expect.poll(async () => (await pixels(page)).hash).not.toBe(at200.hash);
  }
  await page.getByRole('radio', { name: '200', exact: true }).click();
  await expect.poll(async () => (await pixels(page)).hash).toBe(at200.hash);
});

test('the boat obeys its speed', async ({ page }) => {
  await openBench(page);
  await page.getByLabel('Speed, exact value').fill('0');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('readout-speed')).toHaveText('0.0 km/h');
  const along = async () =>
    Number(/(\d+) m of/.exec((await page.getByText(/m of \d+ m/).textContent()) ?? '')?.[1]);
  const parked = await along();
  await frames(page);
  expect(await along()).toBe(parked);
  await expect(page.getByText(/The boat stands still/)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Reset Boat' }).click();
  await expect.poll(along).toBeGreaterThan(parked);
});

test('a learner commits to a picture that stands still before the water opens', async ({
  page,
}) => {
  await page.goto('/settings');
  await page.getByRole('radio', { name: 'I learn' }).click();
  await kept(page, 'settings', 'settings', ({ role }) => role === 'learn');
  await openBench(page);
  await expect(page.getByRole('button', { name: /Reveal/ })).toBeDisabled();
  await freeze(page);
  // Not before saying what is there.
  await expect(page.getByRole('button', { name: /Reveal/ })).toBeDisabled();
  await expect(page.getByTestId('cutaway-section')).toHaveCount(0);
  await page.getByRole('checkbox', { name: 'fish' }).check();
  await page.getByRole('checkbox', { name: 'weed' }).check();
  await page.getByRole('button', { name: 'That is what I see' }).click();
  await expect(page.getByTestId('truth-list')).toBeVisible();
  await expect(page.getByTestId('cutaway-section')).toBeVisible();
  await expect(page.getByText('Not there: weed.')).toBeVisible();
  // The next picture asks again: one farther back, and one after sailing on.
  await page.keyboard.press('PageUp');
  await expect(page.getByRole('button', { name: 'Nothing but water and bottom' })).toBeVisible();
  await page.keyboard.press('End');
  await expect(page.getByTestId('truth-list')).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByTestId('truth-list')).toHaveCount(0);
});

test('the bench is where it was left after a reload', async ({ page }) => {
  await openBench(page);
  await page.getByRole('combobox', { name: 'Pass' }).selectOption('The brush flat');
  await expect(page.getByText(/Sounding…/)).toHaveCount(0);
  await page.keyboard.press(']');
  await page.getByRole('radio', { name: 'Harebell' }).click();
  await freeze(page);
  const before = await pixels(page);
  await benchKept(page);
  await openBench(page);
  await expect(page.getByText(/frozen/)).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Pass' })).toHaveValue('flat');
  await expect(page.getByLabel('Gain, exact value')).toHaveValue('42');
  await expect.poll(async () => (await pixels(page)).hash).toBe(before.hash);
});
