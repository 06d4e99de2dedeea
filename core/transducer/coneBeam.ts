import { asin, exp10, log10, sin } from '../numeric';
import { equivalentBeamAngleSr, PISTON_FIRST_NULL_X, pistonKa, pistonPattern } from './piston';

/** Beyond this the ideal pattern starts to hand over to the side lobes of a real one. */
const MAIN_LOBE_END_X = 2.7;
/** Spread of ka that fills the nulls of a built transducer: tolerance, housing and mount. */
const SIDE_LOBE_SMEAR = 0.2;
const SMEAR_STEPS = 11;
/** One-way floor of a built transducer. An ideal null would draw a dark band under the bottom. */
const PATTERN_FLOOR = exp10(-3);

/**
 * One-way intensity pattern of a real cone: the ideal piston in its main lobe (to about −8 dB),
 * then side lobes averaged over a spread of ka, so that nulls are filled as they are in the field.
 */
export function conePattern(
  ka: number,
  relativeHalfBandwidth: number,
): (angleRad: number) => number {
  const smear = Math.max(SIDE_LOBE_SMEAR, relativeHalfBandwidth);
  const smeared = (x: number) => {
    let sum = 0;
    for (let i = 0; i < SMEAR_STEPS; i++) {
      sum += pistonPattern(x * (1 + smear * ((2 * i) / (SMEAR_STEPS - 1) - 1)));
    }
    return Math.max(sum / SMEAR_STEPS, PATTERN_FLOOR);
  };
  return (angleRad) => {
    const x = ka * sin(angleRad);
    if (x <= MAIN_LOBE_END_X) return pistonPattern(x);
    const share = Math.min(
      1,
      Math.max(0, (x - MAIN_LOBE_END_X) / (PISTON_FIRST_NULL_X - MAIN_LOBE_END_X)),
    );
    return (1 - share) * pistonPattern(x) + share * smeared(x);
  };
}

export interface BeamTable {
  /** One-way intensity at `sin² γ = index / scale`, in front of the face only. */
  pattern: Float32Array;
  scale: number;
  /** Angle from the axis beyond which the two-way pattern stays under `reachDb`. */
  reachRad: number;
  equivalentAngleSr: number;
  pistonKa: number;
}

/** Fine enough to be read without interpolation: a step is 0.02 dB at the edge of a 20° beam. */
const TABLE_SIZE = 16_384;
const SINE_STEPS = 2000;

/**
 * A cone's beam as a table in sin² γ, which a dot product gives without any trigonometry and to the
 * relative precision of the range.
 * @param reachDb two-way level at which scatterers are no longer worth computing
 */
export function coneBeamTable(
  beamwidthDeg: number,
  relativeHalfBandwidth: number,
  reachDb = -46,
): BeamTable {
  const ka = pistonKa(beamwidthDeg);
  const exactAt = conePattern(ka, relativeHalfBandwidth);
  // The side lobes' averages are costly: taken on a grid of sin γ and read between its points.
  const bySine = Float64Array.from({ length: SINE_STEPS + 2 }, (_, i) =>
    exactAt(asin(Math.min(1, i / SINE_STEPS))),
  );
  const patternAt = (angleRad: number) => {
    const at = sin(angleRad) * SINE_STEPS;
    const step = Math.min(SINE_STEPS, Math.floor(at));
    return bySine[step] + (bySine[step + 1] - bySine[step]) * (at - step);
  };
  const pattern = new Float32Array(TABLE_SIZE + 1);
  let reachRad = 0;
  for (let i = 0; i < pattern.length; i++) {
    const angleRad = asin(Math.sqrt(Math.min(1, (i + 0.5) / TABLE_SIZE)));
    pattern[i] = patternAt(angleRad);
    if (20 * log10(pattern[i]) > reachDb) reachRad = angleRad;
  }
  return {
    pattern,
    scale: TABLE_SIZE,
    reachRad,
    equivalentAngleSr: equivalentBeamAngleSr(patternAt),
    pistonKa: ka,
  };
}
