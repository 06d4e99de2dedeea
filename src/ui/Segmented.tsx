import { ToggleGroup } from 'radix-ui';

interface SegmentedProps<T extends string> {
  label: string;
  value: T | null;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
  className?: string;
}

/** One of a few, all in view. Arrow keys move, as in any radio group. */
export function Segmented<T extends string>(props: SegmentedProps<T>) {
  const { label, value, options, onChange, className = '' } = props;
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value ?? ''}
      onValueChange={(next) => next && onChange(next as T)}
      className={`flex overflow-hidden rounded-md border border-hairline ${className}`}
    >
      {options.map((option) => (
        <ToggleGroup.Item
          key={option.value}
          value={option.value}
          className="min-h-8 flex-1 border-l border-hairline bg-card px-2 text-sm first:border-l-0 hover:bg-well focus-visible:-outline-offset-2 data-[state=on]:bg-ink data-[state=on]:font-semibold data-[state=on]:text-card"
        >
          {option.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
