import { beforeAll, describe, expect, it } from 'vitest';
import { hollinReservoir } from '../demo';
import { type DrillScreen, drillSource, screenOfRecipe } from '../drills';
import { betterView, clarity, type ClarityInput, mendScore } from '.';

describe('how clearly a target stands', () => {
  let screen: DrillScreen;
  let input: ClarityInput;
  beforeAll(() => {
    screen = screenOfRecipe(
      {
        waterId: 'hollin-reservoir',
        passId: 'across',
        instrument: 'cone',
        pings: 420,
        endAlongM: 192,
        speedMps: 1.5,
        view: { gainDb: 42, bottomM: 15 },
      },
      'hollin-reservoir',
      hollinReservoir(),
    );
    const region = screen.regions.find(
      ({ label, verdict }) => label === 'fish' && verdict === 'visible',
    )!;
    input = { source: drillSource(screen), region, rangePx: 560, speedMps: 1.5 };
  });

  it('falls with a gain too low and too high, a range too wide, and filters', () => {
    const { view } = screen;
    const now = clarity(input, view);
    expect(now).toBeGreaterThan(5);
    expect(clarity(input, { ...view, gainDb: 8 })).toBeLessThan(0.5 * now);
    expect(clarity(input, { ...view, gainDb: 78 })).toBeLessThan(now);
    expect(clarity(input, { ...view, bottomM: 90 })).toBeLessThan(0.6 * now);
    expect(clarity(input, { ...view, scrollPxPerS: 240 })).toBeLessThan(
      clarity(input, { ...view, scrollPxPerS: 50 }),
    );
  });
  it('is nothing where the target is off the picture', () => {
    expect(clarity(input, { ...screen.view, bottomM: 2 })).toBe(0);
    expect(clarity(input, { ...screen.view, topM: 30, bottomM: 40 })).toBe(0);
  });
  it('finds a view at least as clear, and leaves a good one alone', () => {
    const bad = { ...screen.view, gainDb: 76, bottomM: 60 };
    const better = betterView(input, bad);
    expect(better.clarity).toBeGreaterThan(1.5 * clarity(input, bad));
    expect(better.view.gainDb).toBeLessThan(76);
    expect(better.view.bottomM).toBeLessThan(40);
    const again = betterView(input, better.view);
    expect(again.clarity).toBeLessThan(1.1 * better.clarity);
  });
  it('scores a mend by what was gained, less what was moved without need', () => {
    const bad = { ...screen.view, bottomM: 60 };
    const best = betterView(input, bad).view;
    const good = mendScore(input, bad, best);
    expect(good.score).toBeGreaterThan(0.9);
    expect(good.needless).toEqual([]);
    expect(mendScore(input, bad, bad)).toMatchObject({ score: 0, needless: [] });
    const fussy = mendScore(input, bad, { ...best, surfaceFilterM: 1 });
    expect(fussy.needless).toEqual(['surfaceFilterM']);
    expect(fussy.score).toBeCloseTo(good.score - 0.1, 5);
    // Half way is worth something; another palette costs nothing.
    const half = mendScore(input, bad, { ...bad, bottomM: 30 });
    expect(half.score).toBeGreaterThan(0.1);
    expect(half.score).toBeLessThan(good.score);
    expect(mendScore(input, bad, { ...best, paletteId: 'paper' as never }).needless).toEqual([]);
  });
});
