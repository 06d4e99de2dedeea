import { useEffect, useLayoutEffect, useRef } from 'react';

export type Hotkeys = Record<string, () => void>;

/** A box to tick takes no letters. */
const isTicked = (target: EventTarget | null) =>
  target instanceof HTMLInputElement && target.type === 'checkbox';

const takesText = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  !isTicked(target) &&
  (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));

/** A focused button or slider keeps the keys it already answers to. */
const usedByControl = (target: EventTarget | null, key: string) =>
  target instanceof HTMLElement &&
  key === ' ' &&
  (isTicked(target) || target.closest('button, a, [role="slider"], [role="radio"]') !== null);

/** A letter with Shift is written ⇧X, with Control or Command ⌃x; all else as the browser names it, letters small. */
function keyName({ key, shiftKey, ctrlKey, metaKey }: KeyboardEvent): string {
  const held = ctrlKey || metaKey ? '⌃' : '';
  if (key.length !== 1) return `${held}${key}`;
  const isLetter = key.toLowerCase() !== key.toUpperCase();
  return held + (shiftKey && isLetter ? `⇧${key.toUpperCase()}` : key.toLowerCase());
}

/** Keys of a page, or of a part of it; silent while text is typed. */
export function useHotkeys(hotkeys: Hotkeys): void {
  const latest = useRef(hotkeys);
  // With the page, not after it: a key must mean what the page shows.
  useLayoutEffect(() => {
    latest.current = hotkeys;
  });
  useEffect(() => {
    function onKeyDown(event: KeyboardEvent) {
      if (event.altKey) return;
      // A slider, a list or a picture has taken the key for itself.
      if (event.defaultPrevented && event.key !== 'Escape') return;
      if (takesText(event.target) || usedByControl(event.target, event.key)) return;
      const action = latest.current[keyName(event)];
      if (!action) return;
      event.preventDefault();
      action();
    }
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, []);
}
