import { useState } from 'react';

interface TextFieldProps {
  label: string;
  value: string;
  /** Characters. */
  max: number;
  /** More than one line. */
  rows?: number;
  placeholder?: string;
  /** May be cleared while typing, but an empty value is never told. */
  required?: boolean;
  onChange: (value: string) => void;
}

const BOX = 'w-full rounded-md border border-hairline bg-paper px-2 py-1 focus:border-outline';

/** Words to be typed, under their label. */
export function TextField(props: TextFieldProps) {
  const { label, max, rows = 1, placeholder, required = false } = props;
  const [cleared, setCleared] = useState(false);
  const value = cleared ? '' : props.value;
  const onChange = (text: string) => {
    const isKept = required && text.trim() === '';
    setCleared(isKept);
    if (!isKept) props.onChange(text);
  };
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
          onBlur={() => setCleared(false)}
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
