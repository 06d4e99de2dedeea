import { ArrowLeft, Eye, EyeOff, Save, Trash2 } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { type EchoPoint, pingsAcross, type View } from '@core/display';
import { judgeAllChannels, placeOfEcho } from '@core/reading';
import type { ScreenRecord } from '@core/records';
import { type Control, type Setup, usualSetup, withMatchedScroll, withView } from '@core/setup';
import { useSettings } from '@/storage/settings';
import { deleteScreen, openScreen, type OpenScreen, updateScreen } from '@/storage/screens';
import { Button, ButtonLink } from '@/ui/Button';
import { cellReading } from '@/ui/echo/cellReading';
import { ControlList } from '@/ui/echo/ControlList';
import { controlKeys } from '@/ui/echo/controlKeys';
import { EchoPicture, type PictureState } from '@/ui/echo/EchoPicture';
import { MarkButton, markFromEcho, MarkHint } from '@/ui/echo/marking';
import { recordedSource } from '@/ui/echo/sources';
import { TruthList } from '@/ui/echo/TruthList';
import { revealedRegions, TruthLayer } from '@/ui/echo/TruthOverlay';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { showToast } from '@/ui/toast';
import { useHotkeys } from '@/ui/useHotkeys';
import { sounderName } from '@/ui/echo/sounderName';
import { NameEditor } from '@/ui/NameEditor';

const MAX_NOTES = 5000;

function Screen({ opened }: { opened: OpenScreen }) {
  const { echo } = opened;
  const { units } = useSettings();
  const [record, setRecord] = useState<ScreenRecord>(opened.record);
  const [view, setViewRaw] = useState<View>(record.view);
  const [revealed, setRevealed] = useState(false);
  const [lit, setLit] = useState<string | null>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const { firstPing, pingCount, info } = record;
  const [end, setEnd] = useState(firstPing + pingCount);

  const [state, setState] = useState<PictureState | null>(null);
  const source = useMemo(() => recordedSource(opened.record, echo), [opened, echo]);
  const regions = useMemo(
    () =>
      judgeAllChannels({
        info,
        targets: record.targets,
        rows: echo.truth,
        track: echo.track,
        firstPing,
        tone: view,
      }),
    [info, record.targets, echo, firstPing, view],
  );
  const speedMps = echo.track.speedMps[echo.track.speedMps.length - 1];
  const instrument = info.instrument;
  const lengthPx = instrument === 'sideFans' ? size.height : size.width;
  const across = Math.min(pingCount, pingsAcross(info, view, lengthPx));
  const pxPerM = state?.picture.pxPerM ?? 0;
  // The controls work on a setup; of this one only the screen's own picture counts.
  const setupWith = (shown: View): Setup => {
    const usual = usualSetup({
      deepestM: info.binCount * info.rangeStepM,
      rig: record.rig,
      speedMps,
      waveHeightM: 0,
    });
    const sounders = { ...usual.sounders, [instrument]: record.sounder };
    return withView({ ...usual, sounders }, instrument, shown);
  };
  const setup = setupWith(view);
  const changeSetup = (_: string, next: Setup) => setViewRaw(next.views[instrument]);
  const isOfEcho = ({ id, group, resounds }: Control) =>
    !resounds &&
    group !== 'boat' &&
    !(id === 'range' && (instrument === 'sideFans' || instrument === 'sector'));
  const viewChanged = JSON.stringify(view) !== JSON.stringify(record.view);

  const change = async (next: Parameters<typeof updateScreen>[1], message: string) => {
    const before = record;
    setRecord(await updateScreen(record, next));
    const undone = Object.fromEntries(
      Object.keys(next).map((key) => [key, before[key as keyof typeof next]]),
    );
    showToast({
      message,
      action: {
        label: 'Undo',
        run: () => {
          void updateScreen(before, undone).then((restored) => {
            setRecord(restored);
            setViewRaw(restored.view);
          });
        },
      },
    });
  };
  const remove = async () => {
    await deleteScreen(record);
    location.assign('/library');
  };

  const [marking, setMarking] = useState(false);
  const mark = (point: EchoPoint) => {
    setMarking(false);
    const bearingDeg = record.sounder.instrument === 'sector' ? record.sounder.bearingDeg : 0;
    void markFromEcho({
      waterId: record.waterId,
      instrument,
      echo: placeOfEcho(info, echo.track, point.ping - firstPing, point, bearingDeg),
      screenId: record.id,
      units,
    });
  };

  useHotkeys({
    k: () => setMarking(!marking),
    Escape: () => setMarking(false),
    e: () => setRevealed(!revealed),
    m: () => {
      const matched = withMatchedScroll(setup, instrument, pxPerM, speedMps);
      if (matched) changeSetup('Match', matched);
    },
    ...controlKeys(setup, instrument, isOfEcho, changeSetup),
  });

  const read = (point: EchoPoint) =>
    cellReading(
      {
        info,
        track: echo.track,
        levelsCdb: echo.levelsCdb,
        slot: point.ping - firstPing,
        latestSlot: pingCount - 1,
      },
      point,
      units,
    );

  return (
    <div className="flex h-full min-h-[640px] flex-col">
      <PageHeader
        title={
          <NameEditor
            of="the screen"
            name={record.name}
            onRename={(name) => void change({ name }, `Renamed to “${name}”.`)}
          />
        }
        note={`${record.waterName} · ${record.passName} · ${sounderName(record)}`}
      >
        <MarkButton marking={marking} onChange={setMarking} />
        <Button
          onClick={() => void change({ view }, 'This view is now kept with the screen.')}
          disabled={!viewChanged}
        >
          <Save size={16} aria-hidden="true" /> Keep this view
        </Button>
        <Button look="quiet" onClick={() => void remove()}>
          <Trash2 size={16} aria-hidden="true" /> Delete
        </Button>
        <ButtonLink href="/library">
          <ArrowLeft size={16} aria-hidden="true" /> Library
        </ButtonLink>
      </PageHeader>
      <div className="flex min-h-0 flex-1 flex-col gap-3 p-4 md:flex-row">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col gap-3">
          <div className="min-h-64 flex-1">
            <EchoPicture
              source={source}
              view={view}
              endPing={end}
              units={units}
              label={`Recorded ${sounderName(record).split(' ')[0].toLowerCase()} echo: ${record.name}`}
              readCell={read}
              onPick={marking ? mark : undefined}
              onResize={setSize}
              onState={setState}
              overlay={(picture) =>
                revealed && (
                  <TruthLayer labelled={revealedRegions(regions, lit)} picture={picture} />
                )
              }
            >
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
          <div className="flex h-44 shrink-0 overflow-hidden rounded-lg border border-hairline bg-card">
            <TruthList
              regions={revealed ? regions : null}
              hint="Hidden. Name what you see, then reveal what caused it."
              lit={lit}
              onLight={setLit}
            />
            <label className="flex w-72 shrink-0 flex-col border-l border-hairline px-4 py-2.5">
              <span className="font-semibold">Notes</span>
              <textarea
                className="mt-1 min-h-0 flex-1 resize-none rounded-sm bg-transparent"
                maxLength={MAX_NOTES}
                defaultValue={record.notes}
                placeholder="What to notice, what it turned out to be"
                onBlur={(event) => {
                  const notes = event.target.value;
                  if (notes !== record.notes) void change({ notes }, 'Notes kept.');
                }}
              />
            </label>
          </div>
        </div>
        <aside
          aria-label="Controls"
          className="grid shrink-0 grid-cols-1 content-start gap-2 sm:grid-cols-2 md:w-66 md:grid-cols-1 md:overflow-y-auto"
        >
          <ControlList
            setup={setup}
            initial={setupWith(record.view)}
            instrument={instrument}
            groups={['listen', 'show']}
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
            The echo is stored raw: these controls change the picture, not what was received. Only
            “Keep this view” changes how the screen opens and how drills show it.
          </p>
        </aside>
      </div>
    </div>
  );
}

type Opening =
  | { state: 'loading' }
  | { state: 'missing'; message: string }
  | { state: 'open'; opened: OpenScreen };

function LoadScreen() {
  const [opening, setOpening] = useState<Opening>({ state: 'loading' });
  useEffect(() => {
    let current = true;
    const id = new URLSearchParams(location.search).get('id') ?? '';
    void openScreen(id).then((result) => {
      if (!current) return;
      setOpening(
        result.ok
          ? { state: 'open', opened: result.value }
          : { state: 'missing', message: result.error },
      );
    });
    return () => {
      current = false;
    };
  }, []);
  if (opening.state === 'loading') return <p className="p-6 text-ink-2">Opening the screen…</p>;
  if (opening.state === 'missing') {
    return (
      <div className="p-6">
        <h1 className="text-xl">This screen cannot be opened</h1>
        <p role="alert" className="mt-1">
          {opening.message}.
        </p>
        <p className="mt-3">
          <ButtonLink href="/library">
            <ArrowLeft size={16} aria-hidden="true" /> Back to the library
          </ButtonLink>
        </p>
      </div>
    );
  }
  return <Screen opened={opening.opened} />;
}

export function ScreenPage() {
  return (
    <Prepared>
      <LoadScreen />
    </Prepared>
  );
}
