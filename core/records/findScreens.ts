/** Finding screens among many: what is asked for, and the order in which they come. */
import { EVIDENCE, type EvidenceKind, isAtLeast, LABEL_NAMES, type RegionLabel } from '../reading';
import type { Instrument } from '../sounding';
import type { SkillId } from '../drills/skills';
import type { ScreenRecord } from './kinds';

export const SCREEN_ORDERS = ['newest', 'name', 'water', 'difficulty', 'evidence'] as const;
export type ScreenOrder = (typeof SCREEN_ORDERS)[number];

export interface ScreenQuery {
  /** Words, all of which must stand somewhere in name, notes, water, pass, tags or names of what is seen. */
  text: string;
  instrument: Instrument | null;
  /** Something of this sort can be seen, or 'nothing': an empty screen. */
  content: RegionLabel | 'nothing' | null;
  leastEvidence: EvidenceKind | null;
  waterName: string | null;
  skill: SkillId | null;
  difficulty: number | null;
  tag: string | null;
  source: ScreenRecord['source']['kind'] | null;
  /** Ids of a collection; null for all. */
  among: readonly string[] | null;
  order: ScreenOrder;
}

export const ALL_SCREENS: ScreenQuery = {
  text: '',
  instrument: null,
  content: null,
  leastEvidence: null,
  waterName: null,
  skill: null,
  difficulty: null,
  tag: null,
  source: null,
  among: null,
  order: 'newest',
};

const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

function hasWords(screen: ScreenRecord, words: string[]): boolean {
  if (words.length === 0) return true;
  const { name, notes, waterName, passName, tags, things, nothingHere, truth, contents } = screen;
  const sorts = (contents ?? []).map((label) => LABEL_NAMES[label]);
  const named = truth.regions.flatMap((region) => [region.name, region.species]);
  const text = plain(
    [
      name,
      notes,
      waterName,
      passName,
      nothingHere ?? '',
      ...tags,
      ...things,
      ...sorts,
      ...named,
    ].join('\n'),
  );
  return words.every((word) => text.includes(word));
}

const compare: Record<ScreenOrder, (a: ScreenRecord, b: ScreenRecord) => number> = {
  newest: (a, b) => b.createdAtMs - a.createdAtMs,
  name: (a, b) => a.name.localeCompare(b.name),
  water: (a, b) => a.waterName.localeCompare(b.waterName),
  difficulty: (a, b) => (a.difficulty ?? 0) - (b.difficulty ?? 0),
  evidence: (a, b) => EVIDENCE.indexOf(b.evidence.kind) - EVIDENCE.indexOf(a.evidence.kind),
};

/** Screens that meet all of a query, in its order; names settle ties. */
export function findScreens(screens: readonly ScreenRecord[], query: ScreenQuery): ScreenRecord[] {
  const words = plain(query.text).split(/\s+/).filter(Boolean);
  const among = query.among && new Set(query.among);
  const isContent = ({ contents, nothingHere }: ScreenRecord) =>
    query.content === 'nothing'
      ? nothingHere !== null
      : query.content === null || (contents?.includes(query.content) ?? false);
  return screens
    .filter(
      (screen) =>
        (query.instrument === null || screen.instrument === query.instrument) &&
        isContent(screen) &&
        (query.leastEvidence === null || isAtLeast(screen.evidence.kind, query.leastEvidence)) &&
        (query.waterName === null || screen.waterName === query.waterName) &&
        (query.skill === null || screen.skills.includes(query.skill)) &&
        (query.difficulty === null || screen.difficulty === query.difficulty) &&
        (query.tag === null || screen.tags.includes(query.tag)) &&
        (query.source === null || screen.source.kind === query.source) &&
        (among === null || among.has(screen.id)) &&
        hasWords(screen, words),
    )
    .sort((a, b) => compare[query.order](a, b) || a.name.localeCompare(b.name));
}
