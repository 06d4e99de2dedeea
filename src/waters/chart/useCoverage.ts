import { useEffect, useState } from 'react';
import type { Bottom } from '@core/bottom';
import type { PassPlan } from '@core/pass';
import { boxAround, type Coverage, type Point, swath } from '@core/planning';
import { chartWork } from '@/workers/chartClient';

const SETTLE_MS = 120;

export interface SeenAlong {
  coverage: Coverage;
  /** The route went over an area that was to be covered; else only beside its track. */
  ofArea: boolean;
}

/** What a route sees, worked out in the worker once the plan has stood still for a moment. */
export function useCoverage(
  pass: Pick<PassPlan, 'routeM' | 'sweep'> | null,
  area: readonly Point[] | null,
  bottom: Bottom,
  offsetM: number,
): SeenAlong | null {
  const [seen, setSeen] = useState<{ of: unknown; value: SeenAlong } | null>(null);
  useEffect(() => {
    if (!pass?.sweep) return;
    const { routeM, sweep } = pass;
    let current = true;
    const timer = setTimeout(() => {
      const reachM = Math.max(2, swath(sweep, 0).farM, sweep.rangeM / 2);
      const box = boxAround(routeM);
      const around: Point[] = [
        { x: box.west - reachM, y: box.south - reachM },
        { x: box.east + reachM, y: box.south - reachM },
        { x: box.east + reachM, y: box.north + reachM },
        { x: box.west - reachM, y: box.north + reachM },
      ];
      void chartWork()
        .coverageOf(area ?? around, routeM, sweep, bottom, offsetM)
        .then((coverage) => {
          if (current) setSeen({ of: pass, value: { coverage, ofArea: area !== null } });
        });
    }, SETTLE_MS);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [pass, area, bottom, offsetM]);
  return seen && seen.of === pass ? seen.value : null;
}
