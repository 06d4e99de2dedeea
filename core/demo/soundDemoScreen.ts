import { chartGrid, deepestM } from '../chart';
import { type EchoContent } from '../formats/echoFile';
import { passRunSchema } from '../pass';
import { cutRecording } from '../reading';
import { skillsFor } from '../drills/skills';
import {
  digestOf,
  emptinessOf,
  newRecord,
  type ScreenRecord,
  truthOfScreen,
  type WaterContent,
} from '../records';
import {
  BANDS,
  passWithFaults,
  putFault,
  type Setup,
  usualSetup,
  USUAL_GAIN_DB,
  withChosenBand,
  withFaults,
  withSounder,
  withView,
} from '../setup';
import { cellsPerPing, createSoundingRun, type Instrument, soundRig } from '../sounding';
import type { DemoScreen } from './demoScreens';

const DRAFT_M = 0.3;
/** Cells to a ping: enough to learn on, little enough to ship. */
const BINS: Record<Instrument, number> = {
  cone: 420,
  column: 420,
  downFan: 420,
  sideFans: 420,
  sector: 260,
};
const SOUNDED_M = 22;

/** The setup a demo screen is recorded with. */
function setupOf(screen: DemoScreen, water: WaterContent, speedMps: number): Setup {
  const { instrument, bandId, rangeM, view = {}, faults = [] } = screen;
  const usual = usualSetup({
    deepestM: Math.min(SOUNDED_M, deepestM(chartGrid(water.scene.bottom))),
    rig: soundRig(DRAFT_M),
    speedMps,
    waveHeightM: water.conditions.waveHeightM,
  });
  let setup = bandId ? withChosenBand(usual, instrument, bandId) : usual;
  const range = rangeM ?? setup.sounders[instrument].rangeM;
  setup = withSounder(setup, instrument, { rangeM: range, binCount: BINS[instrument] });
  setup = withView(setup, instrument, {
    gainDb: USUAL_GAIN_DB[instrument],
    ...(rangeM ? { bottomM: rangeM } : {}),
    ...view,
  });
  for (const fault of faults) setup = putFault(setup, fault, false);
  return withFaults(setup);
}

/**
 * Sounds a demo screen: the record and what its echo file holds, the same on every machine.
 * @throws if the water has no such pass, or the band is not the instrument's
 */
export function soundDemoScreen(
  screen: DemoScreen,
  water: WaterContent,
  timeMs: number,
): { record: ScreenRecord; echo: EchoContent } {
  const { instrument, bandId } = screen;
  const plan = water.passes.find(({ id }) => id === screen.passId);
  if (!plan) throw new Error(`${screen.id}: ${water.name} has no pass "${screen.passId}".`);
  if (bandId && !BANDS[instrument].some(({ id }) => id === bandId)) {
    throw new Error(`${screen.id}: the ${instrument} has no band "${bandId}".`);
  }
  const speedMps = screen.speedMps ?? plan.speedMps;
  const setup = setupOf(screen, water, speedMps);
  const pass = passWithFaults(
    passRunSchema.parse({
      planId: plan.id,
      routeM: plan.routeM,
      speedChanges: [{ fromTimeS: 0, speedMps }],
      holding: plan.holding,
      heaveM: 0.02,
      rollDeg: 0.6,
      seed: water.scene.seed,
    }),
    setup,
  );
  const sounder = setup.sounders[instrument];
  const endS = screen.endS ?? screen.endAlongM! / speedMps;
  const request = { scene: water.scene, sounder, rig: setup.rig, pass, truth: true };
  const run = createSoundingRun({ ...request, firstPing: 0, pingCount: 1 });
  const endPing = Math.max(screen.pings, Math.round(endS * run.info.pingRateHz));
  const block = run.block(endPing - screen.pings, screen.pings);
  const recording = cutRecording(
    { ...block, targets: water.scene.targets },
    block.firstPing,
    endPing,
  );
  const { info } = run;
  const echo: EchoContent = { ...recording, cellsPerPing: cellsPerPing(info), isFine: false };
  const record: ScreenRecord = {
    ...newRecord('screen', screen.id, timeMs),
    name: screen.name,
    notes: screen.notes,
    waterId: screen.waterId,
    waterName: water.name,
    passName: plan.name,
    instrument,
    source: { kind: 'simulated', info, sounder, rig: setup.rig, pass },
    echoId: screen.id,
    firstPing: recording.firstPing,
    pingCount: recording.pingCount,
    view: setup.views[instrument],
    truth: { changes: [], regions: [] },
    evidence: { kind: 'simulated', dateMs: timeMs, who: 'Wise Ripple', note: '' },
    nothingHere: null,
    tags: screen.tags ?? [],
    skills: [],
    difficulty: null,
    contents: null,
  };
  const regions = truthOfScreen(record, { info, ...recording }, record.view);
  const digest = digestOf(regions);
  const isBadSetting = record.tags.includes('bad setting');
  return {
    record: {
      ...record,
      ...digest,
      // A bad setting hides fish: that is no empty water.
      nothingHere: isBadSetting ? null : emptinessOf(regions),
      skills: skillsFor(instrument, digest.contents ?? []),
    },
    echo,
  };
}
