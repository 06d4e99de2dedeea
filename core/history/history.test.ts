import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type History, joinedTurns, NO_HISTORY, stepped, type Turn, type Way, withStep } from '.';

type Numbers = History<Turn<number>>;

const done = (
  history: Numbers,
  before: number,
  after: number,
  change: Partial<Turn<number>> = {},
): Numbers =>
  withStep(
    history,
    { label: `to ${after}`, mergeKey: null, before, after, ...change },
    joinedTurns,
  );

describe('the way back', () => {
  it('leads through any steps to the start, and forth to the end', () => {
    fc.assert(
      fc.property(fc.array(fc.integer(), { maxLength: 40 }), (values) => {
        let history: Numbers = NO_HISTORY;
        let value = 0;
        for (const next of values) {
          history = done(history, value, next);
          value = next;
        }
        const walk = (way: Way) => {
          for (let found = stepped(history, way); found; found = stepped(history, way)) {
            ({ history } = found);
            value = way === 'undo' ? found.step.before : found.step.after;
          }
        };
        walk('undo');
        expect(value).toBe(0);
        walk('redo');
        expect(value).toBe(values.at(-1) ?? 0);
      }),
    );
  });
  it('forgets what was undone once something else is done', () => {
    const { history } = stepped(done(NO_HISTORY, 0, 1), 'undo')!;
    expect(history.future).toHaveLength(1);
    expect(stepped(done(history, 0, 2), 'redo')).toBeNull();
  });
  it('takes steps of one key in a row for one, back to where the first began', () => {
    let history = done(NO_HISTORY, 0, 1, { mergeKey: 'gain' });
    history = done(history, 1, 2, { mergeKey: 'gain' });
    expect(history.past).toHaveLength(1);
    expect(stepped(history, 'undo')!.step).toMatchObject({ before: 0, after: 2, label: 'to 2' });
    history = done(history, 2, 3, { mergeKey: 'range' });
    history = done(history, 3, 4, { mergeKey: 'gain' });
    expect(history.past.map(({ before }) => before)).toEqual([0, 2, 3]);
  });
  it('begins anew after a pause, and after a step back', () => {
    const first = done(NO_HISTORY, 0, 1, { mergeKey: 'gain', atMs: 0 });
    expect(done(first, 1, 2, { mergeKey: 'gain', atMs: 1499 }).past).toHaveLength(1);
    expect(done(first, 1, 2, { mergeKey: 'gain', atMs: 1501 }).past).toHaveLength(2);
    const second = done(first, 1, 2, { mergeKey: 'name', atMs: 100 });
    const { history } = stepped(second, 'undo')!;
    expect(done(history, 1, 3, { mergeKey: 'gain', atMs: 200 }).past).toHaveLength(2);
  });
  it('keeps the steps apart that cannot be joined, and the last three hundred', () => {
    const step = { label: '', mergeKey: 'stroke' };
    let history: History<typeof step> = NO_HISTORY;
    for (let i = 0; i < 305; i++) history = withStep(history, { ...step }, () => null);
    expect(history.past).toHaveLength(300);
  });
});
