import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { INSTRUMENTS } from '../sounding';
import { type Item, inTurn, ITEM_KINDS, planOf, SKILL_IDS } from '.';

const ANY = { kinds: [], skills: [], instruments: [], count: 20 };
const countOf = (plan: ReturnType<typeof planOf>) =>
  plan.rows.reduce((sum, { count }) => sum + count, 0);

describe('a plan', () => {
  it('gives out all questions, evenly over the kinds, live ones seldom, a quarter of what is marked empty', () => {
    const plan = planOf({ ...ANY, count: 60 });
    expect(countOf(plan)).toBe(60);
    expect(plan.rows.map(({ kind }) => kind)).toEqual(ITEM_KINDS);
    const counts = Object.fromEntries(plan.rows.map(({ kind, count }) => [kind, count]));
    expect(counts.callLive).toBeLessThanOrEqual(6);
    expect(counts.tapAll).toBe(60 / ITEM_KINDS.length);
    expect(plan.empties).toBe(Math.round(counts.tapAll / 4));
    expect(plan.open).toBe(Math.floor((counts.whatIsThis + counts.whichIs + counts.measure) / 8));
    expect(plan.cannot).toEqual([]);
  });
  it('says which wishes cannot be met', () => {
    const plan = planOf({
      kinds: ['placeIt', 'whatIsThis'],
      skills: ['shadows', 'sector'],
      instruments: ['sideFans'],
      count: 10,
    });
    expect(plan.rows).toEqual([{ kind: 'whatIsThis', count: 10 }]);
    expect(plan.cannot).toHaveLength(2);
    expect(plan.cannot.join(' ')).toMatch(/sector/i);
    expect(plan.cannot.join(' ')).toMatch(/Place it/);
  });
  it('has nothing where nothing can be asked', () => {
    const none = { kinds: ['placeIt' as const], skills: [], instruments: ['cone' as const] };
    expect(planOf({ ...none, count: 5 }).rows).toEqual([]);
  });
  it('never plans more than is asked for, nor a kind that is not wanted', () => {
    fc.assert(
      fc.property(
        fc.subarray([...ITEM_KINDS]),
        fc.subarray([...SKILL_IDS]),
        fc.subarray([...INSTRUMENTS]),
        fc.integer({ min: 1, max: 200 }),
        (kinds, skills, instruments, count) => {
          const plan = planOf({ kinds, skills, instruments, count });
          expect(countOf(plan)).toBeLessThanOrEqual(count);
          if (plan.rows.length > 1 || plan.rows[0]?.kind !== 'callLive') {
            expect([0, count]).toContain(countOf(plan));
          }
          for (const { kind } of plan.rows) {
            if (kinds.length > 0) expect(kinds).toContain(kind);
          }
        },
      ),
    );
  });
});

describe('the order of questions', () => {
  const item = (id: string, kind: string, screenId: string, difficulty: number) =>
    ({ id, kind, difficulty, screens: [{ from: 'library', screenId }] }) as unknown as Item;
  const items = [
    item('a', 'tapAll', 'one', -1),
    item('b', 'tapAll', 'one', -0.9),
    item('c', 'whatIsThis', 'one', -0.8),
    item('d', 'whichIs', 'two', 0),
    item('e', 'tapAll', 'three', 1),
    item('f', 'whatIsThis', 'two', 1.2),
  ];
  it('goes from easy to hard, no picture twice running and no kind where another is left', () => {
    const order = inTurn(items);
    expect(order).toHaveLength(items.length);
    expect(new Set(order)).toEqual(new Set(items));
    const neighbours = order.slice(1).map((one, i) => [order[i], one] as const);
    for (const [before, after] of neighbours) {
      expect(JSON.stringify(after.screens)).not.toBe(JSON.stringify(before.screens));
    }
    expect(neighbours.filter(([before, after]) => before.kind === after.kind)).toHaveLength(0);
    expect(order[0].id).toBe('a');
  });
  it('is the same for the same questions, however they came', () => {
    expect(inTurn(items.toReversed())).toEqual(inTurn(items));
  });
});
