import { useEffect, useState } from 'react';
import { type ChartState, saveChartState } from '@/storage/chartState';

/** The state of a chart, kept in the browser as it changes. */
export function useChartState(
  waterId: string,
  opened: ChartState,
): [ChartState, (change: Partial<ChartState>) => void] {
  const [state, setState] = useState(opened);
  useEffect(() => {
    if (state !== opened) void saveChartState(waterId, state);
  }, [state, opened, waterId]);
  return [state, (change) => setState((old) => ({ ...old, ...change }))];
}
