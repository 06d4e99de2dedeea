import type { EchoPoint } from '@core/display';
import { cellRangeM, outwardM } from '@core/reading';
import { cellsPerPing, type EchogramInfo, firstRowOf, type PingTrack } from '@core/sounding';
import { format, formatNumber, LENGTH, type UnitSystem } from '@core/units';

interface Heard {
  info: EchogramInfo;
  track: PingTrack;
  levelsCdb: Int16Array;
  /** Where the cell's ping and the newest one lie in the arrays. */
  slot: number;
  latestSlot: number;
}

/**
 * A cell's reading as lines for the eye and one sentence for the ear.
 * @param cause what put the echo there, where that may be told
 */
export function cellReading(heard: Heard, point: EchoPoint, units: UnitSystem, cause?: string) {
  const { info, track, levelsCdb, slot, latestSlot } = heard;
  const { channel, beam, bin } = point;
  const length = (metres: number, decimals = 2) => format(LENGTH[units], metres, decimals);
  const rangeM = cellRangeM(info, bin);
  const at = slot * cellsPerPing(info) + (firstRowOf(info, channel) + beam) * info.binCount + bin;
  const place: [string, string][] = [];
  switch (info.instrument) {
    case 'cone':
    case 'downFan':
    case 'column':
      place.push(['Depth', length(info.draftM + rangeM)]);
      break;
    case 'sideFans':
      place.push(
        ['Slant range', length(rangeM)],
        [
          `Over ground, ${info.channels[channel].name}`,
          length(outwardM(info, track.bottomDepthM[slot], point), 1),
        ],
      );
      break;
    case 'sector': {
      const out = outwardM(info, track.bottomDepthM[slot], point);
      place.push(
        ['Depth', length(info.draftM + Math.sqrt(rangeM ** 2 - out ** 2))],
        [out < 0 ? 'Behind the mount' : 'Ahead of the mount', length(Math.abs(out))],
      );
    }
  }
  const lines: [string, string][] = [
    ...place,
    ['Level', `${formatNumber(levelsCdb[at] / 100, 1)} dB`],
    ['Age', `${formatNumber(track.timeS[latestSlot] - track.timeS[slot], 1)} s`],
    ['Distance behind', length(track.alongM[latestSlot] - track.alongM[slot], 1)],
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
