import { Plus } from '@/ui/icons';
import { useState } from 'react';
import { ACROSS_DEG } from '@core/planning';
import { placeAside, placeBelow, type PlacedPoint } from '@core/reading';
import type { Sighting } from '@core/records';
import type { UnitSystem } from '@core/units';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { NumberField } from '@/ui/NumberField';
import { INSTRUMENT_OPTIONS } from './BoatPanel';

interface Look {
  from: 'cone' | 'downFan' | 'sideFans';
  xM: number;
  yM: number;
  headingDeg: number;
  side: 'port' | 'starboard';
  slantM: number;
  heightM: number;
  depthM: number;
}

/** Full beam angles along the track. */
const ALONG_DEG = { cone: 20, downFan: 1.5, sideFans: 1 } as const;

function placed(look: Look): PlacedPoint {
  const alongDeg = ALONG_DEG[look.from];
  return look.from === 'sideFans'
    ? placeAside(look, look.side, look.slantM, look.heightM, alongDeg)
    : placeBelow(look, look.depthM, alongDeg, ACROSS_DEG[look.from]);
}

interface LookFormProps {
  units: UnitSystem;
  /** Where the boat on the chart is, to begin with. */
  boat: { xM: number; yM: number; headingDeg: number } | null;
  /** The mark that the look would be added to; a new one when null. */
  markName: string | null;
  onAdd: (sighting: Sighting, depthM: number | null) => void;
}

/** A look at a thing from a screen: the boat at that ping, and what the picture says of where it is. */
export function LookForm({ units, boat, markName, onAdd }: LookFormProps) {
  const [look, setLook] = useState<Look>({
    from: 'sideFans',
    xM: boat?.xM ?? 0,
    yM: boat?.yM ?? 0,
    headingDeg: boat?.headingDeg ?? 0,
    side: 'starboard',
    slantM: 15,
    heightM: 6,
    depthM: 6,
  });
  const set = (change: Partial<Look>) => setLook((old) => ({ ...old, ...change }));
  const isAside = look.from === 'sideFans';
  const add = () => {
    const place = placed(look);
    onAdd(
      {
        from: look.from,
        atMs: Date.now(),
        screenId: null,
        boat: { xM: look.xM, yM: look.yM, headingDeg: look.headingDeg },
        slantM: isAside ? look.slantM : look.depthM,
        ...place,
      },
      isAside ? null : look.depthM,
    );
  };
  const length = (field: 'xM' | 'yM' | 'slantM' | 'heightM' | 'depthM', label: string, min = 0) => (
    <NumberField
      label={label}
      value={look[field]}
      min={min}
      max={min < 0 ? 1e5 : 500}
      quantity="length"
      units={units}
      onChange={(value) => set({ [field]: value })}
    />
  );
  return (
    <div className="flex flex-col gap-1.5">
      <Choice
        label="Seen with"
        value={look.from}
        options={INSTRUMENT_OPTIONS}
        onChange={(from) => set({ from })}
      />
      {length('xM', 'Boat, east', -1e5)}
      {length('yM', 'Boat, north', -1e5)}
      <NumberField
        label="Boat, heading"
        value={look.headingDeg}
        min={0}
        max={360}
        decimals={0}
        quantity="angle"
        units={units}
        onChange={(headingDeg) => set({ headingDeg })}
      />
      {isAside ? (
        <>
          <Choice
            label="Side"
            value={look.side}
            options={[
              { value: 'port', label: 'Port' },
              { value: 'starboard', label: 'Starboard' },
            ]}
            onChange={(side) => set({ side })}
          />
          {length('slantM', 'Slant range')}
          {length('heightM', 'Depth under the boat')}
          <p className="text-xs text-ink-2">
            Corrected for slant: √(slant² − depth²) on the ground.
          </p>
        </>
      ) : (
        length('depthM', 'Depth of the echo')
      )}
      {boat && (
        <Button onClick={() => set({ xM: boat.xM, yM: boat.yM, headingDeg: boat.headingDeg })}>
          Take the boat of the chart
        </Button>
      )}
      <Button onClick={add}>
        <Plus size={16} aria-hidden="true" />{' '}
        {markName ? 'Add this look to the mark' : 'Put a mark there'}
      </Button>
    </div>
  );
}
