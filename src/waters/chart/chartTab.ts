/** What a tab of the chart is: what it draws, what stands beside the chart, and what a tap means to it. */
import type { ReactNode } from 'react';
import type { ChartGrid } from '@core/chart';
import type { History, Step, Way } from '@core/history';
import type { Point } from '@core/planning';
import type { BoatRecord } from '@core/records';
import type { WaterContent } from '@core/waters';
import type { UnitSystem } from '@core/units';
import type { ChartState } from '@/storage/chartState';
import type { Projection } from '@/ui/chart/projection';
import type { Notebook, NotebookState } from './notebook';
import type { NoteEdit, NoteSelection } from './NotesLayer';
import type { useChartBoat } from './useChartBoat';

/** What every tab works with. */
export interface ChartBase {
  notebook: Notebook;
  notebookState: NotebookState;
  waterId: string;
  content: WaterContent;
  /** As the boat is set up. */
  ownBoat: BoatRecord;
  /** The boat on the chart, sailed here or live from a bench. */
  sailed: ReturnType<typeof useChartBoat>;
  /** Of the chart, by the day and the user's sounding. */
  offsetM: number;
  grid: ChartGrid;
  deepest: number;
  state: ChartState;
  change: (next: Partial<ChartState>) => void;
  units: UnitSystem;
  mayReveal: boolean;
  /** Brings a place to the middle. */
  centre: (place: Point) => void;
}

export interface ChartTab {
  /** Whatever tab is open; beneath boat and notes; over them. */
  always?: (at: Projection) => ReactNode;
  under?: (at: Projection) => ReactNode;
  over?: (at: Projection) => ReactNode;
  /** The passes are drawn by it; else the one that is sailed shows faintly. */
  drawsPasses?: boolean;
  panel: ReactNode;
  /** Under the chart. */
  below?: ReactNode;
  onTap?: (point: Point, at: Projection) => void;
  /** Of what is not in the notebook yet; it goes first. */
  history?: { steps: History<Step>; step: (way: Way) => void };
  notes?: { selection: NoteSelection; edit: NoteEdit };
  /** Leaves what is under way. */
  leave?: () => void;
}
