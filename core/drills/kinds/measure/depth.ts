import { hangs, plainReading, type QuantityRule } from './quantity';

export const depth: QuantityRule = {
  ask: 'How deep is the framed mark?',
  help: 'The scale starts at the surface.',
  told: [],
  whyOff: 'beside the axis a mark is heard at a longer range than straight down',
  skill: 'depthScale',
  hardness: -2,
  on: ['along'],
  standing: true,
  of: hangs,
  read(look) {
    const { draftM } = look.screen.info;
    return {
      ...plainReading(look),
      valueM: draftM + look.rangeM,
      formula: `depth = draft + range = ${look.n(draftM)} + ${look.n(look.rangeM)}`,
      slips: [{ valueM: look.bottomM, text: 'that is the depth of the bottom' }],
    };
  },
  known: (_, at, readM) => at.depthM ?? readM,
};
