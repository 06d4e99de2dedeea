import { fireEvent } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { newRecord, type WaterRecord } from '@core/records';
import { putRecord } from '@/storage/database';
import {
  openPage,
  screen,
  setNumber,
  stored,
  tapAt,
  waitFor,
  within,
} from '../../../tests/components/page';
import { shippedWaters } from '../../../tests/fixtures/questions';
import { BuildPage } from './BuildPage';

const hollin = (): WaterRecord => ({
  ...newRecord('water', 'hollin-reservoir', 1000),
  content: shippedWaters().find(({ id }) => id === 'hollin-reservoir')!.content,
});
beforeEach(() => putRecord(hollin()));

const open = async (role: 'teach' | 'learn' = 'teach') =>
  openPage(<BuildPage />, { role, search: '?water=hollin-reservoir' });
const plan = () => screen.findByRole('application', { name: /^Plan of/ });
const kept = async () => (await stored('water', 'hollin-reservoir'))!.content;
const undo = () => screen.getByRole('button', { name: /^Undo/ });
const redo = () => screen.getByRole('button', { name: /^Redo/ });

describe('the builder', () => {
  it('puts a thing where one taps, and takes it back and in again', async () => {
    const { user } = await open();
    const chart = await plan();
    const before = (await kept()).scene.targets.length;
    await user.keyboard('t');
    await user.selectOptions(screen.getByRole('combobox', { name: 'Thing' }), 'stump');
    await tapAt(user, chart, 0.5, 0.5);
    await waitFor(async () => expect((await kept()).scene.targets).toHaveLength(before + 1));
    expect((await kept()).scene.targets.at(-1)!.kind).toBe('stump');
    await user.click(undo());
    await waitFor(async () => expect((await kept()).scene.targets).toHaveLength(before));
    await user.click(redo());
    await waitFor(async () => expect((await kept()).scene.targets).toHaveLength(before + 1));
  });
  it('moves, turns and sizes a thing by keys and numbers', async () => {
    const { user } = await open();
    const chart = await plan();
    const settings = within(screen.getByRole('complementary'));
    await user.click(settings.getByText(/^Built \(/));
    await user.click(settings.getByRole('button', { name: /^foundation/ }));
    const field = (label: string) =>
      screen.getByLabelText(`${label}, exact value`) as HTMLInputElement;
    const before = Number(field('East').value);
    const [handle] = within(chart).getAllByRole('button', { name: /^foundation/ });
    fireEvent.keyDown(handle, { key: 'ArrowRight' });
    fireEvent.keyDown(handle, { key: 'ArrowRight' });
    await waitFor(() => expect(Number(field('East').value)).toBeCloseTo(before + 2, 2));
    await setNumber(user, 'East', String(before - 5));
    await waitFor(() => expect(Number(field('East').value)).toBeCloseTo(before - 5, 2));
    const was = Number(field('Heading').value);
    fireEvent.keyDown(handle, { key: 'r' });
    await waitFor(() => expect(Number(field('Heading').value)).toBeCloseTo((was + 15) % 360, 2));
    await user.click(undo());
    await user.click(undo());
    await user.click(undo());
    await waitFor(() => expect(Number(field('East').value)).toBeCloseTo(before, 2));
  });
  it('lays a harder layer under the mud, and takes it back', async () => {
    const { user } = await open();
    await plan();
    const buried = async () => (await kept()).scene.bottom.buried ?? null;
    await user.click(screen.getByRole('checkbox', { name: 'A harder layer' }));
    await waitFor(async () => expect(await buried()).toEqual({ sediment: 'clay', depthM: 0.8 }));
    await setNumber(user, 'Below the bed', '1.4');
    await user.selectOptions(screen.getByRole('combobox', { name: 'Of' }), 'gravel');
    await waitFor(async () => expect(await buried()).toEqual({ sediment: 'gravel', depthM: 1.4 }));
    await user.click(undo());
    await waitFor(async () => expect(await buried()).toBeNull());
  });
  it('refuses a bad row of temperatures by naming it, and moves life by a good one', async () => {
    const { user } = await open();
    await plan();
    const air = screen.getByLabelText(/Air of the last days/);
    await user.clear(air);
    await user.type(air, '12 12 warm');
    fireEvent.blur(air);
    expect((await screen.findByRole('alert')).textContent).toContain('“warm” is not a temperature');
    await user.clear(air);
    await user.type(air, '15 15 16 15 6 5 4');
    fireEvent.blur(air);
    await screen.findByText('Cold snap');
    const places = async () => (await kept()).scene.targets.map(({ xM, yM }) => [xM, yM]);
    const before = await places();
    await user.click(screen.getByRole('button', { name: 'Move fish and bait by it' }));
    await waitFor(async () => expect(await places()).not.toEqual(before));
    expect(undo().getAttribute('title')).toMatch(/move \d+ fish/);
    await screen.findByText(/of the fish and schools stand elsewhere now/);
  });
  it('takes another relief from a file, or says what is wrong with it', async () => {
    const { user } = await open();
    await plan();
    await user.keyboard('b');
    const input = await screen.findByLabelText('Depth grid file');
    const grid = ['ncols 20', 'nrows 14', 'xllcenter 0', 'yllcenter 0', 'cellsize 20'];
    for (let row = 0; row < 14; row++) grid.push(Array<number>(20).fill(7.5).join(' '));
    await user.upload(input, new File([grid.slice(0, -1).join('\n')], 'short.asc'));
    await screen.findByText(/short\.asc.*got 260.*Nothing has been changed/);
    await user.upload(input, new File([grid.join('\n')], 'flat.asc'));
    await screen.findByText(/20 × 14 depths from “flat.asc”/);
    await waitFor(() =>
      expect(screen.getByTestId('section-reading').textContent).toContain('deepest 7.5'),
    );
    await user.click(undo());
    await waitFor(() =>
      expect(screen.getByTestId('section-reading').textContent).toContain('deepest 16.9'),
    );
  });
  it('changes the weather, which is kept', async () => {
    const { user } = await open();
    await plan();
    await setNumber(user, 'Surface temperature', '9');
    await setNumber(user, 'Waves', '0.2');
    await waitFor(async () =>
      expect((await kept()).conditions).toMatchObject({ waveHeightM: 0.2 }),
    );
    await user.click(undo());
    await user.click(undo());
    await waitFor(async () => expect(await kept()).toEqual(hollin().content));
  });
  it('stays closed to whoever learns', async () => {
    await open('learn');
    await screen.findByRole('heading', { name: 'The builder stays closed' });
  });
});

describe('finer grids and life by rule', () => {
  it('lays a finer grid, paints on it alone, and takes both back', async () => {
    const { user } = await open();
    const chart = await plan();
    const coarse = (await kept()).scene.bottom.depthsCm;
    await user.keyboard('b');
    await user.click(await screen.findByRole('button', { name: 'Finer here' }));
    await waitFor(async () => expect((await kept()).scene.bottom.patches).toHaveLength(1));
    const before = (await kept()).scene.bottom.patches![0].depthsCm;
    chart.focus();
    await user.keyboard('{Enter}');
    await waitFor(async () =>
      expect((await kept()).scene.bottom.patches![0].depthsCm).not.toEqual(before),
    );
    expect((await kept()).scene.bottom.depthsCm).toEqual(coarse);
    await user.click(undo());
    await waitFor(async () =>
      expect((await kept()).scene.bottom.patches![0].depthsCm).toEqual(before),
    );
    await user.click(screen.getByRole('button', { name: 'Remove it' }));
    await waitFor(async () => expect((await kept()).scene.bottom.patches).toHaveLength(0));
  });
  it('counts a species, says where it stands today, and what it hunts', async () => {
    const { user } = await open();
    await plan();
    await user.keyboard('l');
    const add = await screen.findByRole('button', { name: 'Add a species' });
    await user.click(add);
    await user.click(add);
    await user.selectOptions(screen.getByRole('combobox', { name: 'Species of stock-1' }), 'bleak');
    expect(screen.getByText(/on the layer over deeper water/)).toBeTruthy();
    const [, hunts] = screen.getAllByRole('combobox', { name: 'Hunts' });
    await user.selectOptions(hunts, 'stock-1');
    await waitFor(async () =>
      expect((await kept()).stocks).toMatchObject([
        { species: 'bleak', follows: null },
        { species: 'perch', follows: 'stock-1' },
      ]),
    );
    await user.click(screen.getAllByRole('button', { name: 'Here' })[0]);
    await screen.findByText(/^Home: .* east, .* north, 250 m about it$/);
    await user.click(screen.getByRole('button', { name: 'Anywhere' }));
    await waitFor(async () => expect((await kept()).stocks[0].home).toBeNull());
    const both = (await kept()).stocks;
    await user.click(screen.getByRole('button', { name: 'Remove bleak' }));
    await waitFor(async () =>
      expect((await kept()).stocks).toMatchObject([{ species: 'perch', follows: null }]),
    );
    await user.click(undo());
    await waitFor(async () => expect((await kept()).stocks).toEqual(both));
  });
});
