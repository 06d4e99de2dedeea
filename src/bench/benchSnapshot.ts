import type { PassPlan, PassRun } from '@core/pass';
import type { WaterContent } from '@core/waters';
import type { EchoRing, Instrument } from '@core/sounding';

/** What React is told of a run. */
export interface BenchSnapshot {
  /** The clock runs: the boat sails, or what was sounded is played. */
  moving: boolean;
  ended: boolean;
  failed: string | null;
  plan: PassPlan;
  /** As steered so far; faults of driving come on top. */
  pass: PassRun;
  /** How far the boat has come, s. */
  timeS: number;
  /** Newest edge of the pictures, s: behind `timeS` when one looks back. */
  shownS: number;
  /** Seconds of the pass in a second. */
  rate: number;
  /** Share of a longer computation that is done; null when none runs. */
  progress: number | null;
  /** A change of the setup has not been heard yet: it waits for a moment of rest. */
  waiting: boolean;
  /** Frozen while pings of the clock's time are still on their way. */
  behind: boolean;
  rings: Partial<Record<Instrument, EchoRing>>;
  /** Of the setup that is compared with. */
  variantRing: EchoRing | null;
}

export interface BenchStart {
  /** As it is today, at its level. */
  water: WaterContent;
  plan: PassPlan;
  pass: PassRun;
  timeS: number;
  moving: boolean;
}
