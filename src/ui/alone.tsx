/** The echo alone, over all else: one key there and back. */
import { useEffect, useState } from 'react';
import { Button } from './Button';
import { Maximize2, Minimize2 } from './icons';
import { useHotkeys } from './useHotkeys';

const ALONE_KEY = '⇧V';

export function useAlone() {
  const [isAlone, setAlone] = useState(false);
  const toggle = () => setAlone(!isAlone);
  useHotkeys({ [ALONE_KEY]: toggle });
  useEffect(() => {
    if (!isAlone) return;
    // Before the page's own Escape, which would also end what is under way on the picture.
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.key !== 'Escape') return;
      event.stopImmediatePropagation();
      setAlone(false);
    };
    window.addEventListener('keydown', onKeyDown, { capture: true });
    return () => window.removeEventListener('keydown', onKeyDown, { capture: true });
  }, [isAlone]);
  return {
    /** In place of the picture's own classes. */
    frame: (usual: string) => (isAlone ? 'fixed inset-0 z-30 bg-paper p-2 pb-12' : usual),
    /** Stands with the picture: the way there, and the way back. */
    button: (
      <Button
        size="small"
        look="quiet"
        hotkey={ALONE_KEY}
        aria-pressed={isAlone}
        onClick={toggle}
        className={isAlone ? 'fixed right-4 bottom-2 z-30' : ''}
      >
        {isAlone ? (
          <Minimize2 size={14} aria-hidden="true" />
        ) : (
          <Maximize2 size={14} aria-hidden="true" />
        )}
        {isAlone ? 'Back to the page' : 'Echo alone'}
      </Button>
    ),
  };
}
