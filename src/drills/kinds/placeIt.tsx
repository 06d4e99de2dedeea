import { z } from 'zod';
import { placeFrom } from '@core/drills';
import { ellipse95 } from '@core/reading';
import { formatNumber, LENGTH } from '@core/units';
import { Button } from '@/ui/Button';
import { ScreenPicture } from '@/ui/echo/ScreenPicture';
import type { Projection } from '@/ui/chart/projection';
import { ChartToTap, Pin } from '@/ui/chart/ChartToTap';
import { type KindProps, type KindView, outlinedOn } from './kindView';

const stateSchema = z.object({
  at: z.object({ x: z.number(), y: z.number() }).nullable(),
  passes: z.int().min(1).max(2),
});
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'placeIt', State>;

const TICK_S = 5;
const ROOM_M = 45;
const CHART_PX = 380;

/** The boat's way with its course, and a tick every few seconds back from now. */
function Track({ ground, pass, at }: { ground: Props['ground']; pass: number; at: Projection }) {
  const { track, pingCount } = ground.screens[pass];
  const points = Array.from({ length: pingCount }, (_, i) => at.toPx(track.xM[i], track.yM[i]));
  const last = pingCount - 1;
  const ticks: { x: number; y: number; ageS: number }[] = [];
  let nextS = TICK_S;
  for (let i = last; i >= 0; i--) {
    const ageS = track.timeS[last] - track.timeS[i];
    if (ageS < nextS) continue;
    ticks.push({ x: points[i][0], y: points[i][1], ageS: nextS });
    nextS += TICK_S;
  }
  const [bowX, bowY] = points[last];
  const turn = (track.headingRad[last] * 180) / Math.PI;
  return (
    <g>
      <polyline
        points={points.map(([x, y]) => `${x},${y}`).join(' ')}
        fill="none"
        stroke="#22303a"
        strokeWidth={2}
        strokeDasharray={pass === 1 ? '6 4' : undefined}
      />
      {ticks.map(({ x, y, ageS }) => (
        <g key={ageS}>
          <circle cx={x} cy={y} r={3} fill="#fffdf8" stroke="#22303a" />
          {ageS % (2 * TICK_S) === 0 && (
            <text x={x + 6} y={y - 4} className="text-2xs" fill="#22303a">
              −{ageS} s
            </text>
          )}
        </g>
      ))}
      <path
        d="M0,-11L6,7L0,3L-6,7Z"
        transform={`translate(${bowX} ${bowY}) rotate(${turn})`}
        fill="#b83a20"
        stroke="#fffdf8"
      />
    </g>
  );
}

function Stage({ item, ground, units, state, onState, committed, lines, label, revealed }: Props) {
  const screens = ground.screens.slice(0, state.passes);
  const { track, pingCount } = ground.screens[0];
  const middle = Math.floor(pingCount / 2);
  const { water } = ground;
  const grade = committed?.grade;
  return (
    <div className="flex h-full flex-col gap-3 lg:flex-row">
      <div className="flex min-h-64 min-w-0 flex-1 flex-col gap-2">
        {screens.map((screen, i) => {
          const region = screen.regions.find(({ targetId }) => targetId === item.targetId);
          return (
            <div key={i} className="min-h-0 flex-1">
              <ScreenPicture
                screen={screen}
                units={units}
                label={i === 0 ? label : `${label}, second pass`}
                reads={revealed ? 'all' : 'raw'}
                frames={region && lines.length === 0 ? [{ region, badge: '' }] : []}
                outlined={outlinedOn(lines, i)}
              />
            </div>
          );
        })}
      </div>
      <div className="min-h-64 min-w-0 flex-1">
        {water ? (
          <ChartToTap
            water={water}
            units={units}
            label="Chart to place the mark on"
            pose={{
              centreM: { x: track.xM[middle], y: track.yM[middle] },
              metresPerPx: (2 * ROOM_M) / CHART_PX,
              upRad: 0,
            }}
            onTap={committed ? undefined : (at) => onState({ ...state, at })}
            overlay={(at) => (
              <>
                {screens.map((_, i) => (
                  <Track key={i} ground={ground} pass={i} at={at} />
                ))}
                {state.at && <Placed at={at} place={state.at} fill="#1d5a63" text="?" />}
                {revealed && grade && (
                  <>
                    <Uncertainty
                      at={at}
                      place={placeFrom(ground, item.targetId, committed.answer.passes)}
                    />
                    <Placed
                      at={at}
                      place={{ x: grade.truth.xM, y: grade.truth.yM }}
                      fill="#226745"
                      text="✓"
                    />
                  </>
                )}
              </>
            )}
          />
        ) : (
          <p className="text-ink-2">The chart of this water is not here.</p>
        )}
      </div>
    </div>
  );
}

function Placed(props: {
  at: Projection;
  place: { x: number; y: number };
  fill: string;
  text: string;
}) {
  const [x, y] = props.at.toPx(props.place.x, props.place.y);
  return <Pin x={x} y={y} text={props.text} fill={props.fill} />;
}

function Uncertainty({ at, place }: { at: Projection; place: ReturnType<typeof placeFrom> }) {
  const { longM, shortM, directionDeg } = ellipse95(place.covarianceM2);
  const [x, y] = at.toPx(place.xM, place.yM);
  return (
    <ellipse
      transform={`translate(${x} ${y}) rotate(${directionDeg})`}
      rx={shortM / at.metresPerPx}
      ry={longM / at.metresPerPx}
      fill="#226745"
      fillOpacity={0.18}
      stroke="#226745"
      strokeWidth={1.5}
      data-testid="uncertainty"
    />
  );
}

function Form({ item, ground, units, state, onState, committed }: Props) {
  const { show, unit } = LENGTH[units];
  const place = placeFrom(ground, item.targetId, state.passes);
  const { longM } = ellipse95(place.covarianceM2);
  const hasSecond = ground.screens.length > 1;
  return (
    <div className="flex flex-col gap-2">
      <p className="text-ink-2">
        Tap the chart, or move its cursor with the arrow keys and press Enter. The mark’s own
        uncertainty is about {formatNumber(show(longM), 1)} {unit}: nobody can place it better.
      </p>
      {hasSecond && !committed && (
        <Button disabled={state.passes === 2} onClick={() => onState({ ...state, passes: 2 })}>
          {state.passes === 2 ? 'Both passes are shown' : 'Look at a second pass'}
        </Button>
      )}
      <p className="figures text-sm" role="status">
        {state.at ? 'Placed.' : 'Not placed yet.'}
      </p>
    </div>
  );
}

export const placeItView: KindView<'placeIt', State> = {
  stateSchema,
  isViewable: false,
  initial: { at: null, passes: 1 },
  given: ({ at, passes }) => (at ? { kind: 'placeIt', xM: at.x, yM: at.y, passes } : null),
  stateFrom: ({ xM, yM, passes }) => ({ at: { x: xM, y: yM }, passes }),
  Stage,
  Form,
};
