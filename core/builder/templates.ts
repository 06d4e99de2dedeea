/** Waters to start from: a relief and nothing else, each a few shapes on a blank. */
import type { Feature } from '../bottom';
import type { WaterContent } from '../waters';
import { type BlankChoice, blankWater } from './blank';

export interface WaterTemplate {
  id: string;
  name: string;
  hint: string;
  make: () => WaterContent;
}

function shaped(blank: BlankChoice, features: Feature[], description: string): WaterContent {
  const content = blankWater(blank);
  return {
    ...content,
    description,
    scene: { ...content.scene, bottom: { ...content.scene.bottom, features } },
  };
}

export const WATER_TEMPLATES: WaterTemplate[] = [
  {
    id: 'flat',
    name: 'Flat',
    hint: 'Eight metres of water over sand: for one thing at a time.',
    make: () =>
      shaped(
        { name: 'Flat water', widthM: 200, heightM: 160, cellM: 2, depthM: 8, sediment: 'sand' },
        [],
        'Flat sand under eight metres of water.',
      ),
  },
  {
    id: 'drop-off',
    name: 'Shelf and drop-off',
    hint: 'A three-metre shelf that falls to eleven.',
    make: () =>
      shaped(
        { name: 'Drop-off', widthM: 240, heightM: 180, cellM: 2, depthM: 3, sediment: 'gravel' },
        [{ kind: 'dropOff', xM: 120, yM: 90, headingDeg: 0, dropM: 8, widthM: 24 }],
        'A gravel shelf of three metres in the west, eleven metres in the east.',
      ),
  },
  {
    id: 'channel',
    name: 'Creek channel',
    hint: 'A flat with an old creek winding through it.',
    make: () =>
      shaped(
        { name: 'Creek flat', widthM: 260, heightM: 200, cellM: 2, depthM: 5, sediment: 'mud' },
        [
          {
            kind: 'channel',
            pathM: [
              { x: 120, y: -10 },
              { x: 150, y: 50 },
              { x: 110, y: 100 },
              { x: 140, y: 150 },
              { x: 125, y: 210 },
            ],
            widthM: 26,
            depthM: 4,
          },
        ],
        'A muddy flat of five metres, cut by an old creek four metres deeper.',
      ),
  },
  {
    id: 'humps',
    name: 'Humps and a point',
    hint: 'Two rises and a point of land on a sandy floor.',
    make: () =>
      shaped(
        { name: 'Humps', widthM: 280, heightM: 200, cellM: 2, depthM: 10, sediment: 'sand' },
        [
          { kind: 'hump', xM: 90, yM: 70, radiusM: 36, heightM: 5.5 },
          { kind: 'hump', xM: 190, yM: 150, radiusM: 24, heightM: 3 },
          { kind: 'point', xM: 278, yM: 60, headingDeg: 275, lengthM: 110, widthM: 44, heightM: 7 },
        ],
        'A floor of ten metres with two humps and a point running in from the east.',
      ),
  },
];
