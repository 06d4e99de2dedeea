import type { Layout } from '@core/setup';
import { type Instrument, INSTRUMENTS } from '@core/sounding';

const MOST_VIEWS = 4;

/** An instrument put on the bench or taken off; one always stays. */
export function toggled(layout: Layout, instrument: Instrument): Layout {
  const { instruments } = layout;
  const isOn = instruments.includes(instrument);
  if (isOn && instruments.length === 1) return layout;
  if (!isOn && instruments.length >= MOST_VIEWS) return layout;
  return {
    ...layout,
    id: 'changed',
    instruments: isOn
      ? instruments.filter((name) => name !== instrument)
      : INSTRUMENTS.filter((name) => name === instrument || instruments.includes(name)),
  };
}
