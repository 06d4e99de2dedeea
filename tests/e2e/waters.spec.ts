import {
  chart,
  dragChart,
  enter,
  expect,
  expectAccessible,
  freeze,
  openBench,
  savedFile,
  setNumber,
  tapChart,
  test,
} from './app';

const card = 'section:has(h2)';

test('a water is renamed, copied, saved, deleted with undo, and read from its file', async ({
  page,
}) => {
  await enter(page);
  await page.goto('/waters');
  await expect(page.getByRole('heading', { level: 2 })).toHaveCount(3);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Rename Lake Ismo' }).click();
  await page.getByLabel('Name of the water').fill('Lake Ismo in March');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Lake Ismo in March' })).toBeVisible();

  const more = async (item: string) => {
    await page.getByRole('button', { name: 'More for Lake Ismo in March', exact: true }).click();
    const option = page.getByRole('menuitem', { name: item });
    await option.waitFor();
    return () => option.click();
  };
  await (
    await more('Duplicate')
  )();
  await expect(page.getByRole('heading', { name: 'Lake Ismo in March, copy' })).toBeVisible();
  const file = await savedFile(page, await more('Save as a file'));
  expect(file.name).toBe('lake-ismo-in-march.water.json');
  await (
    await more('Delete')
  )();
  const original = page.getByRole('heading', { name: 'Lake Ismo in March', exact: true });
  await expect(original).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(original).toBeVisible();

  await page
    .getByLabel('Water file')
    .setInputFiles({ name: 'a.json', mimeType: 'application/json', buffer: file.bytes });
  await expect(original).toHaveCount(2);
  const broken = file.bytes.toString().replace('"cellM": ', '"cellM": -');
  await page
    .getByLabel('Water file')
    .setInputFiles({ name: 'bad.json', mimeType: 'application/json', buffer: Buffer.from(broken) });
  await expect(page.getByRole('alert')).toContainText(/bad\.json.*cellM.*Nothing has been changed/);
  await expect(original).toHaveCount(2);
});

test('a small water is built from nothing, undone and done again, and sounded', async ({
  page,
}) => {
  await enter(page);
  await page.goto('/waters/new');
  await page.getByLabel('Name').last().fill('Pond');
  await setNumber(page, 'West to east', '80');
  await setNumber(page, 'South to north', '60');
  await setNumber(page, 'Depth everywhere', '6');
  await page.getByRole('button', { name: 'Build on it' }).last().click();
  await expect(page.getByRole('heading', { name: 'Pond' })).toBeVisible();
  await expect(chart(page)).toBeVisible();
  await expectAccessible(page);
  const undo = page.getByRole('button', { name: 'Undo' });
  await expect(undo).toBeDisabled();

  // Ten edits of ten sorts.
  await page.keyboard.press('b');
  await dragChart(page, [0.4, 0.5], [0.5, 0.5]);
  await chart(page).hover({ position: { x: 10, y: 10 } });
  await page.keyboard.press('p');
  await dragChart(page, [0.6, 0.3], [0.7, 0.35]);
  await page.keyboard.press('h');
  await tapChart(page, 0.3, 0.3);
  await page.keyboard.press('t');
  await page.getByRole('combobox', { name: 'Thing' }).selectOption('stump');
  await tapChart(page, 0.5, 0.48);
  await page.keyboard.press('d');
  await page.keyboard.press('l');
  await setNumber(page, 'Number', '3');
  await tapChart(page, 0.6, 0.5);
  await page.getByRole('radio', { name: 'Bait' }).click();
  await tapChart(page, 0.7, 0.6);
  await page.keyboard.press('v');
  await tapChart(page, 0.05, 0.95);
  await setNumber(page, 'Surface temperature', '9');
  await setNumber(page, 'Waves', '0.2');
  await page.getByLabel('Description').fill('A pond.');
  await page.getByLabel('Description').blur();
  await expect(page.getByText(/What is in it \(7\)/)).toBeVisible();

  for (let step = 0; step < 10; step++) {
    await expect(undo).toBeEnabled();
    await undo.click();
  }
  await expect(undo).toBeDisabled();
  await expect(page.getByText('What is in it (0)')).toBeVisible();
  await expect(page.getByLabel('Surface temperature, exact value')).toHaveValue('15.0');
  const redo = page.getByRole('button', { name: 'Redo' });
  for (let step = 0; step < 10; step++) await redo.click();
  await expect(redo).toBeDisabled();
  await expect(page.getByText(/What is in it \(7\)/)).toBeVisible();
  await expect(page.getByText('kept in this browser')).toBeVisible();

  // Nothing is lost on reload, and the echo comes from what was built.
  await page.reload();
  await expect(page.getByText(/What is in it \(7\)/)).toBeVisible();
  await page.getByText('Wood (2)').click();
  const stumps = page.getByRole('complementary').getByRole('button', { name: /stump/i });
  await expect(stumps).toHaveCount(2);
  await page.getByRole('link', { name: 'Sound it' }).click();
  await expect(page.getByTestId('readout-surface')).toHaveText('9.0 °C');
  await expect(page.getByTestId('readout-depth')).toHaveText(/\d/);
  await expect(page.getByText(/Sounding…/)).toHaveCount(0);
  await freeze(page);
  await page.keyboard.press('e');
  await expect(page.getByTestId('truth-list')).toContainText(/stump/);
});

test('things are placed, moved, turned and sized by keys and by numbers', async ({ page }) => {
  await enter(page);
  await page.goto('/waters/build?water=hollin-reservoir');
  const settings = page.getByRole('complementary');
  await settings.getByText(/^Built \(/).click();
  await settings.getByRole('button', { name: /^foundation/ }).click();
  const east = page.getByLabel('East, exact value');
  const before = Number(await east.inputValue());
  const handle = chart(page).getByRole('button', { name: /^foundation/ });
  await handle.press('ArrowRight');
  await handle.press('ArrowRight');
  await expect(east).toHaveValue((before + 2).toFixed(2));
  await setNumber(page, 'East', String(before - 5));
  await expect(east).toHaveValue((before - 5).toFixed(2));
  const heading = page.getByLabel('Heading, exact value');
  const was = Number(await heading.inputValue());
  await handle.press('r');
  await expect(heading).toHaveValue(((was + 15) % 360).toFixed(2));
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(east).toHaveValue(before.toFixed(2));
});

test('a seed and a few words grow a water, the same each time', async ({ page }) => {
  await enter(page);
  await page.goto('/waters/new');
  await page.getByRole('radio', { name: 'Basin' }).click();
  await setNumber(page, 'Seed', '77');
  const grow = page.getByRole('button', { name: 'Grow it' });
  const build = page.getByRole('button', { name: 'Build on it' }).first();
  await expect(build).toBeDisabled();
  await grow.click();
  await expect(build).toBeEnabled();
  const map = page.getByRole('img', { name: 'Map of Grown water' });
  const first = await map.innerHTML();
  await page.getByRole('button', { name: 'Another seed' }).click();
  await expect(build).toBeEnabled();
  expect(await map.innerHTML()).not.toBe(first);
  await setNumber(page, 'Seed', '77');
  await expect(build).toBeDisabled();
  await grow.click();
  await expect(build).toBeEnabled();
  expect(await map.innerHTML()).toBe(first);
  await expectAccessible(page);
  await build.click();
  await expect(page.getByRole('heading', { name: 'Grown water' })).toBeVisible();
});

test('a depth grid becomes a water; a bad one says where it is wrong', async ({ page }) => {
  await enter(page);
  await page.goto('/waters/new');
  const input = page.getByLabel('Depth grid file');
  const rows = ['x,y,depth'];
  for (let x = 0; x <= 60; x += 5) {
    for (let y = 0; y <= 40; y += 5) rows.push(`${x},${y},${2 + x / 10}`);
  }
  const file = (name: string, lines: string[]) => ({
    name,
    mimeType: 'text/csv',
    buffer: Buffer.from(lines.join('\n')),
  });
  await input.setInputFiles(file('bad.csv', [...rows, 'oops,1,2']));
  await expect(page.getByRole('alert')).toContainText(`line ${rows.length + 1}`);
  await input.setInputFiles(file('bay.csv', rows));
  await expect(page.getByText('13 × 9 depths')).toBeVisible();
  await page
    .locator(card, { hasText: 'Bring in a depth grid' })
    .getByRole('button', { name: 'Build on it' })
    .click();
  await expect(page.getByRole('heading', { name: 'bay' })).toBeVisible();
  // 8 m deep in the east, where x is 60.
  await chart(page).hover({ position: { x: 400, y: 200 } });
  await expect(page.getByTestId('chart-reading')).toContainText(/deep/);
  await expect(page.getByTestId('section-reading')).toContainText('deepest 8.0 m');
});

test('the relief of a furnished water is replaced by a file, and taken back', async ({ page }) => {
  await enter(page);
  await page.goto('/waters/build?water=hollin-reservoir');
  const section = page.getByTestId('section-reading');
  await expect(section).toContainText('deepest 16.9 m');
  await page.keyboard.press('b');
  const input = page.getByLabel('Depth grid file');
  const grid = ['ncols 20', 'nrows 14', 'xllcenter 0', 'yllcenter 0', 'cellsize 20'];
  for (let row = 0; row < 14; row++) grid.push(Array<number>(20).fill(7.5).join(' '));
  const file = (name: string, lines: string[]) => ({
    name,
    mimeType: 'text/plain',
    buffer: Buffer.from(lines.join('\n')),
  });
  await input.setInputFiles(file('short.asc', grid.slice(0, -1)));
  await expect(page.getByText(/short\.asc.*got 260.*Nothing has been changed/)).toBeVisible();
  await input.setInputFiles(file('flat.asc', grid));
  await expect(page.getByText('20 × 14 depths from “flat.asc”.')).toBeVisible();
  await expect(section).toContainText('deepest 7.5 m');
  await page.keyboard.press('v');
  await expect(page.getByText(/^Wood \(/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(section).toContainText('deepest 16.9 m');
});

test('whoever learns sees no contents and no builder', async ({ page }) => {
  await enter(page, 'I learn');
  await page.goto('/waters');
  await expect(page.getByRole('heading', { name: 'Hollin Reservoir' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Build' })).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'New water' })).toHaveCount(0);
  await page.goto('/waters/build?water=hollin-reservoir');
  await expect(page.getByRole('heading', { name: 'The builder stays closed' })).toBeVisible();
  await page.goto('/waters/chart?water=hollin-reservoir&tab=about');
  await expect(page.getByRole('heading', { name: 'Known spots' })).toBeVisible();
  await expect(page.getByText(/What is there:/)).toHaveCount(0);
});

test('the rig is kept, explains itself, and sounds as it is mounted', async ({ page }) => {
  await enter(page);
  await page.goto('/waters/rig');
  const words = page.getByTestId('level-words');
  await expect(words).toContainText('sits level');
  await expect(page.getByText('Sounding…')).toHaveCount(0);
  await expectAccessible(page);
  await setNumber(page, 'Roll', '8');
  await expect(words).toContainText('looks to port');
  await page.getByRole('radio', { name: 'Starboard' }).click();
  await expect(page.getByText(/with them to starboard/)).toBeVisible();
  await setNumber(page, 'Depth of its face', '0.55');
  await page.reload();
  await expect(page.getByLabel('Roll, exact value')).toHaveValue('8.0');
  await expect(page.getByLabel('Depth of its face, exact value')).toHaveValue('0.55');
  // The bench sounds with it: the face lies that much deeper.
  await openBench(page);
  await page.getByRole('button', { name: /Record/ }).click();
  await page.getByRole('button', { name: 'Open it' }).click();
  await expect(page.getByRole('button', { name: /Reveal/ })).toBeVisible();
  await page.goto('/waters/rig');
  await page.getByRole('button', { name: 'As shipped' }).click();
  await expect(words).toContainText('sits level');
});

test('a channel is laid bend by bend, sized by numbers, and lies in the section', async ({
  page,
}) => {
  await enter(page);
  await page.goto('/waters/new');
  await page.getByRole('button', { name: 'Build on Flat' }).click();
  await expect(page.getByTestId('section-reading')).toContainText('deepest 8.0 m');
  await page.keyboard.press('h');
  await page.getByRole('combobox', { name: 'Shape' }).selectOption('channel');
  await tapChart(page, 0.5, 0.1);
  await expect(page.getByRole('button', { name: 'Finish (1 bends)' })).toBeDisabled();
  await tapChart(page, 0.45, 0.5);
  await tapChart(page, 0.5, 0.9);
  await page.getByRole('button', { name: 'Finish (3 bends)' }).click();
  await expect(page.getByTestId('section-reading')).toContainText('deepest 11.0 m');
  await setNumber(page, 'Depth', '5');
  await expect(page.getByTestId('section-reading')).toContainText('deepest 13.0 m');
  await page.keyboard.press('v');
  const bend = chart(page).getByRole('button', { name: 'Channel, bend 2' });
  const before = (await bend.boundingBox())!;
  await bend.press('ArrowRight');
  await expect.poll(async () => (await bend.boundingBox())!.x).toBeGreaterThan(before.x);
  await bend.press('Delete');
  await expect(page.getByTestId('section-reading')).toContainText('deepest 8.0 m');
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('section-reading')).toContainText('deepest 13.0 m');
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByTestId('section-reading')).toContainText('deepest 8.0 m');
});

test('the days before move bait and fish, and a bad row of numbers changes nothing', async ({
  page,
}) => {
  await enter(page);
  await page.goto('/waters/build?water=hollin-reservoir');
  const air = page.getByLabel(/Air of the last days/);
  await air.fill('12 12 warm');
  await air.blur();
  await expect(page.getByRole('alert')).toContainText('“warm” is not a temperature');
  await air.fill('15 15 16 15 6 5 4');
  await air.blur();
  await expect(page.getByText('Cold snap')).toBeVisible();
  await page.getByRole('button', { name: 'Move fish and bait by it' }).click();
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveAttribute(
    'title',
    /move \d+ fish/,
  );
  await expect(page.getByText('kept in this browser')).toBeVisible();
  // The chart now explains another answer, and the life lies where it says.
  await page.goto('/waters/chart?water=hollin-reservoir');
  await page.getByRole('button', { name: 'Choose a place' }).click();
  // The creek's mouth, half-way up the channel.
  await tapChart(page, 0.54, 0.44);
  await page.getByRole('button', { name: 'Commit and see' }).click();
  const answer = page.getByTestId('season-answer');
  await expect(answer).toContainText('packed tight and deep near the creek mouth');
  await expect(answer).toContainText(/[23] of 3 bait schools/);
});

test('what was just changed is stored before a link leads on', async ({ page }) => {
  await enter(page);
  await page.goto('/waters/build?water=hollin-reservoir');
  await setNumber(page, 'Surface temperature', '7');
  await page.getByRole('link', { name: 'Sound it' }).click();
  await expect(page.getByTestId('readout-surface')).toHaveText('7.0 °C');
});
