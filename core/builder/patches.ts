import { type Bottom, type ReliefGrid, reliefOf, sampledGrid, sedimentAt } from '../bottom';

/** As a user asks for one: square, its middle, its side. */
export interface PatchChoice {
  xM: number;
  yM: number;
  sideM: number;
}

/** Nodes along a side, at most. */
const MOST_ACROSS = 200;
const FINEST_M = 0.25;
/** So many times finer than the whole where its width allows that. */
const FINER = 8;

/** How close the nodes of a finer grid lie, m: the wider, the coarser. */
export const finerCellM = (bottom: Bottom, sideM: number): number =>
  Math.ceil(20 * Math.max(FINEST_M, bottom.cellM / FINER, sideM / (MOST_ACROSS - 1))) / 20;

/** A finer grid that holds what the bottom has there now, so that nothing changes until it is painted. */
export function finerPatch(bottom: Bottom, { xM, yM, sideM }: PatchChoice): ReliefGrid {
  const cellM = finerCellM(bottom, sideM);
  const nodes = Math.max(4, Math.floor(sideM / cellM) + 1);
  const half = ((nodes - 1) * cellM) / 2;
  return sampledGrid({
    originM: { x: Math.round(xM - half), y: Math.round(yM - half) },
    cellM,
    columns: nodes,
    rows: nodes,
    sediments: bottom.sediments,
    // Shapes are laid over all grids: they must not be taken into one.
    depthM: reliefOf({ ...bottom, features: [] }),
    sediment: (x, y) => sedimentAt(bottom, x, y),
  });
}

/** The bottom as if one of its finer grids were all of it; the whole where none is named. */
export function gridAlone(bottom: Bottom, patch: number | null): Bottom {
  const grid = patch === null ? undefined : bottom.patches?.[patch];
  return grid ? { ...bottom, ...grid, patches: undefined } : bottom;
}
