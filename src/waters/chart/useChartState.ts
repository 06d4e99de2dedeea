import { useEffect, useRef, useState } from 'react';
import { type ChartState, saveChartState } from '@/storage/chartState';

const SAVE_AFTER_MS = 300;

/** The state of a chart, kept in the browser as it changes. */
export function useChartState(
  waterId: string,
  opened: ChartState,
): [ChartState, (change: Partial<ChartState>) => void] {
  const [state, setState] = useState(opened);
  const unsaved = useRef<ChartState | null>(null);
  useEffect(() => {
    if (state === opened) return;
    unsaved.current = state;
    const save = () => {
      if (unsaved.current) void saveChartState(waterId, unsaved.current);
      unsaved.current = null;
    };
    const timer = setTimeout(save, SAVE_AFTER_MS);
    window.addEventListener('pagehide', save);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('pagehide', save);
    };
  }, [state, opened, waterId]);
  return [state, (change) => setState((old) => ({ ...old, ...change }))];
}
