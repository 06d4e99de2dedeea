/** A marina laid out as they are: floating walkways with fingers, boats in most slips, a lift, a covered row. */
import type { Placer } from '../builder';
import { cos, sin } from '../numeric';
import { type RandomSource, randomSource } from '../random';
import { degToRad } from '../units/angle';

/** Between two fingers a slip; the walkway lies along the heading, fingers on both sides. */
export interface MarinaPlan {
  xM: number;
  yM: number;
  headingDeg: number;
  /** Slips on each side. */
  slips: number;
  seed: number;
  /** Slips on its left under a roof on posts. */
  coveredSlips: number;
  /** On its right, a boat hangs over this slip, out of the water. */
  liftSlip: number;
  /** On its left and right, slips without a boat. */
  empty: readonly [readonly number[], readonly number[]];
}

export const SLIP_M = 5;
const WALKWAY_M = 2.4;
const FINGER_M = { length: 7, width: 1 };
const POST_RADIUS_M = 0.11;
const LIFT_ARMS_DEPTH_M = 0.9;

/** Everything that hangs, floats and stands at a walkway. */
export function addMarina(placer: Placer, plan: MarinaPlan): void {
  const random = randomSource(plan.seed);
  const walkwayM = plan.slips * SLIP_M;
  const at = (alongM: number, rightM: number) => {
    const rad = degToRad(plan.headingDeg);
    return {
      xM: plan.xM + alongM * sin(rad) + rightM * cos(rad),
      yM: plan.yM + alongM * cos(rad) - rightM * sin(rad),
    };
  };
  const { headingDeg } = plan;
  // No walkway is longer than a pontoon may be: in two lengths, end to end.
  for (const half of [-1, 1]) {
    placer.add({
      kind: 'pontoon',
      ...at((half * walkwayM) / 4, 0),
      lengthM: walkwayM / 2,
      widthM: WALKWAY_M,
      headingDeg,
    });
  }
  const middleM = (side: number) => side * (WALKWAY_M / 2 + FINGER_M.length / 2 + 0.1);
  for (const side of [-1, 1]) {
    for (let i = 0; i <= plan.slips; i++) {
      const alongM = i * SLIP_M - walkwayM / 2;
      placer.add({
        kind: 'pontoon',
        ...at(alongM, middleM(side)),
        lengthM: FINGER_M.length,
        widthM: FINGER_M.width,
        draftM: 0.35,
        headingDeg: headingDeg + 90,
        anchored: false,
      });
      const isCovered = side < 0 && i <= plan.coveredSlips;
      // A guide post at each finger's end; under a roof one half-way too, and a cross member between them.
      const ends = isCovered ? [0.5, 1] : [1];
      for (const share of ends) {
        const outM = side * (WALKWAY_M / 2 + share * FINGER_M.length + 0.2);
        placer.add({
          kind: 'piling',
          ...at(alongM, outM),
          radiusM: POST_RADIUS_M * random.between(0.9, 1.15),
          material: 'steel',
        });
      }
      if (isCovered && i < plan.coveredSlips) {
        placer.add({
          kind: 'rope',
          ...at(alongM, side * (WALKWAY_M / 2 + FINGER_M.length + 0.2)),
          depthM: 0.6,
          lengthM: SLIP_M,
          radiusM: 0.05,
          slopeDeg: 0,
          headingDeg,
          material: 'steel',
        });
      }
    }
    for (let slip = 0; slip < plan.slips; slip++) {
      if (plan.empty[side < 0 ? 0 : 1].includes(slip)) continue;
      const alongM = (slip + 0.5) * SLIP_M - walkwayM / 2;
      if (side > 0 && slip === plan.liftSlip)
        addLift(placer, at, alongM, middleM(side), headingDeg);
      else
        addBoat(
          placer,
          at(alongM + random.between(-0.4, 0.4), middleM(side)),
          side,
          headingDeg,
          random,
        );
    }
  }
  // The shore's power cable hangs under the walkway.
  placer.add({
    kind: 'rope',
    ...at(-walkwayM / 2, 0.8),
    depthM: 1.1,
    lengthM: walkwayM * 0.8,
    radiusM: 0.03,
    slopeDeg: 0.5,
    headingDeg,
    material: 'steel',
  });
}

function addBoat(
  placer: Placer,
  place: { xM: number; yM: number },
  side: number,
  headingDeg: number,
  random: RandomSource,
): void {
  const isSailing = random.uniform() < 0.2;
  const lengthM = random.between(4.2, 6.6);
  placer.add({
    kind: 'mooredBoat',
    ...place,
    lengthM,
    beamM: Math.min(2.6, lengthM * 0.38),
    draftM: random.between(0.25, 0.45),
    drive: isSailing ? 'keel' : random.uniform() < 0.75 ? 'outboard' : 'none',
    // Bow to the walkway more often than not.
    headingDeg: headingDeg + side * (random.uniform() < 0.8 ? -90 : 90) + random.between(-4, 4),
  });
}

/** Four posts and two arms under water; the boat itself hangs in the air. */
function addLift(
  placer: Placer,
  at: (alongM: number, rightM: number) => { xM: number; yM: number },
  alongM: number,
  rightM: number,
  headingDeg: number,
): void {
  for (const out of [-1.6, 1.6]) {
    for (const aside of [-1.3, 1.3]) {
      placer.add({
        kind: 'piling',
        ...at(alongM + aside, rightM + out),
        radiusM: 0.1,
        material: 'steel',
      });
    }
    placer.add({
      kind: 'rope',
      ...at(alongM - 1.3, rightM + out),
      depthM: LIFT_ARMS_DEPTH_M,
      lengthM: 2.6,
      radiusM: 0.06,
      slopeDeg: 0,
      headingDeg,
      material: 'steel',
    });
  }
}
