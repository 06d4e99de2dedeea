import { cos, sin } from '../../numeric';
import { degToRad } from '../../units/angle';
import { SLIP_M } from '../marina';
import { route, sideSweep } from '../waterParts';
import { bridgeYM, MILL, riverYM, ROAD_X_M, southXM, STUMPS } from './bottom';
import { MARINA } from './things';

const alongRiver = (fromM: number, toM: number, asideM: number) =>
  route(
    ...Array.from({ length: 24 }, (_, i): [number, number] => {
      const xM = fromM + ((toM - fromM) * i) / 23;
      return [xM, riverYM(xM) + asideM];
    }),
  );
const besideMarina = (rightM: number) => {
  const half = (MARINA.slips * SLIP_M) / 2 + 25;
  const headingRad = degToRad(MARINA.headingDeg);
  const [s, c] = [sin(headingRad), cos(headingRad)];
  return route(
    [MARINA.xM - half * s + rightM * c, MARINA.yM - half * c - rightM * s],
    [MARINA.xM + half * s + rightM * c, MARINA.yM + half * c - rightM * s],
  );
};
const BESIDE_M = 16;

export const PASSES = [
  {
    id: 'marina-west',
    name: 'Marina, western side',
    hint: 'Past the covered row, the slips to starboard. Slow, and keep off.',
    routeM: besideMarina(-BESIDE_M),
    speedMps: 1.1,
    sweep: sideSweep(20),
  },
  {
    id: 'marina-east',
    name: 'Marina, eastern side',
    hint: 'Past the open row, the slips to port: the lift is on this side.',
    routeM: besideMarina(BESIDE_M),
    speedMps: 1.1,
    sweep: sideSweep(20),
  },
  {
    id: 'river',
    name: 'Down the old river',
    hint: 'Three kilometres of channel, from the inflow to the dam.',
    routeM: alongRiver(2800, 220, 0),
    speedMps: 2,
  },
  {
    id: 'outside',
    name: 'Outside bend',
    hint: 'Along the rock, deep water to port.',
    routeM: alongRiver(1950, 1250, -85),
    speedMps: 1.6,
  },
  {
    id: 'road',
    name: 'Along the old road',
    hint: 'South to north, the road to port: culvert, bridge, and where it ends.',
    routeM: route([ROAD_X_M + 14, bridgeYM - 175], [ROAD_X_M + 14, bridgeYM + 225]),
    speedMps: 1.6,
    sweep: sideSweep(28),
  },
  {
    id: 'mill',
    name: 'Round the mill',
    hint: 'Past the foundation and along its race.',
    routeM: route([MILL.xM - 90, MILL.yM - 16], [MILL.xM + 100, MILL.yM - 16]),
    speedMps: 1.4,
    sweep: sideSweep(26),
  },
  {
    id: 'hump',
    name: 'Over hump and ledge',
    hint: 'From the flat over the hump, then off the ledge.',
    routeM: route([620, 830], [720, 770], [880, 670]),
    speedMps: 1.6,
  },
  {
    id: 'points',
    name: 'From point to point',
    hint: 'Across the mouth of the north arm.',
    routeM: route([930, 1060], [1010, 1085], [1280, 1088], [1400, 1010]),
    speedMps: 1.6,
  },
  {
    id: 'timber',
    name: 'Up the south arm',
    hint: 'Between the trees to the flat with stumps.',
    routeM: route(...[780, 700, 600, 500, 400, 300].map((y): [number, number] => [southXM(y), y]), [
      STUMPS.xM,
      STUMPS.yM,
    ]),
    speedMps: 1.4,
  },
  {
    id: 'over-mill',
    name: 'Over the mill',
    hint: 'Across its walls and on over the field wall.',
    routeM: route([1738, 652], [1760, 643], [1800, 616]),
    speedMps: 1.2,
  },
  {
    id: 'stumps',
    name: 'Over the stumps',
    hint: 'Slowly across the flat: short shadows to both sides.',
    routeM: route([2200, 215], [2460, 190]),
    speedMps: 1.3,
    sweep: sideSweep(18),
  },
  {
    id: 'shells',
    name: 'Mud and shell',
    hint: 'Across the shell bed: softer, harder, softer.',
    routeM: route([1400, 905], [1560, 905]),
    speedMps: 1.5,
  },
  {
    id: 'open',
    name: 'Open water',
    hint: 'Over the deep basin before the dam.',
    routeM: route([980, 900], [400, 960]),
    speedMps: 1.8,
  },
];
