/** The tools under the pictures: why, measure, mark, compare, ladder, record, faults, jig. */
import {
  echo,
  enter,
  expect,
  freeze,
  layout,
  openBench,
  pane,
  pixels,
  savedFile,
  settled,
  tapPane,
  test,
  tool,
} from './app';

test.beforeEach(async ({ page }) => enter(page));

test('a picture is asked: ledger, water, measures', async ({ page }) => {
  await test.step('the ledger of a cell adds up to the level that the cursor reads', async () => {
    await openBench(page);
    await freeze(page);
    await tool(page, 'Why');
    await tapPane(page, 'cone', 0.6, 0.44);
    const ledger = page.getByTestId('ledger');
    await expect(ledger).toBeVisible();
    const number = async (term: string) =>
      Number((await ledger.locator(`[data-term=${term}]`).textContent())?.replace('−', '-'));
    const read = Number(
      /Level([\d.]+) dB/.exec((await page.getByTestId('cell-reading').textContent()) ?? '')?.[1],
    );
    expect(await number('received')).toBeCloseTo(read, 1);
    const terms = await ledger
      .locator('[data-term]')
      .evaluateAll((cells) =>
        cells
          .filter(
            (cell) => !['sum', 'expected', 'received'].includes(cell.getAttribute('data-term')!),
          )
          .map((cell) => Number(cell.textContent.replace('−', '-'))),
      );
    expect(terms.length).toBeGreaterThanOrEqual(5);
    const sum = terms.reduce((total, term) => total + term, 0);
    expect(Math.abs(sum - (await number('sum')))).toBeLessThan(0.31);
  });

  await test.step('the water opens: an echo lights its cause, and the cause its echo', async () => {
    await page.keyboard.press('e');
    const section = page.getByTestId('cutaway-section');
    await expect(section).toBeVisible();
    await expect(page.getByTestId('cutaway-plan')).toBeVisible();
    // From the picture to the drawing: the middle of an outlined echo.
    const region = echo(page).locator('[data-region]').first();
    const id = await region.getAttribute('data-region');
    const box = (await region.boundingBox())!;
    const away = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    await page.mouse.move(away.x, away.y);
    await expect(page.getByTestId('truth-list').locator('.bg-well')).toHaveCount(1);
    await expect(page.getByTestId('range-arc').first()).toBeAttached();
    const status = echo(page).getByRole('status');
    await expect(status).toContainText(/boulder|perch|school|pike|zander/);
    // And back: its line in the list lights the outline's name alone.
    await page.mouse.move(5, 5);
    await page.getByTestId('truth-list').getByRole('listitem').first().hover();
    await expect(echo(page).locator(`[data-region="${id}"][data-lit=true]`)).toBeAttached();
    // And from the drawing to the picture.
    await page.mouse.move(5, 5);
    const frame = (await section.boundingBox())!;
    const shown = [];
    for (const thing of await section.locator('[data-thing]').all()) {
      const at = (await thing.boundingBox())!;
      const [x, y] = [at.x + at.width / 2, at.y + at.height / 2];
      const isInside =
        x > frame.x + 5 &&
        x < frame.x + frame.width - 5 &&
        y > frame.y &&
        y < frame.y + frame.height;
      if (isInside) shown.push({ x, y });
    }
    expect(shown.length).toBeGreaterThan(0);
    await page.mouse.move(shown.at(-1)!.x, shown.at(-1)!.y);
    await expect(section.locator('[data-thing][data-lit=true]')).toHaveCount(1);
  });

  await test.step('measuring shows lengths with their arithmetic, footprint and dead zone', async () => {
    await page.keyboard.press('e');
    await layout(page, 'Search');
    await tool(page, 'Measure');
    await pane(page, 'cone').click({ position: { x: 40, y: 60 } });
    await expect(page.getByTestId('beam-marks')).toBeVisible();
    const rows = page.getByTestId('measures').getByRole('row');
    await expect(rows.filter({ hasText: 'Footprint' })).toContainText('2 d tan(θ/2) = 2 ×');
    await tapPane(page, 'sideFans', 0.7, 0.4);
    await tapPane(page, 'sideFans', 0.85, 0.4);
    await expect(page.getByRole('row', { name: /^Over the ground/ })).toContainText('√(R² − h²)');
    const height = rows.filter({ hasText: 'Height, if B ends its shadow' });
    await expect(height).toContainText('h (R_end − R_near) / R_end');
    const [value, h, end, near] = /([\d.]+) m.*= ([\d.]+) × \(([\d.]+) − ([\d.]+)\)/
      .exec((await height.textContent()) ?? '')!
      .slice(1)
      .map(Number);
    expect(value).toBeCloseTo((h * (end - near)) / end, 1);
    await page.getByRole('button', { name: 'Take the cursors away' }).click();
    await expect(pane(page, 'sideFans').locator('[data-cursor]')).toHaveCount(0);
  });
});

test('a frozen picture is stepped, scrubbed, played back and left for the live edge', async ({
  page,
}) => {
  await openBench(page);
  await freeze(page);
  const live = await pixels(page);
  await page.keyboard.press('ArrowLeft');
  await expect.poll(async () => (await pixels(page)).hash).not.toBe(live.hash);
  await expect(page.getByText(/0\.[12] s ago, frozen/)).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect.poll(async () => (await pixels(page)).hash).toBe(live.hash);
  await page.keyboard.press('PageUp');
  await expect(page.getByText(/5\.\d s ago, frozen/)).toBeVisible();
  const back = await pixels(page);
  await page.getByRole('combobox', { name: 'Pace' }).selectOption('0.25');
  await page.keyboard.press('Space');
  await expect(page.getByText(/played back/)).toBeVisible();
  await expect.poll(async () => (await pixels(page)).hash).not.toBe(back.hash);
  await page.keyboard.press('Space');
  await page.keyboard.press('End');
  await expect.poll(async () => (await pixels(page)).hash).toBe(live.hash);
  // Anywhere on the pass, also where the boat has not been yet.
  const slider = page.getByRole('slider', { name: 'Along the pass' });
  await slider.focus();
  await page.keyboard.press('Home');
  await settled(page);
  await expect(page.getByTestId('pass-clock')).toHaveText('0:00');
  await slider.focus();
  await page.keyboard.press('End');
  await settled(page);
  await expect(page.getByTestId('pass-clock')).not.toHaveText('0:00');
});

test('a mark from the side fans lies beside the track, and arrives when the boat comes back', async ({
  page,
}) => {
  test.slow();
  await openBench(page);
  await layout(page, 'Search');
  await freeze(page);
  await page.keyboard.press('k');
  await tapPane(page, 'sideFans', 0.8, 0.2);
  await expect(page.getByText(/Marked .* to the side, slant/)).toBeVisible();
  await expect(pane(page, 'sideFans').locator('[data-mark]')).toHaveCount(1);
  await page.keyboard.press('Space');
  await page.keyboard.press('Shift+K');
  await page.getByRole('combobox', { name: 'Pace' }).selectOption('8');
  // Back over it: the pin stands at the live edge of the cone.
  await expect(pane(page, 'cone').locator('[data-mark][data-now=true]')).toHaveCount(1, {
    timeout: 40_000,
  });
  // To where the boat passes it, by its name.
  const clock = await page.getByTestId('pass-clock').textContent();
  await page.getByRole('combobox', { name: 'Jump to a mark' }).selectOption({ index: 1 });
  await settled(page);
  await expect(page.getByText(/frozen/)).toBeVisible();
  await expect(page.getByTestId('pass-clock')).not.toHaveText(clock!);
  await page.goto('/waters/chart?water=hollin-reservoir&tab=marks');
  await expect(page.getByRole('button', { name: /^Echo .* to the side/ }).first()).toBeVisible();
});

test('a picture is compared, laid in a ladder, and saved', async ({ page }) => {
  await test.step('comparing shows the same pings under one change, side by side and as a wipe', async () => {
    await openBench(page);
    await freeze(page);
    const before = await pixels(page);
    await tool(page, 'Compare');
    await page.getByRole('combobox', { name: 'What to change' }).selectOption('gain');
    await expect(page.getByTestId('compare-side')).toBeVisible();
    const [a, b] = [pane(page, 'cone'), pane(page, 'variant')];
    await expect
      .poll(async () => (await pixels(b)).mean)
      .toBeGreaterThan((await pixels(a)).mean + 5);

    await page.getByRole('radio', { name: 'Wipe' }).click();
    await expect.poll(async () => (await pixels(a)).hash).toBe(before.hash);
    const wipe = page.getByRole('slider', { name: 'Wipe' });
    const at = async () => Number(await wipe.getAttribute('aria-valuenow'));
    await wipe.focus();
    await page.keyboard.press('ArrowRight');
    expect(await at()).toBe(54);

    // A frequency is sounded for itself, over the same water.
    await page.getByRole('combobox', { name: 'What to change' }).selectOption('band');
    await settled(page);
    await expect.poll(async () => (await pixels(b)).hash).not.toBe(before.hash);
    await expect.poll(async () => (await pixels(b)).mean).toBeGreaterThan(2);
    // Another instrument, and another speed at the same place.
    await page.getByRole('combobox', { name: 'What to change' }).selectOption('instrument');
    await settled(page);
    await expect.poll(async () => (await pixels(b)).mean).toBeGreaterThan(2);
    await page.getByRole('combobox', { name: 'What to change' }).selectOption('speed');
    await settled(page);
    await expect.poll(async () => (await pixels(b)).hash).not.toBe(before.hash);

    await page.getByRole('combobox', { name: 'What to change' }).selectOption('gain');
    await page.getByRole('button', { name: 'Take the change over' }).click();
    await expect(page.getByTestId('compare-wipe')).toHaveCount(0);
    await expect(page.getByLabel('Gain, exact value')).toHaveValue('60');
  });

  await test.step('a ladder shows five steps in order, is saved as a picture and recorded', async () => {
    await tool(page, 'Ladder');
    await page.getByRole('button', { name: 'Make the ladder' }).click();
    const steps = page.getByTestId('ladder-step');
    await expect(steps).toHaveCount(5);
    const means = await steps.evaluateAll((all) =>
      all.map((element) => {
        const canvas = element as HTMLCanvasElement;
        const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
        return data.reduce((sum, value) => sum + value, 0) / data.length;
      }),
    );
    for (let i = 1; i < means.length; i++) expect(means[i]).toBeGreaterThan(means[i - 1]);
    const { name, bytes } = await savedFile(page, () =>
      page.getByRole('button', { name: 'Save as PNG' }).click(),
    );
    expect(name).toBe('cone-gain.png');
    expect(bytes.subarray(1, 4).toString()).toBe('PNG');
    await page.getByRole('button', { name: 'Record all' }).click();
    await expect(page.getByText('Recorded 5 screens into the library.')).toBeVisible();
    await page.getByRole('combobox', { name: 'Five steps of' }).selectOption('power');
    await page.getByRole('button', { name: 'Make the ladder' }).click();
    await expect(page.getByRole('region', { name: 'Ladder: Cone, power' })).toBeVisible({
      timeout: 60_000,
    });
    await page.keyboard.press('Escape');
    await expect(steps).toHaveCount(0);
  });

  await test.step('the screen goes out as a picture and as a film', async () => {
    await page.locator('header h1').click();
    await page.keyboard.press('Space');
    await tool(page, 'Record');
    const png = await savedFile(page, () =>
      page.getByRole('button', { name: 'Picture of the screen' }).click(),
    );
    expect(png.bytes.subarray(1, 4).toString()).toBe('PNG');
    expect(png.bytes.length).toBeGreaterThan(20_000);
    const film = await savedFile(page, async () => {
      await page.getByRole('button', { name: /Film of 5 seconds/ }).click();
      await expect(page.getByRole('button', { name: /Stop filming/ })).toBeVisible();
    });
    expect(film.name).toMatch(/\.webm$/);
    // The mark of the container, and more than a still.
    expect([...film.bytes.subarray(0, 4)]).toEqual([0x1a, 0x45, 0xdf, 0xa3]);
    expect(film.bytes.length).toBeGreaterThan(10_000);
  });
});

test('a stretch is recorded with notes; side fans open in the library as they were', async ({
  page,
}) => {
  await openBench(page);
  await layout(page, 'Search');
  await freeze(page);
  await pane(page, 'sideFans').click({ position: { x: 30, y: 60 } });
  await tool(page, 'Record');
  await page.getByRole('radio', { name: 'Last pings' }).click();
  await page.getByLabel('Pings back from the edge, exact value').fill('150');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Name' }).fill('Side of the hump');
  await page.getByRole('textbox', { name: 'Notes' }).fill('Look at the near edge.');
  await page.getByRole('button', { name: 'Record into the library' }).click();
  await page.getByRole('button', { name: 'Open it' }).click();
  await expect(page.getByText('Side of the hump').first()).toBeVisible();
  await page.getByRole('tab', { name: 'What is there' }).click();
  await expect(
    page
      .getByText('150 pings')
      .or(page.getByText(/Look at the near edge/))
      .first(),
  ).toBeVisible();
  const picture = await pixels(page);
  expect(picture.mean).toBeGreaterThan(3);
  await page.keyboard.press(']');
  await page.keyboard.press(']');
  await expect.poll(async () => (await pixels(page)).mean).toBeGreaterThan(picture.mean);
  // Drills are drawn from the library, this screen among it.
  await page.goto('/drills');
  await page.getByRole('button', { name: /Start five/ }).click();
  await expect(page.getByText('Item 1 of 5')).toBeVisible({ timeout: 60_000 });
});

test('faults show on the picture, go out again, and can be found in secret', async ({ page }) => {
  test.slow();
  await openBench(page);
  await freeze(page);
  const sound = await pixels(page);
  await tool(page, 'Faults');
  for (const name of ['Cross-talk', 'Transducer tilted', 'Gain on full', 'Stop-start']) {
    const box = page.getByRole('checkbox', { name });
    await box.check();
    await settled(page);
    await expect
      .poll(async () => (await pixels(page)).hash, { message: name })
      .not.toBe(sound.hash);
    await box.uncheck();
    await settled(page);
    await expect.poll(async () => (await pixels(page)).hash, { message: name }).toBe(sound.hash);
  }
  await page.getByRole('button', { name: 'Put one in secretly' }).click();
  await expect(page.getByText('Something is wrong here.')).toBeVisible();
  await expect(page.getByRole('checkbox', { name: 'Cross-talk' })).toHaveCount(0);
  const guess = page.getByRole('combobox', { name: 'It is' });
  const options = await guess.locator('option').allTextContents();
  let right = 0;
  for (const option of options) {
    await guess.selectOption(option);
    await page.getByRole('button', { name: 'Is that it?' }).click();
    await expect(page.getByText(/^Right:|^Not that\./)).toBeVisible();
    if ((await page.getByText(/^Right:/).count()) > 0) right++;
  }
  expect(right).toBe(1);
  await page.getByRole('button', { name: 'Take it out' }).click();
  await settled(page);
  await expect.poll(async () => (await pixels(page)).hash).toBe(sound.hash);
});

test('over the ice the lure obeys the hand, and a fish comes to a cadence it likes', async ({
  page,
}) => {
  test.slow();
  await openBench(page, '/bench?water=lake-ismo');
  await settled(page);
  await expect(pane(page, 'column')).toBeVisible();
  await expect(pane(page, 'sector').locator('svg text').filter({ hasText: 'fore' })).toHaveCount(1);
  await tool(page, 'Jig');
  await page.getByRole('button', { name: 'Take the rod' }).click();
  const line = page.getByTestId('lure-line');
  const depth = async () => Number(/Lure at ([\d.]+)/.exec((await line.textContent()) ?? '')?.[1]);
  const before = await depth();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowUp');
  await expect.poll(depth).toBeLessThan(before - 0.4);
  const box = (await page.getByTestId('rod').boundingBox())!;
  await page.mouse.move(box.x + 20, box.y + 0.5 * box.height);
  await page.mouse.down();
  await page.mouse.move(box.x + 20, box.y + 0.55 * box.height, { steps: 4 });
  await page.mouse.up();
  await expect.poll(depth).toBeLessThan(before - 2);

  await page.getByRole('button', { name: /curious perch/ }).click();
  await page.keyboard.press('e');
  const lureId = await page.getByTestId('rod').getAttribute('data-lure');
  /** How far the fish is from the lure on the drawing, px. */
  const apart = async () => {
    await tool(page, 'What is there');
    const section = page.getByTestId('cutaway-section');
    const place = async (id: string) =>
      /translate\(([-\d.]+) ([-\d.]+)\)/
        .exec((await section.locator(`[data-thing="${id}"]`).getAttribute('transform')) ?? '')!
        .slice(1)
        .map(Number);
    const [fish, lure] = [await place('bench-guest'), await place(lureId!)];
    await tool(page, 'Jig');
    return Math.hypot(fish[0] - lure[0], fish[1] - lure[1]);
  };
  const atFirst = await apart();
  // Fifteen lifts a minute by the pass's own clock, at twice its pace.
  await page.getByRole('combobox', { name: 'Pace' }).selectOption('2');
  const passS = async () => {
    const [minutes, seconds] = (await page.getByTestId('pass-clock').textContent())!.split(':');
    return 60 * Number(minutes) + Number(seconds);
  };
  expect(atFirst).toBeGreaterThan(10);
  // It comes and looks, and goes back again: how near it came is what counts.
  let nearest = atFirst;
  for (let lift = 1; lift <= 24 && nearest >= atFirst / 2; lift++) {
    const at = await passS();
    await page.locator('header h1').click();
    await page.keyboard.press('j');
    await expect.poll(passS, { intervals: [100], timeout: 60_000 }).toBeGreaterThanOrEqual(at + 4);
    if (lift % 2 === 0) nearest = Math.min(nearest, await apart());
  }
  expect(nearest).toBeLessThan(atFirst / 2);
  await page.getByRole('button', { name: /Freeze/ }).click();
  await tool(page, 'What is there');
  await expect(page.getByTestId('truth-list').getByText('perch, 32 cm').first()).toBeVisible();
});

test('the sector turns with its mount', async ({ page }) => {
  await openBench(page, '/bench?water=lake-ismo');
  await settled(page);
  await freeze(page);
  await pane(page, 'sector').click({ position: { x: 30, y: 60 } });
  await tool(page, 'Jig');
  const before = await pixels(pane(page, 'sector'));
  await page.getByRole('button', { name: 'aft', exact: true }).click();
  await settled(page);
  await expect(pane(page, 'sector').locator('svg text').filter({ hasText: 'aft →' })).toHaveCount(
    1,
  );
  await expect.poll(async () => (await pixels(pane(page, 'sector'))).hash).not.toBe(before.hash);
});
