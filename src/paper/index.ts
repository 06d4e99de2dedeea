/** Documents for the printer, made in the browser; what makes them is loaded when one is wanted. */
import bodyUrl from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?url';
import boldUrl from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?url';
import bodyMoreUrl from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-400-normal.woff?url';
import boldMoreUrl from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-700-normal.woff?url';
import { fileName, saveFile } from '@/storage/saveFile';
import { useSettings } from '@/storage/settings';
import { writePaperFile } from '@/workers/paperClient';
import type { Block, PaperFonts } from './pdf';

async function font(url: string): Promise<Uint8Array> {
  const reply = await fetch(url);
  if (!reply.ok) throw new Error('the fonts for printing could not be read');
  return new Uint8Array(await reply.arrayBuffer());
}

async function fonts(): Promise<PaperFonts> {
  const [body, bodyMore, bold, boldMore] = await Promise.all(
    [bodyUrl, bodyMoreUrl, boldUrl, boldMoreUrl].map(font),
  );
  return { body, bodyMore, bold, boldMore };
}

/**
 * Makes a document and saves it as a PDF of the size that is set.
 * @throws in words, where it cannot be made
 */
export async function printPaper(
  title: string,
  blocks: Block[],
  signal: AbortSignal,
): Promise<void> {
  const { paper } = useSettings.getState();
  const bytes = await writePaperFile({ title, size: paper, blocks }, await fonts(), signal);
  saveFile(bytes, `${fileName(title)}.pdf`, 'application/pdf');
}
