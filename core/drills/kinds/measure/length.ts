import { hypot } from '../../../numeric';
import { groundRangeM, type OutlineRow } from '../../../reading';
import { slotOf } from '../../drillScreen';
import type { QuantityRule } from './quantity';

const LEAST_PINGS = 8;

export const length: QuantityRule = {
  ask: 'How long is the framed thing?',
  help: 'Along the track and across it, then the root of the squares.',
  told: ['speed'],
  whyOff: 'its ends are drawn as wide as the beam there',
  skill: 'built',
  hardness: 0.6,
  on: ['abeam'],
  standing: true,
  of: (label) => label === 'wood' || label === 'built',
  read({ region, screen, altitudeM, stepM, perPingM, n }) {
    if (!region || region.outline.length < LEAST_PINGS) return null;
    const [first, end] = [region.outline[0], region.outline.at(-1)!];
    const { alongM } = screen.track;
    const alongTrackM = alongM[slotOf(screen, end.ping)] - alongM[slotOf(screen, first.ping)];
    const out = (row: OutlineRow) =>
      groundRangeM(((row.firstBin + row.lastBin + 1) / 2) * stepM, altitudeM);
    const acrossM = out(end) - out(first);
    return {
      valueM: hypot(alongTrackM, acrossM),
      perRangeM: 2 * stepM,
      perAlongM: 2 * perPingM,
      formula: `√(along² + across²) = √(${n(alongTrackM)}² + ${n(Math.abs(acrossM))}²)`,
      slips: [],
    };
  },
  open({ region, screen }) {
    if (!region || region.outline.length < LEAST_PINGS) return null;
    const last = screen.firstPing + screen.pingCount - 1;
    const isCut = region.outline[0].ping <= screen.firstPing || region.outline.at(-1)!.ping >= last;
    return isCut
      ? 'It goes on past the end of the picture: only a part of it is here. A longer recording, or one that begins before it, shows both ends.'
      : null;
  },
  known: (target, _, readM) => ('lengthM' in target ? target.lengthM : readM),
};
