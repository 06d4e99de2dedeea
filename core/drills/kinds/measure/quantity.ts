/** What a quantity to be measured is, and what its sum is made from. */
import type { RegionLabel, TruthRegion } from '../../../reading';
import type { Target } from '../../../targets';
import { formatNumber, LENGTH, type UnitSystem } from '../../../units';
import { depthUnderM } from '../../drawn';
import { type DrillScreen, slotOf, type Whereabouts } from '../../drillScreen';
import type { SkillId } from '../../skills';

/** A reading, and what it would be with its ranges and pings read a little off. */
interface Reading {
  valueM: number;
  /** Change for one cell of range and for one ping, m. */
  perRangeM: number;
  perAlongM: number;
  formula: string;
  slips: { valueM: number; text: string }[];
}

/** What a careful reader has before them, m; of a mark where one is meant, else of the water under the boat. */
export interface Look {
  screen: DrillScreen;
  region: TruthRegion | null;
  slot: number;
  last: number;
  bottomM: number;
  altitudeM: number;
  rangeM: number;
  stepM: number;
  /** Over the ground from ping to ping. */
  perPingM: number;
  acrossDeg: number;
  /** A length as the formula writes it. */
  n: (metres: number) => string;
}

export function lookAt(screen: DrillScreen, region: TruthRegion | null, units: UnitSystem): Look {
  const { info, track, pingCount } = screen;
  const last = pingCount - 1;
  const slot = slotOf(screen, region?.peak.ping ?? screen.firstPing + last);
  const bottomM = depthUnderM(screen, slot);
  const altitudeM = bottomM - info.draftM;
  const stepM = info.rangeStepM;
  const [channel] = info.channels;
  return {
    screen,
    region,
    slot,
    last,
    bottomM,
    altitudeM,
    rangeM: region ? (region.peak.bin + 0.5) * stepM : altitudeM,
    stepM,
    perPingM: slot > 0 ? Math.abs(track.alongM[slot] - track.alongM[slot - 1]) : 0,
    acrossDeg: channel.acrossBeamwidthDeg ?? channel.beamwidthDeg,
    n: (metres) => formatNumber(LENGTH[units].show(metres), 2),
  };
}

export interface QuantityRule {
  ask: string;
  /** A hint of what there is to work with. */
  help: string;
  /** What is told beside the depth. */
  told: readonly ('speed' | 'beam' | 'rangeCell')[];
  /** Why the picture gives something else than the water holds. */
  whyOff: string;
  skill: SkillId;
  hardness: number;
  /** Pictures that it is read from: of what lies under the boat, or abeam of it. */
  on: readonly ('along' | 'abeam')[];
  /** Of a boat that stands still, too. */
  standing: boolean;
  /** Sorts of mark that it is asked of; null where the water under the boat is meant. */
  of: ((label: RegionLabel) => boolean) | null;
  /** By its formula; null where it cannot be read. */
  read(look: Look): Reading | null;
  /** Why a picture does not hold it, where it does not, and what would show it; null where nothing stands in the way. */
  open?(look: Look): string | null;
  /** What the water holds, where the simulation knows it by itself; else what the reading gives. */
  known?(target: Target, at: Whereabouts, readM: number): number;
}

export const hangs = (label: RegionLabel) => label === 'fish' || label === 'lure';

/** A reading of one range. */
export const plainReading = ({ stepM }: Look) => ({ perRangeM: stepM, perAlongM: 0, slips: [] });

/** Cells at the end of the range in which a shadow may go on unseen. */
const END_CELLS = 3;
export const SHADOW_RUNS_OFF =
  'Its shadow goes on past the end of the range, and where it ends is the number that the sum needs. Show more range, or pass nearer.';

/** Whether what an echo throws does not end on the picture. */
export function runsOff(region: TruthRegion, { info }: DrillScreen): boolean {
  return region.shadow.some(({ lastBin }) => lastBin >= info.binCount - END_CELLS);
}

export const LEVEL_GROUND = 'the sum takes the ground as level';
