import { Rating } from 'ts-fsrs';
import { describe, expect, it } from 'vitest';
import { madeUpAnswer, madeUpItem } from './madeUp';
import {
  bandOfDifficulty,
  EMPTY_EVERY,
  nextWanted,
  practiceState,
  ratingOf,
  reviewCards,
  streakDays,
} from './review';
import type { SkillId } from './skills';
import type { Answered } from './statistics/answers';

const DAY_MS = 86_400_000;
const START_MS = 1_780_000_000_000;

function answered(
  skill: SkillId,
  right: boolean,
  dayAt: number,
  change: Partial<Answered['answer']> = {},
): Answered {
  return {
    item: {
      ...madeUpItem,
      id: `${skill}-${dayAt}`,
      screens: [
        {
          from: 'recipe',
          recipe: { waterId: 'w', passId: 'p', instrument: 'cone', pings: 100 },
          waterMark: 1,
          engine: 1,
        },
      ],
      skill,
      kind: 'whatIsThis',
      targetId: 'a',
      options: ['fish', 'bait'],
    },
    answer: {
      ...madeUpAnswer,
      ...change,
      kind: 'whatIsThis',
      label: 'fish',
      committedAtMs: START_MS + dayAt * DAY_MS,
    } as Answered['answer'],
    grade: {
      kind: 'whatIsThis',
      right,
      score: right ? 1 : 0,
      truth: right ? 'fish' : 'bait',
      options: 2,
    },
  };
}

describe('ratings', () => {
  it('follow being right, sure and quick', () => {
    const rate = (right: boolean, confidence: string, tookMs: number) =>
      ratingOf(answered('gain', right, 0, { confidence: confidence as 'sure', tookMs }), 10_000);
    expect(rate(false, 'certain', 1000)).toBe(Rating.Again);
    expect(rate(true, 'guess', 5000)).toBe(Rating.Hard);
    expect(rate(true, 'sure', 25_000)).toBe(Rating.Hard);
    expect(rate(true, 'fairly', 9000)).toBe(Rating.Good);
    expect(rate(true, 'sure', 12_000)).toBe(Rating.Good);
    expect(rate(true, 'sure', 9000)).toBe(Rating.Easy);
  });
});

describe('review', () => {
  it('schedules a skill at an instrument and a band, not a picture', () => {
    const cards = reviewCards([
      answered('gain', true, 0),
      answered('gain', true, 1),
      answered('scroll', true, 0),
    ]);
    expect(cards).toHaveLength(2);
    expect(cards.map(({ skill }) => skill).sort()).toEqual(['gain', 'scroll']);
    expect(cards.find(({ skill }) => skill === 'gain')).toMatchObject({
      reps: 2,
      band: 'middling',
    });
    expect(bandOfDifficulty(-2)).toBe('easy');
    expect(bandOfDifficulty(1)).toBe('hard');
  });
  it('brings back sooner what was wrong', () => {
    const due = (right: boolean) => reviewCards([answered('gain', right, 0)])[0].dueMs;
    expect(due(false)).toBeLessThan(due(true));
  });
  it('waits longer each time it is known, and starts over when it is not', () => {
    let days = 0;
    const list: Answered[] = [];
    const waits: number[] = [];
    for (let i = 0; i < 4; i++) {
      list.push(answered('gain', true, days));
      const [{ dueMs }] = reviewCards(list);
      waits.push((dueMs - START_MS) / DAY_MS - days);
      days = Math.max(days + 0.01, (dueMs - START_MS) / DAY_MS);
    }
    expect(waits[3]).toBeGreaterThan(waits[2]);
    expect(waits[2]).toBeGreaterThan(waits[1]);
    list.push(answered('gain', false, days));
    const [card] = reviewCards(list);
    expect((card.dueMs - START_MS) / DAY_MS - days).toBeLessThan(waits[3]);
    expect(card.lapses).toBe(1);
  });
  it('follows from the answers alone, in whatever order they are read', () => {
    const list = [answered('gain', true, 0), answered('gain', false, 2), answered('gain', true, 3)];
    expect(reviewCards([...list].reverse())).toEqual(reviewCards(list));
  });
});

describe('what to practise next', () => {
  const now = START_MS + 10 * DAY_MS;
  it('begins with the first skill that is taught', () => {
    expect(nextWanted(practiceState([]), now, 0, [])).toMatchObject({
      skill: 'nowAndHistory',
      why: 'new',
    });
  });
  it('takes what is due first, and new ones among it', () => {
    const state = practiceState([answered('gain', false, 0), answered('scroll', false, 0)]);
    expect(nextWanted(state, now, 0, [])).toMatchObject({ why: 'due' });
    expect(nextWanted(state, now, 2, [])).toMatchObject({ why: 'new' });
  });
  it('makes one in five an empty, and never asks a skill twice running', () => {
    const state = practiceState([answered('gain', false, 0)]);
    expect(nextWanted(state, now, EMPTY_EVERY - 1, [])).toMatchObject({ empty: true });
    expect(nextWanted(state, now, 0, ['gain']).skill).not.toBe('gain');
  });
  it('asks the able harder things', () => {
    const good = practiceState(Array.from({ length: 8 }, (_, i) => answered('gain', true, i)));
    const poor = practiceState(Array.from({ length: 8 }, (_, i) => answered('gain', false, i)));
    const late = START_MS + 4000 * DAY_MS;
    const [a, b] = [good, poor].map((state) => nextWanted(state, late, 0, []));
    expect(a.skill).toBe('gain');
    expect(a.difficulty).toBeGreaterThan(b.difficulty + 1);
  });
});

describe('streaks', () => {
  const dayOf = (ms: number) => Math.floor(ms / DAY_MS);
  it('count days in a row up to today or yesterday', () => {
    const list = [0, 1, 2].map((day) => answered('gain', true, day));
    expect(streakDays(list, dayOf, START_MS + 2 * DAY_MS)).toBe(3);
    expect(streakDays(list, dayOf, START_MS + 3 * DAY_MS)).toBe(3);
    expect(streakDays(list, dayOf, START_MS + 4 * DAY_MS)).toBe(0);
    expect(streakDays([], dayOf, START_MS)).toBe(0);
  });
});
