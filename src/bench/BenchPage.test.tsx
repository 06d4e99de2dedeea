/** The bench as a page; what it draws and sounds is looked at in the browser. */
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { openPage, screen, waitFor, within } from '../../tests/components/page';
import { BenchPage } from './BenchPage';

const open = async (role: 'teach' | 'learn' = 'teach', search = '') => {
  const opened = await openPage(<BenchPage />, { role, search });
  await waitFor(
    () => {
      expect(screen.getByTestId('readout-depth').textContent).toMatch(/\d/);
      expect(document.querySelector('[data-settled="true"]')).not.toBeNull();
    },
    { timeout: 20_000 },
  );
  // What an earlier test left may still be remembered.
  const freeze = screen.queryByRole('button', { name: /Freeze/ });
  if (freeze) await opened.user.click(freeze);
  await screen.findByText(/frozen/);
  return opened;
};
const gain = () => (screen.getByLabelText('Gain, exact value') as HTMLInputElement).value;

beforeEach(() => {
  vi.spyOn(location, 'assign').mockImplementation(() => {});
});

describe('the bench', () => {
  it('takes changes back and does them again, by button and by key', async () => {
    const { user } = await open();
    await user.keyboard(']');
    expect(gain()).toBe('42');
    await user.keyboard('u');
    expect(gain()).toBe('40');
    await user.click(screen.getByRole('button', { name: /^Redo/ }));
    expect(gain()).toBe('42');
    await user.click(screen.getByRole('button', { name: /^Undo/ }));
    expect(screen.getByRole('button', { name: /^Undo/ })).toHaveProperty('disabled', true);
  });
});

describe('the tools of the bench', () => {
  it('open by their keys, and list every key there is', async () => {
    const { user } = await open();
    await user.keyboard('?');
    const keys = await screen.findByRole('list', { name: 'Keys' });
    for (const word of ['freeze, go on', 'undo', 'gain', 'stop the boat, go on']) {
      expect(within(keys).getByText(word)).toBeDefined();
    }
    await user.keyboard('q');
    expect(screen.getByRole('tab', { name: 'Measure' }).getAttribute('aria-selected')).toBe('true');
  });
  it('suggest a start with reasons, set it at once, and take it back as one step', async () => {
    const { user } = await open();
    await user.keyboard('g');
    const list = await screen.findByRole('list', { name: 'Suggestions' });
    expect(within(list).getAllByRole('listitem').length).toBeGreaterThan(2);
    await user.click(screen.getByRole('button', { name: 'Set all of this' }));
    const undo = screen.getByRole('button', { name: /^Undo/ });
    await waitFor(() => expect(undo).toHaveProperty('disabled', false));
    await user.click(undo);
    await waitFor(() => expect(undo).toHaveProperty('disabled', true));
  });
  it('ask a learner for the bottom instead of telling it', async () => {
    const { user } = await open('learn');
    await user.keyboard('g');
    expect(await screen.findByLabelText('Bottom, as you read it')).toBeDefined();
  });
  it('keep the presenter’s notes', async () => {
    const { user } = await open();
    await user.keyboard('9');
    const notes = await screen.findByLabelText(/^Presenter notes/);
    await user.clear(notes);
    await user.type(notes, 'Ask for the second bottom first.');
    await user.keyboard('{Tab}');
    await user.click(screen.getByRole('tab', { name: 'Measure' }));
    await user.click(screen.getByRole('tab', { name: 'Present' }));
    expect((await screen.findByLabelText(/^Presenter notes/)).textContent).toContain(
      'Ask for the second bottom first.',
    );
  });
});

describe('an address', () => {
  it('names the water and the pass', async () => {
    await open('teach', '?water=tarvo-sound');
    expect(screen.getByRole('heading', { name: 'Tarvo Sound' })).toBeDefined();
  });
  it('that cannot be read says so', async () => {
    await openPage(<BenchPage />, { search: '?recipe=%7Bbad' });
    await screen.findByText('What the address says cannot be sounded.');
  });
});
