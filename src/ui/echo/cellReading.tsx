import { TRAITS } from '@core/sounding';
import type { EchoPoint } from '@core/display';
import { cellRangeM, type HeardEcho, outwardM, readCell } from '@core/reading';
import { format, formatNumber, LENGTH, type UnitSystem } from '@core/units';

/**
 * A cell's reading as lines for the eye and one sentence for the ear.
 * @param cause what put the echo there, where that may be told
 */
export function cellReading(heard: HeardEcho, point: EchoPoint, units: UnitSystem, cause?: string) {
  const { info, track, slot } = heard;
  const { channel, bin } = point;
  const length = (metres: number, decimals = 2) => format(LENGTH[units], metres, decimals);
  const rangeM = cellRangeM(info, bin);
  const { levelDb, ageS, behindM } = readCell(heard, point);
  const place: [string, string][] = [];
  switch (TRAITS[info.instrument].picture) {
    case 'along':
      place.push(['Depth', length(info.draftM + rangeM)]);
      break;
    case 'abeam':
      place.push(['Slant range', length(rangeM)]);
      if (Number.isFinite(track.bottomDepthM[slot])) {
        place.push([
          `Over ground, ${info.channels[channel].name}`,
          length(outwardM(info, track.bottomDepthM[slot], point), 1),
        ]);
      }
      break;
    case 'polar': {
      const out = outwardM(info, track.bottomDepthM[slot], point);
      place.push(
        ['Depth', length(info.draftM + Math.sqrt(rangeM ** 2 - out ** 2))],
        [out < 0 ? 'Behind the mount' : 'Ahead of the mount', length(Math.abs(out))],
      );
    }
  }
  // Of a picture levels are not known, nor time and distance before they are calibrated.
  const known: [string, number, string][] = [
    ['Level', levelDb, `${formatNumber(levelDb, 1)} dB`],
    ['Age', ageS, `${formatNumber(ageS, 1)} s`],
    ['Distance behind', behindM, length(behindM, 1)],
  ];
  const lines: [string, string][] = [
    ...place,
    ...known.flatMap(([name, value, words]): [string, string][] =>
      Number.isFinite(value) ? [[name, words]] : [],
    ),
  ];
  return {
    text: [...(cause ? [cause] : []), ...lines.map(([name, value]) => `${name} ${value}`)].join(
      ', ',
    ),
    shown: (
      <dl className="grid grid-cols-[1fr_auto] gap-x-3">
        {cause && <dt className="col-span-2 font-semibold text-ink">{cause}</dt>}
        {lines.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-ink-2">{name}</dt>
            <dd className="figures text-end font-semibold">{value}</dd>
          </div>
        ))}
      </dl>
    ),
  };
}
