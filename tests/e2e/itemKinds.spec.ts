/** One item of each kind, by pointer and by keyboard, right and wrong, against the truth of the simulation. */
import type { Locator, Page } from '@playwright/test';
import type { AttemptRecord } from '../../core/records';
import { type Ground, type Item, WRONG_NAMES } from '../../core/drills';
import { drillSource, gradeAnswer, judgeChoices } from '../../core/drills';
import { betterView, LABEL_NAMES } from '../../core/reading';
import { echo, enter, expect, expectAccessible, test } from './app';
import { groundOf, questionOf } from '../fixtures/questions';
import { openAttempt, storedRecord } from './records';

test.beforeEach(async ({ page }) => enter(page, 'I learn'));

const commit = (page: Page) => page.getByRole('button', { name: /^(Commit|Nothing here|No fish)/ });
const verdict = (page: Page) => page.getByTestId('grade-figures');

async function open(page: Page, id: string, item: Item) {
  await openAttempt(page, id, [item]);
  await expect(page.getByText('Item 1 of 1')).toBeVisible();
  await expect(page.getByTestId('stage').getByRole('application').first()).toBeVisible({
    timeout: 30_000,
  });
}

const sure = (page: Page) => page.getByRole('radio', { name: 'sure', exact: true }).click();

/** What was stored is what core makes of the same answer, right or wrong as it should be. */
async function expectStored(page: Page, id: string, item: Item, ground: Ground, right: boolean) {
  await expect(verdict(page)).toBeVisible();
  const attempt = await storedRecord(page, 'attempt', id);
  const [{ answer, grade }] = attempt.answers;
  expect(grade, JSON.stringify(grade)).toMatchObject({ right });
  expect(gradeAnswer(item, answer!, ground)).toEqual(grade);
  return attempt as AttemptRecord;
}

/** Where a cell lies on a picture that shows a whole screen. */
async function placeOn(
  picture: Locator,
  { screens: [screen] }: Ground,
  { ping, bin, channel = 0 }: { ping: number; bin: number; channel?: number },
) {
  const box = (await picture.boundingBox())!;
  const { info, view, firstPing, pingCount } = screen;
  const share = (ping + 0.5 - firstPing) / pingCount;
  const rangeM = (bin + 0.5) * info.rangeStepM;
  if (info.instrument === 'sideFans') {
    const half = ((rangeM / view.bottomM) * box.width) / 2;
    const isPort = info.channels[channel].name === 'port';
    return {
      x: box.width / 2 + (isPort ? -half : half),
      y: (1 - share) * box.height,
      box,
    };
  }
  return {
    x: share * box.width,
    y: ((info.draftM + rangeM - view.topM) / (view.bottomM - view.topM)) * box.height,
    box,
  };
}

/** Moves a picture's cursor from its middle with the arrow keys. */
async function moveCursor(
  page: Page,
  place: { x: number; y: number; box: { width: number; height: number } },
) {
  const steps = async (by: number, more: string, less: string) => {
    const key = by > 0 ? more : less;
    for (let i = 0; i < Math.floor(Math.abs(by) / 8); i++) await page.keyboard.press(key);
  };
  await steps(place.x - place.box.width / 2, 'ArrowRight', 'ArrowLeft');
  await steps(place.y - place.box.height / 2, 'ArrowDown', 'ArrowUp');
}

test('tap all: every fish by pointer is right, a mark on open water by keyboard is wrong', async ({
  page,
}) => {
  const item = questionOf('tapAll', {
    instruments: ['cone'],
    skills: ['archAndSpeed'],
    fits: ({ label }) => label === 'fish',
  });
  const ground = groundOf(item);
  await open(page, 'tap-right', item);
  await expectAccessible(page);
  const [screen] = ground.screens;
  const fish = screen.regions.filter(
    ({ label, verdict: seen }) => label === 'fish' && seen === 'visible',
  );
  expect(fish.length).toBeGreaterThan(0);
  for (const { peak } of fish) {
    const { x, y, box } = await placeOn(echo(page), ground, peak);
    await page.mouse.click(box.x + x, box.y + y);
  }
  await expect(page.getByText(`${fish.length} marked.`)).toBeVisible();
  await expect(commit(page)).toBeDisabled();
  await sure(page);
  await commit(page).click();
  await expectStored(page, 'tap-right', item, ground, true);
  await expect(verdict(page)).toContainText(`${fish.length} of ${fish.length}`);
  await expect(echo(page).locator('[data-look="right"]')).toHaveCount(fish.length);
  await expectAccessible(page);

  await open(page, 'tap-wrong', item);
  await echo(page).focus();
  // Far from everything: just under the surface at the middle.
  const box = (await echo(page).boundingBox())!;
  await moveCursor(page, { x: box.width / 2, y: 0.16 * box.height, box });
  await page.keyboard.press('Enter');
  await expect(page.getByText('1 marked.')).toBeVisible();
  await page.keyboard.press('Backspace');
  await expect(page.getByText('Tap each one.')).toBeVisible();
  await page.keyboard.press('Enter');
  await page.keyboard.press('4');
  await page.keyboard.press('c');
  await expectStored(page, 'tap-wrong', item, ground, false);
  await expect(page.getByText('Nothing there')).toBeVisible();
  await expect(echo(page).locator('[data-look="missed"]')).toHaveCount(fish.length);
  await expect(page.getByRole('button', { name: /summary/ })).toBeFocused();
});

test('tap all on the side fans takes the side into account', async ({ page }) => {
  const item = questionOf('tapAll', {
    instruments: ['sideFans'],
    skills: ['built', 'rock', 'shadows'],
  });
  const ground = groundOf(item);
  await open(page, 'tap-side', item);
  const wanted = ground.screens[0].regions.filter(
    ({ label, verdict: seen, outline }) =>
      label === item.label && seen === 'visible' && outline.length > 0,
  );
  for (const { peak, channel } of wanted) {
    const { x, y, box } = await placeOn(echo(page), ground, { ...peak, channel });
    await page.mouse.click(box.x + x, box.y + y);
  }
  await sure(page);
  await commit(page).click();
  const attempt = await expectStored(page, 'tap-side', item, ground, true);
  expect(attempt.answers[0].grade).toMatchObject({ score: 1 });
});

test('an empty screen is answered “nothing here”', async ({ page }) => {
  const item = questionOf('tapAll', { skills: ['empties'], instruments: ['cone'] });
  const ground = groundOf(item);
  await open(page, 'empty', item);
  await page.keyboard.press('5');
  await page.getByRole('button', { name: /Nothing here/ }).click();
  await expectStored(page, 'empty', item, ground, true);
});

test('what is this: the truth by pointer, a look-alike by keyboard', async ({ page }) => {
  const item = questionOf('whatIsThis', { instruments: ['cone'] });
  const ground = groundOf(item);
  const truth = ground.screens[0].regions.find(({ targetId }) => targetId === item.targetId)!.label;
  await open(page, 'name-right', item);
  await expect(page.getByTestId('asked-frame')).toBeVisible();
  await page.getByRole('radio', { name: new RegExp(`^${LABEL_NAMES[truth]}`) }).click();
  await sure(page);
  await commit(page).click();
  await expectStored(page, 'name-right', item, ground, true);
  await expect(page.getByText(`Right: ${LABEL_NAMES[truth]}`)).toBeVisible();
  // The water opens, and the handbook is a step away.
  await page.getByRole('button', { name: 'Open the water' }).click();
  await expect(page.getByTestId('cutaway').getByTestId('cutaway-section')).toBeVisible();
  await expect(page.getByRole('link', { name: /in the handbook/ })).toHaveAttribute(
    'href',
    `/handbook?page=${item.skill}`,
  );
  await expectAccessible(page);

  await open(page, 'name-wrong', item);
  const wrong = item.options.find((option) => option !== truth)!;
  await page.getByRole('radio', { name: new RegExp(`^${LABEL_NAMES[wrong]}`) }).focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('1');
  await page.keyboard.press('c');
  await expectStored(page, 'name-wrong', item, ground, false);
  await expect(
    page.getByText(`It is ${LABEL_NAMES[truth]}, not ${LABEL_NAMES[wrong]}`),
  ).toBeVisible();
});

test('which is: the right mark by keyboard, another by pointer', async ({ page }) => {
  const item = questionOf('whichIs', {
    instruments: ['cone'],
    fits: (one) => one.screens.length === 1,
  });
  const ground = groundOf(item);
  const graded = gradeAnswer(
    item,
    { kind: 'whichIs', choice: 0, confidence: 'sure', committedAtMs: 1, tookMs: 1 },
    ground,
  );
  const truth = graded.kind === 'whichIs' ? graded.truth : -1;
  const letter = (choice: number) => `Mark ${'ABCD'[choice]}`;
  await open(page, 'which-right', item);
  await expect(page.getByTestId('asked-frame')).toHaveCount(item.candidates.length);
  await page.getByRole('radio', { name: letter(truth) }).focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('3');
  await page.keyboard.press('c');
  await expectStored(page, 'which-right', item, ground, true);

  await open(page, 'which-wrong', item);
  await page.getByRole('radio', { name: letter(truth === 0 ? 1 : 0) }).click();
  await sure(page);
  await commit(page).click();
  await expectStored(page, 'which-wrong', item, ground, false);
  await expectAccessible(page);
});

test('measure: the truth typed in feet is right, the usual slip is named', async ({ page }) => {
  const item = questionOf('measure', {
    instruments: ['cone'],
    skills: ['nowAndHistory'],
    fits: ({ quantity }) => quantity === 'behind',
  });
  const ground = groundOf(item);
  const [screen] = ground.screens;
  const region = screen.regions.find(({ targetId }) => targetId === item.targetId)!;
  const slot = region.peak.ping - screen.firstPing;
  const last = screen.pingCount - 1;
  const behindM = screen.track.alongM[last] - screen.track.alongM[slot];
  const agoS = screen.track.timeS[last] - screen.track.timeS[slot];
  await page.goto('/settings');
  await page.getByRole('radio', { name: /ft, mph/ }).click();
  await open(page, 'measure-right', item);
  await page.getByLabel('Your answer').fill((behindM / 0.3048).toFixed(1));
  await sure(page);
  await commit(page).click();
  await expectStored(page, 'measure-right', item, ground, true);

  await page.goto('/settings');
  await page.getByRole('radio', { name: /km\/h/ }).click();
  await open(page, 'measure-wrong', item);
  await page.getByLabel('Your answer').focus();
  await page.keyboard.type('far');
  await expect(page.getByText('“far” is not a length.')).toBeVisible();
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type(agoS.toFixed(1));
  // From the field on with Tab to how sure one is, and to the commit.
  await page.keyboard.press('Tab');
  await page.keyboard.press('Space');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  const isSlip = Math.abs(agoS - behindM) > 0.05 * behindM;
  expect(isSlip).toBe(true);
  const attempt = await expectStored(page, 'measure-wrong', item, ground, false);
  expect(attempt.answers[0].grade).toMatchObject({ slip: 'that is seconds taken for metres' });
  await expect(page.getByText('A usual slip')).toBeVisible();
});

test('what is wrong: named and mended by the controls, or named wrongly', async ({ page }) => {
  const item = questionOf('whatIsWrong', {
    skills: ['rangeAndZoom'],
    instruments: ['cone'],
    fits: ({ mendTargetId }) => mendTargetId !== null,
  });
  const ground = groundOf(item);
  const [screen] = ground.screens;
  await open(page, 'wrong-right', item);
  await expectAccessible(page);
  await page.getByRole('radio', { name: WRONG_NAMES.wrongRange }).click();
  // What a search over the controls would do.
  const region = screen.regions.find(({ targetId }) => targetId === item.mendTargetId)!;
  const took = screen.track.timeS[screen.pingCount - 1] - screen.track.timeS[0];
  const speedMps = (screen.track.alongM[screen.pingCount - 1] - screen.track.alongM[0]) / took;
  const box = (await echo(page).boundingBox())!;
  const input = { source: drillSource(screen), region, rangePx: box.height, speedMps };
  const { view } = betterView(input, screen.view);
  const lower = page.getByRole('slider', { name: 'Range, lower limit' });
  await lower.focus();
  const limitM = async () => Number.parseFloat((await lower.getAttribute('aria-valuetext')) ?? '');
  while ((await limitM()) > view.bottomM + 4) await page.keyboard.press('PageDown');
  while ((await limitM()) > view.bottomM + 0.4) await page.keyboard.press('ArrowLeft');
  if (view.gainDb !== screen.view.gainDb) {
    const gain = page.getByLabel('Gain, exact value', { exact: true });
    await gain.fill(String(view.gainDb));
    await gain.press('Enter');
  }
  await page.getByRole('button', { name: /^Match/ }).click();
  await sure(page);
  await commit(page).click();
  const attempt = await expectStored(page, 'wrong-right', item, ground, true);
  const { grade } = attempt.answers[0];
  expect(grade).toMatchObject({ named: true, truth: 'wrongRange' });
  await expect(page.getByText(/^Mended to \d+ %/)).toBeVisible();

  await open(page, 'wrong-wrong', item);
  const other = item.options.find((option) => option !== 'wrongRange')!;
  await page.getByRole('radio', { name: WRONG_NAMES[other] }).focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('2');
  await page.keyboard.press('c');
  await expectStored(page, 'wrong-wrong', item, ground, false);
});

test('place it: square to the course by pointer, on the wrong side by keyboard', async ({
  page,
}) => {
  const item = questionOf('placeIt', { fits: ({ screens }) => screens.length === 1 });
  const ground = groundOf(item);
  const [screen] = ground.screens;
  const graded = gradeAnswer(
    item,
    { kind: 'placeIt', xM: 0, yM: 0, passes: 1, confidence: 'sure', committedAtMs: 1, tookMs: 1 },
    ground,
  );
  const truth = graded.kind === 'placeIt' ? graded.truth : { xM: 0, yM: 0 };
  const middle = Math.floor(screen.pingCount / 2);
  const { xM, yM } = screen.track;
  await open(page, 'place-right', item);
  const sea = page.getByRole('application', { name: 'Chart to place the mark on' });
  const METRES_PER_PX = 90 / 380;
  const offset = {
    x: (truth.xM - xM[middle]) / METRES_PER_PX,
    y: -(truth.yM - yM[middle]) / METRES_PER_PX,
  };
  const box = (await sea.boundingBox())!;
  await page.mouse.click(box.x + box.width / 2 + offset.x, box.y + box.height / 2 + offset.y);
  await expect(page.getByText('Placed.')).toBeVisible();
  await sure(page);
  await commit(page).click();
  await expectStored(page, 'place-right', item, ground, true);
  await expect(page.getByTestId('uncertainty')).toBeVisible();

  await open(page, 'place-wrong', item);
  await sea.focus();
  // As far on the other side of the boat.
  const steps = (by: number, more: string, less: string) =>
    Array.from({ length: Math.floor(Math.abs(by) / 12) }, () => (by > 0 ? more : less));
  for (const key of [
    ...steps(-offset.x, 'ArrowRight', 'ArrowLeft'),
    ...steps(-offset.y, 'ArrowDown', 'ArrowUp'),
    'Enter',
  ]) {
    await page.keyboard.press(key);
  }
  await page.keyboard.press('3');
  await page.keyboard.press('c');
  await expectStored(page, 'place-wrong', item, ground, false);
});

test('call it live: a fish called by key is a hit; silence misses it', async ({ page }) => {
  test.setTimeout(240_000);
  const item = questionOf('callLive', {
    skills: ['nowAndHistory'],
    instruments: ['cone'],
    fits: ({ screens }) => screens.length > 0,
  });
  const ground = groundOf(item);
  const [screen] = ground.screens;
  const start = screen.firstPing + Math.round(0.12 * screen.pingCount);
  const fish = screen.regions.filter(
    ({ label, verdict: seen, outline }) =>
      label === 'fish' && seen === 'visible' && outline[0].ping >= start,
  );
  expect(fish.length).toBeGreaterThan(0);
  await open(page, 'live-right', item);
  await expect(commit(page)).toBeDisabled();
  await page.getByRole('button', { name: 'Let it run' }).click();
  const begunMs = Date.now();
  const rate = item.rate * screen.info.pingRateHz;
  for (const { outline } of [...fish].sort((a, b) => a.outline[0].ping - b.outline[0].ping)) {
    const middle = (outline[0].ping + outline.at(-1)!.ping) / 2;
    const dueMs = begunMs + (1000 * (middle - start)) / rate;
    await page.waitForTimeout(Math.max(0, dueMs - Date.now()));
    await page.keyboard.press('Space');
  }
  await expect(page.getByText(`${fish.length} called`, { exact: false })).toBeVisible();
  await expect(page.getByText('the pass is over', { exact: false })).toBeVisible({
    timeout: 60_000,
  });
  await sure(page);
  await commit(page).click();
  const attempt = await expectStored(page, 'live-right', item, ground, true);
  const { grade } = attempt.answers[0];
  expect(grade!.kind === 'callLive' && grade!.hits.every(({ reactionS }) => reactionS < 4)).toBe(
    true,
  );

  await open(page, 'live-wrong', item);
  await page.getByRole('button', { name: 'Let it run' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('the pass is over', { exact: false })).toBeVisible({
    timeout: 60_000,
  });
  await page.keyboard.press('1');
  await page.keyboard.press('c');
  const silent = await expectStored(page, 'live-wrong', item, ground, false);
  expect(silent.answers[0].grade).toMatchObject({ hits: [], strays: [] });
});

test('where first: what the rules defend by pointer, what they do not by keyboard', async ({
  page,
}) => {
  const item = questionOf('whereNext', {
    skills: ['chart'],
    fits: ({ question }) => question.about === 'where',
  });
  const ground = groundOf(item);
  const judged = judgeChoices(item, ground.water!);
  const good = judged.findIndex(({ isAccepted }) => isAccepted);
  const bad = judged.findIndex(({ isAccepted }) => !isAccepted);
  await open(page, 'where-right', item);
  await page.getByRole('radio', { name: judged[good].text }).click();
  await sure(page);
  await commit(page).click();
  await expectStored(page, 'where-right', item, ground, true);
  await expect(page.getByText(`${judged[good].text} can be defended`)).toBeVisible();
  await expectAccessible(page);

  await open(page, 'where-wrong', item);
  await page.getByRole('radio', { name: judged[bad].text }).focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('2');
  await page.keyboard.press('c');
  await expectStored(page, 'where-wrong', item, ground, false);
});

test('sort: dragged into the right boxes, sent by letters into wrong ones', async ({ page }) => {
  const item = questionOf('sort', { instruments: ['cone'] });
  const ground = groundOf(item);
  const graded = gradeAnswer(
    item,
    { kind: 'sort', bins: {}, confidence: 'sure', committedAtMs: 1, tookMs: 1 },
    ground,
  );
  const truths = graded.kind === 'sort' ? graded.sorted.map(({ truth }) => truth) : [];
  await open(page, 'sort-right', item);
  await expect(commit(page)).toBeDisabled();
  for (const [i, truth] of truths.entries()) {
    const chip = page.getByRole('button', { name: `Mark ${i + 1}`, exact: true });
    const box = page.getByRole('group', { name: truth, exact: true });
    const from = (await chip.boundingBox())!;
    const to = (await box.boundingBox())!;
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
    await page.mouse.down();
    await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 8 });
    await page.mouse.up();
    await expect(box.getByRole('button', { name: `Mark ${i + 1}`, exact: true })).toBeVisible();
  }
  // A click right after a drag is swallowed, so that letting go presses nothing.
  await page.waitForTimeout(250);
  await sure(page);
  await commit(page).click();
  await expectStored(page, 'sort-right', item, ground, true);
  await expectAccessible(page);

  await open(page, 'sort-wrong', item);
  for (const i of truths.keys()) {
    await page.getByRole('button', { name: `Mark ${i + 1}`, exact: true }).focus();
    await page.keyboard.press('r');
  }
  await page.keyboard.press('2');
  await page.keyboard.press('c');
  await expectStored(
    page,
    'sort-wrong',
    item,
    ground,
    truths.every((truth) => truth === 'rubbish'),
  );
});
