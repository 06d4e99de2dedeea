/** How a thing of the atlas is looked at: instrument, place, ground and gain. */
import { type AtlasLook, LOOK_LIMITS, usualAsideM } from '@core/atlas';
import { SEDIMENT_NAMES, SEDIMENTS, type SedimentName } from '@core/bottom';
import { BANDS } from '@core/setup';
import { INSTRUMENTS } from '@core/sounding';
import { LENGTH } from '@core/units';
import { useSettings } from '@/storage/settings';
import { Choice } from '@/ui/Choice';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';
import { Segmented } from '@/ui/Segmented';
import { Setting } from '@/ui/Setting';

interface LookControlsProps {
  look: AtlasLook;
  hangs: boolean;
  onChange: (look: AtlasLook) => void;
}

export function LookControls({ look, hangs, onChange }: LookControlsProps) {
  const { units } = useSettings();
  const { show, read, unit } = LENGTH[units];
  const { instrument, depthM, hangsAt, asideM } = look;
  const set = (change: Partial<AtlasLook>) => onChange({ ...look, ...change });
  const length = (
    label: string,
    metres: number,
    limits: { min: number; max: number },
    change: (metres: number) => Partial<AtlasLook>,
    hint: string,
  ) => (
    <Setting
      label={label}
      value={show(metres)}
      min={show(limits.min)}
      max={show(limits.max)}
      step={0.1}
      decimals={1}
      unit={unit}
      hint={hint}
      onChange={(shown) => set(change(read(shown)))}
    />
  );
  return (
    <div className="flex flex-col gap-2">
      <Segmented
        label="Instrument"
        value={instrument}
        options={INSTRUMENTS.map((value) => ({ value, label: INSTRUMENT_NAME[value] }))}
        onChange={(next) =>
          set({
            instrument: next,
            bandId: BANDS[next].some(({ id }) => id === look.bandId)
              ? look.bandId
              : BANDS[next][Math.min(1, BANDS[next].length - 1)].id,
            asideM: usualAsideM(next, depthM),
          })
        }
        className="flex-wrap"
      />
      <Choice
        label="Frequency"
        value={look.bandId}
        options={BANDS[instrument].map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(bandId) => set({ bandId })}
      />
      <Choice
        label="Bottom"
        value={look.sediment}
        options={SEDIMENT_NAMES.map((value) => ({ value, label: SEDIMENTS[value].label }))}
        onChange={(sediment: SedimentName) => set({ sediment })}
      />
      {length(
        'Depth of the water',
        depthM,
        LOOK_LIMITS.depthM,
        (metres) => ({ depthM: metres }),
        'Deeper, the beam is wider and the echo weaker.',
      )}
      {hangs &&
        length(
          'Depth of the thing',
          hangsAt * depthM,
          { min: LOOK_LIMITS.hangsAt.min * depthM, max: LOOK_LIMITS.hangsAt.max * depthM },
          (metres) => ({ hangsAt: metres / depthM }),
          'Close to the ground it runs into its echo.',
        )}
      {length(
        'Beside the track',
        asideM,
        LOOK_LIMITS.asideM,
        (metres) => ({ asideM: metres }),
        'Out of the middle of a beam it comes weaker and later.',
      )}
      <Setting
        label="Gain"
        value={look.gainDb}
        {...LOOK_LIMITS.gainDb}
        step={1}
        unit="dB"
        hint="Against the usual one. More shows weak things, and noise."
        onChange={(gainDb) => set({ gainDb })}
      />
      <Segmented
        label="Alone or among others"
        value={look.inClutter ? 'among' : 'alone'}
        options={[
          { value: 'alone', label: 'Alone' },
          { value: 'among', label: 'Among others' },
        ]}
        onChange={(value) => set({ inClutter: value === 'among' })}
      />
    </div>
  );
}
