/** A picture of 800 by 500 pixels, which fills its place: a pixel of it is a pixel of the page. */
import { fireEvent } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { ScreenRecord } from '@core/records';
import {
  openPage,
  screen,
  setNumber,
  stored,
  tapAt,
  waitFor,
} from '../../../tests/components/page';
import { putEcho } from '@/storage/database';
import { pictureRecord } from '../find/importFiles';
import { PicturePage } from './PicturePage';

const made = (): ScreenRecord =>
  pictureRecord('Old slip.png', { type: 'image/png', widthPx: 800, heightPx: 500, notes: null });

async function open(record = made()) {
  await putEcho(record.echoId, new Uint8Array([1, 2, 3]));
  const opened = await openPage(<PicturePage />, {
    search: `?id=${record.id}`,
    records: [record],
  });
  await screen.findByRole('heading', { name: 'Old slip' });
  return { ...opened, record };
}
const button = (name: RegExp | string) => screen.getByRole<HTMLButtonElement>('button', { name });
const value = (label: string) =>
  screen.getByLabelText<HTMLInputElement>(`${label}, exact value`).value;
const picture = () => screen.getByRole('application', { name: 'Picture' });
const scaling = async (user: Awaited<ReturnType<typeof open>>['user']) => {
  await user.click(screen.getByRole('radio', { name: '2 Scale' }));
  await user.click(button('Tap two places'));
};
async function kept({ record }: { record: ScreenRecord }) {
  await waitFor(() =>
    expect(location.assign).toHaveBeenCalledWith(`/library/screen?id=${record.id}`),
  );
  const now = (await stored('screen', record.id))!;
  if (now.source.kind !== 'picture') throw new Error('it is a picture');
  return { ...now, ...now.source };
}

beforeEach(() => {
  vi.spyOn(location, 'assign').mockImplementation(() => {});
});

describe('framing', () => {
  it('crops by numbers and by corners, and each is a step back', async () => {
    const { user } = await open();
    await setNumber(user, 'From the left', '100');
    expect(value('From the left')).toBe('100');
    const corner = screen.getByRole('button', { name: 'Crop, lower right corner' });
    corner.focus();
    await user.keyboard('{ArrowLeft}{Shift>}{ArrowUp}{/Shift}');
    expect(value('Width')).toBe('799');
    expect(value('Height')).toBe('490');
    await user.keyboard('u');
    expect(value('Height')).toBe('500');
    await user.keyboard('u');
    await user.keyboard('u');
    expect(value('From the left')).toBe('0');
    await user.keyboard('y');
    expect(value('From the left')).toBe('100');
    await user.click(button('The whole picture'));
    expect(value('From the left')).toBe('0');
  });

  it('drags a corner no farther than its opposite', async () => {
    await open();
    const corner = screen.getByRole('button', { name: 'Crop, upper left corner' });
    fireEvent.pointerDown(corner, { clientX: 0, clientY: 0 });
    fireEvent.pointerMove(corner, { clientX: 5000, clientY: 300 });
    fireEvent.pointerUp(corner, { clientX: 5000, clientY: 300 });
    expect(value('Width')).toBe('16');
    expect(value('From the left')).toBe('784');
    expect(value('Height')).toBe('200');
  });

  it('keeps marks on the same place of the picture when its edge moves', async () => {
    const opened = await open();
    const { user } = opened;
    await scaling(user);
    await tapAt(user, picture(), 0.5, 0.2);
    await tapAt(user, picture(), 0.5, 0.8);
    await user.click(screen.getByRole('radio', { name: '1 Frame' }));
    await setNumber(user, 'From the top', '50');
    await user.click(button('Keep and open'));
    const { calibration } = await kept(opened);
    expect(calibration.range!.a.y).toBeCloseTo(0.2 * 500 - 50, 6);
    expect(calibration.range!.b.y).toBeCloseTo(0.8 * 500 - 50, 6);
  });
});

describe('the scale', () => {
  it('comes from two lines of known depth, by taps', async () => {
    const opened = await open();
    const { user } = opened;
    await scaling(user);
    expect(screen.getByText(/^Tap a line of known depth, the upper one/)).toBeDefined();
    await tapAt(user, picture(), 0.3, 0.2);
    expect(screen.getByText(/the lower one/)).toBeDefined();
    await tapAt(user, picture(), 0.3, 0.6);
    await setNumber(user, 'Depth at A', '2');
    await setNumber(user, 'Depth at B', '10');
    await user.click(button('Keep and open'));
    const { calibration, view } = await kept(opened);
    expect(calibration.range).toMatchObject({ a: { y: 100, m: 2 }, b: { y: 300, m: 10 } });
    // 25 pixels a metre: the picture ends at 18 m.
    expect(view.bottomM).toBeCloseTo(18, 6);
  });

  it('is set by keys alone: arrows move a cross, Enter takes its place', async () => {
    const { user } = await open();
    await scaling(user);
    picture().focus();
    await user.keyboard('{ArrowUp}{ArrowUp}{Enter}');
    await user.keyboard('{ArrowDown}{Shift>}{ArrowDown}{/Shift}{Enter}');
    // The cross began in the middle, 250 pixels down.
    const mark = screen.getByRole('button', { name: 'Scale mark B' });
    expect(mark.getAttribute('transform')).toBe('translate(400 243)');
    mark.focus();
    await user.keyboard('{ArrowDown}');
    expect(mark.getAttribute('transform')).toBe('translate(400 244)');
  });

  it('that cannot be says why, and is not kept', async () => {
    const { user } = await open();
    await scaling(user);
    await tapAt(user, picture(), 0.3, 0.2);
    await tapAt(user, picture(), 0.3, 0.6);
    await setNumber(user, 'Depth at A', '12');
    await setNumber(user, 'Depth at B', '4');
    expect(screen.getByRole('alert').textContent).toBe(
      'This cannot be: the lower mark of the scale must be the deeper one.',
    );
    expect(button('Keep and open').disabled).toBe(true);
  });

  it('is given up with Escape', async () => {
    const { user } = await open();
    await scaling(user);
    await user.keyboard('{Escape}');
    expect(screen.getByText('Not scaled yet: measures need it.')).toBeDefined();
    await tapAt(user, picture(), 0.3, 0.2);
    expect(screen.queryByRole('button', { name: 'Scale mark A' })).toBeNull();
  });
});

describe('along the track', () => {
  it('speed fills in what is missing of time and way', async () => {
    const opened = await open();
    const { user } = opened;
    await user.click(screen.getByRole('radio', { name: '2 Scale' }));
    await user.click(button('Tap two moments'));
    await tapAt(user, picture(), 0.25, 0.5);
    await tapAt(user, picture(), 0.75, 0.5);
    await setNumber(user, 'Time between, 0 if unknown', '40');
    await setNumber(user, 'Boat speed', '5.4');
    await user.click(button('Keep and open'));
    const { along } = (await kept(opened)).calibration;
    // 5.4 km/h are 1.5 m/s.
    expect(along).toMatchObject({ aPx: 200, bPx: 600, seconds: 40 });
    expect(along!.metres).toBeCloseTo(60, 6);
  });
});

describe('what it shows', () => {
  it('side fans run from top to bottom and lose the scale of another view', async () => {
    const opened = await open();
    const { user } = opened;
    await scaling(user);
    await tapAt(user, picture(), 0.3, 0.2);
    await tapAt(user, picture(), 0.3, 0.6);
    await user.selectOptions(screen.getByLabelText('View'), 'Side fans');
    expect(screen.getByRole('radio', { name: 'Top' }).getAttribute('aria-checked')).toBe('true');
    expect(screen.queryByRole('button', { name: 'Scale mark A' })).toBeNull();
    await user.click(button('Tap two places'));
    expect(screen.getByText(/^Tap the line of the boat/)).toBeDefined();
    await tapAt(user, picture(), 0.5, 0.5);
    await tapAt(user, picture(), 1, 0.5);
    await setNumber(user, 'Range at B', '30');
    await user.click(button('Keep and open'));
    const { instrument, frame, calibration } = await kept(opened);
    expect(instrument).toBe('sideFans');
    expect(frame.newest).toBe('top');
    expect(calibration.range).toMatchObject({ a: { x: 400, m: 0 }, b: { x: 800, m: 30 } });
  });

  it('a sector has a width, and no time along it', async () => {
    const { user } = await open();
    await user.selectOptions(await screen.findByLabelText('View'), 'Sector');
    await user.click(screen.getByRole('radio', { name: '2 Scale' }));
    expect(screen.getByLabelText('Width of the sector, exact value')).toBeDefined();
    expect(screen.queryByRole('button', { name: 'Tap two moments' })).toBeNull();
    expect(screen.queryByText('Newest edge')).toBeNull();
  });
});

it('a screen that is no picture is not framed', async () => {
  await openPage(<PicturePage />, { search: '?id=nothing' });
  expect((await screen.findByRole('alert')).textContent).toBe(
    'There is no picture of this id in the library.',
  );
});
