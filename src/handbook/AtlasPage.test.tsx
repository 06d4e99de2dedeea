import { describe, expect, it } from 'vitest';
import { ATLAS, PAIRS } from '@core/atlas';
import { openPage, screen, setNumber, waitFor, within } from '../../tests/components/page';
import { AtlasPage } from './AtlasPage';

const open = (search = '') => openPage(<AtlasPage />, { role: 'learn', search });

describe('the atlas', () => {
  it('lists every thing, finds it by what it says, and opens the one of the address', async () => {
    const { user } = await open('?of=nests');
    expect(await screen.findByRole('heading', { level: 2, name: 'Nests' })).toBeDefined();
    const things = within(screen.getByRole('navigation', { name: 'Things' }));
    expect(things.getAllByRole('link').length).toBe(ATLAS.length);
    await user.type(things.getByLabelText('Find in the atlas'), 'swimbladder');
    expect(things.getAllByRole('link').length).toBeLessThan(6);
    await user.click(things.getByRole('link', { name: 'Fish, 40 cm' }));
    expect(location.search).toBe('?of=fish');
    expect(screen.getByRole('link', { name: 'Fish or bubbles' })).toBeDefined();
  });

  it('looks at a thing with another instrument, where that has its own frequencies', async () => {
    const { user } = await open('?of=boulder');
    await user.click(await screen.findByRole('radio', { name: 'Side fans' }));
    const frequency = screen.getByLabelText<HTMLSelectElement>('Frequency');
    expect([...frequency.options].map(({ text }) => text)).toContain('455 kHz');
    expect(screen.queryByLabelText('Depth of the thing, exact value')).toBeNull();
    await setNumber(user, 'Beside the track', '12');
    expect(screen.getByLabelText<HTMLInputElement>('Beside the track, exact value').value).toBe(
      '12.0',
    );
  });

  it('says what could be what one sees, and how to decide', async () => {
    const { user } = await open('?seen');
    expect(await screen.findByText(/one mark is enough/)).toBeDefined();
    await user.selectOptions(screen.getByLabelText('Shape'), 'a cloud');
    await user.selectOptions(screen.getByLabelText('Where it sits'), 'free in the water');
    const found = within(screen.getByRole('region', { name: 'What it could be' }));
    const names = found.getAllByRole('button').map(({ textContent }) => textContent);
    expect(names.indexOf('Bait school')).toBeGreaterThanOrEqual(0);
    expect(found.getByText(/Is there clear water under it/)).toBeDefined();
    await user.click(screen.getByRole('button', { name: 'Begin again' }));
    expect(found.queryByRole('button')).toBeNull();
    await user.selectOptions(screen.getByLabelText('Shape'), 'a cloud');
    await user.click(found.getByRole('button', { name: 'Bait school' }));
    expect(screen.getByRole('heading', { level: 2, name: 'Bait school' })).toBeDefined();
  });

  it('holds look-alikes against each other under one set of settings', async () => {
    const { user } = await open(`?pair=${PAIRS[0].id}`);
    expect(await screen.findByTestId('compare-wipe')).toBeDefined();
    await user.click(screen.getByRole('radio', { name: 'Side by side' }));
    expect(screen.getByTestId('compare-side')).toBeDefined();
    await user.click(screen.getByRole('link', { name: 'Hump or hole' }));
    expect(screen.getByText(/Dark near and bright behind/)).toBeDefined();
    await user.click(screen.getByRole('radio', { name: 'What could this be?' }));
    await waitFor(() => expect(location.search).toBe('?seen'));
  });
});
