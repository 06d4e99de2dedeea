import { beforeEach, describe, expect, it, vi } from 'vitest';
import { type LessonRecord, newRecord } from '@core/records';
import { LESSONS } from '@core/teaching';
import { listRecords } from '@/storage/database';
import { openPage, screen, waitFor, within } from '../../tests/components/page';
import { question } from '../../tests/fixtures/questions';
import { LessonPage } from './LessonPage';

/** Steps without pictures: what is walked through is the walk. */
const STEPS: LessonRecord['steps'] = ['One', 'Two', 'Three'].map((title, i) => ({
  id: `s${i}`,
  kind: 'show',
  title,
  text: `The words of **${title}**.`,
  plates: [],
}));
const lesson = (steps: LessonRecord['steps'] = STEPS): LessonRecord => ({
  ...LESSONS[0],
  ...newRecord('lesson', 'walk', 1000),
  name: 'A walk',
  minutes: 25,
  steps,
});
const open = (search = '', steps = STEPS, role: 'teach' | 'learn' = 'teach') =>
  openPage(<LessonPage />, { role, search: `?id=walk${search}`, records: [lesson(steps)] });
const title = (level = 2) => screen.findByRole('heading', { level });
const button = (name: RegExp) => screen.getByRole('button', { name });

let left: string[];
beforeEach(() => {
  left = [];
  vi.spyOn(location, 'assign').mockImplementation((to) => void left.push(String(to)));
});

describe('a lesson', () => {
  it('goes step by step, by button and by key, and ends at its ends', async () => {
    const { user } = await open();
    expect((await title(1)).textContent).toBe('A walk');
    expect((await title()).textContent).toBe('One');
    expect(button(/^Back/)).toHaveProperty('disabled', true);
    await user.keyboard('p');
    expect((await title()).textContent).toBe('One');
    await user.click(button(/^Next/));
    expect((await title()).textContent).toBe('Two');
    await user.keyboard('n');
    await user.keyboard('n');
    expect((await title()).textContent).toBe('Three');
    expect(button(/^Next/)).toHaveProperty('disabled', true);
    await user.keyboard('p');
    expect((await title()).textContent).toBe('Two');
  });

  it('stays at its step over a reload, since the address says which', async () => {
    const { user, unmount } = await open();
    await title();
    await user.click(button(/2 Show/));
    const { search } = location;
    expect(new URLSearchParams(search).get('step')).toBe('2');
    unmount();
    await open(search.replace('?id=walk', ''));
    expect((await title()).textContent).toBe('Two');
  });

  it.each([
    ['&step=99', 'Three'],
    ['&step=0', 'One'],
    ['&step=-4', 'One'],
  ])('asked for %s opens where it can', async (search, expected) => {
    await open(search);
    expect((await title()).textContent).toBe(expected);
  });

  it('tells the ear which step is open', async () => {
    const { user } = await open();
    await title();
    const steps = within(screen.getByRole('navigation', { name: 'Steps' }));
    const current = () =>
      steps.getAllByRole('button').filter((one) => one.getAttribute('aria-current') === 'step');
    expect(current().map(({ textContent }) => textContent)).toEqual(['1 Show: One']);
    await user.keyboard('n');
    expect(current().map(({ textContent }) => textContent)).toEqual(['2 Show: Two']);
  });

  it('is changed by whoever teaches, where it is their own', async () => {
    const { unmount } = await open();
    const way = await screen.findByRole('link', { name: 'Change' });
    expect(way.getAttribute('href')).toBe('/lessons/write?id=walk');
    unmount();
    const learner = await open('', STEPS, 'learn');
    await title();
    expect(screen.queryByRole('link', { name: 'Change' })).toBeNull();
    learner.unmount();
    await openPage(<LessonPage />, { search: `?id=${LESSONS[0].id}` });
    await title(1);
    expect(screen.queryByRole('link', { name: 'Change' })).toBeNull();
  });

  it('without steps says so; of no id leads back', async () => {
    const { unmount } = await open('', []);
    await screen.findByText('This lesson has no steps yet.');
    unmount();
    await openPage(<LessonPage />, { search: '?id=nowhere' });
    await screen.findByRole('alert');
    expect(screen.getByRole('link', { name: 'All lessons' })).toBeDefined();
  });
});

describe('its questions', () => {
  const asking = (items: ReturnType<typeof question>['item'][]): LessonRecord['steps'] => [
    { id: 'ask', kind: 'ask', title: 'Your turn', text: '', items, make: null },
  ];
  it('that were chosen begin at once, as an attempt of this lesson', async () => {
    const { item } = question('empty');
    const { user } = await open('', asking([item]));
    await screen.findByText(/1 questions, chosen for this lesson/);
    await user.click(button(/Begin the questions/));
    await waitFor(() => expect(left).toHaveLength(1));
    const id = new URL(left[0], 'http://here').searchParams.get('id');
    const { records } = await listRecords('attempt');
    expect(records.find((one) => one.id === id)).toMatchObject({
      mode: 'lesson',
      lessonId: 'walk',
      drillName: 'A walk: Your turn',
      items: [{ id: item.id }],
    });
  });
  it('of which there are none say what to do, and begin nothing', async () => {
    const { user } = await open('', asking([]));
    await user.click(await screen.findByRole('button', { name: /Begin the questions/ }));
    await screen.findByText(/The waters here give no such question/);
    expect(left).toEqual([]);
    expect(button(/Begin the questions/)).toBeDefined();
  });
});
