/** What every tool of the bench works with: the run, the desk, and the picture the controls act on. */
import type { EchoPoint, View } from '@core/display';
import type { Cursor, TruthRegion } from '@core/reading';
import type { MarkRecord, SettingsRecord, WaterRecord } from '@core/records';
import type { DayChoice, WaterContent } from '@core/waters';
import type { Setup } from '@core/setup';
import type { EchoRing, Instrument, Sounder } from '@core/sounding';
import type { UnitSystem } from '@core/units';
import type { BenchRun } from './benchRun';
import type { BenchSnapshot } from './benchSnapshot';
import type { Desk, DeskState } from './desk';

/** The active picture as it is shown. */
export interface ShownPicture {
  view: View;
  /** Pixels a metre of range, and of the track at the boat's speed. */
  pxPerM: number;
  pxPerTrackM: number;
  /** Along the track, and along the range. */
  lengthPx: number;
  rangePx: number;
  /** Pings that it holds. */
  pings: number;
}

export interface BenchKit {
  run: BenchRun;
  desk: Desk;
  snapshot: BenchSnapshot;
  state: DeskState;
  setup: Setup;
  record: WaterRecord;
  day: DayChoice;
  water: WaterContent;
  units: UnitSystem;
  role: SettingsRecord['role'];
  instrument: Instrument;
  ring: EchoRing | null;
  endPing: number;
  sounder: Sounder;
  picture: ShownPicture | null;
  frozen: boolean;
  cursors: Cursor[];
  picked: EchoPoint | null;
  regions: TruthRegion[];
  marks: MarkRecord[];
}
