import { describe, expect, it } from 'vitest';
import { poseAt, passRunSchema } from '../pass';
import { INSTRUMENTS, pingRateHz, sounderSchema, soundRig } from '../sounding';
import { viewSchema } from '../display';
import {
  bandOf,
  type ControlId,
  CONTROLS,
  controlsOf,
  FAULT_IDS,
  FAULTS,
  findableFaults,
  ladderOf,
  LAYOUTS,
  passWithFaults,
  PURPOSES,
  putFault,
  removeFault,
  SCHOOLS,
  setupSchema,
  stillStands,
  storedSetupSchema,
  suggest,
  USUAL_SCHOOLS,
  usualSetup,
  withControl,
  withFaults,
  withMatchedScroll,
  withSuggestions,
} from '.';

const setup = usualSetup({
  deepestM: 17.2,
  rig: soundRig(0.3),
  speedMps: 1.5,
  waveHeightM: 0.1,
});

describe('the usual setup', () => {
  it('is one that can be stored and read back', () => {
    expect(setupSchema.parse(JSON.parse(JSON.stringify(setup)))).toEqual(setup);
  });
  it('keeps what was stored and makes the rest anew', () => {
    const stored = storedSetupSchema.parse({
      sounders: { cone: { ...setup.sounders.cone, acousticPowerW: 42 } },
      views: {},
      rig: null,
      boat: null,
      faults: [],
    });
    const again = usualSetup(
      { deepestM: 17.2, rig: soundRig(0.5), speedMps: 1, waveHeightM: 0 },
      stored,
    );
    expect(again.sounders.cone.acousticPowerW).toBe(42);
    expect(again.sounders.sector).toEqual(setup.sounders.sector);
    expect(again.rig.draftM).toBe(0.5);
  });
  it.each(INSTRUMENTS)('%s listens to the bottom of a deep water, no faster than sound', (name) => {
    const deep = usualSetup({
      deepestM: 60,
      rig: soundRig(0.3),
      speedMps: 1.5,
      waveHeightM: 0,
    }).sounders[name];
    expect(pingRateHz(deep, 1400)).toBeCloseTo(deep.pingRateHz, 6);
    if (name === 'cone' || name === 'downFan') expect(deep.rangeM).toBeGreaterThan(60);
  });
});

describe('controls', () => {
  it('have one key each, and no key twice on one instrument', () => {
    for (const instrument of INSTRUMENTS) {
      const keys = controlsOf(instrument).flatMap((control) => control.keys.split(' '));
      expect(new Set(keys).size).toBe(keys.length);
      expect(keys.every((key) => key.length > 0)).toBe(true);
    }
  });
  it('each say their price', () => {
    for (const id of Object.keys(CONTROLS) as ControlId[])
      expect(CONTROLS[id].price.length).toBeGreaterThan(10);
  });
  describe.each(INSTRUMENTS)('of %s', (instrument) => {
    it('read back what they write, and leave a setup that is valid', () => {
      for (const control of controlsOf(instrument)) {
        for (const value of ladderOf(setup, instrument, control.id)) {
          const changed = withControl(setup, instrument, control.id, value);
          const read = control.read(changed, instrument);
          if (typeof read === 'number') expect(read).toBeCloseTo(Number(value), 4);
          else expect(read).toBe(value);
          expect(viewSchema.safeParse(changed.views[instrument]).success).toBe(true);
          expect(sounderSchema.safeParse(changed.sounders[instrument]).success).toBe(true);
        }
      }
    });
    it('never leave their limits', () => {
      for (const control of controlsOf(instrument)) {
        if (control.kind !== 'number') continue;
        const { min, max } = control.limits(setup, instrument);
        for (const value of [-1e9, 1e9]) {
          const read = control.read(withControl(setup, instrument, control.id, value), instrument);
          expect(read).toBeGreaterThanOrEqual(min - 1e-9);
          expect(read).toBeLessThanOrEqual(max + 1e-9);
        }
      }
    });
    it('make ladders of distinct steps in order', () => {
      for (const control of controlsOf(instrument)) {
        if (control.kind !== 'number') continue;
        const steps = ladderOf(setup, instrument, control.id).map(Number);
        expect(steps).toHaveLength(5);
        for (let i = 1; i < steps.length; i++) expect(steps[i]).toBeGreaterThan(steps[i - 1]);
      }
    });
  });
  it('a band brings its beam, pulse and power', () => {
    const low = withControl(setup, 'cone', 'band', '50');
    expect(low.sounders.cone).toMatchObject({ frequencyHz: 50_000, beamwidthDeg: 40 });
    expect(bandOf(low.sounders.cone)?.id).toBe('50');
    expect(bandOf({ ...low.sounders.cone, frequencyHz: 61_000 })).toBeNull();
  });
  it('both beams are two transducers on one ping', () => {
    const both = withControl(setup, 'cone', 'beam', 'both').sounders.cone;
    expect(both.beamwidthDeg).toBe(20);
    expect(both.second?.beamwidthDeg).toBe(8);
    expect(withControl(setup, 'column', 'beam', 'narrow').sounders.column.beamwidthDeg).toBe(8);
  });
  it('match the scroll to the boat, where there is a scroll and a way', () => {
    const matched = withMatchedScroll(setup, 'cone', 30, 1.5)!;
    expect(matched.views.cone.scrollPxPerS).toBe(45);
    expect(withMatchedScroll(setup, 'cone', 30, 0)).toBeNull();
    expect(withMatchedScroll(setup, 'sector', 30, 1.5)).toBeNull();
  });
  it('apply only where they do something', () => {
    const { applies } = CONTROLS.zoomMiddle;
    expect(applies!(setup, 'cone')).toBe(false);
    expect(applies!(withControl(setup, 'cone', 'zoom', 'bottom'), 'cone')).toBe(false);
    expect(applies!(withControl(setup, 'cone', 'zoom', 'window'), 'cone')).toBe(true);
  });
  it('side fans pay for range in pings', () => {
    const far = withControl(setup, 'sideFans', 'range', 60);
    expect(far.sounders.sideFans.rangeM).toBe(60);
    expect(far.views.sideFans.bottomM).toBe(60);
    expect(far.sounders.sideFans.pingRateHz).toBeLessThan(setup.sounders.sideFans.pingRateHz);
    const near = withControl(far, 'sideFans', 'range', 30);
    expect(near.sounders.sideFans.pingRateHz).toBe(setup.sounders.sideFans.pingRateHz);
  });
});

describe('faults', () => {
  it.each(FAULT_IDS)('%s changes something, and can be taken out again', (id) => {
    const put = putFault(setup, id, true);
    const pass = passRunSchema.parse({
      planId: 'p',
      routeM: [
        { x: 0, y: 0 },
        { x: 200, y: 0 },
      ],
      speedChanges: [{ fromTimeS: 0, speedMps: 1.5 }],
    });
    const changed =
      JSON.stringify(withFaults(put).rig) !== JSON.stringify(setup.rig) ||
      JSON.stringify(withFaults(put).sounders) !== JSON.stringify(setup.sounders) ||
      JSON.stringify(put.views) !== JSON.stringify(setup.views) ||
      JSON.stringify(passWithFaults(pass, put)) !== JSON.stringify(pass);
    expect(changed).toBe(true);
    expect(setupSchema.safeParse(put).success).toBe(true);
    expect(setupSchema.safeParse(withFaults(put)).success).toBe(true);
    expect(passRunSchema.safeParse(passWithFaults(pass, put)).success).toBe(true);
    expect(removeFault(put, id)).toEqual(setup);
    expect(FAULTS[id].sign.length).toBeGreaterThan(20);
  });
  it('stop-start stops; a hard turn leaves the straight line', () => {
    const pass = passRunSchema.parse({
      planId: 'p',
      routeM: [
        { x: 0, y: 0 },
        { x: 200, y: 0 },
      ],
      speedChanges: [{ fromTimeS: 0, speedMps: 1.5 }],
    });
    const stopping = passWithFaults(pass, putFault(setup, 'stopStart', false));
    const speeds = Array.from({ length: 40 }, (_, s) => poseAt(stopping, s + 0.5).speedMps);
    expect(Math.min(...speeds)).toBe(0);
    expect(Math.max(...speeds)).toBe(1.5);
    const swerving = passWithFaults(pass, putFault(setup, 'hardTurn', false));
    const aside = Array.from({ length: 80 }, (_, s) => Math.abs(poseAt(swerving, s).yM));
    expect(Math.max(...aside)).toBeGreaterThan(3);
  });
  it('a boat that stops and starts goes on for as long as the pass is', () => {
    const pass = passRunSchema.parse({
      planId: 'p',
      routeM: [
        { x: 0, y: 0 },
        { x: 5000, y: 0 },
      ],
      speedChanges: [{ fromTimeS: 0, speedMps: 1.5 }],
    });
    const stopping = passWithFaults(pass, putFault(setup, 'stopStart', false));
    expect(poseAt(stopping, 1200).alongM).toBeGreaterThan(poseAt(stopping, 900).alongM + 100);
  });
  it('in secret is one that the pictures can show', () => {
    const cone = findableFaults(setup, ['cone'], false);
    expect(cone).toContain('tilted');
    expect(cone).not.toContain('starved');
    expect(cone).not.toContain('rolled');
    expect(findableFaults(setup, ['sideFans'], false)).toContain('starved');
    expect(findableFaults(setup, ['column'], true)).not.toContain('stopStart');
    expect(findableFaults(putFault(setup, 'air', true), ['cone'], false)).not.toContain('air');
  });
  it('a fault of the picture is mended by its control', () => {
    const loud = putFault(setup, 'gainFull', true);
    expect(stillStands(loud, 'gainFull', 'cone')).toBe(true);
    const mended = withControl(loud, 'cone', 'gain', 41);
    expect(stillStands(mended, 'gainFull', 'cone')).toBe(false);
    // What was set by hand stays when the fault is taken out.
    expect(removeFault(mended, 'gainFull').views.cone.gainDb).toBe(41);
    expect(stillStands(putFault(setup, 'tilted', true), 'tilted', 'cone')).toBe(true);
  });
});

describe('suggestions', () => {
  const input = {
    instrument: 'cone' as const,
    depthM: 12,
    sediment: 'sand' as const,
    purpose: 'hunt' as const,
    schools: USUAL_SCHOOLS,
    rangePx: 470,
  };
  const value = (id: string, change: object) =>
    suggest(setup, { ...input, ...change }).find((one) => one.id === id)?.value;
  it.each(INSTRUMENTS)('for %s are set as suggested, each with a reason', (instrument) => {
    for (const purpose of PURPOSES) {
      const found = suggest(setup, { ...input, instrument, purpose });
      const changed = withSuggestions(setup, instrument, found);
      expect(found.length).toBeGreaterThan(4);
      for (const { id, value: wanted, because } of found) {
        const read = CONTROLS[id].read(changed, instrument);
        if (typeof read === 'number') expect(read).toBeCloseTo(Number(wanted), 0);
        else expect(read).toBe(wanted);
        expect(because.length).toBeGreaterThan(8);
      }
    }
  });
  it('follow depth, bottom and purpose', () => {
    expect(value('band', { depthM: 35 })).toBe('83');
    expect(value('band', { depthM: 12 })).toBe('200');
    expect(value('gain', { sediment: 'rock' })).toBeLessThan(
      Number(value('gain', { sediment: 'softMud' })),
    );
    const side = { instrument: 'sideFans' as const };
    expect(value('range', { ...side, purpose: 'hunt' })).toBe(24);
    expect(value('range', { ...side, purpose: 'search', depthM: 5 })).toBe(35);
    expect(value('band', { ...side, purpose: 'hunt' })).toBe('455');
    expect(value('band', { ...side, purpose: 'inspect' })).toBe('1150');
  });
  it('ask no speed and match nothing where the boat stays put, and speak in the reader’s units', () => {
    expect(value('speed', {})).toBeGreaterThan(0);
    expect(value('speed', { isHeld: true })).toBeUndefined();
    const because = (change: object) =>
      suggest(setup, { ...input, ...change })
        .map((one) => one.because)
        .join(' ');
    expect(because({ isHeld: true })).not.toContain('Matched to the boat');
    expect(because({ units: 'imperial' })).toContain('39 ft');
    expect(because({ units: 'imperial' })).not.toMatch(/\d m\b/);
  });
  it('follow the school, where schools differ', () => {
    for (const question of Object.keys(SCHOOLS) as (keyof typeof SCHOOLS)[]) {
      const instrument = question === 'sideRange' || question === 'fan' ? 'sideFans' : 'cone';
      const answers = SCHOOLS[question].map(({ id }) =>
        JSON.stringify(
          suggest(setup, {
            ...input,
            instrument,
            depthM: 26,
            purpose: 'search',
            schools: { ...USUAL_SCHOOLS, [question]: id },
          }).map(({ id: control, value: set }) => [control, set]),
        ),
      );
      expect(new Set(answers).size).toBeGreaterThan(1);
    }
  });
});

it('layouts hold one to four pictures', () => {
  for (const { instruments } of LAYOUTS) {
    expect(instruments.length).toBeGreaterThan(0);
    expect(new Set(instruments).size).toBe(instruments.length);
  }
});
