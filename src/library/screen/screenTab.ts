/** What a tab of a screen is: its panel, what it lays over the picture, and what a pick means to it. */
import type { ReactNode } from 'react';
import type { EchoPoint, Picture } from '@core/display';
import type { Hotkeys } from '@/ui/useHotkeys';

export interface ScreenTab {
  panel: ReactNode;
  /** It has margins of its own. */
  isFlush?: boolean;
  onPick?: (point: EchoPoint) => void;
  keys?: Hotkeys;
  /** Drawn over the picture whichever tab is open. */
  always?: (picture: Picture) => ReactNode;
  /** Laid over the picture while it is open. */
  over?: ReactNode;
  /** The truth shows while it is open: all of it, or what is not drawn by hand. */
  truth?: 'all' | 'simulated';
  leave?: () => void;
}
