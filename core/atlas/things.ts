/** Everything that can lie or live in a water, or trouble its picture, as one would look it up: each a kind of trial. */
import type { Feature, SedimentName } from '../bottom';
import type { RegionLabel } from '../reading';
import { FAULTS } from '../setup';
import type { FaultId } from '../setup/faultIds';
import { type Instrument, INSTRUMENTS } from '../sounding';
import { putOf, type TargetInput, type TargetKindName } from '../targets';
import type { WaterColumn } from '../water';

/** Where the thing is put: beside the track, and how deep, both in m. */
export interface Placed {
  xM: number;
  yM: number;
  /** Of the water. */
  bottomM: number;
  /** Of what hangs. */
  depthM: number;
}

/** What of a trial a thing is. */
export interface Put {
  targets?: TargetInput[];
  features?: Feature[];
  water?: Partial<WaterColumn>;
  sediment?: SedimentName;
  slopeDeg?: number;
  buriedM?: number;
  faults?: FaultId[];
}

export const ATLAS_GROUPS = {
  life: 'Life',
  lure: 'On the line',
  wood: 'Wood',
  weed: 'Weed',
  rock: 'Rock',
  built: 'Built things',
  ground: 'The bottom',
  water: 'In the water',
  picture: 'Faults and disturbances',
} as const;
export type AtlasGroup = keyof typeof ATLAS_GROUPS;

export interface AtlasThing {
  id: string;
  name: string;
  group: AtlasGroup;
  /** What its echo is called. */
  label: RegionLabel;
  /** What it is, and how its echo comes about. */
  about: string;
  /** How to be sure. */
  test: string;
  /** It hangs in the water at a depth of its own. */
  hangs: boolean;
  /** Where it can be seen at all. */
  views: readonly Instrument[];
  put: (at: Placed) => Put;
}

const ALL: readonly Instrument[] = INSTRUMENTS;
const MOVING: readonly Instrument[] = ['cone', 'downFan', 'sideFans'];
const DOWN: readonly Instrument[] = ['cone', 'column', 'downFan'];
/** Low and hard: a fan that looks down loses it in the bottom’s echo. */
const NOT_DOWN_FAN = ALL.filter((one) => one !== 'downFan');
/** Thin or weak: lost in the bottom’s echo beside it. */
const NOT_ABEAM = ALL.filter((one) => one !== 'sideFans');
const ABEAM: readonly Instrument[] = ['sideFans'];

type Words = Pick<AtlasThing, 'name' | 'about' | 'test'>;
type More = Partial<Pick<AtlasThing, 'hangs' | 'views'>>;

const entry = (
  id: string,
  group: AtlasGroup,
  label: RegionLabel,
  words: Words,
  put: AtlasThing['put'],
  more: More = {},
): AtlasThing => ({ id, group, label, hangs: false, views: ALL, ...words, put, ...more });

/** As the builder begins a thing of that kind. */
const kind = (
  of: TargetKindName,
  group: AtlasGroup,
  label: RegionLabel,
  { about, test }: Pick<Words, 'about' | 'test'>,
  more: More & { as?: object } = {},
): AtlasThing => {
  const begun = putOf(of)!;
  const { as, ...rest } = more;
  return entry(
    of,
    group,
    label,
    { name: begun.words, about, test },
    ({ xM, yM, depthM }) => ({
      targets: [
        {
          ...{ id: 'it', kind: of, xM, yM },
          ...(rest.hangs ? { depthM } : {}),
          ...begun.as,
          ...as,
          ...(rest.hangs ? { depthM } : {}),
        } as TargetInput,
      ],
    }),
    rest,
  );
};

const fish = (
  { xM, yM, depthM }: Placed,
  lengthM: number,
  more: Partial<Extract<TargetInput, { kind: 'fish' }>> = {},
): TargetInput => ({ id: 'it', kind: 'fish', xM, yM, depthM, lengthM, headingDeg: 30, ...more });

const FREE = { hangs: true };

const LIFE: AtlasThing[] = [
  entry(
    'fish',
    'life',
    'fish',
    {
      name: 'Fish, 40 cm',
      about:
        'Its swimbladder returns most of the sound. As the boat passes it comes nearer and goes away again: an arch on the cone, a dash on the down fan, a dot with a shadow on the side fans.',
      test: 'Pass again, a little to the side: a fish has gone or moved, a thing has not.',
    },
    (at) => ({ targets: [fish(at, 0.4)] }),
    FREE,
  ),
  entry(
    'largeFish',
    'life',
    'fish',
    {
      name: 'Large fish, 1 m',
      about:
        'Two and a half times as long is some 8 dB more: a step or two of colour, and a thicker arch, not a longer one.',
      test: 'Compare strength with fish at like depth; then the down fan, where its dash is long.',
    },
    (at) => ({ targets: [fish(at, 1)] }),
    FREE,
  ),
  entry(
    'noBladder',
    'life',
    'fish',
    {
      name: 'Fish without swimbladder',
      about:
        'A dozen decibels weaker than another of its length: fin, flesh and bone are nearly as soft to sound as water.',
      test: 'Catch one. By its echo it is simply a smaller fish.',
    },
    (at) => ({ targets: [fish(at, 0.5, { swimbladder: false })] }),
    { hangs: true, views: NOT_ABEAM },
  ),
  entry(
    'fishPair',
    'life',
    'fish',
    {
      name: 'Two fish close together',
      about:
        'Nearer to each other than a cell of range they run into one mark, brighter than either.',
      test: 'The sweep or the down fan parts them; so does a pass when they have moved.',
    },
    (at) => ({
      targets: [
        { ...fish(at, 0.35), id: 'it' },
        fish({ ...at, depthM: at.depthM + 0.15 }, 0.35, { id: 'it-2' }),
      ],
    }),
    FREE,
  ),
  entry(
    'fishOnBottom',
    'life',
    'fish',
    {
      name: 'Fish close to the bottom',
      about:
        'Its echo runs into that of the bottom; beside the axis or over a slope it is lost in it.',
      test: 'Bottom lock and a shorter range; on the side fans its shadow.',
    },
    (at) => ({ targets: [fish({ ...at, depthM: at.bottomM - 0.35 }, 0.45)] }),
  ),
  entry(
    'baitSchool',
    'life',
    'bait',
    {
      name: 'Bait school',
      about:
        'Hundreds of small fish, each too weak to be told: a cloud with a grain, round or drawn out, free of the bottom.',
      test: 'Is there clear water under it on the down fan? A root means weed.',
    },
    ({ xM, yM, depthM }) => ({
      targets: [
        {
          ...{ id: 'it', kind: 'baitSchool', xM, yM, depthM },
          ...{ count: 500, lengthM: 0.08, radiusM: 2, heightM: 1.4 },
        },
      ],
    }),
    FREE,
  ),
  entry(
    'baitLayer',
    'life',
    'bait',
    {
      name: 'Bait spread in a layer',
      about: 'Small fish spread wide at one depth: a band that thickens and breaks.',
      test: 'A thermocline is even everywhere; this has gaps, and is gone at night.',
    },
    ({ xM, yM, depthM }) => ({
      targets: [
        {
          ...{ id: 'it', kind: 'baitSchool', xM, yM, depthM },
          ...{ count: 2500, lengthM: 0.06, radiusM: 14, heightM: 0.8 },
        },
      ],
    }),
    FREE,
  ),
  entry(
    'hunters',
    'life',
    'fish',
    {
      name: 'Fish under bait',
      about:
        'Single strong marks beside and under a cloud: they drive it, and it opens round one that stands in it.',
      test: 'Arches with clear water round them, at the cloud’s lower rim.',
    },
    ({ xM, yM, depthM }) => ({
      targets: [
        {
          ...{ id: 'it', kind: 'baitSchool', xM, yM, depthM },
          ...{ count: 500, lengthM: 0.08, radiusM: 2, heightM: 1.2 },
        },
        ...[-1.4, 0.4, 1.8].map((dy, i): TargetInput => ({
          ...{ id: `it-${i + 2}`, kind: 'fish', xM, yM: yM + dy, headingDeg: 0 },
          ...{ depthM: depthM + 1.2 + 0.3 * i, lengthM: 0.6 },
        })),
      ],
    }),
    FREE,
  ),
];

const WOOD: AtlasThing[] = [
  kind('tree', 'wood', 'wood', {
    about:
      'A trunk from the bottom up, and branches: on the cone a ragged tower, on the down fan a tree, on the side fans a long narrow shadow.',
    test: 'It is still there on the next pass, and its shadow is as tall as it is.',
  }),
  kind(
    'log',
    'wood',
    'wood',
    {
      about: 'Lying timber: a short bright line; on the cone hardly more than a bump.',
      test: 'The side fans: a straight bright line with a shadow along the whole of it.',
    },
    { views: NOT_DOWN_FAN },
  ),
  kind(
    'stump',
    'wood',
    'wood',
    {
      about: 'A low knob with roots, where trees were felled before the water came.',
      test: 'Rows of them, at like height; each with a short shadow that touches it.',
    },
    { views: NOT_DOWN_FAN },
  ),
  kind('brushPile', 'wood', 'wood', {
    about: 'Branches heaped on the ground: a grainy hump without a gap to the bottom.',
    test: 'It has a root and a shadow, and does not move; bait has neither.',
  }),
  kind(
    'driftwood',
    'wood',
    'clutter',
    {
      about: 'Timber afloat: an echo at the surface that comes and goes.',
      test: 'Look up: it is there to be seen.',
    },
    { views: ABEAM, as: { driftMps: 0.02 } },
  ),
];

const WEED: AtlasThing[] = [
  kind('weedBed', 'weed', 'weed', {
    about:
      'Stems with gas in them over a stretch of bottom: a soft-edged, grainy layer that swallows part of the bottom’s echo.',
    test: 'Rooted, and lower at its edge; at a lower gain the bottom shows through.',
  }),
  kind(
    'weedStalk',
    'weed',
    'weed',
    {
      about: 'One tall plant: a thin upright thread, which the cone draws as an arch with a tail.',
      test: 'The down fan shows the thread standing on the ground.',
    },
    { views: NOT_ABEAM },
  ),
  kind(
    'leaves',
    'weed',
    'clutter',
    {
      about: 'Leaves adrift in autumn: specks through the upper metres, at no depth of their own.',
      test: 'They come with the wind, and are everywhere alike.',
    },
    { views: ABEAM },
  ),
];

const ROCK: AtlasThing[] = [
  kind(
    'boulder',
    'rock',
    'rock',
    {
      about:
        'As strong as the bottom and part of it: a firm bump on the cone, a bright face and a short shadow on the side fans.',
      test: 'The shadow touches it. A fish on the bottom has a smaller one, and is gone next time.',
    },
    { views: NOT_DOWN_FAN },
  ),
  kind('rockPile', 'rock', 'rock', {
    about: 'A heap of stones: a rough bright patch, higher than its surroundings.',
    test: 'Its edge stays put at any gain; fish over it hang clear.',
  }),
];

const BUILT: AtlasThing[] = [
  kind(
    'wall',
    'built',
    'built',
    {
      about: 'A straight low ridge of stone.',
      test: 'No river and no ice makes a straight line: look for corners.',
    },
    { views: NOT_DOWN_FAN },
  ),
  kind('foundation', 'built', 'built', {
    about: 'Walls of a house, at right angles.',
    test: 'The side fans: a rectangle with shadows on the far sides.',
  }),
  kind(
    'road',
    'built',
    'built',
    {
      about: 'A hard even band through soft ground, with ditches.',
      test: 'Even width, and harder than what lies beside it.',
    },
    { views: ['cone', 'sideFans'] },
  ),
  kind(
    'piling',
    'built',
    'built',
    {
      about:
        'A post from the bottom to the surface: a narrow tower; on the side fans a shadow to the end of the range.',
      test: 'Even spacing. If all lean alike, the transducer does.',
    },
    { views: ['cone', 'sideFans', 'sector'] },
  ),
  kind(
    'pier',
    'built',
    'built',
    {
      about: 'Rows of posts under a deck.',
      test: 'Straight rows at even spacing, and a deck that you see.',
    },
    { views: MOVING },
  ),
  kind(
    'pontoon',
    'built',
    'built',
    {
      about: 'A floating deck: dark water behind and under it.',
      test: 'A straight edge at the surface.',
    },
    { views: ['sideFans', 'sector'] },
  ),
  kind('boatHull', 'built', 'built', {
    about: 'A boat on the ground: pointed at one end, hollow, with a shadow of its outline.',
    test: 'Measure it: boats are three times as long as wide.',
  }),
  kind(
    'wreckRibs',
    'built',
    'built',
    {
      about: 'What is left of a wooden hull: ribs in two rows.',
      test: 'Even spacing on a curve.',
    },
    { views: NOT_DOWN_FAN },
  ),
  kind(
    'culvert',
    'built',
    'built',
    {
      about: 'A pipe through a bank: a round dark mouth.',
      test: 'A straight line into the bank.',
    },
    { views: NOT_DOWN_FAN },
  ),
  kind(
    'rope',
    'built',
    'built',
    {
      about: 'A mooring or a net line: a thread that slants through the water.',
      test: 'It is in the same place on every pass. Keep clear of it.',
    },
    { views: ALL },
  ),
  kind(
    'mooredBoat',
    'built',
    'clutter',
    {
      about: 'A hull at the surface, and its shadow in the upper water.',
      test: 'You see it: keep away from it.',
    },
    { views: ABEAM },
  ),
];

const feature = (
  id: string,
  words: Words,
  put: AtlasThing['put'],
  views: readonly Instrument[] = MOVING,
  label: RegionLabel = 'bottomHard',
) => entry(id, 'ground', label, words, put, { views });

const GROUND: AtlasThing[] = [
  feature(
    'mud',
    {
      name: 'Soft mud',
      about:
        'Little comes back, and what goes in is lost: a thin, blurred line with hardly a tail.',
      test: 'At one gain, against a place you know to be hard.',
    },
    () => ({ sediment: 'softMud' }),
    ALL,
    'bottomSoft',
  ),
  feature(
    'gravelBottom',
    {
      name: 'Gravel',
      about: 'Rough and hard: thick and bright, with a long tail, and often a second bottom.',
      test: 'The second bottom at twice the depth.',
    },
    () => ({ sediment: 'gravel' }),
    ALL,
  ),
  feature(
    'rockBottom',
    {
      name: 'Bare rock',
      about: 'The strongest of all; on the side fans bright faces and black shadows.',
      test: 'Lower the gain: it is the last to go.',
    },
    () => ({ sediment: 'rock' }),
    ALL,
  ),
  feature(
    'clayUnderMud',
    {
      name: 'Clay under soft mud',
      about:
        'A low tone goes through mud and comes back from what lies under it: a second line, at no multiple of the depth.',
      test: 'It fades at a high frequency; a second bottom does not, and lies at twice the depth.',
    },
    () => ({ sediment: 'softMud', buriedM: 0.7 }),
    DOWN,
    'softLayer',
  ),
  feature(
    'slope',
    {
      name: 'A slope',
      about:
        'The nearest ground answers first, so a slope is drawn less deep than it is, and thick.',
      test: 'Fix the depth limit; then the slope is a slope and not a change of scale.',
    },
    () => ({ slopeDeg: 14 }),
  ),
  feature(
    'hump',
    {
      name: 'A hump',
      about:
        'A rise: near face bright, dark behind, on the side fans; a hill on the cone, wider than it is.',
      test: 'Cross it a second time at a right angle.',
    },
    ({ xM, yM, bottomM }) => ({
      features: [{ kind: 'hump', xM, yM, radiusM: 5, heightM: Math.min(2.5, 0.4 * bottomM) }],
    }),
  ),
  feature(
    'hole',
    {
      name: 'A hole',
      about: 'Near edge dark, far wall bright on the side fans; the cone bridges a small one over.',
      test: 'The bright part lies farther out than the dark one: down, not up.',
    },
    ({ xM, yM }) => ({ features: [{ kind: 'hump', xM, yM, radiusM: 5, heightM: -2 }] }),
  ),
  feature(
    'ditch',
    {
      name: 'A ditch',
      about: 'Dug: a straight line with a dark near and a bright far wall.',
      test: 'Straight, and of one width.',
    },
    ({ xM }) => ({
      features: [
        {
          kind: 'ditch',
          pathM: [
            { x: xM, y: -80 },
            { x: xM, y: 80 },
          ],
          widthM: 3,
          depthM: 1.2,
        },
      ],
    }),
    ['sideFans'],
  ),
  feature(
    'nests',
    {
      name: 'Nests',
      about: 'Round dimples that fish have fanned, in rows.',
      test: 'Side by side at even spacing, in shallow water, in their season: leave them alone.',
    },
    ({ xM, yM }) => ({
      features: [
        {
          ...{ kind: 'nests', xM, yM, rows: 3, perRow: 5, spacingM: 2 },
          ...{ radiusM: 0.6, depthM: 0.25, headingDeg: 0 },
        },
      ],
    }),
    ['sideFans'],
    'nest',
  ),
  feature(
    'ripple',
    {
      name: 'Ripples of sand',
      about: 'Rows of crests: bright faces to you, dark faces away.',
      test: 'They run on at one spacing over a wide stretch.',
    },
    ({ xM, yM }) => ({
      features: [
        { kind: 'ripple', xM, yM, radiusM: 25, wavelengthM: 1.6, heightM: 0.2, headingDeg: 60 },
      ],
    }),
    ['sideFans'],
  ),
];

const WATER: AtlasThing[] = [
  entry(
    'thermocline',
    'water',
    'thermocline',
    {
      name: 'Thermocline',
      about: 'Where warm water ends plankton gathers: a faint band at one depth.',
      test: 'The same depth everywhere and on both sounders; a thermometer decides.',
    },
    ({ bottomM }) => ({
      water: {
        temperatureC: 20,
        thermocline: { depthM: 0.55 * bottomM, thicknessM: 1.2, dropC: 8, scatteringDb: -60 },
      },
    }),
    { views: DOWN },
  ),
  entry(
    'greenWater',
    'water',
    'other',
    {
      name: 'Water full of plankton',
      about: 'The whole water glows, the more the higher the frequency.',
      test: 'Lower the gain or the frequency: it fades first.',
    },
    () => ({ water: { volumeScatteringDb: -62 } }),
    { views: ALL },
  ),
  kind(
    'bubbleVent',
    'water',
    'bubbles',
    {
      about: 'Gas from the ground: bubbles rise, and each one crosses the beam slowly.',
      test: 'The down fan shows threads that rise, where the cone shows arches.',
    },
    { views: NOT_ABEAM },
  ),
  kind(
    'bubblePatch',
    'water',
    'bubbles',
    {
      about: 'Air that waves or a propeller beat in: a cloud that hangs from the surface.',
      test: 'It frays out downwards, and is gone in minutes.',
    },
    { views: ['column'], as: { count: 400 } },
  ),
  kind(
    'wake',
    'water',
    'clutter',
    {
      about: 'What another boat left behind: a band of fine bubbles.',
      test: 'You saw the boat. It sinks nowhere and thins out.',
    },
    { views: ['cone', 'column', 'sector'] },
  ),
  kind(
    'passingBoat',
    'water',
    'clutter',
    {
      about: 'A boat under way, and its trail.',
      test: 'Look up first: keep a lookout and give way by the rules.',
    },
    // It overtakes: both come to the place at one time.
    { views: ABEAM, as: { yM: -100, sounder: null } },
  ),
];

const LURE: AtlasThing[] = [
  kind(
    'lure',
    'lure',
    'lure',
    {
      about: 'A small hard thing under the boat: a thin steady line that does what the hand does.',
      test: 'Lift the rod: the lure rises, a fish does not.',
    },
    { hangs: true, views: ['column', 'cone', 'sector'] },
  ),
];

const fault = (id: FaultId, label: RegionLabel, words: Words): AtlasThing =>
  entry(
    id,
    'picture',
    label,
    words,
    (at) => ({
      targets: [fish(at, 0.45), fish({ ...at, yM: at.yM + 6 }, 0.45, { id: 'it-2' })],
      faults: [id],
    }),
    { hangs: true, views: FAULTS[id].shows },
  );

const IN_THE_PICTURE: AtlasThing[] = [
  fault('crossTalk', 'crossTalk', {
    name: 'Another sounder',
    about:
      'Its pings arrive between ours: short dashes at even spacing, which slant from ping to ping.',
    test: 'Switch one off. The pattern walks through the picture; fish do not.',
  }),
  fault('electrical', 'crossTalk', {
    name: 'Noise of the wiring',
    about: 'Streaks from top to bottom, at no depth of their own.',
    test: 'They come with a pump or a motor. A licensed fitter mends it.',
  }),
  fault('air', 'clutter', {
    name: 'Air over the transducer',
    about: 'White stretches without a bottom: what is sent does not get out.',
    test: 'It comes with speed and waves, and goes when the boat slows.',
  }),
  fault('tilted', 'other', {
    name: 'Transducer tilted',
    about: 'Arches lose a half, posts lean, and the bottom is deeper than the lead says.',
    test: 'All lean alike.',
  }),
  fault('rolled', 'other', {
    name: 'Transducer rolled to one side',
    about:
      'One side of the fans sees the water, the other the mud; under the cone fish stand where they are not.',
    test: 'The dark middle is not in the middle.',
  }),
  fault('stopStart', 'other', {
    name: 'Stop-start driving',
    about: 'Where the boat stands each ping sees the same: things are drawn out into bars.',
    test: 'Stripes begin and end with the engine.',
  }),
  fault('hardTurn', 'other', {
    name: 'Hard turns while scanning',
    about: 'The outer side is fanned apart, the inner folded over itself.',
    test: 'Look at the track: leave unread what was seen in the turn.',
  }),
  fault('starved', 'other', {
    name: 'A mode that starves the fans',
    about: 'Another instrument takes most pings: the picture is coarse along the way.',
    test: 'Count pings on a thing of known length; switch the other one off.',
  }),
  fault('wrongRange', 'other', {
    name: 'Range far too wide',
    about: 'All that counts is squeezed into a strip, each fish into a pixel.',
    test: 'Bring the range in: do specks become arches?',
  }),
  fault('scrollMismatch', 'other', {
    name: 'Scroll that does not match the speed',
    about: 'Round things are drawn long or short; nothing is amiss with what was heard.',
    test: 'Match the scroll to the boat and look again.',
  }),
  fault('gainFull', 'other', {
    name: 'Gain on full',
    about: 'Snow everywhere, and fish and rock in one colour.',
    test: 'Turn it down until open water is dark.',
  }),
  fault('filterLeft', 'other', {
    name: 'Noise filter left on',
    about: 'A clean picture from which small fish are gone.',
    test: 'Turn it off: what comes back was there.',
  }),
];

export const ATLAS: AtlasThing[] = [
  ...LIFE,
  ...LURE,
  ...WOOD,
  ...WEED,
  ...ROCK,
  ...BUILT,
  ...GROUND,
  ...WATER,
  ...IN_THE_PICTURE,
];

export const thingOf = (id: string | null): AtlasThing | undefined =>
  ATLAS.find((one) => one.id === id);
