import { exp, square } from '../numeric';
import { fromDb } from '../units/decibel';
import { reflectionCoefficient, type Sediment } from './sediments';

/**
 * Facet (mirror-like) backscattering strength, linear, of a surface met at angle χ from its normal:
 * |R|²/(8π s²) · sec⁴χ · exp(−tan²χ/(2s²)), s per axis. Source: Barrick 1968. Over a plane and an
 * omnidirectional source it integrates to the mirror level |R|²/(4d²) for any s.
 */
export function facetBackscatter(
  reflection: number,
  rmsSlope: number,
  cosIncidence: number,
): number {
  const cos2 = cosIncidence * cosIncidence;
  const tan2 = (1 - cos2) / cos2;
  const s2 = rmsSlope * rmsSlope;
  return ((reflection * reflection) / (8 * Math.PI * s2) / (cos2 * cos2)) * exp(-tan2 / (2 * s2));
}

/** Lambert's law, linear: μ·sin²(grazing) = μ·cos²(incidence). Source: Mackenzie 1961. */
export function lambertBackscatter(lambert: number, cosIncidence: number): number {
  return lambert * cosIncidence * cosIncidence;
}

/** Two-way decay of the volume echo inside the sediment, dB per metre of range; Infinity if none. */
export function tailDecayDbPerM(sediment: Sediment, frequencyHz: number): number {
  const perMKhz = sediment.attenuationDbPerMKhz;
  return perMKhz === null ? Infinity : 2 * perMKhz * (frequencyHz / 1000);
}

/** Total backscattering strength at an angle, linear. */
export function bottomBackscatter(sediment: Sediment, cosIncidence: number): number {
  return (
    facetBackscatter(reflectionCoefficient(sediment), sediment.rmsSlope, cosIncidence) +
    lambertBackscatter(fromDb(sediment.lambertDb), cosIncidence)
  );
}

/** Loss at the water's surface, by ripples and by the hull in the way, of the second bottom echo, dB. */
const SURFACE_REFLECTION_DB = -9;

/**
 * Energy of the second bottom echo (bottom, surface, bottom) over that of the first, linear, without
 * absorption. From the closed forms of a flat bottom under a Gaussian beam: spreading −6 dB, one more
 * reflection, the loss at the surface, and the wider scatter of slopes, each axis by itself.
 *
 * @param beamVariances mean square angle of the two-way beam on its two axes, rad²; ψ/2π each for a
 * round one, Θ²/2π for a fan's equivalent angle Θ
 */
export function secondEchoRatio(
  sediment: Sediment,
  beamVariances: readonly [number, number],
): number {
  const reflection = reflectionCoefficient(sediment);
  const s2 = square(sediment.rmsSlope);
  const axis = (g2: number) => {
    const first = g2 / (g2 + s2);
    const second = 1 / ((1 + (2 * s2) / g2) * (1 + s2 / (2 * g2)));
    return Math.sqrt(second / first);
  };
  const [g1, g2] = beamVariances;
  return (square(reflection) / 4) * fromDb(SURFACE_REFLECTION_DB) * axis(g1) * axis(g2);
}
