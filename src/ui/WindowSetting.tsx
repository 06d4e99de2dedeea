import type { ReactNode } from 'react';
import { Slider } from 'radix-ui';
import { formatNumber, LENGTH, type UnitSystem } from '@core/units';
import { Kbd } from './Kbd';
import { SliderThumb, SliderTrack } from './Setting';

interface WindowSettingProps {
  topM: number;
  bottomM: number;
  /** Deepest that was listened to. */
  limitM: number;
  leastM: number;
  units: UnitSystem;
  /** Of the two thumbs, for the page's keys to find. */
  ids?: [upper: string, lower: string];
  action?: ReactNode;
  onChange: (topM: number, bottomM: number) => void;
}

const short = (value: number) => formatNumber(value, Math.abs(value % 1) < 0.05 ? 0 : 1);

/** Upper and lower limit of the picture. */
export function WindowSetting({
  topM,
  bottomM,
  limitM,
  leastM,
  units,
  ids,
  action,
  onChange,
}: WindowSettingProps) {
  const { unit, show } = LENGTH[units];
  const text = (metres: number) => `${formatNumber(show(metres), 1)} ${unit}`;
  return (
    <div>
      <div className="flex items-center gap-2">
        <span className="font-semibold">Range</span>
        <Kbd>− +</Kbd>
        {action}
        <span className="ml-auto whitespace-nowrap">
          <span className="figures font-semibold whitespace-nowrap">
            {short(show(topM))}–{short(show(bottomM))}
          </span>{' '}
          <span className="text-xs text-ink-2">{unit}</span>
        </span>
      </div>
      <Slider.Root
        className="relative flex h-4.5 touch-none items-center"
        value={[topM, bottomM]}
        min={0}
        max={limitM}
        step={0.5}
        minStepsBetweenThumbs={Math.ceil(leastM / 0.5)}
        onValueChange={([top, bottom]) => onChange(top, bottom)}
      >
        <SliderTrack />
        <SliderThumb id={ids?.[0]} label="Range, upper limit" text={text(topM)} />
        <SliderThumb id={ids?.[1]} label="Range, lower limit" text={text(bottomM)} />
      </Slider.Root>
      <p className="text-xs leading-snug text-ink-2">Wider leaves fewer pixels for each fish.</p>
    </div>
  );
}
