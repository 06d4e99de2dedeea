import { z } from 'zod';

export const chirpBandSchema = z
  .object({
    startHz: z.number().min(20_000).max(2_000_000),
    endHz: z.number().min(20_000).max(2_000_000),
  })
  .refine((band) => band.endHz > band.startHz, { message: 'endHz must be above startHz' });
export type ChirpBand = z.infer<typeof chirpBandSchema>;

export interface Pulse {
  lengthS: number;
  chirp: ChirpBand | null;
}

/** Length of the range cell, m: cτ/2 of a tone, c/(2B) of a compressed chirp. */
export function rangeCellM(pulse: Pulse, soundSpeedMps: number): number {
  return pulse.chirp
    ? soundSpeedMps / (2 * (pulse.chirp.endHz - pulse.chirp.startHz))
    : (soundSpeedMps * pulse.lengthS) / 2;
}

/**
 * Noise bandwidth of the matched receiver, Hz. 1/τ for both kinds: a chirp's bandwidth B less its
 * processing gain 10 log Bτ. The gain therefore counts against noise only, never against the bottom.
 */
export function noiseBandwidthHz(pulse: Pulse): number {
  return 1 / pulse.lengthS;
}

/** Half of the band the pulse fills, as a share of its centre frequency. */
export function relativeHalfBandwidth(pulse: Pulse, frequencyHz: number): number {
  const bandwidthHz = pulse.chirp ? pulse.chirp.endHz - pulse.chirp.startHz : 1 / pulse.lengthS;
  return bandwidthHz / (2 * frequencyHz);
}
