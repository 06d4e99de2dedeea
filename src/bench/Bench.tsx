import { type ReactNode, useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { isAbeam } from '@core/sounding';
import type { DayChoice } from '@core/waters';
import { useAlone } from '@/ui/alone';
import { controlKeys } from '@/ui/echo/controlKeys';
import { ToolTabs } from '@/ui/ToolTabs';
import { surroundingsOf, useTellSurroundings } from '@/ui/surroundings';
import { useHotkeys } from '@/ui/useHotkeys';
import { BenchAside } from './BenchAside';
import { BenchHeader } from './BenchHeader';
import { BenchPictures } from './BenchPictures';
import type { BenchMemory } from './benchMemory';
import { COMMANDS } from './commands';
import type { BenchSession } from './session';
import { Timeline } from './Timeline';
import { chooseTool, toolOf, TOOLS } from './tools';
import { useKit } from './useKit';

interface BenchProps {
  session: BenchSession;
  /** Another day of the water, and the bench as it was left. */
  onDay: (day: DayChoice, left: BenchMemory) => void;
}

export function Bench({ session, onDay }: BenchProps) {
  useEffect(() => session.start(), [session]);
  const { run, takeArea } = session;
  const { progress, waiting, behind, failed } = useStore(run.store);
  useKeys(session);
  const alone = useAlone();
  useTellSurroundings(() => surroundingsAt(session));
  return (
    <div
      className="flex flex-col md:h-full md:min-h-[640px]"
      data-settled={progress === null && !waiting && !behind}
    >
      <BenchHeader session={session} onDay={(day) => onDay(day, session.memory())} />
      <div className="flex min-h-0 flex-1 flex-col gap-3 px-4 py-2 md:flex-row">
        <div className="flex min-h-0 min-w-0 flex-col gap-2 md:flex-1">
          <div
            ref={takeArea}
            className={alone.frame('relative h-[52dvh] min-h-56 md:h-auto md:flex-1')}
          >
            <BenchPictures session={session} />
            {progress !== null && (
              <p
                role="status"
                className="absolute top-1/2 left-1/2 z-10 -translate-x-1/2 rounded-md bg-card px-4 py-2 shadow-lg"
              >
                Sounding… {Math.round(100 * progress)} %
              </p>
            )}
            {failed !== null && (
              <p
                role="alert"
                className="absolute inset-x-8 top-1/3 z-10 rounded-md bg-card px-4 py-3"
              >
                The sounder stopped: {failed}. Reload the page to start it again.
              </p>
            )}
          </div>
          <BenchDrawer session={session} aside={alone.button} />
          <BenchTimeline session={session} />
        </div>
        <BenchAside session={session} />
      </div>
    </div>
  );
}

/** As the active picture shows it: nothing that a learner could not read off the bench. */
function surroundingsAt(session: BenchSession) {
  const { run, instrument, picture } = session;
  const { rings, shownS } = run.store.getState();
  const ring = rings[instrument];
  const end = session.shownEnd();
  if (!ring || !picture || end <= ring.first) return {};
  const { view, pxPerM } = picture;
  return surroundingsOf({
    channel: ring.info.channels[0],
    depthM: ring.trackedDepthM[ring.slot(end - 1)],
    speedMps: run.poseAt(shownS).speedMps,
    shownM: view.bottomM - (isAbeam(instrument) ? 0 : view.topM),
    heightPx: pxPerM * (view.bottomM - view.topM),
    pingRateHz: ring.info.pingRateHz,
  });
}

function useKeys(session: BenchSession): void {
  const { desk } = session;
  const { setup } = useStore(desk.store);
  useStore(session.store, ({ chosen }) => chosen);
  const keys = {
    ...controlKeys(setup, session.instrument, session.showsControl, desk.change),
    Escape: session.leave,
    ...Object.fromEntries(
      COMMANDS.flatMap(({ acts }) =>
        Object.entries(acts).map(([key, act]) => [key, () => act(session)]),
      ),
    ),
    ...Object.fromEntries(
      TOOLS.map(({ id, key }) => [key.toLowerCase(), () => chooseTool(session, id)]),
    ),
  };
  useHotkeys(keys, { buttonsYield: true });
}

function BenchDrawer({ session, aside }: { session: BenchSession; aside: ReactNode }) {
  const kit = useKit(session);
  const [foldedAt, setFoldedAt] = useState<string | null>(null);
  const state = useStore(session.store);
  const { id, panel, isFlush = false } = toolOf(state.tool);
  return (
    <ToolTabs
      tools={TOOLS.map((tool) => ({ ...tool, hotkey: tool.key }))}
      chosen={id}
      onChoose={(next) => chooseTool(session, next)}
      isFlush={isFlush}
      // Another tool, by its key, opens the drawer again.
      isFolded={foldedAt === id}
      onFold={(isFolded) => setFoldedAt(isFolded ? id : null)}
      aside={aside}
    >
      {panel({ session, state, kit })}
    </ToolTabs>
  );
}

function BenchTimeline({ session }: { session: BenchSession }) {
  const { run, snapshot, marks, units, ring, instrument } = useKit(session);
  return (
    <Timeline
      run={run}
      snapshot={snapshot}
      marks={marks}
      units={units}
      isReady={ring !== null}
      mayReveal={session.mayReveal}
      isRevealed={session.showsTruth}
      onReveal={session.toggleReveal}
      onFreeze={session.toggleFreeze}
      onStep={(pings) => run.step(instrument, pings)}
      onAgain={() => session.choosePass(snapshot.plan.id)}
    />
  );
}
