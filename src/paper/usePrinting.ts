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
      setPrinting(true);
      showToast({ message: `Making “${title}” for the printer…` });
      try {
        const { worksheet, answerKey, readingPlates, gainLadder, handout, ...cards } =
          await import('./documents');
        const { printPaper } = await import('./index');
        const documents = { worksheet, answerKey, readingPlates, gainLadder, handout, ...cards };
        await printPaper(title, await make(documents, { units }));
        showToast({ message: `“${title}” is saved as a PDF.` });
      } catch (failure) {
        showToast({ message: `“${title}” could not be made: ${reasonOf(failure)}.` });
      }
      setPrinting(false);
    },
    [units],
  );
  return { isPrinting, print };
}
