import { Activity, Hammer } from '@/ui/icons';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { depthAtM } from '@core/bottom';
import { chartGrid, deepestM } from '@core/chart';
import {
  type History,
  joinedTurns,
  NO_HISTORY,
  stepped,
  type Turn,
  type Way,
  withStep,
} from '@core/history';
import type { PassPlan } from '@core/pass';
import { plannedPass, type Point, thinned } from '@core/planning';
import type { BoatRecord, KnownSpot, LineKind, WaterRecord } from '@core/records';
import { format, formatNumber, LENGTH, radToDeg, toGeodetic } from '@core/units';
import { loadBoat } from '@/storage/boat';
import { type ChartNotes, listNotes, newLine, newMark } from '@/storage/chartNotes';
import { type ChartState, loadChartState } from '@/storage/chartState';
import { createId } from '@/storage/database';
import { useSettings } from '@/storage/settings';
import { openWater } from '@/storage/waters';
import { ButtonLink } from '@/ui/Button';
import { ChartView } from '@/ui/chart/ChartView';
import type { ChartLook } from '@/ui/chart/drawChart';
import { PathDraft, SectionLine, SpotPin } from '@/ui/chart/chartMarks';
import { Handle } from '@/ui/chart/Handle';
import type { ChartPose, Projection } from '@/ui/chart/projection';
import { SectionView } from '@/ui/chart/SectionView';
import { Things } from '@/ui/chart/Things';
import { Prepared } from '@/ui/Prepared';
import { Segmented } from '@/ui/Segmented';
import { showToast } from '@/ui/toast';
import { UndoButtons } from '@/ui/UndoButtons';
import { useElementSize } from '@/ui/useElementSize';
import { useFlushBeforeLeaving } from '@/ui/useFlushBeforeLeaving';
import { useHotkeys } from '@/ui/useHotkeys';
import { useStore } from 'zustand';
import { AboutPanel } from './AboutPanel';
import { BoatLayer } from './BoatLayer';
import { BoatPanel } from './BoatPanel';
import { CoverageLayer } from './CoverageLayer';
import { DraftLayer } from './DraftLayer';
import { PlaceMark } from './PlaceMark';
import { type MarkMode, MarksPanel } from './MarksPanel';
import { Notebook } from './notebook';
import { NotesLayer, type NoteSelection } from './NotesLayer';
import { FRESH_DRAFT, PassList, PlanPanel } from './PlanPanel';
import { RouteLayer } from './RouteLayer';
import { SeasonPanel } from './SeasonPanel';
import { chartOffsetM, StudyPanel } from './StudyPanel';
import { useChartState } from './useChartState';
import { useChartBoat } from './useChartBoat';
import { useCoverage } from './useCoverage';

const TABS = [
  { value: 'study', label: 'Study' },
  { value: 'plan', label: 'Plan' },
  { value: 'marks', label: 'Marks' },
  { value: 'about', label: 'About' },
] as const;
type Tab = (typeof TABS)[number]['value'];

const isTab = (value: string | null): value is Tab => TABS.some((tab) => tab.value === value);

/** A track is kept as finely as the chart can tell apart. */
const TRACK_TOLERANCE_M = 0.3;
const MOST_TRACK_POINTS = 2000;
/** A place tapped on the chart is meant within so many pixels, and never better than a fix. */
const TAP_PX = 3;
const FIX_SIGMA_M = 1.5;

interface Opened {
  water: WaterRecord;
  notes: ChartNotes;
  state: ChartState;
  boat: BoatRecord;
}

function Chart({ opened }: { opened: Opened }) {
  const [notebook] = useState(() => new Notebook(opened.water, opened.notes));
  const notebookState = useStore(notebook.store);
  const { water, notes, history, failed } = notebookState;
  const { content } = water;
  const { units, theme, role } = useSettings();
  const mayReveal = role !== 'learn';
  const [state, change] = useChartState(water.id, opened.state);
  const [tab, setTabRaw] = useState<Tab>(() => {
    const wanted = new URLSearchParams(location.search).get('tab');
    return isTab(wanted) ? wanted : 'study';
  });
  const [pose, setPose] = useState<ChartPose | null>(null);
  const [cursor, setCursor] = useState<Point | null>(null);
  const [revealed, setRevealed] = useState(false);
  const [placing, setPlacing] = useState<'launch' | 'guess' | null>(null);
  const [guess, setGuess] = useState<Point | null>(null);
  const [seasonShown, setSeasonShown] = useState(false);
  const [mode, setMode] = useState<MarkMode>('select');
  const [traced, setTraced] = useState<Point[]>([]);
  const [selection, setSelection] = useState<NoteSelection>(null);
  const [passId, setPassId] = useState<string | null>(null);
  const [spotId, setSpotId] = useState<string | null>(null);
  const [frameRef, { height: heightPx }] = useElementSize<HTMLDivElement>();

  const { bottom } = content.scene;
  const offsetM = chartOffsetM(content, state.launch);
  const grid = useMemo(() => chartGrid(bottom, offsetM), [bottom, offsetM]);
  const deepest = useMemo(() => deepestM(grid), [grid]);
  const middle = {
    x: bottom.originM.x + ((bottom.columns - 1) * bottom.cellM) / 2,
    y: bottom.originM.y + ((bottom.rows - 1) * bottom.cellM) / 2,
  };
  const [section, setSection] = useState({
    from: { x: bottom.originM.x, y: middle.y },
    to: { x: bottom.originM.x + (bottom.columns - 1) * bottom.cellM, y: middle.y },
  });
  const [alongSection, setAlongSection] = useState<Point | null>(null);

  const setTab = (next: Tab) => {
    setTabRaw(next);
    setPlacing(null);
    setMode('select');
    setTraced([]);
    const address = new URL(location.href);
    address.searchParams.set('tab', next);
    window.history.replaceState(null, '', address);
  };

  useFlushBeforeLeaving(notebook.isUnsaved, notebook.flush);

  // What is planned, and what it would see.
  const draft = state.draft ?? FRESH_DRAFT;
  const planned = useMemo(
    () => plannedPass(draft, content, grid, offsetM),
    [draft, content, grid, offsetM],
  );
  const plan = tab === 'plan' && typeof planned !== 'string' ? planned : null;
  const seen = useCoverage(plan?.pass ?? null, plan?.area ?? null, bottom, offsetM);
  const [drafts, setDrafts] = useState<History<Turn<typeof draft>>>(NO_HISTORY);
  const changeDraft = (next: Partial<typeof draft>, gesture: string | null = null) => {
    const after = { ...draft, ...next };
    if (next.pointsM) {
      const turn = { label: 'the plan', mergeKey: gesture, before: draft, after };
      setDrafts(withStep(drafts, turn, joinedTurns));
    }
    change({ draft: after });
  };
  const keepPlan = (): PassPlan | null => {
    if (typeof planned === 'string') return null;
    const kinds = { lanes: 'Lanes', route: 'Way', contour: 'Contour', bothSides: 'Both sides' };
    const name =
      draft.kind === 'stop'
        ? `Stop, ${draft.stop === 'hole' ? 'hole' : draft.stop === 'dragging' ? 'anchor drags' : 'anchored'}`
        : draft.kind === 'drift'
          ? 'Drift'
          : kinds[draft.kind];
    const number =
      content.passes.filter((pass) => pass.name === name || pass.name.startsWith(`${name} `))
        .length + 1;
    const pass: PassPlan = {
      id: createId('pass'),
      name: number > 1 ? `${name} ${number}` : name,
      hint: '',
      ...planned.pass,
    };
    notebook.setPasses(`keep ${pass.name}`, [...content.passes, pass]);
    change({ draft: { ...draft, pointsM: [] } });
    setDrafts(NO_HISTORY);
    setPassId(pass.id);
    return pass;
  };
  const sendPlan = async () => {
    const pass = keepPlan();
    if (!pass) return;
    await notebook.flush();
    location.assign(`/bench?water=${water.id}&pass=${pass.id}`);
  };
  const changePass = (pass: PassPlan, next: Partial<PassPlan>, label: string, key: string | null) =>
    notebook.setPasses(
      label,
      notebook.store
        .getState()
        .water.content.passes.map((old) => (old.id === pass.id ? { ...old, ...next } : old)),
      key,
    );

  const { boat, live, sweep, sailing, sailedPass, sail, followedPose, trail } = useChartBoat({
    water,
    offsetM,
    draft,
    up: state.up,
    pose,
    heightPx,
  });
  const boatPlace = boat && {
    xM: boat.xM,
    yM: boat.yM,
    headingDeg: (radToDeg(boat.headingRad) + 360) % 360,
  };

  const removeSelected = useCallback(() => {
    const { notes: current } = notebook.store.getState();
    const all = [...current.marks, ...current.lines, ...current.spots];
    const note = all.find(({ id }) => id === selection?.id);
    if (!note) return;
    notebook.change(`delete ${note.name}`, [{ before: note, after: null }]);
    setSelection(null);
    showToast({
      message: `“${note.name}” was deleted.`,
      action: { label: 'Undo', run: notebook.undoOfLast() },
    });
  }, [notebook, selection]);

  const addLine = (kind: LineKind, pointsM: Point[]) => {
    const line = newLine({
      waterId: water.id,
      name: `${kind === 'track' ? 'Track' : 'Line'} ${notes.lines.length + 1}`,
      kind,
      note: '',
      pointsM,
    });
    notebook.change(`add ${line.name}`, [{ before: null, after: line }]);
    return line;
  };
  const keepTrack = () => {
    const line = addLine('track', thinned(trail, TRACK_TOLERANCE_M, MOST_TRACK_POINTS));
    showToast({
      message: `Kept as “${line.name}”.`,
      action: { label: 'Undo', run: notebook.undoOfLast() },
    });
  };
  const finishLine = () => {
    const line = addLine('break', traced);
    setTraced([]);
    setMode('select');
    setSelection({ part: 'line', id: line.id });
  };

  const todayDepthM = (xM: number, yM: number) =>
    Math.round(10 * Math.max(0, depthAtM(bottom, xM, yM) + offsetM)) / 10;

  const onTap = (tapped: Point, at: Projection) => {
    const point = { x: Math.round(10 * tapped.x) / 10, y: Math.round(10 * tapped.y) / 10 };
    if (placing === 'launch') {
      const charted = depthAtM(bottom, point.x, point.y);
      change({
        launch: {
          at: point,
          measuredM: state.launch?.measuredM ?? Math.round(100 * charted) / 100,
        },
      });
      setPlacing(null);
      return;
    }
    if (placing === 'guess') {
      setGuess(point);
      setPlacing(null);
      return;
    }
    if (tab === 'plan') {
      const isPath = draft.kind === 'lanes' || draft.kind === 'route';
      if (draft.pointsM.length >= 500) return;
      changeDraft({ pointsM: isPath ? [...draft.pointsM, point] : [point] });
      return;
    }
    if (tab !== 'marks') return;
    if (mode === 'line') {
      setTraced([...traced, point]);
      return;
    }
    if (mode === 'mark') {
      const sigma = Math.max(FIX_SIGMA_M, TAP_PX * at.metresPerPx);
      const place = {
        xM: point.x,
        yM: point.y,
        covarianceM2: [sigma * sigma, 0, sigma * sigma] as [number, number, number],
      };
      const mark = newMark({
        waterId: water.id,
        name: `Mark ${notes.marks.length + 1}`,
        symbol: 'other',
        note: '',
        depthM: todayDepthM(point.x, point.y),
        ...place,
        sightings: [
          { from: 'chart', atMs: Date.now(), screenId: null, boat: null, slantM: null, ...place },
        ],
      });
      notebook.change(`mark ${mark.name}`, [{ before: null, after: mark }]);
      setMode('select');
      setSelection({ part: 'mark', id: mark.id });
      return;
    }
    setSelection(null);
  };

  const isDrafting = tab === 'plan' && drafts.past.length + drafts.future.length > 0;
  const stepDraft = (way: Way) => {
    const found = stepped(drafts, way);
    if (!found) return;
    setDrafts(found.history);
    change({ draft: way === 'undo' ? found.step.before : found.step.after });
  };
  useHotkeys({
    1: () => setTab('study'),
    2: () => setTab('plan'),
    3: () => setTab('marks'),
    4: () => setTab('about'),
    k: () => {
      setTab('marks');
      setMode('mark');
    },
    l: () => {
      setTab('marks');
      setMode('line');
    },
    Escape: () => {
      setPlacing(null);
      setMode('select');
      setTraced([]);
    },
  });

  const look: ChartLook = {
    shading: state.shading,
    stepM: state.stepM,
    unsafeM: state.unsafeShown ? opened.boat.draftM + opened.boat.marginM : null,
    band: state.band.shown
      ? {
          fromM: Math.max(0, state.band.targetM - state.band.toleranceM),
          toM: state.band.targetM + state.band.toleranceM,
        }
      : null,
  };
  const selectedPass = tab === 'plan' ? content.passes.find(({ id }) => id === passId) : undefined;
  const shownTargets = content.scene.targets.filter(
    ({ kind }) =>
      (mayReveal && revealed) || (seasonShown && (kind === 'fish' || kind === 'baitSchool')),
  );
  const selectSpot = (spot: KnownSpot) => {
    setSpotId(spot.id);
    setPose((old) => old && { ...old, centreM: { x: spot.xM, y: spot.yM } });
  };
  const geodetic = cursor && toGeodetic(content.origin, cursor.x, cursor.y);
  const reading =
    cursor && geodetic
      ? `${formatNumber(LENGTH[units].show(cursor.x), 1)} east, ${formatNumber(LENGTH[units].show(cursor.y), 1)} north · ${formatNumber(geodetic.latitudeDeg, 5)}° ${formatNumber(geodetic.longitudeDeg, 5)}° · ${format(LENGTH[units], Math.max(0, depthAtM(bottom, cursor.x, cursor.y) + offsetM), 1)} deep`
      : 'Wheel or + and − zoom, drag moves the chart, 0 shows all.';

  const overlay = (at: Projection) => (
    <>
      {shownTargets.length > 0 && <Things targets={shownTargets} at={at} />}
      {seen && tab === 'plan' && (
        <CoverageLayer coverage={seen.coverage} gaps={seen.ofArea} at={at} />
      )}
      {tab === 'plan' &&
        content.passes
          .filter(({ id }) => id !== passId)
          .map((pass) => (
            <RouteLayer key={pass.id} routeM={pass.routeM} name={pass.name} at={at} look="faint" />
          ))}
      {tab !== 'plan' && !live && (
        <RouteLayer routeM={sailedPass.routeM} name={sailedPass.name} at={at} look="faint" />
      )}
      {tab === 'study' && <SectionLine section={section} at={at} onMove={setSection} />}
      {tab === 'study' && alongSection && <SectionCursor at={at} point={alongSection} />}
      {trail.length > 1 && <Trail points={trail} at={at} />}
      {boat && <BoatLayer boat={boat} lengthM={opened.boat.lengthM} sweep={sweep} at={at} />}
      <NotesLayer
        marks={notes.marks}
        lines={notes.lines}
        at={at}
        selection={tab === 'marks' ? selection : null}
        edit={
          tab === 'marks'
            ? {
                onSelect: (next) => {
                  const mark =
                    next?.part === 'mark'
                      ? notes.marks.find(({ id }) => id === next.id)
                      : undefined;
                  if (mode === 'line' && mark) setTraced([...traced, { x: mark.xM, y: mark.yM }]);
                  else setSelection(next);
                },
                onMoveMark: (mark, xM, yM, gesture) =>
                  notebook.edit(
                    `move ${mark.name}`,
                    mark,
                    { xM: Math.round(100 * xM) / 100, yM: Math.round(100 * yM) / 100 },
                    `${mark.id}-${gesture}`,
                  ),
                onChangeLine: (line, pointsM, gesture) =>
                  notebook.edit(`change ${line.name}`, line, { pointsM }, `${line.id}-${gesture}`),
                onDelete: removeSelected,
              }
            : null
        }
      />
      {tab === 'plan' && selectedPass && (
        <RouteLayer
          routeM={selectedPass.routeM}
          name={selectedPass.name}
          at={at}
          look="strong"
          onChange={(routeM, gesture) =>
            changePass(
              selectedPass,
              { routeM },
              `change ${selectedPass.name}`,
              `${selectedPass.id}-${gesture}`,
            )
          }
        />
      )}
      {tab === 'plan' && (
        <DraftLayer
          points={draft.pointsM}
          isArea={draft.kind === 'lanes'}
          route={plan?.pass.routeM ?? null}
          isRoute={draft.kind === 'route'}
          at={at}
          onChange={(pointsM, gesture) => changeDraft({ pointsM }, gesture)}
        />
      )}
      {traced.length > 0 && <PathDraft points={traced} at={at} />}
      {tab === 'study' && state.launch && (
        <PlaceMark
          at={at}
          point={state.launch.at}
          label="Sounding at the launch"
          onMove={(launchAt) => change({ launch: { ...state.launch!, at: launchAt } })}
        />
      )}
      {tab === 'study' && guess && (
        <PlaceMark
          at={at}
          point={guess}
          label="Where you would look first"
          onMove={seasonShown ? undefined : setGuess}
        />
      )}
      {tab === 'about' &&
        content.spots.map((spot) => {
          const [x, y] = at.toPx(spot.xM, spot.yM);
          return (
            <Handle
              key={spot.id}
              at={at}
              xM={spot.xM}
              yM={spot.yM}
              label={`Known spot ${spot.name}`}
              selected={spot.id === spotId}
              onSelect={() => setSpotId(spot.id)}
            >
              <SpotPin x={x} y={y} name={spot.name} selected={spot.id === spotId} />
            </Handle>
          );
        })}
    </>
  );

  const hasTap = placing !== null || tab === 'plan' || tab === 'marks';
  return (
    <div className="flex h-full min-h-[640px] flex-col">
      <header className="flex min-h-13 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-hairline px-4 py-1.5">
        <h1 className="text-xl">{content.name}</h1>
        <Segmented
          label="What to do"
          value={tab}
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
          <UndoButtons
            history={isDrafting ? drafts : history}
            onStep={isDrafting ? stepDraft : notebook.step}
          />
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
              onTap={hasTap ? onTap : undefined}
              onCursor={setCursor}
              overlay={overlay}
            >
              <p
                className="pointer-events-none absolute right-2 bottom-2 rounded-sm bg-card/85 px-2 py-0.5 text-xs"
                data-testid="chart-reading"
              >
                {reading}
              </p>
            </ChartView>
          </div>
          {tab === 'study' && (
            <div className="h-38 shrink-0 overflow-hidden rounded-lg border border-hairline bg-card">
              <SectionView
                bottom={bottom}
                water={content.scene.water}
                targets={shownTargets}
                from={section.from}
                to={section.to}
                offsetM={offsetM}
                units={units}
                onAlong={setAlongSection}
              />
            </div>
          )}
          <p className="text-xs text-ink-2">For training, never for navigation.</p>
        </div>
        <aside
          aria-label={TABS.find(({ value }) => value === tab)!.label}
          className="flex w-76 shrink-0 flex-col gap-2 overflow-y-auto"
        >
          {tab === 'study' && (
            <>
              <StudyPanel
                content={content}
                state={state}
                boat={opened.boat}
                offsetM={offsetM}
                deepest={deepest}
                units={units}
                mayReveal={mayReveal}
                revealed={revealed}
                onReveal={setRevealed}
                placing={placing === 'launch'}
                onPlaceLaunch={() => setPlacing(placing === 'launch' ? null : 'launch')}
                onChange={change}
              />
              <SeasonPanel
                content={content}
                units={units}
                guess={guess}
                guessing={placing === 'guess'}
                onGuess={() => setPlacing(placing === 'guess' ? null : 'guess')}
                onReveal={setSeasonShown}
              />
              <BoatPanel
                passes={content.passes}
                passId={sailedPass.id}
                onPass={sail}
                sailing={sailing}
                live={live}
                boat={boat}
                sweep={sweep}
                onInstrument={(instrument) => changeDraft({ instrument })}
                onKeepTrack={trail.length > 1 ? keepTrack : null}
                up={state.up}
                onUp={(up) => change({ up })}
                units={units}
              />
            </>
          )}
          {tab === 'plan' && (
            <>
              <PlanPanel
                draft={draft}
                planned={planned}
                seen={seen}
                content={content}
                boat={opened.boat}
                offsetM={offsetM}
                units={units}
                onChange={changeDraft}
                onKeep={() => keepPlan()}
                onSend={() => void sendPlan()}
              />
              <PassList
                content={content}
                waterId={water.id}
                selectedId={passId}
                units={units}
                onSelect={setPassId}
                onRename={(pass, name) => changePass(pass, { name }, `rename ${pass.name}`, null)}
                onDelete={(pass) => {
                  notebook.setPasses(
                    `delete ${pass.name}`,
                    content.passes.filter(({ id }) => id !== pass.id),
                  );
                  showToast({
                    message: `“${pass.name}” was deleted.`,
                    action: { label: 'Undo', run: notebook.undoOfLast() },
                  });
                }}
              />
            </>
          )}
          {tab === 'marks' && (
            <MarksPanel
              notebook={notebook}
              state={notebookState}
              selection={selection}
              onSelect={setSelection}
              onDelete={removeSelected}
              mode={mode}
              onMode={(next) => {
                setMode(next);
                setTraced([]);
              }}
              traced={traced.length}
              onFinishLine={finishLine}
              boat={boatPlace}
              depthAt={todayDepthM}
              units={units}
            />
          )}
          {tab === 'about' && (
            <AboutPanel
              content={content}
              deepest={deepest}
              showTruth={mayReveal}
              selectedId={spotId}
              onSelect={selectSpot}
            />
          )}
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

function SectionCursor({ at, point }: { at: Projection; point: Point }) {
  const [x, y] = at.toPx(point.x, point.y);
  return <circle cx={x} cy={y} r={4} fill="var(--action)" pointerEvents="none" />;
}

function OpenChart() {
  const [opened, setOpened] = useState<Opened | { fault: string } | null>(null);
  useEffect(() => {
    let current = true;
    const id = new URLSearchParams(location.search).get('water') ?? '';
    const open = async (): Promise<Opened | { fault: string }> => {
      const water = await openWater(id);
      if (!water.ok) return { fault: water.error };
      const [notes, state, boat] = await Promise.all([
        listNotes(id),
        loadChartState(id),
        loadBoat(),
      ]);
      return { water: water.value, notes, state, boat };
    };
    void open().then((result) => current && setOpened(result));
    return () => {
      current = false;
    };
  }, []);
  if (!opened) return <p className="p-6 text-ink-2">Opening the chart…</p>;
  if ('fault' in opened) {
    return (
      <div className="p-6">
        <h1 className="text-xl">This water cannot be opened</h1>
        <p role="alert" className="mt-1">
          {opened.fault}.
        </p>
        <p className="mt-3">
          <ButtonLink href="/waters">Back to the waters</ButtonLink>
        </p>
      </div>
    );
  }
  return <Chart opened={opened} />;
}

export function ChartPage() {
  return (
    <Prepared>
      <OpenChart />
    </Prepared>
  );
}
