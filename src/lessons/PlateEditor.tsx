/** Which picture a step shows: a screen of the library sounded anew, with a fault or a gain of its own. */
import { useMemo } from 'react';
import type { Plate, ScreenRecord } from '@core/records';
import { FAULT_IDS, type FaultId, FAULTS } from '@core/setup';
import { isDemoScreen, recipeOfScreen } from '@core/teaching';
import { markOfWater } from '@/storage/drillScreens';
import { Check } from '@/ui/Check';
import { Choice } from '@/ui/Choice';
import { NumberField } from '@/ui/NumberField';
import { TextField } from '@/ui/TextField';
import { showToast } from '@/ui/toast';

interface PlateEditorProps {
  label: string;
  plate: Plate | null;
  screens: readonly ScreenRecord[];
  /** A step to try on has to have a picture. */
  required: boolean;
  onChange: (plate: Plate | null) => void;
}

const USUAL_GAIN_DB = 40;

export function PlateEditor({ label, plate, screens, required, onChange }: PlateEditorProps) {
  const recipes = useMemo(
    () =>
      new Map(
        screens.map((screen) => {
          const recipe = recipeOfScreen(screen);
          return [screen.id, recipe.ok ? recipe.value : null] as const;
        }),
      ),
    [screens],
  );
  const chosen =
    plate &&
    screens.find(({ id }) => {
      const recipe = recipes.get(id);
      return (
        recipe &&
        recipe.waterId === plate.recipe.waterId &&
        recipe.passId === plate.recipe.passId &&
        recipe.instrument === plate.recipe.instrument &&
        recipe.endAlongM === plate.recipe.endAlongM &&
        recipe.endS === plate.recipe.endS &&
        recipe.pings === plate.recipe.pings
      );
    });
  const options = [
    ...(required ? [] : [{ value: '', label: 'no picture' }]),
    ...(plate && !chosen ? [{ value: 'own', label: 'as it is' }] : []),
    ...screens.flatMap(({ id, name }) => (recipes.get(id) ? [{ value: id, label: name }] : [])),
  ];
  const choose = async (id: string) => {
    if (id === '') return onChange(null);
    const recipe = recipes.get(id);
    if (!recipe) {
      if (id !== 'own') showToast({ message: 'This screen cannot be sounded anew.' });
      return;
    }
    const shown = { caption: plate?.caption ?? '', revealed: plate?.revealed ?? false };
    // The demo library is of the shipped waters; other screens of their water as it is now.
    const mark = isDemoScreen(id) ? null : await markOfWater(recipe.waterId);
    onChange({ recipe, ...shown, ...(mark === null ? {} : { waterMark: mark }) });
  };
  const change = (part: Partial<Plate['recipe']>) =>
    plate && onChange({ ...plate, recipe: { ...plate.recipe, ...part } });
  const fault = plate?.recipe.faults?.[0] ?? 'none';
  return (
    <fieldset className="flex flex-col gap-2 rounded-md border border-hairline p-3">
      <legend className="px-1 text-xs text-ink-2">{label}</legend>
      <Choice
        label="Sounded like"
        value={plate ? (chosen?.id ?? 'own') : ''}
        options={options}
        onChange={(id) => void choose(id)}
      />
      {plate && (
        <>
          <TextField
            label="Caption"
            value={plate.caption}
            max={300}
            onChange={(caption) => onChange({ ...plate, caption })}
          />
          <Choice
            label="With a fault"
            value={fault}
            options={[
              { value: 'none', label: 'none' },
              ...FAULT_IDS.filter((id) => FAULTS[id].shows.includes(plate.recipe.instrument)).map(
                (id) => ({ value: id as string, label: FAULTS[id].name }),
              ),
            ]}
            onChange={(id) => change({ faults: id === 'none' ? undefined : [id as FaultId] })}
          />
          <NumberField
            label="Gain, dB"
            value={plate.recipe.view?.gainDb ?? USUAL_GAIN_DB}
            min={0}
            max={80}
            quantity="plain"
            units="metric"
            decimals={0}
            onChange={(gainDb) => change({ view: { ...plate.recipe.view, gainDb } })}
          />
          <Check checked={plate.revealed} onChange={(revealed) => onChange({ ...plate, revealed })}>
            Show what is there
          </Check>
        </>
      )}
    </fieldset>
  );
}
