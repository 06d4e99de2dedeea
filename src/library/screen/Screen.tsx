import isEqual from 'fast-deep-equal';
import { ArrowLeft, Eye, EyeOff, FlaskConical, Layers2, Ruler, Save, Trash2 } from '@/ui/icons';
import { lazy, Suspense, useMemo, useRef, useState } from 'react';
import { type EchoPoint, pingsAcross, type View } from '@core/display';
import {
  type Cursor,
  cursorAt,
  type DrawnRegion,
  movedBy,
  placeOfEcho,
  type RegionLabel,
  type ScreenTruth,
} from '@core/reading';
import { type ScreenRecord, truthOfScreen } from '@core/records';
import { type Control, type Setup, usualSetup, withMatchedScroll, withView } from '@core/setup';
import { soundRig, isAbeam, isAlong, isPolar } from '@core/sounding';
import { createId } from '@/storage/database';
import { useSettings } from '@/storage/settings';
import { deleteScreen, type OpenScreen, saveVersion, screenTrack } from '@/storage/screens';
import { Button, ButtonLink } from '@/ui/Button';
import { cellReading } from '@/ui/echo/cellReading';
import { ControlList } from '@/ui/echo/ControlList';
import { controlKeys } from '@/ui/echo/controlKeys';
import { CursorMarks } from '@/ui/echo/CursorMarks';
import { EchoPicture, type PictureState } from '@/ui/echo/EchoPicture';
import { MarkButton, markFromEcho, MarkHint } from '@/ui/echo/marking';
import { sounderName } from '@/ui/echo/sounderName';
import { recordedSource } from '@/ui/echo/sources';
import { TruthList } from '@/ui/echo/TruthList';
import { revealedRegions, TruthLayer } from '@/ui/echo/TruthOverlay';
import { NameEditor } from '@/ui/NameEditor';
import { PageHeader } from '@/ui/PageHeader';
import { Segmented } from '@/ui/Segmented';
import { showToast } from '@/ui/toast';
import { ToolTabs } from '@/ui/ToolTabs';
import { UndoButtons } from '@/ui/UndoButtons';
import { useHotkeys } from '@/ui/useHotkeys';
import { AboutPanel } from './AboutPanel';
import { DRAW_TOOLS, useDrawing } from './drawing';
import { savePng } from './exports';
import { MeasureTab } from './MeasureTab';
import { OutPanel } from './OutPanel';
import { RecordedPanel } from './RecordedPanel';
import { TruthEditor } from './TruthEditor';
import { useScreenRecord } from './useScreenRecord';

// The canvas library is needed by those who draw only.
const DrawLayer = lazy(() => import('./DrawLayer'));

const TABS = [
  { id: 'truth', name: 'What is there', hotkey: 'T' },
  { id: 'draw', name: 'Mark truth', hotkey: 'G' },
  { id: 'measure', name: 'Measure', hotkey: 'X' },
  { id: 'about', name: 'About it', hotkey: 'J' },
  { id: 'recorded', name: 'As recorded', hotkey: 'Q' },
  { id: 'out', name: 'Save as', hotkey: 'W' },
] as const;
type TabId = (typeof TABS)[number]['id'];
const LEARNERS_TABS: TabId[] = ['truth', 'measure', 'recorded'];

type Layer = 'outlines' | 'names';
const LAYERS = [
  { value: 'outlines', label: 'Outlines' },
  { value: 'names', label: 'Names' },
] as const;

/** Where nothing was recorded of the sounder, controls that only show it need some setup to stand on. */
const ANY_DRAFT_M = 0.3;

function setupFor(record: ScreenRecord, opened: OpenScreen['echo'], view: View): Setup {
  const { source, instrument } = record;
  const { info, track } = opened;
  const speedMps = track.speedMps.at(-1) ?? NaN;
  const usual = usualSetup({
    deepestM: info.binCount * info.rangeStepM,
    rig: source.kind === 'simulated' ? source.rig : soundRig(ANY_DRAFT_M),
    speedMps: Number.isFinite(speedMps) ? speedMps : 1,
    waveHeightM: 0,
  });
  const sounders =
    source.kind === 'simulated'
      ? { ...usual.sounders, [instrument]: source.sounder }
      : usual.sounders;
  return withView({ ...usual, sounders }, instrument, view);
}

export function Screen({ opened }: { opened: OpenScreen }) {
  const work = useScreenRecord(opened);
  const { record, echo, change } = work;
  const { units, role } = useSettings();
  // Who learns looks, measures and reveals; truth and files are the instructor's.
  const tabs = TABS.filter(({ id: one }) => role !== 'learn' || LEARNERS_TABS.includes(one));
  const [view, setView] = useState<View>(record.view);
  const [tab, setTab] = useState<TabId>('truth');
  const [revealed, setRevealed] = useState(false);
  const [layer, setLayer] = useState<Layer>('names');
  const [lit, setLit] = useState<string | null>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const { firstPing, pingCount, instrument } = record;
  const { info } = echo;
  const [endWanted, setEnd] = useState(firstPing + pingCount);
  const end = Math.min(endWanted, firstPing + pingCount);
  const [state, setState] = useState<PictureState | null>(null);
  const frameRef = useRef<HTMLDivElement>(null);

  // A view kept with undo, or taken over from another window, is shown.
  const [keptView, setKeptView] = useState(record.view);
  if (keptView !== record.view) {
    setKeptView(record.view);
    setView(record.view);
  }

  const track = useMemo(() => screenTrack({ record, echo }), [record, echo]);
  const source = useMemo(
    () => recordedSource({ firstPing, pingCount }, { ...echo, track }),
    [firstPing, pingCount, echo, track],
  );
  const regions = useMemo(() => truthOfScreen(record, echo, view), [record, echo, view]);
  const simulated = useMemo(
    () => truthOfScreen({ ...record, truth: { changes: [], regions: [] } }, echo, view),
    [record, echo, view],
  );

  const isPicture = record.source.kind === 'picture';
  const isScaled = record.source.kind !== 'picture' || record.source.calibration.range !== null;
  const calibrateHref = `/library/picture?id=${record.id}`;
  const lastMps = track.speedMps.at(-1) ?? NaN;
  // Of some pictures and logs it is not known; nothing is matched to it then.
  const speedMps = Number.isFinite(lastMps) ? lastMps : 0;
  const lengthPx = isAbeam(instrument) ? size.height : size.width;
  const across = Math.min(pingCount, pingsAcross(info, view, lengthPx));
  const picture = state?.picture ?? null;
  const pxPerM = picture?.pxPerM ?? 0;
  const pxPerTrackM =
    picture && picture.kind !== 'polar'
      ? (picture.pxPerPing * info.pingRateHz) / Math.max(0.05, speedMps)
      : pxPerM;

  // The controls work on a setup; of this one only the screen's own picture counts.
  const setup = setupFor(record, echo, view);
  const changeSetup = (_: string, next: Setup) => setView(next.views[instrument]);
  const isOfEcho = ({ id: control, group, resounds }: Control) =>
    !resounds &&
    group !== 'boat' &&
    (!isPicture || PICTURE_CONTROLS.includes(control)) &&
    !(control === 'range' && !isAlong(instrument));
  const viewChanged = !isEqual(view, record.view);

  const [label, setLabel] = useState<RegionLabel>('fish');
  const [chosenId, setChosenId] = useState<string | null>(null);
  const setTruth = (words: string, truth: ScreenTruth, mergeKey?: string) =>
    change(words, { truth }, mergeKey);
  const addRegion = (region: DrawnRegion) => {
    setTruth('New region', { ...record.truth, regions: [...record.truth.regions, region] });
    setChosenId(region.id);
  };
  const drawing = useDrawing(label, addRegion);
  const chosen = record.truth.regions.find((region) => region.id === chosenId) ?? null;
  const replaceRegion = (words: string, next: DrawnRegion, mergeKey?: string) =>
    setTruth(
      words,
      {
        ...record.truth,
        regions: record.truth.regions.map((one) => (one.id === next.id ? next : one)),
      },
      mergeKey,
    );
  const nudge = (pings: number, bins: number) => {
    if (!chosen) return;
    const by = isPolar(instrument)
      ? { ping: 0, beam: pings, bin: bins }
      : { ping: pings, beam: 0, bin: bins };
    const shape = movedBy(chosen.shape, by, info);
    replaceRegion('Nudge', { ...chosen, shape }, `nudge ${chosen.id}`);
  };
  const copyRegion = () => {
    if (!chosen) return;
    const shape = movedBy(chosen.shape, { ping: 6, beam: 2, bin: 6 }, info);
    addRegion({ ...chosen, id: createId('region'), shape });
  };
  const deleteRegion = () => {
    if (!chosen) return;
    setTruth('Region away', {
      ...record.truth,
      regions: record.truth.regions.filter((one) => one.id !== chosen.id),
    });
    setChosenId(null);
  };

  const remove = async () => {
    await deleteScreen(record);
    location.assign('/library');
  };
  const keepVersion = async () => {
    const version = await saveVersion(record, { view, name: `${record.name}, another view` });
    showToast({
      message: `Kept as “${version.name}”; both show one echo.`,
      action: { label: 'Open it', run: () => location.assign(`/library/screen?id=${version.id}`) },
    });
    await work.refreshVersions();
  };

  const [marking, setMarking] = useState(false);
  const canMark = Number.isFinite(track.xM[0]) && record.waterId !== '';
  const mark = (point: EchoPoint) => {
    setMarking(false);
    const bearingDeg =
      record.source.kind === 'simulated' && record.source.sounder.instrument === 'sector'
        ? record.source.sounder.bearingDeg
        : 0;
    void markFromEcho({
      waterId: record.waterId,
      instrument,
      echo: placeOfEcho(info, track, point.ping - firstPing, point, bearingDeg),
      screenId: record.id,
      units,
    });
  };
  const [cursors, setCursors] = useState<Cursor[]>([]);
  const measureAt = (point: EchoPoint) => {
    const next = cursorAt(info, track, point.ping - firstPing, point);
    setCursors(cursors.length === 1 ? [cursors[0], next] : [next]);
  };
  const isDrawing = tab === 'draw';
  const onPick = marking
    ? mark
    : isDrawing && drawing.tool !== 'select'
      ? drawing.tap
      : tab === 'measure' && isScaled
        ? measureAt
        : undefined;

  useHotkeys({
    k: () => canMark && setMarking(!marking),
    Escape: () => {
      setMarking(false);
      drawing.cancel();
    },
    e: () => setRevealed(!revealed),
    y: () => work.step('redo'),
    m: () => {
      const matched = withMatchedScroll(setup, instrument, pxPerM, speedMps);
      if (matched) changeSetup('Match', matched);
    },
    ...controlKeys(setup, instrument, isOfEcho, changeSetup),
    ...Object.fromEntries(tabs.map((one) => [one.hotkey.toLowerCase(), () => setTab(one.id)])),
    ...(isDrawing
      ? {
          ...Object.fromEntries(DRAW_TOOLS.map((one) => [one.key, () => drawing.choose(one.id)])),
          f: drawing.close,
          Backspace: drawing.back,
          '⇧C': copyRegion,
        }
      : {}),
  });

  const read = (point: EchoPoint) =>
    cellReading(
      {
        info,
        track,
        levelsCdb: echo.levelsCdb,
        slot: point.ping - firstPing,
        latestSlot: pingCount - 1,
      },
      point,
      units,
    );

  const png = async (withOverlays: boolean) => {
    const canvas = frameRef.current?.querySelector('canvas');
    const overlay = frameRef.current?.querySelector<SVGSVGElement>('svg[data-overlay]');
    if (!canvas || !state) throw new Error('the picture is not drawn yet');
    await savePng({
      record,
      echo: { ...echo, track },
      view: state.view,
      picture: state.picture,
      canvas,
      overlay: withOverlays ? (overlay ?? null) : null,
      units,
    });
  };

  const isShown = revealed || isDrawing || tab === 'out';
  const labelled = revealedRegions(regions, lit).map((one) =>
    layer === 'names' ? one : { ...one, name: undefined },
  );
  // While drawing, what is drawn by hand shows its own handles.
  const overlaid = isDrawing ? labelled.filter(({ region }) => region.kind !== null) : labelled;

  return (
    <div className="flex h-full min-h-[680px] flex-col">
      <PageHeader
        title={
          <NameEditor
            of="the screen"
            name={record.name}
            onRename={(name) => change('Name', { name })}
          />
        }
        note={[record.waterName, record.passName, sounderName(record)].filter(Boolean).join(' · ')}
      >
        <span role="status" className="w-16 text-end text-xs text-ink-2">
          {work.isSaving ? 'Keeping…' : ''}
        </span>
        <UndoButtons isNarrow history={work.history} onStep={work.step} />
        {canMark && <MarkButton marking={marking} onChange={setMarking} />}
        {isPicture && (
          <ButtonLink href={calibrateHref}>
            <Ruler size={16} aria-hidden="true" /> {isScaled ? 'Frame and scale' : 'Calibrate'}
          </ButtonLink>
        )}
        {record.source.kind === 'simulated' && (
          <ButtonLink href={`/bench?screen=${record.id}`}>
            <FlaskConical size={16} aria-hidden="true" /> At the bench
          </ButtonLink>
        )}
        <Button onClick={() => change('View', { view })} disabled={!viewChanged}>
          <Save size={16} aria-hidden="true" /> Keep this view
        </Button>
        <Button
          onClick={() => void keepVersion()}
          disabled={!viewChanged}
          title="The same echo under this view, as a screen of its own"
        >
          <Layers2 size={16} aria-hidden="true" /> As a version
        </Button>
        <Button look="quiet" aria-label="Delete" title="Delete" onClick={() => void remove()}>
          <Trash2 size={16} aria-hidden="true" />
        </Button>
        <ButtonLink href="/library">
          <ArrowLeft size={16} aria-hidden="true" /> Library
        </ButtonLink>
      </PageHeader>
      <div className="flex min-h-0 flex-1 flex-col gap-3 p-4 md:flex-row">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col gap-3">
          <div className="min-h-64 flex-1" ref={frameRef}>
            <EchoPicture
              source={source}
              view={view}
              endPing={end}
              units={units}
              scale={isScaled}
              label={`Recorded ${sounderName(record).split(' ')[0].toLowerCase()} echo: ${record.name}`}
              readCell={isScaled ? read : undefined}
              onPick={onPick}
              onResize={setSize}
              onState={setState}
              overlay={(shown) => (
                <>
                  {isShown && <TruthLayer labelled={overlaid} picture={shown} />}
                  <CursorMarks picture={shown} cursors={cursors} light={false} />
                </>
              )}
            >
              {isDrawing && picture && view.zoom !== 'bottom' && (
                <Suspense fallback={null}>
                  <DrawLayer
                    picture={picture}
                    regions={record.truth.regions}
                    chosenId={chosenId}
                    drawing={drawing}
                    channel={0}
                    onChoose={setChosenId}
                    onReshape={(regionId, shape) => {
                      const region = record.truth.regions.find((one) => one.id === regionId);
                      if (region) replaceRegion('Shape', { ...region, shape });
                    }}
                  />
                </Suspense>
              )}
              {isDrawing && view.zoom === 'bottom' && (
                <p className="absolute top-3 left-1/2 -translate-x-1/2 rounded-md bg-card px-3 py-1 shadow-lg">
                  The picture hangs on the bottom: switch zoom off to draw on it.
                </p>
              )}
              {marking && <MarkHint />}
            </EchoPicture>
          </div>
          <div className="flex shrink-0 flex-wrap items-center gap-3">
            <Button
              onClick={() => setRevealed(!revealed)}
              hotkey="E"
              aria-pressed={revealed}
              className="w-32"
            >
              {revealed ? (
                <EyeOff size={16} aria-hidden="true" />
              ) : (
                <Eye size={16} aria-hidden="true" />
              )}
              {revealed ? 'Hide' : 'Reveal'}
            </Button>
            <Segmented
              label="Truth on the picture"
              value={layer}
              options={LAYERS}
              onChange={setLayer}
            />
            <label className="flex flex-1 items-center gap-3">
              <span className="text-ink-2">Along the recording</span>
              <input
                type="range"
                className="min-w-24 flex-1 accent-action"
                min={firstPing + across}
                max={firstPing + pingCount}
                value={Math.max(firstPing + across, end)}
                disabled={across >= pingCount}
                onChange={(event) => setEnd(Number(event.target.value))}
              />
            </label>
          </div>
          <ToolTabs
            tools={tabs}
            chosen={tab}
            onChoose={setTab}
            isFlush={tab === 'draw' || tab === 'truth'}
          >
            {tab === 'truth' && (
              <div className="flex h-full">
                <TruthList
                  regions={revealed ? regions : null}
                  hint="Hidden. Name what you see, then reveal what caused it."
                  lit={lit}
                  onLight={setLit}
                />
                {record.notes && (revealed || role !== 'learn') && (
                  <p className="w-72 shrink-0 overflow-y-auto border-l border-hairline px-4 py-2.5 whitespace-pre-line">
                    {record.notes}
                  </p>
                )}
              </div>
            )}
            {tab === 'draw' && (
              <TruthEditor
                truth={record.truth}
                simulated={simulated}
                drawing={drawing}
                label={label}
                chosenId={chosenId}
                units={units}
                onLabel={setLabel}
                onChoose={(chosenRegion) => {
                  setChosenId(chosenRegion);
                  setLit(chosenRegion);
                }}
                onChange={setTruth}
                onNudge={nudge}
                onCopy={copyRegion}
                onDelete={deleteRegion}
              />
            )}
            {tab === 'measure' && (
              <MeasureTab
                echo={{ ...echo, track }}
                cursors={cursors}
                units={units}
                pxPerM={pxPerM}
                pxPerTrackM={pxPerTrackM}
                isScaled={isScaled}
                calibrateHref={calibrateHref}
                onClear={() => setCursors([])}
              />
            )}
            {tab === 'about' && <AboutPanel {...work} />}
            {tab === 'recorded' && (
              <RecordedPanel record={record} echo={echo} units={units} versions={work.versions} />
            )}
            {tab === 'out' && <OutPanel work={work} onPng={png} />}
          </ToolTabs>
        </div>
        <aside
          aria-label="Controls"
          className="grid shrink-0 grid-cols-1 content-start gap-2 sm:grid-cols-2 md:w-66 md:grid-cols-1 md:overflow-y-auto"
        >
          <ControlList
            setup={setup}
            initial={setupFor(record, echo, record.view)}
            instrument={instrument}
            groups={isPicture ? ['show'] : ['listen', 'show']}
            shown={isOfEcho}
            units={units}
            eye="usual"
            pxPerM={pxPerM}
            lengthPx={lengthPx}
            settled={state?.view ?? null}
            speedMps={speedMps}
            onChange={changeSetup}
          />
          <p className="px-1 text-xs text-ink-2">
            {isPicture
              ? 'A picture holds colours, not levels: gain and palette were settled when it was taken. Window and scroll can be changed.'
              : 'The echo is stored raw: these controls change the picture, not what was received. Only “Keep this view” changes how the screen opens and how drills show it.'}
          </p>
        </aside>
      </div>
    </div>
  );
}

/** Of a picture only the window can change: its colours are what they are. */
const PICTURE_CONTROLS: Control['id'][] = ['upperLimit', 'range', 'scroll', 'sides'];
