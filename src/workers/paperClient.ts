import type { Paper, PaperFonts } from '@/paper/pdf';
import type { PaperWork } from './paper.worker';
import { within } from './within';

/** The whole handbook is some sixty pictures. */
const LIMIT_S = 180;

/** @throws with a reason in words, where it takes too long or is given up */
export const writePaperFile = (paper: Paper, fonts: PaperFonts, signal: AbortSignal) =>
  within<PaperWork, Uint8Array>(
    new Worker(new URL('./paper.worker.ts', import.meta.url), { type: 'module' }),
    (work) => work.write(paper, fonts) as Promise<Uint8Array>,
    signal,
    LIMIT_S,
  );
