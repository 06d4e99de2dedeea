/**
 * When a plan works against its purpose, and why. Thresholds are the speeds and ranges that people who
 * search and fish with sonar keep to, not physics.
 */
import { type Bottom, depthAtM } from '../bottom';
import { passRunSchema, poseAt, routeLengthM, type PassPlan } from '../pass';
import { MPS_PER_KMH } from '../units';
import { laneSpacingM, swath } from './swath';

export const PURPOSES = ['search', 'fish', 'inspect', 'jig'] as const;
export type Purpose = (typeof PURPOSES)[number];

export interface Advice {
  /** Hinders the purpose, or only costs something. */
  grave: boolean;
  text: string;
}

interface Boat {
  draftM: number;
  marginM: number;
}

/** Speeds at which people read or search, km/h. */
const SPEED_KMH = {
  search: { least: 3, most: 10 },
  fish: { least: 1.5, most: 6 },
  inspect: { least: 1.5, most: 5 },
  jig: { least: 0, most: 1.5 },
} as const;

/** Depths along a route sailed, m, every few metres. */
export function depthsAlong(bottom: Bottom, routeM: PassPlan['routeM'], offsetM = 0): number[] {
  const run = passRunSchema.parse({
    planId: 'plan',
    routeM,
    speedChanges: [{ fromTimeS: 0, speedMps: 1 }],
  });
  const lengthM = routeLengthM(routeM);
  const stepM = Math.max(1, lengthM / 2000);
  const depths: number[] = [];
  for (let alongM = 0; alongM <= lengthM; alongM += stepM) {
    const { xM, yM } = poseAt(run, alongM);
    depths.push(Math.max(0, depthAtM(bottom, xM, yM) + offsetM));
  }
  return depths;
}

/** Lanes no farther apart than what one side sees, nearly, see each other's gap. */
const GAP_SEEN_WITHIN = 1.08;

const round = (value: number) => (value < 10 ? value.toFixed(1) : value.toFixed(0));

/** @param spacingM between lanes, when there are several */
export function adviseOn(
  plan: Pick<PassPlan, 'routeM' | 'speedMps' | 'sweep' | 'holding'>,
  purpose: Purpose,
  bottom: Bottom,
  boat: Boat,
  offsetM = 0,
  spacingM: number | null = null,
): Advice[] {
  const advice: Advice[] = [];
  const say = (grave: boolean, text: string) => advice.push({ grave, text });
  const { sweep, holding } = plan;
  const kmh = plan.speedMps / MPS_PER_KMH;
  const depths = depthsAlong(bottom, plan.routeM, offsetM).sort((a, b) => a - b);
  const leastM = depths[0];
  const mostM = depths[depths.length - 1];
  const middleM = depths[Math.floor(depths.length / 2)];
  const neededM = boat.draftM + boat.marginM;

  if (leastM < neededM) {
    say(
      true,
      `It crosses water of ${round(leastM)} m; your boat draws ${round(boat.draftM)} m and you want ${round(boat.marginM)} m under it.`,
    );
  }
  const stands = holding.kind === 'anchor' || holding.kind === 'hole';
  if (stands && sweep?.instrument === 'sideFans') {
    say(
      true,
      'A boat that stands still gives side fans the same strip again and again: nothing but stripes. Use the column.',
    );
  }
  if (!stands && holding.kind !== 'drift') {
    const limits = SPEED_KMH[purpose];
    if (kmh > limits.most) {
      say(
        true,
        `${round(kmh)} km/h is fast for this: each mark gets fewer pings, at double the speed it is half as long. Stay under ${limits.most} km/h.`,
      );
    } else if (kmh < limits.least) {
      say(
        kmh === 0,
        kmh === 0
          ? 'At speed 0 the picture only repeats one place.'
          : `${round(kmh)} km/h is slow for this: fish stretch to worms and the area takes long. ${limits.least} km/h or more covers it.`,
      );
    }
  }
  if (sweep) {
    if (sweep.instrument === 'sideFans') {
      if (mostM >= sweep.rangeM) {
        say(
          true,
          `At ${round(mostM)} m the range of ${round(sweep.rangeM)} m ends before it reaches the bottom. Take at least twice the depth.`,
        );
      } else if (sweep.rangeM < 2 * middleM) {
        say(
          false,
          `Range ${round(sweep.rangeM)} m is under twice the depth (${round(middleM)} m): much of the screen is the dark water under the boat.`,
        );
      }
      if (purpose === 'fish' && sweep.rangeM > 3.5 * middleM && sweep.rangeM > 20) {
        say(
          true,
          `Range ${round(sweep.rangeM)} m leaves a fish only a few pixels. About twice their depth shows fish; wide range is for structure.`,
        );
      }
      if (purpose === 'inspect' && sweep.rangeM > 30) {
        say(
          false,
          `For shape pull the range in to 15–25 m: at ${round(sweep.rangeM)} m details have few pixels.`,
        );
      }
    } else if (mostM > sweep.rangeM) {
      say(
        true,
        `The bottom lies at ${round(mostM)} m, below the range of ${round(sweep.rangeM)} m: it leaves the picture.`,
      );
    } else if (sweep.rangeM > 3 * mostM) {
      say(
        false,
        `Range ${round(sweep.rangeM)} m for ${round(mostM)} m of water wastes most of the screen. End it just below the bottom.`,
      );
    }
    if (spacingM !== null) {
      const narrowestM = Math.min(
        2 * swath(sweep, leastM).farM || Infinity,
        2 * swath(sweep, mostM).farM,
      );
      if (spacingM > narrowestM) {
        say(
          true,
          `Lanes ${round(spacingM)} m apart, but where ${sweep.instrument === 'sideFans' ? 'deepest' : 'shallowest'} one lane sees only ${round(narrowestM)} m: strips stay unseen.`,
        );
      }
      const middle = swath(sweep, middleM);
      const isGapSeen = spacingM <= GAP_SEEN_WITHIN * middle.farM;
      if (sweep.instrument === 'sideFans' && !isGapSeen && middle.nearM > 0) {
        say(
          purpose === 'search',
          `Under each lane a strip of ${round(2 * middle.nearM)} m stays unseen. From 50 % overlap on the lanes beside it see it.`,
        );
      }
      if (sweep.overlapShare < 0.1) {
        say(false, 'With less than 10 % overlap a small error of steering leaves gaps.');
      }
      if (laneSpacingM(sweep, middleM) < 8) {
        say(false, 'Lanes closer than a boat can turn: expect wide turns between them.');
      }
    }
  }
  if (!stands && plan.routeM.length > 2) {
    const sharp = plan.routeM.slice(1, -1).some((at, i) => {
      const before = plan.routeM[i];
      const after = plan.routeM[i + 2];
      const cross = (at.x - before.x) * (after.y - at.y) - (at.y - before.y) * (after.x - at.x);
      const dot = (at.x - before.x) * (after.x - at.x) + (at.y - before.y) * (after.y - at.y);
      return Math.abs(Math.atan2(cross, dot)) > (50 * Math.PI) / 180;
    });
    if (sharp && sweep?.instrument === 'sideFans') {
      say(
        false,
        'In its sharp turns the outer side is fanned apart and the inner folded: do not read those stretches.',
      );
    }
  }
  return advice;
}
