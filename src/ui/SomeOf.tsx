interface SomeOfProps<T extends string> {
  title: string;
  all: readonly T[];
  nameOf: (value: T) => string;
  chosen: readonly T[];
  /** What it means when none is chosen. */
  none?: string;
  onChange: (chosen: T[]) => void;
}

/** Some of many, each on or off. */
export function SomeOf<T extends string>(props: SomeOfProps<T>) {
  const { title, all, nameOf, chosen, none = 'all', onChange } = props;
  return (
    <fieldset>
      <legend className="mb-1 text-xs text-ink-2">
        {title}: {chosen.length === 0 ? none : chosen.length}
      </legend>
      <div className="flex flex-wrap gap-1">
        {all.map((value) => {
          const on = chosen.includes(value);
          return (
            <button
              key={value}
              type="button"
              aria-pressed={on}
              onClick={() =>
                onChange(on ? chosen.filter((one) => one !== value) : [...chosen, value])
              }
              className="min-h-6 rounded-sm border border-hairline bg-card px-1.5 text-xs hover:border-outline aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-card"
            >
              {nameOf(value)}
            </button>
          );
        })}
      </div>
    </fieldset>
  );
}
