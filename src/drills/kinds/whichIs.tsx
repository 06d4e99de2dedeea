import { z } from 'zod';
import { ScreenPicture } from '@/ui/echo/ScreenPicture';
import { OptionList } from './OptionList';
import { type KindProps, type KindView, outlinedOn } from './kindView';

const stateSchema = z.object({ choice: z.int().min(0).max(4).nullable() });
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'whichIs', State>;

const LETTERS = ['A', 'B', 'C', 'D'];

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
  return (
    <div className="flex h-full flex-col gap-3">
      {screens.map((screen, i) => (
        <figure key={i} className="flex min-h-0 flex-1 flex-col gap-1">
          {screens.length > 1 && (
            <figcaption className="text-xs font-semibold text-ink-2">
              Screen {LETTERS[i]}
            </figcaption>
          )}
          <div className="min-h-0 flex-1">
            <ScreenPicture
              screen={screen}
              units={units}
              label={screens.length > 1 ? `${label}, screen ${LETTERS[i]}` : label}
              frames={lines.length === 0 ? framesOn(i) : []}
              outlined={outlinedOn(lines, i)}
            />
          </div>
        </figure>
      ))}
    </div>
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
          name: `${targetId === null ? 'Screen' : 'Mark'} ${LETTERS[i]}`,
        })),
        ...(item.isOpen === undefined
          ? []
          : [
              {
                value: String(item.candidates.length),
                name: 'It cannot be told from this picture',
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
