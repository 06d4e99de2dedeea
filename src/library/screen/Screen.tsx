import { useMemo, useRef, useState } from 'react';
import type { EchoPoint } from '@core/display';
import { placeOfEcho } from '@core/reading';
import { truthOfScreen } from '@core/records';
import { isAbeam } from '@core/sounding';
import { useSettings } from '@/storage/settings';
import type { OpenScreen } from '@/storage/screens';
import { useAlone } from '@/ui/alone';
import { Button, ButtonLink } from '@/ui/Button';
import { cellReading } from '@/ui/echo/cellReading';
import { ControlList } from '@/ui/echo/ControlList';
import { controlKeys } from '@/ui/echo/controlKeys';
import { EchoPicture } from '@/ui/echo/EchoPicture';
import { markFromEcho, MarkHint } from '@/ui/echo/marking';
import { sounderName } from '@/ui/echo/sounderName';
import { TruthList } from '@/ui/echo/TruthList';
import { revealedRegions, TruthLayer } from '@/ui/echo/TruthOverlay';
import { Eye, EyeOff, Users } from '@/ui/icons';
import { surroundingsOf, useTellSurroundings } from '@/ui/surroundings';
import { Segmented } from '@/ui/Segmented';
import { ToolTabs } from '@/ui/ToolTabs';
import { useHotkeys } from '@/ui/useHotkeys';
import { AboutPanel } from './AboutPanel';
import { savePng } from './exports';
import { OutPanel } from './OutPanel';
import { RecordedPanel } from './RecordedPanel';
import { ScreenHeader } from './ScreenHeader';
import type { ScreenTab } from './screenTab';
import { useDrawTab } from './useDrawTab';
import { useMeasureTab } from './useMeasureTab';
import { useScreenRecord } from './useScreenRecord';
import { useShownScreen } from './useShownScreen';

/** Adding a tab: name it here, and what it is below. */
const TABS = [
  { id: 'truth', name: 'What is there', hotkey: 'T', forLearners: true },
  { id: 'draw', name: 'Mark truth', hotkey: 'G', forLearners: false },
  { id: 'measure', name: 'Measure', hotkey: 'Q', forLearners: true },
  { id: 'about', name: 'About it', hotkey: 'J', forLearners: false },
  { id: 'recorded', name: 'As recorded', hotkey: 'X', forLearners: true },
  { id: 'out', name: 'Save as', hotkey: 'W', forLearners: false },
] as const;
type TabId = (typeof TABS)[number]['id'];

type Layer = 'outlines' | 'names';
const LAYERS = [
  { value: 'outlines', label: 'Outlines' },
  { value: 'names', label: 'Names' },
] as const;

export function Screen({ opened }: { opened: OpenScreen }) {
  const work = useScreenRecord(opened);
  const { record, echo } = work;
  const shown = useShownScreen(work);
  const { view, track, isPicture, isScaled, end, across, state, setup, changeSetup } = shown;
  const { units, role } = useSettings();
  const [tabId, setTab] = useState<TabId>('truth');
  // Until it is revealed there is nothing to read under the picture.
  const [foldedAt, setFoldedAt] = useState<TabId | null>('truth');
  const [revealed, setRevealedOnly] = useState(false);
  const setRevealed = (on: boolean) => {
    setRevealedOnly(on);
    if (on) setFoldedAt(null);
  };
  const alone = useAlone();
  const [layer, setLayer] = useState<Layer>('names');
  const [lit, setLit] = useState<string | null>(null);
  const frameRef = useRef<HTMLDivElement>(null);
  const { firstPing, pingCount, instrument } = record;
  const { info } = echo;
  const regions = useMemo(() => truthOfScreen(record, echo, view), [record, echo, view]);

  const [marking, setMarking] = useState(false);
  const canMark = Number.isFinite(track.xM[0]) && record.waterId !== '';
  const mark = (point: EchoPoint) => {
    setMarking(false);
    const { source } = record;
    const bearingDeg =
      source.kind === 'simulated' && source.sounder.instrument === 'sector'
        ? source.sounder.bearingDeg
        : 0;
    void markFromEcho({
      waterId: record.waterId,
      instrument,
      echo: placeOfEcho(info, track, point.ping - firstPing, point, bearingDeg),
      screenId: record.id,
      units,
    });
  };

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

  const tabs: Record<TabId, ScreenTab> = {
    truth: {
      isFlush: true,
      panel: (
        <div className="flex h-full">
          <TruthList
            regions={revealed ? regions : null}
            hint="Hidden. Name what you see, then reveal what caused it."
            units={units}
            lit={lit}
            onLight={setLit}
          />
          {record.notes && (revealed || role !== 'learn') && (
            <p className="w-72 shrink-0 overflow-y-auto border-l border-hairline px-4 py-2.5 whitespace-pre-line">
              {record.notes}
            </p>
          )}
        </div>
      ),
    },
    draw: useDrawTab(work, shown, units, setLit),
    measure: useMeasureTab(work, shown, units),
    about: { panel: <AboutPanel {...work} /> },
    recorded: {
      panel: <RecordedPanel record={record} echo={echo} units={units} versions={work.versions} />,
    },
    out: { truth: 'all', panel: <OutPanel work={work} onPng={png} /> },
  };
  const tab = tabs[tabId];
  const openTab = (id: TabId) => {
    setTab(id);
    setFoldedAt(null);
  };
  // Who learns looks, measures and reveals; truth and files are the instructor's.
  const offered = TABS.filter(({ forLearners }) => role !== 'learn' || forLearners);

  useHotkeys({
    k: () => canMark && setMarking(!marking),
    Escape: () => {
      setMarking(false);
      for (const one of Object.values(tabs)) one.leave?.();
    },
    e: () => setRevealed(!revealed),
    y: () => work.step('redo'),
    m: shown.match,
    ...controlKeys(setup, instrument, shown.showsControl, changeSetup),
    ...Object.fromEntries(offered.map((one) => [one.hotkey.toLowerCase(), () => openTab(one.id)])),
    ...tab.keys,
  });

  useTellSurroundings(() => {
    const slot = Math.max(0, end - 1 - firstPing);
    return surroundingsOf({
      channel: info.channels[0],
      depthM: track.bottomDepthM[slot],
      speedMps: track.speedMps[slot],
      shownM: view.bottomM - (isAbeam(instrument) ? 0 : view.topM),
      heightPx: shown.pxPerM * (view.bottomM - view.topM),
      pingRateHz: info.pingRateHz,
    });
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

  const labelled = revealedRegions(regions, lit, { units }).map((one) =>
    layer === 'names' ? one : { ...one, name: undefined },
  );
  // While drawing, what is drawn by hand shows its own handles.
  const overlaid =
    tab.truth === 'simulated' ? labelled.filter(({ region }) => region.kind !== null) : labelled;

  return (
    <div className="flex flex-col md:h-full md:min-h-[680px]">
      <ScreenHeader
        work={work}
        shown={shown}
        marking={{ isAble: canMark, isOn: marking, set: setMarking }}
      />
      <div className="flex min-h-0 flex-1 flex-col gap-3 p-4 md:flex-row">
        <div className="flex min-h-0 min-w-0 flex-col gap-3 md:flex-1">
          <div className={alone.frame('h-[48dvh] min-h-64 md:h-auto md:flex-1')} ref={frameRef}>
            <EchoPicture
              source={shown.source}
              view={shown.drawn}
              endPing={end}
              units={units}
              scale={isScaled}
              label={`Recorded ${sounderName(record).split(' ')[0].toLowerCase()} echo: ${record.name}`}
              readCell={isScaled ? read : undefined}
              onPick={marking ? mark : tab.onPick}
              onResize={shown.setSize}
              onState={shown.setState}
              overlay={(picture) => (
                <>
                  {(revealed || tab.truth) && <TruthLayer labelled={overlaid} picture={picture} />}
                  {Object.entries(tabs).map(([id, one]) => (
                    <g key={id}>{one.always?.(picture)}</g>
                  ))}
                </>
              )}
            >
              {tab.over}
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
            {role !== 'learn' && (
              <ButtonLink href={`/drills/room?screen=${record.id}`}>
                <Users size={16} aria-hidden="true" /> Ask a room
              </ButtonLink>
            )}
            <label className="flex flex-1 items-center gap-3">
              <span className="text-ink-2">Along the recording</span>
              <input
                type="range"
                className="min-w-24 flex-1 accent-action"
                min={firstPing + across}
                max={firstPing + pingCount}
                value={Math.max(firstPing + across, end)}
                disabled={across >= pingCount}
                onChange={(event) => shown.setEnd(Number(event.target.value))}
              />
            </label>
          </div>
          <ToolTabs
            tools={[...offered]}
            chosen={tabId}
            onChoose={openTab}
            isFlush={tab.isFlush ?? false}
            isFolded={foldedAt === tabId}
            onFold={(isFolded) => setFoldedAt(isFolded ? tabId : null)}
            aside={alone.button}
          >
            {tab.panel}
          </ToolTabs>
        </div>
        <aside
          aria-label="Controls"
          className="grid shrink-0 grid-cols-1 content-start gap-2 sm:grid-cols-2 md:w-66 md:grid-cols-1 md:overflow-y-auto"
        >
          <ControlList
            setup={setup}
            initial={shown.initial}
            instrument={instrument}
            groups={isPicture ? ['show'] : ['listen', 'show']}
            shown={shown.showsControl}
            units={units}
            eye="usual"
            pxPerM={shown.pxPerM}
            lengthPx={shown.lengthPx}
            settled={state?.view ?? null}
            speedMps={shown.speedMps}
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
