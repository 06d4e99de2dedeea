import { type Bottom, type ReliefGrid, reliefOf, sedimentAt } from '../bottom';

/** As a user asks for one: square, its middle, its side and its spacing. */
export interface PatchChoice {
  xM: number;
  yM: number;
  sideM: number;
  cellM: number;
}

const MOST_ACROSS = 200;

/** A finer grid that holds what the bottom has there now, so that nothing changes until it is painted. */
export function finerPatch(bottom: Bottom, { xM, yM, sideM, cellM }: PatchChoice): ReliefGrid {
  const nodes = Math.min(MOST_ACROSS, Math.max(4, Math.round(sideM / cellM) + 1));
  const half = ((nodes - 1) * cellM) / 2;
  const originM = { x: Math.round(xM - half), y: Math.round(yM - half) };
  // Shapes are laid over all grids: they must not be taken into one.
  const depthM = reliefOf({ ...bottom, features: [] });
  const depthsCm: number[] = [];
  const sedimentCells: number[] = [];
  for (let row = 0; row < nodes; row++) {
    for (let column = 0; column < nodes; column++) {
      const x = originM.x + column * cellM;
      const y = originM.y + row * cellM;
      depthsCm.push(Math.round(100 * depthM(x, y)));
      sedimentCells.push(bottom.sediments.indexOf(sedimentAt(bottom, x, y)));
    }
  }
  return { originM, cellM, columns: nodes, rows: nodes, depthsCm, sedimentCells };
}

/** The bottom as if one of its finer grids were all of it; the whole where none is named. */
export function gridAlone(bottom: Bottom, patch: number | null): Bottom {
  const grid = patch === null ? undefined : bottom.patches?.[patch];
  return grid ? { ...bottom, ...grid, patches: undefined } : bottom;
}
