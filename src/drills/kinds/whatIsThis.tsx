import { z } from 'zod';
import { LABEL_NAMES, REGION_LABELS, type RegionLabel } from '@core/reading';
import { CANNOT_TELL } from '@core/drills';
import { OptionList } from './OptionList';
import { type KindProps, type KindView } from './kindView';
import { MarkStage } from './MarkStage';

/** Beside the names: that the picture leaves it open. */
const OPEN = 'cannotTell';
const stateSchema = z.object({ label: z.enum([...REGION_LABELS, OPEN]).nullable() });
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'whatIsThis', State>;

const HINT: Partial<Record<RegionLabel, string>> = {
  fish: 'a single one',
  bait: 'many small ones',
  wood: 'brush, branches',
  rock: 'boulder, stones',
  weed: 'stalks, beds',
  built: 'walls, posts, wrecks',
  clutter: 'surface, wake',
  lure: 'on the line',
  crossTalk: 'another sounder',
};

const Stage = ({ item, ...props }: Props) => <MarkStage targetId={item.targetId} {...props} />;

function Form({ item, state, onState, committed, revealed }: Props) {
  return (
    <OptionList
      label="What it is"
      value={state.label}
      disabled={committed !== null}
      right={revealed && committed ? [item.isOpen ? OPEN : committed.grade.truth] : []}
      options={[
        ...item.options.map((value) => ({
          value,
          name: LABEL_NAMES[value],
          hint: HINT[value],
        })),
        ...(item.isOpen === undefined ? [] : [{ value: OPEN, name: CANNOT_TELL } as const]),
      ]}
      onChange={(label) => onState({ label })}
    />
  );
}

export const whatIsThisView: KindView<'whatIsThis', State> = {
  stateSchema,
  isViewable: true,
  initial: { label: null },
  given: ({ label }) =>
    label ? { kind: 'whatIsThis', label: label === OPEN ? null : label } : null,
  Stage,
  Form,
};
