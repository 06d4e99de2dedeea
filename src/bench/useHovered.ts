import { useMemo } from 'react';
import { useStore } from 'zustand';
import type { BenchSession } from './session';

/** Where the boat was when the cell under the cursor was heard, and its slant range, m; now, and null, where there is none. */
export function useHovered(session: BenchSession) {
  const { run, instrument } = session;
  const { rings, shownS } = useStore(run.store);
  const hover = useStore(session.store, (now) => now.hover);
  const ring = rings[instrument];
  const point = hover?.at === instrument && ring ? hover.point : null;
  const timeS = point && ring ? point.ping / ring.info.pingRateHz : shownS;
  return {
    pose: useMemo(() => run.poseAt(timeS), [run, timeS]),
    rangeM: point && ring ? (point.bin + 0.5) * ring.info.rangeStepM : null,
  };
}
