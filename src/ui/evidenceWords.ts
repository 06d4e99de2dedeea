import type { EvidenceKind } from '@core/reading';

/** How one knows, as it is said in lists. */
export const EVIDENCE_WORDS: Record<EvidenceKind, string> = {
  simulated: 'the water of the simulation',
  caught: 'it was caught',
  camera: 'a camera',
  netted: 'it was netted',
  knownStructure: 'known structure',
  opinion: 'an opinion',
};
