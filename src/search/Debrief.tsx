import { useMemo, useState } from 'react';
import { gradeSearch, plannedResult, type SearchGrade, type ThingState } from '@core/search';
import { format, formatNumber, LENGTH, type UnitSystem } from '@core/units';
import { Button, ButtonLink } from '@/ui/Button';
import { ChartToTap } from '@/ui/chart/ChartToTap';
import { CoverageLayer } from '@/ui/chart/CoverageLayer';
import { Check } from '@/ui/Check';
import { Panel } from '@/ui/Panel';
import { poseOf } from './poseOf';
import { SearchLayer } from './SearchLayer';
import { SearchTimeline } from './SearchTimeline';
import type { SearchWork } from './useSearch';

const STATE_WORDS: Record<ThingState, string> = {
  found: 'found',
  misnamed: 'marked, and called something else',
  unmarked: 'on your picture, and not marked',
  hidden: 'passed, and hidden on the picture',
  unreached: 'never within reach',
};

/** The water opened: what was found and passed over, what was made up, and how the minutes went. */
export function Debrief({ work, units }: { work: SearchWork; units: UnitSystem }) {
  const { record, task, today, sounding } = work;
  const [showsCoverage, setShowsCoverage] = useState(true);
  const [showsPlan, setShowsPlan] = useState(true);
  const grade = useMemo(() => gradeSearch(task, today, record), [task, today, record]);
  const planner = useMemo(
    () => record.planned && plannedResult(task, today, record.planned),
    [record.planned, task, today],
  );
  const percent = (share: number) => `${Math.round(100 * share)} %`;
  return (
    <div className="flex h-full min-h-[640px] flex-col">
      <header className="flex min-h-13 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-hairline px-4 py-1.5">
        <h1 className="text-xl">{task.name}</h1>
        <p className="figures text-lg font-semibold" data-testid="search-score">
          {grade.found} of {grade.things.length} found, {grade.wrong.length} made up
        </p>
        <p role="alert" className="text-missed">
          {work.message}
        </p>
        <div className="ml-auto flex gap-2">
          <ButtonLink href={`/waters/chart?water=${task.waterId}`}>Chart of the water</ButtonLink>
          <ButtonLink look="primary" href="/drills/search">
            Another search
          </ButtonLink>
        </div>
      </header>
      <div className="flex min-h-0 flex-1 gap-3 p-3">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col gap-3">
          <div className="min-h-64 flex-1 overflow-hidden rounded-lg border border-hairline">
            <ChartToTap
              water={today}
              units={units}
              label={`Chart of ${today.name} with the search on it`}
              pose={poseOf(task)}
              overlay={(at) => (
                <>
                  {showsCoverage && grade.coverage && (
                    <CoverageLayer coverage={grade.coverage} gaps={false} at={at} />
                  )}
                  <SearchLayer
                    task={task}
                    at={at}
                    legs={record.legs}
                    planned={[]}
                    boat={null}
                    marks={record.marks}
                    now={null}
                    grade={grade}
                    plannersLegs={showsPlan ? (record.planned ?? []) : []}
                  />
                </>
              )}
            />
          </div>
          <SearchTimeline record={record} grade={grade} />
        </div>
        <aside
          aria-label="What it came to"
          className="flex w-80 shrink-0 flex-col gap-2 overflow-y-auto"
        >
          <Panel title="What was there">
            <ul className="flex flex-col gap-1">
              {grade.things.map((thing) => (
                <li key={thing.id} className="border-t border-hairline pt-1 first:border-t-0">
                  <span className="font-semibold">{thing.words}</span>
                  <span className="block text-xs text-ink-2">
                    {STATE_WORDS[thing.state]}
                    {thing.offM !== null && `, ${format(LENGTH[units], thing.offM, 1)} off`}
                  </span>
                </li>
              ))}
            </ul>
          </Panel>
          <Figures grade={grade} units={units} />
          <Panel title="A planner’s lanes in the same time">
            {planner ? (
              <p>
                {percent(planner.seenShare)} of the area seen in {formatNumber(planner.minutes, 1)}{' '}
                min; {planner.shown} of {grade.things.length} were on the picture, for whoever reads
                it.
              </p>
            ) : sounding ? (
              <>
                <p role="status">
                  {sounding.words}… {Math.round(100 * sounding.share)} %
                </p>
                <Button onClick={work.stop}>Stop</Button>
              </>
            ) : (
              <>
                <p className="text-xs text-ink-2">
                  Lanes with side fans along the longer side, as many as the minutes allow, sounded
                  over the same water.
                </p>
                <Button onClick={() => void work.compare()}>Sail them</Button>
              </>
            )}
          </Panel>
          <Panel title="On the chart">
            <Check checked={showsCoverage} onChange={setShowsCoverage}>
              What was seen of the bottom
            </Check>
            <Check checked={showsPlan} onChange={setShowsPlan}>
              The planner’s lanes
            </Check>
          </Panel>
          {task.debrief && (
            <Panel title="To talk about">
              <p>{task.debrief}</p>
            </Panel>
          )}
        </aside>
      </div>
    </div>
  );
}

function Figures({ grade, units }: { grade: SearchGrade; units: UnitSystem }) {
  const { minutes } = grade;
  const min = (value: number) => `${formatNumber(value, 1)} min`;
  const rows: [string, string][] = [
    ['Score', `${grade.score} of 100`],
    ['Area seen', `${Math.round(100 * grade.seenShare)} %`],
    [
      'Marks off by',
      Number.isNaN(grade.medianOffM)
        ? '–'
        : `${format(LENGTH[units], grade.medianOffM, 1)} (median)`,
    ],
    ['On new ground', min(minutes.fresh)],
    ['Over old ground', min(minutes.again)],
    ['On second looks', min(minutes.verifying)],
    ['Left', min(minutes.left)],
  ];
  return (
    <Panel title="How it went">
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 text-sm">
        {rows.map(([name, value]) => (
          <div key={name} className="col-span-2 grid grid-cols-subgrid">
            <dt className="text-ink-2">{name}</dt>
            <dd className="figures text-end">{value}</dd>
          </div>
        ))}
      </dl>
      <p className="text-xs text-ink-2">
        The score weighs what was found against what was there and what was marked (F1): half of it
        is not to miss, half not to make things up.
      </p>
    </Panel>
  );
}
