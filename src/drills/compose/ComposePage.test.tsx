import { describe, expect, it } from 'vitest';
import { type DrillRecord, newRecord } from '@core/records';
import { openPage, screen, stored, waitFor, within } from '../../../tests/components/page';
import { question } from '../../../tests/fixtures/questions';
import { ComposePage } from './ComposePage';

const three = (): DrillRecord => {
  const { item } = question('empty');
  return {
    ...newRecord('drill', 'one', 1000),
    name: 'Three empties',
    note: '',
    items: [0, 1, 2].map((i) => ({ ...item, id: `item-${i}` })),
    order: 'written',
    feedback: 'each',
    secondsPerItem: null,
    passShare: null,
  };
};
const compose = (drill = three()) =>
  openPage(<ComposePage />, { search: '?id=one', records: [drill] });
const kept = async () => (await stored('drill', 'one'))!;
const ids = async () => (await kept()).items.map(({ id }) => id);
const questions = () =>
  within(screen.getByRole('list', { name: 'Questions' })).getAllByRole('listitem');

describe('the composer', () => {
  it('removes questions, takes it back and does it again, keeping each step', async () => {
    const { user } = await compose();
    await user.click(await screen.findByRole('button', { name: 'Remove question 2' }));
    await waitFor(async () => expect(await ids()).toEqual(['item-0', 'item-2']));
    await user.click(screen.getByRole('button', { name: 'Remove question 1' }));
    await waitFor(async () => expect(await ids()).toEqual(['item-2']));
    await user.click(screen.getByRole('button', { name: /^Undo/ }));
    await user.click(screen.getByRole('button', { name: /^Undo/ }));
    await waitFor(async () => expect(await ids()).toEqual(['item-0', 'item-1', 'item-2']));
    expect(screen.getByRole('button', { name: /^Undo/ })).toHaveProperty('disabled', true);
    await user.click(screen.getByRole('button', { name: /^Redo/ }));
    await waitFor(async () => expect(await ids()).toEqual(['item-0', 'item-2']));
    expect(questions()).toHaveLength(2);
  });
  it('keeps name, note and rules; letters of a name are one step', async () => {
    const { user } = await compose();
    const name = await screen.findByLabelText('Name');
    await user.clear(name);
    await user.type(name, 'Arches');
    await user.selectOptions(screen.getByLabelText('Truth is shown'), 'kept back: an exam');
    await user.click(screen.getByText('Shuffle for each go'));
    await user.click(screen.getByText('Limit the time'));
    await user.click(screen.getByText('A mark to pass'));
    await waitFor(async () =>
      expect(await kept()).toMatchObject({
        name: 'Arches',
        feedback: 'never',
        order: 'shuffled',
        secondsPerItem: 60,
        passShare: 0.7,
      }),
    );
    for (let i = 0; i < 5; i++) await user.click(screen.getByRole('button', { name: /^Undo/ }));
    await waitFor(async () =>
      expect(await kept()).toMatchObject({ ...three(), updatedAtMs: expect.any(Number) }),
    );
  });
  it('takes seconds and pass mark as numbers, and says what is allowed', async () => {
    const { user } = await compose({ ...three(), secondsPerItem: 60, passShare: 0.7 });
    const seconds = await screen.findByLabelText(/Seconds each/);
    await user.clear(seconds);
    await user.type(seconds, '45{Enter}');
    await waitFor(async () => expect((await kept()).secondsPerItem).toBe(45));
    const pass = screen.getByLabelText(/Score that passes/);
    await user.clear(pass);
    await user.type(pass, '80{Enter}');
    await waitFor(async () => expect((await kept()).passShare).toBe(0.8));
  });
  it('shows a question as a student sees it, and keeps nothing of that', async () => {
    const { user } = await compose();
    await user.click(await screen.findByRole('button', { name: 'Preview' }));
    await screen.findByText(/As a student sees it/);
    await screen.findByRole('button', { name: /Nothing here/ });
    await user.keyboard('3c');
    await screen.findByTestId('grade-figures');
    await user.click(screen.getAllByRole('button', { name: 'Back to composing' })[0]);
    expect(questions()).toHaveLength(3);
    expect(await stored('attempt', 'preview')).toBeUndefined();
  });
  it('shows what will be made before it is, and which wishes cannot be met', async () => {
    const { user } = await compose();
    const name = 'What will be made, by and large';
    const rows = () => within(screen.getByRole('list', { name })).getAllByRole('listitem');
    await screen.findByRole('list', { name });
    const counts = rows().map((row) => Number(/\d+$/.exec(row.textContent!)![0]));
    expect(counts.reduce((sum, count) => sum + count, 0)).toBe(10);
    await user.click(screen.getByRole('button', { name: 'Place it' }));
    expect(rows()).toHaveLength(1);
    await user.click(screen.getByRole('button', { name: 'Cone' }));
    expect((await screen.findByRole('alert')).textContent).toMatch(/“Place it” asks about none/);
    expect(screen.getByRole('button', { name: 'Make questions' })).toHaveProperty('disabled', true);
  });
  it('begins empty, and says how to go on', async () => {
    await compose({ ...three(), items: [] });
    await screen.findByText(/None yet/);
    expect(screen.getByRole('button', { name: /Take it/ })).toHaveProperty('disabled', true);
    expect(screen.getByRole('button', { name: 'Preview' })).toHaveProperty('disabled', true);
  });
  it('says so where there is no such drill', async () => {
    await openPage(<ComposePage />, { search: '?id=other', records: [three()] });
    await screen.findByText('This drill cannot be opened');
  });
});
