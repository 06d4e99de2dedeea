/**
 * Where a thing seen on a screen lies on the water, and how well that is known. Errors are taken as
 * independent and normal; a place is a mean and a covariance, and looks from several sides are combined
 * by their inverse covariances.
 */
import { degToRad, radToDeg } from '../units';

export interface PlacedPoint {
  xM: number;
  yM: number;
  /** Covariance, m²: east–east, east–north, north–north. */
  covarianceM2: [number, number, number];
}

export interface BoatPlace {
  xM: number;
  yM: number;
  headingDeg: number;
}

/** Satellite fix of a small boat, and of its heading: typical of what anglers carry. */
const FIX_SIGMA_M = 1.5;
const HEADING_SIGMA_DEG = 3;

/** A covariance given along and across a direction (clockwise from north), turned to east and north. */
function orientedCovariance(
  alongM2: number,
  acrossM2: number,
  directionDeg: number,
): [number, number, number] {
  const east = Math.sin(degToRad(directionDeg));
  const north = Math.cos(degToRad(directionDeg));
  return [
    alongM2 * east * east + acrossM2 * north * north,
    (alongM2 - acrossM2) * east * north,
    alongM2 * north * north + acrossM2 * east * east,
  ];
}

/** Ground distance from slant range and height, √(R² − h²); 0 for what is nearer than the height. */
export function groundRangeM(slantM: number, heightM: number): number {
  return Math.sqrt(Math.max(0, slantM * slantM - heightM * heightM));
}

/**
 * From the cone or the down fan: somewhere in the beam below the boat at that ping. A place evenly
 * likely over a disc of radius a has variance a²/4 each way.
 * @param alongDeg, acrossDeg full beam angles along and across the track
 */
export function placeBelow(
  boat: BoatPlace,
  depthM: number,
  alongDeg: number,
  acrossDeg: number,
): PlacedPoint {
  const variance = (beamDeg: number) =>
    (depthM * Math.tan(degToRad(beamDeg) / 2)) ** 2 / 4 + FIX_SIGMA_M ** 2;
  return {
    xM: boat.xM,
    yM: boat.yM,
    covarianceM2: orientedCovariance(variance(alongDeg), variance(acrossDeg), boat.headingDeg),
  };
}

/**
 * From a side fan: square to the course at that ping, at √(R² − h²). The thing may stand above the
 * bottom, so that it lies up to R away; half of that difference is taken as one standard deviation.
 * @param heightM of the transducer over the bottom there
 * @param beamDeg along-track beam width
 */
export function placeAside(
  boat: BoatPlace,
  side: 'port' | 'starboard',
  slantM: number,
  heightM: number,
  beamDeg: number,
): PlacedPoint {
  const groundM = groundRangeM(slantM, heightM);
  const awayDeg = boat.headingDeg + (side === 'starboard' ? 90 : -90);
  const outM2 = FIX_SIGMA_M ** 2 + ((slantM - groundM) / 2) ** 2;
  const trackM2 =
    FIX_SIGMA_M ** 2 +
    (groundM * degToRad(HEADING_SIGMA_DEG)) ** 2 +
    (groundM * Math.tan(degToRad(beamDeg) / 2)) ** 2;
  return {
    xM: boat.xM + groundM * Math.sin(degToRad(awayDeg)),
    yM: boat.yM + groundM * Math.cos(degToRad(awayDeg)),
    covarianceM2: orientedCovariance(outM2, trackM2, awayDeg),
  };
}

/**
 * From the sector: in its plane at the angle of the beam, as far aside as that and the thickness of the
 * plane allow.
 * @param bearingDeg to which the sector is turned from the bow, clockwise
 * @param angleDeg of the beam from straight down, the way the sector is turned positive
 * @param thicknessDeg full angle of the sector across its plane
 */
export function placeInPlane(
  boat: BoatPlace,
  bearingDeg: number,
  angleDeg: number,
  rangeM: number,
  beamDeg: number,
  thicknessDeg: number,
): PlacedPoint {
  const outM = rangeM * Math.sin(degToRad(angleDeg));
  const outwardDeg = boat.headingDeg + bearingDeg;
  const half = (angle: number) => rangeM * Math.tan(degToRad(angle) / 2);
  const outM2 = FIX_SIGMA_M ** 2 + half(beamDeg) ** 2 / 4;
  const asideM2 =
    FIX_SIGMA_M ** 2 + half(thicknessDeg) ** 2 / 4 + (outM * degToRad(HEADING_SIGMA_DEG)) ** 2;
  return {
    xM: boat.xM + outM * Math.sin(degToRad(outwardDeg)),
    yM: boat.yM + outM * Math.cos(degToRad(outwardDeg)),
    covarianceM2: orientedCovariance(outM2, asideM2, outwardDeg),
  };
}

const determinant = ([a, b, c]: PlacedPoint['covarianceM2']) => a * c - b * b;

function inverse(covariance: PlacedPoint['covarianceM2']): PlacedPoint['covarianceM2'] {
  const [a, b, c] = covariance;
  const d = determinant(covariance);
  return [c / d, -b / d, a / d];
}

/** Several looks as one place: Σ P⁻¹ weighs each, and the sum's inverse is what remains unknown. */
export function combinePlaces(places: readonly PlacedPoint[]): PlacedPoint {
  const information: [number, number, number] = [0, 0, 0];
  let east = 0;
  let north = 0;
  for (const { xM, yM, covarianceM2 } of places) {
    const [a, b, c] = inverse(covarianceM2);
    information[0] += a;
    information[1] += b;
    information[2] += c;
    east += a * xM + b * yM;
    north += b * xM + c * yM;
  }
  const covarianceM2 = inverse(information);
  return {
    xM: covarianceM2[0] * east + covarianceM2[1] * north,
    yM: covarianceM2[1] * east + covarianceM2[2] * north,
    covarianceM2,
  };
}

/** χ² of two degrees of freedom at 95 %. */
const CHI2_95 = 5.991;

/** The ellipse that holds the place with 95 %: half axes, m, and the direction of the longer one. */
export function ellipse95([a, b, c]: PlacedPoint['covarianceM2']): {
  longM: number;
  shortM: number;
  directionDeg: number;
} {
  const mean = (a + c) / 2;
  const spread = Math.hypot((a - c) / 2, b);
  const directionDeg = radToDeg(Math.atan2(2 * b, c - a) / 2);
  return {
    longM: Math.sqrt(CHI2_95 * (mean + spread)),
    shortM: Math.sqrt(CHI2_95 * Math.max(0, mean - spread)),
    directionDeg: (directionDeg + 360) % 180,
  };
}

/** How many standard deviations of their joint uncertainty two places are apart (Mahalanobis). */
export function deviationsApart(a: PlacedPoint, b: PlacedPoint): number {
  const joint = a.covarianceM2.map((value, i) => value + b.covarianceM2[i]) as [
    number,
    number,
    number,
  ];
  const [p, q, r] = inverse(joint);
  const dx = a.xM - b.xM;
  const dy = a.yM - b.yM;
  return Math.sqrt(p * dx * dx + 2 * q * dx * dy + r * dy * dy);
}
