import { type Picture, placeOf } from '@core/display';
import type { Cursor } from '@core/reading';
import { HaloText } from '../HaloText';

/** The two cursors that are measured between. */
export function CursorMarks({
  picture,
  cursors,
  light,
}: {
  picture: Picture;
  cursors: Cursor[];
  light: boolean;
}) {
  const places = cursors.map(({ point }) => placeOf(picture, point));
  const colour = light ? '#7a2d12' : '#ffe08a';
  return (
    <g stroke={colour} strokeWidth={1.5} fill="none">
      {places.length === 2 && places[0] && places[1] && (
        <line
          x1={places[0].x}
          y1={places[0].y}
          x2={places[1].x}
          y2={places[1].y}
          strokeDasharray="5 4"
        />
      )}
      {places.map(
        (at, i) =>
          at && (
            <g key={i} data-cursor={'AB'[i]}>
              <path d={`M${at.x - 9},${at.y}h18M${at.x},${at.y - 9}v18`} />
              <HaloText
                x={at.x + 9}
                y={at.y - 9}
                fill={colour}
                halo={light ? '#fff' : '#05070d'}
                className="text-sm font-bold"
              >
                {'AB'[i]}
              </HaloText>
            </g>
          ),
      )}
    </g>
  );
}
