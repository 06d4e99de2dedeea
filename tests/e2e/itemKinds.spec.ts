/** Questions that are answered on the picture itself, by pointer; src/drills/AttemptPage.test.tsx has every kind. */
import type { Locator, Page } from '@playwright/test';
import type { AttemptRecord } from '../../core/records';
import { type Ground, type Item, WRONG_NAMES, drillSource, gradeAnswer } from '../../core/drills';
import { betterView } from '../../core/reading';
import { echo, enter, expect, expectAccessible, test, frames } from './app';
import { question } from '../fixtures/questions';
import { openAttempt, storedRecord } from './records';

test.beforeEach(async ({ page }) => enter(page, 'I learn'));

const commit = (page: Page) => page.getByRole('button', { name: /^(Commit|Nothing here|No fish)/ });
const verdict = (page: Page) => page.getByTestId('grade-figures');

async function open(page: Page, id: string, item: Item) {
  await openAttempt(page, id, [item]);
  await expect(page.getByText('Item 1 of 1')).toBeVisible();
  await expect(echo(page.getByTestId('stage'))).toBeVisible();
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

test('tap all: every fish by pointer is right', async ({ page }) => {
  const { item, ground } = question('tapFish');
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
});

test('tap all on the side fans takes the side into account', async ({ page }) => {
  const { item, ground } = question('tapSide');
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

test('what is wrong: named and mended by the controls', async ({ page }) => {
  const { item, ground } = question('wrongRange');
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
  await page.getByRole('button', { name: /^Match/ }).click();
  await sure(page);
  await commit(page).click();
  const attempt = await expectStored(page, 'wrong-right', item, ground, true);
  const { grade } = attempt.answers[0];
  expect(grade).toMatchObject({ named: true, truth: 'wrongRange' });
  await expect(page.getByText(/^Mended to \d+ %/)).toBeVisible();
});

test('place it: square to the course by pointer', async ({ page }) => {
  const { item, ground } = question('place');
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
});

test('sort: dragged into the right boxes', async ({ page }) => {
  const { item, ground } = question('sort');
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
  await frames(page);
  await sure(page);
  await commit(page).click();
  await expectStored(page, 'sort-right', item, ground, true);
  await expectAccessible(page);
});
