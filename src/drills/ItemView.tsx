/** One question: what stands on the stage, what is filled in, how sure one is, and what is said after. */
import { ArrowRight, Search } from '@/ui/icons';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { View } from '@core/display';
import {
  type Answer,
  type Confidence,
  CONFIDENCE_STEPS,
  explainAnswer,
  type Grade,
  gradeAnswer,
  type Ground,
  isSealed,
  type Item,
} from '@core/drills';
import { LABEL_NAMES } from '@core/reading';
import { type AttemptRecord, type StoredAnswer, reasonOf } from '@core/records';
import { openGround } from '@/storage/drillScreens';
import { useSettings } from '@/storage/settings';
import { useAlone } from '@/ui/alone';
import { Button } from '@/ui/Button';
import { LoupeContext } from '@/ui/echo/Loupe';
import { PageHeader } from '@/ui/PageHeader';
import { showToast } from '@/ui/toast';
import { useHotkeys } from '@/ui/useHotkeys';
import { AnswerCard } from './AnswerCard';
import { Feedback } from './Feedback';
import { BesideInstead, type Instead } from './instead';
import { KIND_VIEWS } from './kinds';
import type { Line } from './kinds/kindView';
import { screenWords } from './screenWords';

interface ItemViewProps {
  attempt: AttemptRecord;
  index: number;
  onDraft: (draft: AttemptRecord['draft']) => void;
  onAnswer: (stored: StoredAnswer) => Promise<void>;
  onNext: () => void;
  /** Where the last button leads, if not to the next item. */
  nextLabel?: string;
  /** Asks the same sort again, on another picture; where that may be asked for. */
  onAnother?: () => Promise<void>;
}

export function ItemView(props: ItemViewProps) {
  const { attempt, index, onAnswer } = props;
  const item = attempt.items[index];
  const [opened, setOpened] = useState<Ground | string | null>(null);
  useEffect(() => {
    let current = true;
    void openGround(item).then(
      (ground) => current && setOpened(ground.ok ? ground.value : ground.error),
    );
    return () => {
      current = false;
    };
  }, [item]);
  if (opened === null) {
    return (
      <p className="p-6 text-ink-2" role="status">
        Opening the screen…
      </p>
    );
  }
  if (typeof opened === 'string') {
    return (
      <div className="p-6">
        <h1 className="text-xl">Item {index + 1} has lost its screen</h1>
        <p role="alert" className="mt-1 mb-3">
          {opened}. Bring it back, or go on without this item: it counts neither way.
        </p>
        <Button
          look="primary"
          onClick={() =>
            void onAnswer({ itemId: item.id, answer: null, grade: null, without: 'lost' })
          }
        >
          Go on <ArrowRight size={16} aria-hidden="true" />
        </Button>
      </div>
    );
  }
  return <OpenItem {...props} item={item} ground={opened} />;
}

/** Seconds spent on a question, those before a reload included. */
function useSpentMs(before: number, running: boolean): { spentMs: () => number } {
  const begun = useRef<number | null>(null);
  useEffect(() => {
    begun.current = performance.now();
  }, []);
  const spentMs = useCallback(
    () => before + (running && begun.current !== null ? performance.now() - begun.current : 0),
    [before, running],
  );
  return { spentMs };
}

function OpenItem({
  attempt,
  index,
  item,
  ground,
  onDraft,
  onAnswer,
  onNext,
  nextLabel,
  onAnother,
}: ItemViewProps & { item: Item; ground: Ground }) {
  const { units } = useSettings();
  const alone = useAlone();
  const kind = KIND_VIEWS[item.kind];
  const draft = attempt.draft?.itemId === item.id ? attempt.draft : null;
  const stored = attempt.answers.find(({ itemId }) => itemId === item.id) ?? null;
  const [state, setState] = useState<unknown>(() => {
    const answer = stored?.answer;
    const answered = answer && (kind.stateFrom?.(answer) ?? answer);
    const read = kind.stateSchema.safeParse(draft?.state ?? answered);
    return read.success ? read.data : kind.initial;
  });
  const [confidence, setConfidence] = useState<Confidence | null>(
    stored?.answer?.confidence ??
      CONFIDENCE_STEPS.find((step) => step === draft?.state.confidence) ??
      null,
  );
  const [tried, setTried] = useState<View | null>(null);
  const [instead, setInstead] = useState<Instead | null>(null);
  const [hasLoupe, setHasLoupe] = useState(false);
  const [isMaking, setMaking] = useState(false);
  const committed = useMemo(
    () => (stored?.answer && stored.grade ? { answer: stored.answer, grade: stored.grade } : null),
    [stored],
  );
  const isOver = attempt.finishedAtMs !== null;
  const revealed =
    committed !== null && (attempt.feedback === 'each' || (attempt.feedback === 'end' && isOver));
  const lines = useMemo<Line[]>(
    () =>
      revealed && committed
        ? explainAnswer(item, committed.answer, committed.grade, ground, units).map((line, i) => ({
            ...line,
            badge: String(i + 1),
          }))
        : [],
    [revealed, committed, item, ground, units],
  );
  const { spentMs } = useSpentMs(draft?.spentMs ?? 0, committed === null);
  const nextRef = useRef<HTMLButtonElement>(null);
  const given = kind.given(state, item) as Answer | null;
  const ready = given !== null && confidence !== null && !committed;

  const keep = (nextState: unknown, nextConfidence: Confidence | null) =>
    onDraft({
      itemId: item.id,
      state: { ...(nextState as Record<string, unknown>), confidence: nextConfidence },
      spentMs: spentMs(),
    });
  const changeState = (next: unknown) => {
    if (committed) return;
    setState(next);
    keep(next, confidence);
  };
  const changeConfidence = (step: Confidence) => {
    if (committed) return;
    setConfidence(step);
    keep(state, step);
  };

  const answerWith = async (response: Answer, sure: Confidence) => {
    const answer: Answer = {
      ...response,
      confidence: sure,
      committedAtMs: Date.now(),
      tookMs: Math.round(spentMs()),
    };
    try {
      // An exam is graded where its key is.
      const grade: Grade | null = isSealed(item) ? null : gradeAnswer(item, answer, ground);
      await onAnswer({ itemId: item.id, answer, grade, without: null });
    } catch (failure) {
      const reason = reasonOf(failure);
      showToast({ message: `Your answer could not be stored: ${reason} Commit it again.` });
    }
  };
  const commit = () => {
    if (ready && given && confidence) void answerWith(given, confidence);
  };
  const runOut = () => {
    if (committed) return;
    if (given) void answerWith(given, confidence ?? 'guess');
    else void onAnswer({ itemId: item.id, answer: null, grade: null, without: 'timeOut' });
  };

  const goToAnother = async () => {
    if (!onAnother || isMaking) return;
    setMaking(true);
    await onAnother();
    setMaking(false);
  };

  useEffect(() => {
    if (revealed) nextRef.current?.focus();
  }, [revealed]);

  useHotkeys({
    ...Object.fromEntries(
      CONFIDENCE_STEPS.map((step, i) => [String(i + 1), () => changeConfidence(step)]),
    ),
    ...(committed ? {} : kind.hotkeys?.({ state, item, ground, onState: changeState })),
    c: commit,
    z: () => setHasLoupe(!hasLoupe),
    n: () => committed && !isMaking && onNext(),
    a: () => revealed && void goToAnother(),
  });

  const common = {
    item,
    ground,
    units,
    state,
    onState: changeState,
    committed,
    lines,
    revealed,
    label: `Screen of item ${index + 1}`,
    view: tried,
  };
  const isLast = index + 1 >= attempt.length;
  return (
    <div className="flex flex-col md:h-full md:min-h-[600px]">
      <PageHeader
        title={attempt.drillName}
        note={
          <span className="flex items-center gap-4">
            Item {index + 1} of {attempt.length}
            <Progress attempt={attempt} index={index} />
          </span>
        }
      >
        {attempt.secondsPerItem !== null && !committed && (
          <Countdown
            seconds={attempt.secondsPerItem}
            spentMs={spentMs}
            onSecond={() => keep(state, confidence)}
            onOver={runOut}
          />
        )}
        <p className="text-ink-2">{screenWords(item, ground)}</p>
        {ground.screens.length > 0 && (
          <Button
            hotkey="Z"
            look={hasLoupe ? 'primary' : 'plain'}
            aria-pressed={hasLoupe}
            onClick={() => setHasLoupe(!hasLoupe)}
          >
            <Search size={16} aria-hidden="true" /> Loupe
          </Button>
        )}
        {ground.screens.length > 0 && alone.button}
      </PageHeader>
      <div className="flex min-h-0 flex-1 flex-col gap-4 p-4 md:flex-row">
        <div
          className={alone.frame(
            'h-[46dvh] min-h-72 min-w-0 overflow-y-auto md:h-auto md:flex-1 md:overflow-visible',
          )}
          data-testid="stage"
        >
          <LoupeContext value={hasLoupe}>
            {instead ? (
              <BesideInstead instead={instead} was={<kind.Stage {...common} />}>
                <kind.Stage
                  {...common}
                  ground={{ ...ground, screens: [instead.screen] }}
                  lines={[]}
                  label={`${common.label}, had it been ${LABEL_NAMES[instead.label]}`}
                />
              </BesideInstead>
            ) : (
              <kind.Stage {...common} />
            )}
          </LoupeContext>
        </div>
        <div className="flex min-h-0 shrink-0 flex-col gap-3 md:w-84">
          <div className="flex min-h-0 flex-col gap-3 md:overflow-y-auto">
            <AnswerCard
              {...common}
              confidence={confidence}
              onConfidence={changeConfidence}
              onCommit={commit}
            />
            {revealed && committed && (
              <Feedback
                item={item}
                ground={ground}
                grade={committed.grade}
                lines={lines}
                tried={tried}
                onTry={setTried}
                answer={committed.answer}
                instead={instead}
                onInstead={setInstead}
              />
            )}
          </div>
          {committed && (
            <Button
              ref={nextRef}
              look="primary"
              hotkey="N"
              className="shrink-0"
              // Another one would be put where one has left already.
              disabled={isMaking}
              onClick={onNext}
            >
              {nextLabel ?? (isLast ? 'See the summary' : 'Next item')}
              <ArrowRight size={16} aria-hidden="true" />
            </Button>
          )}
          {revealed && onAnother && (
            <Button
              hotkey="A"
              className="shrink-0"
              disabled={isMaking}
              onClick={() => void goToAnother()}
            >
              {isMaking ? 'Sounding another…' : 'Another like this'}
            </Button>
          )}
        </div>
      </div>
    </div>
  );
}

const secondsLeft = (seconds: number, spentMs: number) =>
  Math.max(0, Math.ceil(seconds - spentMs / 1000));

function Countdown({
  seconds,
  spentMs,
  onSecond,
  onOver,
}: {
  seconds: number;
  spentMs: () => number;
  /** The time that is gone is kept: a reload gives none back. */
  onSecond: () => void;
  onOver: () => void;
}) {
  const [left, setLeft] = useState(() => secondsLeft(seconds, spentMs()));
  const latest = useRef({ onSecond, onOver });
  useEffect(() => {
    latest.current = { onSecond, onOver };
  });
  useEffect(() => {
    let shown = seconds;
    const timer = setInterval(() => {
      const now = secondsLeft(seconds, spentMs());
      if (now === shown) return;
      shown = now;
      setLeft(now);
      if (now > 0) {
        latest.current.onSecond();
      } else {
        clearInterval(timer);
        latest.current.onOver();
      }
    }, 250);
    return () => clearInterval(timer);
  }, [seconds, spentMs]);
  return (
    <p className={`figures font-semibold ${left <= 10 ? 'text-missed' : ''}`} role="timer">
      {left} s left
    </p>
  );
}

function Progress({ attempt, index }: { attempt: AttemptRecord; index: number }) {
  const shows = attempt.feedback === 'each' || attempt.finishedAtMs !== null;
  return (
    <span className="flex gap-1.5" aria-hidden="true">
      {Array.from({ length: Math.min(30, attempt.length) }, (_, i) => {
        const item = attempt.items.at(i);
        const answered = item && attempt.answers.find(({ itemId }) => itemId === item.id);
        const colour =
          answered?.grade && shows && attempt.feedback !== 'never'
            ? answered.grade.right
              ? 'bg-good'
              : 'bg-missed'
            : answered
              ? 'bg-outline'
              : i === index
                ? 'bg-ink'
                : 'bg-track';
        return (
          <span
            key={i}
            className={`h-1.5 rounded-full ${attempt.length > 12 ? 'w-2.5' : 'w-6'} ${colour}`}
          />
        );
      })}
    </span>
  );
}
