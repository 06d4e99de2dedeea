import { z } from 'zod';
import { viewSchema } from '@core/display';
import { USUAL_RANGE_PX } from '@core/drills';
import { changedKeys } from '@core/reading';
import { type KindProps, type KindView } from './kindView';
import { MendStage } from './MendStage';

const stateSchema = z.object({
  view: viewSchema.nullable(),
  rangePx: z.number().min(1),
  moves: z.int().min(0),
  /** What was moved last: a control that is drawn along is one move. */
  last: z.string(),
});
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'settingsRace', State>;

function Stage({ item, state, onState, ...props }: Props) {
  const [screen] = props.ground.screens;
  return (
    <MendStage
      {...props}
      mendTargetId={item.mendTargetId}
      mended={state.view}
      rangePx={state.rangePx}
      onMend={(view, rangePx) => {
        const what = view ? changedKeys(state.view ?? screen.view, view).join(' ') : '';
        if (what === '') return onState({ ...state, rangePx });
        const moves = what === state.last ? state.moves : state.moves + 1;
        onState({ view, rangePx, moves, last: what });
      }}
    />
  );
}

function Form({ state, committed }: Props) {
  return (
    <div className="flex flex-col gap-2">
      {!committed && (
        <p className="text-ink-2">
          Several controls are astray. Taking one in hand is a move, however far it goes; a control
          moved without need costs twice.
        </p>
      )}
      <p aria-live="polite">
        Moves: <span className="figures font-semibold">{state.moves}</span>
      </p>
    </div>
  );
}

export const settingsRaceView: KindView<'settingsRace', State> = {
  stateSchema,
  isViewable: true,
  initial: { view: null, rangePx: USUAL_RANGE_PX, moves: 0, last: '' },
  given: ({ view, rangePx, moves }) =>
    view && moves > 0 ? { kind: 'settingsRace', view, rangePx, moves } : null,
  figures: ({ mend, moves, fewest }) => [
    { value: `${Math.round(100 * mend.score)} %`, text: 'of what the controls can do' },
    { value: String(moves), text: `moves; ${fewest} would do` },
  ],
  stateFrom: ({ view, rangePx, moves }) => ({ view, rangePx, moves, last: '' }),
  Stage,
  Form,
};
