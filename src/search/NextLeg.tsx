import {
  type Leg,
  legLengthM,
  legMinutes,
  LONGEST_LEG_M,
  SEARCH_INSTRUMENTS,
  type SearchInstrument,
} from '@core/search';
import { format, formatNumber, LENGTH, type UnitSystem } from '@core/units';
import { Button } from '@/ui/Button';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';
import { NumberField } from '@/ui/NumberField';
import { Panel } from '@/ui/Panel';
import { Segmented } from '@/ui/Segmented';
import type { Sounding } from './useSearch';

interface NextLegProps {
  leg: Leg;
  boat: { x: number; y: number };
  left: number;
  sounding: Sounding | null;
  units: UnitSystem;
  onLeg: (change: Partial<Leg>) => void;
  onSail: () => void;
  onStop: () => void;
}

/** Why a leg cannot be sailed as it is; null where it can. */
function hindrance(leg: Leg, minutes: number, left: number): string | null {
  if (leg.routeM.length < 2)
    return 'Tap the chart: from the boat to where the leg ends, by as many corners as you like.';
  if (legLengthM(leg) > LONGEST_LEG_M) return 'Too long for one leg: sail it in two.';
  if (minutes > left)
    return `It would take ${formatNumber(minutes, 1)} minutes; ${formatNumber(left, 1)} are left.`;
  return null;
}

/** What to sail next, what with, and what it costs. */
export function NextLeg(props: NextLegProps) {
  const { leg, boat, left, sounding, units, onLeg, onSail, onStop } = props;
  const minutes = leg.routeM.length > 1 ? legMinutes(leg, boat) : 0;
  const hint = hindrance(leg, minutes, left);
  return (
    <Panel title="Next leg">
      <Segmented
        label="Instrument"
        value={leg.instrument}
        options={SEARCH_INSTRUMENTS.map((value) => ({ value, label: INSTRUMENT_NAME[value] }))}
        onChange={(instrument: SearchInstrument) => onLeg({ instrument })}
      />
      <NumberField
        units={units}
        label="Range"
        quantity="length"
        value={leg.rangeM}
        min={4}
        max={60}
        decimals={0}
        hint="More reaches farther, with fewer pixels for each thing."
        onChange={(rangeM) => onLeg({ rangeM })}
      />
      <NumberField
        units={units}
        label="Speed"
        quantity="speed"
        value={leg.speedMps}
        min={0.5}
        max={3}
        hint="Faster covers more and draws it shorter."
        onChange={(speedMps) => onLeg({ speedMps })}
      />
      <p className="figures text-sm" role="status">
        {leg.routeM.length > 1
          ? `${format(LENGTH[units], legLengthM(leg), 0)}, ${formatNumber(minutes, 1)} min`
          : 'No leg drawn'}
      </p>
      {hint && <p className="text-xs text-ink-2">{hint}</p>}
      <div className="flex gap-2">
        {sounding ? (
          <Button onClick={onStop}>Stop</Button>
        ) : (
          <Button look="primary" disabled={hint !== null} onClick={onSail}>
            Sail it
          </Button>
        )}
        <Button
          disabled={leg.routeM.length < 2 || sounding !== null}
          onClick={() => onLeg({ routeM: leg.routeM.slice(0, -1) })}
        >
          Take back a corner
        </Button>
      </div>
    </Panel>
  );
}
