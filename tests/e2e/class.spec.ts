import { readFileSync } from 'node:fs';
import { DEMO_PEOPLE } from '../../core/demo/demoClass';
import { figuresOf } from '../../core/drills';
import { readEchoFile, readWorkspace } from '../../core/formats';
import { LABEL_NAMES } from '../../core/reading';
import type { ResultRecord } from '../../core/records';
import { question } from '../fixtures/questions';
import { enter, expect, expectAccessible, test } from './app';
import { countIn, drillOf, handIn, openDrill, saved } from './handingIn';

test('a drill goes to another browser, is taken there, comes back and is counted', async ({
  page,
  browser,
  baseURL,
}) => {
  await openDrill(page, drillOf('Evening', [question('empty').item]));
  const pack = await saved(page, () =>
    page.getByRole('menuitem', { name: 'Save to practise, truth open' }).click(),
  );

  const studentContext = await browser.newContext({ baseURL });
  const student = await studentContext.newPage();
  await enter(student, 'I learn');
  await student.goto('/drills');
  await student
    .getByLabel('Bring in a drill from a file')
    .setInputFiles({ name: 'evening.zip', mimeType: 'application/zip', buffer: pack });
  await student.getByRole('button', { name: 'Take Evening' }).click();
  await student.getByText('Item 1 of 1').waitFor();
  await student.keyboard.press('4');
  await student.keyboard.press('c');
  await student.getByRole('heading', { name: 'How it went' }).waitFor();
  const results = await handIn(student, 'Aino');
  await studentContext.close();

  await countIn(page, 'Aino', results);
  await page.getByRole('button', { name: /^Aino, / }).click();
  await page.getByRole('link', { name: 'See it on its picture' }).click();
  await page.getByRole('button', { name: 'Back to the class' }).click();
  await expect(page.getByRole('radio', { name: 'Students' })).toBeVisible();
});

test('an exam goes out without its truth, is taken elsewhere, and is graded by the key that stayed', async ({
  page,
  browser,
  baseURL,
}) => {
  const { item, ground } = question('name');
  if (item.kind !== 'whatIsThis') throw new Error('It is no question of a name.');
  const drill = drillOf('Bream under the layer', [item, question('where').item]);
  await openDrill(page, drill);
  await page.getByRole('menuitem', { name: 'Hand out as an exam' }).click();
  await page.getByLabel('What students see as its name').fill('Exam A');
  const file = await saved(page, () => page.getByRole('button', { name: 'Save the exam' }).click());
  await page.getByText('Saved with 1 of 2 questions.').waitFor();
  await page.getByRole('list', { name: 'Left out' }).getByText('question 2').waitFor();

  // The file taken apart: no name, no target, no water, no recipe, nor anything packed in an echo.
  const pack = readWorkspace(new Uint8Array(file));
  if (!pack.ok) throw new Error(pack.error.message);
  expect(pack.value.records.map(({ schema }) => schema)).toEqual(['drill']);
  const [screen] = ground.screens;
  const telling = [
    ...screen.targets.map(({ id }) => id),
    ...[screen.waterId, screen.waterName, drill.name, item.id],
    ...['recipe', 'waterMark', 'passId'],
  ];
  const text = JSON.stringify(pack.value.records);
  for (const word of telling) expect(text).not.toContain(`"${word}"`);
  for (const bytes of pack.value.echoes.values()) {
    const echo = readEchoFile(bytes);
    if (!echo.ok) throw new Error(echo.error.message);
    expect(echo.value.targets).toBeNull();
    expect(echo.value.truth.ping).toHaveLength(0);
  }

  const studentContext = await browser.newContext({ baseURL });
  const student = await studentContext.newPage();
  await enter(student, 'I learn');
  await student.goto('/class');
  await student
    .getByLabel('A file from your instructor')
    .setInputFiles({ name: 'exam.zip', mimeType: 'application/zip', buffer: file });
  await student.getByText('1 items, not taken yet').waitFor();
  await student.goto('/drills');
  await student.getByRole('button', { name: 'Take Exam A' }).click();
  const truth = ground.screens[0].regions.find(({ targetId }) => targetId === item.targetId)!;
  const name = LABEL_NAMES[truth.label];
  await student.getByRole('radio', { name: new RegExp(`^${name}`, 'i') }).click();
  await student.keyboard.press('4');
  await student.keyboard.press('c');
  await student.getByText('1 answers are kept.').waitFor();
  await expect(student.getByText('right')).toHaveCount(0);
  const results = await handIn(student, 'Aino');
  await studentContext.close();

  await countIn(page, 'Aino', results);
  await page.getByRole('button', { name: /^Aino, .* 1 answers$/ }).click();
  await expect(page.getByText('right', { exact: true })).toBeVisible();
});

test('the made-up class shows abilities that are known', async ({ page }) => {
  await enter(page);
  await page.goto('/class');
  await page.getByRole('button', { name: 'Put in a made-up class of twelve' }).click();
  await expect(page.getByRole('checkbox', { name: /is here$/ })).toHaveCount(DEMO_PEOPLE.length);
  await page.getByRole('radio', { name: 'Who misreads what' }).click();
  await expect(page.getByRole('button', { name: /^Aino, .* answers$/ }).first()).toBeVisible();
  await page.getByText('What this class takes for what').waitFor();
  await expectAccessible(page);
  await page.getByRole('radio', { name: 'Course' }).click();
  await page.getByRole('button', { name: 'Begin with the eight meetings' }).click();
  await page.getByLabel('Begins').fill('2027-03-02T18:30');
  await page.getByText(/Tue 2 Mar 2027/).waitFor();
  await expectAccessible(page);
  // Today has it with all it needs.
  await page.goto('/');
  await page.getByRole('heading', { name: 'What the screen is' }).waitFor();
  await expect(page.getByRole('link', { name: 'What is now, and how deep' })).toBeVisible();

  const [, ...results] = JSON.parse(
    readFileSync('public/demo/class.json', 'utf8'),
  ) as ResultRecord[];
  const pairs = DEMO_PEOPLE.map(({ name, theta }) => {
    const answered = results
      .filter(({ studentId }) => studentId === `demo-${name.toLowerCase()}`)
      .flatMap(({ attempt }) =>
        attempt.answers.map(({ itemId, answer, grade }) => ({
          item: attempt.items.find(({ id }) => id === itemId)!,
          answer: answer!,
          grade: grade!,
        })),
      );
    expect(answered.length).toBeGreaterThanOrEqual(20);
    return { theta, right: figuresOf(answered).right.share };
  });
  const mean = (of: (pair: (typeof pairs)[number]) => number) =>
    pairs.reduce((sum, pair) => sum + of(pair), 0) / pairs.length;
  const [t, r] = [mean(({ theta }) => theta), mean(({ right }) => right)];
  const cov = mean((pair) => (pair.theta - t) * (pair.right - r));
  const spread = Math.sqrt(
    mean((pair) => (pair.theta - t) ** 2) * mean((pair) => (pair.right - r) ** 2),
  );
  expect(cov / spread).toBeGreaterThan(0.7);
});
