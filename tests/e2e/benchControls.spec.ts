/** Every control: what it does to the picture, its price, its key, and the way back. */
import {
  echo,
  enter,
  expect,
  freeze,
  layout,
  more,
  openBench,
  pane,
  pixels,
  setNumber,
  settled,
  tapPane,
  test,
  tool,
} from './app';

test.beforeEach(async ({ page }) => {
  await enter(page);
  await openBench(page);
  await freeze(page);
});

test('what only shows changes at once, and goes back', async ({ page }) => {
  await test.step('display controls change a frozen picture at once, and undo takes each back', async () => {
    const before = await pixels(page);
    await more(page);
    const changes: [name: string, change: () => Promise<void>][] = [
      ['gain', () => page.keyboard.press(']')],
      ['automatic gain', () => page.keyboard.press('a')],
      ['gain over range', () => page.getByRole('radio', { name: '40 log' }).click()],
      ['noise filter', () => page.keyboard.press('n')],
      ['contrast', () => setNumber(page, 'Contrast', '20')],
      ['palette', () => page.keyboard.press('p')],
      ['zoom', () => page.keyboard.press('z')],
      ['surface filter', () => setNumber(page, 'Surface filter', '3')],
      ['range', () => page.keyboard.press('-')],
      ['automatic range', () => page.keyboard.press('Shift+A')],
      ['scroll', () => page.keyboard.press('d')],
    ];
    for (const [name, change] of changes) {
      await change();
      await page.locator('header h1').click();
      await expect
        .poll(async () => (await pixels(page)).hash, { message: name })
        .not.toBe(before.hash);
      await page.keyboard.press('u');
      await expect.poll(async () => (await pixels(page)).hash, { message: name }).toBe(before.hash);
    }
    await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  });

  await test.step('zoom on the bottom draws a slope level and says heights over it', async () => {
    await page.keyboard.press('z');
    await page.keyboard.press('z');
    await expect(echo(page).getByText('m over the bottom')).toBeAttached();
    // The bed lies in one band of the picture: bright there, dark well above it.
    const bed = await pixels(page, { x: 0, y: 0.83, width: 1, height: 0.08 });
    const above = await pixels(page, { x: 0, y: 0.3, width: 1, height: 0.2 });
    expect(bed.mean).toBeGreaterThan(above.mean + 60);
    const left = await pixels(page, { x: 0.02, y: 0.85, width: 0.1, height: 0.04 });
    const right = await pixels(page, { x: 0.8, y: 0.85, width: 0.1, height: 0.04 });
    expect(Math.abs(left.mean - right.mean)).toBeLessThan(60);
    await page.getByRole('button', { name: 'Reset Show' }).click();
  });

  await test.step('Match draws a square frame square', async () => {
    // A frame of 4 × 4 m on the water: four metres of track are as long as four metres of depth.
    await page.keyboard.press('m');
    await tool(page, 'Measure');
    const box = (await echo(page).boundingBox())!;
    await tapPane(page, 'cone', 0.5, 0.3);
    const side = 150;
    await page.mouse.click(box.x + 0.5 * box.width + side, box.y + 0.3 * box.height + side);
    const value = async (label: string) =>
      Number(
        /([\d.]+) m/.exec(
          (await page.getByTestId('measures').getByRole('row', { name: label }).textContent()) ??
            '',
        )?.[1],
      );
    const along = await value('Along the track');
    const down = await value('Difference in depth');
    expect(along).toBeGreaterThan(2);
    expect(along / down).toBeGreaterThan(0.95);
    expect(along / down).toBeLessThan(1.05);
  });

  await test.step('arrow keys on a slider move the slider and leave the clock alone', async () => {
    await page.keyboard.press('Space');
    await page.getByRole('slider', { name: 'Gain' }).focus();
    await page.keyboard.press('ArrowRight');
    await expect(page.getByLabel('Gain, exact value')).toHaveValue('41');
    await expect(page.getByText(/sailing/)).toBeVisible();
    // With the focus elsewhere the same keys step through the pings.
    await page.locator('header h1').click();
    await page.keyboard.press('ArrowLeft');
    await expect(page.getByText(/s ago, frozen/)).toBeVisible();
  });

  await test.step('a palette for every eye, and how another eye sees it', async () => {
    const swatches = page.getByRole('radiogroup', { name: 'Palette' }).getByRole('radio');
    expect(await swatches.count()).toBeGreaterThanOrEqual(8);
    const hashes = new Set<number>();
    for (const swatch of await swatches.all()) {
      await swatch.click();
      hashes.add((await pixels(page)).hash);
    }
    expect(hashes.size).toBe(await swatches.count());
    await swatches.first().click();
    const usual = await pixels(page);
    await tool(page, 'Present');
    await page.getByRole('combobox', { name: 'Seen by' }).selectOption('Without red cones');
    await expect.poll(async () => (await pixels(page)).hash).not.toBe(usual.hash);
  });
});

test('what is sent is sounded anew, also as suggested', async ({ page }) => {
  test.slow();
  await test.step('what is sent is sounded anew on the same pass', async () => {
    const before = await pixels(page);
    await more(page);
    for (const [label, value] of [
      ['Power', '5'],
      ['Pulse', '0.800'],
      ['Pings a second', '4.0'],
      ['Waves', '0.90'],
      ['Transducer tilt', '12'],
    ] as const) {
      await setNumber(page, label, value);
      await settled(page);
      await expect
        .poll(async () => (await pixels(page)).hash, { message: label })
        .not.toBe(before.hash);
      await page.locator('header h1').click();
      await page.keyboard.press('u');
      await settled(page);
      await expect
        .poll(async () => (await pixels(page)).hash, { message: label })
        .toBe(before.hash);
    }
  });

  await test.step('Suggest gives reasons, differs by school, and is one step to undo', async () => {
    await tool(page, 'Suggest');
    const list = page.getByRole('list', { name: 'Suggestions' });
    await expect(list.locator('[data-suggestion=gain]')).toContainText('From the middle');
    await page.getByRole('combobox', { name: 'Gain' }).selectOption('Up to the noise, then back');
    await expect(list.locator('[data-suggestion=gain]')).toContainText('speckles');
    await page.getByRole('combobox', { name: 'What for?' }).selectOption('inspect');
    await expect(list.locator('[data-suggestion=band]')).toContainText('splits fish');
    await page.getByRole('button', { name: 'Set all of this' }).click();
    await settled(page);
    await expect(pane(page, 'cone').getByText('170–230 kHz')).toBeVisible();
    await expect(page.getByRole('radio', { name: 'chirp' })).toBeChecked();
    await page.getByRole('button', { name: 'Undo' }).click();
    await settled(page);
    await expect(page.getByRole('radio', { name: '200', exact: true })).toBeChecked();
  });
});

test('the boat is steered, stopped, and taken back', async ({ page }) => {
  await page.keyboard.press('Space');
  await expect(page.getByTestId('readout-heading')).toHaveText('90°');
  const heading = async () =>
    Number((await page.getByTestId('readout-heading').textContent())?.slice(0, -1));
  for (let i = 0; i < 3; i++) {
    await page.keyboard.press('.');
    await expect.poll(heading, { timeout: 30_000 }).toBeGreaterThan(103 + 15 * i);
  }
  await expect
    .poll(
      async () => Number((await page.getByTestId('readout-heading').textContent())?.slice(0, -1)),
      { timeout: 30_000 },
    )
    .toBeGreaterThan(125);
  await setNumber(page, 'Course', '100');
  await expect(page.getByTestId('readout-heading')).toHaveText('100°', { timeout: 30_000 });
  await page.locator('header h1').click();
  await page.keyboard.press('x');
  await expect(page.getByTestId('readout-speed')).toHaveText('0.0 km/h');
  await page.keyboard.press('x');
  await expect(page.getByTestId('readout-speed')).toHaveText('5.4 km/h');
});

test('controls act on the picture that was chosen', async ({ page }) => {
  await layout(page, 'Inspect');
  const cone = await pixels(pane(page, 'cone'));
  const down = await pixels(pane(page, 'downFan'));
  await page.getByRole('radio', { name: 'Down fan' }).click();
  await page.keyboard.press(']');
  await page.keyboard.press(']');
  await expect
    .poll(async () => (await pixels(pane(page, 'downFan'))).mean)
    .toBeGreaterThan(down.mean);
  expect((await pixels(pane(page, 'cone'))).hash).toBe(cone.hash);
});
