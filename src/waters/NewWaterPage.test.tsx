import { beforeEach, describe, expect, it, vi } from 'vitest';
import { depthAtM } from '@core/bottom';
import { openPage, screen, setNumber, stored, waitFor, within } from '../../tests/components/page';
import { NewWaterPage } from './NewWaterPage';

let left: string[];
beforeEach(() => {
  left = [];
  vi.spyOn(location, 'assign').mockImplementation((to) => void left.push(String(to)));
});
const made = async () => {
  await waitFor(() => expect(left).toHaveLength(1));
  const id = new URL(left[0], 'http://here').searchParams.get('water')!;
  return (await stored('water', id))!.content;
};

describe('a new water', () => {
  it('grows from a seed and a few words, the same each time', async () => {
    const { user } = await openPage(<NewWaterPage />);
    await user.click(await screen.findByRole('radio', { name: 'Basin' }));
    await setNumber(user, 'Seed', '77');
    const build = screen.getAllByRole('button', { name: 'Build on it' })[0];
    expect(build).toHaveProperty('disabled', true);
    await user.click(screen.getByRole('button', { name: 'Grow it' }));
    await waitFor(() => expect(build).toHaveProperty('disabled', false));
    const map = () => screen.getByRole('img', { name: /^Map of Grown water/ }).innerHTML;
    const first = map();
    await user.click(screen.getByRole('button', { name: 'Another seed' }));
    await waitFor(() => expect(map()).not.toBe(first));
    await setNumber(user, 'Seed', '77');
    await user.click(screen.getByRole('button', { name: 'Grow it' }));
    await waitFor(() => expect(map()).toBe(first));
    await user.click(build);
    expect((await made()).scene.targets.length).toBeGreaterThan(5);
  });
  it('comes from a depth grid; a bad row is named by its line', async () => {
    const { user } = await openPage(<NewWaterPage />);
    const input = await screen.findByLabelText('Depth grid file');
    const rows = ['x,y,depth'];
    for (let x = 0; x <= 60; x += 5) {
      for (let y = 0; y <= 40; y += 5) rows.push(`${x},${y},${2 + x / 10}`);
    }
    const file = (name: string, lines: string[]) =>
      new File([lines.join('\n')], name, { type: 'text/csv' });
    await user.upload(input, file('bad.csv', [...rows, 'oops,1,2']));
    expect((await screen.findByRole('alert')).textContent).toContain(`line ${rows.length + 1}`);
    await user.upload(input, file('bay.csv', rows));
    await screen.findByText(/13 × 9 depths/);
    const card = screen.getByText('Bring in a depth grid').closest('section')!;
    await user.click(within(card).getByRole('button', { name: 'Build on it' }));
    const { name, scene } = await made();
    expect(name).toBe('bay');
    expect(depthAtM(scene.bottom, 60, 20)).toBeCloseTo(8, 1);
  });
});
