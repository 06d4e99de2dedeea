/** Printing from a page: the documents are loaded when one is wanted, and what comes of it is said. */
import { useCallback, useState } from 'react';
import { reasonOf } from '@core/records';
import { useSettings } from '@/storage/settings';
import { showToast } from '@/ui/toast';
import type { Printing } from './documents';
import type { Block } from './pdf';

type Documents = typeof import('./documents');

export function usePrinting() {
  const { units } = useSettings();
  const [isPrinting, setPrinting] = useState(false);
  const print = useCallback(
    async (
      title: string,
      make: (documents: Documents, printing: Printing) => Promise<Block[]> | Block[],
    ) => {
      const stop = new AbortController();
      const { signal } = stop;
      const action = { label: 'Stop', run: () => stop.abort() };
      let told = -1;
      // Told in steps: each is read out.
      const onShare = (share: number) => {
        const tenths = Math.floor(10 * share);
        if (tenths === told || signal.aborted) return;
        told = tenths;
        showToast({ message: `Making “${title}” for the printer: ${10 * tenths} %`, action });
      };
      setPrinting(true);
      onShare(0);
      try {
        const { worksheet, answerKey, readingPlates, gainLadder, handout, ...cards } =
          await import('./documents');
        const { printPaper } = await import('./index');
        const documents = { worksheet, answerKey, readingPlates, gainLadder, handout, ...cards };
        const blocks = await make(documents, { units, onShare, signal });
        await printPaper(title, blocks, signal);
        showToast({ message: `“${title}” is saved as a PDF.` });
      } catch (failure) {
        const reason = signal.aborted ? 'it was stopped' : reasonOf(failure);
        showToast({ message: `“${title}” was not made: ${reason}.` });
      }
      setPrinting(false);
    },
    [units],
  );
  return { isPrinting, print };
}
