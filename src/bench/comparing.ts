/** One change, and the same pass with and without it. */
import { CONTROLS, type ControlId, type Setup, withControl, withView } from '@core/setup';
import { type Instrument, isAlong } from '@core/sounding';

export interface Comparison {
  /** What is changed: a control, or the instrument itself. */
  of: ControlId | 'instrument';
  value: number | string;
  mode: 'side' | 'wipe' | 'over';
  /** Of what is laid over, 0–1. */
  strength?: number;
}

/** How strong a picture is first laid over another. */
export const USUAL_STRENGTH = 0.7;
/** Only its hard detail is laid over. */
const HARD_DETAIL_DB = 14;

/** Pictures that can be laid over one another: the same depths, the same way. */
export const canLayOver = (a: Instrument, b: Instrument) => a !== b && isAlong(a) && isAlong(b);

/** The setup and instrument of the changed picture. */
export function compared(
  setup: Setup,
  instrument: Instrument,
  { of, value, mode }: Comparison,
): { setup: Setup; instrument: Instrument } {
  const other = value as Instrument;
  if (of === 'instrument' && mode === 'over') {
    const { topM, bottomM, autoRange, scrollPxPerS } = setup.views[instrument];
    const shown = { topM, bottomM, autoRange, scrollPxPerS, zoom: 'off' as const };
    return {
      setup: withView(setup, other, { ...shown, contrastDb: HARD_DETAIL_DB }),
      instrument: other,
    };
  }
  return of === 'instrument'
    ? { setup, instrument: other }
    : { setup: withControl(setup, instrument, of, value), instrument };
}

/** Whether the changed picture needs pings of its own. */
export const needsSounding = ({ of }: Comparison) =>
  of === 'instrument' || of === 'speed' || CONTROLS[of].resounds;
