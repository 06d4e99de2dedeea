/** What a search came to: what was found, passed over and made up, and how the minutes were spent. */
import { median } from '../drills/statistics/median';
import { hypot } from '../numeric';
import { type Coverage, coverageOf, isInside, OUTSIDE, sweepOver } from '../planning';
import { describeTarget, labelOf, type ReadingLabel, type Target } from '../targets';
import type { WaterContent } from '../waters';
import {
  minutesUsed,
  type SailedLeg,
  type SearchLog,
  type SearchMark,
  type SearchTask,
} from './task';

/** Things of one sort nearer to one another than this are one find: a group of fish, a heap of stones. */
const TOGETHER_M = 14;
/** A mark is right within this of the edge of its thing. */
const RIGHT_WITHIN_M = 12;

export interface WantedThing {
  id: string;
  words: string;
  label: ReadingLabel;
  memberIds: string[];
  xM: number;
  yM: number;
  /** How far its members lie from its middle, m. */
  reachM: number;
}

/** found: marked rightly. misnamed: marked as something else. unmarked: it was on the picture. hidden: passed, and not on the picture. unreached: never within reach. */
export type ThingState = 'found' | 'misnamed' | 'unmarked' | 'hidden' | 'unreached';

export interface SearchGrade {
  things: (WantedThing & { state: ThingState; markId: string | null; offM: number | null })[];
  found: number;
  /** Marks with nothing wanted near them. */
  wrong: SearchMark[];
  /** Median distance of right marks from the edges of their things, m; NaN without any. */
  medianOffM: number;
  /** Of the area: on how many legs each cell was seen, and how much of it after each leg. */
  coverage: Coverage | null;
  steps: { atMin: number; share: number }[];
  seenShare: number;
  minutes: { used: number; fresh: number; again: number; verifying: number; left: number };
  /** 100 × F1 of marks against things. */
  score: number;
}

/** The things that a task asks for, as they are on its day. */
export function wantedThings(task: SearchTask, today: WaterContent): WantedThing[] {
  const things: WantedThing[] = [];
  for (const { kinds, species } of task.wanted) {
    const members = today.scene.targets.filter(
      (target) =>
        (kinds.includes(target.kind) ||
          ('species' in target && species.includes(target.species))) &&
        isInside(task.areaM, target.xM, target.yM),
    );
    for (const group of groupsOf(members)) {
      const xM = group.reduce((sum, one) => sum + one.xM, 0) / group.length;
      const yM = group.reduce((sum, one) => sum + one.yM, 0) / group.length;
      const [first] = group;
      things.push({
        id: first.id,
        words:
          group.length > 1 ? `${group.length} × ${describeTarget(first)}` : describeTarget(first),
        label: labelOf(first),
        memberIds: group.map(({ id }) => id),
        xM,
        yM,
        reachM: Math.max(...group.map((one) => hypot(one.xM - xM, one.yM - yM) + halfSizeM(one))),
      });
    }
  }
  return things;
}

/** How far a thing reaches from its own place in plan, m. */
const halfSizeM = (target: Target) =>
  Math.max('radiusM' in target ? target.radiusM : 0, 'lengthM' in target ? target.lengthM / 2 : 0);

/** Joined as long as there is a neighbour of the same label near enough. */
function groupsOf(targets: readonly Target[]): Target[][] {
  const groups: Target[][] = [];
  const left = new Set(targets);
  for (const target of targets) {
    if (!left.delete(target)) continue;
    const group = [target];
    for (let i = 0; i < group.length; i++) {
      for (const other of left) {
        const near = hypot(other.xM - group[i].xM, other.yM - group[i].yM) < TOGETHER_M;
        if (near && labelOf(other) === labelOf(target)) {
          left.delete(other);
          group.push(other);
        }
      }
    }
    groups.push(group);
  }
  return groups;
}

/** How far a mark lies outside a thing, m; 0 on it. */
const offEdgeM = (mark: SearchMark, { xM, yM, reachM }: WantedThing) =>
  Math.max(0, hypot(mark.xM - xM, mark.yM - yM) - reachM);

/** The same log over the same water gives the same grade. */
export function gradeSearch(task: SearchTask, today: WaterContent, log: SearchLog): SearchGrade {
  const things = wantedThings(task, today);
  const free = new Set(log.marks);
  const graded = things.map((thing) => {
    const near = [...free]
      .map((mark) => ({ mark, offM: offEdgeM(mark, thing) }))
      .filter(({ offM }) => offM <= RIGHT_WITHIN_M)
      // Among those near enough the one that names it, then the nearest.
      .sort(
        (a, b) =>
          Number(b.mark.label === thing.label) - Number(a.mark.label === thing.label) ||
          a.offM - b.offM,
      );
    const [best] = near;
    if (best) {
      free.delete(best.mark);
      const isNamed = best.mark.label === thing.label;
      return {
        ...thing,
        state: isNamed ? ('found' as const) : ('misnamed' as const),
        markId: best.mark.id,
        offM: best.offM,
      };
    }
    return { ...thing, state: stateUnmarked(thing, log.legs), markId: null, offM: null };
  });
  // A second mark on a thing already found is no claim of another.
  const wrong = [...free].filter(
    (mark) =>
      !things.some(
        (thing) => mark.label === thing.label && offEdgeM(mark, thing) <= RIGHT_WITHIN_M,
      ),
  );
  const found = graded.filter(({ state }) => state === 'found').length;
  const claims = found + wrong.length + graded.filter(({ state }) => state === 'misnamed').length;
  const { coverage, steps, minutes } = coverageOfLegs(task, today, log.legs);
  const used = minutesUsed(log);
  return {
    things: graded,
    found,
    wrong,
    medianOffM: median(
      graded.flatMap(({ state, offM }) => (state === 'found' && offM !== null ? [offM] : [])),
    ),
    coverage,
    steps,
    seenShare: steps.at(-1)?.share ?? 0,
    minutes: { used, ...minutes, left: Math.max(0, task.minutes - used) },
    score: claims + things.length > 0 ? Math.round((200 * found) / (claims + things.length)) : 0,
  };
}

function stateUnmarked({ memberIds }: WantedThing, legs: readonly SailedLeg[]): ThingState {
  const seen = legs.flatMap(({ sightings }) =>
    sightings.filter(({ targetId }) => memberIds.includes(targetId)),
  );
  if (seen.some(({ visible }) => visible)) return 'unmarked';
  return seen.length > 0 ? 'hidden' : 'unreached';
}

/** The area after each leg, and which minutes brought new ground. */
function coverageOfLegs(task: SearchTask, today: WaterContent, legs: readonly SailedLeg[]) {
  let coverage: Coverage | null = null;
  const steps: SearchGrade['steps'] = [];
  const minutes = { fresh: 0, again: 0, verifying: 0 };
  for (const leg of legs) {
    const one = coverageOf(task.areaM, leg.routeM, sweepOver(leg), today.scene.bottom);
    const before: Uint8Array | undefined = coverage?.seen;
    let [fresh, ofLeg, seen, inArea] = [0, 0, 0, 0];
    const times = one.seen.map((now, cell) => {
      if (now === OUTSIDE) return OUTSIDE;
      const earlier = before?.[cell] ?? 0;
      inArea++;
      if (now > 0) ofLeg++;
      if (now > 0 && earlier === 0) fresh++;
      if (now + earlier > 0) seen++;
      return Math.min(OUTSIDE - 1, earlier + Math.min(1, now));
    });
    coverage = { ...one, seen: times };
    const freshShare = ofLeg > 0 ? fresh / ofLeg : 0;
    if (leg.isVerifying) minutes.verifying += leg.minutes;
    else {
      minutes.fresh += leg.minutes * freshShare;
      minutes.again += leg.minutes * (1 - freshShare);
    }
    steps.push({ atMin: leg.startMin + leg.minutes, share: inArea > 0 ? seen / inArea : 0 });
  }
  return { coverage, steps, minutes };
}
