/** The bench as a page; what it draws and sounds is looked at in the browser. */
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { LAYOUTS } from '@core/setup';
import { type BenchRecord, newRecord } from '@core/records';
import { benchSettled, openBench, setTo } from '../../tests/components/bench';
import { benchPass, benchSetup } from '../../tests/fixtures/presented';
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
  it('of another water, or of a screen, loses no layout of one’s own', async () => {
    const own = { ...LAYOUTS[0], id: 'mine', name: 'Evening class' };
    const remembered: BenchRecord = {
      ...newRecord('bench', 'bench', 1000),
      ...{ waterId: 'lake-ismo', pass: benchPass, setup: benchSetup(14), layout: LAYOUTS[0] },
      ...{ ownLayouts: [own], timeS: 10, frozen: true, notes: '' },
    };
    const { user } = await openPage(<BenchPage />, {
      ...{ role: 'teach', search: '?water=tarvo-sound' },
      records: [remembered],
    });
    await benchSettled();
    await user.keyboard('0');
    await screen.findByRole('button', { name: /^Evening class/ });
  });
  it('that cannot be read says so', async () => {
    await openPage(<BenchPage />, { search: '?recipe=%7Bbad' });
    await screen.findByText('What the address says cannot be sounded.');
  });
});
