/** The header of an echogram as it is stored and sent. */
import { z } from 'zod';
import { CHANNEL_NAMES, INSTRUMENTS } from './echogram';

/** Most beams of a channel: a picture of a sector is read at a quarter of a degree. */
const MAX_BEAMS = 720;

const channelInfoSchema = z.object({
  name: z.enum(CHANNEL_NAMES),
  frequencyHz: z.number().positive(),
  beamwidthDeg: z.number().positive(),
  acrossBeamwidthDeg: z.number().positive().nullable(),
  rangeCellM: z.number().positive(),
  absorptionDbPerM: z.number().min(0),
  sourceLevelDb: z.number(),
  noiseLevelDb: z.number(),
  beamAnglesDeg: z.array(z.number()).min(1).max(MAX_BEAMS),
});

/** What the cells of an echo are; see `EchogramInfo`. */
export const echogramInfoSchema = z.object({
  instrument: z.enum(INSTRUMENTS),
  channels: z.array(channelInfoSchema).min(1).max(8),
  binCount: z.int().min(1).max(8192),
  rangeStepM: z.number().positive(),
  draftM: z.number().min(0),
  soundSpeedMps: z.number().positive(),
  pingRateHz: z.number().positive(),
});
