import { CircleDot, Eye, EyeOff, Pause, Play, RotateCcw } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { clampView, matchedScrollPxPerS, pingsAcross, type View } from '@core/display';
import { BOAT_SPEED_LIMITS_MPS } from '@core/pass';
import { cellDepthM, judgeTruth, readCell, type TruthRegion } from '@core/reading';
import { type BoatRecord, waterToday, type WaterRecord } from '@core/records';
import { CONE_PRESET_IDS, CONE_PRESETS, type ConePresetId } from '@core/sounding';
import { format, formatClock, LENGTH, radToDeg, SPEED, TEMPERATURE } from '@core/units';
import { temperatureAtC } from '@core/water';
import { useSettings } from '@/storage/settings';
import { tellBoat } from '@/ui/boatChannel';
import { Button } from '@/ui/Button';
import { cellReading } from '@/ui/echo/cellReading';
import { EchoPicture, type EchoPoint } from '@/ui/echo/EchoPicture';
import { MarkButton, markFromEcho, MarkHint } from '@/ui/echo/marking';
import { LiveStrip } from '@/ui/echo/LiveStrip';
import { revealedRegions, TruthLayer } from '@/ui/echo/TruthOverlay';
import { ViewControls } from '@/ui/echo/ViewControls';
import { viewHotkeys } from '@/ui/echo/viewHotkeys';
import { showToast } from '@/ui/toast';
import { useHotkeys } from '@/ui/useHotkeys';
import { WaterMap } from '@/ui/WaterMap';
import { type BenchMemory, saveBenchMemory } from './benchMemory';
import {
  BenchRun,
  type BenchStart,
  newPass,
  openingPing,
  openingView,
  passProgress,
  staysPut,
} from './benchRun';
import { Controls } from './Controls';
import { recordScreen } from './recordScreen';
import { TruthList } from '@/ui/echo/TruthList';
import { useStore } from 'zustand';

interface BenchProps {
  water: WaterRecord;
  boat: BoatRecord;
  passId: string | null;
  memory: BenchMemory | null;
}

const HOLDING_WORDS = {
  sail: '',
  anchor: 'at anchor',
  hole: 'over the hole',
  drift: 'adrift',
} as const;
const HOLDING_STATE = {
  sail: 'sailing',
  anchor: 'swinging',
  hole: 'waiting',
  drift: 'drifting',
} as const;
const SAVE_EVERY_MS = 2000;
const REVEAL_EVERY_PINGS = 6;

const isPreset = (id: string | undefined): id is ConePresetId =>
  CONE_PRESET_IDS.includes(id as ConePresetId);

/** What was remembered, or the start of a pass. */
function benchStart({ water, boat, passId, memory }: BenchProps): BenchStart {
  const today = waterToday(water.content);
  const { passes } = today;
  const planId = memory?.pass.planId ?? passId;
  const plan = passes.find((candidate) => candidate.id === planId) ?? passes[0];
  const presetId = isPreset(memory?.presetId) ? memory.presetId : '200';
  return {
    water: today,
    rig: boat.rig,
    plan,
    pass: memory?.pass ?? newPass(today, plan, plan.speedMps),
    presetId,
    endPing: memory?.endPing ?? openingPing(today, presetId),
    frozen: memory?.frozen ?? false,
  };
}

export function Bench(props: BenchProps) {
  const { water, boat, memory } = props;
  const today = waterToday(water.content);
  const opening = useMemo(() => openingView(today), [today]);
  const [run] = useState(() => new BenchRun(benchStart(props)));
  useEffect(() => {
    run.start();
    return () => run.close();
  }, [run]);
  const { status, plan, pass, ring, endPing, presetId, speedMps, progress, error } = useStore(
    run.store,
  );
  const { units, role } = useSettings();
  const [view, setViewRaw] = useState<View>(memory?.view ?? opening);
  const [revealed, setRevealed] = useState(false);
  const [lit, setLit] = useState<string | null>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });

  const setView = (change: Partial<View>) =>
    setViewRaw((old) => clampView({ ...old, ...change }).view);
  const frozen = status === 'frozen' || status === 'ended';
  const source = useMemo(
    () =>
      ring && {
        info: ring.info,
        levelsCdb: ring.levelsCdb,
        capacity: ring.capacity,
        first: ring.first,
        end: endPing,
      },
    [ring, endPing],
  );
  const pingRateHz = ring?.info.pingRateHz ?? 12;
  const timeS = endPing / pingRateHz;
  const latest = ring && ring.end > ring.first ? ring.slot(ring.end - 1) : null;
  const depthM = ring && latest !== null ? ring.track.bottomDepthM[latest] : NaN;
  const along = passProgress(pass, timeS);
  const limitM = ring ? ring.info.draftM + ring.info.binCount * ring.info.rangeStepM : 24;
  const matchedPxPerS = matchedScrollPxPerS(view, size.height, along.speedMps);
  const acrossPings = ring ? pingsAcross(ring.info, view, size.width) : 0;

  // A learner decides first: the water opens only on a picture that stands still.
  const mayReveal = role !== 'learn' || frozen;
  const showTruth = revealed && mayReveal;
  const revealStep = frozen ? endPing : Math.floor(endPing / REVEAL_EVERY_PINGS);
  const regions = useMemo<TruthRegion[]>(() => {
    if (!ring || !showTruth || acrossPings === 0) return [];
    const stretch = ring.stretch(ring.end - acrossPings, ring.end);
    return judgeTruth({
      info: ring.info,
      targets: today.scene.targets,
      rows: stretch.truth,
      track: stretch.track,
      firstPing: stretch.firstPing,
      gainDb: view.gainDb,
    });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `revealStep` stands for the ring's growth
  }, [ring, showTruth, revealStep, acrossPings, view.gainDb, today]);

  const remembered = useRef<BenchMemory | null>(null);
  useEffect(() => {
    if (!ring) return;
    remembered.current = {
      waterId: water.id,
      pass,
      presetId,
      view,
      speedMps,
      endPing,
      frozen,
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

  const toggleFreeze = () => (status === 'live' ? run.freeze() : run.resume());
  const toggleReveal = () => mayReveal && setRevealed(!revealed);
  const choosePass = (planId: string) => {
    const chosen = water.content.passes.find((candidate) => candidate.id === planId)!;
    run.open({
      water: today,
      rig: boat.rig,
      plan: chosen,
      pass: newPass(today, chosen, chosen.speedMps),
      presetId,
      endPing: openingPing(today, presetId),
      frozen: false,
    });
  };
  const record = async () => {
    if (!ring || acrossPings === 0) return;
    try {
      const saved = await recordScreen({ water, run, ring, view, pings: acrossPings });
      showToast({
        message: `Recorded “${saved.name}”.`,
        action: { label: 'Open it', run: () => location.assign(`/library/screen?id=${saved.id}`) },
      });
    } catch (failure) {
      const reason = failure instanceof Error ? failure.message : String(failure);
      showToast({ message: `The screen could not be stored: ${reason}. Nothing was changed.` });
    }
  };
  const stepSpeed = (by: number) =>
    run.setSpeed(
      Math.min(BOAT_SPEED_LIMITS_MPS.max, Math.max(BOAT_SPEED_LIMITS_MPS.min, speedMps + by)),
    );

  const [marking, setMarking] = useState(false);
  useHotkeys({
    ' ': toggleFreeze,
    r: () => void record(),
    k: () => setMarking(!marking),
    Escape: () => setMarking(false),
    e: toggleReveal,
    f: () =>
      run.setPreset(
        CONE_PRESET_IDS[(CONE_PRESET_IDS.indexOf(presetId) + 1) % CONE_PRESET_IDS.length],
      ),
    ...viewHotkeys(view, limitM, matchedPxPerS, setView),
    v: () => stepSpeed(-0.25),
    b: () => stepSpeed(0.25),
  });

  const mark = async ({ ping, bin }: EchoPoint) => {
    setMarking(false);
    if (!ring || ping < ring.first) return;
    const { info, track } = ring;
    const slot = ring.slot(ping);
    await markFromEcho({
      waterId: water.id,
      boat: {
        xM: track.xM[slot],
        yM: track.yM[slot],
        headingDeg: radToDeg(track.headingRad[slot]),
      },
      depthM: cellDepthM(info, bin),
      beamDeg: CONE_PRESETS[presetId].beamwidthDeg,
      screenId: null,
      units,
    });
  };
  useEffect(() => {
    if (!ring || latest === null) return;
    tellBoat({
      waterId: water.id,
      xM: ring.track.xM[latest],
      yM: ring.track.yM[latest],
      headingRad: ring.track.headingRad[latest],
      speedMps: along.speedMps,
      depthM: Number.isFinite(depthM) ? depthM : null,
      beamDeg: CONE_PRESETS[presetId].beamwidthDeg,
    });
  }, [ring, latest, water.id, along.speedMps, depthM, presetId]);

  const read = useCallback(
    ({ ping, bin }: EchoPoint) =>
      ring && ring.end > ring.first
        ? cellReading(
            readCell(
              ring.info,
              ring.track,
              ring.levelsCdb,
              ring.slot(ping),
              ring.slot(ring.end - 1),
              bin,
            ),
            units,
          )
        : null,
    [ring, units],
  );

  return (
    <div className="flex h-full min-h-[640px] flex-col">
      <header className="flex min-h-13 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-hairline px-4 py-1.5">
        <h1 className="text-xl">{water.content.name}</h1>
        <label className="flex items-center gap-2">
          <span className="text-ink-2" aria-hidden="true">
            Pass
          </span>
          <select
            aria-label="Pass"
            className="h-9 rounded-md border border-hairline bg-card px-2"
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
        <div className="ml-auto flex items-center gap-5">
          <Readout name="Depth" value={format(LENGTH[units], depthM, 1)} />
          <Readout
            name="Surface"
            value={format(TEMPERATURE[units], temperatureAtC(today.scene.water, 0), 1)}
          />
          <Readout
            name="Speed"
            value={format(SPEED[units], status === 'ended' ? 0 : along.speedMps, 1)}
          />
          <MarkButton marking={marking} onChange={setMarking} disabled={!ring} />
          <Button look="primary" hotkey="R" onClick={() => void record()} disabled={!ring}>
            <CircleDot size={16} aria-hidden="true" /> Record
          </Button>
        </div>
      </header>

      <div className="flex min-h-0 flex-1 flex-col gap-3 p-4 pb-3 md:flex-row">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col gap-3">
          <div className="flex min-h-64 flex-1 gap-1.5">
            <div className="min-w-0 flex-1">
              <EchoPicture
                source={source}
                view={view}
                endPing={endPing}
                units={units}
                label={`Cone echo of ${water.content.name}`}
                readCell={read}
                onPick={marking ? (point) => void mark(point) : undefined}
                onResize={setSize}
                overlay={(transform) => (
                  <TruthLayer labelled={revealedRegions(regions, lit)} transform={transform} />
                )}
              >
                <p className="pointer-events-none absolute top-3 left-3 rounded-md bg-echo-ground/80 px-2.5 py-1 text-sm text-[#e9e4d6]">
                  <b>Cone</b> {CONE_PRESETS[presetId].label}
                </p>
                {marking && <MarkHint />}
                {progress !== null && (
                  <p
                    role="status"
                    className="absolute top-1/2 left-1/2 -translate-x-1/2 rounded-md bg-card px-4 py-2 shadow-lg"
                  >
                    Sounding… {Math.round(100 * progress)} %
                  </p>
                )}
                {status === 'failed' && (
                  <p
                    role="alert"
                    className="absolute inset-x-8 top-1/3 rounded-md bg-card px-4 py-3"
                  >
                    The sounder stopped: {error}. Reload the page to start it again.
                  </p>
                )}
              </EchoPicture>
            </div>
            <LiveStrip
              info={ring?.info ?? null}
              view={view}
              pingLevelsCdb={
                ring && latest !== null
                  ? ring.levelsCdb.subarray(latest * ring.stride, (latest + 1) * ring.stride)
                  : null
              }
              ping={endPing}
            />
          </div>

          <div className="flex h-40 shrink-0 overflow-hidden rounded-lg border border-hairline bg-card">
            <TruthList
              regions={showTruth ? regions : null}
              hint={
                mayReveal
                  ? 'Hidden. Say first what each echo is, then reveal what caused it.'
                  : 'Freeze the picture and decide for yourself; then the water opens.'
              }
              lit={lit}
              onLight={setLit}
            />
            <div className="hidden w-60 shrink-0 border-l border-hairline lg:block">
              <WaterMap
                water={today}
                passId={plan.id}
                boat={
                  ring && latest !== null
                    ? {
                        xM: ring.track.xM[latest],
                        yM: ring.track.yM[latest],
                        headingRad: ring.track.headingRad[latest],
                      }
                    : null
                }
              />
            </div>
          </div>

          <div className="flex shrink-0 flex-wrap items-center gap-3">
            {status === 'ended' ? (
              <Button onClick={() => choosePass(plan.id)}>
                <RotateCcw size={16} aria-hidden="true" /> Sail it again
              </Button>
            ) : (
              <Button onClick={toggleFreeze} hotkey="Space" className="w-36" disabled={!ring}>
                {frozen ? (
                  <>
                    <Play size={16} aria-hidden="true" /> Go on
                  </>
                ) : (
                  <>
                    <Pause size={16} aria-hidden="true" /> Freeze
                  </>
                )}
              </Button>
            )}
            <Button
              onClick={toggleReveal}
              hotkey="E"
              aria-pressed={showTruth}
              disabled={!mayReveal}
              className="w-32"
            >
              {showTruth ? (
                <EyeOff size={16} aria-hidden="true" />
              ) : (
                <Eye size={16} aria-hidden="true" />
              )}
              {showTruth ? 'Hide' : 'Reveal'}
            </Button>
            <div
              className="relative h-2 min-w-24 flex-1 overflow-hidden rounded-full bg-track"
              role="progressbar"
              aria-label="Along the pass"
              aria-valuemin={0}
              aria-valuemax={100}
              aria-valuenow={Math.round(100 * along.share)}
            >
              <div
                className="absolute inset-y-0 left-0 bg-action"
                style={{ width: `${100 * along.share}%` }}
              />
            </div>
            <p className="w-72 text-end">
              <span className="figures font-semibold" data-testid="pass-clock">
                {formatClock(timeS)}
              </span>{' '}
              <span className="text-ink-2">
                {staysPut(pass)
                  ? HOLDING_WORDS[pass.holding.kind]
                  : `${format(LENGTH[units], along.alongM, 0)} of ${format(LENGTH[units], along.lengthM, 0)}`}
                ,{' '}
                {status === 'ended'
                  ? 'end of the pass'
                  : frozen
                    ? 'frozen'
                    : HOLDING_STATE[pass.holding.kind]}
              </span>
            </p>
          </div>
        </div>

        <Controls
          presetId={presetId}
          plannedMps={plan.speedMps}
          staysPut={staysPut(pass)}
          speedMps={speedMps}
          units={units}
          onPreset={(id) => run.setPreset(id)}
          onSpeed={(next) => run.setSpeed(next)}
        >
          <ViewControls
            view={view}
            initial={opening}
            units={units}
            limitM={limitM}
            matchedPxPerS={matchedPxPerS}
            widthPx={size.width}
            onChange={setView}
          />
        </Controls>
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
