import { z } from 'zod';

export const targetIdSchema = z.string().min(1).max(64);
export const positionSchema = {
  xM: z.number().min(-100_000).max(100_000),
  yM: z.number().min(-100_000).max(100_000),
};
export const depthSchema = z.number().min(0).max(500);
/** Clockwise from north. */
export const headingSchema = z.number().min(-360).max(360).default(0);

/** How far it gives way to a boat above it, m; stays where it is without. */
export const shySchema = { shyM: z.number().min(0).max(20).optional() };
