import { useCallback, useState } from 'react';

interface Step<T> {
  label: string;
  before: T;
  after: T;
}

const MOST_STEPS = 100;

export interface Undo<T> {
  value: T;
  /** Steps with the same key in a row are one: letters of a name. */
  change: (label: string, next: T, mergeKey?: string) => void;
  undo: () => void;
  redo: () => void;
  undoLabel: string | undefined;
  redoLabel: string | undefined;
}

/** A value whose changes can be taken back. `onChange` hears of every new one. */
export function useUndo<T>(initial: T, onChange?: (value: T) => void): Undo<T> {
  const [{ value, past, future }, setState] = useState<{
    value: T;
    past: Step<T>[];
    future: Step<T>[];
    lastKey: string | undefined;
  }>({ value: initial, past: [], future: [], lastKey: undefined });
  const change = useCallback(
    (label: string, next: T, mergeKey?: string) => {
      setState((state) => {
        const merges =
          mergeKey !== undefined && mergeKey === state.lastKey && state.past.length > 0;
        const step = {
          label,
          before: merges ? state.past.at(-1)!.before : state.value,
          after: next,
        };
        const past = merges ? state.past.slice(0, -1) : state.past;
        return {
          value: next,
          past: [...past, step].slice(-MOST_STEPS),
          future: [],
          lastKey: mergeKey,
        };
      });
      onChange?.(next);
    },
    [onChange],
  );
  const undo = useCallback(() => {
    const step = past.at(-1);
    if (!step) return;
    setState({
      value: step.before,
      past: past.slice(0, -1),
      future: [step, ...future],
      lastKey: undefined,
    });
    onChange?.(step.before);
  }, [past, future, onChange]);
  const redo = useCallback(() => {
    const [step, ...rest] = future;
    if (!step) return;
    setState({ value: step.after, past: [...past, step], future: rest, lastKey: undefined });
    onChange?.(step.after);
  }, [past, future, onChange]);
  return {
    value,
    change,
    undo,
    redo,
    undoLabel: past.at(-1)?.label,
    redoLabel: future.at(0)?.label,
  };
}
