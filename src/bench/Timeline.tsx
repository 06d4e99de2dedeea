/** The clock of the bench: freeze, step, pace, and the whole pass to go back and forth along. */
import { ChevronLeft, ChevronRight, Eye, EyeOff, Pause, Play, RotateCcw } from '@/ui/icons';
import { Slider } from 'radix-ui';
import { useState } from 'react';
import { passDurationS } from '@core/pass';
import { nearestTimeS } from '@core/reading';
import type { MarkRecord } from '@core/records';
import { format, formatClock, formatNumber, LENGTH, type UnitSystem } from '@core/units';
import { Button } from '@/ui/Button';
import { type BenchRun } from './benchRun';
import type { BenchSnapshot } from './benchSnapshot';
import { passProgress, staysPut, RATES } from './passes';

interface TimelineProps {
  run: BenchRun;
  snapshot: BenchSnapshot;
  marks: MarkRecord[];
  units: UnitSystem;
  isReady: boolean;
  mayReveal: boolean;
  isRevealed: boolean;
  onReveal: () => void;
  onFreeze: () => void;
  onStep: (pings: number) => void;
  onAgain: () => void;
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
const NEAR_MARK_M = 45;
export function Timeline(props: TimelineProps) {
  const { run, snapshot, marks, units, isReady, mayReveal, isRevealed } = props;
  const { onReveal, onFreeze, onStep, onAgain } = props;
  const { moving, ended, pass, shownS, timeS, rate } = snapshot;
  const [dragS, setDragS] = useState<number | null>(null);
  const pose = run.poseAt(shownS);
  const along = passProgress(pass, pose);
  const { speedMps } = pass.speedChanges.at(-1)!;
  const durationS = Math.max(
    timeS,
    passDurationS({ ...pass, speedMps: Math.max(0.3, speedMps) }),
    10,
  );
  const looksBack = timeS - shownS > 0.02;
  const state = ended
    ? 'end of the pass'
    : moving
      ? looksBack
        ? 'played back'
        : HOLDING_STATE[pass.holding.kind]
      : 'frozen';
  const place = staysPut(pass)
    ? HOLDING_WORDS[pass.holding.kind]
    : `${format(LENGTH[units], along.alongM, 0)} of ${format(LENGTH[units], along.lengthM, 0)}`;
  const share = (seconds: number) => `${Math.min(100, (100 * seconds) / durationS)}%`;
  return (
    <div className="flex shrink-0 flex-wrap items-center gap-2">
      {ended && !looksBack ? (
        <Button onClick={onAgain} className="w-36">
          <RotateCcw size={16} aria-hidden="true" /> Sail it again
        </Button>
      ) : (
        <Button
          onClick={onFreeze}
          hotkey="Space"
          className="w-34 [&>svg]:shrink-0"
          disabled={!isReady}
        >
          {moving ? (
            <>
              <Pause size={16} aria-hidden="true" /> Freeze
            </>
          ) : (
            <>
              <Play size={16} aria-hidden="true" /> Go on
            </>
          )}
        </Button>
      )}
      <Button
        onClick={onReveal}
        hotkey="E"
        aria-pressed={isRevealed}
        disabled={!mayReveal}
        className="w-31 [&>svg]:shrink-0"
      >
        {isRevealed ? (
          <EyeOff size={16} aria-hidden="true" />
        ) : (
          <Eye size={16} aria-hidden="true" />
        )}
        {isRevealed ? 'Hide' : 'Reveal'}
      </Button>
      <span className="flex">
        <Button
          look="quiet"
          className="px-1.5"
          aria-label="One ping back"
          title="One ping back (←)"
          disabled={!isReady}
          onClick={() => onStep(-1)}
        >
          <ChevronLeft size={18} aria-hidden="true" />
        </Button>
        <Button
          look="quiet"
          className="px-1.5"
          aria-label="One ping forward"
          title="One ping forward (→)"
          disabled={!isReady || !looksBack}
          onClick={() => onStep(1)}
        >
          <ChevronRight size={18} aria-hidden="true" />
        </Button>
      </span>
      <select
        aria-label="Pace"
        className="h-9 rounded-md border border-hairline bg-card px-1"
        value={rate}
        onChange={(event) => run.setRate(Number(event.target.value))}
      >
        {RATES.map((value) => (
          <option key={value} value={value}>
            {formatNumber(value, value < 1 ? 2 : 0)} ×
          </option>
        ))}
      </select>
      <Slider.Root
        className="relative flex h-6 min-w-24 flex-1 touch-none items-center"
        value={[dragS ?? shownS]}
        min={0}
        max={durationS}
        step={0.1}
        disabled={!isReady}
        onValueChange={([next]) => {
          if (moving) run.freeze();
          setDragS(next);
          if (next <= timeS && run.keeps(next)) run.seek(next);
        }}
        onValueCommit={([next]) => {
          setDragS(null);
          run.seek(next);
        }}
      >
        <Slider.Track className="relative h-2 grow overflow-hidden rounded-full bg-track">
          <span
            className="absolute inset-y-0 left-0 bg-outline/50"
            style={{ width: share(timeS) }}
          />
          <Slider.Range className="absolute h-full bg-action" />
        </Slider.Track>
        <Slider.Thumb
          aria-label="Along the pass"
          aria-valuetext={`${formatClock(dragS ?? shownS)}, ${place}`}
          className="block h-5 w-2.5 rounded-sm border-2 border-action bg-card"
        />
      </Slider.Root>
      {looksBack && (
        <Button
          look="quiet"
          className="px-2"
          title="To the live edge (End)"
          onClick={() => run.toLiveEdge()}
        >
          Live
        </Button>
      )}
      {marks.length > 0 && (
        <select
          aria-label="Jump to a mark"
          className="h-9 w-24 rounded-md border border-hairline bg-card px-1"
          value=""
          onChange={(event) => {
            const mark = marks.find(({ id }) => id === event.target.value);
            const at = mark && nearestTimeS(run.way, mark, durationS, NEAR_MARK_M);
            if (at !== null && at !== undefined) {
              run.freeze();
              run.seek(at);
            }
          }}
        >
          <option value="">Mark…</option>
          {marks.map((mark) => (
            <option key={mark.id} value={mark.id}>
              {mark.name}
            </option>
          ))}
        </select>
      )}
      <p className="w-58 text-end">
        <span className="figures font-semibold" data-testid="pass-clock">
          {formatClock(shownS)}
        </span>{' '}
        <span className="text-ink-2">
          {looksBack && !moving
            ? `${formatNumber(timeS - shownS, 1)} s ago, frozen`
            : `${place}, ${state}`}
        </span>
      </p>
    </div>
  );
}
