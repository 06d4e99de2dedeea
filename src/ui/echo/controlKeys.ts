/** Keys of the controls, made from their list: one key goes through choices or to a number, two step it. */
import {
  type Control,
  controlsOf,
  isAutomatic,
  type NumberControl,
  type Setup,
  withinLimits,
} from '@core/setup';
import type { Instrument } from '@core/sounding';
import type { Hotkeys } from '../useHotkeys';

/** A change of the setup, with what the undo button says of it. */
export type ChangeSetup = (label: string, next: Setup, mergeKey?: string) => void;

export const controlDomId = (id: Control['id']) => `control-${id}`;

const KEY_NAMES: Record<string, string[]> = { '−': ['-'], '+': ['+', '='] };

function stepped(control: NumberControl, setup: Setup, instrument: Instrument, sign: 1 | -1) {
  const now = control.read(setup, instrument);
  const step = control.keyStep ?? control.limits(setup, instrument).step;
  const next = control.logarithmic ? now * step ** sign : now + sign * step;
  return control.write(setup, instrument, withinLimits(control, setup, instrument, next));
}

export function controlKeys(
  setup: Setup,
  instrument: Instrument,
  shown: (control: Control) => boolean,
  onChange: ChangeSetup,
): Hotkeys {
  const hotkeys: Hotkeys = {};
  for (const control of controlsOf(instrument).filter(shown)) {
    if (control.applies && !control.applies(setup, instrument)) continue;
    // What is automatic is set by hand only after the automatic is switched off.
    if (control.kind === 'number' && isAutomatic(control, setup, instrument)) continue;
    const keys = control.keys.split(' ');
    if (control.kind === 'choice') {
      hotkeys[keyOf(keys[0])] = () => {
        const values = control.options(instrument).map(({ value }) => value);
        const at = values.indexOf(control.read(setup, instrument));
        const next = values[(at + 1) % values.length];
        onChange(control.label, control.write(setup, instrument, next), control.id);
      };
    } else if (keys.length === 1) {
      hotkeys[keyOf(keys[0])] = () => {
        const slider = document.getElementById(controlDomId(control.id));
        slider?.closest('details')?.setAttribute('open', '');
        slider?.focus();
      };
    } else {
      keys.forEach((key, i) => {
        for (const name of KEY_NAMES[key] ?? [keyOf(key)]) {
          hotkeys[name] = () =>
            onChange(
              control.label,
              stepped(control, setup, instrument, i === 0 ? -1 : 1),
              control.id,
            );
        }
      });
    }
  }
  return hotkeys;
}

const keyOf = (key: string) => (key.startsWith('⇧') ? key : key.toLowerCase());
