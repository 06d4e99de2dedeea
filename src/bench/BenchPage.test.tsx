/** The bench as a page; what it draws and sounds is looked at in the browser. */
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { openBench, setTo } from '../../tests/components/bench';
import { openPage, screen, within } from '../../tests/components/page';
import { BenchPage } from './BenchPage';

beforeEach(() => {
  vi.spyOn(location, 'assign').mockImplementation(() => {});
});

describe('the bench', () => {
  it('takes changes back and does them again, by button and by key', async () => {
    const { user } = await openBench();
    await user.keyboard(']');
    expect(setTo('Gain')).toBe('42');
    await user.keyboard('u');
    expect(setTo('Gain')).toBe('40');
    await user.click(screen.getByRole('button', { name: /^Redo/ }));
    expect(setTo('Gain')).toBe('42');
    await user.click(screen.getByRole('button', { name: /^Undo/ }));
    expect(screen.getByRole('button', { name: /^Undo/ })).toHaveProperty('disabled', true);
  });
});

describe('the tools of the bench', () => {
  it('open by their keys, and list every key there is', async () => {
    const { user } = await openBench();
    await user.keyboard('?');
    const keys = await screen.findByRole('list', { name: 'Keys' });
    for (const word of ['freeze, go on', 'undo', 'gain', 'stop the boat, go on']) {
      expect(within(keys).getByText(word)).toBeDefined();
    }
    await user.keyboard('q');
    expect(screen.getByRole('tab', { name: 'Measure' }).getAttribute('aria-selected')).toBe('true');
  });
  it('keep the presenter’s notes', async () => {
    const { user } = await openBench();
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
    await openBench('teach', '?water=tarvo-sound');
    expect(screen.getByRole('heading', { name: 'Tarvo Sound' })).toBeDefined();
  });
  it('that cannot be read says so', async () => {
    await openPage(<BenchPage />, { search: '?recipe=%7Bbad' });
    await screen.findByText('What the address says cannot be sounded.');
  });
});
