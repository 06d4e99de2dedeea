// `npm run screenshots`: one current picture of each main view, from the demo data, for the README.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { build, installChromium, installPackages, ROOT, serveForScript } from './lib/shell.mjs';

await installPackages();
await installChromium();
await build();
const { launch } = await import('./lib/browserFigures.mjs');

const folder = join(ROOT, 'docs/screenshots');
mkdirSync(folder, { recursive: true });
const server = await serveForScript();
const browser = await launch();
const page = await browser.newPage({
  viewport: { width: 1280, height: 800 },
  reducedMotion: 'reduce',
});
const go = (path) => page.goto(new URL(path, server.url).href);
const save = async (name) => {
  await page.mouse.move(2, 2);
  // Thumbnails are painted in a worker of their own pace.
  await page.waitForFunction(() => !document.querySelector('[aria-busy="true"]'));
  await page.waitForTimeout(600);
  await page.screenshot({ path: join(folder, `${name}.png`) });
  console.log(`docs/screenshots/${name}.png`);
};
const choose = (name) => page.getByRole('radio', { name, exact: true }).click();
const sounded = async () => {
  await page.waitForFunction(() =>
    /\d/.test(document.querySelector('[data-testid="readout-depth"]')?.textContent ?? ''),
  );
  await page.getByText(/Sounding…/).waitFor({ state: 'detached' });
};

try {
  await go('/');
  await page.getByRole('button', { name: 'I teach' }).click();
  await save('today');

  await go('/waters');
  await page.getByRole('button', { name: 'Show what is in it' }).first().click();
  await save('waters');

  const chart = () => page.getByRole('application', { name: /^(Chart|Plan) of/ });
  const tap = async (across, down) => {
    const box = await chart().boundingBox();
    await page.mouse.click(box.x + across * box.width, box.y + down * box.height);
  };
  const setNumber = async (label, value) => {
    await page.getByLabel(`${label}, exact value`, { exact: true }).fill(value);
    await page.keyboard.press('Enter');
  };
  const openChart = async (path) => {
    await go(path);
    await chart().waitFor();
    await page.waitForTimeout(1200);
  };
  await openChart('/waters/chart?water=tarvo-sound');
  await page.getByRole('button', { name: 'Sound at the launch' }).click();
  await tap(0.2, 0.74);
  await setNumber('Sounded at the launch', '3.2');
  await page.getByRole('checkbox', { name: /Unsafe/ }).check();
  await page.getByRole('checkbox', { name: /Light up/ }).check();
  await setNumber('Depth', '10');
  await page.evaluate(() => document.activeElement?.blur());
  await save('chart');

  await openChart('/waters/build?water=hollin-reservoir');
  await page
    .getByRole('complementary')
    .getByText(/^Built \(/)
    .click();
  await page
    .getByRole('complementary')
    .getByRole('button', { name: /^foundation/ })
    .click();
  await save('builder');

  const tool = (name) => page.getByRole('tab', { name, exact: true }).click();
  const layout = async (name) => {
    await tool('Views');
    await page.getByRole('button', { name, exact: true }).click();
    await page.waitForTimeout(500);
    await sounded();
  };
  /** Sails on at a pace until the clock of the pass says so. */
  const sailTo = async (clock) => {
    await page.getByRole('combobox', { name: 'Pace' }).selectOption('4');
    await page.waitForFunction(
      (until) => document.querySelector('[data-testid="pass-clock"]')?.textContent >= until,
      clock,
      // Four pictures may not keep the pace on a busy machine.
      { timeout: 240_000 },
    );
    await page.getByRole('button', { name: /Freeze/ }).click();
    await page.getByRole('combobox', { name: 'Pace' }).selectOption('1');
  };

  await go('/bench?water=hollin-reservoir&pass=flat');
  await sounded();
  await layout('Inspect');
  await sailTo('1:02');
  await page.keyboard.press('e');
  await save('bench-revealed');
  await layout('Cone alone');
  await page.getByRole('checkbox', { name: 'The water in space' }).check();
  await tool('What is there');
  await page.getByTestId('space').locator('canvas').waitFor();
  const cone = await page.getByTestId('pane-cone').boundingBox();
  await page.mouse.move(cone.x + 0.7 * cone.width, cone.y + 0.35 * cone.height);
  await page.waitForTimeout(2500);
  await page.screenshot({ path: join(folder, 'space.png') });
  console.log('docs/screenshots/space.png');
  await tool('Views');
  await page.getByRole('checkbox', { name: 'The water in space' }).uncheck();
  await page.keyboard.press('e');

  await go('/drills/search');
  await page.getByRole('button', { name: 'Begin' }).nth(1).click();
  await chart().waitFor();
  for (const [across, down] of [
    [0.28, 0.52],
    [0.8, 0.5],
  ]) {
    await tap(across, down);
  }
  await page.getByRole('button', { name: 'Sail it' }).click();
  await page.getByRole('slider', { name: 'Along the leg' }).waitFor({ timeout: 120_000 });
  await page.getByRole('combobox', { name: 'Runs past' }).selectOption('all');
  await page.getByRole('combobox', { name: 'A tap on the echo marks' }).selectOption('built');
  const echo = page.getByRole('application', { name: /^Echo of leg/ });
  const leg = await echo.boundingBox();
  await page.mouse.click(leg.x + 0.86 * leg.width, leg.y + 0.3 * leg.height);
  await save('search');

  await go('/bench?water=hollin-reservoir&pass=across');
  await sounded();
  await layout('Four views');
  await sailTo('1:44');
  await save('bench');

  await go('/bench?water=hollin-reservoir&pass=flat');
  await sounded();
  await layout('Search');
  await sailTo('1:00');
  await tool('Present');
  const [students] = await Promise.all([
    page.context().waitForEvent('page'),
    page.getByRole('button', { name: /students/ }).click(),
  ]);
  await students.setViewportSize({ width: 1280, height: 800 });
  await students.getByText('frozen').waitFor({ timeout: 60_000 });
  await students.waitForTimeout(1500);
  await students.screenshot({ path: join(folder, 'projector.png') });
  console.log('docs/screenshots/projector.png');
  await students.close();

  await go('/library');
  await page.getByTestId('thumbnail').nth(11).waitFor();
  await save('library');
  await go('/library/screen?id=demo-slope');
  await page.getByRole('application').waitFor();
  await page.keyboard.press('e');
  await save('screen');

  await go('/lessons/lesson?id=lesson-two-views&step=2');
  await page.getByRole('application').nth(1).waitFor();
  await save('lesson');

  await go('/handbook?page=downFan');
  await page.getByRole('application').nth(2).waitFor();
  await save('handbook');

  await go('/handbook/atlas?pair=fishOnBottom-boulder');
  await page.getByRole('application').nth(1).waitFor();
  await save('atlas');

  await go('/reckoner?card=shadowHeight');
  await page.getByRole('button', { name: 'Show me on an echo' }).click();
  await page.getByRole('application').waitFor();
  await save('reckoner');

  await go('/drills');
  await page.getByRole('button', { name: 'Compose a drill' }).click();
  for (const kind of ['Tap all', 'What is this?', 'Measure', 'Sort', 'Place it']) {
    await page.getByRole('button', { name: kind, exact: true }).click();
  }
  await setNumber('How many', '9');
  await page.getByRole('button', { name: 'Make questions' }).click();
  await page.getByText('9 made.').waitFor({ timeout: 120_000 });
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Thursday class');
  await save('compose');

  await go('/drills');
  await page.getByRole('button', { name: 'Compose a drill' }).click();
  await choose('Library');
  await page.getByLabel('Find a screen').fill('Bait over the slope');
  await page.getByRole('button', { name: 'Bait over the slope', exact: true }).click();
  await page.getByRole('button', { name: /^Add: Mark every fish/ }).click();
  await page.getByRole('button', { name: 'Preview', exact: true }).click();
  await page.getByRole('application').waitFor();
  const box = await page.getByRole('application').boundingBox();
  // Marks as a beginner might set them: along one line of depth.
  for (const [x, y] of [
    [0.13, 0.5],
    [0.32, 0.46],
    [0.6, 0.67],
    [0.72, 0.66],
  ]) {
    await page.mouse.click(box.x + x * box.width, box.y + y * box.height);
  }
  await choose('sure');
  await page.getByRole('button', { name: /Commit|Nothing here/ }).click();
  await page.getByText('What gave them away').waitFor();
  await save('drill-graded');

  await go('/class');
  await page.getByRole('button', { name: 'Put in a made-up class of twelve' }).click();
  await choose('Who misreads what');
  await page.getByText('What this class takes for what').waitFor();
  await save('class');

  // The picture of that drill, asked of a room; the students are requests.
  await go('/drills/room?screen=demo-slope');
  const asked = page.getByLabel(/^Ask/);
  await asked.waitFor();
  await asked.selectOption({ label: await asked.getByText(/Mark every fish/).textContent() });
  await page.getByRole('button', { name: 'Open the room' }).click();
  await page.getByRole('button', { name: 'Put the first question up' }).waitFor();
  const code = await page.evaluate(() => JSON.parse(sessionStorage.getItem('hosted-room')).code);
  const act = async (data) =>
    (await page.request.post(new URL('/api/room', server.url).href, { data })).json();
  const names = ['Aino', 'Bertil', 'Cosima', 'Dario', 'Elske', 'Fiete', 'Gunnel', 'Henrik'];
  const keys = [];
  for (const alias of names) keys.push((await act({ act: 'join', code, alias })).key);
  await page.getByRole('button', { name: 'Put the first question up' }).click();
  await page.getByRole('button', { name: /^Close/ }).waitFor();
  for (const [i, key] of keys.entries()) {
    // All find the two in the open; some miss those near the bottom, some take the school for a fish.
    const marks = [
      [155, 125],
      [65, 136],
      ...(i % 2 === 0 ? [] : [[293, 185]]),
      ...(i % 3 === 0 ? [] : [[348, 183]]),
      ...(i % 4 === 3 ? [[375, 197]] : []),
      ...(i % 4 === 0 ? [[26, 99]] : []),
    ].map(([ping, bin], m) => ({
      ...{ ping: ping + ((5 * i + 3 * m) % 9) - 4, bin: bin + ((3 * i + m) % 5) - 2, channel: 0 },
    }));
    const answer = {
      ...{ kind: 'tapAll', marks, tolerance: { pings: 8, bins: 12 } },
      ...{ confidence: ['unsure', 'fairly', 'sure'][i % 3], committedAtMs: 1, tookMs: 9000 },
    };
    await act({ act: 'answer', code, key, round: 1, answer });
  }
  await page.getByRole('button', { name: 'Close: 8 of 8 have committed' }).click();
  await page.getByRole('button', { name: 'Open the water' }).click();
  await page.getByText('How sure, and how right').waitFor();
  await save('room');
} finally {
  await browser.close();
  server.stop();
}
