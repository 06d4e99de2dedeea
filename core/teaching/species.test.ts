/** Pages of species: groups met as the rules put them, told as well as their habits allow, shown where they stand. */
import { describe, expect, it } from 'vitest';
import { sundraBay, vennick } from '../demo';
import { screenOfRecipe } from '../drills';
import { PROFILES } from '../life';
import { howTold, type Met, metIn, speciesPages } from './species';

const content = vennick();
const met = metIn('vennick', content);

describe('who is met on a water', () => {
  it('is the same groups on every day and hour', () => {
    const times = [...new Set(met.map(({ dayId, hourOfDay }) => `${dayId} ${hourOfDay}`))];
    expect(times).toHaveLength(3 * content.days.length);
    const groups = content.stocks.reduce((sum, stock) => sum + stock.groups, 0);
    for (const time of times) {
      const then = met.filter(({ dayId, hourOfDay }) => `${dayId} ${hourOfDay}` === time);
      expect(new Set(then.map(({ groupId }) => groupId)).size, time).toBe(groups);
    }
  });
});

describe('how often a species is told', () => {
  const told = howTold(met);
  it('adds up, for every species that lives there', () => {
    expect(new Set(told.keys())).toEqual(new Set(content.stocks.map(({ species }) => species)));
    for (const { rightShare, taken } of told.values()) {
      expect(taken.reduce((sum, { share }) => sum + share, rightShare)).toBeCloseTo(1, 9);
      expect(taken.map(({ share }) => share)).toEqual(
        taken.map(({ share }) => share).toSorted((a, b) => b - a),
      );
    }
  });
  it('is better than guessing, and never sure of all', () => {
    const shares = [...told.values()].map(({ rightShare }) => rightShare);
    const mean = shares.reduce((sum, share) => sum + share, 0) / shares.length;
    expect(mean).toBeGreaterThan(3 / told.size);
    expect(Math.min(...shares)).toBeLessThan(0.9);
  });
  it('is chance where two species stand alike', () => {
    // Every second group of perch under another species’ name.
    const twin = PROFILES.find(({ id }) => id === 'trout')!;
    const perch = met.filter(({ group }) => group.profile.id === 'perch');
    const ids = [...new Set(perch.map(({ groupId }) => groupId))];
    const renamed = perch.map((one): Met =>
      ids.indexOf(one.groupId) % 2 === 0 ? one : { ...one, group: { ...one.group, profile: twin } },
    );
    const shares = [...howTold(renamed).values()].map(({ rightShare }) => rightShare);
    expect((shares[0] + shares[1]) / 2).toBeGreaterThan(0.25);
    expect((shares[0] + shares[1]) / 2).toBeLessThan(0.75);
  });
});

describe('the pages', () => {
  const pages = speciesPages({ vennick, 'sundra-bay': sundraBay });
  it('are one a profile, with the waters it lives in and five looks at one group', () => {
    expect(pages.map(({ id }) => id)).toEqual(PROFILES.map(({ id }) => id));
    for (const { id, waters, told, plates } of pages) {
      expect(told !== null, id).toBe(waters.length > 0);
      expect(new Set(plates.map(({ recipe }) => recipe.instrument)).size, id).toBe(
        waters.length > 0 ? 5 : 0,
      );
    }
    expect(pages.find(({ id }) => id === 'herring')!.waters).toEqual(['Sundra Bay']);
  });
  it('show a school that can be seen', () => {
    const [{ recipe }] = pages.find(({ id }) => id === 'herring')!.plates;
    const { regions } = screenOfRecipe(recipe, 'sundra-bay', sundraBay());
    const herring = regions.filter(({ name }) => name.includes('herring'));
    expect(herring.map(({ verdict }) => verdict)).toContain('visible');
  });
});
