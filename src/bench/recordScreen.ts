import { format as formatDate } from 'date-fns/format';
import type { PassPlan, PassRun } from '@core/pass';
import { cutRecording, sceneryOf } from '@core/reading';
import { skillsFor } from '@core/drills';
import {
  digestOf,
  emptinessOf,
  type ScreenRecord,
  truthOfScreen,
  type WaterRecord,
  newScreen,
} from '@core/records';
import { type Setup, withFaults } from '@core/setup';
import type { EchoRing, Instrument } from '@core/sounding';
import type { Target } from '@core/targets';
import { type DayChoice, onDay, waterToday } from '@core/waters';
import { createId } from '@/storage/database';
import { saveScreen } from '@/storage/screens';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';

export interface Recording {
  water: WaterRecord;
  day: DayChoice;
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
  const id = createId('screen');
  const { sounders, rig, views } = withFaults(setup);
  const usualName = `${plan.name}, ${INSTRUMENT_NAME[instrument].toLowerCase()}, ${formatDate(now, 'HH:mm:ss')}`;
  const bare = newScreen(
    {
      id,
      name: of.name.trim() || usualName,
      notes: of.notes,
      waterId: water.id,
      waterName: water.content.name,
      passName: plan.name,
      instrument,
      source: {
        kind: 'simulated',
        info: ring.info,
        sounder: sounders[instrument],
        rig,
        pass,
        day: of.day,
      },
      firstPing: recording.firstPing,
      pingCount: recording.pingCount,
      view: views[instrument],
      evidence: { kind: 'simulated', dateMs: now.getTime(), who: '', note: '' },
    },
    now.getTime(),
  );
  const ground = { info: ring.info, ...recording };
  const regions = truthOfScreen(bare, ground, bare.view);
  const { scene } = waterToday(onDay(water.content, of.day));
  const digest = digestOf(regions, sceneryOf({ ...ground, scene, rig, view: bare.view, regions }));
  // A fault hides fish: that is no empty water.
  const nothingHere = setup.faults.length > 0 ? null : emptinessOf(regions);
  const record: ScreenRecord = {
    ...bare,
    ...digest,
    nothingHere,
    skills: skillsFor(instrument, digest.contents ?? [], nothingHere !== null),
  };
  await saveScreen(record, { ...recording, cellsPerPing: ring.stride, isFine: false });
  return record;
}
