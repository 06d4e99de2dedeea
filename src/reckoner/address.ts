/** A card with its numbers as an address, and back; what cannot be read is as usual. */
import { type Card, firstChoices, firstValues } from '@core/reckoner';
import { knownSurroundings } from '@/ui/surroundings';

export interface Reckoned {
  /** In SI. */
  values: Record<string, number>;
  chosen: Record<string, string>;
}

/** As a card stands before anything was typed: with what the page knows. */
export const begun = (card: Card): Reckoned => ({
  values: firstValues(card, knownSurroundings()),
  chosen: firstChoices(card),
});

const DIGITS = 6;

export function searchOf(card: Card, { values, chosen }: Reckoned): string {
  const numbers = Object.entries(values).map(([key, value]): [string, string] => [
    key,
    String(Number(value.toPrecision(DIGITS))),
  ]);
  return new URLSearchParams([['card', card.id], ...Object.entries(chosen), ...numbers]).toString();
}

export function readAddress(card: Card, search: URLSearchParams): Reckoned {
  const { values, chosen } = begun(card);
  for (const [key, { min, max }] of Object.entries(card.fields)) {
    const written = search.get(key);
    const value = written === null || written === '' ? NaN : Number(written);
    if (Number.isFinite(value)) values[key] = Math.min(max, Math.max(min, value));
  }
  for (const [key, { options }] of Object.entries(card.choices ?? {})) {
    const written = search.get(key);
    if (options.some(({ value }) => value === written)) chosen[key] = written!;
  }
  return { values, chosen };
}
