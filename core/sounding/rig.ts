import { z } from 'zod';

/** Another sounder within hearing, pinging to its own clock. */
const interferenceSchema = z.object({
  repetitionHz: z.number().min(0.1).max(100),
  /** Received level of its pulse, dB re 1 µPa; typically 40–80 dB above the echoes. */
  levelDb: z.number().min(40).max(200),
  pulseLengthS: z.number().min(0.00002).max(0.01).default(0.0003),
  /** Where its clock stands at the start of the pass, s. */
  phaseS: z.number().min(0).max(10).default(0.013),
});
export type Interference = z.infer<typeof interferenceSchema>;

/** How the transducer sits on the boat, and what is wrong with it. */
export const rigSchema = z.object({
  /** Depth of the transducer's face under the calm surface. */
  draftM: z.number().min(0).max(5).default(0.3),
  /** Where it sits from the boat's position, to starboard and forward. */
  starboardM: z.number().min(-10).max(10).default(0),
  forwardM: z.number().min(-30).max(30).default(0),
  /** Mount leaning forward (positive) and starboard side down (positive). */
  tiltDeg: z.number().min(-45).max(45).default(0),
  rollDeg: z.number().min(-45).max(45).default(0),
  /** Air over the face: what it takes there and back, and how much that comes and goes (0–1). */
  airFilm: z
    .object({ lossDb: z.number().min(0).max(60), gusts: z.number().min(0).max(1).default(0.5) })
    .nullable()
    .default(null),
  interference: z.array(interferenceSchema).max(4).default([]),
  /** Pulses on the boat's wiring: periodic in time, the same at all ranges before TVG. */
  electricalNoise: z
    .object({
      levelDb: z.number().min(20).max(160),
      repetitionHz: z.number().min(1).max(5000).default(100),
    })
    .nullable()
    .default(null),
});
export type Rig = z.infer<typeof rigSchema>;

/** A level transducer in order. */
export function soundRig(draftM: number): Rig {
  return rigSchema.parse({ draftM });
}
