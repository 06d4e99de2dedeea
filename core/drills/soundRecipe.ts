/** Sounds a recipe over its water: the screen a drill asks about, made from nothing but seeds. */
import { sedimentAt } from '../bottom';
import { chartGrid, deepestM } from '../chart';
import { passRunSchema, type PassRun, type PassPlan } from '../pass';
import { cutRecording, judgeScreen, onPicture, type Recording } from '../reading';
import type { View } from '../display';
import { onDay, waterToday, type WaterContent } from '../waters';
import {
  BANDS,
  FAULTS,
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
import { createSoundingRun, type EchogramInfo, type Instrument, soundRig } from '../sounding';
import type { DrillScreen } from './drillScreen';
import type { Recipe } from './recipe';

const DRAFT_M = 0.3;
/** Cells to a ping: enough to learn on, little enough to sound many. */
const BINS: Record<Instrument, number> = {
  cone: 420,
  column: 420,
  downFan: 420,
  sideFans: 420,
  sector: 260,
};
const SOUNDED_M = 22;

export interface SoundedRecipe {
  plan: PassPlan;
  setup: Setup;
  pass: PassRun;
  info: EchogramInfo;
  recording: Recording;
}

function setupFor(recipe: Recipe, water: WaterContent, speedMps: number): [Setup, View] {
  const { instrument, bandId, rangeM, view = {}, faults = [] } = recipe;
  const usual = usualSetup({
    deepestM: Math.min(SOUNDED_M, deepestM(chartGrid(water.scene.bottom))),
    rig: soundRig(DRAFT_M),
    speedMps,
    waveHeightM: water.conditions.waveHeightM,
  });
  let setup = bandId ? withChosenBand(usual, instrument, bandId) : usual;
  const range = rangeM ?? setup.sounders[instrument].rangeM;
  const pingRateHz = recipe.pingRateHz ?? setup.sounders[instrument].pingRateHz;
  setup = withSounder(setup, instrument, { rangeM: range, pingRateHz, binCount: BINS[instrument] });
  setup = withView(setup, instrument, {
    gainDb: USUAL_GAIN_DB[instrument],
    ...(rangeM ? { bottomM: rangeM } : {}),
    ...view,
  });
  const sound = setup.views[instrument];
  for (const fault of faults) setup = putFault(setup, fault, false);
  return [withFaults(setup), sound];
}

/**
 * @throws if the water has no such pass, or the band is not the instrument's
 */
export function soundRecipe(
  recipe: Recipe,
  water: WaterContent,
): SoundedRecipe & { soundView: View } {
  const { instrument, bandId, passId, pings } = recipe;
  const plan = water.passes.find(({ id }) => id === passId);
  if (!plan) throw new Error(`${water.name} has no pass "${passId}".`);
  if (bandId && !BANDS[instrument].some(({ id }) => id === bandId)) {
    throw new Error(`The ${instrument} has no band "${bandId}".`);
  }
  const speedMps = recipe.speedMps ?? plan.speedMps;
  const [setup, soundView] = setupFor(recipe, water, speedMps);
  const pass = passWithFaults(
    passRunSchema.parse({
      planId: plan.id,
      routeM: recipe.routeM ?? plan.routeM,
      speedChanges: [{ fromTimeS: 0, speedMps }],
      holding: plan.holding,
      heaveM: 0.02,
      rollDeg: 0.6,
      seed: water.scene.seed,
    }),
    setup,
  );
  const sounder = setup.sounders[instrument];
  const endS = recipe.endS ?? (recipe.endAlongM ?? 0) / Math.max(0.01, speedMps);
  const request = { scene: water.scene, sounder, rig: setup.rig, pass, truth: true };
  const run = createSoundingRun({ ...request, firstPing: 0, pingCount: 1 });
  const endPing = Math.max(pings, Math.round(endS * run.info.pingRateHz));
  const block = run.block(endPing - pings, pings);
  const recording = cutRecording(
    { ...block, targets: water.scene.targets },
    block.firstPing,
    endPing,
  );
  return { plan, setup, pass, info: run.info, recording, soundView };
}

/** The water of a recipe, as the boat finds it on its day. */
export const waterOf = ({ day }: Pick<Recipe, 'day'>, content: WaterContent): WaterContent =>
  waterToday(onDay(content, day));

/** Where the bench stands at the end of a recipe: sounder, mount, view, way and time. */
export function momentOf(recipe: Recipe, content: WaterContent) {
  const { setup, pass, info, recording } = soundRecipe(
    { ...recipe, pings: Math.min(recipe.pings, 2) },
    waterOf(recipe, content),
  );
  const { instrument } = recipe;
  return {
    sounder: setup.sounders[instrument],
    view: setup.views[instrument],
    rig: setup.rig,
    pass,
    timeS: (recording.firstPing + recording.pingCount) / info.pingRateHz,
  };
}

/**
 * The screen of a recipe with its truth, over the water as its record holds it.
 * @param change what is otherwise in the water of that day
 */
export function screenOfRecipe(
  recipe: Recipe,
  waterId: string,
  content: WaterContent,
  change: (water: WaterContent) => WaterContent = (water) => water,
): DrillScreen {
  const water = change(waterOf(recipe, content));
  const { setup, info, recording, soundView } = soundRecipe(recipe, water);
  const { instrument, faults = [] } = recipe;
  const { firstPing, track, targets } = recording;
  const view = setup.views[instrument];
  // A fault of the picture hides nothing from the truth: it is asked what would be seen without it.
  const tone = faults.some((id) => FAULTS[id].view) ? soundView : view;
  const input = { info, targets, rows: recording.truth, track, firstPing, tone };
  const middle = Math.floor(recording.pingCount / 2);
  return {
    waterId,
    waterName: water.name,
    info,
    track,
    firstPing,
    pingCount: recording.pingCount,
    levelsCdb: recording.levelsCdb,
    colours: null,
    view,
    targets,
    regions: onPicture(judgeScreen(input), info, soundView),
    sounder: setup.sounders[instrument],
    rig: setup.rig,
    faults: [...faults],
    mayBeEmpty: faults.length === 0,
    soundView,
    sediment: sedimentAt(water.scene.bottom, track.xM[middle], track.yM[middle]),
  };
}
