interface ChoiceProps<T extends string> {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
  hideLabel?: boolean;
}

/** One of many, in a list that opens. */
export function Choice<T extends string>(props: ChoiceProps<T>) {
  const { label, value, options, onChange, hideLabel = false } = props;
  return (
    <label className="flex items-center gap-2">
      <span className={hideLabel ? 'sr-only' : 'min-w-0 flex-1'}>{label}</span>
      <select
        className={`h-8 min-w-0 rounded-md border border-hairline bg-card px-2 ${hideLabel ? 'w-full' : 'max-w-44'}`}
        value={value}
        onChange={(event) => onChange(event.target.value as T)}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </label>
  );
}
