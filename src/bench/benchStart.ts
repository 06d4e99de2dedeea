/** How a bench begins: what was remembered, or the start of a pass. */
import { chartGrid, deepestM } from '@core/chart';
import { type BoatRecord, type WaterRecord } from '@core/records';
import { type DayChoice, onDay, waterToday } from '@core/waters';
import { LAYOUTS, type Layout, type Setup, usualSetup } from '@core/setup';
import type { BenchMemory } from './benchMemory';
import type { BenchStart } from './benchSnapshot';
import { newPass, OPENING_TIME_S, staysPut } from './passes';

export interface BenchOpening {
  water: WaterRecord;
  boat: BoatRecord;
  /** Of the water. */
  day: DayChoice;
  passId: string | null;
  memory: BenchMemory | null;
  /** The user's, over whatever water. */
  ownLayouts: Layout[];
}

export const JIG_LAYOUT: Layout = LAYOUTS.find(({ id }) => id === 'jig')!;

export function benchStart({ water, day, passId, memory }: BenchOpening): BenchStart {
  const today = waterToday(onDay(water.content, day));
  const planId = memory?.pass.planId ?? passId;
  const plan = today.passes.find((candidate) => candidate.id === planId) ?? today.passes[0];
  return {
    water: today,
    plan,
    pass: memory?.pass ?? newPass(today, plan, plan.speedMps),
    timeS: memory?.timeS ?? OPENING_TIME_S,
    moving: !(memory?.frozen ?? false),
  };
}

export function startingSetup({ boat, memory }: BenchOpening, start: BenchStart): Setup {
  const { conditions } = start.water;
  return usualSetup(
    {
      deepestM: deepestM(chartGrid(start.water.scene.bottom)),
      rig: boat.rig,
      speedMps: start.pass.speedChanges.at(-1)!.speedMps,
      waveHeightM: conditions.iceM > 0 ? 0 : conditions.waveHeightM,
    },
    memory?.setup,
  );
}

export const startingLayout = ({ memory }: BenchOpening, { pass }: BenchStart): Layout =>
  memory?.layout ?? (staysPut(pass) ? JIG_LAYOUT : LAYOUTS[0]);
