import type { Instrument } from '../../sounding';
import type { Setup } from '../setup';
import { type ControlId, CONTROLS } from '.';

/** Five steps of a control over its useful span: its choices, or evenly spread numbers. */
export function ladderOf(
  setup: Setup,
  instrument: Instrument,
  id: ControlId,
  steps = 5,
): (number | string)[] {
  const control = CONTROLS[id];
  if (control.kind === 'choice') {
    return control
      .options(instrument)
      .slice(0, 8)
      .map(({ value }) => value);
  }
  const now = control.read(setup, instrument);
  const { min, max, step } = control.limits(setup, instrument);
  const tidy = (value: number) =>
    Math.min(max, Math.max(min, Number((Math.round(value / step) * step).toPrecision(6))));
  const middle = (steps - 1) / 2;
  const values = Array.from({ length: steps }, (_, i) => {
    const share = (i - middle) / middle;
    // Around where it stands: a factor of four each way, or a quarter of the whole span.
    return control.logarithmic ? tidy(now * 4 ** share) : tidy(now + (share * (max - min)) / 4);
  });
  const distinct = [...new Set(values)];
  // Against a limit the steps run together; the whole span is then taken.
  return distinct.length === steps
    ? values
    : Array.from({ length: steps }, (_, i) => tidy(min + (i / (steps - 1)) * (max - min)));
}
