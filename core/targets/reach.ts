import type { Target } from './kinds';

/** Where it is, not how large. */
const PLACES = new Set(['xM', 'yM', 'depthM', 'topDepthM']);
/** Beyond its sizes: sway, wash, and the tails of what is strewn by a normal law. */
const MARGIN_M = 2;

/** In plan, no point of a target lies farther than this from where it is, m: all its sizes together, and a margin. */
export function reachOfTargetM(target: Target): number {
  let reachM = MARGIN_M;
  for (const [field, value] of Object.entries(target)) {
    if (typeof value === 'number' && field.endsWith('M') && !PLACES.has(field)) reachM += value;
  }
  return reachM;
}
