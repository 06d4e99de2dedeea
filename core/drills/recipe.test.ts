import { describe, expect, it } from 'vitest';
import { recipeSchema, refKey, type ScreenRef, screenRefSchema } from './recipe';

const RECIPE = {
  waterId: 'hollin-reservoir',
  passId: 'across',
  instrument: 'cone' as const,
  pings: 120,
  endAlongM: 150,
};
const ref = (change: object = {}): ScreenRef =>
  screenRefSchema.parse({ from: 'recipe', recipe: { ...RECIPE, ...change }, waterMark: 5 });

describe('a recipe', () => {
  it('reads back as it was written', () => {
    expect(recipeSchema.parse(JSON.parse(JSON.stringify(RECIPE)))).toEqual(
      recipeSchema.parse(RECIPE),
    );
  });
  it.each([
    ['pings', 0],
    ['pings', 1e7],
    ['instrument', 'radar'],
    ['waterId', ''],
    ['faults', ['nothing known']],
    ['speedMps', -1],
    ['endAlongM', Number.NaN],
  ])('is refused with %s of %s, by its path', (field, value) => {
    const { error } = recipeSchema.safeParse({ ...RECIPE, [field]: value });
    expect(error?.issues.map(({ path }) => String(path[0]))).toContain(field);
  });
});

describe('the key of a screen', () => {
  it('is alike for alike recipes, and unlike for any change that is heard', () => {
    expect(refKey(ref())).toBe(refKey(ref()));
    for (const change of [
      { pings: 121 },
      { endAlongM: 151 },
      { instrument: 'downFan' },
      { speedMps: 2 },
      { faults: ['tilted'] },
      { view: { gainDb: 50 } },
    ]) {
      expect(refKey(ref(change)), JSON.stringify(change)).not.toBe(refKey(ref()));
    }
  });
  it('knows a screen of the library by its id', () => {
    const library = (screenId: string) =>
      refKey(screenRefSchema.parse({ from: 'library', screenId }));
    expect(library('a')).not.toBe(library('b'));
    expect(library('a')).not.toBe(refKey(ref()));
  });
});
