/** Screens of Wendholm Reservoir: docks, bait and fish in the side fans, the same places by day, at dusk and in the cold. */
import type { Instrument } from '../sounding';
import { type DemoScreen, type ScreenExtra, screensOf } from './demoScreen';

const onPass = screensOf('wendholm', 'demo-w-');

const JULY = { dayId: 'july-noon', hourOfDay: null };
const DUSK = { dayId: 'july-dusk', hourOfDay: null };
const GATES = { dayId: 'gates', hourOfDay: null };
const COLD = { dayId: 'november', hourOfDay: null };
const BAD = ['bad setting'];
const ALIKE = ['look-alike'];
const DOCK = ['dock'];

const HALF_M: Partial<Record<Instrument, number>> = { cone: 27, downFan: 27, sideFans: 15 };
const SPEED_MPS = 1.4;
/** Straight past a place, eastward or northward, so far aside of it; ends beyond it. */
function past(
  instrument: Instrument,
  xM: number,
  yM: number,
  way: 'east' | 'north',
  asideM = 0,
): Pick<DemoScreen, 'routeM' | 'endAlongM' | 'speedMps'> {
  const half = HALF_M[instrument]!;
  const at = (alongM: number) =>
    way === 'east' ? { x: xM + alongM, y: yM + asideM } : { x: xM + asideM, y: yM + alongM };
  return { routeM: [at(-half), at(half)], endAlongM: 2 * half - 2, speedMps: SPEED_MPS };
}

/** One place under three instruments, along a route of its own. */
const looks = (
  id: string,
  [xM, yM]: [number, number],
  way: 'east' | 'north',
  day: DemoScreen['day'],
  words: Partial<Record<Instrument, [string, string]>>,
): DemoScreen[] =>
  (Object.entries(words) as [Instrument, [string, string]][]).map(([instrument, [name, notes]]) =>
    onPass(`${id}-${instrument}`, instrument, 'open', name, notes, {
      ...past(instrument, xM, yM, way, instrument === 'sideFans' ? 10 : 0),
      day,
    }),
  );

const marina = (
  id: string,
  passId: 'marina-west' | 'marina-east',
  endAlongM: number,
  name: string,
  notes: string,
  extra: ScreenExtra = {},
) =>
  onPass(`dock-${id}`, 'sideFans', passId, name, notes, {
    endAlongM,
    day: JULY,
    rangeM: 20,
    ...extra,
    tags: [...DOCK, ...(extra.tags ?? [])],
  });

export const WENDHOLM_SCREENS: DemoScreen[] = [
  marina(
    'covered',
    'marina-west',
    44,
    'Slips under a roof',
    'Fingers every five metres; the roof’s posts stand half-way too, with beams between them. No roof shows: only what is under water does. A ball of bleak keeps to the shade.',
  ),
  marina(
    'west',
    'marina-west',
    66,
    'From covered to open slips',
    'Where the posts half-way end, the roof ends. One slip is empty: between two fingers there is only bottom. Roach stand packed under another.',
  ),
  marina(
    'west-end',
    'marina-west',
    86,
    'The last slips of the western side',
    'Fingers, guide posts, and how boats of two sizes differ. Count the slips.',
  ),
  marina(
    'east',
    'marina-east',
    44,
    'The open row',
    'Each post throws a shadow over the bottom behind it; a finger floats and throws none that reaches down.',
  ),
  marina(
    'lift',
    'marina-east',
    64,
    'A boat that is not in the water',
    'In one slip stand four thin posts with two bars between them, and no hull: a lift, its boat in the air. Perch wait by the posts before it.',
  ),
  marina(
    'east-end',
    'marina-east',
    86,
    'Motors down',
    'Behind some hulls a small hard point hangs deeper than the hull: an outboard left down.',
  ),
  marina(
    'cold-west',
    'marina-west',
    44,
    'November under the roof',
    'The frost has packed bait and roach under the docks, with fish beneath them.',
    { day: COLD },
  ),
  marina(
    'cold-east',
    'marina-east',
    64,
    'November, zander under the slips',
    'Bait between the fingers, and stronger single fish under it, near the ground.',
    { day: COLD },
  ),
  marina(
    'stream',
    'marina-west',
    40,
    'The docks while the gates run',
    'Roach stand behind pontoons and posts, out of the stream.',
    { day: GATES },
  ),
  marina(
    'far',
    'marina-east',
    64,
    'The same slips at fifty metres of range',
    'Pulled out too far: fingers become dots and boats smudges.',
    { rangeM: 50, tags: BAD },
  ),
  marina(
    'rolled',
    'marina-west',
    66,
    'The slips, transducer rolled',
    'One side reaches over the docks, the other digs into the bottom: it is the transducer that leans.',
    { faults: ['rolled'], tags: BAD },
  ),
  marina(
    'aside',
    'marina-west',
    20,
    'Before the first slip',
    'Even bottom on both sides, then the brush that somebody sank. The docks are still to come.',
  ),
  onPass(
    'dock-down',
    'downFan',
    'marina-east',
    'Beside the docks, looking down',
    'Posts at the edge of the fan rise from the bottom; of the slips it shows nothing. Bream pass beside them.',
    {
      endAlongM: 50,
      day: JULY,
      tags: DOCK,
    },
  ),
  onPass(
    'dock-cone',
    'cone',
    'marina-east',
    'Beside the docks, by the cone',
    'Nothing to catch under the boat, and nothing of the docks sixteen metres off: the wrong instrument for them.',
    {
      endAlongM: 100,
      day: JULY,
      tags: DOCK,
    },
  ),

  ...looks('bleak', [1181, 1315], 'north', JULY, {
    cone: ['Bleak on the layer', 'Schools at six metres, on the thermocline, and what hunts them.'],
    downFan: [
      'Bleak on the layer, in the down fan',
      'The same schools in grain: the zander under them are apart now.',
    ],
    sideFans: [
      'Bleak on the layer, to one side',
      'Bright knots before the bottom, each with a shadow on it; larger points beside them.',
    ],
  }),
  ...looks('deep-bleak', [187, 1088], 'east', JULY, {
    cone: ['Bait and perch before the dam', 'A small school with perch driving it from beneath.'],
    downFan: [
      'Bait and perch before the dam, drawn finer',
      'Which are bait and which are perch is told by size and by who is beneath.',
    ],
    sideFans: [
      'Bait and perch before the dam, aside',
      'In deep water the fish lie before the bottom’s edge: they are in mid-water.',
    ],
  }),
  ...looks('fry', [320, 1283], 'east', JULY, {
    cone: ['Fry, spread out', 'Not balls: a thin grainy sheet that begins and ends.'],
    downFan: ['Fry in the down fan', 'Single grains, loose over a whole stretch.'],
    sideFans: ['Fry to one side', 'A pale veil in the water column; hardly a shadow.'],
  }),
  ...looks('bream', [1160, 958], 'east', JULY, {
    cone: ['A herd over the channel', 'Strong marks close over soft mud, all of a size.'],
    downFan: [
      'A herd over the channel, by the down fan',
      'Count them: each stands clear of the ground.',
    ],
    sideFans: [
      'A herd grazing, to one side',
      'Points with short shadows along the channel floor: that near the ground, that many, all alike.',
    ],
  }),
  ...looks('wels', [1044, 1083], 'north', JULY, {
    cone: ['Brush with large marks beside it', 'A brush pile, and marks too strong for perch.'],
    downFan: [
      'Brush and wels',
      'Twigs above, long strong marks beside: nothing in wood is that even.',
    ],
    sideFans: [
      'Brush and wels, to one side',
      'The brush has a ragged shadow, the fish long ones that do not touch them.',
    ],
  }),
  ...looks('pike', [931, 830], 'east', JULY, {
    cone: ['One fish over nine metres', 'A single strong arch in open water.'],
    sideFans: [
      'One fish, its shadow apart',
      'How far the shadow lies behind says how high it swims.',
    ],
  }),
  ...looks('points-perch', [988, 1116], 'east', JULY, {
    cone: ['Perch on the break', 'On the slope at the height of the layer.'],
    downFan: ['Perch on the break, resolved', 'Seven of them; the cone made one patch of it.'],
    sideFans: ['Perch on the break, to one side', 'They stand over the slope that falls away.'],
  }),
  ...looks('south-perch', [2145, 770], 'east', JULY, {
    downFan: ['Perch at the mouth of the south arm', 'Loose, off the ground, over the edge.'],
    sideFans: [
      'Perch at the mouth, aside',
      'A handful of points, each with its shadow a little way behind.',
    ],
  }),
  ...looks('zander', [1149, 1250], 'east', JULY, {
    downFan: [
      'Zander and ruffe on the ground',
      'Four strong marks low down; the small ones beneath hardly leave the bottom.',
    ],
    sideFans: [
      'Zander on the break, to one side',
      'Strong, low, and by twos: the shadow begins almost at the fish.',
    ],
  }),
  ...looks('dusk-perch', [987, 705], 'east', DUSK, {
    cone: ['Dusk on the flat', 'At noon there was nothing here. With the light gone perch are in.'],
    downFan: ['Dusk on the flat, by the down fan', 'A dozen fish a metre off the ground.'],
    sideFans: ['Dusk on the flat, to both sides', 'Points and shadows all over the flat.'],
  }),
  ...looks('noon-flat', [987, 705], 'east', JULY, {
    cone: ['The flat at noon', 'The same place that is full at dusk: nothing to catch now.'],
    downFan: ['The flat at noon, by the down fan', 'Clean ground. They have not gone far.'],
    sideFans: [
      'The flat at noon, to both sides',
      'Ground alone; remember what it looks like before the light goes.',
    ],
  }),
  ...looks('dusk-timber', [2140, 480], 'north', DUSK, {
    downFan: ['Dusk among the trees', 'Trunk and crown, and fish that stand off them.'],
    sideFans: [
      'Trees and perch at dusk',
      'Long shadows are trees, the short ones apart from their marks are fish.',
    ],
  }),
  ...looks('stream-brush', [1390, 985], 'east', GATES, {
    cone: ['Brush in the stream', 'Perch stacked behind the brush, on its lee.'],
    downFan: [
      'Brush in the stream, finer',
      'The brush leans into the marks: fish begin where the twigs end.',
    ],
    sideFans: [
      'Perch behind brush in a stream',
      'Dozens of points on one side of the brush only: that is where the stream goes.',
    ],
  }),
  ...looks('cold-deep', [1511, 729], 'north', COLD, {
    downFan: [
      'After the frost, deep',
      'The flats are empty; three zander lie on the floor of the channel.',
    ],
    sideFans: [
      'After the frost, the channel to one side',
      'The same three, low: each shadow begins almost at its fish.',
    ],
  }),
  onPass(
    'road',
    'sideFans',
    'road',
    'The drowned road',
    'A straight even band, harder than the mud beside it, with a ditch along it.',
    {
      endAlongM: 60,
      day: JULY,
    },
  ),
  onPass(
    'road-bridge',
    'sideFans',
    'road',
    'Where the road met the river',
    'Piers in pairs, evenly spaced, each with a long shadow: a bridge without its deck. Zander stand behind one of them.',
    {
      endAlongM: 178,
      day: JULY,
    },
  ),
  onPass(
    'road-down',
    'downFan',
    'road',
    'Road and bridge, looking down',
    'Piers stand up out of the channel; the road is a hard even line before it. Bream hang over the edge.',
    {
      endAlongM: 160,
      day: JULY,
    },
  ),
  onPass(
    'mill',
    'sideFans',
    'mill',
    'Mill and race',
    'Four low walls in a square, a ditch that leads to it, a field wall farther on. Perch keep to the wall.',
    {
      endAlongM: 114,
      day: JULY,
    },
  ),
  onPass(
    'stumps',
    'sideFans',
    'stumps',
    'Stumps on the flat',
    'Short wide shadows, many of them; nothing tall. One mark among them has a gap to its shadow: a pike.',
    {
      endAlongM: 150,
      day: JULY,
      tags: ALIKE,
    },
  ),
  onPass(
    'stumps-down',
    'downFan',
    'stumps',
    'Stumps, looking down',
    'Two metres of water: what stands on the flat is as high as a knee.',
    {
      endAlongM: 105,
      day: JULY,
    },
  ),
  onPass(
    'hump',
    'cone',
    'hump',
    'Up the hump',
    'From mud to gravel: the bottom hardens as it rises, and the second echo comes in.',
    {
      endAlongM: 110,
      day: JULY,
    },
  ),
  onPass(
    'ledge',
    'downFan',
    'hump',
    'The ledge behind the hump',
    'Two metres straight down, where the chart shows an even slope.',
    {
      endAlongM: 225,
      day: JULY,
    },
  ),
  onPass(
    'shells',
    'cone',
    'shells',
    'Mud, shell, mud',
    'Nothing stands here. The middle is harder: brighter, with a second echo.',
    {
      endAlongM: 110,
      day: JULY,
    },
  ),
  onPass(
    'outside',
    'sideFans',
    'outside',
    'Outside of the bend',
    'Rock on one side, the channel falling away on the other; nothing to catch.',
    {
      endAlongM: 300,
      day: JULY,
    },
  ),
  onPass(
    'river',
    'cone',
    'river',
    'The old river, and nothing in it',
    'Soft mud at eighteen metres. Most of three kilometres looks like this.',
    {
      endAlongM: 2100,
      day: JULY,
    },
  ),
  onPass(
    'river-side',
    'sideFans',
    'river',
    'The old river to both sides',
    'Banks on both sides, nothing on the floor between.',
    {
      endAlongM: 1100,
      day: JULY,
    },
  ),
  onPass('open', 'downFan', 'open', 'Open water before the dam', 'Water and mud. Go on.', {
    endAlongM: 400,
    day: DUSK,
  }),
  onPass(
    'points-empty',
    'cone',
    'points',
    'Across the mouth, between the points',
    'The gravel of one point, deep mud, the gravel of the other; nothing between.',
    {
      endAlongM: 190,
      day: JULY,
    },
  ),
];
