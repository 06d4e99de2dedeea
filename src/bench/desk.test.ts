import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { createStore } from 'zustand/vanilla';
import { type ControlId, LAYOUTS, type Setup, usualSetup, withControl } from '@core/setup';
import { rigSchema } from '@core/sounding';
import type { BenchRun } from './benchRun';
import { compared, needsSounding } from './comparing';
import { Desk } from './desk';

const usual = () =>
  usualSetup({ deepestM: 15, rig: rigSchema.parse({}), speedMps: 1.5, waveHeightM: 0.1 });
const gain = (setup: Setup) => setup.views.cone.gainDb;
const louder = (setup: Setup, by = 2) => withControl(setup, 'cone', 'gain', gain(setup) + by);

/** A run that remembers what it was told. */
function begin() {
  const store = createStore(() => ({ pass: 'straight' }));
  const heard: string[] = [];
  const run = {
    store,
    setSetup: (setup: Setup) => heard.push(`gain ${gain(setup)}`),
    setPass: (pass: string) => {
      heard.push(`pass ${pass}`);
      store.setState({ pass });
    },
    show: (instruments: readonly string[]) => heard.push(`show ${instruments.join(' ')}`),
  };
  const desk = new Desk(run as unknown as BenchRun, {
    setup: usual(),
    layout: LAYOUTS[0],
    ownLayouts: [],
    notes: '',
  });
  const now = () => gain(desk.store.getState().setup);
  return { desk, heard, store, now };
}
const start = gain(usual());

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['performance'] });
  vi.advanceTimersByTime(60_000);
});
afterEach(() => vi.useRealTimers());
const later = (ms: number) => vi.advanceTimersByTime(ms);

describe('the desk', () => {
  it('hands every change on, and takes each back', () => {
    const { desk, heard, now } = begin();
    desk.change('Gain', louder(usual(), 2));
    desk.change('Gain', louder(usual(), 4));
    expect(now()).toBe(start + 4);
    desk.step('undo');
    expect(now()).toBe(start + 2);
    desk.step('undo');
    desk.step('undo');
    expect(now()).toBe(start);
    desk.step('redo');
    desk.step('redo');
    desk.step('redo');
    expect(now()).toBe(start + 4);
    expect(heard).toEqual([2, 4, 2, 0, 2, 4].map((by) => `gain ${start + by}`));
  });
  it('takes the moves of one slider for one step, until there was a rest', () => {
    const { desk, now } = begin();
    desk.change('Gain', louder(usual(), 1), 'gain');
    later(200);
    desk.change('Gain', louder(usual(), 2), 'gain');
    later(5000);
    desk.change('Gain', louder(usual(), 3), 'gain');
    expect(desk.store.getState().history.past).toHaveLength(2);
    desk.step('undo');
    expect(now()).toBe(start + 2);
    desk.step('undo');
    expect(now()).toBe(start);
  });
  it('does not join two sliders, nor a slider after an undo', () => {
    const { desk } = begin();
    desk.change('Gain', louder(usual(), 1), 'gain');
    desk.change('Contrast', withControl(louder(usual(), 1), 'cone', 'contrast', 30), 'contrast');
    expect(desk.store.getState().history.past.map(({ label }) => label)).toEqual([
      'Gain',
      'Contrast',
    ]);
    desk.step('undo');
    desk.change('Gain', louder(usual(), 2), 'gain');
    expect(desk.store.getState().history.past).toHaveLength(2);
  });
  it('forgets what could be done again once something else is done', () => {
    const { desk, now } = begin();
    desk.change('Gain', louder(usual(), 2));
    desk.step('undo');
    desk.change('Gain', louder(usual(), 6));
    desk.step('redo');
    expect(now()).toBe(start + 6);
    expect(desk.store.getState().history.future).toEqual([]);
  });
  it('brings the boat back to the way it was on, and to the turn again', () => {
    const { desk, store } = begin();
    desk.steer('Turn', () => store.setState({ pass: 'to starboard' }));
    desk.step('undo');
    expect(store.getState().pass).toBe('straight');
    desk.step('redo');
    expect(store.getState().pass).toBe('to starboard');
  });
  it('leaves the way alone when a setting is taken back', () => {
    const { desk, heard, store } = begin();
    desk.change('Gain', louder(usual()));
    store.setState({ pass: 'farther' });
    desk.step('undo');
    expect(store.getState().pass).toBe('farther');
    expect(heard.some((word) => word.startsWith('pass'))).toBe(false);
  });
  it('shows the pictures of a layout', () => {
    const { desk, heard } = begin();
    const four = LAYOUTS.find(({ instruments }) => instruments.length === 4)!;
    desk.setLayout(four);
    expect(desk.store.getState().layout).toBe(four);
    expect(heard).toEqual([`show ${four.instruments.join(' ')}`]);
  });
});

describe('comparing', () => {
  it('changes one control and nothing else', () => {
    const setup = usual();
    const { setup: other, instrument } = compared(setup, 'cone', {
      of: 'gain',
      value: start + 20,
      mode: 'side',
    });
    expect(instrument).toBe('cone');
    expect(gain(other)).toBe(start + 20);
    expect(withControl(other, 'cone', 'gain', start)).toEqual(setup);
  });
  it('of another instrument keeps the setup', () => {
    const setup = usual();
    expect(compared(setup, 'cone', { of: 'instrument', value: 'downFan', mode: 'wipe' })).toEqual({
      setup,
      instrument: 'downFan',
    });
  });
  it('sounds anew only for what changes the echo', () => {
    const needs = (of: ControlId | 'instrument') => needsSounding({ of, value: 0, mode: 'side' });
    expect(needs('gain')).toBe(false);
    expect(needs('palette')).toBe(false);
    expect(needs('power')).toBe(true);
    expect(needs('band')).toBe(true);
    expect(needs('instrument')).toBe(true);
    expect(needs('speed')).toBe(true);
  });
});
