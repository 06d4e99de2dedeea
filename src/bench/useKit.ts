import { useStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import { withFaults } from '@core/setup';
import { useSettings } from '@/storage/settings';
import type { BenchKit } from './kit';
import type { BenchSession } from './session';

/** What stands on the bench now, for its tools and panels. */
export function useKit(session: BenchSession): BenchKit {
  const { run, desk } = session;
  const snapshot = useStore(run.store);
  const state = useStore(desk.store);
  // Without what the pointer only passes over.
  const { cursors, picked, judged, marks, pictures } = useStore(
    session.store,
    useShallow(({ hover: _, lit: __, ...rest }) => rest),
  );
  const { units, role } = useSettings();
  const { instrument } = session;
  const { setup } = state;
  return {
    run,
    desk,
    snapshot,
    state,
    setup,
    record: session.record,
    day: session.day,
    water: session.water,
    units,
    role,
    instrument,
    ring: snapshot.rings[instrument] ?? null,
    endPing: run.endPing(instrument),
    sounder: withFaults(setup).sounders[instrument],
    picture: pictures[instrument] ?? null,
    frozen: !snapshot.moving,
    cursors: cursors.at === instrument ? cursors.list : [],
    picked: picked?.at === instrument ? picked.point : null,
    regions: judged[instrument] ?? [],
    marks,
  };
}
