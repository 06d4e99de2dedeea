/** The truth of a recorded screen, and what of it is kept with the record so that it can be found. */
import {
  contentsOf,
  difficultyOf,
  drawnBottomM,
  holdsNothing,
  isCatch,
  isHiddenBySettings,
  judgeScreen,
  LABEL_NAMES,
  REGION_LABELS,
  type RegionLabel,
  statedTruth,
  type TruthRegion,
} from '../reading';
import type { View } from '../display';
import type { EchogramInfo, PingTrack, TruthRows } from '../sounding';
import type { Target } from '../targets';
import type { ScreenRecord } from './kinds';

/** What the file of a screen holds of its truth. */
export interface ScreenGround {
  info: EchogramInfo;
  track: PingTrack;
  truth: TruthRows;
  targets: readonly Target[];
}

/** As it can be seen under a view: of a cone's two frequencies the one that is shown. */
export function truthOfScreen(
  { firstPing, truth }: Pick<ScreenRecord, 'firstPing' | 'truth'>,
  ground: ScreenGround,
  view: View,
): TruthRegion[] {
  const { info, track, targets } = ground;
  const input = { info, targets, rows: ground.truth, track, firstPing, tone: view };
  return statedTruth(judgeScreen(input), truth, info);
}

/** The track of a screen that states no depth under the boat: from the bottom line drawn on it. */
export function trackWithBottom(
  { firstPing, truth, source }: Pick<ScreenRecord, 'firstPing' | 'truth' | 'source'>,
  info: EchogramInfo,
  track: PingTrack,
): PingTrack {
  if (source.kind === 'simulated' || truth.regions.length === 0) return track;
  const bottomDepthM = track.bottomDepthM.map((known, slot) => {
    const drawnM = drawnBottomM(truth.regions, info, firstPing + slot);
    return drawnM === null ? known : info.draftM + drawnM;
  });
  return { ...track, bottomDepthM };
}

/** What the finder knows of a screen's truth. */
export type Digest = Pick<ScreenRecord, 'contents' | 'difficulty' | 'things'>;

/** What `sceneryOf` tells. */
const BESIDES: ReadonlySet<RegionLabel> = new Set([
  'thermocline',
  'secondBottom',
  'softLayer',
  'crossTalk',
  'shadow',
  'nest',
]);
const MOST_THINGS = 60;
/** “steel piling, 0.2 m thick” without its sizes. */
const nameOnly = (name: string) => name.split(',')[0].trim().slice(0, 60);

/** @param besides what is shown that is no target (`sceneryOf`) */
export function digestOf(
  regions: readonly TruthRegion[],
  besides: readonly RegionLabel[] = [],
): Digest {
  const seen = new Set([...contentsOf(regions), ...besides]);
  const named = regions
    .filter(({ verdict }) => verdict === 'visible')
    .map(({ name }) => nameOnly(name));
  return {
    contents: REGION_LABELS.filter((label) => seen.has(label)),
    difficulty: difficultyOf(regions),
    things: [...new Set(named)].filter(Boolean).slice(0, MOST_THINGS),
  };
}

/** The digest of a changed screen: a difficulty that was set by hand stays as it was set. */
export function digestAfter(
  before: ScreenRecord,
  after: ScreenRecord,
  ground: ScreenGround,
): Digest {
  // What is no target stays as it was told when the screen was recorded.
  const targets = new Set(contentsOf(truthOfScreen(before, ground, before.view)));
  const besides = (before.contents ?? []).filter(
    (label) => BESIDES.has(label) && !targets.has(label),
  );
  const digest = digestOf(truthOfScreen(after, ground, after.view), besides);
  const judged = difficultyOf(truthOfScreen(before, ground, before.view));
  const isByHand = before.difficulty !== null && before.difficulty !== judged;
  return isByHand ? { ...digest, difficulty: before.difficulty } : digest;
}

/** What is there where nothing is to be caught; null where something is, or might be. */
export function emptinessOf(regions: readonly TruthRegion[]): string | null {
  const contents = contentsOf(regions);
  if (!holdsNothing(contents)) return null;
  if (regions.some((region) => isCatch(region.label) && isHiddenBySettings(region))) return null;
  const there = contents.map((label) => LABEL_NAMES[label]);
  return there.length === 0 ? 'water and bottom' : there.join(', ');
}
