import { useEffect, useMemo, useState } from 'react';
import type { BoatRecord } from '@core/records';
import { INSTRUMENTS, type Instrument, rigSchema } from '@core/sounding';
import { format, LENGTH } from '@core/units';
import { DEFAULT_BOAT, loadBoat, saveBoat } from '@/storage/boat';
import { useSettings } from '@/storage/settings';
import { Button } from '@/ui/Button';
import { Card } from '@/ui/Card';
import { Check } from '@/ui/Check';
import { NumberField } from '@/ui/NumberField';
import { PageHeader } from '@/ui/PageHeader';
import { Prepared } from '@/ui/Prepared';
import { Segmented } from '@/ui/Segmented';
import { Setting } from '@/ui/Setting';
import { TextField } from '@/ui/TextField';
import { showToast } from '@/ui/toast';
import { BoatDrawing } from './BoatDrawing';
import { LevelCheck } from './LevelCheck';

const INSTRUMENT_WORDS: Record<Instrument, { words: string; hint: string }> = {
  cone: { words: 'Cone', hint: 'Arches and the bottom’s hardness, straight below.' },
  downFan: { words: 'Down fan', hint: 'Fine shape straight below.' },
  sideFans: { words: 'Side fans', hint: 'Wide strips to both sides; needs to move.' },
  sector: { words: 'Sector', hint: 'A slice of the water, live, wherever it points.' },
  column: { words: 'Column', hint: 'The cone from a fixed place: ice, pier, anchor.' },
};

const SIDES = [
  { value: 'port', label: 'Port' },
  { value: 'middle', label: 'Middle' },
  { value: 'starboard', label: 'Starboard' },
] as const;

/** Room between the transducer and the boat's side, m. */
const INBOARD_M = 0.15;

/** The transducer follows its side and the beam of the boat. */
function mounted(boat: BoatRecord): BoatRecord {
  const side = { port: -1, middle: 0, starboard: 1 }[boat.mountSide];
  const starboardM = side * Math.max(0, boat.beamM / 2 - INBOARD_M);
  return { ...boat, rig: { ...boat.rig, starboardM: Math.round(100 * starboardM) / 100 } };
}

/** What the mount does to the picture, in words. */
function levelWords({ tiltDeg, rollDeg }: BoatRecord['rig']): string {
  const parts: string[] = [];
  if (Math.abs(tiltDeg) >= 1) {
    parts.push(
      tiltDeg > 0
        ? 'It leans forward: fish come into the cone early and leave it early, so that the rising leg of an arch is long and the falling leg is cut short.'
        : 'It leans back: fish come in late, so that the rising leg of an arch is cut short and the falling leg is long.',
    );
  }
  if (Math.abs(rollDeg) >= 1) {
    parts.push(
      `Its ${rollDeg > 0 ? 'starboard' : 'port'} side hangs down, so that it looks to ${rollDeg > 0 ? 'port' : 'starboard'}: of two like pilings the one to ${rollDeg > 0 ? 'port' : 'starboard'} is drawn strong, the other faint, and the bottom is read off to that side.`,
    );
  }
  return (
    parts.join(' ') ||
    'It sits level: both legs of an arch are alike, and so are pilings to the left and the right.'
  );
}

function dockWords(side: BoatRecord['mountSide']): string {
  switch (side) {
    case 'middle':
      return 'In the middle both sides look alike. Along a dock, keep it on the side you watch, and slow down.';
    case 'port':
      return 'Pass docks and walls with them to port: then nothing of your own boat lies between. With the dock to starboard your hull cuts off what lies shallow beside it, and the fan on that side begins under the keel.';
    case 'starboard':
      return 'Pass docks and walls with them to starboard: then nothing of your own boat lies between. With the dock to port your hull cuts off what lies shallow beside it, and the fan on that side begins under the keel.';
  }
}

function RigSettings({ opened }: { opened: BoatRecord }) {
  const units = useSettings((state) => state.units);
  const [boat, setBoat] = useState(opened);
  const set = (change: Partial<BoatRecord>) => {
    const next = mounted({ ...boat, ...change });
    setBoat(next);
    void saveBoat(next);
  };
  const setRig = (change: Partial<BoatRecord['rig']>) => set({ rig: { ...boat.rig, ...change } });
  const reset = () => {
    const before = boat;
    set({ ...DEFAULT_BOAT });
    showToast({
      message: 'The boat is as it was shipped.',
      action: { label: 'Undo', run: () => set(before) },
    });
  };
  const { tiltDeg, rollDeg, draftM } = boat.rig;
  const checked = useMemo(
    () => rigSchema.parse({ draftM, tiltDeg, rollDeg }),
    [draftM, tiltDeg, rollDeg],
  );
  const length = (
    field: 'lengthM' | 'beamM' | 'draftM' | 'marginM',
    label: string,
    min: number,
    max: number,
  ) => (
    <NumberField
      label={label}
      value={boat[field]}
      min={min}
      max={max}
      decimals={2}
      quantity="length"
      units={units}
      onChange={(value) => set({ [field]: value })}
    />
  );
  return (
    <>
      <PageHeader title="Boat and rig" note="What you sail, and how the transducer sits on it.">
        <Button onClick={reset}>As shipped</Button>
      </PageHeader>
      <div className="mx-auto grid max-w-6xl items-start gap-4 p-4 lg:grid-cols-[20rem_1fr]">
        <div className="flex flex-col gap-4">
          <Card title="Boat">
            <div className="flex flex-col gap-2 px-4 py-3">
              <TextField
                label="Name"
                value={boat.name}
                max={60}
                required
                onChange={(name) => set({ name })}
              />
              {length('lengthM', 'Length', 2, 20)}
              {length('beamM', 'Beam', 0.6, 6)}
              {length('draftM', 'Draft', 0.05, 3)}
              {length('marginM', 'Water wanted under it', 0, 10)}
              <p className="text-xs text-ink-2">
                The chart marks less than {format(LENGTH[units], boat.draftM + boat.marginM, 2)} as
                unsafe.
              </p>
            </div>
          </Card>
          <Card title="Transducer">
            <div className="flex flex-col gap-2.5 px-4 py-3">
              <Segmented
                label="Mount side"
                value={boat.mountSide}
                options={SIDES}
                onChange={(mountSide) => set({ mountSide })}
              />
              <p className="text-xs text-ink-2">{dockWords(boat.mountSide)}</p>
              <NumberField
                label="Depth of its face"
                value={boat.rig.draftM}
                min={0}
                max={5}
                decimals={2}
                quantity="length"
                units={units}
                hint="Added to what it measures, so that depth counts from the surface."
                onChange={(value) => setRig({ draftM: value })}
              />
              <Setting
                label="Tilt"
                value={tiltDeg}
                min={-15}
                max={15}
                step={0.5}
                decimals={1}
                unit="°"
                hint="Looking forward is positive."
                onChange={(value) => setRig({ tiltDeg: value })}
              />
              <Setting
                label="Roll"
                value={rollDeg}
                min={-15}
                max={15}
                step={0.5}
                decimals={1}
                unit="°"
                hint="Starboard side down is positive; the beam then looks to port."
                onChange={(value) => setRig({ rollDeg: value })}
              />
            </div>
          </Card>
          <Card title="Fitted">
            <ul className="flex flex-col gap-1.5 px-4 py-3">
              {INSTRUMENTS.map((instrument) => (
                <li key={instrument}>
                  <Check
                    checked={boat.fitted.includes(instrument)}
                    onChange={(on) => {
                      const fitted = INSTRUMENTS.filter((other) =>
                        other === instrument ? on : boat.fitted.includes(other),
                      );
                      if (fitted.length > 0) set({ fitted });
                    }}
                  >
                    {INSTRUMENT_WORDS[instrument].words}
                    <span className="block text-xs text-ink-2">
                      {INSTRUMENT_WORDS[instrument].hint}
                    </span>
                  </Check>
                </li>
              ))}
            </ul>
          </Card>
        </div>
        <div className="flex flex-col gap-4">
          <Card title="How it sits">
            <div className="px-4 py-3">
              <BoatDrawing
                beamM={boat.beamM}
                draftM={boat.draftM}
                lengthM={boat.lengthM}
                transducerDepthM={boat.rig.draftM}
                starboardM={boat.rig.starboardM}
                tiltDeg={tiltDeg}
                rollDeg={rollDeg}
              />
            </div>
          </Card>
          <Card title="Is it level?">
            <div className="flex flex-col gap-3 px-4 py-3">
              <p className="text-ink-2">
                A calm pass over a level floor of {format(LENGTH[units], 8, 0)}: three fish straight
                below, between them one piling to port, then one just like it to starboard. On the
                water, look for both legs of an arch, and for pilings on both sides.
              </p>
              <LevelCheck rig={checked} units={units} />
              <p role="status" data-testid="level-words">
                {levelWords(boat.rig)}
              </p>
            </div>
          </Card>
          <p className="text-xs text-ink-2">
            Fitting and wiring: fuses, marine-rated parts, and a licensed fitter where one is
            required. Holes through the hull are for people who make them for a living.
          </p>
        </div>
      </div>
    </>
  );
}

function OpenRig() {
  const [boat, setBoat] = useState<BoatRecord | null>(null);
  useEffect(() => {
    let current = true;
    void loadBoat().then((loaded) => current && setBoat(loaded));
    return () => {
      current = false;
    };
  }, []);
  return boat ? <RigSettings opened={boat} /> : <p className="p-6 text-ink-2">Opening the rig…</p>;
}

export function RigPage() {
  return (
    <Prepared>
      <OpenRig />
    </Prepared>
  );
}
