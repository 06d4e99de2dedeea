import { describe, expect, it } from 'vitest';
import { screenOfRecipe } from '../drills';
import { SKILL_IDS } from '../drills/skills';
import {
  CARDS,
  type Card,
  cardOf,
  cardsOfSkill,
  firstChoices,
  firstValues,
  sayIn,
  type Worked,
} from '.';

const work = (
  id: string,
  values: Record<string, number> = {},
  chosen: Record<string, string> = {},
  units: 'metric' | 'imperial' = 'metric',
): Worked => {
  const card = cardOf(id)!;
  return card.work(
    { ...firstValues(card, {}), ...values },
    { ...firstChoices(card), ...chosen },
    sayIn(units),
  );
};
const first = (...of: Parameters<typeof work>) => work(...of).results[0].si;
const each = CARDS.map((card): [string, Card] => [card.id, card]);

describe('hand-worked sums', () => {
  it.each<[string, Record<string, number>, Record<string, string>, number, number?]>([
    ['footprint', { depth: 10, beam: 20 }, {}, 3.5265],
    ['deadZone', { depth: 20, beam: 20, cell: 0.0733 }, {}, 0.3771],
    // 3.5265 m at 1.5 m/s.
    ['timeInBeam', { depth: 10, beam: 20, aside: 0, speed: 1.5 }, {}, 2.351],
    // 1480 × 0.15 ms ÷ 2, and 1480 ÷ 120,000.
    ['apart', { pulse: 0.15 }, { sent: 'tone' }, 0.111],
    ['apart', { sweep: 60 }, { sent: 'sweep' }, 0.01233],
    ['behind', { speed: 1.5, seconds: 10 }, {}, 15],
    ['pixels', { window: 16, height: 640 }, {}, 40],
    ['scroll', { window: 16, height: 640, speed: 1.5 }, {}, 60],
    ['pingLimit', { range: 40 }, {}, 18.5],
    ['slant', { height: 6, range: 10 }, {}, 8],
    ['shadowHeight', { height: 5, near: 15.5242, end: 19.4052 }, {}, 1, 3],
    ['gap', { height: 6, fish: 15, shadow: 20 }, {}, 1.5],
    // Ground ranges 8 and 15 at a height of 6 and 8: 3-4-5 and 8-15-17 triangles.
    ['across', { height: 8, near: 10, far: 17, speed: 1, seconds: 12 }, {}, 15],
    ['sideRange', { depth: 10 }, { purpose: 'hunt' }, 20],
    ['sideRange', { depth: 5 }, { purpose: 'search' }, 35],
    ['lanes', { depth: 7, range: 25, overlap: 20 }, {}, 38.4],
    ['level', { charted: 3, offset: -0.6, tide: 0 }, {}, 2.4],
    // At high water half the range stands on top.
    ['level', { charted: 3, offset: 0, tide: 4, high: 9, at: 9 }, {}, 5],
    // 4 % of 5 m/s straight downwind, and no current.
    ['drift', { wind: 5, current: 0 }, {}, 0.2],
    ['spotTime', { visits: 4, chance: 90 }, {}, 2072.3, 1],
    ['thermocline', { upperDepth: 6, upper: 19, lowerDepth: 8, lower: 13 }, {}, 3],
    ['release', { depth: 10 }, { salt: 'fresh' }, 1.968, 2],
    ['gainLadder', { depth: 12 }, { instrument: 'cone', ground: 'rock' }, 36],
  ])('%s %j %j: %d', (id, values, chosen, expected, digits = 3) => {
    expect(first(id, values, chosen)).toBeCloseTo(expected, digits);
  });

  it('uphill ground hides more than flat ground does, and the beam’s other edge none', () => {
    const [flat, slope] = work('deadZone', { depth: 10, beam: 20, slope: 30, cell: 0.1 }).results;
    expect(flat.si).toBeCloseTo(0.2519, 3);
    expect(slope.si).toBeCloseTo(0.8838, 3);
    // A slope within the beam: the nearest ground is square to it.
    expect(
      work('deadZone', { depth: 10, beam: 20, slope: 5, cell: 0.1 }).results[1].si,
    ).toBeCloseTo(0.138, 3);
  });

  it('a fish outside the beam gets no ping, and one twice as slow twice as many', () => {
    expect(first('timeInBeam', { depth: 10, beam: 20, aside: 3 })).toBe(0);
    const pings = (speed: number) => work('timeInBeam', { speed }).results[1].si;
    expect(pings(1)).toBeCloseTo(2 * pings(2), 6);
  });

  it('a low tone reaches farther than a high one, fresh water farther than salt', () => {
    const reach = (band: string, salt: string) => first('howFar', {}, { band, salt });
    expect(reach('50', 'salt')).toBeGreaterThan(reach('200', 'salt'));
    expect(reach('200', 'fresh')).toBeGreaterThan(1.2 * reach('200', 'salt'));
    const { echo, noise } = {
      echo: work('howFar').curves!.lines[0],
      noise: work('howFar').curves!.lines[1],
    };
    const meets = echo.points.find(({ x, y }) => y < noise.points[0].y && x > 0)!;
    expect(Math.abs(meets.x - first('howFar'))).toBeLessThan(0.05 * first('howFar'));
  });

  it('counts lanes so that no strip stays unseen', () => {
    const { results } = work('lanes', {
      depth: 7,
      range: 25,
      overlap: 20,
      width: 100,
      long: 200,
      speed: 1,
    });
    // Seen 48 m, spacing 38.4: ⌈(100 − 48) ÷ 38.4⌉ + 1 = 3 lanes, 600 m and two crossings.
    expect(results[1].si).toBe(3);
    expect(results[2].si).toBeCloseTo(600 + 2 * 38.4, 1);
    expect(work('lanes', { depth: 30, range: 25 }).results[1].si).toBe(0);
  });

  it('says what cannot be told', () => {
    expect(work('slant', { height: 8, range: 6 }).meaning).toContain('anywhere on that arc');
    expect(work('drift', { depth: 20, rope: 10 }).meaning).toContain('does not reach');
    expect(work('thermocline', { upper: 15, lower: 14 }).results[1].text).toBe('no');
  });
});

describe.each(each)('%s', (_, card) => {
  const values = firstValues(card, {});
  const chosen = firstChoices(card);

  it('is worked in either system of units, with words for all of it', () => {
    for (const units of ['metric', 'imperial'] as const) {
      const { results, meaning, drawing, curves, sums } = card.work(values, chosen, sayIn(units));
      expect(results.length).toBeGreaterThan(0);
      for (const { text, si } of results) {
        expect(text).not.toMatch(/NaN|undefined|Infinity/);
        expect(Number.isFinite(si)).toBe(true);
      }
      expect([...sums, meaning].join(' ')).not.toMatch(/NaN|undefined|Infinity/);
      if (units === 'imperial') expect([...sums, meaning].join(' ')).not.toMatch(/\d m( |,|$)/);
      expect((drawing ?? curves)!.alt.length).toBeGreaterThan(20);
    }
    expect(SKILL_IDS).toContain(card.skill);
    expect(cardsOfSkill(card.skill)).toContain(card);
  });

  it('stays within reason at every limit', () => {
    for (const [key, { min, max }] of Object.entries(card.fields)) {
      for (const value of [min, max]) {
        const { results, drawing } = card.work(
          { ...values, [key]: value },
          chosen,
          sayIn('metric'),
        );
        expect(results[0].text).not.toMatch(/NaN|Infinity/);
        for (const side of drawing?.frame ?? []) expect(Number.isFinite(side)).toBe(true);
      }
    }
  });

  it('gives back what it was given where a handle stands', () => {
    const { drawing } = card.work(values, chosen, sayIn('metric'));
    for (const { field, at, valueAt } of drawing?.handles ?? []) {
      expect(valueAt(at), field).toBeCloseTo(values[field], 2);
      const [left, top, right, bottom] = drawing!.frame;
      expect(at[0] >= left && at[0] <= right && at[1] >= top && at[1] <= bottom, field).toBe(true);
    }
  });
});

const shown = CARDS.filter(({ show }) => show).map((card): [string, Card] => [card.id, card]);

describe('on an echo', () => {
  it('every number that a card admits gives a case that can be sounded', () => {
    for (const [id, card] of shown) {
      const usual = firstValues(card, {});
      for (const [key, { min, max }] of Object.entries(card.fields)) {
        for (const value of [min, max]) {
          const { recipe, water } = card.show!({ ...usual, [key]: value }, firstChoices(card));
          const { pingCount } = screenOfRecipe({ ...recipe, pings: 2 }, recipe.waterId, water);
          expect(pingCount, `${id} ${key} ${value}`).toBe(2);
        }
      }
    }
  });

  it.each(shown)('%s is sounded, and what it is about can be seen', (id, card) => {
    const { recipe, water, caption } = card.show!(firstValues(card, {}), firstChoices(card));
    const screen = screenOfRecipe(recipe, recipe.waterId, water);
    const seen = screen.regions.filter(({ verdict }) => verdict !== 'hidden');
    expect(caption.length).toBeGreaterThan(20);
    if (id !== 'thermocline') expect(seen.length).toBeGreaterThan(0);
  });

  it('a thermocline is a band of its own at the depth that was worked out', () => {
    const card = cardOf('thermocline')!;
    const { recipe, water } = card.show!(firstValues(card, {}), {});
    const { info, levelsCdb, pingCount } = screenOfRecipe(recipe, recipe.waterId, water);
    const meanCdb = (depthM: number) => {
      const bin = Math.round((depthM - info.draftM) / info.rangeStepM);
      let sum = 0;
      for (let ping = 0; ping < pingCount; ping++) sum += levelsCdb[ping * info.binCount + bin];
      return sum / pingCount;
    };
    expect(meanCdb(7)).toBeGreaterThan(meanCdb(4) + 600);
    expect(meanCdb(7)).toBeGreaterThan(meanCdb(10) + 600);
  });
});
