import { ArrowLeft, Check as CheckIcon } from '@/ui/icons';
import { useEffect, useMemo, useState } from 'react';
import {
  type Calibration,
  calibrationFault,
  fromFramed,
  type PictureFrame,
  pictureEcho,
  type PicturePoint,
  pictureView,
  recalibrated,
  toFramed,
  wholeFrame,
} from '@core/reading';
import type { ScreenRecord } from '@core/records';
import { INSTRUMENTS, isAbeam, isAlong, isPolar } from '@core/sounding';
import { LENGTH, SPEED } from '@core/units';
import { getEcho, getRecord, storageFault } from '@/storage/database';
import { useSettings } from '@/storage/settings';
import { updateScreen } from '@/storage/screens';
import { Button, ButtonLink } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';
import { NumberField } from '@/ui/NumberField';
import { PageHeader } from '@/ui/PageHeader';
import { Panel } from '@/ui/Panel';
import { Prepared } from '@/ui/Prepared';
import { Segmented } from '@/ui/Segmented';
import { showToast } from '@/ui/toast';
import { UndoButtons } from '@/ui/UndoButtons';
import { useHotkeys } from '@/ui/useHotkeys';
import { useUndo } from '@/ui/useUndo';
import { FramedPicture, type Placing } from './FramedPicture';

type PictureSource = Extract<ScreenRecord['source'], { kind: 'picture' }>;

interface Draft {
  frame: PictureFrame;
  calibration: Calibration;
}

const STEPS = [
  { value: 'frame', label: '1 Frame' },
  { value: 'scale', label: '2 Scale' },
] as const;
type Step = (typeof STEPS)[number]['value'];

const NEWEST_ALONG = [
  { value: 'right', label: 'Right' },
  { value: 'left', label: 'Left' },
] as const;
const NEWEST_ABEAM = [
  { value: 'top', label: 'Top' },
  { value: 'bottom', label: 'Bottom' },
] as const;

const FIRST: Record<Calibration['instrument'], string> = {
  cone: 'Tap a line of known depth, the upper one',
  column: 'Tap a line of known depth, the upper one',
  downFan: 'Tap a line of known depth, the upper one',
  sideFans: 'Tap the line of the boat, where both sides begin',
  sector: 'Tap where the beams meet',
};
const SECOND: Record<Calibration['instrument'], string> = {
  cone: 'Tap a line of known depth, the lower one',
  column: 'Tap a line of known depth, the lower one',
  downFan: 'Tap a line of known depth, the lower one',
  sideFans: 'Tap a place of known range, on either side',
  sector: 'Tap a place of known range',
};

/** Framing and scaling one picture; nothing is kept before “Keep”, and all of it can be done again. */
function Picture({ record, url }: { record: ScreenRecord; url: string }) {
  const source = record.source as PictureSource;
  const { units } = useSettings();
  const size = { widthPx: source.widthPx, heightPx: source.heightPx };
  const drafts = useUndo<Draft>({ frame: source.frame, calibration: source.calibration });
  const [step, setStep] = useState<Step>('frame');
  const [placing, setPlacing] = useState<Placing | null>(null);
  const { frame, calibration } = drafts.value;
  const { instrument, range, along } = calibration;
  const isDown = isAlong(instrument);
  const fault = calibrationFault(calibration, frame.crop);

  const set = (next: Draft) => drafts.change('last step', next);
  /** Marks stay on the same place of the picture when its frame changes. */
  const setFrame = (change: Partial<PictureFrame>) => {
    const next = { ...frame, ...change };
    const move = ({ x, y }: PicturePoint) =>
      toFramed(next, size, fromFramed(frame, size, { x, y }));
    const moved: Calibration = {
      ...calibration,
      range: range && { a: { ...range.a, ...move(range.a) }, b: { ...range.b, ...move(range.b) } },
      along: along && {
        ...along,
        aPx: alongPx(move(onTrack(along.aPx))),
        bPx: alongPx(move(onTrack(along.bPx))),
      },
    };
    set({ frame: next, calibration: moved });
  };
  const setCalibration = (change: Partial<Calibration>) =>
    set({ frame, calibration: { ...calibration, ...change } });
  const isTopDown = isAbeam(instrument);
  const onTrack = (px: number): PicturePoint => (isTopDown ? { x: 0, y: px } : { x: px, y: 0 });
  const alongPx = ({ x, y }: PicturePoint) => (isTopDown ? y : x);

  const setInstrument = (next: Calibration['instrument']) => {
    const wantsTop = next === 'sideFans';
    const newest = wantsTop ? 'top' : frame.newest === 'left' ? 'left' : 'right';
    set({
      frame: { ...frame, newest },
      calibration: { ...calibration, instrument: next, range: null, along: null },
    });
  };

  const place = (at: PicturePoint) => {
    const { crop } = frame;
    if (placing === 'a') {
      const b = range?.b ?? usualSecond(at);
      setCalibration({ range: { a: { ...at, m: range?.a.m ?? 0 }, b } });
      setPlacing('b');
    } else if (placing === 'b') {
      const a = range?.a ?? { x: crop.width / 2, y: 0, m: 0 };
      setCalibration({ range: { a, b: { ...at, m: range?.b.m ?? 10 } } });
      setPlacing(null);
    } else if (placing === 'from') {
      const px = alongPx(at);
      setCalibration({
        along: { seconds: null, metres: null, ...along, aPx: px, bPx: along?.bPx ?? px + 100 },
      });
      setPlacing('to');
    } else if (placing === 'to') {
      const px = alongPx(at);
      setCalibration({
        along: { seconds: null, metres: null, ...along, aPx: along?.aPx ?? 0, bPx: px },
      });
      setPlacing(null);
    }
  };
  const usualSecond = ({ x, y }: PicturePoint) =>
    isTopDown
      ? { x: x + frame.crop.width / 4, y, m: 10 }
      : { x, y: y + frame.crop.height / 2, m: 10 };

  const keep = async () => {
    try {
      const regions = recalibrated(
        record.truth.regions,
        size,
        { frame: source.frame, calibration: source.calibration },
        drafts.value,
      );
      await updateScreen(record, {
        source: { ...source, frame, calibration },
        instrument,
        pingCount: pictureEcho(calibration, frame.crop).pingCount,
        view: pictureView(calibration, frame.crop),
        truth: { ...record.truth, regions },
      });
      location.assign(`/library/screen?id=${record.id}`);
    } catch (error) {
      showToast({ message: `Not kept: ${storageFault(error)}.` });
    }
  };
  useHotkeys({ y: () => drafts.step('redo'), Escape: () => setPlacing(null) });

  const setMark = (mark: 'a' | 'b', m: number) =>
    range && setCalibration({ range: { ...range, [mark]: { ...range[mark], m } } });
  const secondsApart = along?.seconds ?? 0;
  const metresApart = along?.metres ?? 0;
  const speedMps = secondsApart > 0 && metresApart > 0 ? metresApart / secondsApart : 0;

  return (
    <div className="flex h-full min-h-[620px] flex-col">
      <PageHeader
        title={record.name}
        note={`${source.fileName}, ${source.widthPx} × ${source.heightPx} pixels`}
      >
        <UndoButtons isNarrow history={drafts.history} onStep={drafts.step} />
        <Button look="primary" disabled={fault !== null} onClick={() => void keep()}>
          <CheckIcon size={16} aria-hidden="true" /> Keep and open
        </Button>
        <ButtonLink href="/library">
          <ArrowLeft size={16} aria-hidden="true" /> Library
        </ButtonLink>
      </PageHeader>
      <div className="flex min-h-0 flex-1 flex-col gap-3 p-4 md:flex-row">
        <div className="min-h-72 min-w-0 flex-1">
          <FramedPicture
            url={url}
            size={size}
            frame={frame}
            calibration={calibration}
            step={step}
            placing={placing}
            onCrop={(crop) => setFrame({ crop })}
            onPlace={place}
            onMove={(mark, at) => {
              if (mark === 'a' || mark === 'b') {
                if (range)
                  setCalibration({ range: { ...range, [mark]: { ...range[mark], ...at } } });
              } else if (along) {
                setCalibration({
                  along: { ...along, [mark === 'from' ? 'aPx' : 'bPx']: alongPx(at) },
                });
              }
            }}
          />
        </div>
        <aside
          aria-label="Frame and scale"
          className="flex w-full shrink-0 flex-col gap-2 overflow-y-auto md:w-80"
        >
          <Segmented
            className="shrink-0"
            label="Step"
            value={step}
            options={STEPS}
            onChange={(next) => {
              setStep(next);
              setPlacing(null);
            }}
          />
          <Panel title="What it shows">
            <Choice
              label="View"
              value={instrument}
              options={INSTRUMENTS.map((value) => ({ value, label: INSTRUMENT_NAME[value] }))}
              onChange={setInstrument}
            />
            {!isPolar(instrument) && (
              <div className="flex items-center gap-2">
                <span className="flex-1">Newest edge</span>
                <Segmented<PictureFrame['newest']>
                  label="Newest edge"
                  value={frame.newest}
                  options={isTopDown ? NEWEST_ABEAM : NEWEST_ALONG}
                  onChange={(newest) => setFrame({ newest })}
                />
              </div>
            )}
          </Panel>
          {step === 'frame' && (
            <Panel title="Crop and straighten">
              <p className="text-xs text-ink-2">
                Drag the corners to the echo itself: no menus, no numbers beside it.
              </p>
              <NumberField
                label="Turn, clockwise"
                value={frame.rotateDeg}
                min={-45}
                max={45}
                quantity="angle"
                units={units}
                onChange={(rotateDeg) => setFrame({ rotateDeg })}
              />
              {(['x', 'y', 'width', 'height'] as const).map((side) => (
                <NumberField
                  key={side}
                  label={CROP_WORDS[side]}
                  value={frame.crop[side]}
                  min={side === 'x' || side === 'y' ? -2000 : 16}
                  max={12_000}
                  quantity="plain"
                  unit="px"
                  units={units}
                  decimals={0}
                  onChange={(value) =>
                    setFrame({ crop: { ...frame.crop, [side]: Math.round(value) } })
                  }
                />
              ))}
              <Button
                size="small"
                onClick={() =>
                  setFrame({ ...wholeFrame(source.widthPx, source.heightPx), newest: frame.newest })
                }
              >
                The whole picture
              </Button>
            </Panel>
          )}
          {step === 'scale' && (
            <>
              <Panel title={isDown ? 'Depth scale' : 'Range scale'}>
                <Button aria-pressed={placing === 'a'} onClick={() => setPlacing('a')}>
                  Tap two places
                </Button>
                <p className="min-h-9 text-xs text-ink-2" role="status">
                  {placing === 'a' && `${FIRST[instrument]}.`}
                  {placing === 'b' && `${SECOND[instrument]}.`}
                  {placing === null &&
                    (range
                      ? 'Drag a mark to move it; type what it stands for.'
                      : 'Not scaled yet: measures need it.')}
                </p>
                {range && (
                  <>
                    {isDown && (
                      <NumberField
                        label="Depth at A"
                        value={range.a.m}
                        min={0}
                        max={500}
                        quantity="length"
                        units={units}
                        decimals={2}
                        onChange={(m) => setMark('a', m)}
                      />
                    )}
                    <NumberField
                      label={isDown ? 'Depth at B' : 'Range at B'}
                      value={range.b.m}
                      min={0}
                      max={500}
                      quantity="length"
                      units={units}
                      decimals={2}
                      onChange={(m) => setMark('b', m)}
                    />
                  </>
                )}
                {isPolar(instrument) && (
                  <NumberField
                    label="Width of the sector"
                    value={calibration.spanDeg}
                    min={20}
                    max={170}
                    quantity="angle"
                    units={units}
                    onChange={(spanDeg) => setCalibration({ spanDeg })}
                  />
                )}
                {fault && (
                  <p role="alert" className="text-xs text-missed">
                    This cannot be: {fault}.
                  </p>
                )}
              </Panel>
              {!isPolar(instrument) && (
                <Panel title="Along the track">
                  <Button aria-pressed={placing === 'from'} onClick={() => setPlacing('from')}>
                    Tap two moments
                  </Button>
                  <p className="min-h-5 text-xs text-ink-2" role="status">
                    {placing === 'from' && 'Tap the earlier one.'}
                    {placing === 'to' && 'Tap the later one.'}
                    {placing === null &&
                      !along &&
                      'Without it, lengths along the track are not told.'}
                  </p>
                  {along && (
                    <>
                      <NumberField
                        label="Time between, 0 if unknown"
                        value={secondsApart}
                        min={0}
                        max={86_400}
                        quantity="time"
                        units={units}
                        onChange={(seconds) =>
                          setCalibration({
                            along: { ...along, seconds: seconds > 0 ? seconds : null },
                          })
                        }
                      />
                      <NumberField
                        label="Way between, 0 if unknown"
                        value={metresApart}
                        min={0}
                        max={100_000}
                        quantity="length"
                        units={units}
                        onChange={(metres) =>
                          setCalibration({
                            along: { ...along, metres: metres > 0 ? metres : null },
                          })
                        }
                      />
                      <NumberField
                        label="Boat speed"
                        value={speedMps}
                        min={0}
                        max={20}
                        quantity="speed"
                        units={units}
                        hint={`Fills in what is missing of the two (${SPEED[units].unit}).`}
                        onChange={(mps) => {
                          if (mps <= 0) return;
                          if (secondsApart > 0)
                            setCalibration({ along: { ...along, metres: mps * secondsApart } });
                          else if (metresApart > 0)
                            setCalibration({ along: { ...along, seconds: metresApart / mps } });
                        }}
                      />
                    </>
                  )}
                </Panel>
              )}
              <Panel title="If you know it">
                <NumberField
                  label="Water under the boat"
                  value={calibration.depthM ?? 0}
                  min={0}
                  max={500}
                  quantity="length"
                  units={units}
                  hint={`0 if unknown; a bottom line drawn later tells it too (${LENGTH[units].unit}).`}
                  onChange={(m) => setCalibration({ depthM: m > 0 ? m : null })}
                />
                {isDown && (
                  <NumberField
                    label="Transducer under water"
                    value={calibration.draftM}
                    min={0}
                    max={5}
                    quantity="length"
                    units={units}
                    decimals={2}
                    onChange={(draftM) => setCalibration({ draftM })}
                  />
                )}
                <NumberField
                  label="Beam width"
                  value={calibration.beamwidthDeg ?? 0}
                  min={0}
                  max={180}
                  quantity="angle"
                  units={units}
                  onChange={(deg) => setCalibration({ beamwidthDeg: deg > 0 ? deg : null })}
                />
                <NumberField
                  label="Frequency"
                  value={(calibration.frequencyHz ?? 0) / 1000}
                  min={0}
                  max={5000}
                  quantity="plain"
                  unit="kHz"
                  units={units}
                  decimals={0}
                  onChange={(khz) => setCalibration({ frequencyHz: khz > 0 ? 1000 * khz : null })}
                />
              </Panel>
            </>
          )}
        </aside>
      </div>
    </div>
  );
}

const CROP_WORDS = { x: 'From the left', y: 'From the top', width: 'Width', height: 'Height' };

type Opening =
  | { state: 'loading' }
  | { state: 'missing'; message: string }
  | { state: 'open'; record: ScreenRecord; bytes: Uint8Array };

async function openPicture(id: string): Promise<Opening> {
  const read = await getRecord('screen', id);
  const record = read.ok ? read.value : null;
  if (!record || record.source.kind !== 'picture') {
    return { state: 'missing', message: 'There is no picture of this id in the library.' };
  }
  const bytes = await getEcho(record.echoId);
  return bytes
    ? { state: 'open', record, bytes }
    : { state: 'missing', message: 'The picture itself is missing from the store.' };
}

function LoadPicture() {
  const [opening, setOpening] = useState<Opening>({ state: 'loading' });
  useEffect(() => {
    let current = true;
    void openPicture(new URLSearchParams(location.search).get('id') ?? '').then(
      (found) => current && setOpening(found),
    );
    return () => {
      current = false;
    };
  }, []);
  const bytes = opening.state === 'open' ? opening.bytes : null;
  const url = useMemo(
    () => (bytes ? URL.createObjectURL(new Blob([bytes as Uint8Array<ArrayBuffer>])) : ''),
    [bytes],
  );
  useEffect(() => () => URL.revokeObjectURL(url), [url]);
  if (opening.state === 'loading') return <p className="p-6 text-ink-2">Opening the picture…</p>;
  if (opening.state === 'missing') {
    return (
      <div className="p-6">
        <p role="alert">{opening.message}</p>
        <p className="mt-3">
          <ButtonLink href="/library">Back to the library</ButtonLink>
        </p>
      </div>
    );
  }
  return <Picture record={opening.record} url={url} />;
}

export function PicturePage() {
  return (
    <Prepared>
      <LoadPicture />
    </Prepared>
  );
}
