/** The column of controls. */
import { useStore } from 'zustand';
import { radToDeg } from '@core/units';
import { ControlList } from '@/ui/echo/ControlList';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';
import { Segmented } from '@/ui/Segmented';
import { staysPut } from './passes';
import type { BenchSession } from './session';
import { SteerControls } from './SteerControls';
import { useKit } from './useKit';

export function BenchAside({ session }: { session: BenchSession }) {
  const { run, desk, snapshot, setup, state, instrument, picture, units, marks } = useKit(session);
  const eye = useStore(session.store, (now) => now.eye);
  const { initial } = session;
  const { instruments } = state.layout;
  const pose = run.poseAt(snapshot.shownS);
  return (
    <aside
      aria-label="Controls"
      className="flex shrink-0 flex-col gap-1 md:w-66 md:overflow-y-auto"
    >
      {instruments.length > 1 && (
        <Segmented
          className="shrink-0 [&>button]:px-1 [&>button]:text-xs"
          label="Picture that the controls act on"
          value={instrument}
          options={instruments.map((name) => ({ value: name, label: INSTRUMENT_NAME[name] }))}
          onChange={(chosen) => session.set({ chosen })}
        />
      )}
      <ControlList
        setup={setup}
        initial={{ ...initial, boat: { ...initial.boat, speedMps: snapshot.plan.speedMps } }}
        instrument={instrument}
        groups={['send', 'listen', 'show', 'boat']}
        shown={session.showsControl}
        units={units}
        eye={eye}
        pxPerM={picture?.pxPerM ?? 0}
        lengthPx={picture?.lengthPx ?? 0}
        settled={picture?.view ?? null}
        speedMps={pose.speedMps}
        onChange={desk.change}
        extra={{
          boat: (
            <SteerControls
              isHeld={staysPut(snapshot.pass)}
              canSteer={run.canSteer}
              isStopped={setup.boat.speedMps === 0}
              headingDeg={(radToDeg(pose.headingRad) + 360) % 360}
              hasMark={marks.length > 0}
              onTurn={session.turn}
              onCourse={session.course}
              onStop={session.stopOrGo}
              onCircle={session.circleBack}
            />
          ),
        }}
      />
    </aside>
  );
}
