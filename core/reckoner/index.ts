/** The cards, in the order in which a boat meets their questions. Adding one: write it, name it here. */
import type { SkillId } from '../drills/skills';
import { apart, deadZone, footprint, howFar, timeInBeam } from './cards/beam';
import { behind, gainLadder, pingLimit, pixels, scroll } from './cards/picture';
import { across, gap, shadowHeight, sideRange, slant } from './cards/side';
import { release, thermocline } from './cards/water';
import { drift, lanes, level, spotTime } from './cards/way';
import type { Card, Surroundings } from './card';

export * from './card';
export * from './strokes';

export const CARD_GROUPS: { name: string; cards: Card[] }[] = [
  { name: 'The beam', cards: [footprint, timeInBeam, deadZone, apart, howFar] },
  { name: 'The picture', cards: [behind, pixels, scroll, pingLimit, gainLadder] },
  { name: 'Side fans', cards: [slant, shadowHeight, gap, across, sideRange] },
  { name: 'The way', cards: [lanes, level, drift, spotTime] },
  { name: 'The water', cards: [thermocline, release] },
];

export const CARDS: Card[] = CARD_GROUPS.flatMap(({ cards }) => cards);

export const cardOf = (id: string | null): Card | undefined => CARDS.find((one) => one.id === id);

/** Those that do the sums of a handbook page. */
export const cardsOfSkill = (skill: SkillId): Card[] => CARDS.filter((one) => one.skill === skill);

/** What a card begins with: what the page knows, within its limits, else what is usual. */
export function firstValues(card: Card, known: Partial<Surroundings>): Record<string, number> {
  return Object.fromEntries(
    Object.entries(card.fields).map(([key, { usual, min, max, from }]) => {
      const value = (from && known[from]) ?? usual;
      return [key, Math.min(max, Math.max(min, Number.isFinite(value) ? value : usual))];
    }),
  );
}

export const firstChoices = (card: Card): Record<string, string> =>
  Object.fromEntries(Object.entries(card.choices ?? {}).map(([key, { usual }]) => [key, usual]));
