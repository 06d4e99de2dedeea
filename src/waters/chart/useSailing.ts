import { useEffect, useMemo, useState } from 'react';
import { passDurationS, type PassPlan, type PassRun, passRunSchema, poseAt } from '@core/pass';

/** Faster than life: a pass of ten minutes in about half a minute. */
const HASTE = 20;

const MOST_POINTS = 400;

/** Where a run has been by a time. */
function trackUntil(run: PassRun, timeS: number): { x: number; y: number }[] {
  const count = Math.min(MOST_POINTS, Math.ceil(timeS) + 1);
  return Array.from({ length: count }, (_, i) => {
    const { xM, yM } = poseAt(run, count === 1 ? 0 : (i / (count - 1)) * timeS);
    return { x: Math.round(10 * xM) / 10, y: Math.round(10 * yM) / 10 };
  });
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
  const shownS = Math.min(timeS, durationS);
  const trail = useMemo(() => (run ? trackUntil(run, shownS) : []), [run, shownS]);
  return {
    trail,
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
