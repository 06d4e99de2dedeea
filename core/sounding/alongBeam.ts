/** A fan along the track: how wide it is at a range, and how much of it a thing fills. */
import { cos, exp, sin, square } from '../numeric';
import { builtLinePattern, integratedLineAngleRad } from '../transducer';

/** Two-way level along the track at which scatterers are no longer worth computing. */
const REACH_RATIO = 1e-4;
/** Entries of the pattern's table, from the axis to `reach`. */
export const ALONG_STEPS = 2048;

/** Fresnel's integrals ∫ cos, sin (πt²/2) dt are kept up to so much, in steps; further on both are ½. */
const FRESNEL_LIMIT = 12;
const FRESNEL_STEPS_PER_UNIT = 512;
let fresnelGains: Float64Array | null = null;

/** (C² + S²)/w² by steps of w: how much of an aperture's intensity is left where its parts are out of phase. */
function fresnelGain(w: number): number {
  if (w >= FRESNEL_LIMIT) return 0.5 / square(w);
  if (!fresnelGains) {
    fresnelGains = new Float64Array(FRESNEL_LIMIT * FRESNEL_STEPS_PER_UNIT + 2);
    fresnelGains[0] = 1;
    let [re, im] = [0, 0];
    for (let i = 1; i < fresnelGains.length; i++) {
      const phase = (Math.PI / 2) * square((i - 0.5) / FRESNEL_STEPS_PER_UNIT);
      re += cos(phase) / FRESNEL_STEPS_PER_UNIT;
      im += sin(phase) / FRESNEL_STEPS_PER_UNIT;
      fresnelGains[i] = (square(re) + square(im)) / square(i / FRESNEL_STEPS_PER_UNIT);
    }
  }
  const at = w * FRESNEL_STEPS_PER_UNIT;
  const step = Math.floor(at);
  return fresnelGains[step] + (fresnelGains[step + 1] - fresnelGains[step]) * (at - step);
}

/** A fan's thickness is kept in three slices of equal two-way energy. */
export const SLICES = 3;
/** Middle of each outer third of a Gaussian beam's energy, and its inner edge, in standard deviations. */
export const SLICE_MIDDLE = 1.0908;
export const SLICE_EDGE = 0.4307;

const CDF_STEPS_PER_SIGMA = 64;
const CDF_LIMIT = 4;
/** Distribution function of the normal, by Abramowitz & Stegun 1964, 26.2.17: within 1e−7. */
const GAUSS_CDF = Float32Array.from({ length: 2 * CDF_LIMIT * CDF_STEPS_PER_SIGMA + 2 }, (_, i) => {
  const x = i / CDF_STEPS_PER_SIGMA - CDF_LIMIT;
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const poly =
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  const upper = (exp(-square(x) / 2) / Math.sqrt(2 * Math.PI)) * poly;
  return x > 0 ? 1 - upper : upper;
});

/** Share of a Gaussian beam's energy on one side of an offset, in standard deviations. */
export function gaussCdf(x: number): number {
  const at = (x + CDF_LIMIT) * CDF_STEPS_PER_SIGMA;
  if (at <= 0) return 0;
  if (at >= 2 * CDF_LIMIT * CDF_STEPS_PER_SIGMA) return 1;
  return GAUSS_CDF[at | 0];
}

export class AlongBeam {
  /** Two-way equivalent angle, rad. */
  readonly equivalentRad: number;
  /** Inside the near field the beam is as wide as the aperture is long, never narrower: its end, m. */
  readonly nearM: number;
  private readonly lengthM: number;
  /** Standard deviation of the two-way beam, m for each metre of range beyond the near field. */
  readonly sigmaPerM: number;
  /** sin of the angle beyond which nothing is heard. */
  readonly reach: number;
  /** One-way intensity at `sin = index / scale`. */
  readonly pattern: Float32Array;
  readonly scale: number;

  /** @param wavelengths length of the aperture in wavelengths */
  constructor(
    wavelengths: number,
    private readonly wavelengthM: number,
  ) {
    this.lengthM = wavelengths * wavelengthM;
    this.equivalentRad = integratedLineAngleRad(wavelengths, 2);
    this.sigmaPerM = this.equivalentRad / Math.sqrt(2 * Math.PI);
    this.nearM = (wavelengths * wavelengthM) / (0.886 / wavelengths);
    let reach = 0;
    for (let sinAngle = 0; sinAngle < 1; sinAngle += 0.001) {
      if (square(builtLinePattern(wavelengths, sinAngle)) > REACH_RATIO) reach = sinAngle;
    }
    this.reach = Math.min(0.95, Math.max(reach, 3 / wavelengths));
    this.scale = ALONG_STEPS / this.reach;
    this.pattern = Float32Array.from({ length: ALONG_STEPS + 2 }, (_, i) =>
      builtLinePattern(wavelengths, Math.min(1, i / this.scale)),
    );
  }

  /**
   * One-way intensity on the axis against 1/r², at a range: below the near field's end the aperture's
   * parts no longer add in phase. |∫ exp(ikx²/2r) dx|²/L² over the aperture. Source: Born & Wolf, ch. 8.7.
   */
  nearGain(rangeM: number): number {
    const w = this.lengthM / Math.sqrt(2 * this.wavelengthM * rangeM);
    // Farther off, 1 − π²w⁴/45 is one within 0.01 dB.
    return w < 0.3 ? 1 : fresnelGain(w);
  }

  /** Two-way energy through the beam at a range against that of the far field: weaker, and wider. */
  nearShare(rangeM: number): number {
    return square(this.nearGain(rangeM)) * Math.max(1, this.nearM / rangeM);
  }

  /** Standard deviation of the two-way beam at a range, m. */
  sigmaM(rangeM: number): number {
    return this.sigmaPerM * (rangeM > this.nearM ? rangeM : this.nearM);
  }
}
