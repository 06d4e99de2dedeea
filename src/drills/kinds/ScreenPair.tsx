import { CHOICE_LETTERS as LETTERS, type DrillScreen } from '@core/drills';
import type { TruthRegion } from '@core/reading';
import type { UnitSystem } from '@core/units';
import { ScreenPicture } from '@/ui/echo/ScreenPicture';
import { type Line, outlinedOn } from './kindView';

interface ScreenPairProps {
  screens: readonly DrillScreen[];
  units: UnitSystem;
  label: string;
  lines: Line[];
  /** What is framed on each, until the truth may be seen. */
  framesOn?: (screen: number) => { region: TruthRegion; badge: string }[];
}

/** One screen, or some under one another with their letters. */
export function ScreenPair({ screens, units, label, lines, framesOn }: ScreenPairProps) {
  return (
    <div className="flex h-full flex-col gap-3">
      {screens.map((screen, i) => (
        <figure key={i} className="flex min-h-0 flex-1 flex-col gap-1">
          {screens.length > 1 && (
            <figcaption className="text-xs font-semibold text-ink-2">
              Screen {LETTERS[i]}
            </figcaption>
          )}
          <div className="min-h-0 flex-1">
            <ScreenPicture
              screen={screen}
              units={units}
              label={screens.length > 1 ? `${label}, screen ${LETTERS[i]}` : label}
              frames={lines.length === 0 ? (framesOn?.(i) ?? []) : []}
              outlined={outlinedOn(lines, i)}
            />
          </div>
        </figure>
      ))}
    </div>
  );
}
