import { format as formatDate } from 'date-fns/format';
import type { PassPlan, PassRun } from '@core/pass';
import { cutRecording } from '@core/reading';
import { newRecord, type ScreenRecord, type WaterRecord } from '@core/records';
import { type Setup, withFaults } from '@core/setup';
import type { EchoRing, Instrument } from '@core/sounding';
import type { Target } from '@core/targets';
import { createId } from '@/storage/database';
import { saveScreen } from '@/storage/screens';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';

export interface Recording {
  water: WaterRecord;
  plan: PassPlan;
  targets: Target[];
  instrument: Instrument;
  setup: Setup;
  /** As sailed. */
  pass: PassRun;
  ring: EchoRing;
  fromPing: number;
  endPing: number;
  /** Named after pass, instrument and hour when empty. */
  name: string;
  notes: string;
}

const MOST_PINGS = 20_000;

/** Puts a stretch of a picture into the library: raw echo, view, settings and truth. */
export async function recordScreen(of: Recording): Promise<ScreenRecord> {
  const { water, plan, targets, instrument, setup, pass, ring } = of;
  const fromPing = Math.max(ring.first, of.fromPing, of.endPing - MOST_PINGS);
  const stretch = ring.stretch(fromPing, of.endPing);
  const recording = cutRecording({ ...stretch, targets }, stretch.firstPing, of.endPing);
  const now = new Date();
  const { sounders, rig, views } = withFaults(setup);
  const usualName = `${plan.name}, ${INSTRUMENT_NAME[instrument].toLowerCase()}, ${formatDate(now, 'HH:mm:ss')}`;
  const record: ScreenRecord = {
    ...newRecord('screen', createId('screen'), now.getTime()),
    name: of.name.trim() || usualName,
    notes: of.notes,
    waterId: water.id,
    waterName: water.content.name,
    passName: plan.name,
    sounder: sounders[instrument],
    rig,
    pass,
    firstPing: recording.firstPing,
    pingCount: recording.pingCount,
    info: ring.info,
    view: views[instrument],
    targets: recording.targets,
    evidence: 'simulated',
  };
  await saveScreen(record, { ...recording, cellsPerPing: ring.stride });
  return record;
}
