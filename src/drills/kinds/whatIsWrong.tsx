import { z } from 'zod';
import { viewSchema } from '@core/display';
import { USUAL_RANGE_PX, WRONG_NAMES, type Wrong } from '@core/drills';
import { OptionList } from './OptionList';
import { type KindProps, type KindView } from './kindView';
import { MendStage } from './MendStage';

const wrongs = Object.keys(WRONG_NAMES) as [Wrong, ...Wrong[]];
const stateSchema = z.object({
  wrong: z.enum(wrongs).nullable(),
  view: viewSchema.nullable(),
  rangePx: z.number().min(1),
});
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'whatIsWrong', State>;

function Stage({ item, state, onState, ...props }: Props) {
  return (
    <MendStage
      {...props}
      mendTargetId={item.mendTargetId}
      mended={state.view}
      rangePx={state.rangePx}
      onMend={(view, rangePx) => onState({ ...state, view, rangePx })}
    />
  );
}

function Form({ item, state, onState, committed, revealed }: Props) {
  return (
    <div className="flex flex-col gap-2">
      {!committed && (
        <p className="text-ink-2">
          Name it. If the controls can mend it, move them until fish and bait stand out best; leave
          the others alone.
        </p>
      )}
      <OptionList
        label="What is wrong"
        value={state.wrong}
        disabled={committed !== null}
        right={revealed && committed ? [committed.grade.truth] : []}
        options={item.options.map((value) => ({ value, name: WRONG_NAMES[value] }))}
        onChange={(wrong) => onState({ ...state, wrong })}
      />
    </div>
  );
}

export const whatIsWrongView: KindView<'whatIsWrong', State> = {
  stateSchema,
  isViewable: true,
  initial: { wrong: null, view: null, rangePx: USUAL_RANGE_PX },
  given: ({ wrong, view, rangePx }) =>
    wrong ? { kind: 'whatIsWrong', wrong, mended: view ? { view, rangePx } : null } : null,
  stateFrom: ({ wrong, mended }) => ({
    wrong,
    view: mended?.view ?? null,
    rangePx: mended?.rangePx ?? USUAL_RANGE_PX,
  }),
  Stage,
  Form,
};
