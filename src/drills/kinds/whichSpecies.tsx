import { z } from 'zod';
import { dayInWords, whichSpeciesSchemas } from '@core/drills';
import { profileOf } from '@core/life';
import { OptionList } from './OptionList';
import { type KindProps, type KindView } from './kindView';
import { MarkStage } from './MarkStage';

const stateSchema = z.object({ species: whichSpeciesSchemas.answer.shape.species.nullable() });
type State = z.infer<typeof stateSchema>;
type Props = KindProps<'whichSpecies', State>;

const Stage = ({ item, ...props }: Props) => <MarkStage targetId={item.targetId} {...props} />;

function Form({ item, ground, units, state, onState, committed, revealed }: Props) {
  return (
    <div className="flex flex-col gap-2">
      <ul className="text-sm text-ink-2">
        {ground.water && dayInWords(ground.water, units).map((one) => <li key={one}>{one}</li>)}
      </ul>
      <OptionList
        label="Which species"
        value={state.species}
        disabled={committed !== null}
        right={revealed && committed ? [committed.grade.truth] : []}
        options={item.options.map((value) => ({ value, name: profileOf(value).name }))}
        onChange={(species) => onState({ species })}
      />
      {!committed && (
        <p className="text-xs text-ink-2">
          An echo names no species. Of these only one stands so on such a day.
        </p>
      )}
    </div>
  );
}

export const whichSpeciesView: KindView<'whichSpecies', State> = {
  stateSchema,
  isViewable: true,
  initial: { species: null },
  given: ({ species }) => (species ? { kind: 'whichSpecies', species } : null),
  Stage,
  Form,
};
