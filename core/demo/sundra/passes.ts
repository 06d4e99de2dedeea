import { route, sideSweep } from '../waterParts';
import { outToM } from './bottom';
import { FAIRWAY, mooring } from './things';

export const PASSES = [
  {
    id: 'heads',
    name: 'Over both heads',
    hint: 'From the sand over one reef head and then the other.',
    routeM: route([1430, 1546], [1500, 1490], [1680, 1350], [1750, 1296]),
    speedMps: 1.6,
  },
  {
    id: 'reef-foot',
    name: 'Along the foot of the north head',
    hint: 'Rock to port, sand to starboard.',
    routeM: route([1440, 1434], [1560, 1434]),
    speedMps: 1.4,
    sweep: sideSweep(40),
  },
  {
    id: 'wreck-south',
    name: 'Past the coaster, to the south',
    hint: 'The hull to port, its shadow away from you.',
    routeM: route([1888, 960], [2010, 1025]),
    speedMps: 1.4,
    sweep: sideSweep(40),
  },
  {
    id: 'wreck-north',
    name: 'Past the coaster, to the north',
    hint: 'The hull to starboard: its other side.',
    routeM: route([1872, 990], [1994, 1055]),
    speedMps: 1.4,
    sweep: sideSweep(40),
  },
  {
    id: 'wreck-over',
    name: 'Over the coaster',
    hint: 'From stern to bow: ribs, hull, what stands above them.',
    routeM: route([1896, 984], [2000, 1039]),
    speedMps: 1.3,
  },
  {
    id: 'sand-waves',
    name: 'Between the crests',
    hint: 'Along the sand waves: crests to both sides.',
    routeM: route([2040, 584], [2240, 542]),
    speedMps: 1.5,
    sweep: sideSweep(40),
  },
  {
    id: 'across-waves',
    name: 'Over the crests',
    hint: 'Crest after crest under the boat.',
    routeM: route([2060, 460], [2190, 680]),
    speedMps: 1.5,
  },
  {
    id: 'ledges',
    name: 'Down the ledges',
    hint: 'From the kelp outwards, ledge after ledge, then sand.',
    routeM: route([outToM(800, 3.2), 800], [1150, 820]),
    speedMps: 1.6,
  },
  {
    id: 'kelp',
    name: 'Along the kelp',
    hint: 'Kelp to starboard for half a kilometre.',
    routeM: route(
      ...Array.from({ length: 9 }, (_, i): [number, number] => {
        const yM = 1060 - 55 * i;
        return [outToM(yM, 5.8) + 8, yM];
      }),
    ),
    speedMps: 1.5,
    sweep: sideSweep(30),
  },
  {
    id: 'cove',
    name: 'Past the moorings',
    hint: 'Boats and their lines to port. Slowly.',
    routeM: route([mooring(1).xM + 12, 1470], [mooring(5).xM + 12, 1584]),
    speedMps: 1.1,
    sweep: sideSweep(30),
  },
  {
    id: 'fairway',
    name: 'Over the fairway',
    hint: 'Open sand; other boats cross, and one has its sounder on.',
    routeM: route([FAIRWAY.xM, FAIRWAY.yM], [FAIRWAY.xM + 210, FAIRWAY.yM]),
    speedMps: 1.6,
  },
  {
    id: 'anchored',
    name: 'At anchor beside the north head',
    hint: 'The boat swings on its line; marks come and go with it.',
    routeM: route([1470, 1440], [1470, 1440]),
    holding: { kind: 'anchor', scopeM: 28, towardDeg: 25, swingDeg: 24, swingPeriodS: 120 },
  },
  {
    id: 'drift',
    name: 'Drift over the coaster',
    hint: 'No engine: the stream carries you north.',
    routeM: route([1930, 930], [1975, 1100]),
    speedMps: 0.6,
    holding: { kind: 'drift', headingDeg: 110 },
  },
];
