/** What a student learns to do, in the order in which it is taught. */
import { type Instrument, isPolar } from '../sounding';
import type { RegionLabel } from '../reading/labels';

export const SKILLS = {
  nowAndHistory: 'Now and history',
  depthScale: 'Depth scale',
  hardness: 'Hard and soft bottom',
  archAndSpeed: 'Arch and speed',
  sizeCues: 'Size of a fish',
  baitAndFish: 'Bait and fish',
  clutter: 'Bubbles and clutter',
  empties: 'Empty water',
  gain: 'Gain',
  frequency: 'Frequency and cone',
  scroll: 'Scroll',
  rangeAndZoom: 'Range and zoom',
  downFan: 'Down fan as a cross-check',
  sideGeometry: 'Side fans: geometry',
  shadows: 'Side fans: shadows',
  sideRange: 'Side fans: range',
  distortions: 'Distortions',
  wood: 'Wood and weed',
  rock: 'Rock and hard patches',
  built: 'Built things',
  nearBottom: 'Close to the bottom',
  position: 'Position',
  column: 'Column view',
  sector: 'Live sector',
  chart: 'Chart and season',
} as const;
export type SkillId = keyof typeof SKILLS;
export const SKILL_IDS = Object.keys(SKILLS) as [SkillId, ...SkillId[]];

/** Naming a single mark, where its label does not say what is trained. */
const MARK_BY_INSTRUMENT: Record<Instrument, SkillId> = {
  cone: 'archAndSpeed',
  downFan: 'downFan',
  sideFans: 'shadows',
  column: 'column',
  sector: 'sector',
};

const BY_INSTRUMENT: Record<Instrument, SkillId[]> = {
  cone: ['archAndSpeed'],
  downFan: ['downFan'],
  sideFans: ['sideGeometry', 'shadows'],
  column: ['column'],
  sector: ['sector'],
};

const BY_LABEL: Partial<Record<RegionLabel, SkillId>> = {
  bait: 'baitAndFish',
  wood: 'wood',
  weed: 'wood',
  rock: 'rock',
  built: 'built',
  clutter: 'clutter',
  bubbles: 'clutter',
  crossTalk: 'clutter',
  bottomHard: 'hardness',
  bottomSoft: 'hardness',
  softLayer: 'hardness',
  secondBottom: 'rangeAndZoom',
  thermocline: 'baitAndFish',
  lure: 'column',
};

/** What finding or naming a mark of this sort trains. */
export const skillOfMark = (label: RegionLabel, instrument: Instrument): SkillId =>
  isPolar(instrument) ? 'sector' : (BY_LABEL[label] ?? MARK_BY_INSTRUMENT[instrument]);

/**
 * What a screen lends itself to, by its instrument and what can be seen on it.
 * @param isEmpty whether nothing to catch is nothing there, and not a setting that hides it
 */
export function skillsFor(
  instrument: Instrument,
  contents: readonly RegionLabel[],
  isEmpty: boolean,
): SkillId[] {
  const wanted = new Set<SkillId>(BY_INSTRUMENT[instrument]);
  if (isEmpty) wanted.add('empties');
  for (const label of contents) {
    const skill = BY_LABEL[label];
    if (skill) wanted.add(skill);
  }
  return SKILL_IDS.filter((id) => wanted.has(id));
}

/** Skills that are asked about on a chart or in words, too. */
export const CHART_SKILLS: readonly SkillId[] = [
  'chart',
  'gain',
  'sideRange',
  'frequency',
  'scroll',
];

/** The instruments on which a skill is trained, the usual one first; none for what is done on a chart. */
export const SKILL_INSTRUMENTS: Record<SkillId, readonly Instrument[]> = {
  nowAndHistory: ['cone', 'sideFans'],
  depthScale: ['cone', 'downFan', 'column'],
  hardness: ['cone'],
  archAndSpeed: ['cone'],
  sizeCues: ['cone'],
  baitAndFish: ['cone', 'downFan'],
  clutter: ['cone', 'downFan'],
  empties: ['cone', 'sideFans', 'downFan'],
  gain: ['cone', 'sideFans'],
  frequency: ['cone'],
  scroll: ['cone'],
  rangeAndZoom: ['cone'],
  downFan: ['downFan'],
  sideGeometry: ['sideFans'],
  shadows: ['sideFans'],
  sideRange: ['sideFans'],
  distortions: ['cone', 'sideFans'],
  wood: ['cone', 'downFan', 'sideFans'],
  rock: ['cone', 'sideFans'],
  built: ['sideFans', 'downFan'],
  nearBottom: ['cone'],
  position: ['sideFans'],
  column: ['column'],
  sector: ['sector'],
  chart: [],
};
