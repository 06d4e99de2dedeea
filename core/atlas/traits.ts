/** What one sees of an echo, and what it could be: the marks by which things are told apart, each with the test that decides. */
import type { Instrument } from '../sounding';
import { ATLAS, type AtlasThing } from './things';

export const TRAITS = {
  shape: {
    label: 'Shape',
    options: {
      arch: 'an arch, or half of one',
      dash: 'a dash, a dot or a thin line',
      cloud: 'a cloud',
      tower: 'narrow and upright',
      bump: 'a bump or a hump',
      straight: 'straight, or with corners',
      rows: 'many, at even spacing',
      band: 'a band right across',
      streaks: 'streaks or dashes through the picture',
      hollow: 'a dip or a dark hollow',
      ground: 'the line of the bottom itself',
    },
  },
  edge: {
    label: 'Edge and inside',
    options: { firm: 'firm and even', grainy: 'grainy', soft: 'soft, fading out' },
  },
  attached: {
    label: 'Where it sits',
    options: {
      root: 'grown to the bottom',
      free: 'free in the water',
      surface: 'at the surface',
      whole: 'everywhere alike',
    },
  },
  motion: {
    label: 'On the next pass, or as you wait',
    options: {
      stays: 'it is still there',
      gone: 'it has moved or gone',
      rises: 'it rises',
      repeats: 'it comes again and again, evenly',
      hand: 'it does what the rod does',
    },
  },
  shadow: {
    label: 'Shadow on the side fans',
    options: { touching: 'touches it', apart: 'lies apart from it', none: 'none' },
  },
} as const;
export type TraitName = keyof typeof TRAITS;
export const TRAIT_NAMES = Object.keys(TRAITS) as TraitName[];
type OptionOf<T extends TraitName> = keyof (typeof TRAITS)[T]['options'];
type Table = { [T in TraitName]?: readonly OptionOf<T>[] };

/** What is seen, one of each sort at most. */
export type Seen = { [T in TraitName]?: string };

const swimming: Table = {
  shape: ['arch', 'dash'],
  edge: ['firm'],
  attached: ['free'],
  motion: ['gone'],
  shadow: ['apart'],
};
const heap: Table = { attached: ['root'], motion: ['stays'], shadow: ['touching'] };
const ground: Table = {
  shape: ['ground'],
  attached: ['root', 'whole'],
  motion: ['stays'],
  shadow: ['none'],
};
const everywhere: Table = { attached: ['whole'], shadow: ['none'] };

/** By thing; what is not named tells nothing about it. */
export const TRAITS_OF: Record<string, Table> = {
  fish: swimming,
  largeFish: swimming,
  noBladder: { ...swimming, edge: ['firm', 'soft'] },
  fishPair: swimming,
  fishOnBottom: {
    ...swimming,
    shape: ['arch', 'dash', 'bump'],
    attached: ['root', 'free'],
    shadow: ['apart', 'touching'],
  },
  baitSchool: {
    shape: ['cloud'],
    edge: ['grainy', 'soft'],
    attached: ['free'],
    motion: ['gone'],
    shadow: ['apart', 'none'],
  },
  baitLayer: {
    shape: ['band', 'cloud'],
    edge: ['grainy', 'soft'],
    attached: ['free', 'whole'],
    motion: ['gone'],
    shadow: ['none', 'apart'],
  },
  hunters: {
    shape: ['cloud', 'arch', 'dash'],
    edge: ['grainy', 'firm'],
    attached: ['free'],
    motion: ['gone'],
    shadow: ['apart', 'none'],
  },
  lure: {
    shape: ['dash', 'arch'],
    edge: ['firm'],
    attached: ['free'],
    motion: ['hand'],
    shadow: ['none'],
  },
  tree: { ...heap, shape: ['tower', 'bump'], edge: ['grainy'] },
  log: { ...heap, shape: ['straight', 'bump', 'dash'], edge: ['firm'] },
  stump: { ...heap, shape: ['bump', 'rows'], edge: ['firm', 'grainy'] },
  brushPile: { ...heap, shape: ['bump', 'cloud'], edge: ['grainy'] },
  driftwood: {
    shape: ['dash', 'straight'],
    edge: ['firm'],
    attached: ['surface'],
    motion: ['gone'],
    shadow: ['none', 'apart'],
  },
  weedBed: {
    ...heap,
    shape: ['cloud', 'band', 'bump'],
    edge: ['grainy', 'soft'],
    shadow: ['touching', 'none'],
  },
  weedStalk: {
    ...heap,
    shape: ['tower', 'arch', 'dash'],
    edge: ['soft', 'firm'],
    shadow: ['touching', 'none'],
  },
  leaves: {
    shape: ['cloud', 'dash'],
    edge: ['grainy', 'soft'],
    attached: ['surface', 'whole', 'free'],
    motion: ['gone'],
    shadow: ['none'],
  },
  boulder: { ...heap, shape: ['bump'], edge: ['firm'] },
  rockPile: { ...heap, shape: ['bump'], edge: ['firm', 'grainy'] },
  wall: { ...heap, shape: ['straight', 'bump'], edge: ['firm'] },
  foundation: { ...heap, shape: ['straight'], edge: ['firm'] },
  road: { ...heap, shape: ['straight', 'ground'], edge: ['firm'], shadow: ['none', 'touching'] },
  piling: { ...heap, shape: ['tower', 'rows'], edge: ['firm'] },
  pier: {
    ...heap,
    shape: ['rows', 'straight', 'tower'],
    edge: ['firm'],
    attached: ['root', 'surface'],
  },
  pontoon: {
    shape: ['straight'],
    edge: ['firm'],
    attached: ['surface'],
    motion: ['stays'],
    shadow: ['apart', 'touching'],
  },
  boatHull: { ...heap, shape: ['bump', 'straight'], edge: ['firm'] },
  wreckRibs: { ...heap, shape: ['rows', 'straight'], edge: ['firm'] },
  culvert: { ...heap, shape: ['straight', 'hollow', 'bump'], edge: ['firm'] },
  rope: {
    shape: ['dash', 'tower'],
    edge: ['firm', 'soft'],
    attached: ['free', 'surface', 'root'],
    motion: ['stays'],
    shadow: ['none', 'apart'],
  },
  mooredBoat: {
    shape: ['bump', 'straight'],
    edge: ['firm'],
    attached: ['surface'],
    motion: ['stays', 'gone'],
    shadow: ['apart'],
  },
  mud: { ...ground, edge: ['soft'] },
  gravelBottom: { ...ground, edge: ['firm', 'grainy'] },
  rockBottom: {
    ...ground,
    shape: ['ground', 'bump'],
    edge: ['firm'],
    shadow: ['none', 'touching'],
  },
  clayUnderMud: { ...ground, shape: ['ground', 'band'], edge: ['soft', 'firm'] },
  slope: { ...ground, edge: ['firm', 'soft'] },
  hump: { ...heap, shape: ['bump', 'ground'], edge: ['firm'] },
  hole: {
    shape: ['hollow', 'ground'],
    edge: ['firm'],
    attached: ['root'],
    motion: ['stays'],
    shadow: ['none'],
  },
  ditch: {
    shape: ['hollow', 'straight'],
    edge: ['firm'],
    attached: ['root'],
    motion: ['stays'],
    shadow: ['none'],
  },
  nests: {
    shape: ['rows', 'hollow'],
    edge: ['firm', 'soft'],
    attached: ['root'],
    motion: ['stays'],
    shadow: ['none', 'touching'],
  },
  ripple: {
    shape: ['rows', 'band'],
    edge: ['firm', 'soft'],
    attached: ['root'],
    motion: ['stays'],
    shadow: ['none', 'touching'],
  },
  thermocline: {
    ...everywhere,
    shape: ['band'],
    edge: ['soft', 'grainy'],
    attached: ['whole', 'free'],
    motion: ['stays'],
  },
  greenWater: {
    ...everywhere,
    shape: ['cloud', 'band'],
    edge: ['grainy', 'soft'],
    motion: ['stays'],
  },
  bubbleVent: {
    shape: ['tower', 'arch', 'dash', 'streaks'],
    edge: ['firm', 'grainy'],
    attached: ['root', 'free'],
    motion: ['rises', 'stays'],
    shadow: ['none'],
  },
  bubblePatch: {
    shape: ['cloud'],
    edge: ['soft', 'grainy'],
    attached: ['surface'],
    motion: ['gone'],
    shadow: ['none'],
  },
  wake: {
    shape: ['cloud', 'band'],
    edge: ['soft', 'grainy'],
    attached: ['surface'],
    motion: ['gone'],
    shadow: ['none'],
  },
  passingBoat: {
    shape: ['straight', 'cloud', 'bump'],
    edge: ['firm', 'soft'],
    attached: ['surface'],
    motion: ['gone'],
    shadow: ['none', 'apart'],
  },
  crossTalk: {
    ...everywhere,
    shape: ['streaks', 'dash', 'rows'],
    edge: ['firm'],
    motion: ['repeats'],
  },
  electrical: {
    ...everywhere,
    shape: ['streaks'],
    edge: ['firm', 'grainy'],
    motion: ['repeats', 'gone'],
  },
  air: {
    ...everywhere,
    shape: ['streaks', 'band'],
    edge: ['soft'],
    motion: ['gone'],
    attached: ['surface', 'whole'],
  },
  tilted: {
    shape: ['arch', 'tower'],
    edge: ['firm'],
    attached: ['free', 'root', 'whole'],
    motion: ['gone', 'stays'],
  },
  rolled: { attached: ['whole'], motion: ['stays', 'gone'], shape: ['tower', 'hollow'] },
  stopStart: {
    ...everywhere,
    shape: ['streaks', 'band', 'straight'],
    edge: ['firm'],
    motion: ['gone'],
  },
  hardTurn: { ...everywhere, shape: ['band', 'streaks'], edge: ['soft', 'firm'], motion: ['gone'] },
  starved: { ...everywhere, shape: ['dash', 'streaks'], edge: ['grainy'], motion: ['stays'] },
  wrongRange: { ...everywhere, shape: ['dash', 'ground'], edge: ['firm'], motion: ['stays'] },
  scrollMismatch: { ...everywhere, shape: ['dash', 'straight'], edge: ['firm'], motion: ['stays'] },
  gainFull: { ...everywhere, shape: ['streaks', 'cloud'], edge: ['grainy'], motion: ['stays'] },
  filterLeft: { ...everywhere, edge: ['firm'], motion: ['stays'] },
};

export interface Candidate {
  thing: AtlasThing;
  /** Of what was seen: what speaks for it, and what against. */
  agrees: TraitName[];
  against: TraitName[];
}

const MOST_AGAINST = 1;

/**
 * What it could be: first what nothing speaks against, the most agreed with first.
 * @param view leaves out what that instrument does not show
 */
export function candidatesFor(seen: Seen, view: Instrument | null): Candidate[] {
  const asked = TRAIT_NAMES.filter((name) => seen[name] !== undefined);
  if (asked.length === 0) return [];
  return ATLAS.filter(({ views }) => view === null || views.includes(view))
    .map((thing) => {
      const known: Partial<Record<TraitName, readonly string[]>> = TRAITS_OF[thing.id] ?? {};
      const told = asked.filter((name) => known[name]);
      return {
        thing,
        agrees: told.filter((name) => known[name]!.includes(seen[name]!)),
        against: told.filter((name) => !known[name]!.includes(seen[name]!)),
      };
    })
    .filter(({ agrees, against }) => agrees.length > 0 && against.length <= MOST_AGAINST)
    .toSorted((a, b) => a.against.length - b.against.length || b.agrees.length - a.agrees.length);
}
