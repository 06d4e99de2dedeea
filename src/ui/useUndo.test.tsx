import { act, renderHook } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { useUndo } from './useUndo';

const begin = (onChange?: (value: number) => void) => {
  const { result } = renderHook(() => useUndo<number>(0, onChange));
  return {
    now: () => result.current,
    change: (label: string, next: number, key?: string) =>
      act(() => result.current.change(label, next, key)),
    undo: () => act(() => result.current.undo()),
    redo: () => act(() => result.current.redo()),
  };
};

describe('undo', () => {
  it('goes back and forth through every step, and says which', () => {
    const one = begin();
    one.change('first', 1);
    one.change('second', 2);
    expect(one.now()).toMatchObject({ value: 2, undoLabel: 'second', redoLabel: undefined });
    one.undo();
    expect(one.now()).toMatchObject({ value: 1, undoLabel: 'first', redoLabel: 'second' });
    one.undo();
    expect(one.now()).toMatchObject({ value: 0, undoLabel: undefined, redoLabel: 'first' });
    one.redo();
    one.redo();
    expect(one.now()).toMatchObject({ value: 2, undoLabel: 'second', redoLabel: undefined });
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
    expect(one.now()).toMatchObject({ value: 5, redoLabel: undefined });
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
  it('keeps a hundred steps', () => {
    const one = begin();
    for (let i = 1; i <= 130; i++) one.change(`step ${i}`, i);
    for (let i = 0; i < 200; i++) one.undo();
    expect(one.now().value).toBe(30);
  });
});
