/** Screens of Lake Vennick: nests, weed, reeds, springs, two bottoms, and the same basin by day, at night and under ice. */
import type { Instrument } from '../sounding';
import { type DemoScreen, PINGS } from './demoScreen';

type Extra = Partial<Omit<DemoScreen, 'id' | 'name' | 'notes' | 'waterId' | 'instrument'>> &
  Pick<DemoScreen, 'passId'>;

const on = (dayId: string) => ({ dayId, hourOfDay: null });
const screen = (
  id: string,
  instrument: Instrument,
  name: string,
  notes: string,
  extra: Extra,
): DemoScreen => ({
  id: `demo-v-${id}`,
  name,
  notes,
  waterId: 'vennick',
  instrument,
  pings: PINGS[instrument],
  ...extra,
});

export const VENNICK_SCREENS: DemoScreen[] = [
  screen(
    'nests',
    'sideFans',
    'Nests in rows',
    'Round hollows on gravel, each dark with a bright far rim: a colony of nests.',
    { passId: 'nests', endAlongM: 96, rangeM: 14, day: on('may') },
  ),
  screen(
    'nests-down',
    'downFan',
    'Beside the nests, looking down',
    'From above a nest is a dent of a hand’s depth: the fan shows an even shelf.',
    { passId: 'nests', endAlongM: 96, day: on('may') },
  ),
  screen(
    'nests-far',
    'sideFans',
    'The nests at forty metres of range',
    'Too far out: rows of hollows become a rough patch.',
    { passId: 'nests', endAlongM: 96, rangeM: 40, day: on('may'), tags: ['bad setting'] },
  ),
  screen(
    'weed',
    'sideFans',
    'The weed edge',
    'Weed ends in a line; single stalks stand before it, each a thin mark with a thin shadow.',
    { passId: 'weed-edge', endAlongM: 150, day: on('august') },
  ),
  screen(
    'reeds',
    'sideFans',
    'The reed bank',
    'A grainy wall with nothing behind it to one side; open water to the other.',
    { passId: 'reeds', endAlongM: 110, rangeM: 20, day: on('august') },
  ),
  screen(
    'springs-cone',
    'cone',
    'Springs by the cone',
    'A slanting trail from bottom to surface.',
    { passId: 'springs', endAlongM: 95, day: on('august'), tags: ['look-alike'] },
  ),
  screen(
    'basin',
    'cone',
    'The thermocline over the basin',
    'A band at eight metres from side to side: water, not ground and not bait.',
    { passId: 'basin', endAlongM: 330, day: on('august') },
  ),
  screen(
    'two-bottoms',
    'cone',
    'Two bottoms at fifty kilohertz',
    'The upper is soft mud, the one beneath it clay. The lead lies on the upper.',
    { passId: 'basin', endAlongM: 330, bandId: '50', day: on('october') },
  ),
  screen(
    'one-bottom',
    'cone',
    'The same place at two hundred kilohertz',
    'Only the mud answers: a high frequency does not reach the clay.',
    { passId: 'basin', endAlongM: 330, day: on('october') },
  ),
  screen(
    'bar',
    'cone',
    'Up the bar and down again',
    'Gravel: brighter, harder, with a second echo where it is shallow.',
    { passId: 'bar', endAlongM: 140, day: on('august') },
  ),
  screen(
    'bar-side',
    'sideFans',
    'Stones on the bar',
    'Stones with short shadows on the crest, mud on both slopes.',
    { passId: 'bar', endAlongM: 140, day: on('august') },
  ),
  screen(
    'bay',
    'downFan',
    'Through the bay',
    'Two to four metres of water and little to see: go on to the edge.',
    { passId: 'bay', endAlongM: 100, day: on('october') },
  ),
  screen(
    'ice-basin',
    'column',
    'Under ice over the basin',
    'A still picture at twenty-one metres, and nothing passes through it: drill another hole.',
    { passId: 'hole-basin', endS: 90, day: on('ice') },
  ),
  screen(
    'ice-bar',
    'column',
    'Under ice beside the bar',
    'The slope smears the bottom, and what lies in the smear is lost.',
    { passId: 'hole-bar', endS: 90, day: on('ice') },
  ),
  screen(
    'ice-cribs',
    'sector',
    'Looking along the cribs',
    'Logs at one height to one side, open ground to the other.',
    { passId: 'hole-cribs', endS: 30, day: on('ice') },
  ),
  screen(
    'ice-cone',
    'cone',
    'Through the ice, by the cone',
    'The same hole with a wide beam: more of the basin, less of where.',
    { passId: 'hole-basin', endS: 90, day: on('ice') },
  ),
];
