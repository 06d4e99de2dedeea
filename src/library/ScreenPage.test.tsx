import { describe, expect, it } from 'vitest';
import { putEcho } from '@/storage/database';
import { openPage, screen, stored, tapAt, waitFor, within } from '../../tests/components/page';
import { demoScreen } from '../../tests/fixtures/screens';
import { ScreenPage } from './ScreenPage';

const ID = 'demo-slope';
async function open(role: 'teach' | 'learn' = 'teach') {
  const { record, echo } = demoScreen(ID);
  await putEcho(record.echoId, echo);
  const opened = await openPage(<ScreenPage />, { role, search: `?id=${ID}`, records: [record] });
  await screen.findByRole('button', { name: /Reveal/ });
  return opened;
}
const kept = async () => (await stored('screen', ID))!;
const tab = (name: string) => screen.getByRole('tab', { name });
const regions = () =>
  within(screen.getByRole('list', { name: 'Marked regions' })).getAllByRole('button');

describe('a screen', () => {
  it('is renamed, and keeps the name', async () => {
    const { user } = await open();
    const { name } = demoScreen(ID).record;
    await user.click(screen.getByRole('button', { name: `Rename ${name}` }));
    const field = screen.getByLabelText('Name of the screen');
    await user.clear(field);
    await user.type(field, 'Bleak above zander{Enter}');
    await waitFor(async () => expect((await kept()).name).toBe('Bleak above zander'));
  });
  it('keeps a view when told to, not before', async () => {
    const { user } = await open();
    const button = screen.getByRole('button', { name: 'Keep this view' });
    expect(button).toHaveProperty('disabled', true);
    const { gainDb } = demoScreen(ID).record.view;
    await user.keyboard(']]');
    expect((await kept()).view.gainDb).toBe(gainDb);
    await user.click(button);
    await waitFor(async () => expect((await kept()).view.gainDb).toBeGreaterThan(gainDb));
    expect(button).toHaveProperty('disabled', true);
  });
  it('tells a learner nothing before it is revealed', async () => {
    const { user } = await open('learn');
    expect(screen.getAllByRole('tab').map(({ textContent }) => textContent)).toEqual([
      'What is there',
      'Measure',
      'As recorded',
    ]);
    expect(screen.queryByText(/zander and pike/)).toBeNull();
    await user.keyboard('e');
    await screen.findByText(/zander and pike/);
  });
  it('where there is none says so and leads back', async () => {
    await openPage(<ScreenPage />, { search: '?id=nowhere' });
    expect((await screen.findByRole('alert')).textContent).toContain('no screen of this id');
    expect(screen.getByRole('link', { name: 'Back to the library' })).toBeDefined();
  });
});

describe('its truth', () => {
  it('is marked by keys: a point, undone and done again', async () => {
    const { user } = await open();
    await user.click(tab('Mark truth'));
    await screen.findByTestId('draw-layer');
    const before = regions().length;
    await user.keyboard('2');
    await tapAt(user, await screen.findByTestId('draw-layer'), 0.5, 0.3);
    await waitFor(() => expect(regions()).toHaveLength(before + 1));
    await user.keyboard('u');
    await waitFor(() => expect(regions()).toHaveLength(before));
    await user.keyboard('y');
    await waitFor(() => expect(regions()).toHaveLength(before + 1));
    await waitFor(async () => expect((await kept()).truth.regions).toHaveLength(1));
  });
  it('names what was marked: sort, species, how sure, by whom', async () => {
    const { user } = await open();
    await user.click(tab('Mark truth'));
    await screen.findByTestId('draw-layer');
    await user.keyboard('2');
    await tapAt(user, await screen.findByTestId('draw-layer'), 0.5, 0.3);
    await waitFor(async () => expect((await kept()).truth.regions).toHaveLength(1));
    await user.type(screen.getByLabelText('Species, if known'), 'perch');
    await user.selectOptions(screen.getByLabelText('How sure'), 'unsure');
    await user.selectOptions(screen.getByLabelText('Known by'), 'caught');
    await user.type(screen.getByLabelText('By whom'), 'Ilse');
    await waitFor(async () =>
      expect((await kept()).truth.regions[0]).toMatchObject({
        species: 'perch',
        certainty: 'unsure',
        evidence: { kind: 'caught', who: 'Ilse' },
      }),
    );
  });
  it('of the simulation can be left out, and taken back in', async () => {
    const { user } = await open();
    await user.click(tab('Mark truth'));
    await user.click(screen.getByRole('button', { name: /^pike, 85 cm/ }));
    await user.click(screen.getByRole('button', { name: 'Leave out' }));
    await screen.findByRole('button', { name: /pike.*left out/ });
    await user.keyboard('u');
    await waitFor(() =>
      expect(screen.queryByRole('button', { name: /pike.*left out/ })).toBeNull(),
    );
  });
  it('questions an empty screen that shows fish', async () => {
    const { user } = await open();
    await user.click(tab('About it'));
    await user.click(screen.getByLabelText('Nothing to catch here'));
    await screen.findByText(/Its truth shows fish and bait/);
  });
});
