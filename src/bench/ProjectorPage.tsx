import isEqual from 'fast-deep-equal';
/** The students' window: the pictures of the instructor's bench in large type, and nothing that tells. */
import { useEffect, useMemo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { type WaterRecord } from '@core/records';
import { onDay, waterToday } from '@core/waters';
import { degToRad, format, formatNumber, radToDeg, SPEED, TEMPERATURE } from '@core/units';
import { temperatureAtC } from '@core/water';
import { getRecord } from '@/storage/database';
import { useSettings } from '@/storage/settings';
import { Prepared } from '@/ui/Prepared';
import { WaterMap } from '@/ui/WaterMap';
import { depthReadout } from './depthReadout';
import { BenchRun } from './benchRun';
import { BenchView } from './BenchView';
import { Desk } from './desk';
import { PaneGrid } from './PaneGrid';
import { listenToPresenter, type Presented } from './presenting';

/** Farther from the instructor's clock than this it is set again. */
const APART_S = 0.6;

function Following({ first, water }: { first: Presented; water: WaterRecord }) {
  const today = useMemo(() => waterToday(onDay(water.content, first.day)), [water, first.day]);
  const { units } = useSettings();
  const [shown, setShown] = useState(first);
  /** What was followed last. */
  const lastRef = useRef(first);
  const [{ run, desk }] = useState(() => {
    const { pass, timeS, moving, setup, layout } = first;
    const plan = today.passes.find(({ id }) => id === pass.planId) ?? today.passes[0];
    const made = new BenchRun(
      { water: today, plan, pass, timeS, moving },
      setup,
      layout.instruments,
    );
    return {
      run: made,
      desk: new Desk(made, { setup, layout, ownLayouts: [], notes: '' }),
    };
  });
  useEffect(() => {
    run.start();
    return () => run.close();
  }, [run]);
  useEffect(
    () =>
      listenToPresenter((next) => {
        if (next.waterId !== water.id || !isEqual(next.day, first.day)) {
          location.reload();
          return;
        }
        const old = lastRef.current;
        const changed = (key: keyof Presented) => !isEqual(old[key], next[key]);
        if (changed('layout')) desk.setLayout(next.layout);
        if (changed('pass')) run.follow(next.pass);
        if (changed('setup')) {
          desk.store.setState({ setup: next.setup });
          run.setSetup(next.setup);
        }
        if (changed('inHand')) run.setInHand(next.inHand);
        if (changed('rate')) run.setRate(next.rate);
        lastRef.current = next;
        setShown(next);
        if (Math.abs(run.now().shownS - next.shownS) > APART_S || !next.moving) {
          run.seek(next.shownS);
        }
        if (next.moving) run.go();
        else run.freeze();
      }),
    [run, desk, water.id, first.day],
  );
  const snapshot = useStore(run.store);
  const { layout, setup } = useStore(desk.store);
  const pose = run.poseAt(snapshot.shownS);
  const ring = snapshot.rings[shown.active];
  const end = run.endPing(shown.active);
  const depthM = ring && end > ring.first ? ring.trackedDepthM[ring.slot(end - 1)] : Number.NaN;
  const readouts: [string, string][] = [
    ['Depth', depthReadout(depthM, units)],
    ['Surface', format(TEMPERATURE[units], temperatureAtC(today.scene.water, 0), 1)],
    ['Speed', format(SPEED[units], pose.speedMps, 1)],
    ['Heading', `${formatNumber(radToDeg(pose.headingRad + degToRad(360)) % 360, 0)}°`],
  ];
  return (
    <div className="projector flex h-dvh flex-col gap-3 p-4">
      <header className="flex flex-wrap items-end gap-x-8 gap-y-1">
        <h1 className="text-3xl">{water.content.name}</h1>
        {layout.readouts &&
          readouts.map(([name, value]) => (
            <p key={name} className="text-xl">
              <span className="text-ink-2">{name}</span>{' '}
              <span className="figures text-3xl font-semibold">{value}</span>
            </p>
          ))}
        <p className="ml-auto text-2xl" role="status">
          {snapshot.progress !== null
            ? `Sounding… ${Math.round(100 * snapshot.progress)} %`
            : snapshot.moving
              ? ''
              : 'frozen'}
        </p>
      </header>
      <div className="min-h-0 flex-1">
        <PaneGrid
          panes={[
            ...layout.instruments.map((at) => ({
              id: at as string,
              pane: (
                <BenchView
                  run={run}
                  desk={desk}
                  instrument={at}
                  isActive={false}
                  isFramed={false}
                  water={water.content.name}
                  units={units}
                  eye={shown.eye}
                  revealed={shown.revealed}
                  lit={shown.lit}
                  cursors={[]}
                  isMeasuring={false}
                  marks={[]}
                />
              ),
            })),
            ...(layout.chart
              ? [
                  {
                    id: 'chart',
                    pane: (
                      <div className="h-full overflow-hidden rounded-md">
                        <WaterMap
                          water={today}
                          passId={shown.pass.planId}
                          boat={pose}
                          routeM={shown.pass.routeM}
                        />
                      </div>
                    ),
                  },
                ]
              : []),
          ]}
        />
      </div>
      <p className="text-xl text-ink-2">
        {shown.revealed ? 'The answers are open.' : 'What is it? Say so before the answer.'}
        <span className="sr-only"> Speed set: {format(SPEED[units], setup.boat.speedMps, 1)}</span>
      </p>
    </div>
  );
}

function Waiting() {
  const [first, setFirst] = useState<{ presented: Presented; water: WaterRecord } | null>(null);
  useEffect(() => {
    if (first) return;
    return listenToPresenter((presented) => {
      void getRecord('water', presented.waterId).then((found) => {
        if (found.ok && found.value) setFirst({ presented, water: found.value });
      });
    });
  }, [first]);
  if (!first) {
    return (
      <div className="grid h-dvh place-items-center">
        <p className="max-w-xl text-center text-2xl" role="status">
          Waiting for a bench. Open one in another window of this browser; its pictures appear here.
        </p>
      </div>
    );
  }
  return <Following first={first.presented} water={first.water} />;
}

export function ProjectorPage() {
  return (
    <Prepared>
      <Waiting />
    </Prepared>
  );
}
