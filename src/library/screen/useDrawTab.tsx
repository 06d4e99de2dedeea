import { useMemo, useState } from 'react';
import { type DrawnRegion, movedBy, type RegionLabel, type ScreenTruth } from '@core/reading';
import { truthOfScreen } from '@core/records';
import { isPolar } from '@core/sounding';
import type { UnitSystem } from '@core/units';
import { createId } from '@/storage/database';
import { DRAW_TOOLS, useDrawing } from './drawing';
import { DrawLayer } from './DrawLayer';
import type { ScreenTab } from './screenTab';
import { TruthEditor } from './TruthEditor';
import type { ScreenWork } from './useScreenRecord';
import type { ShownScreen } from './useShownScreen';

/** A copy lies beside what was copied. */
const COPY_BY = { ping: 6, beam: 2, bin: 6 };

/** Truth drawn by hand, and the simulation's pruned and renamed. */
export function useDrawTab(
  { record, echo, change }: ScreenWork,
  { view, picture }: ShownScreen,
  units: UnitSystem,
  onLight: (id: string | null) => void,
): ScreenTab {
  const { truth, instrument } = record;
  const [label, setLabel] = useState<RegionLabel>('fish');
  const [chosenId, setChosenId] = useState<string | null>(null);
  const simulated = useMemo(
    () => truthOfScreen({ ...record, truth: { changes: [], regions: [] } }, echo, view),
    [record, echo, view],
  );
  const setTruth = (words: string, next: ScreenTruth, mergeKey?: string) =>
    change(words, { truth: next }, mergeKey);
  const setRegions = (words: string, regions: DrawnRegion[], mergeKey?: string) =>
    setTruth(words, { ...truth, regions }, mergeKey);
  const add = (region: DrawnRegion) => {
    setRegions('New region', [...truth.regions, region]);
    setChosenId(region.id);
  };
  const drawing = useDrawing(label, add);
  const chosen = truth.regions.find((region) => region.id === chosenId) ?? null;
  const replace = (words: string, next: DrawnRegion, mergeKey?: string) =>
    setRegions(
      words,
      truth.regions.map((one) => (one.id === next.id ? next : one)),
      mergeKey,
    );
  const nudge = (pings: number, bins: number) => {
    if (!chosen) return;
    const by = isPolar(instrument)
      ? { ping: 0, beam: pings, bin: bins }
      : { ping: pings, beam: 0, bin: bins };
    const shape = movedBy(chosen.shape, by, echo.info);
    replace('Nudge', { ...chosen, shape }, `nudge ${chosen.id}`);
  };
  const copy = () => {
    if (!chosen) return;
    const shape = movedBy(chosen.shape, COPY_BY, echo.info);
    add({ ...chosen, id: createId('region'), shape });
  };
  const remove = () => {
    if (!chosen) return;
    setRegions(
      'Region away',
      truth.regions.filter((one) => one.id !== chosen.id),
    );
    setChosenId(null);
  };
  return {
    isFlush: true,
    truth: 'simulated',
    onPick: drawing.tool === 'select' ? undefined : drawing.tap,
    leave: drawing.cancel,
    keys: {
      ...Object.fromEntries(DRAW_TOOLS.map(({ key, id }) => [key, () => drawing.choose(id)])),
      f: drawing.close,
      Backspace: drawing.back,
      '⇧C': copy,
    },
    over:
      view.zoom === 'bottom' ? (
        <p className="absolute top-3 left-1/2 -translate-x-1/2 rounded-md bg-card px-3 py-1 shadow-lg">
          The picture hangs on the bottom: switch zoom off to draw on it.
        </p>
      ) : (
        picture && (
          <DrawLayer
            picture={picture}
            regions={truth.regions}
            chosenId={chosenId}
            drawing={drawing}
            channel={0}
            onChoose={setChosenId}
            onReshape={(regionId, shape) => {
              const region = truth.regions.find((one) => one.id === regionId);
              if (region) replace('Shape', { ...region, shape });
            }}
          />
        )
      ),
    panel: (
      <TruthEditor
        truth={truth}
        simulated={simulated}
        drawing={drawing}
        label={label}
        chosenId={chosenId}
        units={units}
        onLabel={setLabel}
        onChoose={(regionId) => {
          setChosenId(regionId);
          onLight(regionId);
        }}
        onChange={setTruth}
        onNudge={nudge}
        onCopy={copy}
        onDelete={remove}
      />
    ),
  };
}
