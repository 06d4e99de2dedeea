import { chromium, type Page } from '@playwright/test';
import { BROWSER_ARGS, CHROMIUM } from '../../scripts/lib/browser.mjs';
import { question } from '../fixtures/questions';
import { readWorkspace } from '../../core/formats';
import { expect, expectAccessible, test } from './app';
import { drillOf, openDrill } from './handingIn';

const PHONE = { viewport: { width: 360, height: 740 }, hasTouch: true };

/** A phone that joins, and all that it is ever sent. */
async function join(page: Page, base: string, code: string, alias: string) {
  const packs: Buffer[] = [];
  page.on('response', (reply) => {
    if (reply.url().includes('/api/room-question') && reply.ok()) {
      void reply.body().then((bytes) => packs.push(bytes));
    }
  });
  await page.addInitScript(() => {
    const heard: string[] = [];
    Object.assign(window, { heard });
    const Plain = window.EventSource;
    window.EventSource = class extends Plain {
      constructor(url: string | URL) {
        super(url);
        for (const name of ['state', 'answer', 'message']) {
          this.addEventListener(name, (event) => heard.push((event as MessageEvent<string>).data));
        }
      }
    };
  });
  await page.goto(`${base}/room?code=${code}`);
  await page.getByLabel('What you are called here').fill(alias);
  await page.getByRole('button', { name: 'Join' }).click();
  await page.getByRole('heading', { name: 'You are in' }).waitFor();
  const heard = () => page.evaluate(() => (window as unknown as { heard: string[] }).heard);
  return { packs, heard };
}

test('everyone commits, then the water opens', async ({ page, baseURL, request }) => {
  const tap = question('tapFish');
  const name = question('name');
  const live = question('live');
  const asked = [tap.item, question('where').item, name.item, live.item];
  await openDrill(page, drillOf('Evening', asked));
  await page.getByRole('menuitem', { name: 'Ask a room' }).click();
  await page.getByRole('button', { name: 'Open the room' }).click();
  await page.getByRole('button', { name: 'Put the first question up' }).waitFor();
  const code = await page.evaluate(
    () => (JSON.parse(sessionStorage.getItem('hosted-room')!) as { code: string }).code,
  );

  // A phone on a local network: plain http under a name that browsers do not trust.
  const { port } = new URL(baseURL!);
  const args = [...BROWSER_ARGS, '--host-resolver-rules=MAP fishing.test 127.0.0.1'];
  const phones = await chromium.launch({ executablePath: CHROMIUM, args });
  const base = `http://fishing.test:${port}`;
  const first = await (await phones.newContext(PHONE)).newPage();
  const second = await (await phones.newContext(PHONE)).newPage();
  const aino = await join(first, base, code, 'Aino');
  const bertil = await join(second, base, code, 'Bertil');
  expect(await first.evaluate(() => window.isSecureContext)).toBe(false);

  // The rest of twelve by requests.
  const room = async (act: object) =>
    (await (await request.post('/api/room', { data: act })).json()) as { key: string };
  const others: string[] = [];
  for (let i = 3; i <= 12; i++) {
    const alias = `Student ${i}`;
    others.push((await room({ act: 'join', code, alias })).key);
  }
  await page.getByRole('heading', { name: '12 joined' }).waitFor();

  await page.getByRole('button', { name: 'Put the first question up' }).click();
  for (const phone of [first, second]) {
    await phone.getByRole('heading', { name: 'Mark every fish on this screen.' }).waitFor();
    // Nothing runs off a narrow screen.
    expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBe(360);
  }
  await expectAccessible(first);
  const echo = first.getByTestId('stage').getByRole('application').first();
  const box = (await echo.boundingBox())!;
  await first.touchscreen.tap(box.x + box.width / 2, box.y + box.height / 2);
  await first.getByText('1 marked').waitFor();
  await first.getByRole('radio', { name: 'unsure' }).tap();
  await first.getByRole('button', { name: 'Commit' }).tap();
  await first.getByText('Committed. The water opens when all have answered.').waitFor();
  for (const [i, key] of others.entries()) {
    const marks = [{ ping: 40 + i, bin: 50, channel: 0 }];
    const answer = {
      ...{ kind: 'tapAll', marks, tolerance: { pings: 3, bins: 3 } },
      ...{ confidence: 'sure', committedAtMs: 1, tookMs: 1 },
    };
    await room({ act: 'answer', code, key, round: 1, answer });
  }
  // What is no answer to the question stops nothing, and counts for nothing.
  const stranger = (await room({ act: 'join', code, alias: 'Stranger' })).key;
  const foreign = { kind: 'whichIs', choice: 1, confidence: 'sure', committedAtMs: 1, tookMs: 1 };
  await room({ act: 'answer', code, key: stranger, round: 1, answer: foreign });
  const close = page.getByRole('button', { name: 'Close: 12 of 13 have committed' });
  await close.waitFor();
  // Before it is closed the projector shows who, and not what.
  await expect(page.getByTestId('room-marks').locator('circle')).toHaveCount(0);
  // The instructor's page is lost and comes back.
  await page.reload();
  await close.waitFor();
  await close.click();
  await page.getByRole('list', { name: 'What was said' }).getByText('11 of 11').waitFor();
  await expect(page.getByTestId('room-marks').locator('[data-tap]')).toHaveCount(11);

  // Until here nothing that a phone was sent tells of others or of the truth.
  const targets = tap.ground.screens.flatMap((screen) => screen.targets.map(({ id }) => id));
  for (const [heard, own] of [
    [await aino.heard(), 'Aino'],
    [await bertil.heard(), 'Bertil'],
  ] as const) {
    const text = heard.join('\n');
    expect(heard.length).toBeGreaterThan(1);
    expect(text).toContain(own);
    for (const telling of [
      'Student 3',
      own === 'Aino' ? 'Bertil' : 'Aino',
      '"right"',
      ...targets,
    ]) {
      expect(text).not.toContain(telling);
    }
    expect(text).not.toMatch(/"truth":\{/);
  }
  const packs = [...aino.packs, ...bertil.packs];
  expect(packs).toHaveLength(2);
  for (const bytes of packs) {
    const pack = readWorkspace(new Uint8Array(bytes));
    if (!pack.ok) throw new Error(pack.error.message);
    const text = JSON.stringify(pack.value.records);
    const { waterId, waterName } = tap.ground.screens[0];
    const telling = [...targets, waterId, waterName, 'recipe', 'waterMark'];
    for (const word of telling) expect(text).not.toContain(`"${word}"`);
  }

  await page.getByRole('button', { name: 'Open the water' }).click();
  await first.getByRole('heading', { name: /^(Right|Not right)$/ }).waitFor();
  await second.getByRole('heading', { name: 'The truth' }).waitFor();
  expect((await bertil.heard()).join('\n')).not.toContain('Student 3');

  // What needs its water to be asked is passed over.
  await page.getByRole('button', { name: 'Next question' }).click();
  await second.getByRole('heading', { name: 'What is the framed mark?' }).waitFor();
  // A phone that is lost comes back to where it was.
  await second.reload();
  await second.getByRole('radio').first().waitFor();
  await second.getByRole('radiogroup', { name: 'What it is' }).getByRole('radio').first().tap();
  await second.getByRole('radio', { name: 'certain' }).tap();
  await second.getByRole('button', { name: 'Commit' }).tap();
  await page.getByRole('button', { name: 'Close: 1 of 13 have committed' }).click();
  await page.getByRole('button', { name: 'Open the water' }).click();
  await page.getByText('How sure, and how right').waitFor();
  await expectAccessible(page);

  // A picture that runs: when who pressed stands along its time.
  await page.getByRole('button', { name: 'Next question' }).click();
  await second.getByRole('button', { name: 'Let it run' }).waitFor();
  for (const [i, key] of others.entries()) {
    const answer = {
      ...{ kind: 'callLive', presses: [120 + 4 * i] },
      ...{ confidence: 'sure', committedAtMs: 1, tookMs: 1 },
    };
    await room({ act: 'answer', code, key, round: 3, answer });
  }
  await page.getByRole('button', { name: 'Close: 10 of 13 have committed' }).click();
  await expect(page.getByTestId('room-presses').locator('[data-tap]')).toHaveCount(10);
  await page.getByRole('button', { name: 'End the room' }).click();
  await second.getByRole('heading', { name: 'The room has ended' }).waitFor();
  await phones.close();

  await page.getByRole('link', { name: 'See the class' }).click();
  await expect(page.getByRole('checkbox', { name: /is here$/ })).toHaveCount(11 + 1);
  await page.getByRole('radio', { name: 'Who misreads what' }).click();
  await expect(page.getByRole('button', { name: /^Aino, .* 1 answer/ }).first()).toBeVisible();
});
