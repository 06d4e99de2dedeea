import {
  chart,
  dragChart,
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
  await kept(page, 'boat', 'boat', ({ rig }) => rig.draftM === 0.55);
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

test('what was just changed is stored before a link leads on', async ({ page }) => {
  await enter(page);
  await page.goto('/waters/build?water=hollin-reservoir');
  await setNumber(page, 'Surface temperature', '7');
  await page.getByRole('link', { name: 'Sound it' }).click();
  await expect(page.getByTestId('readout-surface')).toHaveText('7.0 °C');
});
