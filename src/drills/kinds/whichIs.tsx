import { z } from 'zod';
import { CANNOT_TELL } from '@core/drills';
import { OptionList } from './OptionList';
import { type KindProps, type KindView } from './kindView';
import { LETTERS, ScreenPair } from './ScreenPair';

const stateSchema = z.object({ choice: z.int().min(0).max(4).nullable() });
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'whichIs', State>;

function Stage({ item, ground, units, lines, label }: Props) {
  const { screens } = ground;
  const framesOn = (screen: number) => {
    const all = [
      ...item.candidates.map((one, i) => ({ ...one, badge: LETTERS[i] })),
      ...(item.reference ? [{ ...item.reference, badge: '?' }] : []),
    ];
    return all.flatMap(({ screen: on, targetId, badge }) => {
      const region = screens[on].regions.find((one) => one.targetId === targetId);
      return on === screen && region ? [{ region, badge }] : [];
    });
  };
  return <ScreenPair {...{ screens, units, label, lines, framesOn }} />;
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
          name: `${targetId === null ? 'Screen' : 'Mark'} ${LETTERS[i]}`,
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
