/** Putting a mark on the chart from an echo: tap what you mean. */
import { format as formatDate } from 'date-fns/format';
import { MapPin } from '@/ui/icons';
import { ellipse95, type PlacedEcho } from '@core/reading';
import { type MarkRecord, reasonOf } from '@core/records';
import type { Instrument } from '@core/sounding';
import { format, LENGTH, type UnitSystem } from '@core/units';
import { markEcho } from '@/storage/chartNotes';
import { Button } from '../Button';
import { showToast } from '../toast';

interface MarkedEcho {
  waterId: string;
  instrument: Instrument;
  echo: PlacedEcho;
  screenId: string | null;
  units: UnitSystem;
}

/** Marks the echo on the chart of its water, and says so. */
export async function markFromEcho(marked: MarkedEcho): Promise<MarkRecord | null> {
  const { waterId, instrument, echo, screenId, units } = marked;
  const { boat, place, slantM, depthM } = echo;
  const length = (metres: number) => format(LENGTH[units], metres, 1);
  const outM = Math.hypot(place.xM - boat.xM, place.yM - boat.yM);
  const where = depthM === null ? `${length(outM)} to the side` : length(depthM);
  const at = depthM === null ? where : `at ${where}`;
  const name = `Echo ${at}, ${formatDate(Date.now(), 'HH:mm')}`;
  let mark: MarkRecord;
  try {
    mark = await markEcho({ waterId, instrument, echo, screenId, name });
  } catch (failure) {
    const reason = reasonOf(failure);
    showToast({ message: `The mark could not be stored: ${reason}.` });
    return null;
  }
  const { longM } = ellipse95(place.covarianceM2);
  showToast({
    message: `Marked ${depthM === null ? `${where}, slant ${length(slantM)}` : `at ${where}`}, known within ${length(longM)}.`,
    action: {
      label: 'See it on the chart',
      run: () => location.assign(`/waters/chart?water=${waterId}&tab=marks`),
    },
  });
  return mark;
}

interface MarkButtonProps {
  marking: boolean;
  disabled?: boolean;
  onChange: (marking: boolean) => void;
}

export function MarkButton({ marking, disabled, onChange }: MarkButtonProps) {
  return (
    <Button
      hotkey="K"
      aria-pressed={marking}
      disabled={disabled}
      title="Put a mark on the chart: then tap the echo"
      onClick={() => onChange(!marking)}
    >
      <MapPin size={16} aria-hidden="true" /> Mark
    </Button>
  );
}

export function MarkHint() {
  return (
    <p
      role="status"
      className="pointer-events-none absolute top-3 left-1/2 -translate-x-1/2 rounded-md bg-card px-3 py-1 shadow-lg"
    >
      Tap the echo that you mean. Esc leaves it.
    </p>
  );
}
