import type { ReactNode } from 'react';
import { BOAT_SPEED_LIMITS_MPS } from '@core/pass';
import { CONE_PRESET_IDS, CONE_PRESETS, type ConePresetId } from '@core/sounding';
import { SPEED, type UnitSystem } from '@core/units';
import { ControlGroup } from '@/ui/ControlGroup';
import { Kbd } from '@/ui/Kbd';
import { Segmented } from '@/ui/Segmented';
import { Setting } from '@/ui/Setting';

interface ControlsProps {
  presetId: ConePresetId;
  speedMps: number;
  /** Speed of the pass as planned. */
  plannedMps: number;
  /** At anchor or over a hole there is no speed to set. */
  staysPut: boolean;
  units: UnitSystem;
  onPreset: (id: ConePresetId) => void;
  onSpeed: (speedMps: number) => void;
  /** The view controls, between what is sent and the boat. */
  children: ReactNode;
}

/** What is sent, how it is listened to and shown, and the boat: one calm column. */
export function Controls({
  presetId,
  speedMps,
  plannedMps,
  staysPut,
  units,
  onPreset,
  onSpeed,
  children,
}: ControlsProps) {
  const speed = SPEED[units];
  const preset = CONE_PRESETS[presetId];
  return (
    <aside
      aria-label="Controls"
      className="grid shrink-0 grid-cols-1 content-start gap-2 sm:grid-cols-2 md:w-66 md:grid-cols-1 md:overflow-y-auto"
    >
      <ControlGroup title="Send" onReset={() => onPreset('200')}>
        <div className="flex items-center gap-2">
          <span className="font-semibold">Frequency</span>
          <Kbd>F</Kbd>
          <span className="ml-auto text-xs text-ink-2">
            {presetId === 'chirp' ? 'sweep' : 'kHz'}
          </span>
        </div>
        <Segmented
          label="Frequency"
          value={presetId}
          options={CONE_PRESET_IDS.map((id) => ({ value: id, label: id }))}
          onChange={onPreset}
        />
        <p className="text-xs leading-snug text-ink-2">
          {preset.label}. {preset.hint}
        </p>
      </ControlGroup>
      {children}
      <ControlGroup title="Boat" onReset={() => onSpeed(plannedMps)}>
        {staysPut ? (
          <p className="text-xs leading-snug text-ink-2">
            The boat holds its place. At anchor it swings: its speed comes back to zero at each end
            of the swing, and no longer does once the anchor drags.
          </p>
        ) : (
          <Setting
            label="Speed"
            hotkeys="V B"
            value={speed.show(speedMps)}
            min={speed.show(BOAT_SPEED_LIMITS_MPS.min)}
            max={speed.show(BOAT_SPEED_LIMITS_MPS.max)}
            step={0.1}
            decimals={1}
            unit={speed.unit}
            hint="Twice the speed, half the mark; parked, a fish becomes a line."
            onChange={(shown) => onSpeed(speed.read(shown))}
          />
        )}
      </ControlGroup>
    </aside>
  );
}
