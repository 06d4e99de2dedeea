/** The wheel: a turn to either side, a stop, and back over a mark. */
import { CornerUpLeft, CornerUpRight, OctagonPause, RefreshCcw } from 'lucide-react';
import { Button } from '@/ui/Button';
import { formatNumber } from '@core/units';

interface SteerControlsProps {
  /** At anchor or over a hole there is nothing to steer. */
  isHeld: boolean;
  canSteer: boolean;
  isStopped: boolean;
  headingDeg: number;
  hasMark: boolean;
  onTurn: (byDeg: number) => void;
  onStop: () => void;
  onCircle: () => void;
}

export function SteerControls(props: SteerControlsProps) {
  const { isHeld, canSteer, isStopped, headingDeg, hasMark, onTurn, onStop, onCircle } = props;
  if (isHeld) {
    return (
      <p className="text-xs leading-snug text-ink-2">
        The boat holds its place. At anchor it swings: its speed comes back to zero at each end of
        the swing, and no longer does once the anchor drags.
      </p>
    );
  }
  return (
    <div className="flex flex-col gap-1">
      <div className="flex gap-1.5">
        <Button
          size="small"
          className="flex-1"
          hotkey=","
          aria-label="Turn to port"
          disabled={!canSteer}
          title={`Course ${formatNumber(headingDeg, 0)}°: 15° to port`}
          onClick={() => onTurn(-15)}
        >
          <CornerUpLeft size={14} aria-hidden="true" />
        </Button>
        <Button size="small" className="flex-1" hotkey="X" onClick={onStop}>
          <OctagonPause size={14} aria-hidden="true" /> {isStopped ? 'Go' : 'Stop'}
        </Button>
        <Button
          size="small"
          className="flex-1"
          hotkey="."
          aria-label="Turn to starboard"
          disabled={!canSteer}
          title={`Course ${formatNumber(headingDeg, 0)}°: 15° to starboard`}
          onClick={() => onTurn(15)}
        >
          <CornerUpRight size={14} aria-hidden="true" />
        </Button>
      </div>
      {hasMark && (
        <Button size="small" className="flex-1" hotkey="⇧K" disabled={!canSteer} onClick={onCircle}>
          <RefreshCcw size={14} aria-hidden="true" /> Back over the last mark
        </Button>
      )}
    </div>
  );
}
