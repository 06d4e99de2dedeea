import { describe, expect, it } from 'vitest';
import { useSettings } from '@/storage/settings';
import { openPage, screen, stored, waitFor } from '../../tests/components/page';
import { attemptAt, question } from '../../tests/fixtures/questions';
import { TodayPage } from './TodayPage';

describe('today', () => {
  it('asks a first visitor who they are, and remembers the answer', async () => {
    const { user } = await openPage(<TodayPage />);
    await useSettings.getState().change({ role: null });
    await user.click(await screen.findByRole('button', { name: 'I learn' }));
    await waitFor(() => expect(screen.queryByRole('button', { name: 'I learn' })).toBeNull());
    expect((await stored('settings', 'settings'))!.role).toBe('learn');
    expect(screen.getByRole('heading', { name: 'How to begin' })).toBeDefined();
  });
  it.each([
    ['teach', 'A first lesson', '/bench'],
    ['learn', 'How to begin', '/lessons'],
  ] as const)('shows who is to %s the first steps', async (role, title, href) => {
    await openPage(<TodayPage />, { role });
    await screen.findByRole('heading', { name: title });
    const hrefs = screen.getAllByRole('link').map((link) => link.getAttribute('href'));
    expect(hrefs).toContain(href);
  });
  it('leads back to what was left unfinished', async () => {
    const { item } = question('empty');
    await openPage(<TodayPage />, {
      role: 'learn',
      records: [attemptAt('half', [item, { ...item, id: 'b' }], { drillName: 'Half done' })],
    });
    await screen.findByText('Half done');
    expect(screen.getByText(/is waiting at item 1 of 2/)).toBeDefined();
    expect(screen.getByRole('link', { name: /Go on/ }).getAttribute('href')).toBe(
      '/drills/attempt?id=half',
    );
  });
  it('shows the water to begin with, and the way to sound it', async () => {
    await openPage(<TodayPage />);
    const link = await screen.findByRole('link', { name: /Sound it/ });
    expect(link.getAttribute('href')).toMatch(/^\/bench\?water=/);
  });
});
