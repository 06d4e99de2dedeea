/** Writes documents away from the page. */
import { expose, transfer } from 'comlink';
import { type Paper, type PaperFonts, writePaper } from '@/paper/pdf';

const paperWork = {
  async write(paper: Paper, fonts: PaperFonts): Promise<Uint8Array> {
    const bytes = await writePaper(paper, fonts);
    return transfer(bytes, [bytes.buffer as ArrayBuffer]);
  },
};
export type PaperWork = typeof paperWork;

expose(paperWork);
