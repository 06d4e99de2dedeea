import { formatNumber } from '../../../units';
import type { QuantityRule } from './quantity';

const LEAST_AGE_S = 2;

export const behind: QuantityRule = {
  ask: 'How far behind the boat is the framed mark now?',
  help: 'Speed times the time since it was heard.',
  told: ['speed'],
  whyOff: 'the mark is widest where the boat was nearest',
  skill: 'nowAndHistory',
  hardness: -0.5,
  on: ['along', 'abeam'],
  standing: false,
  of: () => true,
  read({ screen, last, slot, perPingM, n }) {
    const { track } = screen;
    const behindM = track.alongM[last] - track.alongM[slot];
    const ageS = track.timeS[last] - track.timeS[slot];
    if (ageS < LEAST_AGE_S) return null;
    return {
      perRangeM: 0,
      perAlongM: perPingM,
      valueM: behindM,
      formula: `speed × time since = ${n(behindM / ageS)} × ${formatNumber(ageS, 1)} s`,
      slips: [{ valueM: ageS, text: 'that is seconds taken for metres' }],
    };
  },
};
