import { act, renderHook } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { useUndo } from './useUndo';

const begin = (onChange?: (value: number) => void) => {
  const { result } = renderHook(() => useUndo<number>(0, onChange));
  return {
    now: () => {
      const { value, history } = result.current;
      return { value, undo: history.past.at(-1)?.label, redo: history.future.at(-1)?.label };
    },
    change: (label: string, next: number, key?: string) =>
      act(() => result.current.change(label, next, key)),
    undo: () => act(() => result.current.step('undo')),
    redo: () => act(() => result.current.step('redo')),
  };
};

describe('undo', () => {
  it('goes back and forth through every step, and says which', () => {
    const one = begin();
    one.change('first', 1);
    one.change('second', 2);
    expect(one.now()).toMatchObject({ value: 2, undo: 'second', redo: undefined });
    one.undo();
    expect(one.now()).toMatchObject({ value: 1, undo: 'first', redo: 'second' });
    one.undo();
    expect(one.now()).toMatchObject({ value: 0, undo: undefined, redo: 'first' });
    one.redo();
    one.redo();
    expect(one.now()).toMatchObject({ value: 2, undo: 'second', redo: undefined });
  });
  it('stops at both ends', () => {
    const one = begin();
    one.undo();
    one.redo();
    expect(one.now().value).toBe(0);
    one.change('first', 1);
    one.undo();
    one.undo();
    expect(one.now().value).toBe(0);
  });
  it('forgets what could be done again once something else is done', () => {
    const one = begin();
    one.change('first', 1);
    one.undo();
    one.change('other', 5);
    one.redo();
    expect(one.now()).toMatchObject({ value: 5, redo: undefined });
  });
  it('takes changes of one thing in a row for one step, and no others', () => {
    const one = begin();
    one.change('name', 1, 'name');
    one.change('name', 2, 'name');
    one.change('note', 3, 'note');
    one.change('name', 4, 'name');
    one.undo();
    expect(one.now().value).toBe(3);
    one.undo();
    expect(one.now().value).toBe(2);
    one.undo();
    expect(one.now().value).toBe(0);
  });
  it('tells of every new value, going back included', () => {
    const heard = vi.fn();
    const one = begin(heard);
    one.change('first', 1);
    one.undo();
    one.redo();
    expect(heard.mock.calls.map(([value]) => value as number)).toEqual([1, 0, 1]);
  });
});
