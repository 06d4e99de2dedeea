/** Without the server: every place opens, what is here can be worked on, and what needs the server says so. */
import { expect, type Page, test } from '@playwright/test';
import { serveForScript } from '../../scripts/lib/shell.mjs';

test.use({ serviceWorkers: 'allow', contextOptions: { reducedMotion: 'reduce' } });

const isKept = (page: Page) =>
  page.evaluate(async () => (await navigator.serviceWorker.ready).active?.state);

const PLACES: [path: string, heading: RegExp][] = [
  ['/', /./],
  ['/waters', /Waters/],
  ['/library', /Library/],
  ['/lessons', /Lessons/],
  ['/drills', /Drills/],
  ['/class', /Class/],
  ['/handbook', /./],
  ['/settings', /Settings/],
  ['/waters/chart?water=hollin-reservoir', /Hollin/],
];

test('every place opens when the server has gone, and the bench sounds', async ({ page }) => {
  const { url, stop } = await serveForScript();
  try {
    await page.goto(url);
    await page.getByRole('button', { name: 'I teach' }).click();
    await expect(page.getByRole('button', { name: 'I teach' })).toHaveCount(0);
    await expect.poll(() => isKept(page)).toBe('activated');
    await page.goto(`${url}library`);
    await expect
      .poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null))
      .toBe(true);
    stop();
    await expect
      .poll(() =>
        fetch(url).then(
          () => 'there',
          () => 'gone',
        ),
      )
      .toBe('gone');

    for (const [path, heading] of PLACES) {
      await page.goto(new URL(path, url).href);
      await expect(page.getByRole('heading', { level: 1, name: heading }).first()).toBeVisible();
    }
    await page.goto(`${url}bench`);
    await expect
      .poll(() =>
        page.evaluate(() => {
          const canvas = document.querySelector('canvas');
          const context = canvas?.getContext('2d');
          if (!canvas || !context || canvas.width === 0) return 0;
          const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
          return new Set(new Uint32Array(data.buffer)).size;
        }),
      )
      .toBeGreaterThan(20);
    // What was made here stays, and what is with the server is said to be.
    await page.goto(`${url}library/feed`);
    await page.getByRole('button', { name: /^(Listen|Connect)/ }).click();
    await expect(page.getByText(/Is the server running/).first()).toBeVisible();
  } finally {
    stop();
  }
});
