import { ArrowRight, Check, Eraser } from 'lucide-react';
import { RadioGroup } from 'radix-ui';
import { useEffect, useMemo, useRef, useState } from 'react';
import { binToY, type EchoPoint, type EchoTransform, type Picture, pingToX } from '@core/display';
import {
  type Answer,
  type Confidence,
  CONFIDENCE_STEPS,
  type Grade,
  gradeAnswer,
  type Item,
  type Mark,
  tapTolerance,
} from '@core/drills';
import { type TruthRegion } from '@core/reading';
import type { AttemptRecord } from '@core/records';
import type { RegionLabel } from '@core/reading';
import { useSettings } from '@/storage/settings';
import { openScreen, type OpenScreen, screenTruth } from '@/storage/screens';
import { Button } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { cellReading } from '@/ui/echo/cellReading';
import { EchoPicture } from '@/ui/echo/EchoPicture';
import { recordedSource } from '@/ui/echo/sources';
import { TapMark, TruthLayer } from '@/ui/echo/TruthOverlay';
import { Kbd } from '@/ui/Kbd';
import { PageHeader } from '@/ui/PageHeader';
import { Segmented } from '@/ui/Segmented';
import { showToast } from '@/ui/toast';
import { useHotkeys } from '@/ui/useHotkeys';
import { sounderName } from '@/ui/echo/sounderName';
import { Feedback } from './Feedback';
import { feedbackLines } from './feedbackLines';

interface ItemViewProps {
  attempt: AttemptRecord;
  index: number;
  onCommit: (answered: { answer: Answer; grade: Grade }) => Promise<void>;
  onNext: () => void;
}

const OPTION_HINT: Partial<Record<RegionLabel, string>> = {
  fish: 'a single one',
  bait: 'many small ones',
  wood: 'brush, branches',
  rock: 'boulder, stones',
  weed: 'stalks, beds',
  built: 'walls, posts, wrecks',
  clutter: 'bubbles, surface',
  lure: 'on the line',
};

const QUESTION: Record<Item['kind'], string> = {
  tapAll: 'Mark every fish on this screen.',
  whatIsThis: 'What is the framed mark?',
};

/** Radius in which a tap on an own mark takes it away again, pixels. */
const TAKE_BACK_PX = 13;

export function ItemView(props: ItemViewProps) {
  const item = props.attempt.items[props.index];
  const [opened, setOpened] = useState<OpenScreen | string | null>(null);
  useEffect(() => {
    let current = true;
    void openScreen(item.screenId).then(
      (result) => current && setOpened(result.ok ? result.value : result.error),
    );
    return () => {
      current = false;
    };
  }, [item.screenId]);
  if (opened === null) return <p className="p-6 text-ink-2">Opening the screen…</p>;
  if (typeof opened === 'string') {
    return (
      <div className="p-6">
        <h1 className="text-xl">Item {props.index + 1} has lost its screen</h1>
        <p role="alert" className="mt-1 mb-3">
          {opened}. Bring the screen back in the library, or go on without this item.
        </p>
        <Button look="primary" onClick={props.onNext}>
          Go on <ArrowRight size={16} aria-hidden="true" />
        </Button>
      </div>
    );
  }
  return <OpenItem {...props} item={item} opened={opened} />;
}

function OpenItem({
  attempt,
  index,
  item,
  opened,
  onCommit,
  onNext,
}: ItemViewProps & { item: Item; opened: OpenScreen }) {
  const { units } = useSettings();
  const { record, echo } = opened;
  const regions = useMemo(() => screenTruth(opened), [opened]);
  const source = useMemo(() => recordedSource(record, echo), [record, echo]);
  const [width, setWidth] = useState(0);
  const [marks, setMarks] = useState<Mark[]>([]);
  const [label, setLabel] = useState<RegionLabel | null>(null);
  const [confidence, setConfidence] = useState<Confidence | null>(null);
  const [committed, setCommitted] = useState<{ answer: Answer; grade: Grade } | null>(null);
  const transformRef = useRef<EchoTransform | null>(null);
  const nextRef = useRef<HTMLButtonElement>(null);

  // The whole recording is shown, whatever the width: truth is judged over all of it.
  const view = useMemo(
    () => ({
      ...record.view,
      zoom: 'off' as const,
      scrollPxPerS:
        width > 0 ? (width * echo.info.pingRateHz) / record.pingCount : record.view.scrollPxPerS,
    }),
    [record, echo, width],
  );
  const asked =
    item.kind === 'whatIsThis' ? regions.find((r) => r.targetId === item.targetId) : null;
  const lines = committed ? feedbackLines(committed.answer, committed.grade, regions) : [];
  const ready = confidence !== null && (item.kind === 'tapAll' || label !== null);

  const commit = async () => {
    const transform = transformRef.current;
    if (committed || !confidence || !transform || !ready) return;
    const base = { confidence, committedAtMs: Date.now() };
    const answer: Answer =
      item.kind === 'tapAll'
        ? {
            ...base,
            kind: 'tapAll',
            marks,
            tolerance: tapTolerance(transform.pxPerPing, transform.pxPerM * transform.rangeStepM),
          }
        : { ...base, kind: 'whatIsThis', label: label! };
    const answered = { answer, grade: gradeAnswer(item, answer, regions) };
    try {
      await onCommit(answered);
      setCommitted(answered);
    } catch (failure) {
      const reason = failure instanceof Error ? failure.message : String(failure);
      showToast({ message: `Your answer could not be stored: ${reason}. Commit it again.` });
    }
  };
  useEffect(() => {
    if (committed) nextRef.current?.focus();
  }, [committed]);

  const tap = ({ ping, bin }: EchoPoint, transform: Picture) => {
    if (committed || item.kind !== 'tapAll' || transform.kind !== 'along') return;
    const at = { ping: ping + 0.5, bin: bin + 0.5 };
    const isNear = (mark: Mark) =>
      Math.hypot(
        pingToX(transform, mark.ping) - pingToX(transform, at.ping),
        binToY(transform, mark.bin) - binToY(transform, at.bin),
      ) < TAKE_BACK_PX;
    setMarks(marks.some(isNear) ? marks.filter((mark) => !isNear(mark)) : [...marks, at]);
  };

  useHotkeys({
    ...Object.fromEntries(
      CONFIDENCE_STEPS.map((step, i) => [String(i + 1), () => !committed && setConfidence(step)]),
    ),
    c: () => void commit(),
    n: () => committed && onNext(),
    Backspace: () => !committed && setMarks(marks.slice(0, -1)),
  });

  const read = (point: EchoPoint) =>
    cellReading(
      {
        info: echo.info,
        track: echo.track,
        levelsCdb: echo.levelsCdb,
        slot: point.ping - record.firstPing,
        latestSlot: record.pingCount - 1,
      },
      point,
      units,
    );

  const overlay = (transform: EchoTransform) => (
    <>
      <TruthLayer
        labelled={lines.flatMap(({ region, look, badge }) =>
          region ? [{ region, look, badge }] : [],
        )}
        picture={transform}
      />
      {asked && <Frame region={asked} transform={transform} />}
      {marks.map((mark, i) => {
        const stray = lines.find((line) => line.mark === i);
        return (
          <TapMark
            key={i}
            x={pingToX(transform, mark.ping)}
            y={binToY(transform, mark.bin)}
            badge={committed ? (stray?.badge ?? '') : String(i + 1)}
            look={stray ? 'false' : 'plain'}
          />
        );
      })}
    </>
  );

  return (
    <div className="flex h-full min-h-[600px] flex-col">
      <PageHeader
        title={attempt.drillName}
        note={
          <span className="flex items-center gap-4">
            Item {index + 1} of {attempt.items.length}
            <Progress attempt={attempt} index={index} />
          </span>
        }
      >
        <p className="text-ink-2">
          {record.waterName}, {sounderName(record)}, gain {record.view.gainDb} dB
        </p>
      </PageHeader>
      <div className="flex min-h-0 flex-1 flex-col gap-4 p-4 md:flex-row">
        <div className="min-h-72 min-w-0 flex-1">
          <EchoPicture
            source={source}
            view={view}
            endPing={source.end}
            units={units}
            label={`Screen of item ${index + 1}`}
            readCell={read}
            onPick={item.kind === 'tapAll' && !committed ? tap : undefined}
            onResize={({ width: newWidth }) => setWidth(newWidth)}
            overlay={(picture) => {
              if (picture.kind !== 'along') return null;
              transformRef.current = picture;
              return overlay(picture);
            }}
          />
        </div>
        <div className="flex min-h-0 shrink-0 flex-col gap-3 md:w-80">
          <Card className="flex flex-col gap-3 p-4">
            <h2 className="text-xl leading-snug">{QUESTION[item.kind]}</h2>
            {item.kind === 'tapAll' && !committed && (
              <p className="text-ink-2">
                {marks.length === 0
                  ? 'Tap each one. If there is none, commit without a mark: that is an answer too.'
                  : `${marks.length} marked. Tap a mark again to take it back.`}
              </p>
            )}
            {item.kind === 'whatIsThis' && (
              <RadioGroup.Root
                aria-label="What it is"
                value={label}
                disabled={committed !== null}
                onValueChange={(value) => setLabel(value as RegionLabel)}
                className="flex flex-col gap-1.5"
              >
                {item.options.map((option) => (
                  <RadioGroup.Item
                    key={option}
                    value={option}
                    className="flex min-h-9 items-baseline gap-2 rounded-md border border-hairline px-3 py-1.5 text-left hover:border-outline data-[state=checked]:border-action data-[state=checked]:bg-well"
                  >
                    <span className="font-semibold">{option}</span>
                    <span className="text-xs text-ink-2">{OPTION_HINT[option]}</span>
                    {committed?.grade.kind === 'whatIsThis' && committed.grade.truth === option && (
                      <span className="text-xs font-semibold text-good">this it is</span>
                    )}
                    <RadioGroup.Indicator className="ml-auto self-center text-action">
                      <Check size={16} aria-hidden="true" />
                    </RadioGroup.Indicator>
                  </RadioGroup.Item>
                ))}
              </RadioGroup.Root>
            )}
            <div>
              <p className="mb-1.5 flex items-center justify-between text-ink-2">
                {committed ? 'How sure you were' : 'How sure are you?'} <Kbd>1 – 5</Kbd>
              </p>
              <Segmented
                label="Confidence"
                value={confidence}
                options={CONFIDENCE_STEPS.map((step) => ({ value: step, label: step }))}
                onChange={(step) => !committed && setConfidence(step)}
              />
            </div>
            {!committed && (
              <div className="flex gap-2">
                <Button
                  look="primary"
                  className="flex-1"
                  hotkey="C"
                  disabled={!ready}
                  onClick={() => void commit()}
                >
                  {item.kind === 'tapAll' && marks.length === 0 ? 'Nothing here' : 'Commit'}
                </Button>
                {item.kind === 'tapAll' && (
                  <Button
                    aria-label="Take back the last mark"
                    disabled={marks.length === 0}
                    onClick={() => setMarks(marks.slice(0, -1))}
                  >
                    <Eraser size={16} aria-hidden="true" />
                  </Button>
                )}
              </div>
            )}
          </Card>
          {committed && (
            <>
              <Feedback grade={committed.grade} lines={lines} />
              <Button ref={nextRef} look="primary" hotkey="N" onClick={onNext}>
                {index + 1 === attempt.items.length ? 'See the summary' : 'Next item'}
                <ArrowRight size={16} aria-hidden="true" />
              </Button>
            </>
          )}
        </div>
      </div>
    </div>
  );
}

/** A plain box round the asked mark: an outline would give its shape away. */
function Frame({ region, transform }: { region: TruthRegion; transform: EchoTransform }) {
  const pings = region.outline.map((row) => row.ping);
  const left = pingToX(transform, Math.min(...pings)) - 10;
  const right = pingToX(transform, Math.max(...pings) + 1) + 10;
  const top = binToY(transform, Math.min(...region.outline.map((row) => row.firstBin))) - 10;
  const bottom = binToY(transform, Math.max(...region.outline.map((row) => row.lastBin)) + 1) + 10;
  const box = {
    x: left,
    y: Math.max(2, top),
    width: right - left,
    height: bottom - Math.max(2, top),
    rx: 6,
  };
  return (
    <g fill="none" data-testid="asked-frame">
      <rect {...box} stroke="#05070d" strokeOpacity={0.7} strokeWidth={5} />
      <rect {...box} stroke="#fffdf8" strokeWidth={2} />
    </g>
  );
}

function Progress({ attempt, index }: { attempt: AttemptRecord; index: number }) {
  return (
    <span className="flex gap-1.5" aria-hidden="true">
      {attempt.items.map((item, i) => {
        const answered = attempt.answers[i];
        const colour = answered
          ? answered.grade.right
            ? 'bg-good'
            : 'bg-missed'
          : i === index
            ? 'bg-ink'
            : 'bg-track';
        return <span key={item.id} className={`h-1.5 w-6 rounded-full ${colour}`} />;
      })}
    </span>
  );
}
