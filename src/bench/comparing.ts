/** One change, and the same pass with and without it. */
import { CONTROLS, type ControlId, type Setup, withControl } from '@core/setup';
import type { Instrument } from '@core/sounding';

export interface Comparison {
  /** What is changed: a control, or the instrument itself. */
  of: ControlId | 'instrument';
  value: number | string;
  mode: 'side' | 'wipe';
}

/** The setup and instrument of the changed picture. */
export function compared(
  setup: Setup,
  instrument: Instrument,
  { of, value }: Comparison,
): { setup: Setup; instrument: Instrument } {
  return of === 'instrument'
    ? { setup, instrument: value as Instrument }
    : { setup: withControl(setup, instrument, of, value), instrument };
}

/** Whether the changed picture needs pings of its own. */
export const needsSounding = ({ of }: Comparison) =>
  of === 'instrument' || of === 'speed' || CONTROLS[of].resounds;
