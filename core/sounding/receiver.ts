/**
 * The receiver's ceiling. It tells levels in sixteen bits, the lowest of which its own noise keeps moving; what is
 * stronger than the highest is told as that, so hard shallow ground is as bright as harder ground.
 */
import { log10 } from '../numeric';
import { cellsPerPing, type ChannelInfo, type EchogramInfo, firstRowOf } from './echogram';

const STEPS = 65_536;

/** Most that a channel tells of, dB re 1 µPa: 96 dB over its noise at rest. */
export const ceilingDb = ({ noiseLevelDb }: Pick<ChannelInfo, 'noiseLevelDb'>): number =>
  noiseLevelDb + 20 * log10(STEPS);

/** Takes what is over the ceiling down to it, in whole pings of hundredths of dB. */
export function clip(levelsCdb: Int16Array, info: EchogramInfo): void {
  const stride = cellsPerPing(info);
  info.channels.forEach((channel, index) => {
    const ceilingCdb = Math.round(100 * ceilingDb(channel));
    const first = info.binCount * firstRowOf(info, index);
    const end = info.binCount * firstRowOf(info, index + 1);
    for (let ping = 0; ping < levelsCdb.length; ping += stride) {
      for (let i = ping + first; i < ping + end; i++) {
        if (levelsCdb[i] > ceilingCdb) levelsCdb[i] = ceilingCdb;
      }
    }
  });
}
