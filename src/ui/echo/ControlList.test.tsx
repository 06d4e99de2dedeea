import userEvent from '@testing-library/user-event';
import { render, screen } from '@testing-library/react';
import { useState } from 'react';
import { beforeEach, describe, expect, it } from 'vitest';
import { CONTROLS, controlsOf, type Setup, usualSetup } from '@core/setup';
import { rigSchema, type Instrument, INSTRUMENTS } from '@core/sounding';
import type { UnitSystem } from '@core/units';
import { useHotkeys } from '../useHotkeys';
import { ControlList } from './ControlList';
import { controlKeys } from './controlKeys';

const usual = () =>
  usualSetup({ deepestM: 15, rig: rigSchema.parse({}), speedMps: 1.5, waveHeightM: 0.1 });
let setup: Setup;
let labels: string[];

function heard(label: string, next: Setup) {
  setup = next;
  labels.push(label);
}

function Controls({ instrument, units }: { instrument: Instrument; units: UnitSystem }) {
  const [current, setCurrent] = useState(usual);
  const change = (label: string, next: Setup) => {
    heard(label, next);
    setCurrent(next);
  };
  useHotkeys(controlKeys(current, instrument, () => true, change));
  return (
    <ControlList
      setup={current}
      initial={usual()}
      instrument={instrument}
      groups={['send', 'listen', 'show', 'boat']}
      shown={() => true}
      units={units}
      eye="usual"
      pxPerM={20}
      lengthPx={600}
      settled={null}
      speedMps={1.5}
      onChange={change}
    />
  );
}
const open = (instrument: Instrument = 'cone', units: UnitSystem = 'metric') => {
  render(<Controls instrument={instrument} units={units} />);
  return userEvent.setup();
};
const view = () => setup.views.cone;
const exact = (label: string) => screen.getByLabelText(`${label}, exact value`);
const shownValue = (label: string) => (exact(label) as HTMLInputElement).value;

beforeEach(() => {
  setup = usual();
  labels = [];
});

describe('the controls', () => {
  it.each(INSTRUMENTS)('of the %s each have their price beside them', (instrument) => {
    open(instrument);
    const page = document.body.textContent!;
    const priced = controlsOf(instrument).filter(
      (control) =>
        control.kind === 'number' &&
        (control.applies?.(setup, instrument) ?? true) &&
        !['scroll', 'range', 'upperLimit'].includes(control.id),
    );
    expect(priced.length).toBeGreaterThan(5);
    for (const { price, label } of priced) expect(page, label).toContain(price);
  });
  it('bring a value that is out of bounds inside, with a word', async () => {
    const user = open();
    await user.clear(exact('Gain'));
    await user.type(exact('Gain'), '999{Enter}');
    expect(shownValue('Gain')).toBe('80');
    expect(screen.getByText('999 is outside 0 to 80; set to 80.')).toBeDefined();
    await user.clear(exact('Gain'));
    await user.type(exact('Gain'), 'loud{Enter}');
    expect(shownValue('Gain')).toBe('80');
    expect(screen.getByText('“loud” is not a number; kept 80.')).toBeDefined();
    await user.clear(exact('Speed'));
    await user.type(exact('Speed'), '-4{Enter}');
    expect(setup.boat.speedMps).toBe(0);
    expect(document.body.textContent).not.toContain('NaN');
  });
  it('take commas, and forget what is typed on Escape', async () => {
    const user = open();
    await user.clear(exact('Speed'));
    await user.type(exact('Speed'), '3,6{Enter}');
    expect(setup.boat.speedMps).toBeCloseTo(1, 5);
    await user.type(exact('Speed'), '9{Escape}');
    expect(shownValue('Speed')).toBe('3.6');
  });
  it('speak feet and miles an hour', async () => {
    const user = open('cone', 'imperial');
    expect(shownValue('Speed')).toBe('3.4');
    await user.clear(exact('Speed'));
    await user.type(exact('Speed'), '2{Enter}');
    expect(setup.boat.speedMps).toBeCloseTo(0.894, 3);
  });
  it('are reached and moved by their keys', async () => {
    const user = open();
    const before = view().gainDb;
    await user.keyboard(']]');
    expect(view().gainDb).toBe(before + 4);
    await user.keyboard('[[');
    expect(view().gainDb).toBe(before + 2);
    await user.keyboard('{Shift>}P{/Shift}');
    expect(document.activeElement).toBe(screen.getByRole('slider', { name: 'Power' }));
    await user.keyboard('{Shift>}L{/Shift}');
    expect(document.activeElement).toBe(screen.getByRole('slider', { name: 'Range, upper limit' }));
  });
  it('leave alone what is automatic', async () => {
    const user = open();
    const before = view().gainDb;
    await user.keyboard('a');
    expect(view().autoGain).toBe(true);
    await user.keyboard(']]');
    expect(view().gainDb).toBe(before);
    await user.keyboard('a');
    expect(view().autoGain).toBe(false);
    expect(shownValue('Gain')).toBe(String(before));
  });
  it('move with the arrow keys of a slider', async () => {
    const user = open();
    screen.getByRole('slider', { name: 'Gain' }).focus();
    const before = view().gainDb;
    await user.keyboard('{ArrowRight}');
    expect(view().gainDb).toBe(before + 1);
    await user.keyboard('{Home}');
    expect(view().gainDb).toBe(0);
  });
  it('of a group go back together, others stay', async () => {
    const user = open();
    await user.keyboard(']]');
    await user.clear(exact('Speed'));
    await user.type(exact('Speed'), '9{Enter}');
    await user.click(screen.getByRole('button', { name: 'Reset Listen' }));
    expect(view().gainDb).toBe(usual().views.cone.gainDb);
    expect(setup.boat.speedMps).toBeCloseTo(2.5, 5);
    expect(labels.at(-1)).toBe('Reset Listen');
  });
  it('say how the marks are squeezed, and Match makes them true', async () => {
    const user = open();
    expect(screen.getByText(/^(Squeezed to|Stretched)/)).toBeDefined();
    await user.click(screen.getByRole('button', { name: /^Match/ }));
    expect(screen.getByText('Shapes are true at this speed.')).toBeDefined();
    expect(view().scrollPxPerS).toBeCloseTo(20 * 1.5, 0);
  });
  it('cannot match a boat that stands still', () => {
    function Still() {
      return (
        <ControlList
          setup={setup}
          initial={setup}
          instrument="cone"
          groups={['show']}
          shown={() => true}
          units="metric"
          eye="usual"
          pxPerM={20}
          lengthPx={600}
          settled={null}
          speedMps={0}
          onChange={() => {}}
        />
      );
    }
    render(<Still />);
    expect(screen.getByText(/The boat stands still/)).toBeDefined();
    expect(screen.getByRole('button', { name: /^Match/ })).toHaveProperty('disabled', true);
  });
  it('choose a palette of their own, one at a time', async () => {
    const user = open();
    const radios = screen
      .getByRole('radiogroup', { name: 'Palette' })
      .querySelectorAll('[role=radio]');
    expect(radios.length).toBeGreaterThanOrEqual(8);
    const seen = new Set<string>();
    for (const radio of radios) {
      await user.click(radio);
      seen.add(view().paletteId);
    }
    expect(seen.size).toBe(radios.length);
  });
  it('change the band with all that goes with it', async () => {
    const user = open();
    await user.click(screen.getByRole('radio', { name: '50' }));
    expect(setup.sounders.cone).toMatchObject({ frequencyHz: 50_000, beamwidthDeg: 40 });
    await user.click(screen.getByRole('radio', { name: 'chirp' }));
    expect(setup.sounders.cone.chirp).not.toBeNull();
  });
  it('show nothing nearer than the surface filter says', async () => {
    const user = open();
    await user.clear(exact('Surface filter'));
    await user.type(exact('Surface filter'), '3{Enter}');
    expect(screen.getByText(/Nothing nearer than 3.0.m is drawn/)).toBeDefined();
    expect(CONTROLS.surfaceFilter.read(setup, 'cone')).toBe(3);
  });
});
