/** Which pictures stand on the bench, and what beside them. */
import { z } from 'zod';
import { INSTRUMENTS } from '../sounding';

export const layoutSchema = z.object({
  id: z.string().min(1).max(64),
  name: z.string().trim().min(1).max(40),
  instruments: z.array(z.enum(INSTRUMENTS)).min(1).max(4),
  chart: z.boolean(),
  /** The water in space; closed until it may be opened. */
  space: z.boolean().default(false),
  /** Live strip, scale, rings and readouts. */
  strip: z.boolean().default(true),
  scale: z.boolean().default(true),
  rings: z.boolean().default(true),
  readouts: z.boolean().default(true),
});
export type Layout = z.infer<typeof layoutSchema>;

const layout = (
  id: string,
  name: string,
  instruments: Layout['instruments'],
  beside: Partial<Layout>,
): Layout => layoutSchema.parse({ id, name, instruments, chart: false, ...beside });

export const LAYOUTS: Layout[] = [
  layout('single', 'Cone alone', ['cone'], {}),
  layout('search', 'Search', ['sideFans', 'cone'], { chart: true }),
  layout('inspect', 'Inspect', ['cone', 'downFan', 'sideFans'], {}),
  layout('jig', 'Jig', ['column', 'sector'], {}),
  layout('all', 'Four views', ['cone', 'downFan', 'sideFans', 'sector'], {}),
];
