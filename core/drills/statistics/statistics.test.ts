import { describe, expect, it } from 'vitest';
import { randomSource } from '../../random';
import {
  brierScore,
  calibration,
  claimedChance,
  confidenceTrial,
  judgeCalibration,
} from '../confidence';
import { type Item } from '../items';
import { madeUpAnswer, madeUpItem } from '../madeUp';
import { abilityFrom, aimedDifficulty, chanceOfRight } from './ability';
import { type Answered, countsOf, figuresOf, itemFigures, pointBiserial } from './answers';
import { median } from './median';
import { bootstrapInterval, detection, detectionFigures, sumTrials } from './detection';
import { shareOf, wilsonInterval } from './proportion';

describe('detection, against the check values', () => {
  const cases: [number, number, number, number, number, number][] = [
    [18, 20, 3, 15, 1.9562, -0.2017],
    [20, 20, 0, 12, 3.7496, -0.106],
    [7, 14, 5, 10, 0, 0],
    [0, 6, 0, 6, 0, 1.4652],
  ];
  it.each(cases)('h %i of %i, f %i of %i', (hits, signals, falseAlarms, noises, dPrime, bias) => {
    const found = detection({ hits, signals, falseAlarms, noises });
    expect(found.dPrime).toBeCloseTo(dPrime, 4);
    expect(found.bias).toBeCloseTo(bias, 4);
  });
  it('comes with an interval over screens, the same each time, and wider with fewer', () => {
    const screen = (hits: number) => ({ hits, signals: 4, falseAlarms: 1, noises: 3 });
    const few = [screen(4), screen(2), screen(3)];
    const many = [...few, ...few, ...few, ...few, ...few];
    const a = detectionFigures(few)!;
    expect(detectionFigures(few)).toEqual(a);
    const width = ({ low, high }: { low: number; high: number }) => high - low;
    expect(width(detectionFigures(many)!.dPrimeInterval)).toBeLessThan(width(a.dPrimeInterval));
    expect(a.dPrimeInterval.low).toBeLessThanOrEqual(a.dPrime);
    expect(a.dPrimeInterval.high).toBeGreaterThanOrEqual(a.dPrime);
    expect(sumTrials(few)).toEqual({ hits: 9, signals: 12, falseAlarms: 3, noises: 9 });
    expect(detectionFigures([])).toBeNull();
  });
  it('covers the mean of a known distribution about as often as it claims', () => {
    const random = randomSource(5);
    const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / values.length;
    let covered = 0;
    for (let run = 0; run < 60; run++) {
      const drawn = Array.from({ length: 30 }, () => random.gaussian());
      const { low, high } = bootstrapInterval(drawn, mean, run, 400);
      if (low <= 0 && high >= 0) covered++;
    }
    expect(covered).toBeGreaterThan(50);
  });
});

describe('proportions', () => {
  it('have Wilson’s interval', () => {
    expect(wilsonInterval(7, 10).low).toBeCloseTo(0.397, 3);
    expect(wilsonInterval(7, 10).high).toBeCloseTo(0.892, 3);
    expect(wilsonInterval(0, 8)).toMatchObject({ low: 0 });
    expect(wilsonInterval(0, 8).high).toBeCloseTo(0.324, 3);
    expect(shareOf(0, 0)).toMatchObject({ low: 0, high: 1 });
  });
});

describe('confidence', () => {
  it('claims chances, never below that of guessing', () => {
    expect(claimedChance('guess', 0.25)).toBe(0.25);
    expect(claimedChance('unsure', 0.5)).toBe(0.6);
    expect(claimedChance('certain', 0.5)).toBe(0.98);
    const item: Item = {
      ...madeUpItem,
      kind: 'whatIsThis',
      targetId: 'a',
      options: ['fish', 'bait', 'rock', 'wood'],
    };
    expect(confidenceTrial(item, { confidence: 'guess' }, true).claimed).toBe(0.25);
    const tap: Item = { ...madeUpItem, kind: 'tapAll', label: 'fish' };
    expect(confidenceTrial(tap, { confidence: 'guess' }, true).claimed).toBe(0.5);
  });
  it('is scored by Brier’s rule', () => {
    const claimed = [0.9, 0.7, 0.7, 0.5, 0.95];
    const right = [true, true, false, false, true];
    expect(brierScore(claimed.map((p, i) => ({ claimed: p, right: right[i] })))).toBeCloseTo(
      0.1685,
      4,
    );
    expect(brierScore([])).toBeNaN();
  });
  it('is judged in words', () => {
    const trials = (claimed: number, rights: number, of: number) =>
      Array.from({ length: of }, (_, i) => ({
        confidence: 'sure' as const,
        claimed,
        right: i < rights,
      }));
    expect(judgeCalibration(trials(0.9, 3, 6))).toBe('surerThanRight');
    expect(judgeCalibration(trials(0.6, 6, 6))).toBe('righterThanSure');
    expect(judgeCalibration(trials(0.9, 9, 10))).toBe('wellJudged');
    expect(judgeCalibration(trials(0.9, 1, 2))).toBe('tooFew');
    expect(calibration(trials(0.9, 3, 6))).toMatchObject([{ trials: 6, right: 3, claimed: 0.9 }]);
  });
});

describe('ability', () => {
  const b = [-1, 0, 1, 2];
  const rights = [true, true, false, false];
  const trials = (guess: number) =>
    b.map((difficulty, i) => ({ difficulty, guess, right: rights[i] }));
  it('meets the check values', () => {
    expect(abilityFrom(trials(0)).theta).toBeCloseTo(0.2094, 3);
    expect(abilityFrom(trials(0)).sd).toBeCloseTo(0.7633, 3);
    expect(abilityFrom(trials(0.25)).theta).toBeCloseTo(0.0128, 3);
    expect(abilityFrom(trials(0.25)).sd).toBeCloseTo(0.8323, 3);
    expect(abilityFrom([]).theta).toBeCloseTo(0, 6);
    expect(abilityFrom([]).sd).toBeCloseTo(1, 3);
  });
  it('aims at items that are right three times in four', () => {
    for (const theta of [-2, 0, 1.3]) {
      expect(chanceOfRight(theta, aimedDifficulty(theta, 0), 0)).toBeCloseTo(0.75, 9);
      expect(chanceOfRight(theta, aimedDifficulty(theta, 0.25), 0.25)).toBeCloseTo(0.75, 9);
    }
  });
  it('ranks simulated students with r of 0.9 and more after sixty adaptive items', () => {
    const random = randomSource(2026);
    const students = Array.from({ length: 60 }, () => random.gaussian());
    const found = students.map((theta) => {
      const answered: { difficulty: number; guess: number; right: boolean }[] = [];
      for (let i = 0; i < 60; i++) {
        const guess = i % 2 === 0 ? 0 : 0.25;
        const aimed = aimedDifficulty(abilityFrom(answered).theta, guess);
        // What is at hand is only near what was aimed at.
        const difficulty = Math.max(-3, Math.min(3, aimed + 0.5 * random.gaussian()));
        const right = random.uniform() < chanceOfRight(theta, difficulty, guess);
        answered.push({ difficulty, guess, right });
      }
      return abilityFrom(answered).theta;
    });
    const mean = (values: number[]) => values.reduce((x, y) => x + y, 0) / values.length;
    const [mx, my] = [mean(students), mean(found)];
    const sum = (of: (i: number) => number) => students.reduce((total, _, i) => total + of(i), 0);
    const r =
      sum((i) => (students[i] - mx) * (found[i] - my)) /
      Math.sqrt(sum((i) => (students[i] - mx) ** 2) * sum((i) => (found[i] - my) ** 2));
    expect(r).toBeGreaterThanOrEqual(0.9);
  });
});

const naming = (truth: 'fish' | 'bait' | 'rock', said: 'fish' | 'bait' | 'rock'): Answered => ({
  item: {
    ...madeUpItem,
    id: `${truth}-${said}`,
    kind: 'whatIsThis',
    targetId: 'a',
    options: ['fish', 'bait', 'rock', 'wood'],
  },
  answer: { ...madeUpAnswer, kind: 'whatIsThis', label: said },
  grade: {
    kind: 'whatIsThis',
    right: truth === said,
    score: truth === said ? 1 : 0,
    truth,
    options: 4,
  },
});

const tapping = (hits: number, missed: number, falseOn: string[], strays: number): Answered => ({
  item: { ...madeUpItem, id: `tap-${hits}-${missed}`, kind: 'tapAll', label: 'fish' },
  answer: {
    ...madeUpAnswer,
    kind: 'tapAll',
    marks: [],
    tolerance: { pings: 3, bins: 3 },
  },
  grade: {
    kind: 'tapAll',
    right: missed + falseOn.length + strays === 0,
    score: 0.5,
    hits: Array.from({ length: hits }, (_, i) => ({ targetId: `h${i}`, mark: i })),
    missed: Array.from({ length: missed }, (_, i) => `m${i}`),
    falseMarks: falseOn.map((targetId, i) => ({ targetId, mark: i })),
    strays: Array.from({ length: strays }, (_, i) => i),
    tolerated: [],
    notCounted: [],
    lookAlikes: 3,
  },
});

const measuring = (truthM: number, valueM: number): Answered => ({
  item: {
    ...madeUpItem,
    id: `measure-${truthM}`,
    skill: 'depthScale',
    kind: 'measure',
    quantity: 'depth',
    targetId: 'a',
  },
  answer: { ...madeUpAnswer, kind: 'measure', valueM, pixelM: { range: 0, along: 0 } },
  grade: {
    kind: 'measure',
    right: Math.abs(valueM - truthM) < 0.1 * truthM,
    score: 0,
    truthM,
    toleranceM: 0.1,
    slip: null,
  },
});

describe('what answers say', () => {
  it('counts confusion by hand-worked example', () => {
    const { naming: confusion, misreadings } = figuresOf([
      naming('fish', 'fish'),
      naming('fish', 'rock'),
      naming('fish', 'rock'),
      naming('bait', 'fish'),
    ]);
    expect(confusion.labels).toEqual(['bait', 'fish', 'rock']);
    expect(confusion.counts).toEqual([
      [0, 1, 0],
      [0, 1, 2],
      [0, 0, 0],
    ]);
    expect(misreadings[0]).toMatchObject({ truth: 'fish', said: 'rock', count: 2 });
  });
  it('keeps the names of marks and the boxes they were put in apart', () => {
    const sorted: Answered = {
      item: { ...madeUpItem, id: 'sort', kind: 'sort', targetIds: ['a', 'b', 'c'] },
      answer: { ...madeUpAnswer, kind: 'sort', bins: { a: 'fish', b: 'fish' } },
      grade: {
        kind: 'sort',
        right: false,
        score: 1 / 3,
        sorted: [
          { targetId: 'a', truth: 'fish', said: 'fish' },
          { targetId: 'b', truth: 'structure', said: 'fish' },
          { targetId: 'c', truth: 'bait', said: null },
        ],
      },
    };
    const { naming: names, sorting } = figuresOf([naming('fish', 'rock'), sorted]);
    expect(names.labels).toEqual(['fish', 'rock']);
    expect(sorting.labels).toEqual(['bait', 'fish', 'structure', 'unsorted']);
    expect(sorting.counts.flat().reduce((sum, count) => sum + count, 0)).toBe(3);
  });
  it('counts the same without drawing anything again', () => {
    const answers = [naming('fish', 'fish'), tapping(3, 1, ['weed'], 1)];
    const { right, tapping: taps } = figuresOf(answers);
    expect(countsOf(answers)).toEqual({ right, tapping: taps });
  });
  it('gives intervals of errors, of reactions and of the Brier score', () => {
    const many = figuresOf([0.9, 1, 1.1, 1.2, 0.8, 1].map((share) => measuring(10, 10 * share)));
    const { bias, biasInterval } = many.measures!;
    expect(biasInterval.low).toBeLessThan(bias);
    expect(biasInterval.high).toBeGreaterThan(bias);
    expect(many.brierInterval.low).toBeLessThanOrEqual(many.brier);
    expect(many.brierInterval.high).toBeGreaterThanOrEqual(many.brier);
    expect(figuresOf([measuring(10, 12)]).measures!.biasInterval.low).toBeNaN();
  });
  it('takes precision and recall over all marks, and one false alarm a look-alike', () => {
    const { tapping: taps, detection: found } = figuresOf([
      tapping(3, 1, ['weed', 'weed'], 1),
      tapping(1, 0, [], 0),
    ]);
    expect(taps!.precision).toMatchObject({ count: 4, of: 7 });
    expect(taps!.recall).toMatchObject({ count: 4, of: 5 });
    expect(found).toMatchObject({ hits: 4, signals: 5, falseAlarms: 1, noises: 6 });
  });
  it('finds bias and spread of measurements', () => {
    const { measures } = figuresOf([measuring(10, 12), measuring(5, 5.5), measuring(4, 4)]);
    // Errors 0.2, 0.1, 0: mean 0.1, deviation 0.1.
    expect(measures!.bias).toBeCloseTo(0.1, 9);
    expect(measures!.spread).toBeCloseTo(0.1, 9);
    expect(measures!.right).toMatchObject({ count: 1, of: 3 });
  });
  it('says nothing of what was not done', () => {
    const figures = figuresOf([]);
    expect(figures).toMatchObject({ answered: 0, detection: null, tapping: null, measures: null });
    expect(figures.skills).toEqual([]);
    expect(median([])).toBeNaN();
    expect(median([3, 1, 2])).toBe(2);
    expect(median([4, 1, 2, 3])).toBe(2.5);
  });
  it('finds items that do not tell good readers from poor ones', () => {
    expect(
      pointBiserial([
        { right: true, rest: 1 },
        { right: true, rest: 0.8 },
        { right: false, rest: 0.2 },
        { right: false, rest: 0 },
      ]),
    ).toBeCloseTo(0.9701, 4);
    expect(pointBiserial([{ right: true, rest: 1 }])).toBeNaN();
    // Six readers: the good ones have this item wrong, the poor ones right.
    const attempts = Array.from({ length: 6 }, (_, i) => {
      const good = i < 3;
      const odd = naming('rock', good ? 'fish' : 'rock');
      return [
        { ...odd, item: { ...odd.item, id: 'odd' } },
        ...[1, 2, 3, 4].map((k) => {
          const one = naming('fish', good ? 'fish' : 'bait');
          return { ...one, item: { ...one.item, id: `plain-${k}` } };
        }),
      ];
    });
    const figures = itemFigures(attempts);
    expect(figures.find(({ itemId }) => itemId === 'odd')).toMatchObject({ isDoubtful: true });
    expect(figures.find(({ itemId }) => itemId === 'plain-1')).toMatchObject({ isDoubtful: false });
  });
  it('holds nothing against an item that a handful answered as chance would have it', () => {
    // Ten readers, half of them good; right here has nothing to do with it.
    const attempts = Array.from({ length: 10 }, (_, i) => {
      const good = i < 5;
      const odd = naming('rock', i % 2 === 0 ? 'rock' : 'fish');
      return [
        { ...odd, item: { ...odd.item, id: 'chance' } },
        ...[1, 2, 3, 4].map((k) => {
          const one = naming('fish', good ? 'fish' : 'bait');
          return { ...one, item: { ...one.item, id: `plain-${k}` } };
        }),
      ];
    });
    const chance = itemFigures(attempts).find(({ itemId }) => itemId === 'chance')!;
    expect(Math.abs(chance.discrimination)).toBeLessThan(0.3);
    expect(chance.isDoubtful).toBe(false);
  });
});
