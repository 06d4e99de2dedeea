import { z } from 'zod';
import { CHANGE_NAMES, whatChangedSchemas } from '@core/drills';
import { OptionList } from './OptionList';
import { type KindProps, type KindView } from './kindView';
import { ScreenPair } from './ScreenPair';

const stateSchema = z.object({ change: whatChangedSchemas.answer.shape.change.nullable() });
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'whatChanged', State>;

const Stage = ({ ground, units, label, lines }: Props) => (
  <ScreenPair {...{ screens: ground.screens, units, label, lines }} />
);

function Form({ item, state, onState, committed, revealed }: Props) {
  return (
    <OptionList
      label="What changed"
      value={state.change}
      disabled={committed !== null}
      right={revealed && committed ? [committed.grade.truth] : []}
      options={item.options.map((value) => ({ value, name: CHANGE_NAMES[value] }))}
      onChange={(change) => onState({ change })}
    />
  );
}

export const whatChangedView: KindView<'whatChanged', State> = {
  stateSchema,
  isViewable: false,
  initial: { change: null },
  given: ({ change }) => (change === null ? null : { kind: 'whatChanged', change }),
  Stage,
  Form,
};
