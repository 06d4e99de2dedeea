import type { Ground, Item } from '@core/drills';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';

/** What is told of the screens beside the question. */
export function screenWords(item: Item, { screens, water }: Ground): string {
  if (screens.length === 0) return water?.name ?? '';
  const [{ waterName }] = screens;
  const instruments = [...new Set(screens.map(({ info }) => INSTRUMENT_NAME[info.instrument]))];
  const khz = screens.map(({ info }) => Math.round(info.channels[0].frequencyHz / 1000));
  const gain = screens[0].view.gainDb;
  // With something wrong the gain would give it away.
  if (item.kind === 'whatChanged') return `${waterName}, ${instruments.join(' and ')}`;
  const tuned =
    item.kind === 'whatIsWrong' || item.kind === 'settingsRace' ? '' : `, gain ${gain} dB`;
  const beams = screens.map(({ info }) => Math.round(info.channels[0].beamwidthDeg));
  const beam = screens.every(({ info }) => info.instrument === 'cone')
    ? `, beam ${[...new Set(beams)].join(' and ')}°`
    : '';
  return [
    waterName,
    `${instruments.join(' and ')} ${[...new Set(khz)].join(' and ')} kHz${beam}${tuned}`,
  ]
    .filter(Boolean)
    .join(', ');
}
