/** Things that are taken for one another, under the same settings, and what decides. */
import type { SkillId } from '../drills/skills';
import type { Instrument } from '../sounding';
import { type AtlasLook, usualLook } from './look';

export interface LookAlikes {
  id: string;
  name: string;
  /** Of the atlas. */
  a: string;
  b: string;
  skill: SkillId;
  /** The test that decides. */
  decides: string;
  look: AtlasLook;
}

const pair = (
  a: string,
  b: string,
  name: string,
  skill: SkillId,
  decides: string,
  instrument: Instrument,
  change: Partial<AtlasLook> = {},
): LookAlikes => ({
  ...{ id: `${a}-${b}`, name, a, b, skill, decides },
  look: { ...usualLook(instrument, change.depthM), ...change },
});

export const PAIRS: LookAlikes[] = [
  pair(
    'baitSchool',
    'weedBed',
    'Bait or weed',
    'baitAndFish',
    'Attached or free? Weed has a root; under bait there is clear water.',
    'cone',
    { depthM: 5, hangsAt: 0.62 },
  ),
  pair(
    'baitSchool',
    'brushPile',
    'Bait or brush',
    'wood',
    'Brush has a root and throws a shadow; bait hangs, and is elsewhere next time.',
    'downFan',
    { depthM: 5, hangsAt: 0.7 },
  ),
  pair(
    'baitLayer',
    'thermocline',
    'Bait layer or thermocline',
    'baitAndFish',
    'Even depth everywhere, on both views? Then it is the water. Bait has gaps and knots.',
    'cone',
    { depthM: 12, hangsAt: 0.55 },
  ),
  pair(
    'fish',
    'bubbleVent',
    'Fish or bubbles',
    'clutter',
    'The down fan: bubbles are threads that rise, a fish is one dash.',
    'cone',
  ),
  pair(
    'fishOnBottom',
    'boulder',
    'Fish on the bottom or boulder',
    'nearBottom',
    'The shadow: it touches a boulder, and lies a little apart from a fish. Pass again.',
    'sideFans',
    { depthM: 5 },
  ),
  pair(
    'largeFish',
    'fishPair',
    'One large fish or two',
    'sizeCues',
    'Choose the sweep, or the down fan: two are parted, one stays one.',
    'cone',
  ),
  pair(
    'clayUnderMud',
    'gravelBottom',
    'Hard layer under mud, or a second bottom',
    'hardness',
    'A second bottom lies at exactly twice the depth; a layer at no multiple, and it fades at a high frequency.',
    'cone',
    { bandId: '50', depthM: 6 },
  ),
  pair(
    'wake',
    'baitSchool',
    'Wake or bait at the surface',
    'clutter',
    'A wake hangs from the surface and frays out downwards. Look up: was there a boat?',
    'cone',
    { hangsAt: 0.18 },
  ),
  pair(
    'crossTalk',
    'fish',
    'Cross-talk or fish',
    'clutter',
    'Even spacing, and a slant from ping to ping: no fish keeps time.',
    'cone',
  ),
  pair('lure', 'fish', 'Lure or fish', 'column', 'Lift the rod: the lure follows.', 'column'),
  pair(
    'log',
    'tree',
    'Lying or standing timber',
    'wood',
    'The shadow: of a log along the whole of it, of a tree long and narrow.',
    'sideFans',
    { depthM: 6 },
  ),
  pair(
    'piling',
    'tilted',
    'A post, or a tilted transducer',
    'distortions',
    'If all lean alike, and arches have lost a half, it is the transducer.',
    'cone',
  ),
  pair(
    'hump',
    'hole',
    'Hump or hole',
    'shadows',
    'Bright near and dark behind: up. Dark near and bright behind: down.',
    'sideFans',
    { depthM: 6 },
  ),
  pair(
    'nests',
    'ripple',
    'Nests or ripples',
    'sideGeometry',
    'Nests are round, in a patch; ripples are lines that run on.',
    'sideFans',
    { depthM: 3 },
  ),
  pair(
    'wall',
    'log',
    'Wall or log',
    'built',
    'Corners and right angles are built; wood tapers and has branches.',
    'sideFans',
    { depthM: 6 },
  ),
  pair(
    'mud',
    'gravelBottom',
    'Soft or hard',
    'hardness',
    'At one gain: hard is thick, with a long tail and often a second bottom.',
    'cone',
  ),
];

export const pairOf = (id: string | null): LookAlikes | undefined =>
  PAIRS.find((one) => one.id === id);

/** What a thing is taken for. */
export const pairsOfThing = (id: string): LookAlikes[] =>
  PAIRS.filter(({ a, b }) => a === id || b === id);

export const pairsOfSkill = (skill: SkillId): LookAlikes[] =>
  PAIRS.filter((one) => one.skill === skill);
