import { ArrowLeft, Check as CheckIcon } from '@/ui/icons';
import { useEffect, useMemo, useState } from 'react';
import {
  calibrationFault,
  dragged,
  framed,
  ofInstrument,
  type PictureDraft,
  pictureEcho,
  type PictureFrame,
  pictureView,
  placed,
  type Placing,
  recalibrated,
} from '@core/reading';
import { fail, ok, type Result, type ScreenRecord } from '@core/records';
import { INSTRUMENTS, isAbeam, isPolar } from '@core/sounding';
import { getEcho, getRecord, storageFault } from '@/storage/database';
import { useSettings } from '@/storage/settings';
import { updateScreen } from '@/storage/screens';
import { Button, ButtonLink } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';
import { PageHeader } from '@/ui/PageHeader';
import { Panel } from '@/ui/Panel';
import { OpenById } from '@/ui/OpenById';
import { Segmented } from '@/ui/Segmented';
import { showToast } from '@/ui/toast';
import { UndoButtons } from '@/ui/UndoButtons';
import { useHotkeys } from '@/ui/useHotkeys';
import { useUndo } from '@/ui/useUndo';
import { FramedPicture } from './FramedPicture';
import { FramePanel } from './FramePanel';
import { ScalePanel } from './ScalePanel';

type PictureSource = Extract<ScreenRecord['source'], { kind: 'picture' }>;

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

/** Framing and scaling one picture; nothing is kept before “Keep”, and all of it can be done again. */
function Picture({ record, url }: { record: ScreenRecord; url: string }) {
  const source = record.source as PictureSource;
  const { units } = useSettings();
  const size = { widthPx: source.widthPx, heightPx: source.heightPx };
  const drafts = useUndo<PictureDraft>({ frame: source.frame, calibration: source.calibration });
  const [step, setStep] = useState<Step>('frame');
  const [placing, setPlacing] = useState<Placing | null>(null);
  const { frame, calibration } = drafts.value;
  const { instrument } = calibration;
  const fault = calibrationFault(calibration, frame.crop);
  const set = (next: PictureDraft) => drafts.change('last step', next);
  const panel = { draft: drafts.value, size, units, onChange: set };
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
            onCrop={(crop) => set(framed(drafts.value, size, { crop }))}
            onPlace={(at) => {
              if (!placing) return;
              const { draft, next } = placed(drafts.value, placing, at);
              set(draft);
              setPlacing(next);
            }}
            onMove={(mark, at) => set(dragged(drafts.value, mark, at))}
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
              onChange={(next) => set(ofInstrument(drafts.value, next))}
            />
            {!isPolar(instrument) && (
              <div className="flex items-center gap-2">
                <span className="flex-1">Newest edge</span>
                <Segmented<PictureFrame['newest']>
                  label="Newest edge"
                  value={frame.newest}
                  options={isAbeam(instrument) ? NEWEST_ABEAM : NEWEST_ALONG}
                  onChange={(newest) => set(framed(drafts.value, size, { newest }))}
                />
              </div>
            )}
          </Panel>
          {step === 'frame' ? (
            <FramePanel {...panel} />
          ) : (
            <ScalePanel {...panel} placing={placing} onPlacing={setPlacing} />
          )}
        </aside>
      </div>
    </div>
  );
}

interface Opened {
  record: ScreenRecord;
  bytes: Uint8Array;
}

async function openPicture(id: string): Promise<Result<Opened, string>> {
  const read = await getRecord('screen', id);
  const record = read.ok ? read.value : null;
  if (!record || record.source.kind !== 'picture') {
    return fail('There is no picture of this id in the library');
  }
  const bytes = await getEcho(record.echoId);
  return bytes ? ok({ record, bytes }) : fail('The picture itself is missing from the store');
}

function PictureOf({ record, bytes }: Opened) {
  const url = useMemo(
    () => URL.createObjectURL(new Blob([bytes as Uint8Array<ArrayBuffer>])),
    [bytes],
  );
  useEffect(() => () => URL.revokeObjectURL(url), [url]);
  return <Picture record={record} url={url} />;
}

export function PicturePage() {
  return (
    <OpenById
      what="picture"
      open={openPicture}
      back={{ href: '/library', label: 'Back to the library' }}
    >
      {(opened) => <PictureOf {...opened} />}
    </OpenById>
  );
}
