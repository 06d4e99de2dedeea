import type { Setup } from '@core/setup';
import type { EchoRing } from '@core/sounding';

export interface LadderStep {
  words: string;
  setup: Setup;
  ring: EchoRing;
  endPing: number;
}

/** One screen at several settings of one control. */
export interface LadderSheet {
  /** What it was made of, so that another screen is noticed. */
  title: string;
  steps: LadderStep[];
}
