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

  await openChart('/waters/chart?water=hollin-reservoir&tab=plan');
  for (const corner of [
    [0.15, 0.55],
    [0.62, 0.55],
    [0.62, 0.92],
    [0.15, 0.92],
  ]) {
    await tap(...corner);
  }
  await page.getByTestId('plan-covered').waitFor();
  await save('planner');

  await openChart('/waters/chart?water=hollin-reservoir&tab=marks');
  const look = async (fields, button) => {
    for (const [label, value] of Object.entries(fields)) await setNumber(label, value);
    await page.getByRole('button', { name: button }).click();
  };
  await look(
    {
      'Boat, east': '215',
      'Boat, north': '38',
      'Boat, heading': '0',
      'Slant range': '27',
      'Depth under the boat': '13',
    },
    'Put a mark there',
  );
  await look(
    { 'Boat, east': '240', 'Boat, north': '62', 'Boat, heading': '90' },
    'Add this look to the mark',
  );
  await page.getByLabel('Name', { exact: true }).fill('Bridge pier');
  await page.keyboard.press('Escape');
  await chart().focus();
  await page.keyboard.press('l');
  for (const point of [
    [0.12, 0.77],
    [0.3, 0.77],
    [0.5, 0.77],
    [0.62, 0.77],
  ]) {
    await tap(...point);
  }
  await page.getByRole('button', { name: 'Finish the line' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Mill lane');
  await page
    .getByRole('button', { name: /^Bridge pier/ })
    .first()
    .click();
  await save('marks');

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

  await go('/waters/rig');
  await setNumber('Tilt', '8');
  await page.evaluate(() => document.activeElement?.blur());
  await page.waitForTimeout(4000);
  await save('rig');
  await page.getByRole('button', { name: 'As shipped' }).click();
  await page.waitForTimeout(500);

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
    );
    await page.getByRole('button', { name: /Freeze/ }).click();
    await page.getByRole('combobox', { name: 'Pace' }).selectOption('1');
  };
  const tapPane = async (name, across, down) => {
    const pane = page.getByTestId(`pane-${name}`).getByRole('application').first();
    const box = await pane.boundingBox();
    await page.mouse.click(box.x + across * box.width, box.y + down * box.height);
  };

  await go('/bench?water=hollin-reservoir&pass=flat');
  await sounded();
  await layout('Inspect');
  await sailTo('1:02');
  await page.keyboard.press('e');
  await save('bench-revealed');
  await page.keyboard.press('e');

  await layout('Cone alone');
  await tool('Compare');
  await page.getByRole('combobox', { name: 'What to change' }).selectOption('band');
  await sounded();
  await page.getByRole('radio', { name: 'Wipe' }).click();
  await save('bench-compare');

  await go('/bench?water=hollin-reservoir&pass=across');
  await sounded();
  await layout('Four views');
  await sailTo('1:44');
  await save('bench');

  await go('/settings');
  await choose('Dusk');
  await go('/bench');
  await sounded();
  await layout('Cone alone');
  await page.getByRole('radio', { name: 'Harebell' }).click();
  await tool('Why');
  await tapPane('cone', 0.6, 0.52);
  await page.getByTestId('ledger').waitFor();
  await save('bench-dusk');
  await go('/settings');
  await choose('Paper');
  await save('settings');

  await go('/bench?water=lake-ismo');
  await sounded();
  await tool('Jig');
  await page.getByRole('button', { name: 'Take the rod' }).click();
  await page.getByRole('button', { name: /curious perch/ }).click();
  for (let i = 0; i < 7; i++) {
    await page.keyboard.press('j');
    await page.waitForTimeout(3300);
  }
  await save('bench-jig');

  const [students] = await Promise.all([
    page.context().waitForEvent('page'),
    (async () => {
      await go('/bench?water=hollin-reservoir&pass=flat');
      await sounded();
      await layout('Search');
      await sailTo('1:00');
      await tool('Present');
      await page.getByRole('button', { name: /students/ }).click();
    })(),
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
  await page.keyboard.press('e');
  await save('screen');

  // Truth drawn by hand beside a mill, and a photograph of a screen that is given its scale.
  await go('/library/screen?id=demo-side-mill');
  await page.getByRole('tab', { name: 'Mark truth' }).click();
  const layer = page.getByTestId('draw-layer');
  await layer.waitFor();
  const at = async (x, y) => {
    const box = await layer.boundingBox();
    return [box.x + x * box.width, box.y + y * box.height];
  };
  const trace = async (...places) => {
    await page.mouse.move(...(await at(...places[0])));
    await page.mouse.down();
    for (const place of places.slice(1))
      await page.mouse.move(...(await at(...place)), { steps: 5 });
    await page.mouse.up();
  };
  await page.getByLabel('Mark as').selectOption('built');
  await page.keyboard.press('5');
  await trace([0.72, 0.02], [0.78, 0.02], [0.79, 0.5], [0.74, 0.5]);
  await page.getByLabel('In your words').fill('posts along the lane');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Select' }).click();
  await save('truth');
  await go('/library/screen?id=demo-side-bridge');
  await page.waitForTimeout(1500);
  const photograph = await page.getByRole('application').screenshot();
  await go('/library');
  await page
    .getByLabel('Pictures, echo logs or a library')
    .setInputFiles({ name: 'Club boat, June.png', mimeType: 'image/png', buffer: photograph });
  await page.getByRole('link', { name: /^Calibrate/ }).click();
  await page.getByRole('combobox', { name: 'View' }).selectOption('sideFans');
  await page.getByRole('radio', { name: '2 Scale' }).click();
  await page.getByRole('button', { name: 'Tap two places' }).click();
  const picture = await page.getByRole('application', { name: 'Picture' }).boundingBox();
  const place = (x, y) =>
    page.mouse.click(picture.x + x * picture.width, picture.y + y * picture.height);
  await place(0.5, 0.4);
  await place(0.8333, 0.6);
  await setNumber('Range at B', '20');
  await save('calibrate');

  // Every drill is drawn anew: until its first screen is the one that the marks below were chosen for.
  for (let tries = 0; tries < 30; tries++) {
    await go('/drills');
    await page.getByRole('button', { name: /Start five/ }).click();
    await page.getByText('Item 1 of 5').waitFor();
    if ((await page.getByText('200 kHz, 20°, gain 42 dB').count()) > 0) break;
  }
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
} finally {
  await browser.close();
  server.stop();
}
