import { groundRangeM } from '../../../reading';
import type { Target } from '../../../targets';
import { plainReading, type QuantityRule } from './quantity';

/** Nearer than this it lies almost under the boat. */
const LEAST_ASLANT = 1.15;
const WIDE_M = 0.6;

const isWide = (target: Target) =>
  ('radiusM' in target && target.radiusM > WIDE_M) ||
  (target.kind !== 'fish' && 'lengthM' in target && target.lengthM > 2 * WIDE_M);

export const groundRange: QuantityRule = {
  ask: 'How far from the track, over the ground, is the framed mark?',
  help: 'The scale is slant range; the depth under the boat is the dark middle.',
  told: [],
  whyOff: 'the sum takes the ground as level, and the mark as lying on it',
  skill: 'sideGeometry',
  hardness: 0,
  on: ['abeam'],
  standing: true,
  of: () => true,
  read(look) {
    const { rangeM, altitudeM, stepM, n } = look;
    if (rangeM <= LEAST_ASLANT * altitudeM) return null;
    const valueM = groundRangeM(rangeM, altitudeM);
    return {
      ...plainReading(look),
      perRangeM: groundRangeM(rangeM + stepM, altitudeM) - valueM,
      valueM,
      formula: `√(R² − h²) = √(${n(rangeM)}² − ${n(altitudeM)}²)`,
      slips: [{ valueM: rangeM, text: 'that is the slant range taken for distance on the chart' }],
    };
  },
  open({ rangeM, altitudeM }) {
    if (rangeM >= altitudeM) return null;
    return 'It lies nearer than the bottom: in the dark middle a mark has a range and no direction, so it may hang anywhere on that arc. A second pass beside it decides.';
  },
  // The near side of a wide thing is what is seen, not its middle.
  known: (target, at, readM) => (isWide(target) ? readM : at.awayM),
};
