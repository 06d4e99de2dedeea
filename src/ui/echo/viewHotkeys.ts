import { LEAST_WINDOW_M, PALETTE_IDS, type View } from '@core/display';
import type { Hotkeys } from '../useHotkeys';

const GAIN_STEP_DB = 2;
const SCROLL_STEP = 1.25;

/** The keys shown beside the view controls. */
export function viewHotkeys(
  view: View,
  limitM: number,
  matchedPxPerS: number,
  onChange: (change: Partial<View>) => void,
): Hotkeys {
  const lowerLimit = (byM: number) =>
    onChange({
      bottomM: Math.min(limitM, Math.max(view.topM + LEAST_WINDOW_M, view.bottomM + byM)),
    });
  return {
    '[': () => onChange({ gainDb: view.gainDb - GAIN_STEP_DB }),
    ']': () => onChange({ gainDb: view.gainDb + GAIN_STEP_DB }),
    '-': () => lowerLimit(-1),
    '+': () => lowerLimit(1),
    '=': () => lowerLimit(1),
    s: () => onChange({ scrollPxPerS: view.scrollPxPerS / SCROLL_STEP }),
    d: () => onChange({ scrollPxPerS: view.scrollPxPerS * SCROLL_STEP }),
    m: () => matchedPxPerS > 0 && onChange({ scrollPxPerS: matchedPxPerS }),
    p: () =>
      onChange({
        paletteId: PALETTE_IDS[(PALETTE_IDS.indexOf(view.paletteId) + 1) % PALETTE_IDS.length],
      }),
  };
}
