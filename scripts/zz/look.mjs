import { launch } from '../lib/browserFigures.mjs';
import { serveForScript } from '../lib/shell.mjs';
import { pathToFileURL } from 'node:url';
const steps = await import(pathToFileURL(process.argv[2]).href);
const server = await serveForScript();
const browser = await launch();
try {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
  const page = await context.newPage();
  page.setDefaultTimeout(15000);
  page.on('pageerror', (e) => console.log('pageerror', e.message));
  page.on('console', (m) => m.type() === 'error' && console.log('console', m.text()));
  const go = (path) => page.goto(new URL(path, server.url).href);
  await go('/');
  await page.getByRole('button', { name: 'I teach' }).click();
  await page.waitForTimeout(800);
  await steps.default({ page, go, context, shot: (n) => page.screenshot({ path: `/tmp/${n}.png` }) });
} finally {
  await browser.close();
  server.stop();
}
