/**
 * Edits of a water as data, so that each can be taken back. A stroke over the relief keeps only the
 * rectangle it touched; everything else is immutable and shared, so keeping the old value costs nothing.
 */
import type { Step } from '../history';
import { type Bottom, type GridRect, type ReliefGrid, withRect } from '../bottom';
import type { WaterContent } from '../waters';
import type { Scene } from '../sounding';

type Fields = Omit<WaterContent, 'scene'>;
type SceneFields = Omit<Scene, 'bottom'>;

export type Change =
  | { part: 'water'; before: Partial<Fields>; after: Partial<Fields> }
  | { part: 'scene'; before: Partial<SceneFields>; after: Partial<SceneFields> }
  | { part: 'bottom'; before: Partial<Bottom>; after: Partial<Bottom> }
  | {
      part: 'depthsCm' | 'sedimentCells';
      /** Of a finer grid, by its index; of the whole bottom's where it is left out. */
      patch?: number;
      rect: GridRect;
      before: number[];
      after: number[];
    };

export interface Edit extends Step {
  changes: Change[];
}

function withChange(content: WaterContent, change: Change, side: 'before' | 'after'): WaterContent {
  const { scene } = content;
  switch (change.part) {
    case 'water':
      return { ...content, ...change[side] };
    case 'scene':
      return { ...content, scene: { ...scene, ...change[side] } };
    case 'bottom':
      return { ...content, scene: { ...scene, bottom: { ...scene.bottom, ...change[side] } } };
    case 'depthsCm':
    case 'sedimentCells': {
      const painted = <Grid extends ReliefGrid>(grid: Grid): Grid => ({
        ...grid,
        [change.part]: withRect(grid[change.part], grid.columns, change.rect, change[side]),
      });
      const { bottom } = scene;
      const next =
        change.patch === undefined
          ? painted(bottom)
          : {
              ...bottom,
              patches: bottom.patches?.map((patch, i) =>
                i === change.patch ? painted(patch) : patch,
              ),
            };
      return { ...content, scene: { ...scene, bottom: next } };
    }
  }
}

export function applyEdit(content: WaterContent, edit: Edit): WaterContent {
  return edit.changes.reduce((next, change) => withChange(next, change, 'after'), content);
}

export function revertEdit(content: WaterContent, edit: Edit): WaterContent {
  return edit.changes.reduceRight((next, change) => withChange(next, change, 'before'), content);
}

/** Two edits in a row of one key as one; null where one of them is a stroke. */
export function joinedEdits(last: Edit, next: Edit): Edit | null {
  const changes = mergedChanges(last.changes, next.changes);
  return changes && { ...next, changes };
}

/** Two edits as one: the first one's before, the second one's after. */
function mergedChanges(first: Change[], second: Change[]): Change[] | null {
  if (first.length !== second.length) return null;
  const merged: Change[] = [];
  for (const [i, old] of first.entries()) {
    const next = second[i];
    if (old.part !== next.part || 'rect' in old || 'rect' in next) return null;
    merged.push({ ...next, before: { ...next.before, ...old.before } } as Change);
  }
  return merged;
}

/** An edit of fields of one part, its `before` read from the content. */
export function waterEdit(
  content: WaterContent,
  label: string,
  after: Partial<Fields>,
  mergeKey: string | null = null,
): Edit {
  const before = pick(content, Object.keys(after) as (keyof Fields)[]);
  return { label, mergeKey, changes: [{ part: 'water', before, after }] };
}

export function sceneEdit(
  content: WaterContent,
  label: string,
  after: Partial<SceneFields>,
  mergeKey: string | null = null,
): Edit {
  const before = pick(content.scene, Object.keys(after) as (keyof SceneFields)[]);
  return { label, mergeKey, changes: [{ part: 'scene', before, after }] };
}

export function bottomEdit(
  content: WaterContent,
  label: string,
  after: Partial<Bottom>,
  mergeKey: string | null = null,
): Edit {
  const before = pick(content.scene.bottom, Object.keys(after) as (keyof Bottom)[]);
  return { label, mergeKey, changes: [{ part: 'bottom', before, after }] };
}

function pick<T extends object, K extends keyof T>(from: T, keys: K[]): Partial<T> {
  return Object.fromEntries(keys.map((key) => [key, from[key]])) as unknown as Partial<T>;
}
