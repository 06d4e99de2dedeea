import { LEAST_WINDOW_M, type View, VIEW_LIMITS } from '@core/display';
import { formatNumber, type UnitSystem } from '@core/units';
import { Button } from '../Button';
import { ControlGroup } from '../ControlGroup';
import { PaletteSetting } from '../PaletteSetting';
import { Setting } from '../Setting';
import { WindowSetting } from '../WindowSetting';

interface ViewControlsProps {
  view: View;
  /** What reset returns to. */
  initial: View;
  units: UnitSystem;
  /** Deepest that was listened to. */
  limitM: number;
  /** Scroll at which shapes are true; 0 when the boat stands still. */
  matchedPxPerS: number;
  widthPx: number;
  onChange: (change: Partial<View>) => void;
}

const NEAR_MATCH = 1.12;

function proportions(scroll: number, matched: number): string {
  if (!(matched > 0)) return 'The boat stands still: every mark grows into a line.';
  const stretch = scroll / matched;
  if (stretch < NEAR_MATCH && stretch > 1 / NEAR_MATCH) return 'Shapes are true at this speed.';
  return stretch > 1
    ? `Shapes are stretched ${formatNumber(stretch, 1)} times.`
    : `Shapes are squeezed to ${formatNumber(100 * stretch, 0)} % of their length.`;
}

/** The controls that act on a stored echo: live, frozen or recorded. */
export function ViewControls(props: ViewControlsProps) {
  const { view, initial, units, limitM, matchedPxPerS, widthPx, onChange } = props;
  return (
    <>
      <ControlGroup title="Listen" onReset={() => onChange({ gainDb: initial.gainDb })}>
        <Setting
          label="Gain"
          hotkeys="[ ]"
          value={view.gainDb}
          {...VIEW_LIMITS.gainDb}
          step={1}
          unit="dB"
          hint="More shows bait and soft layers, and snow with them."
          onChange={(gainDb) => onChange({ gainDb })}
        />
      </ControlGroup>
      <ControlGroup
        title="Show"
        onReset={() => {
          const { topM, bottomM, scrollPxPerS, paletteId } = initial;
          onChange({ topM, bottomM, scrollPxPerS, paletteId });
        }}
      >
        <WindowSetting
          topM={view.topM}
          bottomM={Math.min(limitM, view.bottomM)}
          limitM={limitM}
          leastM={LEAST_WINDOW_M}
          units={units}
          onChange={(topM, bottomM) => onChange({ topM, bottomM })}
        />
        <Setting
          label="Scroll"
          hotkeys="S D"
          value={view.scrollPxPerS}
          {...VIEW_LIMITS.scrollPxPerS}
          step={1}
          unit="px/s"
          logarithmic
          hint={`${formatNumber(widthPx / view.scrollPxPerS, 0)} s on screen. ${proportions(view.scrollPxPerS, matchedPxPerS)}`}
          onChange={(scrollPxPerS) => onChange({ scrollPxPerS })}
          action={
            <Button
              hotkey="M"
              title="Scroll as fast as the boat sails, so that shapes are true"
              className="mt-0.5 min-h-7 px-2 py-0 text-xs"
              disabled={!(matchedPxPerS > 0)}
              onClick={() => onChange({ scrollPxPerS: matchedPxPerS })}
            >
              Match
            </Button>
          }
        />
        <PaletteSetting value={view.paletteId} onChange={(paletteId) => onChange({ paletteId })} />
      </ControlGroup>
    </>
  );
}
