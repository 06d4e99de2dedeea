import type { Lure, Target } from '@core/targets';

export interface HeldLure {
  lure: Lure;
  /** A fish put in beside it. */
  guest: Target | null;
}

/** All that is in the water because of the hand. */
export const inHand = (held: HeldLure | null): Target[] =>
  held ? [held.lure, ...(held.guest ? [held.guest] : [])] : [];
