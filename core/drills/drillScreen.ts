/** A screen as drills need it: the echo, how it is shown, and all that is known of it. */
import { stretchSource, type EchoSource, type View } from '../display';
import { SEDIMENTS, type SedimentName } from '../bottom';
import { hypot } from '../numeric';
import { isHiddenBySettings, type TruthRegion } from '../reading';
import { type EchogramInfo, type PingTrack, type Rig, type Sounder, isAlong } from '../sounding';
import type { FaultId } from '../setup/faultIds';
import { movedFrom, type Target, targetMotions } from '../targets';

export interface DrillScreen {
  waterId: string;
  waterName: string;
  info: EchogramInfo;
  track: PingTrack;
  firstPing: number;
  pingCount: number;
  /** pings × cells, dB/100; empty where the echo is known by its colours only. */
  levelsCdb: Int16Array;
  colours: Uint32Array | null;
  view: View;
  targets: readonly Target[];
  /** As judged under `view`, or under the view before a fault of the picture was put in. */
  regions: TruthRegion[];
  /** What was sent, and from what mount; null where that is not known. */
  sounder: Sounder | null;
  rig: Rig | null;
  /** Put in on purpose; null where nobody can know. */
  faults: FaultId[] | null;
  /** Whether a screen without fish is one of empty water, and not of a fault or a setting. */
  mayBeEmpty: boolean;
  /** As it was before faults of the picture were put in. */
  soundView: View;
  /** Under the boat at the middle of the screen; null where nobody can know. */
  sediment: SedimentName | null;
}

export const drillSource = (screen: DrillScreen): EchoSource =>
  stretchSource({ ...screen, bottomDepthM: screen.track.bottomDepthM });

export const regionOf = (screen: DrillScreen, targetId: string): TruthRegion => {
  const region = screen.regions.find((one) => one.targetId === targetId);
  if (!region) throw new Error(`Target ${targetId} is not in the truth of its screen.`);
  return region;
};

/** What can be asked about: seen, and by its echo, so that it can be framed; a shadow alone is not. */
export const seenOn = ({ regions }: Pick<DrillScreen, 'regions'>): TruthRegion[] =>
  regions.filter(({ verdict, outline }) => verdict === 'visible' && outline.length > 0);

/** That none of these is seen is the water's doing, not that of a fault or a setting. */
export const isPlainlyEmpty = ({ mayBeEmpty }: DrillScreen, asked: readonly TruthRegion[]) =>
  mayBeEmpty && !asked.some(isHiddenBySettings);

export const slotOf = (screen: DrillScreen, ping: number) =>
  Math.min(screen.pingCount - 1, Math.max(0, Math.floor(ping) - screen.firstPing));

/** Where a target is at a time, m. Depth is null for what has none of its own. */
export interface Whereabouts {
  xM: number;
  yM: number;
  depthM: number | null;
  /** Over the ground from the boat at that time. */
  awayM: number;
  overBottomM: number | null;
}

const motionsFor = new WeakMap<readonly Target[], ReturnType<typeof targetMotions>>();

export function whereabouts(
  screen: DrillScreen,
  targetId: string,
  slot: number,
): Whereabouts | null {
  const index = screen.targets.findIndex(({ id }) => id === targetId);
  if (index < 0) return null;
  let motions = motionsFor.get(screen.targets);
  if (!motions) motionsFor.set(screen.targets, (motions = targetMotions(screen.targets)));
  const target = screen.targets[index];
  const { track } = screen;
  const bottomM = track.bottomDepthM[slot];
  const boat = { xM: track.xM[slot], yM: track.yM[slot] };
  const moved = movedFrom(target, motions[index], track.timeS[slot], boat, bottomM);
  const xM = target.xM + (moved?.eastM ?? 0);
  const yM = target.yM + (moved?.northM ?? 0);
  const depthM = 'depthM' in target ? target.depthM + (moved?.downM ?? 0) : null;
  return {
    xM,
    yM,
    depthM,
    awayM: hypot(xM - boat.xM, yM - boat.yM),
    overBottomM: depthM === null ? null : bottomM - depthM,
  };
}

/** How hard a bottom answers, dB: its Lambert parameter. */
export const hardnessDb = (sediment: SedimentName) => SEDIMENTS[sediment].lambertDb;

export const isDownward = ({ info }: Pick<DrillScreen, 'info'>) => isAlong(info.instrument);
