import { useEffect, useMemo, useState } from 'react';
import { passDurationS, type PassPlan, passRunSchema, poseAt } from '@core/pass';

/** Faster than life: a pass of ten minutes in about half a minute. */
const HASTE = 20;

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
