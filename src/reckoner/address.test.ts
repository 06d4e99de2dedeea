import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CARDS, firstChoices } from '@core/reckoner';
import { begun, readAddress, searchOf } from './address';

describe('a card in an address', () => {
  it('comes back as it was, whatever its numbers', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CARDS),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (card, share) => {
          const values = Object.fromEntries(
            Object.entries(card.fields).map(([key, { min, max }]) => [
              key,
              min + share * (max - min),
            ]),
          );
          const chosen = Object.fromEntries(
            Object.entries(card.choices ?? {}).map(([key, { options }]) => [
              key,
              options[Math.floor(share * (options.length - 1))].value,
            ]),
          );
          const back = readAddress(card, new URLSearchParams(searchOf(card, { values, chosen })));
          expect(back.chosen).toEqual(chosen);
          for (const [key, value] of Object.entries(values)) {
            expect(Math.abs(back.values[key] - value)).toBeLessThanOrEqual(
              1e-5 * Math.abs(value) + 1e-9,
            );
          }
        },
      ),
      { numRuns: 200 },
    );
  });
  it('is as usual where it says nothing, nonsense, or too much', () => {
    for (const card of CARDS) {
      const [key] = Object.keys(card.fields);
      for (const written of ['', 'deep', 'Infinity', '1e999']) {
        const search = new URLSearchParams([[key, written]]);
        const { values, chosen } = readAddress(card, search);
        expect(values[key], `${card.id} “${written}”`).toBe(begun(card).values[key]);
        expect(chosen).toEqual(firstChoices(card));
      }
      const huge = readAddress(card, new URLSearchParams([[key, '1e8']]));
      expect(huge.values[key]).toBe(card.fields[key].max);
    }
  });
});
