import type { DayChoice, WaterContent } from '@core/waters';

/** Hours at which life stands elsewhere. */
const HOURS = [
  { hour: 5.5, name: 'dawn' },
  { hour: 9, name: 'morning' },
  { hour: 12.5, name: 'noon' },
  { hour: 16, name: 'afternoon' },
  { hour: 20.5, name: 'dusk' },
  { hour: 23, name: 'night' },
];

interface DayPickerProps {
  content: WaterContent;
  day: DayChoice;
  onChange: (day: DayChoice) => void;
}

/** On which of its days, and at what hour, a water is worked; nothing where it has neither days nor life by rule. */
export function DayPicker({ content, day, onChange }: DayPickerProps) {
  const { days, stocks } = content;
  if (days.length === 0 && stocks.length === 0) return null;
  const className = 'h-8 max-w-40 rounded-md border border-hairline bg-card px-2';
  return (
    <span className="flex flex-wrap items-center gap-2">
      {days.length > 0 && (
        <label className="flex items-center gap-2">
          <span className="text-ink-2" aria-hidden="true">
            Day
          </span>
          <select
            aria-label="Day"
            className={className}
            value={day.dayId ?? ''}
            onChange={(event) => onChange({ dayId: event.target.value || null, hourOfDay: null })}
          >
            <option value="">as it stands</option>
            {days.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
      )}
      <select
        aria-label="Hour"
        className={className}
        value={day.hourOfDay ?? ''}
        onChange={(event) =>
          onChange({
            ...day,
            hourOfDay: event.target.value === '' ? null : Number(event.target.value),
          })
        }
      >
        <option value="">its hour</option>
        {HOURS.map(({ hour, name }) => (
          <option key={hour} value={hour}>
            {name}
          </option>
        ))}
      </select>
    </span>
  );
}
