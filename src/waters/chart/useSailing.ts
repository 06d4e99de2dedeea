import { useEffect, useMemo, useState } from 'react';
import { type PassPlan, passRunSchema, poseAt, routeLengthM } from '@core/pass';

/** Faster than life: a pass of ten minutes in about half a minute. */
const HASTE = 20;

/** Seconds that a pass takes. */
export function passDurationS(plan: Pick<PassPlan, 'routeM' | 'speedMps' | 'holding'>): number {
  const { holding } = plan;
  if (holding.kind === 'anchor' || holding.kind === 'hole') return holding.forS;
  return plan.speedMps > 0 ? routeLengthM(plan.routeM) / plan.speedMps : 0;
}

/** A boat on the chart that sails a pass ahead of time, by hand or by itself. */
export function useSailing(plan: PassPlan | null) {
  const [timeS, setTimeS] = useState(0);
  const [playing, setPlaying] = useState(false);
  const durationS = plan ? passDurationS(plan) : 0;
  const run = useMemo(
    () =>
      plan &&
      passRunSchema.parse({
        planId: plan.id,
        routeM: plan.routeM,
        speedChanges: [{ fromTimeS: 0, speedMps: plan.speedMps }],
        holding: plan.holding,
      }),
    [plan],
  );
  useEffect(() => {
    if (!playing) return;
    let lastMs: number | null = null;
    let frame = requestAnimationFrame(function tick(nowMs) {
      const elapsedS = lastMs === null ? 0 : (nowMs - lastMs) / 1000;
      lastMs = nowMs;
      setTimeS((old) => {
        const next = old + HASTE * Math.min(0.1, elapsedS);
        if (next >= durationS) setPlaying(false);
        return Math.min(next, durationS);
      });
      frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  }, [playing, durationS]);
  return {
    pose: run ? poseAt(run, Math.min(timeS, durationS)) : null,
    timeS: Math.min(timeS, durationS),
    durationS,
    playing,
    setTimeS,
    toggle: () => {
      if (!playing && timeS >= durationS) setTimeS(0);
      setPlaying(!playing);
    },
    stop: () => setPlaying(false),
  };
}
