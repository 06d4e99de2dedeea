import { beforeEach, describe, expect, it } from 'vitest';
import { useSettings } from '@/storage/settings';
import { noteVisit, recentVisits } from '@/storage/recent';
import { openPage, screen, stored, waitFor, within } from '../../tests/components/page';
import { attemptAt, question } from '../../tests/fixtures/questions';
import { TodayPage } from './TodayPage';

// What other pages left behind.
beforeEach(() => localStorage.removeItem('recent'));

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
  it('shows where one left off, once there is something, and the waters', async () => {
    noteVisit({ what: 'screen', name: 'Bait over the slope', href: '/library/screen?id=a' });
    noteVisit({ what: 'bench', name: 'Hollin Reservoir, bench', href: '/bench?water=hollin' });
    noteVisit({ what: 'screen', name: 'Bait over the slope', href: '/library/screen?id=a' });
    await openPage(<TodayPage />);
    const last = within((await screen.findByText('Last open')).closest('section')!);
    expect(last.getAllByRole('link').map((link) => link.getAttribute('href'))).toEqual([
      '/library/screen?id=a',
      '/bench?water=hollin',
    ]);
    const charts = await screen.findAllByRole('link', { name: /^Chart of / });
    expect(charts.length).toBeGreaterThan(1);
  });
  it('finds waters, lessons, pages, words and sums by what they say', async () => {
    const { user } = await openPage(<TodayPage />);
    const field = await screen.findByRole('searchbox');
    await user.type(field, 'barotrauma');
    const found = () => within(screen.getByRole('list', { name: 'Found' }));
    await waitFor(() => expect(found().getAllByRole('link')).toHaveLength(1));
    expect(found().getByRole('link').getAttribute('href')).toBe('/reckoner?card=release');
    await user.clear(field);
    await user.type(field, 'Hollin');
    await waitFor(() => expect(found().getByRole('link', { name: /water Hollin/ })).toBeDefined());
    await user.clear(field);
    await user.type(field, 'zzz');
    await screen.findByText('Nothing here holds all of these words.');
  });
});

describe('what was opened last', () => {
  it('is forgotten beyond eight, and where it cannot be read', () => {
    for (let i = 0; i < 12; i++) noteVisit({ what: 'screen', name: `${i}`, href: `/s?id=${i}` });
    expect(recentVisits().map(({ name }) => name)).toEqual([
      '11',
      '10',
      '9',
      '8',
      '7',
      '6',
      '5',
      '4',
    ]);
    localStorage.setItem('recent', '[{"what":1}]');
    expect(recentVisits()).toEqual([]);
  });
});
