import { z } from 'zod';

/** How one knows what was there, weakest first; of a simulation everything is known. */
export const EVIDENCE = [
  'opinion',
  'knownStructure',
  'camera',
  'netted',
  'caught',
  'simulated',
] as const;
export type EvidenceKind = (typeof EVIDENCE)[number];

export const evidenceSchema = z.object({
  kind: z.enum(EVIDENCE),
  /** When it was verified; null when nobody wrote it down. */
  dateMs: z.number().min(0).nullable().default(null),
  who: z.string().max(80).default(''),
  note: z.string().max(1000).default(''),
});
export type Evidence = z.infer<typeof evidenceSchema>;

/** Whether evidence is as strong as a drill demands. Caught and netted weigh the same. */
export function isAtLeast(kind: EvidenceKind, least: EvidenceKind): boolean {
  const weight = (of: EvidenceKind) =>
    of === 'netted' ? EVIDENCE.indexOf('caught') : EVIDENCE.indexOf(of);
  return weight(kind) >= weight(least);
}
