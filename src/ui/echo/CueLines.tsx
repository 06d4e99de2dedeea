/** Lines with their numbers over a picture: what decided, drawn where it is. */
import { type Picture, placeOfSpot } from '@core/display';
import { type CueLine, shortLength } from '@core/reading';
import type { UnitSystem } from '@core/units';

const WORDS: Record<CueLine['what'], string> = {
  gap: 'clear of the bottom',
  height: 'high',
  shadow: 'high, by its shadow',
  shadowGap: 'off the bottom, by its gap',
};
const TICK_PX = 5;
/** Off the line, and off the picture's edge. */
const AWAY_PX = 8;
/** Room that a label may want. */
const LABEL_PX = 190;

interface CueLinesProps {
  lines: readonly CueLine[];
  picture: Picture;
  units: UnitSystem;
}

export function CueLines({ lines, picture, units }: CueLinesProps) {
  return lines.map((line) => {
    const from = placeOfSpot(picture, line.channel, line.from);
    const to = placeOfSpot(picture, line.channel, line.to);
    if (!from || !to) return null;
    const isUpright = Math.abs(to.y - from.y) > Math.abs(to.x - from.x);
    const [dx, dy] = isUpright ? [TICK_PX, 0] : [0, TICK_PX];
    const path = [
      `M${from.x - dx} ${from.y - dy}L${from.x + dx} ${from.y + dy}`,
      `M${to.x - dx} ${to.y - dy}L${to.x + dx} ${to.y + dy}`,
      `M${from.x} ${from.y}L${to.x} ${to.y}`,
    ].join('');
    const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
    const isRight = middle.x + LABEL_PX < picture.widthPx;
    const text = `${shortLength(line.valueM, units)} ${WORDS[line.what]}`;
    const place = isUpright
      ? { x: middle.x + (isRight ? AWAY_PX : -AWAY_PX), y: middle.y + 4 }
      : { x: middle.x, y: middle.y + (middle.y > 30 ? -AWAY_PX : 3 * AWAY_PX) };
    return (
      <g key={`${line.what}${line.from.ping}${line.from.bin}`} data-testid="cue-line">
        <path d={path} fill="none" stroke="#05070d" strokeOpacity={0.75} strokeWidth={4} />
        <path d={path} fill="none" stroke="#fffdf8" strokeWidth={1.5} />
        <text
          {...place}
          textAnchor={isUpright ? (isRight ? 'start' : 'end') : 'middle'}
          fill="#fffdf8"
          stroke="#05070d"
          strokeOpacity={0.85}
          strokeWidth={3}
          paintOrder="stroke"
          className="text-2xs font-semibold"
        >
          {text}
        </text>
      </g>
    );
  });
}
