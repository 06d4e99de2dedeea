import { describe, expect, it } from 'vitest';
import { question } from '../../tests/fixtures/questions';
import { choicesOf, gradeAnswer, rightAnswer, rightChoices, rightWords, saidWords } from '.';

const CHOSEN = ['name', 'which', 'leftOpen', 'changed', 'species', 'where'] as const;
const MADE = ['tapFish', 'tapSide', 'empty', 'behind', 'notHeld', 'live', 'sort', 'place'] as const;

describe('answers in words', () => {
  for (const name of [...CHOSEN, ...MADE]) {
    it(`${name}: the right answer is graded right, and its words are those of the key`, () => {
      const { item, ground } = question(name);
      const answer = rightAnswer(item, ground)!;
      expect(gradeAnswer(item, answer, ground)).toMatchObject({ right: true, score: 1 });
      expect(rightWords(item, ground)).toContain(saidWords(item, answer, ground));
    });
  }
  for (const name of CHOSEN) {
    it(`${name}: every choice is told apart, and one at least is right but not all`, () => {
      const { item, ground } = question(name);
      const choices = choicesOf(item, ground);
      const said = choices.map(({ given }) =>
        saidWords(item, { ...given, confidence: 'sure', committedAtMs: 1, tookMs: 1 }, ground),
      );
      expect(said).toEqual(choices.map(({ text }) => text));
      expect(new Set(said).size).toBe(choices.length);
      const right = rightChoices(item, choices, ground).length;
      expect(right).toBeGreaterThan(0);
      expect(right).toBeLessThan(choices.length);
    });
  }
  it('speaks in the units of the reader', () => {
    const { item, ground } = question('behind');
    expect(rightWords(item, ground, 'metric')).toMatch(/ m$/);
    expect(rightWords(item, ground, 'imperial')).toMatch(/ ft$/);
  });
});
