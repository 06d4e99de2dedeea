/** The bench as a page; what it draws and sounds is looked at in the browser. */
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { openPage, screen, waitFor } from '../../tests/components/page';
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
