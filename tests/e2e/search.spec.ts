import { chart, echo, enter, expect, expectAccessible, tapChart, test } from './app';

test('a water is searched leg by leg, marked, left, taken up again, and opened', async ({
  page,
}) => {
  await enter(page);
  await page.goto('/drills');
  await page.getByRole('link', { name: 'Choose a search' }).click();
  const road = page.locator('section', {
    has: page.getByRole('heading', { name: 'What was built in the valley' }),
  });
  await road.getByRole('button', { name: 'Begin' }).click();
  await expect(chart(page)).toBeVisible();
  await expect(page.getByText('0.0 of 25 min')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Sail it' })).toBeDisabled();
  // Over to the mill and a little past it.
  await tapChart(page, 0.58, 0.5);
  await tapChart(page, 0.72, 0.5);
  await page.getByRole('button', { name: 'Sail it' }).click();
  const slider = page.getByRole('slider', { name: 'Along the leg' });
  await expect(slider).toBeVisible();
  await page.getByRole('combobox', { name: 'Runs past' }).selectOption('all');
  await expect(page.getByText(/^[1-9]\d?\.\d of 25 min$/)).toBeVisible();

  await page.getByRole('combobox', { name: 'A tap on the echo marks' }).selectOption('built');
  const picture = echo(page).last();
  const box = (await picture.boundingBox())!;
  await picture.click({ position: { x: 0.8 * box.width, y: 0.4 * box.height } });
  await expect(page.getByRole('combobox', { name: 'What mark 1 is' })).toHaveValue('built');
  await expectAccessible(page);

  // Left, and taken up again: the log is there, the picture is sounded anew.
  await page.getByRole('link', { name: 'Leave it for later' }).click();
  await page.getByRole('link', { name: 'Go on' }).click();
  await expect(page.getByRole('combobox', { name: 'What mark 1 is' })).toHaveValue('built');
  await page.getByRole('button', { name: 'Show leg 1 again' }).click();
  await expect(slider).toBeVisible();

  await page.getByRole('button', { name: 'Look again' }).click();
  await expect(page.getByRole('button', { name: 'Sail it' })).toBeEnabled();
  await page.getByRole('button', { name: 'Remove mark 1' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('combobox', { name: 'What mark 1 is' })).toBeVisible();

  await page.getByRole('button', { name: 'End it and open the water' }).click();
  await expect(page.getByTestId('search-score')).toContainText('of 4 found');
  await expect(page.getByText('foundation, 14 by 9 m')).toBeVisible();
  await expectAccessible(page);
});
