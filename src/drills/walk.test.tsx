/** Several questions in a row: left and taken up again, timed, examined, summed up, counted. */
import { beforeEach, describe, expect, it } from 'vitest';
import type { Item } from '@core/drills';
import { type AttemptRecord, type DrillRecord, newRecord } from '@core/records';
import { openPage, screen, stored, waitFor } from '../../tests/components/page';
import { attemptAt, question } from '../../tests/fixtures/questions';
import { AttemptPage } from './AttemptPage';
import { FiguresPage } from './figures/FiguresPage';

const empties = (count: number): Item[] => {
  const { item } = question('empty');
  return Array.from({ length: count }, (_, i) => ({ ...item, id: `${item.id}-${i}` }));
};

const walk = (items: Item[], change: Partial<AttemptRecord> = {}) =>
  openPage(<AttemptPage />, {
    role: 'learn',
    search: '?id=one',
    records: [attemptAt('one', items, change)],
  });
type User = Awaited<ReturnType<typeof walk>>['user'];

const answers = async () => (await stored('attempt', 'one'))!.answers;

async function answerNothing(user: User, keys = '3c') {
  await screen.findByRole('button', { name: /Nothing here/ });
  await user.keyboard(keys);
}

async function markSomething(user: User) {
  (await screen.findByRole('application')).focus();
  await user.keyboard('{ArrowDown}{Enter}4');
  await screen.findByText(/1 marked\./);
}

describe('a drill of three', () => {
  it('goes on where it was left, sums up, and lets one look again', async () => {
    const first = await walk(empties(3));
    await answerNothing(first.user);
    await screen.findByTestId('grade-figures');
    await first.user.keyboard('n');
    await screen.findByText('Item 2 of 3');
    await markSomething(first.user);
    await waitFor(async () => expect((await stored('attempt', 'one'))!.draft).not.toBeNull());
    const left = (await stored('attempt', 'one'))!;
    first.unmount();

    // Another visit: the mark and how sure one was are there.
    const second = await walk(left.items, left);
    await screen.findByText('Item 2 of 3');
    await screen.findByText(/1 marked\./);
    await second.user.click(screen.getByRole('button', { name: /Commit/ }));
    await screen.findByText('Nothing there');
    const committed = (await stored('attempt', 'one'))!;
    expect(committed.answers).toHaveLength(2);
    second.unmount();

    // Committed, and the page was gone before anyone pressed on: the feedback is there again.
    const third = await walk(committed.items, committed);
    await screen.findByText('Nothing there');
    await third.user.click(screen.getByRole('button', { name: /Next item/ }));
    await answerNothing(third.user);
    await third.user.click(await screen.findByRole('button', { name: /See the summary/ }));
    expect((await screen.findByTestId('summary-figures')).textContent).toContain('2 of 3');
    expect((await answers()).map(({ grade }) => grade!.right)).toEqual([true, false, true]);
    expect((await stored('attempt', 'one'))!.finishedAtMs).toBeGreaterThan(0);
    await third.user.click(screen.getByRole('button', { name: 'Look at item 2 again' }));
    await screen.findByText('Item 2 of 3');
  });
  it.each([
    ['water was changed', { waterMark: 1 }, 'was changed since this was asked'],
    ['echo an earlier engine computed', { engine: 1 }, 'computed otherwise since this was asked'],
  ])('leaves out an item whose %s', async (_, change, reason) => {
    const [item, next] = empties(2);
    const [ref] = item.screens;
    if (ref.from !== 'recipe') throw new Error('made from a recipe');
    const lost = { ...item, screens: [{ ...ref, ...change }] };
    const { user } = await walk([lost, next]);
    expect((await screen.findByRole('alert')).textContent).toContain(reason);
    await user.click(screen.getByRole('button', { name: 'Go on' }));
    await answerNothing(user);
    await user.click(await screen.findByRole('button', { name: /See the summary/ }));
    expect((await screen.findByTestId('summary-figures')).textContent).toContain('1 of 1');
  });
  it('takes an empty without marks for an answer when the time is over', async () => {
    const items = empties(2);
    const spent = { itemId: items[0].id, state: {}, spentMs: 4700 };
    await walk(items, { secondsPerItem: 5, draft: spent });
    await screen.findByTestId('grade-figures');
    expect((await answers())[0]).toMatchObject({
      grade: { right: true },
      answer: { confidence: 'guess' },
    });
  });
  it('gives each item a time of its own', async () => {
    const items = empties(2);
    const spent = { itemId: items[0].id, state: {}, spentMs: 39_000 };
    const { user } = await walk(items, { secondsPerItem: 40, draft: spent });
    const leftS = () => Number(/\d+/.exec(screen.getByRole('timer').textContent!)![0]);
    await screen.findByRole('timer');
    expect(leftS()).toBeLessThan(2);
    await screen.findByTestId('grade-figures');
    expect(screen.queryByRole('timer')).toBeNull();
    await user.click(screen.getByRole('button', { name: /Next item/ }));
    await screen.findByText('Item 2 of 2');
    await screen.findByRole('timer');
    expect(leftS()).toBeGreaterThan(30);
    expect(await answers()).toHaveLength(1);
  });
});

describe('an exam', () => {
  it('says nothing before its end, and nothing after it', async () => {
    const { user } = await walk(empties(2), { feedback: 'never', passShare: 0.7 });
    await answerNothing(user);
    await screen.findByText('Item 2 of 2');
    expect(screen.queryByTestId('grade-figures')).toBeNull();
    await answerNothing(user);
    await screen.findByText(/2 answers are kept\./);
    expect(screen.queryByTestId('summary-figures')).toBeNull();
    expect(screen.queryByText(/right/i)).toBeNull();
  });
  it('with truth at the end tells whether it is passed, and then shows why', async () => {
    const { user } = await walk(empties(2), { feedback: 'end', passShare: 0.4 });
    await answerNothing(user);
    await screen.findByText('Item 2 of 2');
    await markSomething(user);
    await user.keyboard('c');
    await screen.findByText(/^Passed/);
    await user.click(screen.getByRole('button', { name: 'Look at item 2 again' }));
    await screen.findByText('Nothing there');
  });
  it('is failed below its mark', async () => {
    const { user } = await walk(empties(1), { feedback: 'end', passShare: 0.9 });
    await screen.findByRole('button', { name: /Nothing here/ });
    await markSomething(user);
    await user.keyboard('c');
    await screen.findByText(/Not passed/);
  });
});

describe('figures', () => {
  let records: AttemptRecord[];
  beforeEach(async () => {
    const { item, ground } = question('name');
    const truth = ground.screens[0].regions.find((one) => one.targetId === item.targetId)!.label;
    const { user, unmount } = await walk([question('tapFish').item, item]);
    await answerNothing(user, '5c');
    await screen.findByTestId('grade-figures');
    await user.keyboard('n');
    const wrong = item.options.find((option) => option !== truth)!;
    await user.click(await screen.findByRole('radio', { name: new RegExp(`^${wrong}`) }));
    await user.keyboard('4c');
    await user.click(await screen.findByRole('button', { name: /See the summary/ }));
    expect((await screen.findByTestId('summary-figures')).textContent).toContain('0 of 2');
    records = [(await stored('attempt', 'one'))!];
    unmount();
  });
  it('say what was answered, what was taken for what, and how sure one was', async () => {
    await openPage(<FiguresPage />, { role: 'learn', records });
    await screen.findByText('2 answers');
    expect(screen.getByText('What is taken for what')).toBeDefined();
    expect(screen.getByText(/taken for .*, once/)).toBeDefined();
    expect(screen.getByRole('img', { name: /certain, claimed 98 %, right 0 of 1/ })).toBeDefined();
    expect(screen.getByRole('img', { name: /^Ability by skill/ })).toBeDefined();
    expect(screen.getByText('When each comes back')).toBeDefined();
  });
  it('say what was gained between a drill and its parallel form, and what proved harder', async () => {
    const { item } = question('empty');
    const drill = (id: string, name: string, parallelOf?: string): DrillRecord => ({
      ...newRecord('drill', id, 1000),
      ...{ name, note: '', items: [item], order: 'written', feedback: 'each' },
      ...{ secondsPerItem: null, passShare: null, parallelOf },
    });
    const go = (id: string, drillId: string, rights: boolean[], at: number): AttemptRecord => {
      const items = empties(rights.length);
      return {
        ...attemptAt(id, items, { drillId, drillName: id, finishedAtMs: at }),
        createdAtMs: at,
        answers: rights.map((right, i) => ({
          itemId: items[i].id,
          without: null,
          answer: {
            ...{ kind: 'tapAll', marks: [], tolerance: { pings: 3, bins: 3 } },
            ...{ confidence: 'sure', committedAtMs: at + i, tookMs: 4000 },
          },
          grade: {
            ...{ kind: 'tapAll', right, score: right ? 1 : 0, hits: [], missed: [] },
            ...{ falseMarks: [], strays: right ? [] : [0], tolerated: [] },
            ...{ notCounted: [], lookAlikes: 1 },
          },
        })),
      } as AttemptRecord;
    };
    await openPage(<FiguresPage />, {
      records: [
        drill('a', 'Form A'),
        drill('b', 'Form B', 'a'),
        go('Before', 'a', [false, false, false, true], 1000),
        go('After', 'b', [true, true, true, true], 2000),
      ],
    });
    await screen.findByText('Before, then After');
    expect(screen.getByText(/1 of 4 right before, 4 of 4 after/).textContent).toMatch(
      /^\+75 points/,
    );
    expect(screen.getByText('Harder or easier than foretold')).toBeDefined();
    expect(screen.getByText(/Tap all: empty water/)).toBeDefined();
  });
  it('are of use to nobody yet where there are none', async () => {
    await openPage(<FiguresPage />, { role: 'learn' });
    await screen.findByRole('heading', { level: 1 });
    expect(screen.queryByText('What is taken for what')).toBeNull();
  });
});

describe('a placement', () => {
  it('goes on to the next skill, and says at the end where to begin', async () => {
    const items = empties(2).map((item, i) => ({
      ...item,
      skill: (['nowAndHistory', 'archAndSpeed'] as const)[i],
    }));
    const { user } = await walk(items, { mode: 'placement', length: 2 });
    await answerNothing(user);
    await user.keyboard('n');
    await screen.findByText('Item 2 of 2');
    await markSomething(user);
    await user.keyboard('c');
    await user.click(await screen.findByRole('button', { name: /See the summary/ }));
    await screen.findByText(/With “Arch and speed”: the first of what is taught/);
    expect(screen.getByText(/Held already: Now and history/)).toBeDefined();
    expect(screen.getByRole('link', { name: /^Lesson: / })).toBeDefined();
  });
});

describe('a practice', () => {
  it('asks the same sort again where one wants another, and goes on with the rest after it', async () => {
    const [first, second] = empties(2);
    const { user } = await walk([first, second], { mode: 'practice', length: 2 });
    await answerNothing(user);
    await screen.findByTestId('grade-figures');
    await user.click(screen.getByRole('button', { name: /Another like this/ }));
    await screen.findByText('Item 2 of 3');
    const { items, answers: given } = (await stored('attempt', 'one'))!;
    expect(items.map(({ id }) => id)).toEqual([first.id, items[1].id, second.id]);
    expect(items[1]).toMatchObject({ kind: first.kind, skill: first.skill });
    expect(items[1].screens).not.toEqual(first.screens);
    expect(given).toHaveLength(1);
  });
  it('alone offers it: a drill asks what its maker chose', async () => {
    const { user } = await walk(empties(2));
    await answerNothing(user);
    await screen.findByTestId('grade-figures');
    expect(screen.queryByRole('button', { name: /Another like this/ })).toBeNull();
  });
});
