import { useMemo } from 'react';
import { z } from 'zod';
import { judgeChoices, situationOf } from '@core/drills';
import type { WaterContent } from '@core/waters';
import { ChartToTap, Pin } from '@/ui/chart/ChartToTap';
import { OptionList } from './OptionList';
import type { KindProps, KindView } from './kindView';

const stateSchema = z.object({ choice: z.int().min(0).max(3).nullable() });
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'whereNext', State>;

const LETTERS = ['A', 'B', 'C', 'D'];
const RIGHT = '#226745';
const TRACK = '#b83a20';

/** Where a mark was seen. */
const Spot = ({ at: [x, y] }: { at: [number, number] }) => (
  <path d={`M${x - 7} ${y - 7}l14 14m0-14l-14 14`} stroke="#22303a" strokeWidth={3} />
);

const NEAR_M_PER_PX = 0.3;

/** Near the mark where lines past it are to be told apart; else the whole chart. */
function poseFor({ question }: Props['item'], { scene }: WaterContent) {
  const thing =
    question.about === 'nextPass' && scene.targets.find(({ id }) => id === question.targetId);
  return thing
    ? { centreM: { x: thing.xM, y: thing.yM }, metresPerPx: NEAR_M_PER_PX, upRad: 0 }
    : null;
}

function Stage({ item, ground, units, committed, revealed, label }: Props) {
  const water = ground.water!;
  const { question } = item;
  const accepted = revealed && committed ? committed.grade.accepted : [];
  return (
    <ChartToTap
      water={water}
      units={units}
      label={`${label}: chart of ${water.name}`}
      pose={poseFor(item, water)}
      overlay={(at) => {
        if (question.about === 'where') {
          return question.places.map(({ x, y }, i) => {
            const [px, py] = at.toPx(x, y);
            return (
              <Pin
                key={i}
                x={px}
                y={py}
                text={LETTERS[i]}
                fill={accepted.includes(i) ? RIGHT : undefined}
              />
            );
          });
        }
        if (question.about === 'nextPass') {
          const thing = water.scene.targets.find(({ id }) => id === question.targetId);
          return (
            <>
              {question.lines.map(({ from, to }, i) => {
                const [x1, y1] = at.toPx(from.x, from.y);
                const [x2, y2] = at.toPx(to.x, to.y);
                const fill = accepted.includes(i) ? RIGHT : undefined;
                return (
                  <g key={i}>
                    <line {...{ x1, y1, x2, y2 }} stroke={fill ?? TRACK} strokeWidth={2.5} />
                    <Pin x={x2} y={y2} text={LETTERS[i]} fill={fill} />
                  </g>
                );
              })}
              {thing && <Spot at={at.toPx(thing.xM, thing.yM)} />}
            </>
          );
        }
        const pass =
          question.about === 'plan' && water.passes.find(({ id }) => id === question.passId);
        if (!pass) return null;
        const points = pass.routeM.map(({ x, y }) => at.toPx(x, y).join(','));
        return <polyline points={points.join(' ')} fill="none" stroke={TRACK} strokeWidth={2.5} />;
      }}
    />
  );
}

function Form({ item, ground, units, state, onState, committed, revealed }: Props) {
  const water = ground.water!;
  const choices = useMemo(() => judgeChoices(item, water, units), [item, water, units]);
  const { question } = item;
  return (
    <div className="flex flex-col gap-2">
      <ul className="text-sm text-ink-2">
        {situationOf(item, water, units).map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ul>
      <OptionList
        label="Your choice"
        value={state.choice === null ? null : String(state.choice)}
        disabled={committed !== null}
        right={revealed && committed ? committed.grade.accepted.map(String) : []}
        options={choices.map(({ text }, i) => ({ value: String(i), name: text }))}
        onChange={(choice) => onState({ choice: Number(choice) })}
      />
      {!committed && question.about !== 'where' && question.about !== 'nextPass' && (
        <p className="text-xs text-ink-2">More than one may be defended.</p>
      )}
    </div>
  );
}

export const whereNextView: KindView<'whereNext', State> = {
  stateSchema,
  isViewable: true,
  initial: { choice: null },
  given: ({ choice }) => (choice === null ? null : { kind: 'whereNext', choice }),
  Stage,
  Form,
};
