import { fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { planeBottom } from '@core/bottom';
import type { Pose } from '@core/pass';
import { usualSetup } from '@core/setup';
import { type Instrument, soundRig } from '@core/sounding';
import { type TargetInput, targetSchema } from '@core/targets';
import type { View } from './SpaceScene';
import { SpaceView } from './SpaceView';

interface Drawn {
  view: View;
  reachM: number;
  middleM: number;
  rangeM: number | null;
  lit: string | null;
  space: { things: { target: { id: string } }[] };
}
// The graphics card is no part of what is tested here: what it is told to draw is.
const drawn: Drawn[] = [];
vi.mock('./SpaceScene', () => ({
  SpaceScene: (props: Drawn) => {
    drawn.push(props);
    return <p>drawn</p>;
  },
}));
const last = () => drawn.at(-1)!;

const rig = soundRig(0.3);
const setup = usualSetup({ deepestM: 10, rig, speedMps: 1, waveHeightM: 0 });
const bottom = planeBottom({ depthM: 10, sediment: 'sand', halfSizeM: 100 });
const pose: Pose = {
  ...{ timeS: 0, alongM: 0, xM: 0, yM: 0, headingRad: 0, speedMps: 1 },
  ...{ heaveM: 0, rollRad: 0, pitchRad: 0, ended: false },
};
const TARGETS: TargetInput[] = [
  { id: 'near', kind: 'fish', xM: 2, yM: 0, depthM: 4, lengthM: 0.6, species: 'zander' },
  { id: 'rock', kind: 'boulder', xM: 6, yM: 0, radiusM: 0.8 },
];

async function open(
  instrument: Instrument = 'cone',
  more: Partial<Parameters<typeof SpaceView>[0]> = {},
) {
  render(
    <SpaceView
      bottom={bottom}
      targets={TARGETS.map((target) => targetSchema.parse(target))}
      sounder={setup.sounders[instrument]}
      rig={rig}
      pose={pose}
      units="metric"
      lit={null}
      rangeM={null}
      onLight={() => undefined}
      {...more}
    />,
  );
  await screen.findByText('drawn');
  return screen.getByTestId('space');
}

describe('the water in space', () => {
  beforeEach(() => {
    drawn.length = 0;
  });

  it('is told in words, the nearest first', async () => {
    const view = await open();
    const words = view.getAttribute('aria-label')!;
    expect(words).toMatch(/zander.*2\.0 m away, 4\.0 m deep/);
    expect(words.indexOf('zander')).toBeLessThan(words.indexOf('boulder'));
  });
  it('says where there is nothing, and speaks in the reader’s units', async () => {
    const { unmount } = render(<div />);
    unmount();
    const empty = await open('cone', { targets: [] });
    expect(empty.getAttribute('aria-label')).toContain('nothing but water and bottom');
  });
  it('speaks in feet to who reads feet', async () => {
    const view = await open('cone', { units: 'imperial' });
    expect(view.getAttribute('aria-label')).toMatch(/zander, 24 in.*6\.6 ft away/);
  });
  it('turns by keys and comes nearer, within limits', async () => {
    const view = await open();
    const before = last().view;
    view.focus();
    await userEvent.keyboard('{ArrowRight}{ArrowUp}+');
    expect(last().view.turnRad).toBeGreaterThan(before.turnRad);
    expect(last().view.upRad).toBeGreaterThan(before.upRad);
    expect(last().view.distanceM).toBeLessThan(before.distanceM);
    for (let i = 0; i < 40; i++) fireEvent.keyDown(view, { key: 'ArrowUp' });
    expect(last().view.upRad).toBeLessThanOrEqual(1.5);
    for (let i = 0; i < 60; i++) fireEvent.keyDown(view, { key: '-' });
    expect(last().view.distanceM).toBeLessThanOrEqual(400);
  });
  it('keeps its keys from the page', async () => {
    const view = await open();
    const heard = vi.fn();
    window.addEventListener('keydown', heard);
    view.focus();
    await userEvent.keyboard('{ArrowLeft}');
    expect(heard).not.toHaveBeenCalled();
    await userEvent.keyboard('g');
    expect(heard).toHaveBeenCalledTimes(1);
    window.removeEventListener('keydown', heard);
  });
  it.each(['cone', 'downFan', 'sideFans', 'sector'] as const)(
    'reaches as far as the %s sees, and not far beyond',
    async (instrument) => {
      await open(instrument);
      const { rangeM } = setup.sounders[instrument];
      expect(last().reachM).toBeGreaterThanOrEqual(8);
      expect(last().reachM).toBeLessThanOrEqual(1.1 * Math.max(rangeM, 14));
      if (instrument === 'sideFans') expect(last().reachM).toBeGreaterThan(rangeM);
    },
  );
  it('names what is pointed at, by its one number', async () => {
    await open('cone', {
      lit: 'rock',
      numberOf: (id) => (id === 'rock' ? 7 : undefined),
      rangeM: 5,
    });
    expect(screen.getByText(/^boulder/)).toBeDefined();
    expect(screen.getByText('7')).toBeDefined();
    expect(last()).toMatchObject({ lit: 'rock', rangeM: 5 });
  });
});
