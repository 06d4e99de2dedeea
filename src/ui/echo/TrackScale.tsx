/** How long ago and how far behind, along a whole screen; beside the echo, so that no label covers a mark. */
import { scaleTicks } from '@core/display';
import type { DrillScreen } from '@core/drills';
import { formatNumber, LENGTH, type UnitSystem } from '@core/units';

const MOST_TICKS = 6;
/** Room that a label wants along the scale, px. */
const LABEL_PX = { across: 110, upright: 50 };
/** A boat that went less far stands, m. */
const STANDS_M = 2;

interface TrackScaleProps {
  screen: DrillScreen;
  units: UnitSystem;
  /** Time runs down the picture. */
  upright: boolean;
  /** Length of the picture along the track. */
  lengthPx: number;
  /** Metres behind beside seconds ago. */
  withMetres: boolean;
}

export function TrackScale({ screen, units, upright, lengthPx, withMetres }: TrackScaleProps) {
  const { track, pingCount } = screen;
  const last = pingCount - 1;
  const spanS = track.timeS[last] - track.timeS[0];
  // A picture of somebody's screen may not know how far the boat went.
  const went = Math.abs(track.alongM[last] - track.alongM[0]) >= STANDS_M;
  const { show, unit } = LENGTH[units];
  const room = Math.floor(lengthPx / (upright ? LABEL_PX.upright : LABEL_PX.across));
  const ticks = scaleTicks(0, spanS, Math.min(MOST_TICKS, room)).map((agoS) => {
    const share = agoS / spanS;
    const behindM = track.alongM[last] - track.alongM[Math.round((1 - share) * last)];
    const ago = `${formatNumber(agoS, 0)} s`;
    const behind = `${formatNumber(show(behindM), 0)} ${unit}`;
    return { share, words: went && withMetres ? [ago, behind] : [ago] };
  });
  return (
    <div
      aria-hidden="true"
      data-testid="track-scale"
      className={`figures relative shrink-0 text-2xs text-ink-2 ${upright ? 'w-12' : 'h-5'}`}
    >
      {[{ share: 0, words: ['now'] }, ...ticks].map(({ share, words }) => (
        <span
          key={share}
          className={`absolute flex whitespace-nowrap ${
            upright
              ? `right-1.5 flex-col items-end leading-tight ${share > 0 ? '-translate-y-1/2' : ''}`
              : `top-0.5 gap-1.5 ${share > 0 ? 'translate-x-1/2' : ''}`
          }`}
          style={upright ? { top: `${100 * share}%` } : { right: `${100 * share}%` }}
        >
          {words.map((word, i) => (
            <span key={word} className={i === 0 ? 'font-semibold text-ink' : ''}>
              {word}
            </span>
          ))}
        </span>
      ))}
    </div>
  );
}
