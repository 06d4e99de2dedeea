/** What the page of a question needs to know of each kind: what stands on the stage, and what is filled in. */
import type { ComponentType } from 'react';
import type { z } from 'zod';
import type { View } from '@core/display';
import type { AnswerOf, Explained, GradeOf, Ground, ItemKindName, ItemOf } from '@core/drills';
import type { UnitSystem } from '@core/units';

export interface Line extends Explained {
  badge: string;
}

export interface KindProps<K extends ItemKindName, State> {
  item: ItemOf<K>;
  ground: Ground;
  units: UnitSystem;
  state: State;
  onState: (state: State) => void;
  committed: { answer: AnswerOf<K>; grade: GradeOf<K> } | null;
  /** Feedback on the picture; empty until it may be seen. */
  lines: Line[];
  /** The truth may be seen. */
  revealed: boolean;
  label: string;
  /** Shown instead of the screen's own, to compare. */
  view: View | null;
}

export interface GradeFigure {
  value: string;
  text: string;
}

/** Found, falsely marked. */
export function detectionFigures(found: number, missed: number, falseMarks: number): GradeFigure[] {
  const all = found + missed;
  return [
    all === 0
      ? { value: 'none', text: 'there was nothing to find' }
      : { value: `${found} of ${all}`, text: 'found of those one could see' },
    { value: String(falseMarks), text: 'false marks' },
  ];
}

/** The answer without what every answer has. */
type Given<K extends ItemKindName> = Omit<AnswerOf<K>, 'confidence' | 'committedAtMs' | 'tookMs'>;

export interface KindView<K extends ItemKindName, State> {
  /** What is begun survives a reload only if it can be read again. */
  stateSchema: z.ZodType<State>;
  initial: State;
  /** Null while there is nothing to commit. */
  given: (state: State, item: ItemOf<K>) => Given<K> | null;
  Stage: ComponentType<KindProps<K, State>>;
  Form: ComponentType<KindProps<K, State>>;
  /** On the button, when it is not “Commit”. */
  commitLabel?: (state: State) => string | null;
  /** Keys of this kind. */
  hotkeys?: (
    props: Pick<KindProps<K, State>, 'item' | 'ground' | 'state' | 'onState'>,
  ) => Record<string, () => void>;
  /** What the grade comes to; else right, partly right or wrong, with its score. */
  figures?: (grade: GradeOf<K>) => GradeFigure[];
  /** Several marks are asked about at once. */
  asksMany?: boolean;
  /** Its first screen can be shown under another view, to compare. */
  isViewable: boolean;
  /** What an answer was made from, where that is not the answer itself, so that it can be looked at again. */
  stateFrom?: (answer: AnswerOf<K>) => State;
}

/** For the one page that shows them all. */
// oxlint-disable-next-line typescript/no-explicit-any -- each kind has a state of its own
export type AnyKindView = KindView<any, any>;

export const outlinedOn = (lines: readonly Line[], screen: number) =>
  lines.flatMap(({ region, look, badge, screen: on }) =>
    region && on === screen ? [{ region, look, badge }] : [],
  );
