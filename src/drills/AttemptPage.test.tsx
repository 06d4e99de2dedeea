/** One question of each kind, answered right and wrong, against the truth of the simulation. */
import { fireEvent } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import {
  canStandIn,
  CHANGE_NAMES,
  changeBetween,
  gradeAnswer,
  type Ground,
  type Item,
  judgeChoices,
  readSpecies,
  WRONG_NAMES,
} from '@core/drills';
import { profileOf } from '@core/life';
import { LABEL_NAMES } from '@core/reading';
import { useSettings } from '@/storage/settings';
import { openPage, screen, stored, waitFor, within } from '../../tests/components/page';
import { attemptAt, question } from '../../tests/fixtures/questions';
import { AttemptPage } from './AttemptPage';

async function open(item: Item, change: Parameters<typeof attemptAt>[2] = {}) {
  const opened = await openPage(<AttemptPage />, {
    role: 'learn',
    search: '?id=one',
    records: [attemptAt('one', [item], change)],
  });
  await screen.findByText('Item 1 of 1');
  return opened;
}

const commit = () => screen.getByRole('button', { name: /^(Commit|Nothing here|No fish)/ });
const sure = () => screen.getByRole('radio', { name: 'sure' });

/** What was stored is what core makes of the same answer, right or wrong as it should be. */
async function expectGraded(item: Item, ground: Ground, right: boolean) {
  await screen.findByTestId('grade-figures');
  const attempt = (await stored('attempt', 'one'))!;
  const [{ answer, grade }] = attempt.answers;
  expect(grade, JSON.stringify(grade)).toMatchObject({ right });
  expect(gradeAnswer(item, answer!, ground)).toEqual(grade);
  return attempt.answers[0];
}

afterEach(() => vi.useRealTimers());

describe('what is this', () => {
  const asked = () => question('name');
  const truthOf = ({ item, ground }: ReturnType<typeof asked>) =>
    ground.screens[0].regions.find(({ targetId }) => targetId === item.targetId)!.label;
  const option = (label: keyof typeof LABEL_NAMES) =>
    screen.getByRole('radio', { name: new RegExp(`^${LABEL_NAMES[label]}`) });

  it('is right with the truth, and then opens the water and the handbook', async () => {
    const { item, ground } = asked();
    const { user } = await open(item);
    expect(screen.getByTestId('asked-frame')).toBeDefined();
    await user.click(option(truthOf(asked())));
    expect(commit()).toHaveProperty('disabled', true);
    await user.click(sure());
    await user.click(commit());
    const { answer } = await expectGraded(item, ground, true);
    expect(answer!.confidence).toBe('sure');
    expect(answer!.tookMs).toBeGreaterThan(0);
    expect(screen.getByText(`Right: ${LABEL_NAMES[truthOf(asked())]}`)).toBeDefined();
    expect(screen.getByRole('link', { name: /in the handbook/ }).getAttribute('href')).toBe(
      `/handbook?page=${item.skill}`,
    );
    await user.click(screen.getByRole('button', { name: 'Open the water' }));
    expect(await screen.findByTestId('cutaway-section')).toBeDefined();
  });
  it('says nothing of the truth before the answer is in', async () => {
    const { item, ground } = asked();
    const { user } = await open(item);
    await user.click(option(truthOf(asked())));
    const name = ground.screens[0].regions.find(({ targetId }) => targetId === item.targetId)!.name;
    expect(document.body.textContent).not.toContain(name);
    expect(screen.queryByTestId('grade-figures')).toBeNull();
    expect((await stored('attempt', 'one'))!.answers).toEqual([]);
  });
  it('shows what the wrong name would have looked like there, under the same settings', async () => {
    const { item } = asked();
    const wrong = item.options.find((one) => one !== truthOf(asked()) && canStandIn(one))!;
    const { user } = await open(item);
    expect(screen.queryByRole('button', { name: /would look in its place/ })).toBeNull();
    await user.click(option(wrong));
    await user.keyboard('4c');
    const show = `How ${LABEL_NAMES[wrong]} would look in its place`;
    await user.click(await screen.findByRole('button', { name: show }));
    await screen.findByText(`Had it been ${LABEL_NAMES[wrong]}: same place, same settings`);
    expect(screen.getByText('As it was')).toBeDefined();
    expect(screen.getAllByTestId('echo-canvas')).toHaveLength(2);
    await user.click(screen.getByRole('button', { name: 'The question’s picture alone' }));
    expect(screen.getAllByTestId('echo-canvas')).toHaveLength(1);
  });
  it('may be left open, and is wrong where the picture tells', async () => {
    const { item, ground } = asked();
    const { user } = await open(item);
    await user.click(screen.getByRole('radio', { name: 'It cannot be told from this picture' }));
    await user.keyboard('3c');
    const { answer } = await expectGraded(item, ground, false);
    expect(answer).toMatchObject({ kind: 'whatIsThis', label: null });
    expect(screen.getByText(/, and it can be told$/)).toBeDefined();
  });
  it('takes keys, names what it is instead, and puts the focus on going on', async () => {
    const { item, ground } = asked();
    const { user } = await open(item);
    const wrong = item.options.find((one) => one !== truthOf(asked()))!;
    expect(screen.getByText('Your answer is still missing.')).toBeDefined();
    option(wrong).focus();
    await user.keyboard(' ');
    expect(screen.getByText('Say how sure you are.')).toBeDefined();
    await user.keyboard('1c');
    const { answer } = await expectGraded(item, ground, false);
    expect(answer!.confidence).toBe('guess');
    expect(
      screen.getByText(`It is ${LABEL_NAMES[truthOf(asked())]}, not ${LABEL_NAMES[wrong]}`),
    ).toBeDefined();
    expect(document.activeElement).toBe(screen.getByRole('button', { name: /summary/ }));
    await user.keyboard('n');
    expect((await screen.findAllByText(/0 of 1/)).length).toBeGreaterThan(0);
  });
});

describe('which is', () => {
  const asked = () => question('which');
  const truthOf = ({ item, ground }: ReturnType<typeof asked>) => {
    const answer = { kind: 'whichIs', choice: 0, confidence: 'sure', committedAtMs: 1, tookMs: 1 };
    const grade = gradeAnswer(item, answer as never, ground);
    return grade.kind === 'whichIs' ? grade.truth : -1;
  };
  it.each([true, false])('is graded by the truth: %s', async (right) => {
    const { item, ground } = asked();
    const truth = truthOf(asked());
    const { user } = await open(item);
    expect(screen.getAllByTestId('asked-frame')).toHaveLength(item.candidates.length);
    const choice = right ? truth : truth === 0 ? 1 : 0;
    await user.click(screen.getByRole('radio', { name: `Mark ${'ABCD'[choice]}` }));
    await user.keyboard('3c');
    await expectGraded(item, ground, right);
  });
});

describe('what changed', () => {
  const asked = () => question('changed');
  const truthOf = ({ ground }: ReturnType<typeof asked>) =>
    changeBetween(ground.screens[0], ground.screens[1])!;
  it.each([true, false])('is graded by what was moved between the screens: %s', async (right) => {
    const { item, ground } = asked();
    const { user } = await open(item);
    expect(screen.getByText('Screen B')).toBeDefined();
    // The line above would say which gain it is.
    expect(document.body.textContent).not.toMatch(/gain \d+ dB/);
    const truth = truthOf(asked());
    const change = right ? truth : item.options.find((one) => one !== truth)!;
    await user.click(screen.getByRole('radio', { name: CHANGE_NAMES[change] }));
    await user.keyboard('3c');
    await expectGraded(item, ground, right);
  });
});

describe('measure, where the picture does not hold it', () => {
  const asked = () => question('notHeld');
  it('is right to say so, and says what would show it', async () => {
    const { item, ground } = asked();
    const { user } = await open(item);
    expect(commit()).toHaveProperty('disabled', true);
    await user.click(screen.getByRole('checkbox', { name: /cannot be told/ }));
    expect(screen.getByRole('textbox')).toHaveProperty('disabled', true);
    await user.keyboard('4');
    await user.click(commit());
    await expectGraded(item, ground, true);
    expect(screen.getByText('Right: it cannot be told here')).toBeDefined();
  });
  it('is wrong with any number', async () => {
    const { item, ground } = asked();
    const { user } = await open(item);
    await user.type(screen.getByRole('textbox'), '4.2');
    await user.click(sure());
    await user.click(commit());
    await expectGraded(item, ground, false);
    expect(
      screen.getByText('It cannot be told from this picture', { selector: 'p' }),
    ).toBeDefined();
  });
});

describe('which is, where the picture leaves it open', () => {
  const OPEN = 'It cannot be told from this picture';
  it('is right when one says so, and tells what would decide', async () => {
    const { item, ground } = question('leftOpen');
    const { user } = await open(item);
    await user.click(screen.getByRole('radio', { name: OPEN }));
    await user.keyboard('3c');
    await expectGraded(item, ground, true);
    expect(screen.getByText('Right: it cannot be told here')).toBeDefined();
  });
  it('is wrong with a guess', async () => {
    const { item, ground } = question('leftOpen');
    const { user } = await open(item);
    await user.click(screen.getByRole('radio', { name: 'Mark A' }));
    await user.keyboard('1c');
    await expectGraded(item, ground, false);
    expect(screen.getByText(OPEN, { selector: '*:not(span)' })).toBeDefined();
  });
});

describe('the loupe', () => {
  it('is put on and off by a key, and follows the cursor', async () => {
    const { user } = await open(question('name').item);
    const picture = screen.getByRole('application', { name: /^Screen of item/ });
    picture.focus();
    await user.keyboard('{ArrowLeft}');
    expect(screen.queryByTestId('loupe')).toBeNull();
    await user.keyboard('z');
    const before = (await screen.findByTestId('loupe')).style.left;
    await user.keyboard('{ArrowRight}{ArrowRight}');
    expect(screen.getByTestId('loupe').style.left).not.toBe(before);
    expect(screen.getByRole('button', { name: /Loupe/ }).getAttribute('aria-pressed')).toBe('true');
    await user.keyboard('z');
    expect(screen.queryByTestId('loupe')).toBeNull();
  });
});

describe('measure', () => {
  const asked = () => question('behind');
  const behind = () => {
    const { item, ground } = asked();
    const [echo] = ground.screens;
    const region = echo.regions.find(({ targetId }) => targetId === item.targetId)!;
    const slot = region.peak.ping - echo.firstPing;
    const last = echo.pingCount - 1;
    return {
      distanceM: echo.track.alongM[last] - echo.track.alongM[slot],
      agoS: echo.track.timeS[last] - echo.track.timeS[slot],
    };
  };
  it('takes the answer in the reader’s units', async () => {
    const { item, ground } = asked();
    const { user } = await open(item);
    await useSettings.getState().change({ units: 'imperial' });
    await screen.findByText('ft', { exact: true });
    await user.type(screen.getByLabelText(/Your answer/), (behind().distanceM / 0.3048).toFixed(1));
    await user.click(sure());
    await user.click(commit());
    const { answer } = await expectGraded(item, ground, true);
    expect(answer).toHaveProperty('valueM', expect.closeTo(behind().distanceM, 1));
    expect(screen.getByText(/^Right: [\d.]+\sft/)).toBeDefined();
  });
  it('says what is no length, and names the usual slip', async () => {
    const { item, ground } = asked();
    const { user } = await open(item);
    const field = screen.getByLabelText(/Your answer/);
    await user.type(field, 'far');
    expect(await screen.findByText('“far” is not a length.')).toBeDefined();
    expect(commit()).toHaveProperty('disabled', true);
    await user.clear(field);
    await user.type(field, behind().agoS.toFixed(1));
    await user.click(sure());
    await user.click(commit());
    const { grade } = await expectGraded(item, ground, false);
    expect(grade).toMatchObject({ slip: 'that is seconds taken for metres' });
    expect(screen.getByText('A usual slip')).toBeDefined();
  });
});

describe('what is wrong', () => {
  it('is wrong with another fault, and says which it was', async () => {
    const { item, ground } = question('wrongRange');
    const [truth] = ground.screens[0].faults!;
    const other = item.options.find((one) => one !== truth)!;
    const { user } = await open(item);
    await user.click(screen.getByRole('radio', { name: WRONG_NAMES[other] }));
    await user.keyboard('2c');
    const { grade } = await expectGraded(item, ground, false);
    expect(grade).toMatchObject({ named: false, truth });
    expect(document.body.textContent).toContain(WRONG_NAMES[truth]);
  });
});

describe('which species', () => {
  const asked = () => question('species');
  it.each([true, false])('is told by the day, the depth and the form: %s', async (right) => {
    const { item, ground } = asked();
    const truth = readSpecies(item, ground.screens[0], ground.water!)!;
    const species = right ? truth : item.options.find((one) => one !== truth)!;
    const { user } = await open(item);
    expect(screen.getByText(/^Water \d+ °C, \d+:00/)).toBeDefined();
    await user.click(screen.getByRole('radio', { name: profileOf(species).name }));
    await user.keyboard('3c');
    await expectGraded(item, ground, right);
    expect(screen.getAllByText(/On such a day/).length).toBe(right ? 1 : 2);
  });
});

describe('a settings race', () => {
  it('counts a control drawn along as one move, and is wrong where nothing was mended', async () => {
    const { item, ground } = question('race');
    const { user } = await open(item);
    expect(commit()).toHaveProperty('disabled', true);
    const gain = await screen.findByRole('slider', { name: 'Gain' });
    for (let i = 0; i < 3; i++) fireEvent.keyDown(gain, { key: 'ArrowRight' });
    gain.focus();
    await user.keyboard('{ArrowRight}{ArrowRight}');
    await user.click(sure());
    await user.click(commit());
    const { answer } = await expectGraded(item, ground, false);
    expect(answer).toMatchObject({ kind: 'settingsRace', moves: 1 });
    expect(screen.getByText(/^1 move; \d would do/)).toBeDefined();
  });
});

describe('tap all', () => {
  it('is right with “nothing here” on an empty screen, wrong with a mark', async () => {
    const { item, ground } = question('empty');
    const { user, unmount } = await open(item);
    await user.keyboard('5');
    await user.click(screen.getByRole('button', { name: /Nothing here/ }));
    await expectGraded(item, ground, true);
    expect(screen.getByText('there was nothing to find')).toBeDefined();
    unmount();

    const again = await open(item);
    const picture = screen.getByRole('application');
    picture.focus();
    await again.user.keyboard('{ArrowDown}{ArrowDown}{Enter}');
    await screen.findByText(/1 marked\./);
    await again.user.keyboard('{Backspace}');
    expect(screen.queryByText(/1 marked\./)).toBeNull();
    await again.user.keyboard('{Enter}4c');
    const { grade } = await expectGraded(item, ground, false);
    expect(grade).toHaveProperty('hits', []);
    expect(screen.getByText('Nothing there')).toBeDefined();
  });
});

describe('place it', () => {
  it('is wrong far from the mark, and draws how uncertain the right place is', async () => {
    const { item, ground } = question('place');
    const { user } = await open(item);
    screen.getByRole('application', { name: 'Chart to place the mark on' }).focus();
    // Straight ahead, where side fans see nothing.
    await user.keyboard('{ArrowUp}{ArrowUp}{Enter}');
    expect(screen.getByText('Placed.')).toBeDefined();
    await user.keyboard('3c');
    const { grade } = await expectGraded(item, ground, false);
    expect(grade!.kind === 'placeIt' && grade!.awayM).toBeGreaterThan(1);
    expect(screen.getByTestId('uncertainty')).toBeDefined();
    expect(screen.getByText(/√\(R² − h²\)/)).toBeDefined();
  });
});

describe('call it live', () => {
  const asked = () => question('live');
  /** With the clock in the hand of the test. */
  async function begin() {
    const opened = await open(asked().item);
    vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance'] });
    fireEvent.click(screen.getByRole('button', { name: 'Let it run' }));
    return opened;
  }
  const advance = (seconds: number) => vi.advanceTimersByTimeAsync(1000 * seconds);
  async function toTheEnd() {
    await advance(600);
    vi.useRealTimers();
    await screen.findByText(/the pass is over/);
  }

  it('counts a fish that is called while it passes', async () => {
    const { item, ground } = asked();
    const [echo] = ground.screens;
    const start = echo.firstPing + Math.round(0.12 * echo.pingCount);
    const fish = echo.regions
      .filter(
        ({ label, verdict, outline }) =>
          label === 'fish' && verdict === 'visible' && outline[0].ping >= start,
      )
      .map(({ outline }) => (outline[0].ping + outline.at(-1)!.ping) / 2)
      .sort((a, b) => a - b);
    expect(fish.length).toBeGreaterThan(0);
    await begin();
    let at = start;
    for (const middle of fish) {
      await advance((middle - at) / (item.rate * echo.info.pingRateHz));
      at = middle;
      fireEvent.keyDown(document.body, { key: ' ' });
    }
    await toTheEnd();
    expect(screen.getByText(new RegExp(`^${fish.length} called`))).toBeDefined();
    fireEvent.click(sure());
    fireEvent.click(commit());
    const { grade } = await expectGraded(item, ground, true);
    expect(grade!.kind === 'callLive' && grade!.hits).toHaveLength(fish.length);
  });
  it('is missed in silence', async () => {
    const { item, ground } = asked();
    await begin();
    await toTheEnd();
    fireEvent.keyDown(document.body, { key: '1' });
    fireEvent.keyDown(document.body, { key: 'c' });
    const { grade } = await expectGraded(item, ground, false);
    expect(grade).toMatchObject({ hits: [], strays: [] });
  });
});

describe('where first', () => {
  const asked = () => question('where');
  it.each([true, false])('is graded by what can be defended: %s', async (right) => {
    const { item, ground } = asked();
    const judged = judgeChoices(item, ground.water!);
    const choice = judged.find(({ isAccepted }) => isAccepted === right)!;
    const { user } = await open(item);
    await user.click(screen.getByRole('radio', { name: choice.text }));
    await user.click(sure());
    await user.click(commit());
    await expectGraded(item, ground, right);
    if (right) expect(screen.getByText(`${choice.text} can be defended`)).toBeDefined();
  });
});

describe('sort', () => {
  const asked = () => question('sort');
  const truths = () => {
    const { item, ground } = asked();
    const empty = { kind: 'sort', bins: {}, confidence: 'sure', committedAtMs: 1, tookMs: 1 };
    const grade = gradeAnswer(item, empty as never, ground);
    return grade.kind === 'sort' ? grade.sorted.map(({ truth }) => truth) : [];
  };
  it.each([true, false])('takes letters: %s', async (right) => {
    const { item, ground } = asked();
    const { user } = await open(item);
    for (const [i, truth] of truths().entries()) {
      expect(commit()).toHaveProperty('disabled', true);
      const box = right ? truth : truth === 'rubbish' ? 'fish' : 'rubbish';
      screen.getByRole('button', { name: `Mark ${i + 1}` }).focus();
      await user.keyboard(box[0]);
      const group = within(screen.getByRole('group', { name: box }));
      expect(group.getByRole('button', { name: `Mark ${i + 1}` })).toBeDefined();
    }
    await user.keyboard('2c');
    await expectGraded(item, ground, right);
  });
});

describe('an attempt', () => {
  const naming = () => question('name');
  it('keeps what is begun: the choice and how sure one is', async () => {
    const { item } = naming();
    const { user, unmount } = await open(item);
    await user.click(screen.getAllByRole('radio')[1]);
    await user.keyboard('4');
    await waitFor(async () => expect((await stored('attempt', 'one'))!.draft).not.toBeNull());
    const draft = (await stored('attempt', 'one'))!.draft;
    unmount();
    await open(item, { draft });
    expect(screen.getAllByRole('radio')[1].getAttribute('aria-checked')).toBe('true');
    expect(commit()).toHaveProperty('disabled', false);
  });
  it('says nothing in an exam, not even at its end', async () => {
    const { item } = naming();
    const { user } = await open(item, { feedback: 'never' });
    await user.click(screen.getAllByRole('radio')[0]);
    await user.keyboard('3c');
    await waitFor(async () => expect((await stored('attempt', 'one'))!.answers).toHaveLength(1));
    await screen.findByRole('heading', { level: 1 });
    expect(screen.queryByTestId('grade-figures')).toBeNull();
    expect(screen.queryByText(/^Right:/)).toBeNull();
  });
  it('counts neither way where its water is another one now', async () => {
    const { item } = naming();
    const [ref] = item.screens;
    if (ref.from !== 'recipe') throw new Error('made from a recipe');
    const older = { ...item, screens: [{ ...ref, waterMark: ref.waterMark + 1 }] };
    const { user } = await openPage(<AttemptPage />, {
      role: 'learn',
      search: '?id=one',
      records: [attemptAt('one', [older])],
    });
    expect(await screen.findByRole('alert')).toBeDefined();
    await user.click(screen.getByRole('button', { name: /Go on/ }));
    await waitFor(async () =>
      expect((await stored('attempt', 'one'))!.answers).toMatchObject([
        { answer: null, grade: null, without: 'lost' },
      ]),
    );
  });
  it('takes what is there when the time is over', async () => {
    const { item } = naming();
    await openPage(<AttemptPage />, {
      role: 'learn',
      search: '?id=one',
      records: [
        attemptAt('one', [item], {
          secondsPerItem: 5,
          draft: { itemId: item.id, state: {}, spentMs: 4500 },
        }),
      ],
    });
    await waitFor(
      async () =>
        expect((await stored('attempt', 'one'))!.answers).toMatchObject([
          { answer: null, without: 'timeOut' },
        ]),
      { timeout: 4000 },
    );
  });
  it('says so where there is none', async () => {
    await openPage(<AttemptPage />, { search: '?id=nowhere' });
    expect(await screen.findByText('This drill cannot be opened')).toBeDefined();
    expect(screen.getByRole('link', { name: 'Back to the drills' })).toBeDefined();
  });
});
