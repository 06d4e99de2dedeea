import type { ScreenRecord } from '@core/records';
import { bandOf } from '@core/setup';
import type { Instrument, Sounder } from '@core/sounding';
import { format, formatNumber, LENGTH, type UnitSystem } from '@core/units';

export const INSTRUMENT_NAME: Record<Instrument, string> = {
  cone: 'Cone',
  downFan: 'Down fan',
  sideFans: 'Side fans',
  column: 'Column',
  sector: 'Sector',
};

/** What a sounder sends, in a few words. */
export function sentWords(sounder: Sounder, units: UnitSystem = 'metric'): string {
  const sent = bandOf(sounder)?.name ?? `${sounder.frequencyHz / 1000} kHz`;
  switch (sounder.instrument) {
    case 'cone':
    case 'column': {
      const both = sounder.second ? ` and ${formatNumber(sounder.second.beamwidthDeg, 0)}°` : '';
      return `${sent}, ${formatNumber(sounder.beamwidthDeg, 0)}°${both}`;
    }
    case 'downFan':
      return `${sent}, ${formatNumber(sounder.acrossBeamwidthDeg, 0)}° across`;
    case 'sideFans':
      return `${sent}, ${format(LENGTH[units], sounder.rangeM, 0)} a side`;
    case 'sector':
      return `${sent}, ${formatNumber(sounder.spanDeg, 0)}°`;
  }
}

const SOURCE_WORDS = { picture: 'from a picture', log: 'from a file', feed: 'from a sounder' };

/** The sounder of a screen in a few words. */
export function sounderName(
  { instrument, source }: Pick<ScreenRecord, 'instrument' | 'source'>,
  units: UnitSystem = 'metric',
) {
  const sent =
    source.kind === 'simulated' ? sentWords(source.sounder, units) : SOURCE_WORDS[source.kind];
  return `${INSTRUMENT_NAME[instrument]} ${sent}`;
}
