import { spot } from '../waterParts';
import { COVE, outToM, REEFS, SAND_WAVES, WRECK } from './bottom';

export const SPOTS = [
  spot(
    'reef',
    'North head',
    REEFS[0],
    'Rock from fourteen metres to five, pollack over its lee, cod at its foot.',
    'Steep hard ground hides fish beside it: which view shows them?',
  ),
  spot(
    'second-head',
    'South head',
    REEFS[1],
    'A smaller head with a fan of broken rock to the east.',
    'Rock pile or school on the ground?',
  ),
  spot(
    'wreck',
    'The coaster',
    WRECK,
    'Thirty-four metres of hull, three high, broken open to its ribs.',
    'Measure its length and its height by the shadow. Keep off where diving or anchoring is not allowed.',
  ),
  spot(
    'sand-waves',
    'Sand waves',
    SAND_WAVES,
    'Crests nine metres apart, a metre high.',
    'Even stripes: ground, not waves of the boat. How do you tell?',
  ),
  spot(
    'kelp',
    'Kelp ledge',
    { xM: outToM(800, 4.5), yM: 800 },
    'Dense kelp on the second ledge, single plants before it.',
    'Attached, grainy, without bottom under it.',
  ),
  spot(
    'cove',
    'Cove',
    { xM: COVE.xM + 10, yM: COVE.yM },
    'Sand, a jetty, six boats on moorings.',
    'Take the level of the tide here. Mind the lines.',
  ),
  spot(
    'pots',
    'Pots',
    { xM: 1410, yM: 1432 },
    'Three pots with lines to their floats.',
    'Thin slanting lines to the surface: leave them alone, they belong to somebody.',
  ),
];
