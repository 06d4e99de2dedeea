import { screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { PROFILES } from '@core/life';
import type { SpeciesPage as Species } from '@core/teaching/species';
import { useSettings } from '@/storage/settings';
import { openPage } from '../../tests/components/page';
import { SpeciesPage } from './SpeciesPage';

const pages = PROFILES.map(({ id }): Species => ({
  id,
  waters: id === 'trout' ? [] : ['Lake Vennick'],
  told:
    id === 'trout'
      ? null
      : {
          groups: 12,
          rightShare: 0.51,
          taken: [
            { id: 'tench', share: 0.28 },
            { id: 'pike', share: 0.21 },
            { id: 'ruffe', share: 0.001 },
          ],
        },
  plates: [],
  where: '',
}));
const open = (search = '') => openPage(<SpeciesPage pages={pages} />, { role: 'learn', search });

describe('the species', () => {
  it('are all listed, fresh water before the sea, and one is open', async () => {
    await open('?of=zander');
    const links = within(await screen.findByRole('navigation', { name: 'Species' })).getAllByRole(
      'link',
    );
    expect(links).toHaveLength(PROFILES.length);
    expect(links.find((link) => link.getAttribute('aria-current'))!.textContent).toBe('zander');
    expect(screen.getByRole('heading', { name: 'zander', level: 2 })).toBeTruthy();
  });
  it('say where each stands and how often an echo tells it, in the reader’s units', async () => {
    await open('?of=zander');
    const row = await screen.findByRole('row', { name: /^At night/ });
    expect(row.textContent).toMatch(/up on the flats in the dark0\.3–1\.2 m over the ground/);
    expect(screen.getByText(/names 51 % of them rightly/).textContent).toContain(
      'Taken for tench 28 %, pike 21 %.',
    );
    await useSettings.getState().change({ units: 'imperial' });
    expect((await screen.findByRole('row', { name: /^At night/ })).textContent).toMatch(
      /1\.0–3\.9 ft over the ground/,
    );
  });
  it('tell of one that lives nowhere here', async () => {
    await open('?of=trout');
    expect(await screen.findByText(/lives in none of the shipped waters/)).toBeTruthy();
    expect(screen.queryByText('How often an echo tells it')).toBeNull();
  });
  it('open at the first where the address names none', async () => {
    await open('?of=unicorn');
    expect(await screen.findByRole('heading', { name: PROFILES[0].name, level: 2 })).toBeTruthy();
  });
});
