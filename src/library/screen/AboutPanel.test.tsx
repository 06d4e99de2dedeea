import { fireEvent } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { SKILLS, skillsFor } from '@core/drills';
import { putEcho } from '@/storage/database';
import { openPage, screen, stored, waitFor, within } from '../../../tests/components/page';
import { demoScreen } from '../../../tests/fixtures/screens';
import { ScreenPage } from '../ScreenPage';

const ID = 'demo-brush';
const kept = async () => (await stored('screen', ID))!;
let user: Awaited<ReturnType<typeof openPage>>['user'];
beforeEach(async () => {
  const { record, echo } = demoScreen(ID);
  await putEcho(record.echoId, echo);
  ({ user } = await openPage(<ScreenPage />, { search: `?id=${ID}`, records: [record] }));
  await user.click(await screen.findByRole('tab', { name: 'About it' }));
});
const tags = () => within(screen.getByRole('list', { name: 'Tags' })).queryAllByRole('button');
const skills = () => within(screen.getByRole('list', { name: 'Skills' })).queryAllByRole('button');

describe('what a screen is for', () => {
  it('takes tags, once each, and lets them go', async () => {
    const before = tags().length;
    for (const typed of ['club evening', '  club evening ', '']) {
      await user.type(screen.getByLabelText('Add a tag'), `${typed || ' '}{Enter}`);
    }
    await waitFor(() => expect(tags()).toHaveLength(before + 1));
    await waitFor(async () => expect((await kept()).tags).toContain('club evening'));
    await user.click(screen.getByTitle('Take the tag club evening away'));
    await waitFor(async () => expect((await kept()).tags).not.toContain('club evening'));
    await user.keyboard('u');
    await waitFor(() => expect(tags()).toHaveLength(before + 1));
  });

  it('is judged by who knows better, and the judgement is kept', async () => {
    await user.selectOptions(screen.getByRole('combobox', { name: 'Difficulty' }), '5');
    await waitFor(async () => expect((await kept()).difficulty).toBe(5));
  });

  it('trains skills that are added and taken away, and suggests them from what is on it', async () => {
    for (const button of skills()) await user.click(button);
    await waitFor(() => expect(skills()).toHaveLength(0));
    await user.click(screen.getByRole('button', { name: 'Suggest from what is on it' }));
    const { instrument, contents, nothingHere } = demoScreen(ID).record;
    const suggested = skillsFor(instrument, contents ?? [], nothingHere !== null);
    expect(suggested.length).toBeGreaterThan(0);
    await waitFor(async () => expect((await kept()).skills).toEqual(suggested));
    const added = (Object.keys(SKILLS) as (keyof typeof SKILLS)[]).find(
      (id) => !suggested.includes(id),
    )!;
    await user.selectOptions(screen.getByRole('combobox', { name: 'Trains also' }), added);
    await waitFor(async () => expect((await kept()).skills).toEqual([...suggested, added]));
  });

  it('says how it is known: by whom, when, with what note', async () => {
    await user.selectOptions(screen.getByRole('combobox', { name: 'Known by' }), 'camera');
    fireEvent.change(screen.getByLabelText('On'), { target: { value: '2026-05-17' } });
    await user.clear(screen.getByLabelText('By whom'));
    await user.type(screen.getByLabelText('By whom'), 'Jorun');
    await user.type(screen.getByLabelText('Note'), 'Under ice');
    await waitFor(async () =>
      expect((await kept()).evidence).toMatchObject({
        kind: 'camera',
        who: 'Jorun',
        note: 'Under ice',
      }),
    );
    const { dateMs } = (await kept()).evidence;
    expect(new Date(dateMs!).toISOString().slice(0, 10)).toBe('2026-05-17');
  });

  it('keeps notes as they are typed, as one step of undo', async () => {
    const before = demoScreen(ID).record.notes;
    const notes = screen.getByLabelText('Notes');
    await user.clear(notes);
    await user.type(notes, 'Sunk in March.');
    await waitFor(async () => expect((await kept()).notes).toBe('Sunk in March.'));
    await user.click(screen.getByRole('button', { name: /^Undo/ }));
    await waitFor(async () => expect((await kept()).notes).toBe(before));
  });
});
