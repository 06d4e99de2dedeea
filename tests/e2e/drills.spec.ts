import type { Page } from '@playwright/test';
import { echo, enter, expect, expectAccessible, test } from './app';

test.beforeEach(async ({ page }) => enter(page, 'I learn'));

async function startDrill(page: Page) {
  await page.goto('/drills');
  await page.getByRole('button', { name: /Start five items/ }).click();
  await expect(page.getByText('Item 1 of 5')).toBeVisible();
  await expect(echo(page)).toBeVisible();
}

const isTapItem = async (page: Page) =>
  (await page.getByRole('heading', { level: 2 }).first().textContent())!.startsWith(
    'Mark every fish',
  );

test('five items are answered by pointer, graded, and summed up; results stay', async ({
  page,
}) => {
  await startDrill(page);
  let strays = 0;
  for (let item = 1; item <= 5; item++) {
    await expect(page.getByText(`Item ${item} of 5`)).toBeVisible();
    await expect(page.getByRole('button', { name: /Commit|Nothing here/ })).toBeDisabled();
    const tapItem = await isTapItem(page);
    if (tapItem) {
      strays++;
      const box = (await echo(page).boundingBox())!;
      await page.mouse.click(box.x + 0.5 * box.width, box.y + 0.08 * box.height);
      await expect(page.getByText('1 marked.')).toBeVisible();
    } else {
      await expect(page.getByTestId('asked-frame')).toBeVisible();
      await page.getByRole('radio', { name: /^fish/ }).click();
    }
    await page.getByRole('radio', { name: 'sure', exact: true }).click();
    await page.getByRole('button', { name: /Commit/ }).click();
    await expect(page.getByText('What gave them away')).toBeVisible();
    if (tapItem) {
      // The mark near the surface lies on no fish: a false mark, and every visible fish missed.
      await expect(page.getByTestId('grade-figures')).toContainText(/0 of \d+found/);
      await expect(page.getByText('Nothing there')).toBeVisible();
      // An empty screen has nothing to miss.
      const figures = await page.getByTestId('grade-figures').innerText();
      const missed = Number(/0 of (\d+)/.exec(figures)![1]);
      await expect(echo(page).locator('[data-look="missed"]')).toHaveCount(missed);
    }
    await page.getByRole('button', { name: item === 5 ? /summary/ : /Next item/ }).click();
  }
  await expect(page.getByRole('heading', { name: 'How it went' })).toBeVisible();
  const figures = page.getByTestId('summary-figures');
  await expect(figures).toContainText('hits');
  await expect(figures).toContainText(`${strays}false marks`);
  await expect(page.getByText('You were surer than right.', { exact: false })).toBeVisible();
  await expect(page.getByRole('img', { name: /Confidence against share right/ })).toBeVisible();
  await expectAccessible(page);

  await page.goto('/drills');
  await expect(page.getByRole('link', { name: 'See it again' })).toBeVisible();
  await page.reload();
  await page.getByRole('link', { name: 'See it again' }).click();
  await expect(page.getByTestId('summary-figures')).toContainText(`${strays}false marks`);
});

test('an item is answered with the keyboard alone', async ({ page }) => {
  await startDrill(page);
  // Items alternate; the first is always a screen to mark.
  expect(await isTapItem(page)).toBe(true);
  await echo(page).focus();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await expect(page.getByText('1 marked.')).toBeVisible();
  await page.keyboard.press('Backspace');
  await expect(page.getByText('Tap each one.')).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  await page.keyboard.press('2');
  await page.keyboard.press('c');
  await expect(page.getByText('What gave them away')).toBeVisible();
  // Focus waits on the way on.
  await expect(page.getByRole('button', { name: /Next item/ })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Item 2 of 5')).toBeVisible();
  await page.getByRole('radio', { name: /^fish/ }).focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('1');
  await page.keyboard.press('c');
  await expect(page.getByText(/^(Right:|It is )/)).toBeVisible();
});

test('marking every arch of the demo slope is graded right by its truth', async ({ page }) => {
  // The truth of the screen page tells where the visible fish are; the drill must agree with it.
  await startDrill(page);
  let found = false;
  for (let item = 1; item <= 5 && !found; item++) {
    if (await isTapItem(page)) {
      await page.getByRole('radio', { name: 'guess' }).click();
      await page.getByRole('button', { name: /Nothing here/ }).click();
      const missed = echo(page).locator('[data-look="missed"]');
      await expect(page.getByText('What gave them away')).toBeVisible();
      const outlines = await missed.count();
      expect(outlines).toBeGreaterThan(0);
      // Tap in the middle of each outlined fish in a second attempt at the same seeded item.
      const boxes = await Promise.all(
        Array.from({ length: outlines }, (_, i) => missed.nth(i).boundingBox()),
      );
      const tops = await missed.evaluateAll((groups) =>
        groups.map((group) => {
          const path = group.querySelector('path') as SVGPathElement;
          // Outlines run along the upper edge first: its middle is the top of the arch.
          const at = path.getPointAtLength(path.getTotalLength() * 0.24);
          const box = path.ownerSVGElement!.getBoundingClientRect();
          return { x: box.x + at.x, y: box.y + at.y + 6 };
        }),
      );
      expect(boxes.every(Boolean)).toBe(true);
      const id = new URL(page.url()).searchParams.get('id')!;
      await reopenItem(page, id, item - 1);
      for (const { x, y } of tops) await page.mouse.click(x, y);
      await page.getByRole('radio', { name: 'certain' }).click();
      await page.getByRole('button', { name: /Commit/ }).click();
      await expect(page.getByTestId('grade-figures')).toContainText(
        new RegExp(`${outlines} of ${outlines}found`),
      );
      found = true;
    }
  }
  expect(found).toBe(true);
});

/** Takes an attempt back to the state before an item was answered, as if the page had been closed then. */
async function reopenItem(page: Page, attemptId: string, answers: number) {
  await page.evaluate(
    async ([id, keep]) => {
      const open = indexedDB.open('wise-ripple');
      const db = await new Promise<IDBDatabase>((resolve, reject) => {
        open.onsuccess = () => resolve(open.result);
        open.onerror = () => reject(open.error);
      });
      const store = db.transaction('attempt', 'readwrite').objectStore('attempt');
      await new Promise<void>((resolve) => {
        const get = store.get(id as string);
        get.onsuccess = () => {
          const record = get.result as { answers: unknown[]; finishedAtMs: number | null };
          record.answers = record.answers.slice(0, keep as number);
          record.finishedAtMs = null;
          store.put(record, id as string).onsuccess = () => resolve();
        };
      });
      db.close();
    },
    [attemptId, answers] as const,
  );
  await page.reload();
  await expect(page.getByText(`Item ${answers + 1} of 5`)).toBeVisible();
  await expect(echo(page)).toBeVisible();
}

test('a drill goes on where it was after a reload', async ({ page }) => {
  await startDrill(page);
  await page.keyboard.press('3');
  await page.keyboard.press('c');
  await page.keyboard.press('n');
  await expect(page.getByText('Item 2 of 5')).toBeVisible();
  await page.reload();
  await expect(page.getByText('Item 2 of 5')).toBeVisible();
  await page.goto('/');
  await page.getByRole('link', { name: /Go on/ }).click();
  await expect(page.getByText('Item 2 of 5')).toBeVisible();
});

test('a drill whose screen was deleted for good says so and goes on', async ({ page }) => {
  await startDrill(page);
  await page.evaluate(async () => {
    const open = indexedDB.open('wise-ripple');
    const db = await new Promise<IDBDatabase>(
      (resolve) => (open.onsuccess = () => resolve(open.result)),
    );
    const store = db.transaction('screen', 'readwrite').objectStore('screen');
    await new Promise<void>((resolve) => (store.clear().onsuccess = () => resolve()));
    db.close();
  });
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Item 1 has lost its screen' })).toBeVisible();
});

test('axe finds nothing on an item, before and after committing', async ({ page }) => {
  await startDrill(page);
  await expectAccessible(page);
  await page.keyboard.press('3');
  await page.keyboard.press('c');
  await expect(page.getByText('What gave them away')).toBeVisible();
  await expectAccessible(page);
});

test('a drill asks only about screens known well enough', async ({ page }) => {
  // Everything that is left is somebody's opinion.
  await page.goto('/drills');
  await expect(page.getByRole('button', { name: /Start five/ })).toBeVisible();
  await page.evaluate(async () => {
    const open = indexedDB.open('wise-ripple');
    const db = await new Promise<IDBDatabase>(
      (resolve) => (open.onsuccess = () => resolve(open.result)),
    );
    const store = db.transaction('screen', 'readwrite').objectStore('screen');
    const get = store.getAll();
    await new Promise((resolve) => (get.onsuccess = resolve));
    for (const screen of get.result) {
      store.put({ ...screen, evidence: { ...screen.evidence, kind: 'opinion' } }, screen.id);
    }
    await new Promise((resolve) => (store.transaction.oncomplete = resolve));
    db.close();
  });
  await page.getByRole('button', { name: /Start five/ }).click();
  await expect(page.getByText(/no screen with a fair question/)).toBeVisible();
  await page.getByLabel('Screens known by at least').selectOption('opinion');
  await page.getByRole('button', { name: /Start five/ }).click();
  await expect(page.getByText('Item 1 of 5')).toBeVisible();
});
