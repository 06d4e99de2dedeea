import { log10 } from '../numeric';
import { sumDb } from '../units/decibel';
import { MPS_PER_KNOT } from '../units/quantities';

/** Thermal noise of water, dB re 1 µPa²/Hz. Source: Mellen 1952. */
export function thermalNoiseDb(frequencyHz: number): number {
  return -15 + 20 * log10(frequencyHz / 1000);
}

/** Wind-driven surface noise, dB re 1 µPa²/Hz. Source: Coates 1990, a fit to Wenz 1962. */
export function windNoiseDb(frequencyHz: number, windMps: number): number {
  const f = frequencyHz / 1000;
  return 50 + 7.5 * Math.sqrt(windMps) + 20 * log10(f) - 40 * log10(f + 0.4);
}

const SELF_NOISE_SPEED_CAP_KNOTS = 10;

/**
 * Noise of the boat itself at its transducer, dB re 1 µPa²/Hz: flow and propeller, +2 dB per knot
 * above 2 knots. A typical small boat; the least certain of the three.
 */
export function selfNoiseDb(frequencyHz: number, speedMps: number): number {
  const knots = Math.min(Math.abs(speedMps) / MPS_PER_KNOT, SELF_NOISE_SPEED_CAP_KNOTS);
  return 45 - 20 * log10(frequencyHz / 50_000) + 2 * Math.max(0, knots - 2);
}

export interface NoiseConditions {
  frequencyHz: number;
  windMps: number;
  speedMps: number;
  /** Share of electrical power that becomes sound, 0–1. */
  transducerEfficiency: number;
  receiverNoiseFigureDb: number;
}

/** Total noise spectrum seen by the receiver, dB re 1 µPa²/Hz, before bandwidth and directivity. */
export function noiseSpectrumDb(conditions: NoiseConditions): number {
  const { frequencyHz, transducerEfficiency, receiverNoiseFigureDb } = conditions;
  const receiverDb =
    thermalNoiseDb(frequencyHz) - 10 * log10(transducerEfficiency) + receiverNoiseFigureDb;
  return sumDb(
    receiverDb,
    windNoiseDb(frequencyHz, conditions.windMps),
    selfNoiseDb(frequencyHz, conditions.speedMps),
  );
}
