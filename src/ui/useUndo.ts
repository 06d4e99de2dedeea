import { useCallback, useState } from 'react';
import {
  type History,
  joinedTurns,
  NO_HISTORY,
  stepped,
  type Turn,
  type Way,
  withStep,
} from '@core/history';

export interface Undo<T> {
  value: T;
  history: History<Turn<T>>;
  /** Steps with the same key in a row are one: letters of a name. */
  change: (label: string, next: T, mergeKey?: string) => void;
  step: (way: Way) => void;
}

/** A value whose changes can be taken back. `onChange` hears of every new one. */
export function useUndo<T>(initial: T, onChange?: (value: T) => void): Undo<T> {
  const [{ value, history }, setState] = useState<Pick<Undo<T>, 'value' | 'history'>>({
    value: initial,
    history: NO_HISTORY,
  });
  const change = useCallback(
    (label: string, next: T, mergeKey: string | null = null) => {
      setState((state) => {
        const turn = { label, mergeKey, before: state.value, after: next };
        return { value: next, history: withStep(state.history, turn, joinedTurns) };
      });
      onChange?.(next);
    },
    [onChange],
  );
  const step = useCallback(
    (way: Way) => {
      const found = stepped(history, way);
      if (!found) return;
      const next = way === 'undo' ? found.step.before : found.step.after;
      setState({ value: next, history: found.history });
      onChange?.(next);
    },
    [history, onChange],
  );
  return { value, history, change, step };
}
