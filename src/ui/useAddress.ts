import { useCallback, useEffect, useState } from 'react';

/** What an address asks for, read anew as one goes back; `open` puts another one there without leaving the page. */
export function useAddress<T>(read: () => T): [T, (path: string, isStep?: boolean) => void] {
  const [at, setAt] = useState(read);
  useEffect(() => {
    const onPop = () => setAt(read());
    window.addEventListener('popstate', onPop);
    return () => window.removeEventListener('popstate', onPop);
  }, [read]);
  const open = useCallback(
    (path: string, isStep = true) => {
      if (isStep) history.pushState(null, '', path);
      else history.replaceState(null, '', path);
      setAt(read());
      if (isStep) document.getElementById('main')?.scrollTo(0, 0);
    },
    [read],
  );
  return [at, open];
}
