import { enter, expect, pixels, test, DEMO_SCREEN_COUNT } from './app';
import { storedRecord } from './records';

test('two windows do not overwrite one another', async ({ page, context }) => {
  await enter(page);
  await page.goto('/library/screen?id=demo-brush');
  const other = await context.newPage();
  await other.goto('/library/screen?id=demo-brush');
  for (const one of [page, other]) {
    await one.getByRole('tab', { name: 'About it' }).click();
    await expect(one.getByLabel('Notes')).toBeVisible();
  }
  // Different things: both stay, and each window shows the other's.
  await page.getByLabel('Notes').fill('Seen by the first');
  await expect(other.getByLabel('Notes')).toHaveValue('Seen by the first');
  await other.getByLabel('Nothing to catch here').check();
  await expect(page.getByLabel('Nothing to catch here')).toBeChecked();
  await page.reload();
  await page.getByRole('tab', { name: 'About it' }).click();
  await expect(page.getByLabel('Notes')).toHaveValue('Seen by the first');
  await expect(page.getByLabel('Nothing to catch here')).toBeChecked();
});

test('the same thing changed in two windows that did not hear of one another is asked about', async ({
  page,
  context,
}) => {
  await enter(page);
  const other = await context.newPage();
  // As in a browser without channels between its windows.
  for (const one of [page, other]) {
    await one.addInitScript(() => {
      BroadcastChannel.prototype.postMessage = () => undefined;
    });
  }
  await page.goto('/library/screen?id=demo-brush');
  await other.goto('/library/screen?id=demo-brush');
  for (const one of [page, other]) await one.getByRole('tab', { name: 'About it' }).click();
  await page.getByLabel('Notes').fill('Mine');
  await expect(page.getByLabel('Notes')).toHaveValue('Mine');
  await expect
    .poll(async () => (await storedRecord(page, 'screen', 'demo-brush')).notes)
    .toBe('Mine');
  await other.getByLabel('Notes').fill('Yours');
  await expect(other.getByText(/another window changed the notes/)).toBeVisible();
  await expect(other.getByLabel('Notes')).toHaveValue('Mine');
  await other.getByRole('button', { name: 'Use mine' }).click();
  await expect(other.getByLabel('Notes')).toHaveValue('Yours');
  await page.reload();
  await page.getByRole('tab', { name: 'About it' }).click();
  await expect(page.getByLabel('Notes')).toHaveValue('Yours');
});

test('without room nothing is half written, and the reason is told', async ({ page }) => {
  await enter(page);
  await page.addInitScript(() => {
    const quota = new DOMException('full', 'QuotaExceededError');
    Object.assign(window, { storeIsFull: false });
    const put = IDBObjectStore.prototype.put;
    IDBObjectStore.prototype.put = function (...input) {
      if ((window as unknown as { storeIsFull: boolean }).storeIsFull) throw quota;
      return put.apply(this, input);
    };
  });
  await page.goto('/library');
  await expect(page.getByText(`${DEMO_SCREEN_COUNT} recorded screens`)).toBeVisible();
  await page.evaluate(() => Object.assign(window, { storeIsFull: true }));
  await page
    .getByLabel('Pictures, echo logs or a library')
    .setInputFiles('tests/fixtures/ragged.nc');
  await expect(
    page.getByText(/ragged\.nc was not taken: this browser has no room left/),
  ).toBeVisible();
  await page.reload();
  await expect(page.getByText(`${DEMO_SCREEN_COUNT} recorded screens`)).toBeVisible();

  await page.goto('/library/screen?id=demo-slope');
  await page.getByRole('tab', { name: 'About it' }).click();
  await page.evaluate(() => Object.assign(window, { storeIsFull: true }));
  await page.getByLabel('Notes').fill('Lost');
  await expect(page.getByText(/Not kept: this browser has no room left/)).toBeVisible();
  await page.reload();
  await page.getByRole('tab', { name: 'About it' }).click();
  await expect(page.getByLabel('Notes')).toHaveValue(/bleak school/);
});

test('a warning comes before the room ends', async ({ page }) => {
  await enter(page);
  await page.addInitScript(() => {
    navigator.storage.estimate = () => Promise.resolve({ usage: 91e6, quota: 100e6 });
  });
  await page.goto('/library');
  await expect(page.getByText('Nearly full', { exact: false })).toBeVisible();
});

test('a thousand screens open and scroll; only those in view are drawn', async ({ page }) => {
  await enter(page);
  await page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const open = indexedDB.open('wise-ripple');
        open.onsuccess = () => {
          const store = open.result.transaction('screen', 'readwrite').objectStore('screen');
          const get = store.get('demo-slope');
          get.onsuccess = () => {
            for (let i = 0; i < 1000; i++) {
              store.put({ ...get.result, id: `copy-${i}`, name: `Copy ${i}` }, `copy-${i}`);
            }
            store.transaction.oncomplete = () => resolve();
          };
        };
      }),
  );
  await page.goto('/library');
  await expect(page.getByText(`${1000 + DEMO_SCREEN_COUNT} recorded screens`)).toBeVisible();
  await expect(page.getByTestId('thumbnail').first()).toBeVisible();
  expect(await page.getByRole('listitem').count()).toBeLessThan(60);
  await page.getByLabel('Words to find').fill('copy 987');
  await expect(page.getByText(`1 of ${1000 + DEMO_SCREEN_COUNT} screens`)).toBeVisible();
  await page.getByRole('link', { name: 'Copy 987', exact: true }).click();
  await expect.poll(async () => (await pixels(page)).mean).toBeGreaterThan(3);
});
