/** The truth of what is on a picture, judged as it is shown. */
import { useMemo } from 'react';
import type { EchoPoint, View } from '@core/display';
import { judgeAllChannels, type TruthRegion } from '@core/reading';
import { type EchoRing, isPolar } from '@core/sounding';
import type { BenchRun } from './benchRun';

/** Frames of a sector that are judged together: a second's worth shows what moves. */
const SECTOR_FRAMES = 12;

/** One list, so that showing nothing is no change. */
const NOTHING: TruthRegion[] = [];

/** @param pings that the picture holds */
export function useTruth(
  run: BenchRun,
  ring: EchoRing | null | undefined,
  endPing: number,
  pings: number,
  view: View,
  shown: boolean,
): TruthRegion[] {
  return useMemo(() => {
    if (!ring || !shown || pings === 0 || endPing <= ring.first) return NOTHING;
    const count = isPolar(ring.info.instrument) ? SECTOR_FRAMES : pings;
    const stretch = ring.stretch(endPing - count, endPing);
    return judgeAllChannels({
      info: ring.info,
      targets: run.targets(),
      rows: stretch.truth,
      track: stretch.track,
      firstPing: stretch.firstPing,
      tone: view,
    });
  }, [run, ring, endPing, pings, view, shown]);
}

const extent = ({ outline }: TruthRegion) =>
  outline.reduce((sum, { firstBin, lastBin }) => sum + lastBin - firstBin + 1, 0);

/** The smallest region that a cell belongs to. */
export function regionAt(regions: TruthRegion[], point: EchoPoint | null): TruthRegion | null {
  if (!point) return null;
  const isThere = (region: TruthRegion) =>
    region.channel === point.channel &&
    region.outline.some(
      (row) =>
        row.ping === point.ping &&
        row.firstBin - 1 <= point.bin &&
        row.lastBin + 1 >= point.bin &&
        row.firstBeam - 1 <= point.beam &&
        row.lastBeam + 1 >= point.beam,
    );
  return regions
    .filter(isThere)
    .reduce<TruthRegion | null>(
      (best, region) => (best && extent(best) <= extent(region) ? best : region),
      null,
    );
}
