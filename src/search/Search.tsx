import { useCallback, useState } from 'react';
import type { View } from '@core/display';
import { type Leg, legLengthM, type SearchMark, secondLook } from '@core/search';
import type { ReadingLabel } from '@core/targets';
import { format, formatNumber, LENGTH } from '@core/units';
import { useSettings } from '@/storage/settings';
import type { OpenSearch } from '@/storage/searches';
import { Button, ButtonLink } from '@/ui/Button';
import { ChartToTap } from '@/ui/chart/ChartToTap';
import type { ChartPoint } from '@/ui/chart/ChartView';
import { Choice } from '@/ui/Choice';
import type { PictureState } from '@/ui/echo/EchoPicture';
import { ViewControls } from '@/ui/echo/ViewControls';
import { Panel } from '@/ui/Panel';
import { Debrief } from './Debrief';
import { LegEcho } from './LegEcho';
import { MarksPanel } from './MarksPanel';
import { NextLeg } from './NextLeg';
import { poseOf } from './poseOf';
import { SearchLayer } from './SearchLayer';
import { useSearch } from './useSearch';

const FIRST_LEG: Omit<Leg, 'routeM'> = { instrument: 'sideFans', rangeM: 25, speedMps: 1.8 };

export function Search({ opened }: { opened: OpenSearch }) {
  const work = useSearch(opened);
  const { record, task, today, sounding, boat, left } = work;
  const { units } = useSettings();
  const [planned, setPlanned] = useState<Omit<Leg, 'routeM'>>(FIRST_LEG);
  const [corners, setCorners] = useState<ChartPoint[]>([]);
  const [looksAgain, setLooksAgain] = useState(false);
  const [shown, setShown] = useState<number | null>(null);
  const [sailedHere, setSailedHere] = useState<number | null>(null);
  const [views, setViews] = useState<Record<number, View>>({});
  const [state, setState] = useState<PictureState | null>(null);
  const [now, setNow] = useState<ChartPoint | null>(null);
  const [label, setLabel] = useState<ReadingLabel>('fish');
  const takeNow = useCallback((at: ChartPoint) => setNow(at), []);

  if (record.finishedAtMs !== null) return <Debrief work={work} units={units} />;

  const number = shown ?? (record.legs.length > 0 ? record.legs.length - 1 : null);
  const screen = number === null ? null : (work.screens[number] ?? null);
  const leg: Leg = {
    ...planned,
    routeM: corners.length > 0 && looksAgain ? corners : [boat, ...corners],
  };
  const sail = async () => {
    const next = record.legs.length;
    await work.sail(leg, looksAgain);
    setCorners([]);
    setLooksAgain(false);
    setShown(next);
    setSailedHere(next);
  };
  const lookAgain = (mark: SearchMark) => {
    const { routeM, ...look } = secondLook(mark, boat);
    setPlanned(look);
    setCorners(routeM);
    setLooksAgain(true);
  };
  return (
    <div className="flex h-full min-h-[640px] flex-col">
      <header className="flex min-h-13 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-hairline px-4 py-1.5">
        <h1 className="text-xl">{task.name}</h1>
        <Clock used={work.used} minutes={task.minutes} />
        <p role="alert" className="text-missed">
          {work.message}
        </p>
        <div className="ml-auto flex items-center gap-2">
          <ButtonLink href="/drills/search">Leave it for later</ButtonLink>
          <Button look="primary" disabled={sounding !== null} onClick={work.finish}>
            End it and open the water
          </Button>
        </div>
      </header>
      <div className="flex min-h-0 flex-1 gap-3 p-3">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col gap-3">
          <div className="min-h-48 flex-1 overflow-hidden rounded-lg border border-hairline">
            <ChartToTap
              water={today}
              units={units}
              label={`Chart of ${today.name}`}
              pose={poseOf(task)}
              onTap={(point) => {
                setLooksAgain(false);
                setCorners(looksAgain ? [point] : [...corners, point]);
              }}
              overlay={(at) => (
                <SearchLayer
                  task={task}
                  at={at}
                  legs={record.legs}
                  planned={leg.routeM}
                  boat={boat}
                  marks={record.marks}
                  now={screen ? now : null}
                  grade={null}
                  plannersLegs={[]}
                />
              )}
            />
          </div>
          <div className="min-h-48 flex-[1.2]">
            {sounding ? (
              <p role="status" className="grid h-full place-items-center rounded-lg bg-well">
                {sounding.words}… {Math.round(100 * sounding.share)} %
              </p>
            ) : screen && number !== null ? (
              <LegEcho
                key={number}
                screen={screen}
                view={views[number] ?? screen.view}
                units={units}
                label={`Echo of leg ${number + 1}`}
                runs={number === sailedHere}
                onState={setState}
                onNow={takeNow}
                marks={record.marks
                  .map((mark, i) => ({ ...mark, number: i + 1 }))
                  .filter((mark) => mark.leg === number)}
                onPick={(mark) => work.mark({ ...mark, label, leg: number })}
              />
            ) : number === null ? (
              <p className="grid h-full place-items-center rounded-lg bg-well px-6 text-center text-ink-2">
                What the sounder shows comes here. Draw the first leg on the chart.
              </p>
            ) : (
              <p className="grid h-full place-items-center rounded-lg bg-well">
                <Button onClick={() => void work.show(number)}>Show leg {number + 1} again</Button>
              </p>
            )}
          </div>
        </div>
        <aside
          aria-label="The search"
          className="flex w-76 shrink-0 flex-col gap-2 overflow-y-auto"
        >
          <Panel title="What is asked">
            <p>{task.purpose}</p>
            <p className="text-xs text-ink-2">
              Within the dashed line. A leg costs its time, the way to it, and half a minute to
              begin.
            </p>
          </Panel>
          <NextLeg
            leg={leg}
            boat={boat}
            left={left}
            sounding={sounding}
            units={units}
            onLeg={({ routeM, ...change }) => {
              setPlanned({ ...planned, ...change });
              if (routeM) setCorners(looksAgain ? [] : routeM.slice(1));
            }}
            onSail={() => void sail()}
            onStop={work.stop}
          />
          <MarksPanel
            marks={record.marks}
            label={label}
            onLabel={setLabel}
            onMarks={work.setMarks}
            onLook={sounding ? null : lookAgain}
          />
          {record.legs.length > 1 && number !== null && (
            <Panel title="Earlier legs">
              <Choice
                label="Shown"
                value={String(number)}
                options={record.legs.map((one, i) => ({
                  value: String(i),
                  label: `${i + 1}, ${format(LENGTH[units], legLengthM(one), 0)}`,
                }))}
                onChange={(next) => {
                  setShown(Number(next));
                  setSailedHere(null);
                }}
              />
            </Panel>
          )}
          {screen && number !== null && (
            <ViewControls
              screen={screen}
              view={views[number] ?? screen.view}
              initial={screen.view}
              controls={['gain', 'contrast', 'palette', 'scroll']}
              state={state}
              units={units}
              onView={(view) => setViews({ ...views, [number]: view })}
            />
          )}
        </aside>
      </div>
    </div>
  );
}

function Clock({ used, minutes }: { used: number; minutes: number }) {
  return (
    <p className="flex items-center gap-2" role="status">
      <span className="h-2 w-32 overflow-hidden rounded-full bg-track" aria-hidden="true">
        <span
          className="block h-full bg-action"
          style={{ width: `${Math.min(100, (100 * used) / minutes)}%` }}
        />
      </span>
      <span className="figures">
        {formatNumber(used, 1)} of {minutes} min
      </span>
    </p>
  );
}
