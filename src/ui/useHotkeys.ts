import { useEffect, useLayoutEffect, useRef } from 'react';

export type Hotkeys = Record<string, () => void>;

/** A box to tick takes no letters. */
const isTicked = (target: EventTarget | null) =>
  target instanceof HTMLInputElement && target.type === 'checkbox';

const takesText = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  !isTicked(target) &&
  (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));

/** On these Space does what Enter does, or nothing. */
const YIELDING =
  'a, [role="radio"][aria-checked="true"], button:not([role="radio"], [role="checkbox"], [role="switch"], [role="slider"])';

/** A focused button or slider keeps the keys it already answers to; a button may give Space up. */
const usedByControl = (target: EventTarget | null, key: string, buttonsYield: boolean) =>
  target instanceof HTMLElement &&
  key === ' ' &&
  (isTicked(target) ||
    (target.closest('button, a, [role="slider"], [role="radio"]') !== null &&
      !(buttonsYield && target.closest(YIELDING) !== null)));

/** A letter with Shift is written ⇧X, with Control or Command ⌃x; all else as the browser names it, letters small. */
function keyName({ key, shiftKey, ctrlKey, metaKey }: KeyboardEvent): string {
  const held = ctrlKey || metaKey ? '⌃' : '';
  if (key.length !== 1) return `${held}${key}`;
  const isLetter = key.toLowerCase() !== key.toUpperCase();
  return held + (shiftKey && isLetter ? `⇧${key.toUpperCase()}` : key.toLowerCase());
}

interface HotkeyRules {
  /** Space means what the page says, whatever button was pressed last. */
  buttonsYield?: boolean;
}

/** Keys of a page, or of a part of it; silent while text is typed. */
export function useHotkeys(hotkeys: Hotkeys, { buttonsYield = false }: HotkeyRules = {}): void {
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
      if (takesText(event.target) || usedByControl(event.target, event.key, buttonsYield)) return;
      const action = latest.current[keyName(event)];
      if (!action) return;
      event.preventDefault();
      action();
    }
    // A button is pressed by Space when it is let go.
    function onKeyUp(event: KeyboardEvent) {
      const taken = event.key === ' ' && latest.current[' '] !== undefined;
      if (taken && !usedByControl(event.target, ' ', buttonsYield)) event.preventDefault();
    }
    window.addEventListener('keydown', onKeyDown);
    if (buttonsYield) window.addEventListener('keyup', onKeyUp);
    return () => {
      window.removeEventListener('keydown', onKeyDown);
      window.removeEventListener('keyup', onKeyUp);
    };
  }, [buttonsYield]);
}
