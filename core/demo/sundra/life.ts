/** Who lives here, and on which days. */
import type { Stock } from '../../life';
import { near, waterFrom } from '../waterParts';

export const STOCKS: Stock[] = [
  { id: 'sprat', species: 'sprat', groups: 6, home: near(1500, 1200, 700), follows: null },
  { id: 'herring', species: 'herring', groups: 5, home: near(2100, 1300, 600), follows: null },
  { id: 'sandeel', species: 'sandeel', groups: 5, home: near(1900, 600, 500), follows: null },
  { id: 'mackerel', species: 'mackerel', groups: 4, home: near(1700, 1200, 700), follows: null },
  { id: 'mackerel-hunting', species: 'mackerel', groups: 2, home: null, follows: 'sprat' },
  { id: 'pollack', species: 'pollack', groups: 14, home: near(1500, 1490, 45), follows: null },
  { id: 'pollack-south', species: 'pollack', groups: 7, home: near(1680, 1350, 35), follows: null },
  { id: 'pollack-wreck', species: 'pollack', groups: 5, home: near(1945, 1010, 30), follows: null },
  { id: 'cod', species: 'cod', groups: 6, home: near(1560, 1450, 110), follows: null },
  { id: 'cod-wreck', species: 'cod', groups: 3, home: near(1945, 1010, 30), follows: null },
  { id: 'bass', species: 'bass', groups: 5, home: near(640, 1300, 400), follows: null },
  { id: 'bass-ledges', species: 'bass', groups: 4, home: near(300, 802, 30), follows: null },
  { id: 'sprat-reef', species: 'sprat', groups: 2, home: near(1470, 1440, 20), follows: null },
  { id: 'sprat-wreck', species: 'sprat', groups: 2, home: near(1960, 1035, 25), follows: null },
  { id: 'sandeel-waves', species: 'sandeel', groups: 3, home: near(2200, 550, 30), follows: null },
  { id: 'mullet-cove', species: 'mullet', groups: 3, home: near(128, 1560, 25), follows: null },
  { id: 'flounder', species: 'flounder', groups: 5, home: near(260, 1540, 150), follows: null },
];

const water = waterFrom({
  salinityPsu: 34,
  thermocline: null,
  volumeScatteringDb: -76,
  windMps: 4,
});
const LAYER = { depthM: 8.5, thicknessM: 1.6, dropC: 4, scatteringDb: -67 };
const TIDE = { rangeM: 3.6, highWaterHour: 11 };
export const DAYS = [
  {
    id: 'june',
    name: 'June, slack water',
    note: 'Calm, the stream at rest.',
    water: water(13, { thermocline: LAYER }),
    conditions: {
      tide: TIDE,
      hourOfDay: 11,
      waveHeightM: 0.2,
      airDailyC: [15, 15, 16, 15, 16, 15],
    },
  },
  {
    id: 'june-flood',
    name: 'June, the flood runs',
    note: 'Fish turn into the stream and lie in the lee.',
    water: water(13, { thermocline: LAYER }),
    conditions: {
      tide: TIDE,
      hourOfDay: 8.5,
      waveHeightM: 0.3,
      current: { speedMps: 0.7, towardDeg: 18 },
      airDailyC: [15, 15, 16, 15, 16, 15],
    },
  },
  {
    id: 'june-dusk',
    name: 'June, dusk',
    note: 'The same day as the light goes.',
    water: water(13.5, { thermocline: LAYER, volumeScatteringDb: -73 }),
    conditions: { tide: TIDE, hourOfDay: 20.5, airDailyC: [15, 15, 16, 15, 16, 15] },
  },
  {
    id: 'swell',
    name: 'October, swell',
    note: 'A metre of old swell: the boat rises and falls, and so does the ground on the screen.',
    water: water(11, { windMps: 9 }),
    conditions: {
      tide: TIDE,
      hourOfDay: 12,
      windFromDeg: 250,
      waveHeightM: 1,
      airDailyC: [11, 12, 11, 11, 12, 11],
    },
  },
];
