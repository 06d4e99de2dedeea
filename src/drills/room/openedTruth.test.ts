import { describe, expect, it } from 'vitest';
import { type Answer, rightAnswer, rightWords, saidWords, seal } from '@core/drills';
import { openedTruthSchema } from '@core/formats';
import type { SealedQuestion } from '@/storage/exams';
import { question } from '../../../tests/fixtures/questions';
import { judge, linesShown, openedTruth } from './openedTruth';

const sealed = (name: Parameters<typeof question>[0]): SealedQuestion => {
  const { item, ground } = question(name);
  const { item: asked, key } = seal(item, ground, 'room-0')!;
  return { item: asked, key, ground, echoes: new Map() };
};

describe('an answer that comes from a phone', () => {
  it('to a sorting is judged by the things themselves, and told in their words', () => {
    const asked = sealed('sort');
    const { item } = asked.key;
    const right = rightAnswer(item, asked.ground)!;
    if (right.kind !== 'sort') throw new Error('It is no sorting.');
    const called = Object.entries(asked.key.targetIds);
    const bins = Object.fromEntries(called.map(([id, targetId]) => [id, right.bins[targetId]]));
    const judged = judge(asked, { ...right, bins })!;
    expect(judged.grade.right).toBe(true);
    expect(saidWords(item, judged.own, asked.ground)).toBe(rightWords(item, asked.ground));
  });
  it('that is none to this question counts for nothing, and stops nothing', () => {
    const said = { confidence: 'sure', committedAtMs: 1, tookMs: 1 } as const;
    const foreign: Answer[] = [
      { ...said, kind: 'whichIs', choice: 1 },
      { ...said, kind: 'placeIt', xM: 1, yM: 2, passes: 1 },
    ];
    for (const answer of foreign) expect(judge(sealed('tapFish'), answer)).toBeNull();
  });
});

describe('the truth as it is opened', () => {
  it('is as the server takes it, counts its pings from 0, and tells each what came of their own', () => {
    const asked = sealed('tapFish');
    const { item } = asked.key;
    const right = rightAnswer(item, asked.ground)!;
    const nothing: Answer = {
      ...{ kind: 'tapAll', marks: [], tolerance: { pings: 3, bins: 3 } },
      ...{ confidence: 'sure', committedAtMs: 1, tookMs: 1 },
    };
    const answers = new Map([
      ['s1', right],
      ['s2', nothing],
    ]);
    const truth = openedTruth(asked, answers, 'metric');
    expect(openedTruthSchema.safeParse(truth).error).toBeUndefined();
    expect([truth.own.s1.right, truth.own.s2.right]).toEqual([true, false]);
    const { firstPing, pingCount } = asked.ground.screens[0];
    expect(firstPing).toBeGreaterThan(0);
    for (const { outline } of Object.values(truth.regions)) {
      for (const { ping } of outline) {
        expect(ping).toBeGreaterThanOrEqual(0);
        expect(ping).toBeLessThan(pingCount);
      }
    }
    const lines = linesShown(truth, truth.own.s1.lines);
    expect(lines.some(({ region }) => region !== null)).toBe(true);
  });
});
