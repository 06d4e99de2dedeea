import { z } from 'zod';
import { CANNOT_TELL, CHOICE_LETTERS, framesOn } from '@core/drills';
import { OptionList } from './OptionList';
import { type KindProps, type KindView } from './kindView';
import { ScreenPair } from './ScreenPair';

const stateSchema = z.object({ choice: z.int().min(0).max(4).nullable() });
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'whichIs', State>;

function Stage({ item, ground, units, lines, label }: Props) {
  return (
    <ScreenPair
      {...{ units, label, lines }}
      screens={ground.screens}
      framesOn={(screen) => framesOn(item, ground, screen)}
    />
  );
}

function Form({ item, state, onState, committed, revealed }: Props) {
  return (
    <OptionList
      label="Which one"
      value={state.choice === null ? null : String(state.choice)}
      disabled={committed !== null}
      right={revealed && committed ? [String(committed.grade.truth)] : []}
      options={[
        ...item.candidates.map(({ targetId }, i) => ({
          value: String(i),
          name: `${targetId === null ? 'Screen' : 'Mark'} ${CHOICE_LETTERS[i]}`,
        })),
        ...(item.isOpen === undefined
          ? []
          : [
              {
                value: String(item.candidates.length),
                name: CANNOT_TELL,
              },
            ]),
      ]}
      onChange={(choice) => onState({ choice: Number(choice) })}
    />
  );
}

export const whichIsView: KindView<'whichIs', State> = {
  stateSchema,
  isViewable: false,
  initial: { choice: null },
  given: ({ choice }) => (choice === null ? null : { kind: 'whichIs', choice }),
  Stage,
  Form,
};
