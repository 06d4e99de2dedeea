/** Mending a picture by its controls: what stands to gain, and how good a mend is. */
import {
  betterView,
  clarity,
  type ClarityInput,
  isCatch,
  type MendScore,
  type TruthRegion,
} from '../reading';
import { formatNumber } from '../units';
import { type DrillScreen, drillSource, seenOn } from './drillScreen';
import { type Explained, line } from './itemBase';

/** The target must gain so much, as a ratio, for mending to be worth asking for. */
const WORTH_MENDING = 1.35;
/** A mend this good is a right one. */
export const MENDED_SCORE = 0.6;
/** Length along the range at which items are made, px. */
export const USUAL_RANGE_PX = 560;

export function clarityInput(
  screen: DrillScreen,
  region: TruthRegion,
  rangePx: number,
): ClarityInput {
  const { track, pingCount } = screen;
  const took = track.timeS[pingCount - 1] - track.timeS[0];
  const speedMps = took > 0 ? (track.alongM[pingCount - 1] - track.alongM[0]) / took : 0;
  return { source: drillSource(screen), region, rangePx, speedMps };
}

/** The target that gains most by mending, if any gains enough. */
export function mendTarget(screen: DrillScreen): TruthRegion | null {
  let best: TruthRegion | null = null;
  let most = 0;
  const regions = seenOn(screen).filter(({ label }) => isCatch(label) || label === 'rock');
  for (const region of regions.slice(0, 6)) {
    const input = clarityInput(screen, region, USUAL_RANGE_PX);
    const start = clarity(input, screen.view);
    const found = betterView(input, screen.view).clarity;
    if (found < WORTH_MENDING * start || found - start < 2) continue;
    if (found - start > most) {
      most = found - start;
      best = region;
    }
  }
  return best;
}

export function mendLine(
  { score, start, now, best, needless }: MendScore,
  region: TruthRegion,
): Explained {
  const needlessly = needless.length > 0 ? ` Moved without need: ${needless.length}.` : '';
  return line(
    score >= MENDED_SCORE ? 'right' : 'missed',
    `Mended to ${formatNumber(100 * score, 0)} % of what the controls can do`,
    `The framed mark stood ${formatNumber(start, 0)} palette steps clear of its surroundings at first, ${formatNumber(now, 0)} as you left it, ${formatNumber(best, 0)} at best.${needlessly}`,
    { region },
  );
}
