import { Slider } from 'radix-ui';
import { type ReactNode, useState } from 'react';
import { formatNumber } from '@core/units';
import { Kbd } from './Kbd';

interface NumberEntryProps {
  label: string;
  className?: string;
  value: number;
  min: number;
  max: number;
  decimals: number;
  disabled?: boolean;
  onChange: (value: number) => void;
}

/** Exact entry. What lies outside the limits is brought to the nearest one, and said so. */
export function NumberEntry(props: NumberEntryProps) {
  const { label, value, min, max, decimals, onChange, className = 'w-12', disabled } = props;
  const [draft, setDraft] = useState<string | null>(null);
  const [note, setNote] = useState('');

  function commit() {
    if (draft === null) return;
    setDraft(null);
    const typed = Number(draft.trim().replace(',', '.').replace('−', '-'));
    if (draft.trim() === '' || !Number.isFinite(typed)) {
      setNote(`“${draft}” is not a number; kept ${formatNumber(value, decimals)}.`);
      return;
    }
    const kept = Math.min(max, Math.max(min, typed));
    setNote(
      kept === typed
        ? ''
        : `${formatNumber(typed, decimals)} is outside ${formatNumber(min, decimals)} to ${formatNumber(max, decimals)}; set to ${formatNumber(kept, decimals)}.`,
    );
    onChange(kept);
  }

  return (
    <span className="relative">
      <input
        aria-label={`${label}, exact value`}
        inputMode="decimal"
        disabled={disabled}
        className={`figures rounded-sm border border-transparent bg-transparent px-1 text-end font-semibold hover:border-hairline focus:border-outline focus:bg-paper ${className}`}
        value={draft ?? formatNumber(value, decimals)}
        onFocus={(event) => event.target.select()}
        onChange={(event) => {
          setDraft(event.target.value);
          setNote('');
        }}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit();
          if (event.key !== 'Escape') return;
          setDraft(null);
          setNote('');
        }}
      />
      {note && (
        // oxlint-disable-next-line jsx-a11y/click-events-have-key-events -- Escape in the field does the same
        <span
          role="status"
          className="absolute top-full right-0 z-20 w-52 rounded-md border border-missed bg-card px-2 py-1 text-xs text-missed shadow-md"
          onClick={() => setNote('')}
        >
          {note}
        </span>
      )}
    </span>
  );
}

interface SettingProps {
  label: string;
  hotkeys?: string;
  /** Shown value and limits, in the unit beside it. */
  value: number;
  min: number;
  max: number;
  step: number;
  decimals?: number;
  unit: string;
  hint?: ReactNode;
  /** A wide span of values is easier to set evenly by ratio. */
  logarithmic?: boolean;
  action?: ReactNode;
  /** Something else sets it meanwhile. */
  disabled?: boolean;
  /** For the page's keys to bring the focus here. */
  id?: string;
  onChange: (value: number) => void;
}

/** A control: name, key, exact value with unit, slider, and the price of moving it in one line. */
export function Setting(props: SettingProps) {
  const {
    label,
    hotkeys,
    value,
    min,
    max,
    step,
    decimals = 0,
    unit,
    hint,
    logarithmic,
    action,
    disabled = false,
    id,
  } = props;
  const toSlider = (v: number) =>
    logarithmic ? (1000 * Math.log(v / min)) / Math.log(max / min) : v;
  const fromSlider = (s: number) =>
    logarithmic ? Math.round((min * (max / min) ** (s / 1000)) / step) * step : s;
  return (
    <div>
      <div className="flex items-center gap-2">
        <span className="font-semibold whitespace-nowrap">{label}</span>
        {hotkeys && <Kbd>{hotkeys}</Kbd>}
        {action}
        <span className="ml-auto flex items-baseline gap-1">
          <NumberEntry
            {...{ label, value, min, max, decimals, disabled }}
            onChange={props.onChange}
          />
          <span className="min-w-8 text-xs text-ink-2">{unit}</span>
        </span>
      </div>
      <Slider.Root
        className="relative flex h-4.5 touch-none items-center"
        value={[toSlider(value)]}
        min={logarithmic ? 0 : min}
        max={logarithmic ? 1000 : max}
        step={logarithmic ? 10 : step}
        disabled={disabled}
        onValueChange={([next]) => props.onChange(Math.min(max, Math.max(min, fromSlider(next))))}
      >
        <SliderTrack />
        <SliderThumb id={id} label={label} text={`${formatNumber(value, decimals)} ${unit}`} />
      </Slider.Root>
      {hint && <p className="text-xs leading-snug text-ink-2">{hint}</p>}
    </div>
  );
}

export function SliderTrack() {
  return (
    <Slider.Track className="relative h-1 grow rounded-full bg-track">
      <Slider.Range className="absolute h-full rounded-full bg-action" />
    </Slider.Track>
  );
}

export function SliderThumb({ label, text, id }: { label: string; text: string; id?: string }) {
  return (
    <Slider.Thumb
      id={id}
      aria-label={label}
      aria-valuetext={text}
      // Large enough for a finger; what is seen of it is the dot.
      className="grid size-6 place-items-center rounded-full before:block before:size-4 before:rounded-full before:border-2 before:border-action before:bg-card hover:before:scale-110 data-disabled:before:opacity-40"
    />
  );
}
