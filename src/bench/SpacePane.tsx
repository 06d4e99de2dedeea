/** The moment under the cursor in space; closed until the water may be opened. */
import { useStore } from 'zustand';
import { withFaults } from '@core/setup';
import { SpaceView } from '@/ui/space/SpaceView';
import type { BenchSession } from './session';
import { useHovered } from './useHovered';
import { useKit } from './useKit';

export function SpacePane({ session }: { session: BenchSession }) {
  const { run, setup, instrument, units, water } = useKit(session);
  const lit = useStore(session.store, (now) => now.lit);
  const { pose, rangeM } = useHovered(session);
  if (!session.showsTruth) {
    return (
      <p className="grid h-full place-items-center rounded-md border border-hairline bg-card p-6 text-center text-ink-2">
        Closed. Say first what each echo is, then reveal what caused it: then the water opens here.
      </p>
    );
  }
  const faulted = withFaults(setup);
  return (
    <SpaceView
      bottom={water.scene.bottom}
      targets={run.targets()}
      sounder={faulted.sounders[instrument]}
      rig={faulted.rig}
      pose={pose}
      units={units}
      numberOf={session.knownNumber}
      lit={lit}
      rangeM={rangeM}
      onLight={(targetId) => session.set({ lit: targetId })}
    />
  );
}
