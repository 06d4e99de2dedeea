/** What is learned of difficulty, and what is gained from one form to another, on answers whose truth is known. */
import { describe, expect, it } from 'vitest';
import { randomSource } from '../../random';
import type { Item } from '../items';
import { madeUpAnswer, madeUpItem } from '../madeUp';
import { fillSlot, gainBetween, slotsOf } from '../parallel';
import { placementOf, PLACEMENT_SKILLS } from '../placement';
import { abilityFrom, chanceOfRight } from './ability';
import { abilityTrial, type Answered } from './answers';
import { expectedDifficulty, featuresOf, learnDifficulty, learnedTrial } from './learnedDifficulty';
import { differenceOf, shareOf } from './proportion';

const correlation = (x: readonly number[], y: readonly number[]) => {
  const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
  const [mx, my] = [mean(x), mean(y)];
  const sum = (of: (i: number) => number) => x.reduce((total, _, i) => total + of(i), 0);
  return (
    sum((i) => (x[i] - mx) * (y[i] - my)) /
    Math.sqrt(sum((i) => (x[i] - mx) ** 2) * sum((i) => (y[i] - my) ** 2))
  );
};

const QUANTITIES = ['depth', 'offBottom', 'groundRange', 'shadowHeight', 'behind'] as const;
/** What a sort of question truly adds; nobody foretold it. */
const TRULY: Record<string, number> = {
  depth: -1,
  offBottom: -0.3,
  groundRange: 0.2,
  shadowHeight: 1.2,
  behind: 0.6,
};
const measureItem = (
  id: string,
  quantity: (typeof QUANTITIES)[number],
  difficulty: number,
): Item => ({
  ...madeUpItem,
  ...{ id, kind: 'measure', quantity, targetId: 'a', difficulty },
});
const answered = (item: Item, right: boolean): Answered =>
  ({
    item,
    answer: { ...madeUpAnswer, kind: 'measure', valueM: 1, pixelM: { range: 0, along: 0 } },
    grade: { kind: 'measure', right, score: right ? 1 : 0, truthM: 1, toleranceM: 0.1, slip: null },
  }) as Answered;

/** So many readers, sixty questions each, answered by the law with the true difficulty. */
function simulated(readers: number, seed: number) {
  const random = randomSource(seed);
  const items = Array.from({ length: 120 }, (_, i) => {
    const quantity = QUANTITIES[i % QUANTITIES.length];
    const foretold = 0.7 * random.gaussian();
    const truly = foretold + TRULY[quantity] + 0.4 * random.gaussian();
    return { item: measureItem(`m${i}`, quantity, foretold), truly };
  });
  const thetas = Array.from({ length: readers }, () => random.gaussian());
  const all = thetas.map((theta) =>
    Array.from({ length: 60 }, () => {
      const { item, truly } = items[random.index(items.length)];
      return answered(item, random.uniform() < chanceOfRight(theta, truly, 0));
    }),
  );
  return { items, thetas, all };
}

describe('difficulty that is learned', () => {
  const { items, thetas, all } = simulated(30, 17);
  const learned = learnDifficulty(all);
  it('comes nearer to the truth than what was foretold: r of 0.7 and more', () => {
    const truly = items.map((one) => one.truly);
    const foretold = items.map(({ item }) => item.difficulty);
    const expected = items.map(({ item }) => expectedDifficulty(item, learned).difficulty);
    expect(correlation(expected, truly)).toBeGreaterThanOrEqual(0.7);
    expect(correlation(expected, truly)).toBeGreaterThan(correlation(foretold, truly) + 0.1);
  });
  it('finds what each sort adds, against the others, within what it says of its own uncertainty', () => {
    const by = (quantity: string) => learned.get(`topic:measure:${quantity}`)!;
    const found = by('shadowHeight').harderBy - by('depth').harderBy;
    expect(found).toBeGreaterThan(1.2);
    expect(found).toBeLessThan(2.8);
    for (const quantity of QUANTITIES) expect(by(quantity).sd).toBeLessThan(0.3);
    expect(by('depth').answers).toBeGreaterThan(200);
  });
  it('ranks the readers with r of 0.9 and more after sixty questions', () => {
    const found = all.map((own) => abilityFrom(own.map((one) => learnedTrial(one, learned))).theta);
    expect(correlation(found, thetas)).toBeGreaterThanOrEqual(0.9);
  });
  it('moves little on few answers, and says so', () => {
    const few = learnDifficulty([[answered(measureItem('a', 'depth', 0), false)]]);
    const one = few.get('topic:measure:depth')!;
    expect(one.harderBy).toBeGreaterThan(0);
    expect(one.harderBy).toBeLessThan(0.4);
    expect(one.sd).toBeGreaterThan(0.5);
    expect(learnDifficulty([]).size).toBe(0);
    const unknown = expectedDifficulty(measureItem('b', 'behind', 0.3), few);
    expect(unknown.difficulty).toBeCloseTo(0.3 + few.get('view:other')!.harderBy, 9);
    expect(unknown.sd).toBeGreaterThan(0.6);
  });
  it('looks at what is asked, on what kind of picture, and whether it is left open', () => {
    const open = { ...measureItem('o', 'depth', 0), isOpen: true } as Item;
    expect(featuresOf(open)).toEqual(['topic:measure:depth', 'view:other', 'open']);
  });
});

describe('before and after', () => {
  it('has Newcombe’s interval of a difference', () => {
    const { gained, interval } = differenceOf(shareOf(48, 80), shareOf(56, 70));
    expect(gained).toBeCloseTo(0.2, 9);
    expect(interval.low).toBeCloseTo(0.0524, 4);
    expect(interval.high).toBeCloseTo(0.3339, 4);
  });
  const set = (rights: boolean[], skill: 'shadows' | 'gain' = 'shadows') =>
    rights.map((right, i) => {
      const one = answered(measureItem(`q${i}`, 'depth', 0), right);
      return { ...one, item: { ...one.item, skill } };
    });
  it('tells what was gained in all and in each skill that both have', () => {
    const gain = gainBetween(
      [...set([false, false, true, false]), ...set([true], 'gain')],
      set([true, true, true, false]),
    );
    expect(gain.before).toMatchObject({ count: 2, of: 5 });
    expect(gain.after).toMatchObject({ count: 3, of: 4 });
    expect(gain.gained).toBeCloseTo(0.35, 9);
    expect(gain.interval.low).toBeLessThan(0);
    expect(gain.skills.map(({ skill }) => skill)).toEqual(['shadows']);
    expect(gain.skills[0].gained).toBeCloseTo(0.5, 9);
    expect(gain.dPrime).toBeNull();
  });
  it('tells what was gained in d′, with an interval about it', () => {
    const screens = (hits: number, fakes: number) =>
      Array.from({ length: 6 }, (_, i): Answered => ({
        item: { ...madeUpItem, id: `t${i}`, kind: 'tapAll', label: 'fish' },
        answer: { ...madeUpAnswer, kind: 'tapAll', marks: [], tolerance: { pings: 3, bins: 3 } },
        grade: {
          ...{ kind: 'tapAll', right: hits === 3, score: hits / 3, strays: [], tolerated: [] },
          ...{ notCounted: [], lookAlikes: 3 },
          hits: Array.from({ length: hits }, (_one, k) => ({ targetId: `h${k}`, mark: k })),
          missed: Array.from({ length: 3 - hits }, (_one, k) => `m${k}`),
          falseMarks: Array.from({ length: fakes }, (_one, k) => ({ targetId: `f${k}`, mark: k })),
        } as never,
      }));
    const { dPrime } = gainBetween(screens(1, 2), screens(3, 0));
    expect(dPrime!.gained).toBeGreaterThan(2);
    expect(dPrime!.gained).toBeCloseTo(dPrime!.after.dPrime - dPrime!.before.dPrime, 9);
    expect(dPrime!.interval.low).toBeLessThanOrEqual(dPrime!.gained + 1e-9);
  });
  it('asks the same sorts, as hard, in a parallel form', () => {
    const items = [
      measureItem('a', 'depth', 1),
      measureItem('b', 'depth', -1),
      { ...measureItem('c', 'depth', 0), skill: 'shadows' as const },
    ];
    const slots = slotsOf(items);
    expect(slots).toHaveLength(2);
    expect(slots[0].difficulties).toEqual([-1, 1]);
    const candidates = [2, 0.9, -0.8, 0].map((difficulty, i) =>
      measureItem(`k${i}`, 'depth', difficulty),
    );
    expect(fillSlot(slots[0], candidates).map(({ difficulty }) => difficulty)).toEqual([-0.8, 0.9]);
    expect(fillSlot(slots[0], candidates.slice(0, 1))).toHaveLength(1);
  });
});

describe('a placement', () => {
  const of = (skill: (typeof PLACEMENT_SKILLS)[number], right: boolean) => {
    const one = answered(measureItem(skill, 'depth', -0.5), right);
    return { ...one, item: { ...one.item, skill } };
  };
  it('asks of twelve skills, each once', () => {
    expect(new Set(PLACEMENT_SKILLS).size).toBe(12);
  });
  it('begins where the first of what is taught does not hold', () => {
    const found = placementOf([
      of('gain', false),
      of('nowAndHistory', true),
      of('archAndSpeed', false),
    ]);
    expect(found.begin).toBe('archAndSpeed');
    expect(found.holds).toEqual(['nowAndHistory']);
    expect(placementOf([of('gain', true)]).begin).toBeNull();
    expect(placementOf([]).sd).toBeCloseTo(1, 1);
  });
  it('knows an able reader from a poor one', () => {
    const all = (right: boolean) => placementOf(PLACEMENT_SKILLS.map((skill) => of(skill, right)));
    expect(all(true).theta).toBeGreaterThan(all(false).theta + 1.5);
    expect(abilityTrial(of('gain', true)).guess).toBe(0);
  });
});
