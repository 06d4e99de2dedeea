/** The reckoner at the side of any page: one key, and the page's own numbers to begin with. */
import { lazy, Suspense, useCallback, useEffect, useRef, useState } from 'react';
import { useHotkeys } from '@/ui/useHotkeys';

/** On the link to the page of its own. */
const LINK_ID = 'reckoner-link';
const RECKONER_KEY = '⇧Q';

const Drawer = lazy(() => import('./Drawer').then(({ Drawer: part }) => ({ default: part })));

export function ReckonerDrawer() {
  const [isOpen, setOpen] = useState(false);
  const before = useRef<Element | null>(null);
  const open = useCallback(() => {
    before.current = document.activeElement;
    setOpen(true);
  }, []);
  const close = useCallback(() => {
    setOpen(false);
    if (before.current instanceof HTMLElement) before.current.focus();
  }, []);
  useEffect(() => {
    const link = document.getElementById(LINK_ID);
    const onClick = (event: MouseEvent) => {
      if (event.ctrlKey || event.metaKey || event.shiftKey) return;
      event.preventDefault();
      open();
    };
    link?.addEventListener('click', onClick);
    return () => link?.removeEventListener('click', onClick);
  }, [open]);
  useHotkeys({ [RECKONER_KEY]: isOpen ? close : open });
  if (!isOpen) return null;
  return (
    <Suspense fallback={null}>
      <Drawer onClose={close} />
    </Suspense>
  );
}
