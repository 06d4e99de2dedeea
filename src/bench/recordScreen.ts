import { format as formatDate } from 'date-fns/format';
import type { View } from '@core/display';
import { cutRecording } from '@core/reading';
import { newRecord, type ScreenRecord, waterToday, type WaterRecord } from '@core/records';
import { CONE_PRESETS, type EchoRing } from '@core/sounding';
import { createId } from '@/storage/database';
import { saveScreen } from '@/storage/screens';
import type { BenchRun } from './benchRun';

interface RecordOptions {
  water: WaterRecord;
  run: BenchRun;
  ring: EchoRing;
  view: View;
  /** The last so many pings: what is on the screen. */
  pings: number;
}

/** Puts what is on the screen into the library: raw echo, view, settings and truth. */
export async function recordScreen({
  water,
  run,
  ring,
  view,
  pings,
}: RecordOptions): Promise<ScreenRecord> {
  const stretch = ring.stretch(ring.end - pings, ring.end);
  const recording = cutRecording(
    { ...stretch, targets: waterToday(water.content).scene.targets },
    stretch.firstPing,
    ring.end,
  );
  const now = new Date();
  const { presetId, plan, pass } = run.store.getState();
  const record: ScreenRecord = {
    ...newRecord('screen', createId('screen'), now.getTime()),
    name: `${plan.name}, ${CONE_PRESETS[presetId].label.split(',')[0]}, ${formatDate(now, 'HH:mm:ss')}`,
    notes: '',
    waterId: water.id,
    waterName: water.content.name,
    passName: plan.name,
    ...run.soundedWith,
    pass,
    firstPing: recording.firstPing,
    pingCount: recording.pingCount,
    info: ring.info,
    view,
    targets: recording.targets,
    evidence: 'simulated',
  };
  await saveScreen(record, { ...recording, cellsPerPing: ring.stride });
  return record;
}
