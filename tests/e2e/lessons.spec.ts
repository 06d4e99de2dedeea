/** Lessons and the handbook: read, tried, asked, written. */
import { echo, enter, expect, expectAccessible, pixels, setNumber, test, frames } from './app';
import { storedRecord } from './records';

test('a shipped lesson is walked through and ends in questions', async ({ page }) => {
  test.setTimeout(240_000);
  await enter(page, 'I learn');
  await page.goto('/lessons');
  const lessons = page.getByRole('link', { name: /^Open/ });
  await expect(lessons.first()).toBeVisible();
  expect(await lessons.count()).toBeGreaterThanOrEqual(12);
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Open Nothing here, move on' }).click();
  await expect(page.getByRole('heading', { name: 'A good picture of nothing' })).toBeVisible();
  await expect(echo(page)).toBeVisible({ timeout: 30_000 });
  await expectAccessible(page);
  await page.keyboard.press('n');
  // Trying: the control changes the picture, not what was received.
  await expect(page.getByRole('heading', { name: 'More gain makes no fish' })).toBeVisible();
  await expect(echo(page)).toBeVisible({ timeout: 30_000 });
  const dark = await pixels(page, { x: 0.2, y: 0.15, width: 0.4, height: 0.2 });
  await setNumber(page, 'Gain', '76');
  await expect
    .poll(async () => (await pixels(page, { x: 0.2, y: 0.15, width: 0.4, height: 0.2 })).mean)
    .toBeGreaterThan(dark.mean + 10);
  // A reload stays at the step.
  await page.reload();
  await expect(page.getByRole('heading', { name: 'More gain makes no fish' })).toBeVisible();
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('button', { name: 'Begin the questions' }).click();
  // Six, where sixty screens give so many: which ones is drawn anew each time.
  await expect(page.getByText(/Item 1 of [3-6]/)).toBeVisible({ timeout: 90_000 });
  const id = new URL(page.url()).searchParams.get('id')!;
  const attempt = await storedRecord(page, 'attempt', id);
  expect(attempt).toMatchObject({ mode: 'lesson', lessonId: 'lesson-empty' });
  for (const { kind } of attempt.items) expect(['tapAll', 'callLive']).toContain(kind);
});

test('a plate opens at the bench at its moment', async ({ page }) => {
  await enter(page);
  await page.goto('/lessons/lesson?id=lesson-side&step=2');
  await page.getByRole('link', { name: /At the bench/ }).click();
  await expect(page.getByText(/frozen/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByTestId('pane-sideFans').or(echo(page)).first()).toBeVisible();
  await page.goto('/bench?recipe=%7Bbad');
  await expect(page.getByText('What the address says cannot be sounded.')).toBeVisible();
});

test('the handbook has a page for a skill, with live plates, found by its words', async ({
  page,
}) => {
  await enter(page, 'I learn');
  await page.goto('/');
  await page.getByRole('link', { name: 'Handbook' }).click();
  await page.getByLabel('Find in the handbook').fill('cross-talk');
  await page
    .getByRole('navigation', { name: 'Pages' })
    .getByRole('link', { name: 'Bubbles and clutter' })
    .click();
  await expect(page.getByRole('heading', { name: 'Bubbles and clutter' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'What decides' })).toBeVisible();
  await expect(page.getByRole('application').nth(1)).toBeVisible();
  const lit = await pixels(page);
  expect(lit.mean).toBeGreaterThan(3);
  await expectAccessible(page);
  await page.goBack();
  await expect(page.getByRole('heading', { name: 'Now and history' })).toBeVisible();
  await page.getByRole('link', { name: /What is now, and how deep/ }).click();
  await expect(page.getByRole('heading', { name: 'The screen is a diary' })).toBeVisible();
});

test('an instructor copies a lesson, writes in Markdown, orders steps by drag and keys', async ({
  page,
}) => {
  await enter(page);
  await page.goto('/lessons');
  await page.getByRole('button', { name: 'More for Bottom first' }).click();
  await page.getByRole('menuitem', { name: 'Copy and change' }).click();
  await expect(page.getByRole('heading', { name: 'Write a lesson' })).toBeVisible();
  const id = new URL(page.url()).searchParams.get('id')!;
  const titles = async () =>
    (await storedRecord(page, 'lesson', id)).steps.map(({ title }) => title);
  const before = await titles();
  await expectAccessible(page);
  await page
    .getByRole('textbox', { name: 'Text', exact: true })
    .fill('Look for **the tail**.\n\n- one\n- two');
  await page.getByRole('radio', { name: 'Read', exact: true }).click();
  await expect(page.locator('strong', { hasText: 'the tail' })).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'two' })).toBeVisible();
  // By keys.
  await page.getByRole('button', { name: `Move ${before[0]}` }).focus();
  await page.keyboard.press('Space');
  await frames(page);
  await page.keyboard.press('ArrowDown');
  await frames(page);
  await page.keyboard.press('Space');
  await expect.poll(titles).toEqual([before[1], before[0], before[2], before[3]]);
  // By drag, back again.
  const from = (await page.getByRole('button', { name: `Move ${before[0]}` }).boundingBox())!;
  const to = (await page.getByRole('button', { name: `Move ${before[1]}` }).boundingBox())!;
  await page.mouse.move(from.x + 10, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(to.x + 10, to.y + 4, { steps: 10 });
  await frames(page);
  await page.mouse.up();
  // A click right after a drag is swallowed, so that letting go presses nothing.
  await frames(page);
  await expect.poll(titles).toEqual(before);
  await page.getByRole('button', { name: 'Ask', exact: true }).click();
  await expect.poll(async () => (await titles()).length).toBe(5);
  await page.getByRole('button', { name: /Undo/ }).click();
  await expect.poll(titles).toEqual(before);
  await page.getByRole('link', { name: 'Look at it' }).click();
  await expect(page.locator('strong', { hasText: 'the tail' })).toBeVisible();
  await page.goto('/lessons');
  await expect(page.getByText('Bottom first (copy)').first()).toBeVisible();
  await page.goto('/lessons/write?id=lesson-bottom');
  await expect(page.getByRole('alert')).toContainText('copied before it is changed');
});
