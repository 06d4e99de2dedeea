import { beforeEach, describe, expect, it } from 'vitest';
import { listRecords, removeRecord } from '@/storage/database';
import { openPage, savedFiles, screen, stored, waitFor } from '../../tests/components/page';
import { WatersPage } from './WatersPage';

const headings = () => screen.getAllByRole('heading', { level: 2 }).map((one) => one.textContent);
const heading = (name: string) => screen.findByRole('heading', { name });
type User = Awaited<ReturnType<typeof openPage>>['user'];
async function menu(user: User, of: string, item: string) {
  await user.click(screen.getByRole('button', { name: `More for ${of}` }));
  await user.click(await screen.findByRole('menuitem', { name: item }));
}

beforeEach(async () => {
  const { records } = await listRecords('water');
  for (const { id } of records.filter(({ id: own }) => own.startsWith('water-'))) {
    await removeRecord('water', id);
  }
});

describe('the waters', () => {
  it('are renamed', async () => {
    const { user } = await openPage(<WatersPage />);
    await heading('Lake Ismo');
    await user.click(screen.getByRole('button', { name: 'Rename Lake Ismo' }));
    const field = screen.getByLabelText('Name of the water');
    await user.clear(field);
    await user.type(field, 'Lake Ismo in March{Enter}');
    await heading('Lake Ismo in March');
    expect((await stored('water', 'lake-ismo'))!.content.name).toBe('Lake Ismo in March');
    await user.click(screen.getByRole('button', { name: 'Rename Lake Ismo in March' }));
    await user.clear(screen.getByLabelText('Name of the water'));
    await user.type(screen.getByLabelText('Name of the water'), 'Lake Ismo{Enter}');
    await heading('Lake Ismo');
  });
  it('are copied, and deleted with a way back', async () => {
    const { user } = await openPage(<WatersPage />);
    await heading('Lake Ismo');
    await menu(user, 'Lake Ismo', 'Duplicate');
    await heading('Lake Ismo, copy');
    await menu(user, 'Lake Ismo, copy', 'Delete');
    await waitFor(() =>
      expect(screen.queryByRole('heading', { name: 'Lake Ismo, copy' })).toBeNull(),
    );
    await user.click(screen.getByRole('button', { name: 'Undo' }));
    await heading('Lake Ismo, copy');
  });
  it('go to a file and come back; a bad file says where it is wrong', async () => {
    const { user } = await openPage(<WatersPage />);
    await heading('Lake Ismo');
    const before = headings().length;
    const saved = savedFiles();
    await menu(user, 'Lake Ismo', 'Save as a file');
    await waitFor(() => expect(saved).toHaveLength(1));
    expect(saved[0].name).toBe('lake-ismo.water.json');
    const text = await saved[0].blob.text();
    const input = screen.getByLabelText('Water file');
    await user.upload(input, new File([text], 'a.json', { type: 'application/json' }));
    await waitFor(() => expect(headings()).toHaveLength(before + 1));
    const broken = text.replace('"cellM": ', '"cellM": -');
    await user.upload(input, new File([broken], 'bad.json', { type: 'application/json' }));
    expect((await screen.findByRole('alert')).textContent).toMatch(
      /bad\.json.*cellM.*Nothing has been changed/,
    );
    expect(headings()).toHaveLength(before + 1);
  });
  it('are neither built nor begun by whoever learns', async () => {
    await openPage(<WatersPage />, { role: 'learn' });
    await heading('Hollin Reservoir');
    expect(screen.queryByRole('link', { name: 'Build' })).toBeNull();
    expect(screen.queryByRole('link', { name: 'New water' })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Show what is in it' })).toBeNull();
  });
});
