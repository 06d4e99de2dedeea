/** How the chart of a water was left. */
import { type ChartRecord, newRecord } from '@core/records';
import { type DayChoice, OWN_DAY } from '@core/waters';
import { getRecord, putRecord } from './database';

export type ChartState = Omit<ChartRecord, keyof ReturnType<typeof newRecord>>;

const FRESH_CHART: ChartState = {
  stepM: 1,
  shading: 'depth',
  launch: null,
  unsafeShown: false,
  band: { shown: false, targetM: 6, toleranceM: 0.5 },
  up: 'north',
  day: OWN_DAY,
  draft: null,
};

/** One record a water, under the water's id. */
export async function loadChartState(waterId: string): Promise<ChartState> {
  const stored = await getRecord('chart', waterId);
  return stored.ok && stored.value ? stored.value : FRESH_CHART;
}

export async function saveChartState(waterId: string, state: ChartState): Promise<void> {
  const record: ChartRecord = { ...state, ...newRecord('chart', waterId, Date.now()) };
  await putRecord<'chart'>(record);
}

export const loadDay = async (waterId: string): Promise<DayChoice> =>
  (await loadChartState(waterId)).day;

export async function saveDay(waterId: string, day: DayChoice): Promise<void> {
  await saveChartState(waterId, { ...(await loadChartState(waterId)), day });
}
