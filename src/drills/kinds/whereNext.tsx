import { useMemo } from 'react';
import { z } from 'zod';
import { judgeChoices, situationOf } from '@core/drills';
import { ChartToTap, Pin } from '@/ui/chart/ChartToTap';
import { OptionList } from './OptionList';
import type { KindProps, KindView } from './kindView';

const stateSchema = z.object({ choice: z.int().min(0).max(3).nullable() });
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'whereNext', State>;

const LETTERS = ['A', 'B', 'C', 'D'];

function Stage({ item, ground, units, committed, revealed, label }: Props) {
  const water = ground.water!;
  const { question } = item;
  const accepted = revealed && committed ? committed.grade.accepted : [];
  return (
    <ChartToTap
      water={water}
      units={units}
      label={`${label}: chart of ${water.name}`}
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
                fill={accepted.includes(i) ? '#226745' : undefined}
              />
            );
          });
        }
        const pass =
          question.about === 'plan' && water.passes.find(({ id }) => id === question.passId);
        if (!pass) return null;
        const points = pass.routeM.map(({ x, y }) => at.toPx(x, y).join(','));
        return (
          <polyline points={points.join(' ')} fill="none" stroke="#b83a20" strokeWidth={2.5} />
        );
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
      {!committed && question.about !== 'where' && (
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
