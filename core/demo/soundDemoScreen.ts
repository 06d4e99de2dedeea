import { SKILL_IDS, skillsFor } from '../drills/skills';
import { soundRecipe, waterOf } from '../drills/soundRecipe';
import { digestOf, emptinessOf, type ScreenRecord, truthOfScreen, newScreen } from '../records';
import { type WaterContent } from '../waters';
import { cellsPerPing } from '../sounding';
import { type Recording, sceneryOf } from '../reading';
import type { DemoScreen } from './demoScreen';
import { TRAINS } from './trains';

/** What its file holds: all of the recording. */
type DemoEcho = Recording & { cellsPerPing: number; isFine: boolean };

/**
 * Sounds a demo screen: the record and what its echo file holds, the same on every machine.
 * @throws if the water has no such pass, or the band is not the instrument's
 */
export function soundDemoScreen(
  screen: DemoScreen,
  water: WaterContent,
  timeMs: number,
): { record: ScreenRecord; echo: DemoEcho } {
  const { instrument } = screen;
  const today = waterOf(screen, water);
  const { plan, setup, pass, info, recording } = soundRecipe(screen, today);
  const sounder = setup.sounders[instrument];
  const echo: DemoEcho = { ...recording, cellsPerPing: cellsPerPing(info), isFine: false };
  const record = newScreen(
    {
      id: screen.id,
      name: screen.name,
      notes: screen.notes,
      waterId: screen.waterId,
      waterName: water.name,
      passName: plan.name,
      instrument,
      source: { kind: 'simulated', info, sounder, rig: setup.rig, pass, day: screen.day },
      firstPing: recording.firstPing,
      pingCount: recording.pingCount,
      view: setup.views[instrument],
      evidence: { kind: 'simulated', dateMs: timeMs, who: 'Wise Ripple', note: '' },
      tags: screen.tags ?? [],
    },
    timeMs,
  );
  const regions = truthOfScreen(record, { info, ...recording }, record.view);
  const digest = digestOf(
    regions,
    sceneryOf({
      ...recording,
      info,
      scene: today.scene,
      rig: setup.rig,
      view: record.view,
      regions,
    }),
  );
  // A bad setting hides fish: that is no empty water.
  const nothingHere = record.tags.includes('bad setting') ? null : emptinessOf(regions);
  const skills = new Set([
    ...skillsFor(instrument, digest.contents ?? [], nothingHere !== null),
    ...(TRAINS[screen.id] ?? []),
  ]);
  return {
    record: {
      ...record,
      ...digest,
      nothingHere,
      skills: SKILL_IDS.filter((id) => skills.has(id)),
    },
    echo,
  };
}
