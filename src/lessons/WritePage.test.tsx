import { describe, expect, it } from 'vitest';
import { type LessonRecord, newRecord } from '@core/records';
import { LESSONS } from '@core/teaching';
import { openPage, screen, stored, waitFor, within } from '../../tests/components/page';
import { WritePage } from './WritePage';

const mine = (): LessonRecord => ({
  ...LESSONS[1],
  ...newRecord('lesson', 'mine', 1000),
  name: 'Mine',
});
const write = () => openPage(<WritePage />, { search: '?id=mine', records: [mine()] });
const kept = async () => (await stored('lesson', 'mine'))!;
const titles = async () => (await kept()).steps.map(({ title }) => title);
const before = LESSONS[1].steps.map(({ title }) => title);
const undo = () => screen.getByRole('button', { name: /^Undo/ });

describe('a lesson of one’s own', () => {
  it('is written in Markdown and read as it will look', async () => {
    const { user } = await write();
    const text = await screen.findByRole('textbox', { name: 'Text' });
    await user.clear(text);
    await user.type(text, 'Look for **the tail**.{Enter}{Enter}- one{Enter}- two');
    await user.click(screen.getByRole('radio', { name: 'Read' }));
    expect((await screen.findByText('the tail')).tagName).toBe('STRONG');
    expect(screen.getByText('two').closest('li')).not.toBeNull();
    await waitFor(async () =>
      expect((await kept()).steps[0].text).toBe('Look for **the tail**.\n\n- one\n- two'),
    );
  });
  it('never turns what is written into markup of its own', async () => {
    const { user } = await write();
    const text = await screen.findByRole('textbox', { name: 'Text' });
    await user.clear(text);
    await user.type(text, '<img src=x onerror=alert(1)> [[a](javascript:alert(1))');
    await user.click(screen.getByRole('radio', { name: 'Read' }));
    expect(document.querySelector('img[src="x"]')).toBeNull();
    expect(document.querySelector('a[href^="javascript"]')).toBeNull();
  });
  it.each([
    ['Show', 'show'],
    ['Try', 'try'],
    ['Ask', 'ask'],
  ])('gets a step to %s, which opens at once and can be taken back', async (button, kind) => {
    const { user } = await write();
    await user.click(await screen.findByRole('button', { name: button }));
    await waitFor(async () => expect(await titles()).toHaveLength(before.length + 1));
    const { steps } = await kept();
    expect(steps.at(-1)!.kind).toBe(kind);
    const list = within(screen.getByRole('list', { name: 'Steps' }));
    expect(list.getAllByRole('button', { pressed: true })).toHaveLength(1);
    await user.click(undo());
    await waitFor(async () => expect(await titles()).toEqual(before));
  });
  it('loses a step and gets it back where it was', async () => {
    const { user } = await write();
    await user.click(await screen.findByRole('button', { name: 'Remove step 2' }));
    await waitFor(async () => expect(await titles()).toEqual(before.filter((_, i) => i !== 1)));
    await user.keyboard('u');
    await waitFor(async () => expect(await titles()).toEqual(before));
    await user.click(screen.getByRole('button', { name: /^Redo/ }));
    await waitFor(async () => expect(await titles()).toHaveLength(before.length - 1));
  });
  it('keeps its name, its line and its minutes', async () => {
    const { user } = await write();
    const name = await screen.findByLabelText('Name');
    await user.clear(name);
    await user.type(name, 'The tail');
    const minutes = screen.getByLabelText(/^Minutes/);
    await user.clear(minutes);
    await user.type(minutes, '12{Enter}');
    await waitFor(async () =>
      expect(await kept()).toMatchObject({ name: 'The tail', minutes: 12 }),
    );
    await user.click(undo());
    await user.click(undo());
    await waitFor(async () =>
      expect(await kept()).toMatchObject({ name: 'Mine', minutes: LESSONS[1].minutes }),
    );
  });
  it('has to be a copy of a shipped one', async () => {
    await openPage(<WritePage />, { search: `?id=${LESSONS[1].id}` });
    expect((await screen.findByRole('alert')).textContent).toContain('copied before it is changed');
  });
});
