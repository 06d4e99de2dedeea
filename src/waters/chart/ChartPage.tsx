import { Activity, Hammer } from '@/ui/icons';
import { useMemo, useState } from 'react';
import { depthAtM } from '@core/bottom';
import { chartGrid, deepestM } from '@core/chart';
import type { Way } from '@core/history';
import type { Point } from '@core/planning';
import { type BoatRecord, ok, type Result, type WaterRecord } from '@core/records';
import { format, formatNumber, LENGTH, toGeodetic } from '@core/units';
import { onDay } from '@core/waters';
import { loadBoat } from '@/storage/boat';
import { type ChartNotes, listNotes } from '@/storage/chartNotes';
import { type ChartState, loadChartState } from '@/storage/chartState';
import { useSettings } from '@/storage/settings';
import { openWater } from '@/storage/waters';
import { ButtonLink } from '@/ui/Button';
import { ChartReading } from '@/ui/chart/ChartReading';
import { ChartView } from '@/ui/chart/ChartView';
import type { ChartLook } from '@/ui/chart/drawChart';
import type { ChartPose, Projection } from '@/ui/chart/projection';
import { OpenById } from '@/ui/OpenById';
import { Segmented } from '@/ui/Segmented';
import { UndoButtons } from '@/ui/UndoButtons';
import { useElementSize } from '@/ui/useElementSize';
import { useFlushBeforeLeaving } from '@/ui/useFlushBeforeLeaving';
import { useTellSurroundings } from '@/ui/surroundings';
import { useHotkeys } from '@/ui/useHotkeys';
import { useStore } from 'zustand';
import { BoatLayer } from './BoatLayer';
import type { ChartBase, ChartTab } from './chartTab';
import { Notebook } from './notebook';
import { NotesLayer } from './NotesLayer';
import { FRESH_DRAFT } from './PlanPanel';
import { RouteLayer } from './RouteLayer';
import { chartOffsetM } from './StudyPanel';
import { useAboutTab } from './useAboutTab';
import { useChartBoat } from './useChartBoat';
import { useChartState } from './useChartState';
import { useMarksTab } from './useMarksTab';
import { usePlanTab } from './usePlanTab';
import { useStudyTab } from './useStudyTab';

/** Adding a tab: write its hook, name it here and in `useTabs`. */
const TABS = [
  { value: 'study', label: 'Study' },
  { value: 'plan', label: 'Plan' },
  { value: 'marks', label: 'Marks' },
  { value: 'about', label: 'About' },
] as const;
type TabId = (typeof TABS)[number]['value'];

/** All tabs keep what is under way in them, whichever is open. */
function useTabs(base: ChartBase, open: TabId) {
  return {
    study: useStudyTab(base),
    plan: usePlanTab(base, open === 'plan'),
    marks: useMarksTab(base),
    about: useAboutTab(base),
  };
}

interface Opened {
  water: WaterRecord;
  notes: ChartNotes;
  state: ChartState;
  boat: BoatRecord;
}

const inDecimetres = ({ x, y }: Point): Point => ({
  x: Math.round(10 * x) / 10,
  y: Math.round(10 * y) / 10,
});

/** The tab that is open, named in the address too. */
function useOpenTab(): [TabId, (next: TabId) => void] {
  const [tab, setTab] = useState<TabId>(() => {
    const wanted = new URLSearchParams(location.search).get('tab');
    return TABS.find(({ value }) => value === wanted)?.value ?? 'study';
  });
  return [
    tab,
    (next) => {
      setTab(next);
      const address = new URL(location.href);
      address.searchParams.set('tab', next);
      window.history.replaceState(null, '', address);
    },
  ];
}

function Chart({ opened }: { opened: Opened }) {
  const [notebook] = useState(() => new Notebook(opened.water, opened.notes));
  const notebookState = useStore(notebook.store);
  const { water, notes, history, failed } = notebookState;
  const [state, change] = useChartState(water.id, opened.state);
  const content = useMemo(() => onDay(water.content, state.day), [water.content, state.day]);
  const { bottom } = content.scene;
  const { units, theme, role } = useSettings();
  const mayReveal = role !== 'learn';
  const [tabId, openTab] = useOpenTab();
  const [pose, setPose] = useState<ChartPose | null>(null);
  const [cursor, setCursor] = useState<Point | null>(null);
  const [frameRef, { height: heightPx }] = useElementSize<HTMLDivElement>();
  useFlushBeforeLeaving(notebook.isUnsaved, notebook.flush);

  const offsetM = chartOffsetM(content, state.launch);
  const grid = useMemo(() => chartGrid(bottom, offsetM), [bottom, offsetM]);
  const deepest = useMemo(() => deepestM(grid), [grid]);
  const draft = state.draft ?? FRESH_DRAFT;
  const sailed = useChartBoat({ water, offsetM, draft, up: state.up, pose, heightPx });
  const tabs = useTabs(
    {
      notebook,
      notebookState,
      waterId: water.id,
      content,
      ownBoat: opened.boat,
      sailed,
      offsetM,
      grid,
      deepest,
      state,
      change,
      units,
      mayReveal,
      centre: (centreM) => setPose((old) => old && { ...old, centreM }),
    },
    tabId,
  );
  const tab: ChartTab = tabs[tabId];
  const leave = () => {
    for (const one of Object.values<ChartTab>(tabs)) one.leave?.();
  };
  const setTab = (next: TabId) => {
    leave();
    openTab(next);
  };
  const begin = (mode: 'mark' | 'line') => () => {
    setTab('marks');
    tabs.marks.begin(mode);
  };
  useHotkeys({
    ...Object.fromEntries(TABS.map(({ value }, i) => [String(i + 1), () => setTab(value)])),
    k: begin('mark'),
    l: begin('line'),
    Escape: leave,
  });

  const { unsafeShown, band, shading, stepM } = state;
  const { draftM, marginM } = opened.boat;
  const look = useMemo(
    (): ChartLook => ({
      shading,
      stepM,
      unsafeM: unsafeShown ? draftM + marginM : null,
      band: band.shown
        ? {
            fromM: Math.max(0, band.targetM - band.toleranceM),
            toM: band.targetM + band.toleranceM,
          }
        : null,
    }),
    [shading, stepM, unsafeShown, band, draftM, marginM],
  );
  const geodetic = cursor && toGeodetic(content.origin, cursor.x, cursor.y);
  const coordinate = (metres: number) => formatNumber(LENGTH[units].show(metres), 1);
  const reading =
    cursor && geodetic
      ? `${coordinate(cursor.x)} east, ${coordinate(cursor.y)} north · ${formatNumber(geodetic.latitudeDeg, 5)}° ${formatNumber(geodetic.longitudeDeg, 5)}° · ${format(LENGTH[units], Math.max(0, depthAtM(bottom, cursor.x, cursor.y) + offsetM), 1)} deep`
      : null;
  const { onTap } = tab;
  // What is not in the notebook yet goes first, each way.
  const own = tab.history;
  const undoes = own && own.steps.past.length > 0 ? own.steps : history;
  const redoes = own && own.steps.future.length > 0 ? own.steps : history;
  const step = (way: Way) =>
    own && (way === 'undo' ? undoes : redoes) === own.steps ? own.step(way) : notebook.step(way);
  const { boat, trail, sweep, followedPose, live, sailedPass } = sailed;
  useTellSurroundings(() => {
    const [first] = sailedPass.routeM;
    const [x, y] = boat ? [boat.xM, boat.yM] : [first.x, first.y];
    const depthM = Math.max(0, depthAtM(bottom, x, y) + offsetM);
    return { depthM, speedMps: sailedPass.speedMps };
  });
  return (
    <div className="flex h-full min-h-[640px] flex-col">
      <header className="flex min-h-13 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-hairline px-4 py-1.5">
        <h1 className="text-xl">{content.name}</h1>
        <Segmented
          label="What to do"
          value={tabId}
          options={TABS}
          onChange={setTab}
          className="w-80"
        />
        {failed && (
          <p role="alert" className="text-missed">
            Could not be stored: the browser is out of space.
          </p>
        )}
        <div className="ml-auto flex items-center gap-2">
          <UndoButtons history={{ past: undoes.past, future: redoes.future }} onStep={step} />
          {mayReveal && (
            <ButtonLink href={`/waters/build?water=${water.id}`}>
              <Hammer size={16} aria-hidden="true" /> Build
            </ButtonLink>
          )}
          <ButtonLink look="primary" href={`/bench?water=${water.id}`}>
            <Activity size={16} aria-hidden="true" /> Sound it
          </ButtonLink>
        </div>
      </header>
      <div className="flex min-h-0 flex-1 gap-3 p-3">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col gap-2">
          <div
            className="min-h-64 flex-1 overflow-hidden rounded-lg border border-hairline"
            ref={frameRef}
          >
            <ChartView
              grid={grid}
              look={look}
              units={units}
              theme={theme}
              label={`Chart of ${content.name}`}
              pose={followedPose ?? pose}
              onPose={setPose}
              onTap={onTap && ((tapped, at) => onTap(inDecimetres(tapped), at))}
              onCursor={setCursor}
              overlay={(at) => (
                <>
                  {Object.entries<ChartTab>(tabs).map(([id, one]) => (
                    <g key={id}>{one.always?.(at)}</g>
                  ))}
                  {!tab.drawsPasses && !live && (
                    <RouteLayer
                      routeM={sailedPass.routeM}
                      name={sailedPass.name}
                      at={at}
                      look="faint"
                    />
                  )}
                  {tab.under?.(at)}
                  {trail.length > 1 && <Trail points={trail} at={at} />}
                  {boat && (
                    <BoatLayer boat={boat} lengthM={opened.boat.lengthM} sweep={sweep} at={at} />
                  )}
                  <NotesLayer
                    marks={notes.marks}
                    lines={notes.lines}
                    at={at}
                    selection={tab.notes?.selection ?? null}
                    edit={tab.notes?.edit ?? null}
                  />
                  {tab.over?.(at)}
                </>
              )}
            >
              <ChartReading>{reading}</ChartReading>
            </ChartView>
          </div>
          {tab.below}
          <p className="text-xs text-ink-2">For training, never for navigation.</p>
        </div>
        <aside
          aria-label={TABS.find(({ value }) => value === tabId)!.label}
          className="flex w-76 shrink-0 flex-col gap-2 overflow-y-auto"
        >
          {tab.panel}
        </aside>
      </div>
    </div>
  );
}

/** Where the boat has been. */
function Trail({ points, at }: { points: readonly Point[]; at: Projection }) {
  return (
    <polyline
      points={points
        .map(({ x, y }) =>
          at
            .toPx(x, y)
            .map((px) => px.toFixed(1))
            .join(),
        )
        .join(' ')}
      fill="none"
      stroke="var(--live)"
      strokeWidth={1.8}
      strokeOpacity={0.75}
      pointerEvents="none"
    />
  );
}

async function openChart(id: string): Promise<Result<Opened, string>> {
  const water = await openWater(id);
  if (!water.ok) return water;
  const [notes, state, boat] = await Promise.all([listNotes(id), loadChartState(id), loadBoat()]);
  return ok({ water: water.value, notes, state, boat });
}

export function ChartPage() {
  return (
    <OpenById
      what="water"
      param="water"
      open={openChart}
      nameOf={({ water }) => `${water.content.name}, chart`}
      back={{ href: '/waters', label: 'Back to the waters' }}
    >
      {(opened) => <Chart opened={opened} />}
    </OpenById>
  );
}
