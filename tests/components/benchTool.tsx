/** A tool of the bench by itself: a run and a desk that stand still, and an echo where the tool needs one. */
import { render } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactElement } from 'react';
import { onTestFinished } from 'vitest';
import { useStore } from 'zustand';
import { BenchRun } from '@/bench/benchRun';
import { newPass, OPENING_TIME_S } from '@/bench/passes';
import { Desk } from '@/bench/desk';
import type { BenchKit } from '@/bench/kit';
import { newRecord } from '@core/records';
import { waterToday, OWN_DAY } from '@core/waters';
import { LAYOUTS } from '@core/setup';
import { createSoundingRun, EchoRing, type Instrument } from '@core/sounding';
import { benchSetup } from '../fixtures/presented';
import { shippedWaters } from '../fixtures/questions';

interface ToolOptions extends Partial<Pick<BenchKit, 'role' | 'instrument' | 'cursors'>> {
  waterId?: string;
  passId?: string;
  /** Pings sounded up to where the boat is; 0 leaves the picture empty. */
  pings?: number;
}

/** Pixels of a picture that holds these pings. */
const pictureOf = (kit: Pick<BenchKit, 'setup' | 'instrument'>, pings: number) => ({
  view: kit.setup.views[kit.instrument],
  pxPerM: 20,
  pxPerTrackM: 8,
  lengthPx: 400,
  rangePx: 300,
  pings,
});

export function openTool(panel: (kit: BenchKit) => ReactElement, options: ToolOptions = {}) {
  const { waterId = 'hollin-reservoir', passId, pings = 0 } = options;
  const { role = 'teach', instrument = 'cone', cursors = [] } = options;
  const { content } = shippedWaters().find(({ id }) => id === waterId)!;
  const water = waterToday(content);
  const plan = water.passes.find(({ id }) => id === passId) ?? water.passes[0];
  const setup = benchSetup();
  const layout = LAYOUTS[0];
  const pass = newPass(water, plan, plan.speedMps);
  const run = new BenchRun(
    { water, plan, pass, timeS: OPENING_TIME_S, moving: false },
    setup,
    layout.instruments,
  );
  onTestFinished(() => run.close());
  const desk = new Desk(run, { setup, layout, ownLayouts: [], notes: '' });
  const { ring, endPing } = soundedBefore(run, instrument, setup, pings);

  function Tool() {
    const snapshot = useStore(run.store);
    const state = useStore(desk.store);
    return panel({
      run,
      desk,
      snapshot,
      state,
      setup: state.setup,
      record: { ...newRecord('water', waterId, 0), content },
      day: OWN_DAY,
      water,
      units: 'metric',
      role,
      instrument,
      ring,
      endPing,
      sounder: state.setup.sounders[instrument],
      picture: pictureOf({ setup: state.setup, instrument }, pings),
      frozen: !snapshot.moving,
      cursors,
      picked: null,
      regions: [],
      marks: [],
    });
  }
  return { user: userEvent.setup(), run, desk, ring, endPing, ...render(<Tool />) };
}

function soundedBefore(
  run: BenchRun,
  instrument: Instrument,
  setup: ReturnType<typeof benchSetup>,
  pings: number,
): Pick<BenchKit, 'ring' | 'endPing'> {
  if (pings === 0) return { ring: null, endPing: 0 };
  const sounding = createSoundingRun({
    ...run.requestOf(instrument, setup),
    firstPing: 0,
    pingCount: 1,
  });
  const endPing = Math.floor(OPENING_TIME_S * sounding.info.pingRateHz);
  const ring = new EchoRing(sounding.info, pings, endPing - pings);
  ring.append(sounding.block(endPing - pings, pings));
  return { ring, endPing };
}
