/**
 * Species as an echo knows them: how long, with or without a bladder, how they keep together, and where they stand.
 * Lengths and habits are what field guides of European fresh and sea water agree on; spacings and heights are our
 * rule, chosen within what echo surveys of schooling fish report (Misund 1997: a body length or so within a school;
 * Pitcher & Parrish 1993: wider by night). Nothing here claims to be a census.
 */
import type { Situation } from './situation';

/** Kinds of places that fish choose; how each is found in a water is in `habitat.ts`. */
export const PLACES = [
  'open',
  'basin',
  'flat',
  'break',
  'channel',
  'hard',
  'wood',
  'weed',
  'shade',
  'rocks',
] as const;
export type Place = (typeof PLACES)[number];

export interface Stand {
  place: Place;
  /** Of the water there, m. */
  bottomM: [number, number];
  /** Over the bottom, m; or, where it keeps to a depth, under the surface. */
  aboveBottomM?: [number, number];
  underSurfaceM?: [number, number];
  /** At the thermocline where there is one: so far above it, m. */
  aboveLayerM?: [number, number];
  /** Nearer together or farther apart than usual, as a factor. */
  spread?: number;
  why: string;
}

export interface SpeciesProfile {
  id: string;
  name: string;
  water: 'fresh' | 'salt';
  /** Usual length, m. */
  lengthM: [number, number];
  swimbladder: boolean;
  /** Alone, a few near one another, a packed school, or spread loose in a layer. */
  form: 'single' | 'loose' | 'school' | 'layer';
  /** Fish in a group. */
  number: [number, number];
  /** From one to the next, in body lengths. */
  spacingLengths: number;
  /** Stays where it stands or moves about, m/s. */
  speedMps: number;
  /** How far it gives way to a boat where it stands shallow, m; hardly at all where nothing is said. */
  shyM?: number;
  usual: Stand;
  when?: Partial<Record<Situation, Stand>>;
  /** What it is taken for, and what decides, as far as anything does. */
  confusion: string;
}

const stand = (
  place: Place,
  bottomM: [number, number],
  where: Pick<Stand, 'aboveBottomM' | 'underSurfaceM' | 'aboveLayerM'>,
  why: string,
  spread = 1,
): Stand => ({ place, bottomM, ...where, why, spread });

const above = (from: number, to: number) => ({ aboveBottomM: [from, to] as [number, number] });
const under = (from: number, to: number) => ({ underSurfaceM: [from, to] as [number, number] });
const layer = (from: number, to: number) => ({ aboveLayerM: [from, to] as [number, number] });

export const PROFILES: readonly SpeciesProfile[] = [
  {
    id: 'perch',
    name: 'perch',
    water: 'fresh',
    lengthM: [0.2, 0.4],
    swimbladder: true,
    form: 'loose',
    number: [4, 12],
    spacingLengths: 3,
    speedMps: 0,
    usual: stand('wood', [2, 12], above(0.4, 2), 'beside cover, a little off it'),
    when: {
      ice: stand('break', [4, 14], above(0.3, 1.5), 'low down where a slope runs into the basin'),
      cold: stand('break', [6, 16], above(0.2, 1), 'close to the bottom of the break', 0.7),
      lowLight: stand('flat', [1.5, 5], above(0.4, 1.5), 'in on the flats to feed'),
      summer: stand('break', [3, 12], layer(0, 1.5), 'on the break at the height of the layer'),
    },
    confusion:
      'With roach of the same size: an echo alone cannot tell. Beside wood and in small groups it is more often perch.',
  },
  {
    id: 'zander',
    name: 'zander',
    water: 'fresh',
    lengthM: [0.45, 0.85],
    swimbladder: true,
    form: 'loose',
    number: [1, 4],
    spacingLengths: 4,
    speedMps: 0,
    usual: stand('break', [5, 18], above(0.15, 0.7), 'on the bottom of the break'),
    when: {
      ice: stand('basin', [6, 25], above(0.2, 1), 'over the deepest water, low'),
      cold: stand('channel', [6, 25], above(0.1, 0.5), 'in the channel, belly on the ground'),
      night: stand('flat', [1.5, 5], above(0.3, 1.2), 'up on the flats in the dark'),
      lowLight: stand('hard', [2, 9], above(0.2, 1), 'over hard ground as the light goes'),
      stream: stand(
        'channel',
        [4, 25],
        above(0.1, 0.5),
        'behind the edge of the channel, out of the stream',
      ),
    },
    confusion:
      'With bream near the ground: both are strong and low. A zander stands alone or by twos and threes, bream in a herd.',
  },
  {
    id: 'pike',
    name: 'pike',
    water: 'fresh',
    lengthM: [0.55, 1.1],
    swimbladder: true,
    form: 'single',
    number: [1, 1],
    spacingLengths: 4,
    speedMps: 0,
    usual: stand('weed', [1.5, 6], above(0.3, 1.5), 'along the edge of weed'),
    when: {
      ice: stand('weed', [2, 7], above(0.3, 1.5), 'over what is left of the weed'),
      cold: stand('break', [4, 12], above(0.3, 1.5), 'at the foot of the first break'),
      summer: stand('open', [7, 40], layer(0.2, 2), 'under bait in open water'),
    },
    confusion:
      'With a log that lies propped: a log stays where it is from pass to pass and has a straight shadow.',
  },
  {
    id: 'roach',
    name: 'roach',
    water: 'fresh',
    lengthM: [0.14, 0.26],
    swimbladder: true,
    form: 'school',
    number: [40, 180],
    spacingLengths: 2.2,
    speedMps: 0.15,
    usual: stand('flat', [2, 8], above(0.5, 2.5), 'over the flats'),
    when: {
      ice: stand('basin', [5, 20], above(0.5, 2), 'packed in the basin', 0.7),
      cold: stand('shade', [2.5, 12], above(0.5, 2), 'packed under docks and in deep holes', 0.6),
      night: stand('open', [3, 30], under(0.5, 2.5), 'scattered near the surface', 2),
      warming: stand('flat', [1.2, 3.5], above(0.3, 1.5), 'in the warmed shallows'),
      stream: stand('shade', [2, 12], above(0.4, 2), 'in the lee of docks and piers', 0.8),
    },
    confusion:
      'With perch, and larger ones with small bream. The school keeps off the ground and is wider than high.',
  },
  {
    id: 'bream',
    name: 'bream',
    water: 'fresh',
    lengthM: [0.32, 0.55],
    swimbladder: true,
    form: 'loose',
    number: [8, 30],
    spacingLengths: 2,
    speedMps: 0.1,
    shyM: 2,
    usual: stand('channel', [4, 18], above(0.15, 1.2), 'grazing along the channel floor'),
    when: {
      ice: stand('basin', [6, 25], above(0.2, 1), 'packed over the deepest mud', 0.6),
      cold: stand('basin', [5, 25], above(0.2, 1), 'in the deepest place near by', 0.6),
      night: stand('flat', [2, 6], above(0.2, 1), 'up on the flats in the dark'),
      warming: stand('flat', [1.2, 4], above(0.2, 0.8), 'in the warmed shallows'),
    },
    confusion: 'With zander, one by one. A herd along the ground, all of a size, is bream.',
  },
  {
    id: 'bleak',
    name: 'bleak',
    water: 'fresh',
    lengthM: [0.07, 0.12],
    swimbladder: true,
    form: 'school',
    number: [300, 1500],
    spacingLengths: 1.6,
    speedMps: 0.2,
    shyM: 1.5,
    usual: stand('open', [3, 40], under(0.8, 3), 'near the surface over open water'),
    when: {
      ice: stand('basin', [4, 25], above(1, 3), 'deep and packed', 0.6),
      cold: stand(
        'shade',
        [2.5, 15],
        above(0.8, 2.5),
        'packed under docks and deep in the arms',
        0.55,
      ),
      night: stand('open', [3, 40], under(0.4, 2), 'spread out in the dark', 2.4),
      lowLight: stand('flat', [1.8, 7], under(0.5, 1.8), 'risen, and in over the flats', 1.3),
      summer: stand('open', [6, 40], layer(0.3, 2.2), 'on the layer over deeper water'),
    },
    confusion:
      'With fry of anything. A ball with a hard rim and voids in it has something under it.',
  },
  {
    id: 'fry',
    name: 'fry',
    water: 'fresh',
    lengthM: [0.025, 0.05],
    swimbladder: true,
    form: 'layer',
    number: [1500, 5000],
    spacingLengths: 7,
    speedMps: 0,
    usual: stand('open', [3, 40], under(1, 3.5), 'loose over whole areas, not in balls'),
    when: {
      ice: stand('basin', [4, 25], above(1, 4), 'deep and thin', 1.3),
      cold: stand('open', [5, 40], above(1.5, 4), 'sunk and drawn together', 0.7),
      night: stand('open', [3, 40], under(0.5, 2), 'thin under the surface', 1.4),
      summer: stand('open', [6, 40], layer(0, 1.5), 'spread along the layer'),
    },
    confusion:
      'With plankton on the thermocline: a layer of fry is grainy and ends somewhere, the other is smooth and does not.',
  },
  {
    id: 'whitefish',
    name: 'whitefish',
    water: 'fresh',
    lengthM: [0.22, 0.42],
    swimbladder: true,
    form: 'loose',
    number: [6, 25],
    spacingLengths: 6,
    speedMps: 0.3,
    usual: stand('basin', [10, 60], above(3, 8), 'in open water over the basin'),
    when: {
      ice: stand('basin', [8, 60], above(1, 6), 'cruising the basin'),
      summer: stand(
        'basin',
        [10, 60],
        { underSurfaceM: [9, 16] },
        'in the cold water below the layer',
      ),
      lowLight: stand('basin', [10, 60], under(4, 9), 'risen with the plankton'),
    },
    confusion:
      'With single large roach; over a deep basin and well off the ground it is more often this.',
  },
  {
    id: 'ruffe',
    name: 'ruffe',
    water: 'fresh',
    lengthM: [0.09, 0.15],
    swimbladder: true,
    form: 'loose',
    number: [5, 20],
    spacingLengths: 4,
    speedMps: 0,
    usual: stand('break', [4, 15], above(0.08, 0.4), 'on the ground'),
    confusion: 'With stones: it lies in the dead zone and often cannot be told at all.',
  },
  {
    id: 'tench',
    name: 'tench',
    water: 'fresh',
    lengthM: [0.3, 0.5],
    swimbladder: true,
    form: 'single',
    number: [1, 3],
    spacingLengths: 4,
    speedMps: 0,
    shyM: 3,
    usual: stand('weed', [1.2, 4], above(0.1, 0.6), 'in holes of the weed'),
    when: { night: stand('flat', [1, 3], above(0.1, 0.5), 'out on the flats') },
    confusion: 'With anything else in weed: the weed decides how much can be told.',
  },
  {
    id: 'wels',
    name: 'wels catfish',
    water: 'fresh',
    lengthM: [0.9, 1.8],
    swimbladder: true,
    form: 'single',
    number: [1, 2],
    spacingLengths: 3,
    speedMps: 0,
    usual: stand('channel', [5, 25], above(0.2, 0.8), 'in holes of the channel'),
    when: {
      night: stand('open', [3, 25], under(1.5, 4), 'up in the dark'),
      summer: stand('wood', [4, 14], above(0.3, 1.2), 'under timber by day'),
    },
    confusion: 'With a log: a log’s shadow touches it, and it is there tomorrow.',
  },
  {
    id: 'trout',
    name: 'trout',
    water: 'fresh',
    lengthM: [0.25, 0.55],
    swimbladder: true,
    form: 'single',
    number: [1, 2],
    spacingLengths: 6,
    speedMps: 0.3,
    shyM: 4,
    usual: stand('open', [5, 60], under(1.5, 5), 'roaming in open water'),
    when: {
      summer: stand('basin', [8, 60], layer(-3, 0), 'at and under the layer, where it is cool'),
      stream: stand('rocks', [1.5, 10], above(0.3, 1), 'behind stones in the stream'),
    },
    confusion: 'With any single fish in open water.',
  },
  {
    id: 'herring',
    name: 'herring',
    water: 'salt',
    lengthM: [0.16, 0.28],
    swimbladder: true,
    form: 'school',
    number: [600, 3000],
    spacingLengths: 1.6,
    speedMps: 0.3,
    usual: stand('open', [10, 80], above(4, 12), 'a packed school in mid-water'),
    when: {
      night: stand('open', [8, 80], under(3, 9), 'risen and spread out', 2.2),
      lowLight: stand('open', [8, 80], under(5, 12), 'rising as the light goes', 1.4),
    },
    confusion: 'With sprat by form alone; larger fish give a coarser grain in a fan.',
  },
  {
    id: 'sprat',
    name: 'sprat',
    water: 'salt',
    lengthM: [0.08, 0.13],
    swimbladder: true,
    form: 'school',
    number: [800, 4000],
    spacingLengths: 1.5,
    speedMps: 0.2,
    usual: stand('open', [5, 60], under(2.5, 8), 'a dense school'),
    when: {
      night: stand('open', [5, 60], under(1, 5), 'spread out in the dark', 2.4),
      stream: stand('break', [4, 40], under(2, 8), 'held along the edge of the stream', 0.8),
    },
    confusion:
      'With herring, and with a bubble cloud: a cloud hangs from the surface, a school from nothing.',
  },
  {
    id: 'sandeel',
    name: 'sand eel',
    water: 'salt',
    lengthM: [0.1, 0.2],
    swimbladder: false,
    form: 'school',
    number: [500, 3000],
    spacingLengths: 1.2,
    speedMps: 0.2,
    usual: stand('flat', [4, 30], above(0.6, 3), 'over clean sand, weak for its number'),
    when: { night: stand('flat', [4, 30], above(0.15, 0.4), 'in the sand') },
    confusion: 'With thin weed: no bladder, so it is weak at every frequency.',
  },
  {
    id: 'mackerel',
    name: 'mackerel',
    water: 'salt',
    lengthM: [0.25, 0.38],
    swimbladder: false,
    form: 'loose',
    number: [12, 40],
    spacingLengths: 2.5,
    speedMps: 0.8,
    usual: stand('open', [6, 80], under(2, 10), 'fast through mid-water'),
    confusion: 'With bait: no bladder, so weak, and stronger the higher the frequency.',
  },
  {
    id: 'cod',
    name: 'cod',
    water: 'salt',
    lengthM: [0.4, 0.9],
    swimbladder: true,
    form: 'loose',
    number: [2, 6],
    spacingLengths: 4,
    speedMps: 0,
    usual: stand('rocks', [8, 60], above(0.3, 2), 'low over rough ground'),
    when: {
      stream: stand('rocks', [8, 60], above(0.2, 1), 'in the lee of rocks and wreck'),
      night: stand('hard', [6, 60], above(0.5, 4), 'risen off the ground'),
    },
    confusion: 'With pollack: cod keeps lower; off the top of a reef an echo seldom tells.',
  },
  {
    id: 'pollack',
    name: 'pollack',
    water: 'salt',
    lengthM: [0.35, 0.7],
    swimbladder: true,
    form: 'loose',
    number: [3, 9],
    spacingLengths: 4,
    speedMps: 0,
    usual: stand('rocks', [6, 50], above(1.5, 5), 'up off the reef, on its lee'),
    confusion: 'With cod by size; pollack stands higher over the reef.',
  },
  {
    id: 'bass',
    name: 'sea bass',
    water: 'salt',
    lengthM: [0.35, 0.65],
    swimbladder: true,
    form: 'loose',
    number: [2, 7],
    spacingLengths: 4,
    speedMps: 0.3,
    usual: stand('break', [2, 15], above(0.4, 2), 'along the edge of the channel'),
    when: {
      lowLight: stand('flat', [1, 5], above(0.3, 1.2), 'in over the flats'),
      stream: stand('break', [2, 15], above(0.3, 1.5), 'where the stream brings bait over an edge'),
    },
    confusion: 'With mullet, which keep higher and in larger groups.',
  },
  {
    id: 'mullet',
    name: 'grey mullet',
    water: 'salt',
    lengthM: [0.3, 0.55],
    swimbladder: true,
    form: 'loose',
    number: [6, 20],
    spacingLengths: 2.5,
    speedMps: 0.3,
    shyM: 4,
    usual: stand(
      'flat',
      [1, 6],
      under(0.4, 1.6),
      'near the surface over mud flats and in harbours',
    ),
    confusion: 'With bass; higher in the water and more of them.',
  },
  {
    id: 'flounder',
    name: 'flounder',
    water: 'salt',
    lengthM: [0.2, 0.4],
    swimbladder: false,
    form: 'single',
    number: [1, 3],
    spacingLengths: 8,
    speedMps: 0,
    usual: stand('flat', [1, 12], above(0.06, 0.12), 'on the ground'),
    confusion: 'With the ground itself: it lies in the dead zone and has no bladder.',
  },
];

export const PROFILE_IDS = PROFILES.map(({ id }) => id) as [string, ...string[]];

const byId = new Map(PROFILES.map((profile) => [profile.id, profile]));

/** @throws if there is no such species */
export function profileOf(id: string): SpeciesProfile {
  const profile = byId.get(id);
  if (!profile) throw new Error(`No species "${id}".`);
  return profile;
}
