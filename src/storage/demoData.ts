/** Puts the demo waters and some recorded screens into an empty workspace, sounded on the spot. */
import { type DemoScreen, DEMO_SCREENS, hollinReservoir } from '@core/demo';
import { viewOf } from '@core/display';
import { cutRecording } from '@core/reading';
import { newRecord, type WaterContent } from '@core/records';
import { passRunSchema } from '@core/pass';
import { coneFromPreset, EchoRing, type SoundingRequest, soundRig } from '@core/sounding';
import { SoundingClient } from '@/workers/soundingClient';
import { saveScreen } from './screens';
import { useSettings } from './settings';
import { addShippedWaters, DEMO_TIME_MS } from './waters';

const DEMO_WATER_ID = 'hollin-reservoir';

async function soundDemoScreen(
  client: SoundingClient,
  water: WaterContent,
  screen: DemoScreen,
  timeMs: number,
): Promise<void> {
  const plan = water.passes.find((pass) => pass.id === screen.passId)!;
  const sounder = coneFromPreset(screen.presetId);
  const endPing = Math.round((screen.endAlongM / screen.speedMps) * sounder.pingRateHz);
  const request: SoundingRequest = {
    scene: water.scene,
    sounder,
    rig: soundRig(0.3),
    pass: passRunSchema.parse({
      planId: plan.id,
      routeM: plan.routeM,
      speedChanges: [{ fromTimeS: 0, speedMps: screen.speedMps }],
      heaveM: 0.02,
      rollDeg: 0.6,
      seed: water.scene.seed,
    }),
    firstPing: endPing - screen.pingCount,
    pingCount: screen.pingCount,
    truth: true,
  };
  const { info, blocks } = await client.collect(request);
  const ring = new EchoRing(info, screen.pingCount, request.firstPing);
  for (const block of blocks) ring.append(block);
  const whole = ring.stretch(request.firstPing, endPing);
  const recording = cutRecording(
    { ...whole, targets: water.scene.targets },
    request.firstPing,
    endPing,
  );
  await saveScreen(
    {
      ...newRecord('screen', screen.id, timeMs),
      name: screen.name,
      notes: screen.notes,
      waterId: DEMO_WATER_ID,
      waterName: water.name,
      passName: plan.name,
      sounder,
      rig: request.rig,
      pass: request.pass,
      firstPing: recording.firstPing,
      pingCount: recording.pingCount,
      info,
      view: viewOf({
        gainDb: screen.gainDb,
        paletteId: 'rockpool',
        topM: 0,
        bottomM: screen.bottomM,
        scrollPxPerS: 20,
      }),
      targets: recording.targets,
      evidence: 'simulated',
    },
    { ...recording, cellsPerPing: ring.stride },
  );
}

/** @param onProgress share done, 0–1 */
async function seed(onProgress: (share: number) => void): Promise<void> {
  const water = hollinReservoir();
  const client = new SoundingClient();
  try {
    await addShippedWaters();
    for (const [index, screen] of DEMO_SCREENS.entries()) {
      await soundDemoScreen(client, water, screen, DEMO_TIME_MS - index);
      onProgress((index + 1) / DEMO_SCREENS.length);
    }
  } finally {
    client.close();
  }
}

let seeding: Promise<void> | null = null;

/**
 * Loads settings and, once in the life of a workspace, puts in the demo data. Every place calls this
 * first, so it does not matter where a new user arrives.
 */
export async function prepareWorkspace(
  onProgress: (share: number) => void = () => {},
): Promise<void> {
  await useSettings.getState().load();
  if (useSettings.getState().demoSeeded) return;
  seeding ??= seed(onProgress).then(() => useSettings.getState().change({ demoSeeded: true }));
  await seeding;
}
