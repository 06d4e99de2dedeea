import { useEffect, useMemo, useRef, useState } from 'react';
import { type ChartGrid, contourDepths, type ContourLevel, deepestM } from '@core/chart';
import { chartWork } from '@/workers/chartClient';
import { contourPaths, type ChartLook, type ContourPaths } from './drawChart';

/** Depths a look needs lines of: its steps, and the limits of what it marks. */
function wantedDepths(look: ChartLook, deepest: number): number[] {
  const depths = new Set(contourDepths(look.stepM, deepest));
  if (look.unsafeM !== null) depths.add(look.unsafeM);
  if (look.band) {
    depths.add(look.band.fromM);
    depths.add(look.band.toM);
  }
  return [...depths].sort((a, b) => a - b);
}

/**
 * Contours of a grid, made in the worker. While new ones are on their way the last ones stay; of several
 * changes in a row only the newest is drawn.
 * @param version changes when the grid was changed in place
 */
export function useContours(
  grid: ChartGrid | null,
  look: ChartLook,
  version: number,
): { paths: ContourPaths[]; version: number; levels: ContourLevel[] } {
  const [made, setMade] = useState<{
    levels: ContourLevel[];
    grid: ChartGrid;
    version: number;
  } | null>(null);
  const wanted = useRef<{ grid: ChartGrid; key: string; version: number } | null>(null);
  const busy = useRef(false);
  const key = grid ? wantedDepths(look, deepestM(grid)).join() : '';

  useEffect(() => {
    if (!grid || key === '') return;
    wanted.current = { grid, key, version };
    // While the worker is at it, changes only replace what is wanted next.
    const work = async () => {
      if (busy.current) return;
      busy.current = true;
      while (wanted.current) {
        const next = wanted.current;
        wanted.current = null;
        const levels = await chartWork().contourLines(next.grid, next.key.split(',').map(Number));
        setMade({ levels, grid: next.grid, version: next.version });
      }
      busy.current = false;
    };
    void work();
  }, [grid, key, version]);
  const paths = useMemo(() => (made ? contourPaths(made.grid, made.levels) : []), [made]);
  return { paths, version: made?.version ?? -1, levels: made?.levels ?? [] };
}
