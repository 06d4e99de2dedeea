/** Putting a mark on the chart from an echo: tap what you mean. */
import { format as formatDate } from 'date-fns/format';
import { MapPin } from 'lucide-react';
import { type BoatPlace, placeBelow } from '@core/reading';
import { format, LENGTH, type UnitSystem } from '@core/units';
import { newMark, putNote } from '@/storage/chartNotes';
import { Button } from '../Button';
import { showToast } from '../toast';

interface MarkedEcho {
  waterId: string;
  /** At the ping that was tapped. */
  boat: BoatPlace;
  depthM: number;
  /** Full angle of the cone. */
  beamDeg: number;
  screenId: string | null;
  units: UnitSystem;
}

/** Stores a mark below the boat of that ping, as uncertain as the beam is wide there. */
export async function markFromEcho(echo: MarkedEcho): Promise<void> {
  const { waterId, boat, depthM, beamDeg, screenId, units } = echo;
  const place = placeBelow(boat, depthM, beamDeg, beamDeg);
  const now = Date.now();
  const depth = format(LENGTH[units], depthM, 1);
  const mark = newMark({
    waterId,
    name: `Echo at ${depth}, ${formatDate(now, 'HH:mm')}`,
    symbol: 'other',
    note: '',
    depthM: Math.round(100 * depthM) / 100,
    ...place,
    sightings: [{ from: 'cone', atMs: now, screenId, boat, slantM: depthM, ...place }],
  });
  try {
    await putNote(mark);
  } catch (failure) {
    const reason = failure instanceof Error ? failure.message : String(failure);
    showToast({ message: `The mark could not be stored: ${reason}.` });
    return;
  }
  showToast({
    message: `Marked at ${depth}.`,
    action: {
      label: 'See it on the chart',
      run: () => location.assign(`/waters/chart?water=${waterId}&tab=marks`),
    },
  });
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
