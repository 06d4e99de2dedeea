/** The wheel: a course, a turn to either side, a stop, and back over a mark. */
import { CornerUpLeft, CornerUpRight, RefreshCcw } from '@/ui/icons';
import { Button } from '@/ui/Button';
import { Kbd } from '@/ui/Kbd';
import { NumberEntry } from '@/ui/Setting';

interface SteerControlsProps {
  /** At anchor or over a hole there is nothing to steer. */
  isHeld: boolean;
  canSteer: boolean;
  isStopped: boolean;
  headingDeg: number;
  hasMark: boolean;
  onTurn: (byDeg: number) => void;
  onCourse: (headingDeg: number) => void;
  onStop: () => void;
  onCircle: () => void;
}

export const TURN_DEG = 15;

export function SteerControls(props: SteerControlsProps) {
  const { isHeld, canSteer, isStopped, headingDeg, hasMark } = props;
  const { onTurn, onCourse, onStop, onCircle } = props;
  if (isHeld) {
    return (
      <p className="text-xs leading-snug text-ink-2">
        The boat holds its place. At anchor it swings: its speed comes back to zero at each end of
        the swing, and no longer does once the anchor drags.
      </p>
    );
  }
  return (
    <div className="flex flex-col gap-1 pb-1">
      <div
        className="flex items-center gap-1.5"
        title="A turn fans the outer side of the side fans apart and folds the inner."
      >
        <span className="font-semibold">Course</span>
        <Kbd>, .</Kbd>
        <Button
          size="chip"
          aria-label="Turn to port"
          aria-keyshortcuts=","
          disabled={!canSteer}
          onClick={() => onTurn(-TURN_DEG)}
        >
          <CornerUpLeft size={14} aria-hidden="true" />
        </Button>
        <Button
          size="chip"
          aria-label="Turn to starboard"
          aria-keyshortcuts="."
          disabled={!canSteer}
          onClick={() => onTurn(TURN_DEG)}
        >
          <CornerUpRight size={14} aria-hidden="true" />
        </Button>
        <span className="ml-auto flex items-baseline gap-1">
          <NumberEntry
            label="Course"
            value={headingDeg}
            min={0}
            max={359.9}
            decimals={0}
            disabled={!canSteer}
            onChange={onCourse}
          />
          <span className="min-w-8 text-xs text-ink-2">°</span>
        </span>
      </div>
      <div className="flex gap-1.5">
        <Button size="chip" className="flex-1" hotkey="X" onClick={onStop}>
          {isStopped ? 'Go' : 'Stop'}
        </Button>
        <Button
          size="chip"
          className="flex-1"
          hotkey="⇧K"
          disabled={!canSteer || !hasMark}
          title={hasMark ? 'Circle back and sail over the last mark' : 'Put a mark first (K)'}
          onClick={onCircle}
        >
          <RefreshCcw size={13} aria-hidden="true" /> To mark
        </Button>
      </div>
    </div>
  );
}
