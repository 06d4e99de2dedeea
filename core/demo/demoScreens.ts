/** What the demo library shows: each a stretch of a pass over a shipped water, sounded by `npm run demo-data`. */
import type { Recipe } from '../drills/recipe';
import type { Instrument } from '../sounding';

export interface DemoScreen extends Recipe {
  id: string;
  name: string;
  notes: string;
  waterId: 'hollin-reservoir' | 'tarvo-sound' | 'lake-ismo';
  tags?: string[];
}

const PINGS: Record<Instrument, number> = {
  cone: 420,
  column: 300,
  downFan: 420,
  sideFans: 320,
  sector: 14,
};

type Extra = Partial<
  Omit<DemoScreen, 'id' | 'name' | 'notes' | 'waterId' | 'passId' | 'instrument'>
>;

const on =
  (waterId: DemoScreen['waterId']) =>
  (
    id: string,
    instrument: Instrument,
    passId: string,
    name: string,
    notes: string,
    extra: Extra,
  ): DemoScreen => ({
    id: `demo-${id}`,
    name,
    notes,
    waterId,
    passId,
    instrument,
    pings: PINGS[instrument],
    ...extra,
  });

const hollin = on('hollin-reservoir');
const tarvo = on('tarvo-sound');
const ismo = on('lake-ismo');

const slope = { endAlongM: 192, pings: 480, view: { gainDb: 42, bottomM: 16, scrollPxPerS: 20 } };
const brush = {
  endAlongM: 98,
  pings: 620,
  speedMps: 1.4,
  view: { gainDb: 40, bottomM: 12, scrollPxPerS: 20 },
};
/** Beside the flat's brush and stones, which the side fans would not see under the boat. */
const BESIDE_FLAT = [
  { x: 40, y: 186 },
  { x: 330, y: 186 },
];
const BAD = ['bad setting'];
const ALIKE = ['look-alike'];

export const DEMO_SCREENS: DemoScreen[] = [
  hollin(
    'slope',
    'cone',
    'across',
    'Bait over the slope',
    'A bleak school with zander and pike under it; bream farther on, close to the mud.',
    slope,
  ),
  hollin(
    'brush',
    'cone',
    'flat',
    'Brush, stones and perch',
    'Two brush piles with stones between them. One perch hangs clear of the wood.',
    { ...brush, tags: ALIKE },
  ),
  hollin(
    'channel',
    'cone',
    'across',
    'Down the channel side',
    'Steep sides, one zander over the creek bed, a small bleak in the layer.',
    {
      endAlongM: 252,
      pings: 520,
      speedMps: 1.6,
      bandId: '83',
      view: { gainDb: 38, bottomM: 20, scrollPxPerS: 20 },
    },
  ),
  hollin(
    'hump',
    'cone',
    'across',
    'Over the gravel hump',
    'Gravel rises from sand: harder, so brighter and with a longer tail.',
    { endAlongM: 112, view: { bottomM: 14 } },
  ),
  hollin(
    'creek',
    'cone',
    'creek',
    'Down the old creek',
    'Soft mud between steep sides, and one fish: most screens look like this.',
    { endAlongM: 140 },
  ),
  hollin(
    'lane',
    'cone',
    'lane',
    'Beside the mill lane',
    'The lane is hard and even; the cone shows little of it.',
    { endAlongM: 150 },
  ),
  hollin('far-flat', 'cone', 'flat', 'The far end of the flat', 'After the last brush pile.', {
    endAlongM: 270,
  }),
  hollin(
    'landing',
    'cone',
    'across',
    'Out from the landing',
    'One stone, then clean sand with perch and a roach over it.',
    {
      endAlongM: 60,
      view: { bottomM: 10 },
    },
  ),
  hollin('east-bank', 'cone', 'across', 'Up the east bank', 'The other side of the channel.', {
    endAlongM: 302,
  }),

  hollin(
    'slope-full',
    'cone',
    'across',
    'Bait over the slope, gain on full',
    'Everything in the strongest colour: what would you change first?',
    { ...slope, faults: ['gainFull'], tags: BAD },
  ),
  hollin(
    'slope-thin',
    'cone',
    'across',
    'Bait over the slope, gain too low',
    'Fish and bait are gone, the bottom is a line.',
    { ...slope, view: { ...slope.view, gainDb: 22 }, tags: BAD },
  ),
  hollin(
    'slope-wide',
    'cone',
    'across',
    'Bait over the slope, range too wide',
    'Few pixels a metre: a fish is a dot.',
    { ...slope, view: { ...slope.view, bottomM: 60 }, tags: BAD },
  ),
  hollin(
    'slope-short',
    'cone',
    'across',
    'Bait over the slope, bottom off the screen',
    'The range ends above what matters.',
    { ...slope, view: { ...slope.view, bottomM: 6 }, tags: BAD },
  ),
  hollin(
    'slope-fast',
    'cone',
    'across',
    'Bait over the slope, at speed',
    'Three times as fast: arches shrink to dots.',
    { ...slope, speedMps: 4.5, pings: 170, tags: BAD },
  ),
  hollin(
    'slope-crawl',
    'cone',
    'across',
    'Bait over the slope, crawling',
    'So slow that a fish becomes a worm.',
    { ...slope, speedMps: 0.5, pings: 620, tags: BAD },
  ),
  hollin(
    'slope-83',
    'cone',
    'across',
    'Bait over the slope, wide and low',
    'The same water at 83 kHz: more fish, less shape.',
    { ...slope, bandId: '83' },
  ),
  hollin(
    'slope-cross-talk',
    'cone',
    'across',
    'Bait over the slope, two sounders',
    'Dashes at even spacing: another sounder pings beside ours.',
    { ...slope, faults: ['crossTalk'], tags: [...BAD, ...ALIKE] },
  ),
  hollin(
    'slope-electrical',
    'cone',
    'across',
    'Bait over the slope, noisy wiring',
    'Streaks from top to bottom that no water makes.',
    { ...slope, faults: ['electrical'], tags: BAD },
  ),
  hollin(
    'slope-tilted',
    'cone',
    'across',
    'Bait over the slope, transducer tilted',
    'Arches come in halves: the beam looks ahead.',
    { ...slope, faults: ['tilted'], tags: BAD },
  ),
  hollin(
    'slope-air',
    'cone',
    'across',
    'Bait over the slope, air on the face',
    'Gaps and a weak bottom: air under the transducer.',
    { ...slope, faults: ['air'], tags: BAD },
  ),
  hollin(
    'brush-filtered',
    'cone',
    'flat',
    'Brush and perch, a filter left on',
    'The noise filter eats small fish.',
    { ...brush, faults: ['filterLeft'], tags: BAD },
  ),
  hollin(
    'brush-squeezed',
    'cone',
    'flat',
    'Brush and perch, scroll too slow',
    'Squeezed: brush and stones look alike.',
    { ...brush, view: { ...brush.view, scrollPxPerS: 5 }, tags: [...BAD, ...ALIKE] },
  ),

  hollin(
    'down-slope',
    'downFan',
    'across',
    'The slope under the down fan',
    'The same school and fish: dashes and grain, no arch.',
    { endAlongM: 160 },
  ),
  hollin(
    'down-brush',
    'downFan',
    'flat',
    'Brush under the down fan',
    'Branches and a root; what lies beside them is fish.',
    { endAlongM: 98, speedMps: 1.4, tags: ALIKE },
  ),
  hollin(
    'down-timber',
    'downFan',
    'creek',
    'Trees in the creek',
    'Trunks and branches stand; a log lies.',
    { endAlongM: 140 },
  ),
  hollin(
    'down-hump',
    'downFan',
    'across',
    'The hump under the down fan',
    'Gravel and the perch along its top.',
    { endAlongM: 112 },
  ),
  hollin('down-empty', 'downFan', 'flat', 'Between the brush piles', 'An even bottom. Move on.', {
    endAlongM: 230,
  }),
  hollin(
    'down-full',
    'downFan',
    'flat',
    'Brush under the down fan, gain on full',
    'What would you change first?',
    { endAlongM: 98, speedMps: 1.4, faults: ['gainFull'], tags: BAD },
  ),

  hollin(
    'side-lane',
    'sideFans',
    'lane',
    'The mill lane to one side',
    'A straight hard band with a wall beside it: built.',
    { endAlongM: 150, speedMps: 1.6 },
  ),
  hollin(
    'side-mill',
    'sideFans',
    'lane',
    'Four walls in a square',
    'The mill foundation: right angles, each with its shadow.',
    { endAlongM: 285, speedMps: 1.6 },
  ),
  hollin(
    'side-bridge',
    'sideFans',
    'lane',
    'Bridge piers',
    'Uprights in two rows; long narrow shadows.',
    { endAlongM: 245, speedMps: 1.6 },
  ),
  hollin(
    'side-brush',
    'sideFans',
    'flat',
    'Brush and stones from the side',
    'Look at the shadows first.',
    { routeM: BESIDE_FLAT, endAlongM: 82, tags: ALIKE },
  ),
  hollin(
    'side-timber',
    'sideFans',
    'creek',
    'Standing timber from the creek',
    'Tall things throw long shadows; a fallen tree throws one along its whole length.',
    { endAlongM: 150 },
  ),
  hollin(
    'side-wide',
    'sideFans',
    'lane',
    'The mill from too far',
    'Sixty metres a side: four walls become a smudge.',
    { endAlongM: 285, speedMps: 1.6, rangeM: 60, tags: BAD },
  ),
  hollin(
    'side-near',
    'sideFans',
    'lane',
    'The mill at fifteen metres',
    'Pulled in: shape instead of reach.',
    { endAlongM: 285, speedMps: 1.6, rangeM: 15 },
  ),
  hollin(
    'side-rolled',
    'sideFans',
    'lane',
    'Bridge piers, transducer rolled',
    'All piers lean alike: it is the transducer that leans.',
    { endAlongM: 245, speedMps: 1.6, faults: ['rolled'], tags: BAD },
  ),
  hollin(
    'side-stop-start',
    'sideFans',
    'flat',
    'Brush from the side, stop and start',
    'Stretched where the boat stood, squeezed where it ran.',
    { routeM: BESIDE_FLAT, endAlongM: 134, faults: ['stopStart'], tags: BAD },
  ),
  hollin(
    'side-turn',
    'sideFans',
    'lane',
    'A hard turn',
    'The outer side fans apart, the inner folds over itself.',
    { endAlongM: 150, speedMps: 1.6, faults: ['hardTurn'], tags: BAD },
  ),
  tarvo(
    'side-empty',
    'sideFans',
    'ledges',
    'Clean bottom on both sides',
    'No shadow, no edge, nothing. Move on.',
    { endAlongM: 260 },
  ),

  hollin(
    'column-bridge',
    'column',
    'anchored',
    'At anchor by the bridge',
    'The boat swings over a pier and away again.',
    {
      // The anchor lies where the middle of the swing is over the pier.
      routeM: [
        { x: 253.4, y: 41.1 },
        { x: 253.4, y: 41.1 },
      ],
      endS: 120,
    },
  ),
  hollin(
    'sector-bridge',
    'sector',
    'anchored',
    'Piers ahead of the anchor',
    'Uprights to the right; what moves before them is alive.',
    { endS: 40 },
  ),
  hollin(
    'sector-bridge-later',
    'sector',
    'anchored',
    'Piers, the boat has swung',
    'The same piers half a swing later.',
    { endS: 75 },
  ),

  tarvo(
    'ledges',
    'cone',
    'ledges',
    'Down the ledges',
    'Step by step into deep water. Nothing swims here today.',
    { endAlongM: 70 },
  ),
  tarvo(
    'deep-ledges',
    'cone',
    'ledges',
    'Past the wreck',
    'Something built stands on the sand, and fish keep to it.',
    {
      endAlongM: 330,
    },
  ),
  tarvo(
    'reef',
    'cone',
    'reef',
    'Over the reef',
    'Pollack above bare rock: arches clear of the stone.',
    { endAlongM: 205 },
  ),
  tarvo(
    'sprat',
    'downFan',
    'reef',
    'Sprat under the down fan',
    'A school of sprat: grain, where larger fish draw dashes.',
    { endAlongM: 94 },
  ),
  tarvo(
    'sand-waves',
    'cone',
    'reef',
    'Sand waves',
    'Six metres from crest to crest: not the boat’s heave.',
    { endAlongM: 258, tags: ALIKE },
  ),
  tarvo(
    'drift-wreck',
    'cone',
    'drift',
    'Drifting over the wreck',
    'Ribs, a piece of hull, a rope that rises.',
    { endAlongM: 100 },
  ),
  tarvo(
    'down-wreck',
    'downFan',
    'drift',
    'The wreck under the down fan',
    'Planks and ribs stand over the sand, fish beside them.',
    { endAlongM: 85 },
  ),
  tarvo(
    'down-reef',
    'downFan',
    'reef',
    'The reef under the down fan',
    'Dashes over rock: pollack.',
    { endAlongM: 185 },
  ),
  tarvo(
    'side-wreck',
    'sideFans',
    'beside-wreck',
    'The old coaster to one side',
    'A hull lies on its side: two long edges that meet, and the shadow of the one that stands.',
    { endAlongM: 60, rangeM: 35 },
  ),
  tarvo(
    'side-wreck-back',
    'sideFans',
    'beside-wreck',
    'The old coaster, coming back',
    'From the other side: what was left is right.',
    { endAlongM: 150, rangeM: 35 },
  ),
  tarvo(
    'side-kelp',
    'sideFans',
    'ledges',
    'Kelp on the ledge',
    'Soft-edged and tall; a fish wall beside it is straight.',
    { endAlongM: 60, rangeM: 25, tags: ALIKE },
  ),
  tarvo(
    'sector-reef',
    'sector',
    'anchored',
    'Open water at the reef',
    'Nothing ahead, nothing behind: wait, or move on.',
    { endS: 30 },
  ),
  tarvo(
    'column-reef',
    'column',
    'anchored',
    'Fish under the anchor',
    'Weak at the edge, strong on the axis.',
    {
      endS: 120,
    },
  ),

  ismo(
    'hole-basin',
    'column',
    'hole-basin',
    'Hole over the basin',
    'The lure is the steady line; whitefish come to it.',
    { endS: 90 },
  ),
  ismo(
    'hole-edge',
    'column',
    'hole-edge',
    'Hole at the steep side',
    'A wide smeared bottom: fish hide in it.',
    { endS: 90 },
  ),
  ismo(
    'hole-bar',
    'column',
    'hole-bar',
    'Hole on the bar',
    'Perch pass in bands. Keep the gain low.',
    { endS: 90, view: { gainDb: 32 } },
  ),
  ismo(
    'hole-bar-full',
    'column',
    'hole-bar',
    'Hole on the bar, gain on full',
    'Shallow and hard: the lure drowns in colour.',
    { endS: 90, faults: ['gainFull'], tags: BAD },
  ),
  ismo(
    'hole-crib',
    'column',
    'hole-crib',
    'Hole by the crib',
    'The wood lies beside the cone; what comes from it to the lure is a perch.',
    {
      endS: 90,
      tags: ALIKE,
    },
  ),
  ismo('hole-weed', 'column', 'hole-weed', 'Hole at the weed', 'A pike waits at its edge.', {
    endS: 46,
  }),
  ismo('sector-crib', 'sector', 'hole-crib', 'The crib ahead', 'Logs stay where they are.', {
    // Turned to the crib, which lies east of the hole.
    routeM: [
      { x: 138, y: 92 },
      { x: 139, y: 92 },
    ],
    endS: 20,
    rangeM: 13,
  }),
  ismo(
    'sector-weed',
    'sector',
    'hole-weed',
    'Weed ahead of the hole',
    'Stalks stand; something lies between them.',
    {
      // Turned to the weed south of the hole.
      routeM: [
        { x: 60, y: 206 },
        { x: 60, y: 205 },
      ],
      endS: 20,
      rangeM: 4,
      tags: ALIKE,
    },
  ),
  ismo(
    'summer',
    'cone',
    'summer-survey',
    'Across in open water',
    'A pass in summer: water, mud, and nothing above it.',
    { endAlongM: 130 },
  ),
  ismo(
    'summer-basin',
    'cone',
    'summer-survey',
    'Over the basin',
    'Very soft mud: thin and blurred. Fish hang well above it.',
    { endAlongM: 215 },
  ),
  ismo(
    'summer-east',
    'downFan',
    'summer-survey',
    'Toward the steep side',
    'The bottom climbs; is anything above it?',
    { endAlongM: 245 },
  ),
];
