interface TextFieldProps {
  label: string;
  value: string;
  /** Characters. */
  max: number;
  /** More than one line. */
  rows?: number;
  placeholder?: string;
  onChange: (value: string) => void;
}

const BOX = 'w-full rounded-md border border-hairline bg-paper px-2 py-1 focus:border-outline';

/** Words to be typed, under their label. */
export function TextField(props: TextFieldProps) {
  const { label, value, max, rows = 1, placeholder, onChange } = props;
  return (
    <label className="block">
      <span className="mb-0.5 block text-xs text-ink-2">{label}</span>
      {rows === 1 ? (
        <input
          className={`${BOX} h-8`}
          value={value}
          maxLength={max}
          placeholder={placeholder}
          onChange={(event) => onChange(event.target.value)}
        />
      ) : (
        <textarea
          className={`${BOX} resize-y`}
          rows={rows}
          value={value}
          maxLength={max}
          placeholder={placeholder}
          onChange={(event) => onChange(event.target.value)}
        />
      )}
    </label>
  );
}
