/** Practice, composed drills and exams: begun, left and taken up again, handed on. */
import type { Page } from '@playwright/test';
import type { Item } from '../../core/drills';
import { newRecord } from '../../core/records';
import { echo, enter, expect, expectAccessible, savedFile, test, frames } from './app';
import { question } from '../fixtures/questions';
import { openAttempt, putRecord, storedRecord } from './records';

const empties = (count: number): Item[] => {
  const { item: first } = question('empty');
  return Array.from({ length: count }, (_, i) => ({ ...first, id: `${first.id}-${i}` }));
};

async function answerNothing(page: Page, confidence = '3') {
  await expect(page.getByRole('button', { name: /Nothing here/ })).toBeVisible({ timeout: 30_000 });
  await page.keyboard.press(confidence);
  await page.keyboard.press('c');
}

test.describe('who learns', () => {
  test.beforeEach(async ({ page }) => enter(page, 'I learn'));

  test('five from the library are asked, graded and summed up; results stay', async ({ page }) => {
    await page.goto('/drills');
    await page.getByRole('button', { name: /Start five items/ }).click();
    await expect(page.getByText('Item 1 of 5')).toBeVisible({ timeout: 60_000 });
    await expect(echo(page)).toBeVisible();
    await page.goto('/drills');
    await expect(page.getByRole('link', { name: 'Go on at item 1' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Compose a drill' })).toHaveCount(0);
  });

  test('a practice makes its questions as it goes, and keeps what it learned', async ({ page }) => {
    test.setTimeout(240_000);
    await page.goto('/drills');
    await expect(page.getByText('the first session finds out where you stand')).toBeVisible();
    await page.getByRole('button', { name: 'Practise 5' }).click();
    await expect(page.getByText('Item 1 of 5')).toBeVisible({ timeout: 60_000 });
    const id = new URL(page.url()).searchParams.get('id')!;
    // The first skill that is taught: where now is, or how long ago.
    const first = (await storedRecord(page, 'attempt', id)).items[0];
    expect(first.skill).toBe('nowAndHistory');
    expect((await storedRecord(page, 'attempt', id)).items).toHaveLength(1);
    const live = page.getByRole('button', { name: 'Let it run' });
    const field = page.getByLabel('Your answer');
    await expect(live.or(field)).toBeVisible({ timeout: 30_000 });
    if (await field.isVisible()) {
      await field.fill('999');
    } else {
      await live.click();
      await expect(page.getByText('the pass is over', { exact: false })).toBeVisible({
        timeout: 60_000,
      });
    }
    await page.getByRole('radio', { name: 'unsure' }).click();
    await page.getByRole('button', { name: /^(Commit|No fish)/ }).click();
    await expect(page.getByTestId('grade-figures')).toBeVisible();
    // The next question is made meanwhile, of another skill.
    await expect
      .poll(async () => (await storedRecord(page, 'attempt', id)).items.length, { timeout: 60_000 })
      .toBe(2);
    const [, second] = (await storedRecord(page, 'attempt', id)).items;
    expect(second.skill).not.toBe('nowAndHistory');
    await page.getByRole('button', { name: /Next item/ }).click();
    await expect(page.getByText('Item 2 of 5')).toBeVisible();
    await page.goto('/drills');
    await expect(page.getByText(/1 kept in mind/)).toBeVisible();
    await page.goto('/drills/figures');
    await expect(page.getByText('When each comes back')).toBeVisible();
    await expect(page.getByText(/Now and history, /).first()).toBeVisible();
    await expectAccessible(page);
  });

  test('what is begun is there after a reload: marks, confidence, and where one was', async ({
    page,
  }) => {
    const items = empties(3);
    await openAttempt(page, 'resume', items);
    await answerNothing(page);
    await expect(page.getByTestId('grade-figures')).toBeVisible();
    await page.keyboard.press('n');
    await expect(page.getByText('Item 2 of 3')).toBeVisible();
    const box = (await echo(page).boundingBox())!;
    await page.mouse.click(box.x + 200, box.y + 150);
    await page.mouse.click(box.x + 400, box.y + 200);
    await page.getByRole('radio', { name: 'sure', exact: true }).click();
    await expect(page.getByText('2 marked.')).toBeVisible();
    await expect
      .poll(async () => (await storedRecord(page, 'attempt', 'resume')).draft)
      .not.toBeNull();
    await page.reload();
    await expect(page.getByText('Item 2 of 3')).toBeVisible();
    await expect(page.getByText('2 marked.')).toBeVisible({ timeout: 30_000 });
    await expect(page.getByRole('radio', { name: 'sure', exact: true })).toBeChecked();
    // Committed, and the page is gone before anyone pressed on: the feedback is there again.
    await page.getByRole('button', { name: /Commit/ }).click();
    await expect(page.getByText('Nothing there').first()).toBeVisible();
    await page.reload();
    await expect(page.getByText('Item 2 of 3')).toBeVisible();
    await expect(page.getByText('Nothing there').first()).toBeVisible({ timeout: 30_000 });
    await page.goto('/');
    await page.getByRole('link', { name: /Go on/ }).click();
    await expect(page.getByText('Item 2 of 3')).toBeVisible();
    await page.getByRole('button', { name: /Next item/ }).click();
    await answerNothing(page);
    await page.getByRole('button', { name: /See the summary/ }).click();
    await expect(page.getByTestId('summary-figures')).toContainText('2 of 3');
    const { answers } = await storedRecord(page, 'attempt', 'resume');
    expect(answers.map(({ grade }) => grade!.right)).toEqual([true, false, true]);
    await page.getByRole('button', { name: 'Look at item 2 again' }).click();
    await expect(page.getByText('Item 2 of 3')).toBeVisible();
  });
});

test.describe('who teaches', () => {
  test.beforeEach(async ({ page }) => enter(page));

  test('a drill is made, ordered by keys, undone, previewed and taken', async ({ page }) => {
    test.setTimeout(240_000);
    await page.goto('/drills');
    await page.getByRole('button', { name: 'Compose a drill' }).click();
    await expect(page.getByRole('heading', { name: 'Compose a drill' })).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Empty water', exact: true }).click();
    await page.getByRole('button', { name: 'Arch and speed', exact: true }).click();
    await page.getByRole('button', { name: 'Tap all', exact: true }).click();
    const many = page.getByLabel('How many, exact value');
    await many.fill('3');
    await many.press('Enter');
    await page.getByRole('button', { name: 'Make questions' }).click();
    await expect(page.getByText('3 made.')).toBeVisible({ timeout: 90_000 });
    const list = page.getByRole('list', { name: 'Questions' }).getByRole('listitem');
    await expect(list).toHaveCount(3);
    const id = new URL(page.url()).searchParams.get('id')!;
    const order = async () => (await storedRecord(page, 'drill', id)).items.map((item) => item.id);
    await expect.poll(order).toHaveLength(3);
    const before = await order();
    // Space takes hold, an arrow moves, Space lets go.
    await page.getByRole('button', { name: 'Move question 1', exact: true }).focus();
    await page.keyboard.press('Space');
    await frames(page);
    await page.keyboard.press('ArrowDown');
    await frames(page);
    await page.keyboard.press('Space');
    await expect.poll(order).toEqual([before[1], before[0], before[2]]);
    await page.getByRole('button', { name: /Undo/ }).click();
    await expect.poll(order).toEqual(before);
    await page.getByRole('button', { name: 'Remove question 3' }).click();
    await expect(list).toHaveCount(2);
    await page.getByLabel('Name').fill('Arches and empties');
    await page.getByRole('combobox', { name: /Truth is shown/ }).selectOption('end');
    await page.getByText('Limit the time').click();
    await page.getByText('A mark to pass').click();
    await expect
      .poll(async () => storedRecord(page, 'drill', id))
      .toMatchObject({
        name: 'Arches and empties',
        feedback: 'end',
        secondsPerItem: 60,
        passShare: 0.7,
      });
    await page.getByRole('button', { name: 'Preview', exact: true }).click();
    await expect(page.getByText('As a student sees it.', { exact: false })).toBeVisible();
    await answerNothing(page);
    await expect(page.getByTestId('grade-figures')).toBeVisible();
    await page.getByRole('button', { name: 'Back to composing' }).first().click();
    await page.getByRole('button', { name: 'Take it' }).click();
    await expect(page.getByText('Item 1 of 2')).toBeVisible();
    await expect(page.getByRole('timer')).toBeVisible();
  });

  test('questions are picked from a recorded screen', async ({ page }) => {
    await page.goto('/drills');
    await page.getByRole('button', { name: 'Compose a drill' }).click();
    await page.getByRole('radio', { name: 'Library', exact: true }).click();
    await page.getByLabel('Find a screen').fill('brush, stones');
    await page.getByRole('button', { name: /Brush, stones and perch/ }).click();
    const fair = page.getByRole('list', { name: 'Fair questions' }).getByRole('listitem');
    await expect(fair.first()).toBeVisible({ timeout: 30_000 });
    const offered = await fair.count();
    await fair.first().getByRole('button').click();
    await expect(fair).toHaveCount(offered - 1);
    await expect(page.getByText('1 questions')).toBeVisible();
    await page.getByRole('button', { name: /^Add all/ }).click();
    await expect(page.getByText(`${offered} questions`)).toBeVisible();
  });

  test('a drill goes to another workspace with its waters, and plays there', async ({
    page,
    browser,
  }) => {
    const items = empties(2);
    await page.goto('/drills');
    await page.getByText('What you have done').waitFor();
    await putRecord<'drill'>(page, {
      ...newRecord('drill', 'handed-on', Date.now()),
      name: 'Handed on',
      note: '',
      items,
      order: 'written',
      feedback: 'each',
      secondsPerItem: null,
      passShare: null,
    });
    await page.reload();
    await page.getByRole('button', { name: 'More for Handed on' }).click();
    const { name, bytes } = await savedFile(page, () =>
      page.getByRole('menuitem', { name: 'Save to practise, truth open' }).click(),
    );
    expect(name).toBe('handed-on.zip');
    const other = await browser.newContext({ baseURL: new URL(page.url()).origin });
    const there = await other.newPage();
    await enter(there, 'I learn');
    await there.goto('/drills');
    await there
      .getByLabel('Bring in a drill from a file')
      .setInputFiles({ name, mimeType: 'application/zip', buffer: bytes });
    await expect(there.getByText(/Brought in: 1 added/)).toBeVisible();
    await there.getByRole('button', { name: 'Take Handed on' }).click();
    await expect(there.getByText('Item 1 of 2')).toBeVisible();
    await answerNothing(there);
    await expect(there.getByTestId('grade-figures')).toBeVisible();
    await there.goto('/drills');
    await there
      .getByLabel('Bring in a drill from a file')
      .setInputFiles({ name: 'bad.zip', mimeType: 'application/zip', buffer: Buffer.from('bad') });
    await expect(there.getByText(/bad.zip was not taken/)).toBeVisible();
    await other.close();
  });
});
