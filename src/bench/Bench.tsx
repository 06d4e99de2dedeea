import { CircleDot } from '@/ui/icons';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { chartGrid, deepestM } from '@core/chart';
import type { EchoPoint, Eye } from '@core/display';
import { NO_HISTORY } from '@core/history';
import { type Cursor, cursorAt, placeOfEcho, type TruthRegion } from '@core/reading';
import { type BoatRecord, type MarkRecord, waterToday, type WaterRecord } from '@core/records';
import {
  type Control,
  LAYOUTS,
  type Setup,
  usualSetup,
  withControl,
  withFaults,
  withMatchedScroll,
} from '@core/setup';
import { type EchoRing, type Instrument, INSTRUMENTS } from '@core/sounding';
import type { ReadingLabel } from '@core/targets';
import { degToRad, format, formatNumber, radToDeg, SPEED, TEMPERATURE } from '@core/units';
import { temperatureAtC } from '@core/water';
import { listNotes } from '@/storage/chartNotes';
import { useSettings } from '@/storage/settings';
import { tellBoat } from '@/ui/boatChannel';
import { Button } from '@/ui/Button';
import { ControlList } from '@/ui/echo/ControlList';
import { controlKeys } from '@/ui/echo/controlKeys';
import { MarkButton, markFromEcho, MarkHint } from '@/ui/echo/marking';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';
import { Segmented } from '@/ui/Segmented';
import { showToast } from '@/ui/toast';
import { UndoButtons } from '@/ui/UndoButtons';
import { useHotkeys } from '@/ui/useHotkeys';
import { WaterMap } from '@/ui/WaterMap';
import { type BenchMemory, saveBenchMemory } from './benchMemory';
import { BenchRun, type BenchStart, newPass, OPENING_TIME_S, RATES, staysPut } from './benchRun';
import { BenchView } from './BenchView';
import { CompareArea } from './CompareArea';
import { compared, type Comparison, needsSounding } from './comparing';
import { depthReadout } from './depthReadout';
import { Desk } from './desk';
import type { BenchKit, ShownPicture } from './kit';
import { PaneGrid } from './PaneGrid';
import { type Presented, startPresenting } from './presenting';
import { recordScreen } from './recordScreen';
import { SteerControls, TURN_DEG } from './SteerControls';
import { Timeline } from './Timeline';
import { CompareTool } from './tools/CompareTool';
import { FaultsTool } from './tools/FaultsTool';
import { type HeldLure, inHand, JigTool } from './tools/JigTool';
import { KeysTool, TOOL_KEYS } from './tools/KeysTool';
import { type LadderSheet, LadderSheetView, LadderTool } from './tools/LadderTool';
import { LedgerTool } from './tools/LedgerTool';
import { MeasureTool } from './tools/MeasureTool';
import { NotesTool } from './tools/NotesTool';
import { RecordTool } from './tools/RecordTool';
import { SuggestTool } from './tools/SuggestTool';
import { TruthTool } from './tools/TruthTool';
import { toggled, ViewsTool } from './tools/ViewsTool';
import { ToolTabs } from '@/ui/ToolTabs';
import { controlValue } from '@/ui/echo/ControlList';

interface BenchProps {
  water: WaterRecord;
  boat: BoatRecord;
  passId: string | null;
  memory: BenchMemory | null;
}

const TOOLS = [
  { id: 'truth', name: 'What is there' },
  { id: 'measure', name: 'Measure' },
  { id: 'ledger', name: 'Why' },
  { id: 'compare', name: 'Compare' },
  { id: 'ladder', name: 'Ladder' },
  { id: 'suggest', name: 'Suggest' },
  { id: 'faults', name: 'Faults' },
  { id: 'jig', name: 'Jig' },
  { id: 'record', name: 'Record' },
  { id: 'views', name: 'Views' },
  { id: 'notes', name: 'Present' },
  { id: 'keys', name: 'Keys' },
] as const;
type ToolId = (typeof TOOLS)[number]['id'];

const SAVE_EVERY_MS = 2000;
const SKIP_S = 5;
/** Farther along than this, a screen is another one. */
const SAME_PICTURE_S = 2;

/** What was remembered, or the start of a pass. */
function benchStart({ water, passId, memory }: BenchProps): BenchStart {
  const today = waterToday(water.content);
  const planId = memory?.pass.planId ?? passId;
  const plan = today.passes.find((candidate) => candidate.id === planId) ?? today.passes[0];
  return {
    water: today,
    plan,
    pass: memory?.pass ?? newPass(today, plan, plan.speedMps),
    timeS: memory?.timeS ?? OPENING_TIME_S,
    moving: !(memory?.frozen ?? false),
  };
}

function startingSetup({ water, boat, memory }: BenchProps, start: BenchStart): Setup {
  const { conditions } = water.content;
  return usualSetup(
    {
      deepestM: deepestM(chartGrid(waterToday(water.content).scene.bottom)),
      rig: boat.rig,
      speedMps: start.pass.speedChanges.at(-1)!.speedMps,
      waveHeightM: conditions.iceM > 0 ? 0 : conditions.waveHeightM,
    },
    memory?.setup,
  );
}

export function Bench(props: BenchProps) {
  const { water, boat, memory } = props;
  const today = useMemo(() => waterToday(water.content), [water]);
  const [{ run, desk, initial }] = useState(() => {
    const start = benchStart(props);
    const setup = startingSetup(props, start);
    const layout =
      memory?.layout ??
      (staysPut(start.pass) ? LAYOUTS.find(({ id }) => id === 'jig')! : LAYOUTS[0]);
    const made = new BenchRun(start, setup, layout.instruments);
    return {
      run: made,
      initial: startingSetup({ ...props, memory: null }, start),
      desk: new Desk(made, {
        setup,
        layout,
        ownLayouts: memory?.ownLayouts ?? [],
        notes: memory?.notes ?? '',
      }),
    };
  });
  useEffect(() => {
    run.start();
    return () => run.close();
  }, [run]);
  const snapshot = useStore(run.store);
  const state = useStore(desk.store);
  const { setup, layout } = state;
  const { moving, ended, failed, plan, pass, timeS, shownS, progress, waiting, behind, rings } =
    snapshot;
  const { units, role } = useSettings();

  const [chosen, setChosen] = useState<Instrument>(layout.instruments[0]);
  const instrument = layout.instruments.includes(chosen) ? chosen : layout.instruments[0];
  const [tool, setTool] = useState<ToolId>('truth');
  const [revealed, setRevealed] = useState(false);
  const [said, setSaid] = useState<{ labels: ReadingLabel[]; atS: number } | null>(null);
  const [lit, setLit] = useState<string | null>(null);
  const [hover, setHover] = useState<{ at: Instrument; point: EchoPoint } | null>(null);
  const [cursors, setCursors] = useState<{ at: Instrument; list: Cursor[] }>({
    at: instrument,
    list: [],
  });
  const [picked, setPicked] = useState<{ at: Instrument; point: EchoPoint } | null>(null);
  const [marking, setMarking] = useState(false);
  const [marks, setMarks] = useState<MarkRecord[]>([]);
  const [comparison, setComparison] = useState<Comparison | null>(null);
  const [sheet, setSheet] = useState<LadderSheet | null>(null);
  const [held, setHeld] = useState<HeldLure | null>(null);
  const [eye, setEye] = useState<Eye>('usual');
  const [pictures, setPictures] = useState<Partial<Record<Instrument, ShownPicture>>>({});
  const areaRef = useRef<HTMLDivElement>(null);

  const picture = pictures[instrument] ?? null;
  const ring = rings[instrument] ?? null;
  const endPing = run.endPing(instrument);
  const frozen = !moving;
  const latest = ring && endPing > ring.first ? ring.slot(endPing - 1) : null;
  const depthM = ring && latest !== null ? ring.trackedDepthM[latest] : NaN;
  const pose = run.poseAt(shownS);
  const faulted = withFaults(setup);

  // A learner says first what is there: the water opens only on the picture that was spoken of.
  const committed = said && Math.abs(shownS - said.atS) < SAME_PICTURE_S ? said.labels : null;
  const mayReveal = role !== 'learn' || (frozen && committed !== null);
  const showTruth = revealed && mayReveal;
  const [judged, setJudged] = useState<Partial<Record<Instrument, TruthRegion[]>>>({});
  const regions = judged[instrument] ?? [];

  useEffect(() => {
    void listNotes(water.id).then((notes) => setMarks(notes.marks));
  }, [water.id]);

  const takeShown = useCallback(
    (at: Instrument, shown: ShownPicture) =>
      setPictures((old) =>
        JSON.stringify(old[at]) === JSON.stringify(shown) ? old : { ...old, [at]: shown },
      ),
    [],
  );
  const takeRegions = useCallback(
    (at: Instrument, found: TruthRegion[]) => setJudged((old) => ({ ...old, [at]: found })),
    [],
  );

  // —— what is remembered ——
  const remembered = useRef<BenchMemory | null>(null);
  useEffect(() => {
    remembered.current = {
      waterId: water.id,
      pass,
      setup: {
        ...setup,
        rig: JSON.stringify(setup.rig) === JSON.stringify(boat.rig) ? null : setup.rig,
      },
      layout,
      ownLayouts: state.ownLayouts,
      timeS,
      frozen,
      notes: state.notes,
    };
  });
  useEffect(() => {
    const save = () => {
      if (remembered.current) void saveBenchMemory(remembered.current);
    };
    const timer = setInterval(save, SAVE_EVERY_MS);
    window.addEventListener('pagehide', save);
    return () => {
      clearInterval(timer);
      window.removeEventListener('pagehide', save);
      save();
    };
  }, []);

  // —— other windows ——
  const presented = useRef<Presented | null>(null);
  const presenting = useRef<ReturnType<typeof startPresenting> | null>(null);
  useEffect(() => {
    presented.current = {
      waterId: water.id,
      pass,
      setup,
      layout,
      active: instrument,
      inHand: inHand(held),
      timeS,
      shownS,
      moving,
      rate: snapshot.rate,
      revealed: showTruth,
      lit,
      eye,
    };
    presenting.current?.tell();
  });
  useEffect(() => {
    const started = startPresenting(() => presented.current);
    presenting.current = started;
    return started.stop;
  }, []);
  const shownSounder = faulted.sounders[instrument];
  const beamDeg =
    'acrossBeamwidthDeg' in shownSounder
      ? shownSounder.acrossBeamwidthDeg
      : shownSounder.beamwidthDeg;
  useEffect(() => {
    tellBoat({
      waterId: water.id,
      xM: pose.xM,
      yM: pose.yM,
      headingRad: pose.headingRad,
      speedMps: pose.speedMps,
      depthM: Number.isFinite(depthM) ? depthM : null,
      beamDeg,
    });
  }, [water.id, pose.xM, pose.yM, pose.headingRad, pose.speedMps, depthM, beamDeg]);

  // —— comparing ——
  const variantKey = comparison ? JSON.stringify(comparison) : '';
  const variant = useMemo(
    () => (comparison ? compared(setup, instrument, comparison) : null),
    // oxlint-disable-next-line react/exhaustive-deps -- the key stands for the comparison
    [setup, instrument, variantKey],
  );
  const isSounded = comparison !== null && needsSounding(comparison);
  const shownEnd = useCallback(() => run.endPing(instrument), [run, instrument]);
  useEffect(() => {
    run.setVariant(variant && isSounded ? variant : null);
  }, [run, variant, isSounded]);

  // —— acts ——
  const toggleFreeze = () => {
    if (moving) {
      run.freeze();
    } else {
      setSaid(null);
      if (role === 'learn') setRevealed(false);
      run.go();
    }
  };
  const toggleReveal = () => {
    if (!mayReveal) return;
    setRevealed(!revealed);
    if (!revealed && !held) setTool('truth');
  };
  const choosePass = (planId: string) => {
    const next = today.passes.find((candidate) => candidate.id === planId)!;
    setHeld(null);
    setSaid(null);
    setCursors({ at: instrument, list: [] });
    setPicked(null);
    setSheet(null);
    const started = { ...setup, boat: { ...setup.boat, speedMps: next.speedMps } };
    desk.store.setState({ setup: started, history: NO_HISTORY });
    run.open(
      {
        water: today,
        plan: next,
        pass: newPass(today, next, next.speedMps),
        timeS: OPENING_TIME_S,
        moving: true,
      },
      started,
    );
    if (staysPut(next) && !layout.instruments.includes('column')) {
      desk.setLayout(LAYOUTS.find(({ id }) => id === 'jig')!);
    }
  };
  const record = async (fromPing: number, lastPing: number, name = '', notes = '') => {
    if (!ring) return;
    try {
      const saved = await recordScreen({
        water,
        plan,
        targets: run.targets(),
        instrument,
        setup,
        pass: run.passOf(setup),
        ring,
        fromPing,
        endPing: lastPing,
        name,
        notes,
      });
      showToast({
        message: `Recorded “${saved.name}”.`,
        action: { label: 'Open it', run: () => location.assign(`/library/screen?id=${saved.id}`) },
      });
    } catch (failure) {
      const reason = failure instanceof Error ? failure.message : String(failure);
      showToast({ message: `The screen could not be stored: ${reason}. Nothing was changed.` });
    }
  };
  const recordScreenNow = () =>
    void record(endPing - (picture?.pings ?? 200), run.endPing(instrument));
  const mark = async (at: Instrument, point: EchoPoint, from: EchoRing) => {
    setMarking(false);
    const echo = placeOfEcho(
      from.info,
      from.track,
      from.slot(point.ping),
      point,
      faulted.sounders.sector.bearingDeg,
    );
    const made = await markFromEcho({
      waterId: water.id,
      instrument: at,
      echo,
      screenId: null,
      units,
    });
    if (made) setMarks((old) => [...old, made]);
  };
  const pick = (at: Instrument) => {
    if (marking) {
      return (point: EchoPoint, from: EchoRing) => void mark(at, point, from);
    }
    if (tool === 'measure' || tool === 'record') {
      return (point: EchoPoint, from: EchoRing) => {
        const cursor = cursorAt(from.info, from.track, from.slot(point.ping), point);
        const isNext = cursors.at === at && cursors.list.length === 1;
        setCursors({ at, list: isNext ? [...cursors.list, cursor] : [cursor] });
      };
    }
    if (tool === 'ledger') return (point: EchoPoint) => setPicked({ at, point });
    return undefined;
  };
  const turn = (byDeg: number) => {
    if (!run.canSteer) return;
    const headingRad = run.poseAt(timeS).headingRad + degToRad(byDeg);
    desk.steer(byDeg < 0 ? 'Turn to port' : 'Turn to starboard', () => run.turnTo(headingRad));
  };
  const lastMark = marks.at(-1);
  const circleBack = () => {
    if (!run.canSteer || !lastMark) return;
    desk.steer('Circle back to the mark', () => run.returnTo({ x: lastMark.xM, y: lastMark.yM }));
  };
  const stopped = useRef(setup.boat.speedMps);
  const stopOrGo = () => {
    const { speedMps } = setup.boat;
    if (speedMps > 0) stopped.current = speedMps;
    const next = speedMps > 0 ? 0 : stopped.current || plan.speedMps;
    desk.change(
      speedMps > 0 ? 'Stop' : 'Go on sailing',
      withControl(setup, instrument, 'speed', next),
    );
  };
  const match = () => {
    const matched = picture && withMatchedScroll(setup, instrument, picture.pxPerM, pose.speedMps);
    if (matched) desk.change('Match', matched);
  };
  const choosePace = (by: 1 | -1) => {
    const at = RATES.findIndex((value) => value === snapshot.rate);
    run.setRate(RATES[Math.min(RATES.length - 1, Math.max(0, at + by))]);
  };
  const showControl = ({ id }: Control) =>
    !(id === 'speed' && staysPut(pass)) && !(id === 'waves' && today.conditions.iceM > 0);

  const chooseTool = (id: ToolId) => {
    setTool(id);
    if (id !== 'compare') setComparison(null);
    if (id !== 'ladder') setSheet(null);
  };
  useHotkeys({
    ...controlKeys(setup, instrument, showControl, desk.change),
    ' ': toggleFreeze,
    r: recordScreenNow,
    k: () => setMarking(!marking),
    '⇧K': circleBack,
    Escape: () => {
      if (marking) setMarking(false);
      else if (comparison) setComparison(null);
      else if (sheet) setSheet(null);
    },
    e: toggleReveal,
    m: match,
    x: stopOrGo,
    ',': () => turn(-TURN_DEG),
    '.': () => turn(TURN_DEG),
    ArrowLeft: () => run.step(instrument, -1),
    ArrowRight: () => run.step(instrument, 1),
    PageUp: () => run.seek(shownS - SKIP_S),
    PageDown: () => run.seek(Math.min(timeS, shownS + SKIP_S)),
    End: () => run.toLiveEdge(),
    '7': () => choosePace(-1),
    '8': () => choosePace(1),
    ...Object.fromEntries(
      INSTRUMENTS.map((name, i) => [String(i + 1), () => desk.setLayout(toggled(layout, name))]),
    ),
    ...Object.fromEntries(
      TOOLS.map(({ id }) => [TOOL_KEYS[id].toLowerCase(), () => chooseTool(id)]),
    ),
  });

  const kit: BenchKit = {
    run,
    desk,
    snapshot,
    state,
    setup,
    record: water,
    water: today,
    units,
    role,
    instrument,
    ring,
    endPing,
    sounder: faulted.sounders[instrument],
    picture,
    frozen,
    cursors: cursors.at === instrument ? cursors.list : [],
    picked: picked?.at === instrument ? picked.point : null,
    regions,
    marks,
  };
  const hovered = hover?.at === instrument && ring ? hover.point : null;

  const view = (at: Instrument) => (
    <BenchView
      run={run}
      desk={desk}
      instrument={at}
      isActive={at === instrument}
      isFramed={layout.instruments.length > 1 && !comparison}
      water={water.content.name}
      units={units}
      eye={eye}
      revealed={showTruth}
      lit={lit}
      cursors={cursors.at === at ? cursors.list : []}
      isMeasuring={tool === 'measure'}
      marks={marks}
      onActive={() => setChosen(at)}
      onHover={(point) => setHover(point && { at, point })}
      onLight={setLit}
      onPick={pick(at)}
      onShown={takeShown}
      onRegions={takeRegions}
    >
      {marking && at === instrument && <MarkHint />}
    </BenchView>
  );

  return (
    <div
      className="flex h-full min-h-[640px] flex-col"
      data-settled={progress === null && !waiting && !behind}
    >
      <header className="flex min-h-13 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-hairline px-4 py-1.5">
        <h1 className="text-xl">{water.content.name}</h1>
        <label className="flex items-center gap-2">
          <span className="text-ink-2" aria-hidden="true">
            Pass
          </span>
          <select
            aria-label="Pass"
            className="h-9 max-w-44 rounded-md border border-hairline bg-card px-2"
            value={plan.id}
            onChange={(event) => choosePass(event.target.value)}
          >
            {water.content.passes.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <div className="ml-auto flex items-center gap-3">
          {layout.readouts && (
            <>
              <Readout name="Depth" value={depthReadout(depthM, units)} />
              <Readout
                name="Surface"
                value={format(TEMPERATURE[units], temperatureAtC(today.scene.water, 0), 1)}
              />
              <Readout name="Speed" value={format(SPEED[units], ended ? 0 : pose.speedMps, 1)} />
              <Readout
                name="Heading"
                value={`${formatNumber((radToDeg(pose.headingRad) + 360) % 360, 0)}°`}
              />
            </>
          )}
          <UndoButtons isNarrow history={state.history} onStep={desk.step} />
          <MarkButton marking={marking} onChange={setMarking} disabled={!ring} />
          <Button look="primary" hotkey="R" onClick={recordScreenNow} disabled={!ring}>
            <CircleDot size={16} aria-hidden="true" /> Record
          </Button>
        </div>
      </header>

      <div className="flex min-h-0 flex-1 flex-col gap-3 px-4 py-2 md:flex-row">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col gap-2">
          <div ref={areaRef} className="relative min-h-56 flex-1">
            {sheet ? (
              <LadderSheetView kit={kit} eye={eye} sheet={sheet} />
            ) : comparison && variant ? (
              <CompareArea
                mode={comparison.mode}
                a={view(instrument)}
                b={
                  <BenchView
                    run={run}
                    desk={desk}
                    instrument={variant.instrument}
                    variant={{
                      setup: variant.setup,
                      ring: isSounded ? snapshot.variantRing : ring,
                      end: isSounded ? run.variantEnd : shownEnd,
                    }}
                    isActive={false}
                    isFramed={false}
                    water={water.content.name}
                    units={units}
                    eye={eye}
                    revealed={showTruth}
                    lit={lit}
                    cursors={[]}
                    isMeasuring={false}
                    marks={marks}
                  />
                }
                wordsA={
                  comparison.of === 'instrument'
                    ? INSTRUMENT_NAME[instrument]
                    : controlValue(setup, instrument, comparison.of, units)
                }
                wordsB={
                  comparison.of === 'instrument'
                    ? INSTRUMENT_NAME[variant.instrument]
                    : controlValue(variant.setup, instrument, comparison.of, units)
                }
              />
            ) : (
              <PaneGrid
                panes={[
                  ...layout.instruments.map((at) => ({ id: at as string, pane: view(at) })),
                  ...(layout.chart
                    ? [
                        {
                          id: 'chart',
                          pane: (
                            <div className="h-full overflow-hidden rounded-md border border-hairline">
                              <WaterMap
                                water={today}
                                passId={plan.id}
                                boat={pose}
                                routeM={pass.routeM}
                                marks={marks}
                              />
                            </div>
                          ),
                        },
                      ]
                    : []),
                ]}
              />
            )}
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

          <ToolTabs
            tools={TOOLS.map((entry) => ({ ...entry, hotkey: TOOL_KEYS[entry.id] }))}
            chosen={tool}
            onChoose={chooseTool}
            isFlush={tool === 'truth'}
          >
            {tool === 'truth' && (
              <TruthTool
                kit={kit}
                shown={showTruth}
                committed={committed}
                onCommit={(labels) => {
                  setSaid({ labels, atS: shownS });
                  setRevealed(true);
                }}
                lit={lit}
                onLight={setLit}
                pose={hovered && ring ? run.poseAt(hovered.ping / ring.info.pingRateHz) : pose}
                rangeM={hovered && ring ? (hovered.bin + 0.5) * ring.info.rangeStepM : null}
              />
            )}
            {tool === 'measure' && (
              <MeasureTool kit={kit} onClear={() => setCursors({ at: instrument, list: [] })} />
            )}
            {tool === 'ledger' && <LedgerTool kit={kit} mayTell={mayReveal} />}
            {tool === 'compare' && (
              <CompareTool kit={kit} comparison={comparison} onChange={setComparison} />
            )}
            {tool === 'ladder' && (
              <LadderTool kit={kit} eye={eye} sheet={sheet} onSheet={setSheet} />
            )}
            {tool === 'suggest' && <SuggestTool kit={kit} />}
            {tool === 'faults' && <FaultsTool kit={kit} />}
            {tool === 'jig' && <JigTool kit={kit} held={held} onHold={setHeld} />}
            {tool === 'record' && <RecordTool kit={kit} area={areaRef} onRecord={record} />}
            {tool === 'views' && <ViewsTool kit={kit} />}
            {tool === 'notes' && <NotesTool kit={kit} eye={eye} onEye={setEye} />}
            {tool === 'keys' && (
              <KeysTool
                kit={kit}
                tools={TOOLS.map(({ id, name }) => [TOOL_KEYS[id], name.toLowerCase()])}
              />
            )}
          </ToolTabs>

          <Timeline
            run={run}
            snapshot={snapshot}
            marks={marks}
            units={units}
            isReady={ring !== null}
            mayReveal={mayReveal}
            isRevealed={showTruth}
            onReveal={toggleReveal}
            onFreeze={toggleFreeze}
            onStep={(pings) => run.step(instrument, pings)}
            onAgain={() => choosePass(plan.id)}
          />
        </div>

        <aside
          aria-label="Controls"
          className="flex shrink-0 flex-col gap-1 md:w-66 md:overflow-y-auto"
        >
          {layout.instruments.length > 1 && (
            <Segmented
              className="shrink-0 [&>button]:px-1 [&>button]:text-xs"
              label="Picture that the controls act on"
              value={instrument}
              options={layout.instruments.map((name) => ({
                value: name,
                label: INSTRUMENT_NAME[name],
              }))}
              onChange={setChosen}
            />
          )}
          <ControlList
            setup={setup}
            initial={{ ...initial, boat: { ...initial.boat, speedMps: plan.speedMps } }}
            instrument={instrument}
            groups={['send', 'listen', 'show', 'boat']}
            shown={showControl}
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
                  isHeld={staysPut(pass)}
                  canSteer={run.canSteer}
                  isStopped={setup.boat.speedMps === 0}
                  headingDeg={(radToDeg(pose.headingRad) + 360) % 360}
                  hasMark={lastMark !== undefined}
                  onTurn={turn}
                  onCourse={(deg) => desk.steer('New course', () => run.turnTo(degToRad(deg)))}
                  onStop={stopOrGo}
                  onCircle={circleBack}
                />
              ),
            }}
          />
        </aside>
      </div>
    </div>
  );
}

function Readout({ name, value }: { name: string; value: string }) {
  return (
    <div className="min-w-20">
      <p className="text-xs leading-tight text-ink-2">{name}</p>
      <p
        className="figures text-lg leading-tight font-semibold"
        data-testid={`readout-${name.toLowerCase()}`}
      >
        {value}
      </p>
    </div>
  );
}
