/** What was opened last in this browser: a convenience, kept beside the workspace and not part of it. */
import { z } from 'zod';

const visitSchema = z.object({
  /** What it is, e.g. “screen”. */
  what: z.string().max(40),
  name: z.string().max(120),
  href: z.string().startsWith('/').max(400),
  atMs: z.number(),
});
export type Visit = z.infer<typeof visitSchema>;

const KEY = 'recent';
const MOST = 8;

/** The newest first; what cannot be read counts as nothing. */
export function recentVisits(): Visit[] {
  try {
    return z.array(visitSchema).parse(JSON.parse(localStorage.getItem(KEY) ?? '[]'));
  } catch {
    return [];
  }
}

export function noteVisit(visit: Omit<Visit, 'atMs'>): void {
  const others = recentVisits().filter(({ href }) => href !== visit.href);
  const kept = [{ ...visit, name: visit.name.slice(0, 120), atMs: Date.now() }, ...others];
  try {
    localStorage.setItem(KEY, JSON.stringify(kept.slice(0, MOST)));
  } catch {
    // A full store must not keep a page from opening.
  }
}
