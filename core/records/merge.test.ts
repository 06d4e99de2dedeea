import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { mergeChanges } from './merge';

describe('what two windows made of one record', () => {
  const base = {
    name: 'Ismo',
    note: 'deep',
    rules: { feedback: 'each', seconds: null as number | null },
    things: [
      { id: 'a', at: 1 },
      { id: 'b', at: 2 },
    ],
    plain: [1, 2],
  };
  it('keeps what either changed', () => {
    const mine = { ...base, name: 'Lake Ismo' };
    const theirs = { ...base, rules: { ...base.rules, seconds: 30 } };
    expect(mergeChanges(base, mine, theirs)).toEqual({
      value: { ...base, name: 'Lake Ismo', rules: { feedback: 'each', seconds: 30 } },
      conflicts: [],
    });
  });
  it('names what both changed, and there has one’s own', () => {
    const mine = { ...base, name: 'Mine', plain: [1] };
    const theirs = { ...base, name: 'Theirs', plain: [2] };
    const { value, conflicts } = mergeChanges(base, mine, theirs);
    expect(conflicts).toEqual(['name', 'plain']);
    expect(value).toMatchObject({ name: 'Mine', plain: [1] });
    expect(mergeChanges(base, mine, { ...mine })).toEqual({ value: mine, conflicts: [] });
  });
  it('puts lists of named things together, thing by thing', () => {
    const mine = { ...base, things: [{ id: 'a', at: 5 }, base.things[1], { id: 'm', at: 9 }] };
    const theirs = { ...base, things: [base.things[0], { id: 't', at: 7 }] };
    const { value, conflicts } = mergeChanges(base, mine, theirs);
    expect(conflicts).toEqual([]);
    expect(value.things).toEqual([
      { id: 'a', at: 5 },
      { id: 't', at: 7 },
      { id: 'm', at: 9 },
    ]);
  });
  it('keeps a thing that one took away and the other changed', () => {
    const mine = { ...base, things: [base.things[0]] };
    const theirs = { ...base, things: [base.things[0], { id: 'b', at: 3 }] };
    expect(mergeChanges(base, mine, theirs).value.things).toEqual(theirs.things);
  });
  it('keeps one’s own order, and what the other added after it', () => {
    const mine = { ...base, things: base.things.toReversed() };
    const theirs = { ...base, things: [...base.things, { id: 't', at: 7 }] };
    expect(mergeChanges(base, mine, theirs).value.things.map(({ id }) => id)).toEqual([
      'b',
      'a',
      't',
    ]);
  });
  it('loses no answer of two windows at one drill', () => {
    const answers = (...ids: string[]) => ids.map((itemId) => ({ itemId, right: true }));
    const start = { at: 0, answers: answers('one') };
    const { value } = mergeChanges(
      start,
      { at: 2, answers: answers('one', 'two') },
      { at: 1, answers: answers('one', 'three') },
    );
    expect(value.answers.map(({ itemId }) => itemId).toSorted()).toEqual(['one', 'three', 'two']);
    expect(value.at).toBe(2);
  });
  it('takes things by any name, also one that every object answers to', () => {
    const named: unknown[] = [{ valueOf: false }, { toString: 1 }, { constructor: [] }];
    for (const mine of named) {
      expect(mergeChanges<unknown>(mine, {}, mine)).toEqual({ value: {}, conflicts: [] });
    }
  });
  it('is one’s own where the other changed nothing, and the other’s where one did not', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (was, is) => {
        expect(mergeChanges<unknown>(was, is, was).value).toEqual(is);
        expect(mergeChanges<unknown>(was, was, is).value).toEqual(is);
      }),
    );
  });
});
