import { Check } from '@/ui/icons';
import { RadioGroup } from 'radix-ui';
import type { ReactNode } from 'react';

interface OptionListProps<T extends string> {
  label: string;
  value: T | null;
  options: { value: T; name: ReactNode; hint?: string }[];
  disabled: boolean;
  /** Those that are right, once it may be seen. */
  right: readonly T[];
  onChange: (value: T) => void;
}

/** One of a few, each on its own line. */
export function OptionList<T extends string>(props: OptionListProps<T>) {
  const { label, value, options, disabled, right, onChange } = props;
  return (
    <RadioGroup.Root
      aria-label={label}
      value={value}
      disabled={disabled}
      onValueChange={(next) => onChange(next as T)}
      className="flex flex-col gap-1.5"
    >
      {options.map((option) => (
        <RadioGroup.Item
          key={option.value}
          value={option.value}
          className="flex min-h-9 items-baseline gap-2 rounded-md border border-hairline px-3 py-1.5 text-left hover:border-outline data-[state=checked]:border-action data-[state=checked]:bg-well"
        >
          <span className="font-semibold">{option.name}</span>
          {option.hint && <span className="text-xs text-ink-2">{option.hint}</span>}
          {right.includes(option.value) && (
            <span className="text-xs font-semibold text-good">right</span>
          )}
          <RadioGroup.Indicator className="ml-auto self-center text-action">
            <Check size={16} aria-hidden="true" />
          </RadioGroup.Indicator>
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}
