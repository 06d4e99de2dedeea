/** Marks that may be asked about: whole, apart from one another, and drawn like what they are. */
import type { RegionLabel, TruthRegion } from '../reading';
import { isPolar } from '../sounding';
import type { DrillScreen } from './drillScreen';
import { LOOK_ALIKES } from './lookAlikes';
import { isKnownToReader, readMark } from './markReader';

/** A mark is asked about where a reader of the picture alone is so sure of what it is. */
const SURE = 0.8;
/** Where none of its names is likelier than this, the picture leaves it open. */
export const OPEN_BELOW = 0.6;

/** Marks that lie on one another cannot be told apart by their frames. */
const APART_PINGS = 14;
const APART_BINS = 22;
/** Frames may lie over one another by so much of the smaller. */
const MOST_SHARED = 0.25;

/** From and to, in pings, cells and beams. */
const extentOf = ({ outline }: TruthRegion): [from: number, to: number][] => [
  [outline[0].ping, outline[outline.length - 1].ping + 1],
  [
    Math.min(...outline.map(({ firstBin }) => firstBin)),
    Math.max(...outline.map(({ lastBin }) => lastBin)) + 1,
  ],
  [
    Math.min(...outline.map(({ firstBeam }) => firstBeam)),
    Math.max(...outline.map(({ lastBeam }) => lastBeam)) + 1,
  ],
];

/** What the frames of two marks have in common, as a share of the smaller. */
function sharedBy(one: TruthRegion, other: TruthRegion): number {
  const [a, b] = [extentOf(one), extentOf(other)];
  const size = (extent: typeof a) =>
    extent.reduce((product, [from, to]) => product * Math.max(0, to - from), 1);
  const shared = a.map(([from, to], i): [number, number] => [
    Math.max(from, b[i][0]),
    Math.min(to, b[i][1]),
  ]);
  return size(shared) / Math.min(size(a), size(b));
}

export function apart(regions: readonly TruthRegion[]): TruthRegion[] {
  const kept: TruthRegion[] = [];
  for (const region of regions) {
    const clear = kept.every(
      (other) =>
        other.channel !== region.channel ||
        ((Math.abs(other.peak.ping - region.peak.ping) > APART_PINGS ||
          Math.abs(other.peak.bin - region.peak.bin) > APART_BINS) &&
          sharedBy(other, region) <= MOST_SHARED),
    );
    if (clear) kept.push(region);
  }
  return kept;
}

/** Whether a mark goes on past an end of the recording. */
export function isCut({ info, firstPing, pingCount }: DrillScreen, { outline }: TruthRegion) {
  if (isPolar(info.instrument) || outline.length === 0) return false;
  return (
    outline[0].ping <= firstPing || outline[outline.length - 1].ping >= firstPing + pingCount - 1
  );
}

/** What was marked by hand stands for what its keeper knows; a picture without levels has nothing to measure. */
const isGiven = (screen: DrillScreen, region: TruthRegion) =>
  region.kind === null || screen.levelsCdb.length === 0;

/** What the picture makes of a mark: told, left open between it and another, or told wrongly. */
export function readWhatIsThis(
  screen: DrillScreen,
  region: TruthRegion,
  options: readonly RegionLabel[],
): 'told' | 'open' | 'misread' {
  if (isGiven(screen, region)) return 'told';
  const read = readMark(screen, region, options);
  if (!read) return 'misread';
  const [first, second] = read;
  if (first.label === region.label && first.share >= SURE) return 'told';
  const isAmong = first.label === region.label || second.label === region.label;
  return isAmong && first.share <= OPEN_BELOW ? 'open' : 'misread';
}

/** Whether a reader of the picture can be asked for the name of a mark at all. */
export const canBeRead = (screen: DrillScreen, region: TruthRegion) =>
  isGiven(screen, region) || isKnownToReader(screen, region.label);

/** The likeliest name of a mark among its own and its look-alikes is one of these; true of what the reader never saw. */
function isReadAs(
  screen: DrillScreen,
  region: TruthRegion,
  isWanted: (label: RegionLabel) => boolean,
): boolean {
  if (isGiven(screen, region) || !isKnownToReader(screen, region.label)) {
    return isWanted(region.label);
  }
  const read = readMark(screen, region, [region.label, ...LOOK_ALIKES[region.label]]);
  return isWanted(read ? read[0].label : region.label);
}

/** Whether a mark is drawn like its own sort. */
export const isDrawnAs = (
  screen: DrillScreen,
  region: TruthRegion,
  sortOf: (label: RegionLabel) => unknown = (label) => label,
): boolean => isReadAs(screen, region, (label) => sortOf(label) === sortOf(region.label));

/** Whether what is no such thing is surely read as one. */
export function isMistakenFor(
  screen: DrillScreen,
  region: TruthRegion,
  label: RegionLabel,
): boolean {
  if (isGiven(screen, region) || !isKnownToReader(screen, region.label)) return false;
  const read = readMark(screen, region, [region.label, label]);
  return read !== null && read[0].label === label && read[0].share >= SURE;
}

/** Each of what is asked for is drawn like what it is, and nothing else like it. */
export const isPlainOn = (
  screen: DrillScreen,
  label: RegionLabel,
  asked: readonly TruthRegion[],
  others: readonly TruthRegion[],
): boolean =>
  asked.every((region) => isDrawnAs(screen, region)) &&
  !others.some((region) => isMistakenFor(screen, region, label));
