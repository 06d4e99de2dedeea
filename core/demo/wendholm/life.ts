/** Who lives here, and on which days. */
import type { Stock } from '../../life';
import type { WaterDay } from '../../waters';
import { near } from '../waterParts';

export const STOCKS: Stock[] = [
  { id: 'bleak-marina', species: 'bleak', groups: 4, home: near(1178, 1530, 60), follows: null },
  { id: 'bleak-lake', species: 'bleak', groups: 9, home: near(1000, 950, 900), follows: null },
  { id: 'fry', species: 'fry', groups: 6, home: near(1100, 950, 900), follows: null },
  { id: 'roach-arms', species: 'roach', groups: 6, home: near(1150, 1500, 350), follows: null },
  { id: 'roach-south', species: 'roach', groups: 5, home: near(2200, 450, 350), follows: null },
  { id: 'perch-brush', species: 'perch', groups: 9, home: near(1150, 1050, 500), follows: null },
  { id: 'perch-south', species: 'perch', groups: 6, home: near(2100, 620, 350), follows: null },
  { id: 'perch-hunting', species: 'perch', groups: 4, home: null, follows: 'bleak-lake' },
  { id: 'zander', species: 'zander', groups: 10, home: near(1400, 950, 1000), follows: null },
  { id: 'zander-hunting', species: 'zander', groups: 3, home: null, follows: 'bleak-marina' },
  { id: 'pike', species: 'pike', groups: 8, home: null, follows: null },
  { id: 'bream', species: 'bream', groups: 7, home: near(1300, 950, 1000), follows: null },
  { id: 'ruffe', species: 'ruffe', groups: 5, home: near(1300, 950, 1000), follows: null },
  { id: 'wels', species: 'wels', groups: 4, home: near(1500, 950, 1000), follows: null },
];

export const summerWater = {
  temperatureC: 21.5,
  salinityPsu: 0,
  thermocline: { depthM: 7.2, thicknessM: 0.7, dropC: 8, scatteringDb: -63 },
  volumeScatteringDb: -77,
  windMps: 3,
};
const evenWater = (temperatureC: number, windMps = 4) => ({
  temperatureC,
  salinityPsu: 0,
  thermocline: null,
  volumeScatteringDb: -80,
  windMps,
});
const day = (
  id: string,
  name: string,
  note: string,
  water: WaterDay['water'],
  conditions: Partial<WaterDay['conditions']>,
) => ({ id, name, note, water, conditions });

export const DAYS = [
  day('july-noon', 'July, noon', 'Layered water, high sun.', summerWater, {
    hourOfDay: 12.5,
    airDailyC: [24, 25, 24, 25, 26, 25],
  }),
  day('july-dusk', 'July, dusk', 'The same day as the light goes.', summerWater, {
    hourOfDay: 20.5,
    airDailyC: [24, 25, 24, 25, 26, 25],
  }),
  day(
    'gates',
    'September, gates open',
    'The dam draws water: a stream along the valley.',
    evenWater(17),
    {
      hourOfDay: 10,
      levelM: -0.6,
      current: { speedMps: 0.35, towardDeg: 265 },
      airDailyC: [18, 17, 18, 17, 18, 17],
    },
  ),
  day(
    'november',
    'November, cold snap',
    'Three nights of frost after mild weeks.',
    evenWater(8.5, 5),
    {
      hourOfDay: 11,
      levelM: -1.4,
      airDailyC: [9, 10, 9, 8, 3, 1, 0],
    },
  ),
  day('march', 'March, first warm days', 'Low water that warms from its edges.', evenWater(7), {
    hourOfDay: 15,
    levelM: -0.9,
    airDailyC: [3, 4, 3, 4, 9, 11, 12],
  }),
];
