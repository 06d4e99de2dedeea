/**
 * How a fish judges a lure: a simple model, stated so that it can be taught and doubted.
 *
 * Every quarter of a second the fish counts the lifts of the last eight seconds. A cadence within a factor
 * of two of the one it likes draws it in; a lure that hangs still after being worked holds it for a while;
 * a lift higher than it dares, or more than two and a half times its cadence, sends it off at once. Near
 * the lure its patience runs out, and it goes away for as long again. No claim is made for any species.
 */
import { z } from 'zod';
import { targetIdSchema } from './common';
import type { Motion } from './motion';

export const judgeLureShape = {
  lureId: targetIdSchema,
  /** Lifts a minute that it likes best. */
  likedPerMin: z.number().min(1).max(120).default(16),
  /** A lift higher than this frightens it. */
  shyOfM: z.number().min(0.1).max(3).default(1),
  /** It does not see a lure farther away than this. */
  seesM: z.number().min(0.5).max(20).default(6),
  /** Near the lure it waits so long before it loses interest. */
  patienceS: z.number().min(1).max(300).default(14),
  speedMps: z.number().min(0.05).max(3).default(0.45),
  /** It takes no notice before this time of the pass. */
  fromS: z.number().min(0).max(100_000).default(0),
};

export interface LureJudge {
  likedPerMin: number;
  shyOfM: number;
  seesM: number;
  patienceS: number;
  speedMps: number;
  fromS?: number;
}

const STEP_S = 0.25;
const COUNTED_S = 8;
/** Faster upward than this is a lift. */
const LIFT_MPS = 0.06;
/** A lure left still stays interesting for so long. */
const PAUSE_S = 6;
const LIKED_FACTOR = 2;
const WILD_FACTOR = 2.5;
const NEAR_SHARE = 0.9;
/** A frightened fish goes this many times as fast. */
const FLIGHT = 3;

/** Lifts that began in the last seconds of a lure's record, and the highest of them, m. */
interface Cadence {
  perMin: number;
  highestM: number;
  stillS: number;
}

/** What a lure does, step by step, as a fish takes it in. */
class LureRecord {
  private depths: number[] = [];
  private liftStarts: number[] = [];
  private liftHeights: number[] = [];
  private lastLiftStep = -Infinity;

  constructor(
    private readonly lure: Motion | null,
    private readonly fromS = 0,
  ) {}

  /** Takes in the next step and says what the last seconds were like. */
  next(): Cadence {
    const step = this.depths.length;
    const depth = this.lure?.(this.fromS + step * STEP_S).downM ?? 0;
    const before = this.depths.at(-1) ?? depth;
    this.depths.push(depth);
    const risenM = before - depth;
    if (risenM > LIFT_MPS * STEP_S) {
      if (this.lastLiftStep === step - 1) {
        this.liftHeights[this.liftHeights.length - 1] += risenM;
      } else {
        this.liftStarts.push(step);
        this.liftHeights.push(risenM);
      }
      this.lastLiftStep = step;
    }
    const oldest = step - COUNTED_S / STEP_S;
    while (this.liftStarts.length > 0 && this.liftStarts[0] < oldest) {
      this.liftStarts.shift();
      this.liftHeights.shift();
    }
    return {
      perMin: (this.liftStarts.length * 60) / COUNTED_S,
      highestM: Math.max(0, ...this.liftHeights),
      stillS: (step - this.lastLiftStep) * STEP_S,
    };
  }
}

/** Lifts a minute of a lure, as a fish counts them at a time. */
export function lureCadencePerMin(lure: Motion | null, timeS: number): number {
  const record = new LureRecord(lure, Math.max(0, timeS - COUNTED_S));
  let perMin = 0;
  for (let step = 0; step <= COUNTED_S / STEP_S; step++) perMin = record.next().perMin;
  return perMin;
}

/**
 * Share of the way from its own place to the lure, 0–1, by time.
 * @param wayM from its place to the lure
 */
export function lureInterest(
  judge: LureJudge,
  wayM: number,
  lure: Motion | null,
): (timeS: number) => number {
  if (wayM > judge.seesM) return () => 0;
  const { likedPerMin, shyOfM, patienceS } = judge;
  const stepShare = (judge.speedMps * STEP_S) / wayM;
  const { fromS = 0 } = judge;
  const record = new LureRecord(lure, fromS);
  const shares: number[] = [];
  let nearS = 0;
  let awayUntilS = -1;
  const advance = () => {
    const timeS = shares.length * STEP_S;
    const share = shares.at(-1) ?? 0;
    const { perMin, highestM, stillS } = record.next();
    const isWild = highestM > shyOfM || perMin > WILD_FACTOR * likedPerMin;
    const isLiked = perMin >= likedPerMin / LIKED_FACTOR && perMin <= likedPerMin * LIKED_FACTOR;
    const isPause = stillS <= PAUSE_S && share > 0.3;
    nearS = share > NEAR_SHARE ? nearS + STEP_S : 0;
    if (nearS > patienceS) awayUntilS = timeS + patienceS;
    if (isWild) awayUntilS = Math.max(awayUntilS, timeS + patienceS / 2);
    let next = share;
    if (isWild) next -= FLIGHT * stepShare;
    else if (timeS < awayUntilS) next -= stepShare;
    else if (isLiked || isPause) next += stepShare;
    else next -= stepShare / 2;
    shares.push(Math.min(1, Math.max(0, next)));
  };
  return (timeS) => {
    const at = Math.max(0, timeS - fromS) / STEP_S;
    while (shares.length < at + 2) advance();
    const before = Math.floor(at);
    return shares[before] + (at - before) * (shares[before + 1] - shares[before]);
  };
}
