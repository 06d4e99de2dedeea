/** Every control on every instrument: what it reads it writes, and nothing else moves. */
import { describe, expect, it } from 'vitest';
import { rigSchema, type Instrument, INSTRUMENTS, sounderSchema } from '../../sounding';
import { viewSchema } from '../../display';
import {
  type Control,
  type ControlId,
  CONTROLS,
  controlsOf,
  type NumberControl,
  withControl,
  withinLimits,
} from '.';
import { type Setup, usualSetup } from '../setup';

const usual = () =>
  usualSetup({ deepestM: 15, rig: rigSchema.parse({}), speedMps: 1.5, waveHeightM: 0.2 });

const numbers = (instrument: Instrument) =>
  controlsOf(instrument).filter((one): one is NumberControl => one.kind === 'number');
const EACH: [Instrument, Control][] = INSTRUMENTS.flatMap((instrument) =>
  controlsOf(instrument).map((control): [Instrument, Control] => [instrument, control]),
);
const NUMBERS: [Instrument, NumberControl][] = INSTRUMENTS.flatMap((instrument) =>
  numbers(instrument).map((control): [Instrument, NumberControl] => [instrument, control]),
);
const named = <T extends [Instrument, Control]>(list: T[]) =>
  list.map(([instrument, control]) => ({ instrument, id: control.id, control: control as T[1] }));

/** What another instrument is set to. */
const others = (setup: Setup, instrument: Instrument) =>
  INSTRUMENTS.filter((name) => name !== instrument).map((name) => [
    setup.sounders[name],
    setup.views[name],
  ]);

describe.each(named(EACH))('$id of the $instrument', ({ instrument, control }) => {
  it('is labelled, priced, and reached by a key', () => {
    expect(control.label.length).toBeGreaterThan(2);
    expect(control.price.length).toBeGreaterThan(10);
    expect(control.keys.length).toBeGreaterThan(0);
    expect(CONTROLS[control.id]).toBe(control);
  });
  it('writes what it reads, and leaves the setup as it was', () => {
    const setup = usual();
    const same = withControl(setup, instrument, control.id, control.read(setup, instrument));
    expect(control.read(same, instrument)).toEqual(control.read(setup, instrument));
    expect(others(same, instrument)).toEqual(others(setup, instrument));
    expect(setup).toEqual(usual());
  });
});

describe.each(named(NUMBERS))('the number $id of the $instrument', ({ instrument, control }) => {
  const limits = () => control.limits(usual(), instrument);
  it('has limits in order, with its usual value between them', () => {
    const { min, max, step } = limits();
    const value = control.read(usual(), instrument);
    expect(min).toBeLessThan(max);
    expect(step).toBeGreaterThan(0);
    expect(value).toBeGreaterThanOrEqual(min);
    expect(value).toBeLessThanOrEqual(max + 1e-9);
  });
  it('is kept within them', () => {
    const { min, max } = limits();
    const setup = usual();
    expect(withinLimits(control, setup, instrument, max * 10 + 1000)).toBeCloseTo(max, 9);
    expect(withinLimits(control, setup, instrument, min - 1000)).toBeCloseTo(min, 9);
  });
  it('leaves a setup that can be sounded and shown at both ends', () => {
    const { min, max } = limits();
    for (const value of [min, max]) {
      const set = withControl(usual(), instrument, control.id, value);
      expect(sounderSchema.safeParse(set.sounders[instrument]).error).toBeUndefined();
      expect(viewSchema.safeParse(set.views[instrument]).error).toBeUndefined();
      expect(rigSchema.safeParse(set.rig).error).toBeUndefined();
      expect(JSON.stringify(set)).not.toContain('null,null');
    }
  });
});

describe('choices', () => {
  it.each(
    named(EACH.filter(([, { kind }]) => kind === 'choice')).filter(({ id }) => id !== 'palette'),
  )('$id of the $instrument takes each of its values', ({ instrument, control }) => {
    if (control.kind !== 'choice') throw new Error('a choice');
    const values = control.options(instrument).map(({ value }) => value);
    expect(new Set(values).size).toBe(values.length);
    expect(values.length).toBeGreaterThan(1);
    for (const value of values) {
      const set = withControl(usual(), instrument, control.id, value);
      expect(control.read(set, instrument)).toBe(value);
    }
  });
});

describe('the list of controls', () => {
  it('is whole: every id once, each on some instrument', () => {
    for (const id of Object.keys(CONTROLS) as ControlId[])
      expect(CONTROLS[id].instruments.length).toBeGreaterThan(0);
  });
  it.each(INSTRUMENTS)('gives no key of the %s to two controls', (instrument) => {
    const keys = controlsOf(instrument).flatMap((control) => control.keys.split(' '));
    expect(keys.filter((key, i) => keys.indexOf(key) !== i)).toEqual([]);
  });
  it('sounds anew for what is sent and how the boat lies, never for what is shown', () => {
    for (const id of Object.keys(CONTROLS) as ControlId[]) {
      const { group, resounds } = CONTROLS[id];
      if (group === 'send') expect(resounds, id).toBe(true);
      if (group === 'listen' || group === 'show') expect(resounds, id).toBe(false);
    }
  });
});
