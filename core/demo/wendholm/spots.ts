import type { KnownSpot } from '../../waters';
import { bridgeYM, CULVERT, HUMP, MILL, RAMP, ROAD_X_M, SHELLS, southXM, STUMPS } from './bottom';
import { spot } from '../waterParts';
import { MARINA } from './things';

export const SPOTS: KnownSpot[] = [
  spot(
    'landing',
    'Slipway',
    { xM: RAMP.xM + 12, yM: RAMP.yM },
    'Concrete, even, algae down to a metre and a half.',
    'Take the level here. Hard and even against sand: what differs?',
  ),
  spot(
    'marina',
    'Marina',
    MARINA,
    'Twelve slips a side: five covered, one boat on a lift, four empty. Bleak under it, zander beneath them.',
    'Count the slips from the end of the fingers. Which are empty? Where does a boat hang in the air?',
  ),
  spot(
    'bridge',
    'Old bridge',
    { xM: ROAD_X_M, yM: bridgeYM },
    'Eight piers in four pairs, their tops at 4.5 m.',
    'Even spacing. Height from the shadow; fish in the lee when the gates run.',
  ),
  spot(
    'culvert',
    'Culvert',
    CULVERT,
    'A pipe under the road, a hole of 1.3 m washed out east of it.',
    'Find where the road is crossed; the hole holds fish when nothing else does.',
  ),
  spot(
    'mill',
    'Mill',
    MILL,
    'Foundation 14 by 9 m with its race, a field wall beside it.',
    'Right angles; a ditch that leads to it.',
  ),
  spot(
    'hump',
    'Hump and ledge',
    HUMP,
    'Gravel rising six metres, a ledge of two metres behind it to the south-east.',
    'Most find the hump. Who finds the ledge?',
  ),
  spot(
    'shells',
    'Shell bed',
    SHELLS[0],
    'Shell over mud, 50 m across, with nothing standing on it.',
    'Hard ground that the chart does not show.',
  ),
  spot(
    'stumps',
    'Stump field',
    STUMPS,
    'Seventy stumps on a flat, a field ditch through it.',
    'Short shadows, many of them; the ditch is a line among them.',
  ),
  spot(
    'timber',
    'Timber',
    { xM: southXM(600), yM: 600 },
    'Trees along both sides of the creek, some fallen.',
    'Trunk, crown, and what hangs beside them.',
  ),
  spot(
    'main-point',
    'North point',
    { xM: 1010, yM: 1090 },
    'Gravel running out to the channel; brush at its foot.',
    'Compare it with the point across the mouth: which would you fish, and why?',
  ),
];
