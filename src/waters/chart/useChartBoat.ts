import { useMemo, useState } from 'react';
import { depthAtM } from '@core/bottom';
import { sweepOf } from '@core/planning';
import type { WaterRecord } from '@core/records';
import type { PassDraft } from '@core/planning';
import type { ChartState } from '@/storage/chartState';
import { useBoatNews } from '@/ui/boatChannel';
import type { ChartPose } from '@/ui/chart/projection';
import type { ChartBoat } from './BoatLayer';
import { useSailing } from './useSailing';

/** Heading-up: the boat stands this far down the picture, so that more of what comes is seen. */
const LOOK_AHEAD_SHARE = 0.25;
const FOLLOW_METRES_PER_PX = 0.25;

interface ChartBoatInput {
  water: WaterRecord;
  offsetM: number;
  /** Says with what the boat looks. */
  draft: PassDraft;
  up: ChartState['up'];
  /** Of the chart as the user left it. */
  pose: ChartPose | null;
  heightPx: number;
}

/** The boat on the chart, live from a bench or sailed ahead here, and the pose that follows it. */
export function useChartBoat({ water, offsetM, draft, up, pose, heightPx }: ChartBoatInput) {
  const { passes, scene } = water.content;
  const heard = useBoatNews(water.id);
  const news = heard?.news ?? null;
  const [sailedId, setSailedId] = useState(passes[0].id);
  const sailedPass = passes.find(({ id }) => id === sailedId) ?? passes[0];
  const sailing = useSailing(sailedPass);
  const sailed = sailing.pose;
  const boat = useMemo<ChartBoat | null>(
    () =>
      news ??
      (sailed && {
        xM: sailed.xM,
        yM: sailed.yM,
        headingRad: sailed.headingRad,
        depthM: Math.max(0, depthAtM(scene.bottom, sailed.xM, sailed.yM) + offsetM),
      }),
    [news, sailed, scene.bottom, offsetM],
  );
  const followedPose = useMemo<ChartPose | null>(() => {
    if (up !== 'heading' || !boat) return null;
    const metresPerPx = pose?.metresPerPx ?? FOLLOW_METRES_PER_PX;
    const aheadM = LOOK_AHEAD_SHARE * heightPx * metresPerPx;
    return {
      metresPerPx,
      upRad: boat.headingRad,
      centreM: {
        x: boat.xM + aheadM * Math.sin(boat.headingRad),
        y: boat.yM + aheadM * Math.cos(boat.headingRad),
      },
    };
  }, [up, boat, pose, heightPx]);
  const sweep = sweepOf(draft);
  return {
    boat,
    live: news !== null,
    sweep: news && sweep.instrument === 'cone' ? { ...sweep, acrossDeg: news.beamDeg } : sweep,
    trail: heard?.trail ?? sailing.trail,
    sailing,
    sailedPass,
    sail: (id: string) => {
      sailing.stop();
      sailing.setTimeS(0);
      setSailedId(id);
    },
    followedPose,
  };
}
