import { hangs, plainReading, type QuantityRule } from './quantity';

export const offBottom: QuantityRule = {
  ask: 'How high over the bottom is the framed mark?',
  help: 'Two depths, one difference.',
  told: [],
  whyOff:
    'beside the axis a mark is heard at a longer range, and over a slope the bottom is drawn where its nearest part lies',
  skill: 'nearBottom',
  hardness: -1.2,
  on: ['along'],
  standing: true,
  of: hangs,
  read(look) {
    const { n, bottomM } = look;
    const depthM = look.screen.info.draftM + look.rangeM;
    return {
      ...plainReading(look),
      perRangeM: 2 * look.stepM,
      valueM: bottomM - depthM,
      formula: `bottom − depth of the mark = ${n(bottomM)} − ${n(depthM)}`,
      slips: [{ valueM: depthM, text: 'that is its depth under the surface' }],
    };
  },
  known: (_, at, readM) => at.overBottomM ?? readM,
};
