import { z } from 'zod';
import { passPlanSchema } from '../pass';
import { sceneSchema } from '../sounding';

/** A water as people know it: a name, what is in it, and passes worth sailing. */
export const waterContentSchema = z.object({
  name: z.string().trim().min(1).max(80),
  description: z.string().max(2000),
  scene: sceneSchema,
  passes: z.array(passPlanSchema).min(1).max(200),
});
export type WaterContent = z.infer<typeof waterContentSchema>;
