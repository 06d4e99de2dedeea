/** Two pictures of the same pings, side by side or one wiped over the other. */
import { type KeyboardEvent, type PointerEvent, type ReactNode, useRef, useState } from 'react';

interface CompareAreaProps {
  /** One over the other is drawn through: what is bright in either shows. */
  mode: 'side' | 'wipe' | 'over';
  strength?: number;
  a: ReactNode;
  b: ReactNode;
  /** Written on the pictures; where nothing is, their names stand elsewhere. */
  wordsA: string;
  wordsB: string;
  /** Where the wipe begins, as a share of the width. */
  start?: number;
}

const STEP = 0.04;

export function CompareArea(props: CompareAreaProps) {
  const { mode, a, b, wordsA, wordsB, start = 0.5, strength = 1 } = props;
  const frameRef = useRef<HTMLDivElement>(null);
  const [share, setShare] = useState(start);
  const [isDragging, setDragging] = useState(false);
  const limited = (value: number) => Math.min(0.98, Math.max(0.02, value));
  const drag = (event: PointerEvent) => {
    const box = frameRef.current!.getBoundingClientRect();
    setShare(limited((event.clientX - box.left) / box.width));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -STEP, ArrowRight: STEP }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    setShare(limited(share + by));
  };
  const tag = (letter: string, words: string, side: 'left' | 'right') =>
    words !== '' && (
      <p
        className={`pointer-events-none absolute bottom-2 z-10 rounded-md bg-card px-2 py-0.5 shadow ${side === 'left' ? 'left-2' : 'right-2'}`}
      >
        <b>{letter}</b> {words}
      </p>
    );
  if (mode === 'over') {
    return (
      <div className="relative h-full" data-testid="compare-over">
        <div className="absolute inset-0">{a}</div>
        <div
          className="pointer-events-none absolute inset-0 mix-blend-screen"
          style={{ opacity: strength }}
        >
          {b}
        </div>
        {tag('A', wordsA, 'left')}
        {tag('B', `${wordsB} over it`, 'right')}
      </div>
    );
  }
  if (mode === 'side') {
    return (
      <div className="grid h-full grid-cols-2 gap-1.5" data-testid="compare-side">
        <div className="relative min-w-0">
          {a}
          {tag('A', wordsA, 'left')}
        </div>
        <div className="relative min-w-0">
          {b}
          {tag('B', wordsB, 'left')}
        </div>
      </div>
    );
  }
  return (
    <div
      ref={frameRef}
      className="relative h-full"
      data-testid="compare-wipe"
      onPointerMove={(event) => isDragging && drag(event)}
      onPointerUp={() => setDragging(false)}
    >
      <div className="absolute inset-0">{a}</div>
      <div className="absolute inset-0" style={{ clipPath: `inset(0 0 0 ${100 * share}%)` }}>
        {b}
      </div>
      {tag('A', wordsA, 'left')}
      {tag('B', wordsB, 'right')}
      <div
        role="slider"
        tabIndex={0}
        aria-label="Wipe"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(100 * share)}
        aria-valuetext={`A up to ${Math.round(100 * share)} % of the width, B from there on`}
        className="absolute inset-y-0 z-10 w-3 -translate-x-1/2 cursor-ew-resize"
        style={{ left: `${100 * share}%` }}
        onKeyDown={onKeyDown}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          setDragging(true);
        }}
        onPointerMove={(event) => isDragging && drag(event)}
        onPointerUp={() => setDragging(false)}
      >
        <div className="mx-auto h-full w-0.5 bg-[#fffdf8] shadow-[0_0_0_1px_#05070d]" />
      </div>
    </div>
  );
}
