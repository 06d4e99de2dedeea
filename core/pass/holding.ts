/** What a boat does that is not sailing a route: anchored, over a hole in the ice, adrift. */
import { z } from 'zod';
import { cos, hypot, sin } from '../numeric';
import { degToRad } from '../units/angle';

const forS = z.number().min(10).max(36_000).default(1800);

export const holdingSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('sail') }),
  /** Swings downwind of the route's first point, where the anchor lies. */
  z.object({
    kind: z.literal('anchor'),
    /** Horizontal distance from anchor to boat. */
    scopeM: z.number().min(1).max(100).default(12),
    /** Where wind and current push the boat, clockwise from north. */
    towardDeg: z.number().min(0).max(360).default(60),
    swingDeg: z.number().min(0).max(80).default(25),
    swingPeriodS: z.number().min(10).max(900).default(90),
    /** The anchor breaks out after so long; null while it holds. */
    dragFromS: z.number().min(0).max(36_000).nullable().default(null),
    dragMps: z.number().min(0.02).max(2).default(0.2),
    forS,
  }),
  /** Over a hole in the ice, at the route's first point. */
  z.object({ kind: z.literal('hole'), forS }),
  /** Carried along the route by wind and current, lying across the wind. */
  z.object({ kind: z.literal('drift'), headingDeg: z.number().min(-360).max(360) }),
]);
export type Holding = z.infer<typeof holdingSchema>;
type Anchored = Extract<Holding, { kind: 'anchor' | 'hole' }>;

/** ∫ |cos φ| dφ from 0: 2 for each half turn. */
function integralOfAbsCos(phase: number): number {
  const halfTurns = Math.floor(phase / Math.PI + 0.5);
  return 2 * halfTurns + (halfTurns % 2 === 0 ? 1 : -1) * sin(phase);
}

/**
 * A boat on its anchor: an arc about it, bow to the wind. Its speed comes back to zero at each end of
 * the swing; once the anchor drags, the drag is added to the swing and the speed no longer does.
 * @param lookRad to which a transducer in a hole is turned
 */
export function anchoredPose(
  holding: Anchored,
  at: { x: number; y: number },
  timeS: number,
  lookRad: number,
) {
  const ended = timeS >= holding.forS;
  if (holding.kind === 'hole') {
    return { alongM: 0, xM: at.x, yM: at.y, headingRad: lookRad, speedMps: 0, ended };
  }
  const { scopeM, swingPeriodS, dragFromS, dragMps } = holding;
  const towardRad = degToRad(holding.towardDeg);
  const swingRad = degToRad(holding.swingDeg);
  const rate = (2 * Math.PI) / swingPeriodS;
  const lieRad = towardRad + swingRad * sin(rate * timeS);
  const turnRadPerS = swingRad * rate * cos(rate * timeS);
  const dragging = dragFromS !== null && timeS > dragFromS;
  const draggedM = dragging ? dragMps * (timeS - dragFromS) : 0;
  const dragSpeed = dragging ? dragMps : 0;
  return {
    // Swing and drag apart: the length of their sum has no closed form.
    alongM: scopeM * swingRad * integralOfAbsCos(rate * timeS) + draggedM,
    xM: at.x + draggedM * sin(towardRad) + scopeM * sin(lieRad),
    yM: at.y + draggedM * cos(towardRad) + scopeM * cos(lieRad),
    headingRad: lieRad + Math.PI - 2 * Math.PI * Math.floor((lieRad + 2 * Math.PI) / (2 * Math.PI)),
    speedMps: ended
      ? 0
      : hypot(
          dragSpeed * sin(towardRad) + scopeM * turnRadPerS * cos(lieRad),
          dragSpeed * cos(towardRad) - scopeM * turnRadPerS * sin(lieRad),
        ),
    ended,
  };
}
