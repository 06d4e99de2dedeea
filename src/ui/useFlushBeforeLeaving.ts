import { useEffect, useRef } from 'react';

/**
 * Holds a click on a link back until what is not stored yet is: a page that is going away may not finish
 * writing. Closing the tab still only tries.
 */
export function useFlushBeforeLeaving(isUnsaved: () => boolean, flush: () => Promise<void>): void {
  const latest = useRef({ isUnsaved, flush });
  useEffect(() => {
    latest.current = { isUnsaved, flush };
  });
  useEffect(() => {
    const onClick = (event: MouseEvent) => {
      const isPlain = !event.ctrlKey && !event.metaKey && !event.shiftKey && event.button === 0;
      const link = event.target instanceof Element ? event.target.closest('a[href]') : null;
      if (!isPlain || !(link instanceof HTMLAnchorElement) || !latest.current.isUnsaved()) return;
      event.preventDefault();
      void latest.current.flush().then(() => location.assign(link.href));
    };
    const onPageHide = () => void latest.current.flush();
    document.addEventListener('click', onClick, true);
    window.addEventListener('pagehide', onPageHide);
    return () => {
      document.removeEventListener('click', onClick, true);
      window.removeEventListener('pagehide', onPageHide);
      onPageHide();
    };
  }, []);
}
