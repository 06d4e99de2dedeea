/** What a session tells: to the memory of the browser, to the students' window, to a chart beside it. */
import isEqual from 'fast-deep-equal';
import type { Eye } from '@core/display';
import type { WaterRecord } from '@core/records';
import { type Setup, withFaults } from '@core/setup';
import type { EchoRing, Instrument, Rig } from '@core/sounding';
import type { DayChoice } from '@core/waters';
import type { BoatNews } from '@/ui/boatChannel';
import type { BenchMemory } from './benchMemory';
import type { BenchRun } from './benchRun';
import type { Desk } from './desk';
import { type HeldLure, inHand } from './heldLure';
import type { Presented } from './presenting';

/** What of a session is told. */
interface Told {
  run: BenchRun;
  desk: Desk;
  record: WaterRecord;
  day: DayChoice;
  setup: Setup;
  instrument: Instrument;
  ring: EchoRing | null;
  showsTruth: boolean;
  shownEnd: () => number;
  store: { getState: () => { held: HeldLure | null; lit: string | null; eye: Eye } };
}

export function memoryOf(session: Told, rig: Rig): BenchMemory {
  const { setup, layout, ownLayouts, notes } = session.desk.store.getState();
  const { pass, timeS, moving } = session.run.store.getState();
  return {
    waterId: session.record.id,
    pass,
    setup: { ...setup, rig: isEqual(setup.rig, rig) ? null : setup.rig },
    layout,
    ownLayouts,
    timeS,
    frozen: !moving,
    notes,
  };
}

export function presentedBy(session: Told): Presented {
  const { held, lit, eye } = session.store.getState();
  const { setup, layout } = session.desk.store.getState();
  const { pass, timeS, shownS, moving, rate } = session.run.store.getState();
  return {
    waterId: session.record.id,
    day: session.day,
    pass,
    setup,
    layout,
    active: session.instrument,
    inHand: inHand(held),
    timeS,
    shownS,
    moving,
    rate,
    revealed: session.showsTruth,
    lit,
    eye,
  };
}

/** Where the boat is and what it finds, for a chart beside the bench. */
export function newsOf(session: Told): BoatNews {
  const { run, instrument, ring } = session;
  const pose = run.poseAt(run.store.getState().shownS);
  const sounder = withFaults(session.setup).sounders[instrument];
  const endPing = session.shownEnd();
  const depthM = ring && endPing > ring.first ? ring.trackedDepthM[ring.slot(endPing - 1)] : NaN;
  return {
    waterId: session.record.id,
    xM: pose.xM,
    yM: pose.yM,
    headingRad: pose.headingRad,
    speedMps: pose.speedMps,
    depthM: Number.isFinite(depthM) ? depthM : null,
    beamDeg: 'acrossBeamwidthDeg' in sounder ? sounder.acrossBeamwidthDeg : sounder.beamwidthDeg,
  };
}
