import { beforeEach, describe, expect, it, vi } from 'vitest';
import { type LessonRecord, newRecord } from '@core/records';
import { LESSONS } from '@core/teaching';
import { openPage, screen, stored, waitFor } from '../../tests/components/page';
import { attemptAt, question } from '../../tests/fixtures/questions';
import { LessonsPage } from './LessonsPage';

const own = (id: string, name: string): LessonRecord => ({
  ...LESSONS[0],
  ...newRecord('lesson', id, 1000),
  name,
});
let left: string[];
beforeEach(() => {
  left = [];
  vi.spyOn(location, 'assign').mockImplementation((to) => void left.push(String(to)));
});

describe('the lessons', () => {
  it('stand in the order of the work, each with a way in', async () => {
    await openPage(<LessonsPage />, { role: 'learn' });
    for (const { name } of LESSONS) {
      expect(await screen.findByRole('link', { name: `Open ${name}` })).toBeDefined();
    }
    expect(screen.queryByRole('button', { name: /Write a lesson/ })).toBeNull();
    expect(screen.queryByRole('button', { name: /^More for/ })).toBeNull();
  });
  it('say how their questions went at best', async () => {
    const [lesson] = LESSONS;
    const { item } = question('empty');
    const right = {
      itemId: item.id,
      answer: null,
      grade: null,
      without: 'lost' as const,
    };
    await openPage(<LessonsPage />, {
      role: 'learn',
      records: [
        attemptAt('done', [item], { lessonId: lesson.id, finishedAtMs: 9, answers: [right] }),
      ],
    });
    await screen.findByText('done, at best 0 of 1');
  });
  it('are copied and then changed under an address of their own', async () => {
    const { user } = await openPage(<LessonsPage />);
    await user.click(await screen.findByRole('button', { name: `More for ${LESSONS[1].name}` }));
    await user.click(await screen.findByRole('menuitem', { name: 'Copy and change' }));
    await waitFor(() => expect(left).toHaveLength(1));
    const id = new URL(left[0], 'http://here').searchParams.get('id')!;
    const copy = (await stored('lesson', id))!;
    expect(copy.name).toBe(`${LESSONS[1].name} (copy)`);
    expect(copy.steps.map(({ title }) => title)).toEqual(
      LESSONS[1].steps.map(({ title }) => title),
    );
  });
  it('of one’s own are deleted with a way back', async () => {
    const { user } = await openPage(<LessonsPage />, { records: [own('mine', 'Mine alone')] });
    await user.click(await screen.findByRole('button', { name: 'More for Mine alone' }));
    await user.click(await screen.findByRole('menuitem', { name: 'Delete' }));
    await screen.findByText('“Mine alone” is deleted.');
    await waitFor(() => expect(screen.queryByRole('link', { name: 'Open Mine alone' })).toBeNull());
    expect((await stored('lesson', 'mine'))!.deletedAtMs).toBeGreaterThan(0);
    await user.click(screen.getByRole('button', { name: 'Undo' }));
    await screen.findByRole('link', { name: 'Open Mine alone' });
    expect((await stored('lesson', 'mine'))!.deletedAtMs).toBeNull();
  });
});
