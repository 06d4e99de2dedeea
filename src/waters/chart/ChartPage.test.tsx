import { fireEvent } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { listRecords, putEcho } from '@/storage/database';
import { useSettings } from '@/storage/settings';
import {
  openPage,
  savedFiles,
  screen,
  setNumber,
  tapAt,
  waitFor,
  within,
} from '../../../tests/components/page';
import { demoScreen } from '../../../tests/fixtures/screens';
import { ChartPage } from './ChartPage';

type User = Awaited<ReturnType<typeof openPage>>['user'];
const open = async (tab = '', role: 'teach' | 'learn' = 'teach') => {
  const opened = await openPage(<ChartPage />, {
    role,
    search: `?water=hollin-reservoir${tab && `&tab=${tab}`}`,
  });
  await screen.findByRole('application', { name: /^Chart of/ });
  return opened;
};
const chart = () => screen.getByRole('application', { name: /^Chart of/ });
const tap = (user: User, across: number, down: number) => tapAt(user, chart(), across, down);
const text = (testId: string) => screen.getByTestId(testId).textContent!;
const number = (testId: string) => Number(/[\d.,]+/.exec(text(testId))![0]);
const inChart = (name: string | RegExp) => within(chart()).queryAllByRole('button', { name });
const undo = () => screen.getAllByRole('button', { name: /^Undo/ })[0];
const marks = async () => (await listRecords('mark')).records;

describe('side fans on the chart', () => {
  it('lie where they were recorded, one by one or all, as strong as wanted', async () => {
    const screens = ['demo-side-mill', 'demo-side-bridge', 'demo-slope'].map(demoScreen);
    for (const { record, echo } of screens) await putEcho(record.echoId, echo);
    const { user } = await openPage(<ChartPage />, {
      search: '?water=hollin-reservoir',
      records: screens.map(({ record }) => record),
    });
    await screen.findByRole('application', { name: /^Chart of/ });
    const [mill] = screens;
    const one = await screen.findByRole('checkbox', { name: mill.record.name });
    // A cone's screen lies nowhere on a map.
    expect(screen.queryByRole('checkbox', { name: screens[2].record.name })).toBeNull();
    const images = () => [...document.querySelectorAll('svg image')];
    expect(images()).toHaveLength(0);
    await user.click(one);
    await waitFor(() => expect(images()).toHaveLength(1));
    const alone = Number(images()[0].getAttribute('width'));
    await user.click(screen.getByRole('button', { name: 'All' }));
    await waitFor(() => expect(Number(images()[0].getAttribute('width'))).toBeGreaterThan(alone));
    await setNumber(user, 'Strength', '30');
    expect(images()[0].closest('g')!.getAttribute('opacity')).toBe('0.3');
    await user.click(screen.getByRole('button', { name: 'None' }));
    await waitFor(() => expect(images()).toHaveLength(0));
  });
  it('says how to come by one where there is none', async () => {
    await openPage(<ChartPage />, { search: '?water=hollin-reservoir' });
    await screen.findByText(/No side-fan screen of this water/);
  });
});

describe('the level of the day', () => {
  it('follows from one sounding at the launch, and goes back to the chart', async () => {
    const { user } = await open();
    await waitFor(() => expect(text('section-reading')).toContain('deepest 16.9'));
    await user.click(screen.getByRole('button', { name: 'Sound at the launch' }));
    await tap(user, 0.3, 0.4);
    const field = (await screen.findByLabelText(
      'Sounded at the launch, exact value',
    )) as HTMLInputElement;
    const charted = Number(field.value);
    expect(text('level-offset')).toContain('as on the chart');
    await setNumber(user, 'Sounded at the launch', String(charted - 1.5));
    await waitFor(() => expect(text('level-offset')).toMatch(/1.50.m lower than the chart/));
    expect(text('section-reading')).toMatch(/deepest 15.4/);
    await waitFor(async () => expect((await listRecords('chart')).records).toHaveLength(1));
    await user.click(screen.getByRole('button', { name: 'As charted' }));
    await waitFor(() => expect(text('section-reading')).toMatch(/deepest 16.9/));
  });
});

describe('a plan', () => {
  async function area(user: User) {
    for (const [across, down] of [
      [0.2, 0.3],
      [0.5, 0.3],
      [0.5, 0.7],
      [0.2, 0.7],
    ] as const) {
      await tap(user, across, down);
    }
    await screen.findByTestId('plan-lanes');
  }
  it('of lanes says what it takes, corner by corner undone', async () => {
    const { user } = await open('plan');
    screen.getByText('Tap three or more corners of the area.');
    await area(user);
    const lanes = number('plan-lanes');
    expect(lanes).toBeGreaterThan(1);
    const [minutes, seconds] = /(\d+):(\d+)/.exec(text('plan-time'))!.slice(1).map(Number);
    // 5.4 km/h is 1.5 m/s.
    expect((60 * minutes + seconds) / (number('plan-distance') / 1.5)).toBeCloseTo(1, 1);
    await setNumber(user, 'Overlap', '0');
    await waitFor(() => expect(number('plan-lanes')).toBeLessThan(lanes));
    await setNumber(user, 'Speed', '14');
    await waitFor(() =>
      expect(screen.getByRole('list', { name: 'Advice' }).textContent).toContain('fast for this'),
    );
    expect(inChart(/^Corner \d/)).toHaveLength(4);
    fireEvent.keyDown(inChart(/^Corner 1/)[0], { key: 'Delete' });
    await waitFor(() => expect(inChart(/^Corner \d/)).toHaveLength(3));
  });
  it('is kept as a pass, whose points move by keys and back', async () => {
    const { user } = await open('plan');
    await area(user);
    await user.click(screen.getByRole('button', { name: 'Keep it' }));
    const [point] = await within(chart()).findAllByRole('button', { name: 'Point 1 of Lanes' });
    const where = () => inChart('Point 1 of Lanes')[0].getAttribute('transform') ?? point.outerHTML;
    const before = where();
    fireEvent.keyDown(inChart('Point 1 of Lanes')[0], { key: 'ArrowUp' });
    await waitFor(() => expect(where()).not.toBe(before));
    await user.click(undo());
    await waitFor(() => expect(where()).toBe(before));
  });
  it.each([
    ['drift', 'plan-drift', /km\/h/],
    ['stop', 'plan-time', /30:00 min/],
    ['bothSides', 'plan-distance', /\d/],
  ] as const)('of another kind says what it takes: %s', async (kind, testId, words) => {
    const { user } = await open('plan');
    await user.selectOptions(screen.getByRole('combobox', { name: 'Kind' }), kind);
    await tap(user, 0.45, 0.5);
    await waitFor(() => expect(text(testId)).toMatch(words));
  });
});

describe('marks', () => {
  async function look(user: User, values: Record<string, string>) {
    for (const [label, value] of Object.entries(values)) await setNumber(user, label, value);
  }
  const reach = () => Number(/within ([\d.]+)/.exec(text('mark-uncertainty'))![1]);

  it('from two looks lie closer than from one', async () => {
    const { user } = await open('marks');
    await look(user, {
      'Boat, east': '100',
      'Boat, north': '120',
      'Boat, heading': '0',
      'Slant range': '25',
      'Depth under the boat': '15',
    });
    await user.click(screen.getByRole('button', { name: 'Put a mark there' }));
    // 25 m of slant over 15 m of depth lie 20 m to starboard.
    await waitFor(async () => expect((await marks())[0]?.xM).toBeCloseTo(120, 0));
    await screen.findByTestId('mark-uncertainty');
    const first = reach();
    await look(user, { 'Boat, east': '120', 'Boat, north': '100', 'Boat, heading': '270' });
    await user.click(screen.getByRole('button', { name: 'Add this look to the mark' }));
    await waitFor(() => expect(reach()).toBeLessThan(0.8 * first));
    expect((await marks())[0].sightings).toHaveLength(2);
  });
  it('are put by a key and a tap, renamed, and deleted with a way back', async () => {
    const { user } = await open('marks');
    await user.keyboard('k');
    await tap(user, 0.6, 0.4);
    await waitFor(async () => expect(await marks()).toHaveLength(1));
    const name = screen.getByLabelText('Name');
    await user.clear(name);
    await user.type(name, 'Crib & stake');
    await waitFor(async () => expect((await marks())[0].name).toBe('Crib & stake'));
    await user.click(screen.getByRole('button', { name: 'Delete' }));
    await waitFor(async () => expect((await marks())[0].deletedAtMs).toBeGreaterThan(0));
    await user.click(undo());
    await waitFor(async () => expect((await marks())[0].deletedAtMs).toBeNull());
  });
  it.each(['GPX', 'GeoJSON', 'CSV'])('go out as %s and come back', async (format) => {
    const { user } = await open('marks');
    await user.keyboard('k');
    await tap(user, 0.6, 0.4);
    await waitFor(async () => expect(await marks()).toHaveLength(1));
    const [before] = await marks();
    const saved = savedFiles();
    await user.click(screen.getByRole('button', { name: `Save as ${format}` }));
    await waitFor(() => expect(saved).toHaveLength(1));
    expect(saved[0].name).toBe(`hollin-reservoir.${format.toLowerCase()}`);
    const input = screen.getByLabelText('File of marks');
    await user.upload(input, new File([await saved[0].blob.text()], saved[0].name));
    await screen.findByText(/: 1 marks, 0 lines, 0 passes/);
    const [a, b] = (await marks()).sort((x, y) => x.createdAtMs - y.createdAtMs);
    expect(b.xM).toBeCloseTo(a.xM, 0);
    expect(b.yM).toBeCloseTo(before.yM, 0);
  });
  it('of a bad file are refused with the line that is wrong', async () => {
    const { user } = await open('marks');
    const input = screen.getByLabelText('File of marks');
    const bad = '<gpx>\n<wpt lat="1" lon="1"/>\n<wpt lat="north" lon="1"/>\n</gpx>';
    await user.upload(input, new File([bad], 'bad.gpx'));
    expect((await screen.findByRole('alert')).textContent).toMatch(
      /bad\.gpx.*line 3.*Nothing has been changed/,
    );
    await user.upload(input, new File(['x'], 'a.kml'));
    await waitFor(() =>
      expect(screen.getByRole('alert').textContent).toContain('must end in .gpx'),
    );
    expect(await marks()).toEqual([]);
  });
  it('are joined to a line, of which a mark is a point', async () => {
    const { user } = await open('marks');
    await user.keyboard('k');
    await tap(user, 0.6, 0.4);
    await waitFor(async () => expect(await marks()).toHaveLength(1));
    await user.keyboard('l');
    await tap(user, 0.3, 0.6);
    await tap(user, 0.7, 0.2);
    await user.click(screen.getByRole('button', { name: 'Finish the line' }));
    await waitFor(async () => expect((await listRecords('line')).records).toHaveLength(1));
  });
});

describe('the log of spots', () => {
  const spots = async () => (await listRecords('spot')).records;
  it('keeps what it turned out to be, its time and its screens', async () => {
    const { record } = demoScreen('demo-slope');
    const { user, unmount } = await openPage(<ChartPage />, {
      search: '?water=hollin-reservoir&tab=marks',
      records: [record],
    });
    await user.click(await screen.findByRole('button', { name: 'New entry' }));
    await user.type(screen.getByLabelText('What it turned out to be'), 'A crib');
    await user.click(screen.getByRole('button', { name: 'Start the clock' }));
    await screen.findByText(/Give it 30 to 60 minutes/);
    await user.selectOptions(screen.getByRole('combobox', { name: 'Link a screen' }), record.name);
    await screen.findByRole('list', { name: 'Linked screens' });
    await waitFor(async () => expect((await spots())[0]).toMatchObject({ screenIds: [record.id] }));
    const kept = (await spots())[0];
    unmount();

    const again = await openPage(<ChartPage />, {
      search: '?water=hollin-reservoir&tab=marks',
      records: [record, kept],
    });
    await again.user.click(await screen.findByRole('button', { name: /Spot 1.*clock runs/ }));
    expect((screen.getByLabelText('What it turned out to be') as HTMLInputElement).value).toBe(
      'A crib',
    );
    await again.user.click(screen.getByRole('button', { name: 'Stop the clock' }));
    await screen.findByRole('button', { name: 'Start the clock' });
  });
});

describe('units', () => {
  it('are those of the reader, at once', async () => {
    await open();
    await waitFor(() => expect(text('section-reading')).toMatch(/deepest 16.9.m/));
    await useSettings.getState().change({ units: 'imperial' });
    await waitFor(() => expect(text('section-reading')).toMatch(/deepest 55.\d.ft/));
  });
});

describe('the season', () => {
  it('is asked before it is told, and says what lay near the place', async () => {
    const { user } = await open('', 'learn');
    expect(screen.queryByRole('checkbox', { name: 'Show what is in it' })).toBeNull();
    const commit = screen.getByRole('button', { name: 'Commit and see' });
    expect(commit).toHaveProperty('disabled', true);
    expect(screen.queryByTestId('season-answer')).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Choose a place' }));
    await tap(user, 0.45, 0.6);
    await user.click(commit);
    // How many live there, other tests may have changed: they build on the same water.
    await waitFor(() =>
      expect(text('season-answer')).toMatch(/\d+ of [1-9]\d* bait schools, \d+ of [1-9]\d* fish/),
    );
  });
});

describe('what is in the water', () => {
  it('shows to whoever teaches, when asked', async () => {
    const { user } = await open();
    const things = () => chart().querySelectorAll('svg circle, svg rect').length;
    const before = things();
    await user.click(screen.getByRole('checkbox', { name: 'Show what is in it' }));
    await waitFor(() => expect(things()).toBeGreaterThan(before + 20));
  });
  it('is not told to whoever learns, known spots are', async () => {
    await open('about', 'learn');
    await screen.findByRole('heading', { name: 'Known spots' });
    expect(screen.queryByText(/What is there:/)).toBeNull();
  });
});
