/** The bench as a test of components finds it: its history sounded, and frozen. */
import { expect } from 'vitest';
import { BenchPage } from '@/bench/BenchPage';
import { openPage, screen, waitFor } from './page';

export async function openBench(role: 'teach' | 'learn' = 'teach', search = '') {
  const opened = await openPage(<BenchPage />, { role, search });
  await benchSettled();
  // What an earlier test left may still be remembered.
  const freeze = screen.queryByRole('button', { name: /Freeze/ });
  if (freeze) await opened.user.click(freeze);
  await screen.findByText(/frozen/);
  return opened;
}

/** A depth is read, and nothing waits to be sounded. */
export const benchSettled = () =>
  waitFor(() => {
    expect(screen.getByTestId('readout-depth').textContent).toMatch(/\d/);
    expect(document.querySelector('[data-settled="true"]')).not.toBeNull();
  });

/** What a control of the bench is set to. */
export const setTo = (label: string) =>
  (screen.getByLabelText(`${label}, exact value`) as HTMLInputElement).value;
