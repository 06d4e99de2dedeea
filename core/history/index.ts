/** The way back through what was done, and forth again: one for every page that edits something. */

export interface Step {
  /** What was done, as the undo button says it. */
  label: string;
  /** Steps in a row with the same key are one: moves of a slider, letters of a name. */
  mergeKey: string | null;
  /** When it was done; left out where no pause ends a run of steps. */
  atMs?: number;
}

export interface History<S extends Step> {
  /** Oldest first. */
  past: readonly S[];
  /** The one to be done again next stands last. */
  future: readonly S[];
}

const MOST_STEPS = 300;
/** After a longer pause a step of the same sort is one of its own. */
const MERGE_WITHIN_MS = 1500;

export const NO_HISTORY = { past: [], future: [] } as const;

/**
 * The history with one more step; what had been undone is gone.
 * @param joined two steps as one, or null where they have to stay apart
 */
export function withStep<S extends Step>(
  { past, future }: History<S>,
  step: S,
  joined: (last: S, step: S) => S | null,
): History<S> {
  const last = past.at(-1);
  const isMore =
    last !== undefined &&
    future.length === 0 &&
    step.mergeKey !== null &&
    step.mergeKey === last.mergeKey &&
    (step.atMs ?? 0) - (last.atMs ?? 0) < MERGE_WITHIN_MS;
  const one = isMore ? joined(last, step) : null;
  return {
    past: one ? [...past.slice(0, -1), one] : [...past, step].slice(-MOST_STEPS),
    future: [],
  };
}

export type Way = 'undo' | 'redo';

/** The step to be taken back or done again, and the history after it; null where there is none. */
export function stepped<S extends Step>(
  { past, future }: History<S>,
  way: Way,
): { step: S; history: History<S> } | null {
  const step = (way === 'undo' ? past : future).at(-1);
  if (!step) return null;
  const history =
    way === 'undo'
      ? { past: past.slice(0, -1), future: [...future, step] }
      : { past: [...past, step], future: future.slice(0, -1) };
  return { step, history };
}

/** A step between two states of the same thing. */
export interface Turn<T> extends Step {
  before: T;
  after: T;
}

export const joinedTurns = <S extends Turn<unknown>>(last: S, next: S): S => ({
  ...next,
  before: last.before,
});
