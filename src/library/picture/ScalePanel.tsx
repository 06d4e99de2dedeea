import {
  atSpeed,
  type Calibration,
  calibrated,
  calibrationFault,
  draftSpeedMps,
  type Placing,
} from '@core/reading';
import { type Instrument, isAlong, isPolar } from '@core/sounding';
import { LENGTH, SPEED } from '@core/units';
import { Button } from '@/ui/Button';
import { NumberField } from '@/ui/NumberField';
import { Panel } from '@/ui/Panel';
import type { PicturePanelProps } from './FramePanel';

const FIRST: Record<Instrument, string> = {
  cone: 'Tap a line of known depth, the upper one',
  column: 'Tap a line of known depth, the upper one',
  downFan: 'Tap a line of known depth, the upper one',
  sideFans: 'Tap the line of the boat, where both sides begin',
  sector: 'Tap where the beams meet',
};
const SECOND: Record<Instrument, string> = {
  cone: 'Tap a line of known depth, the lower one',
  column: 'Tap a line of known depth, the lower one',
  downFan: 'Tap a line of known depth, the lower one',
  sideFans: 'Tap a place of known range, on either side',
  sector: 'Tap a place of known range',
};

interface ScalePanelProps extends PicturePanelProps {
  placing: Placing | null;
  onPlacing: (placing: Placing | null) => void;
}

/** What two marks stand for, what lies between two moments, and what else is known. */
export function ScalePanel({ draft, units, placing, onPlacing, onChange }: ScalePanelProps) {
  const { calibration, frame } = draft;
  const { instrument, range, along } = calibration;
  const isDown = isAlong(instrument);
  const fault = calibrationFault(calibration, frame.crop);
  const setCalibration = (change: Partial<Calibration>) => onChange(calibrated(draft, change));
  const setMark = (mark: 'a' | 'b', m: number) =>
    range && setCalibration({ range: { ...range, [mark]: { ...range[mark], m } } });
  const secondsApart = along?.seconds ?? 0;
  const metresApart = along?.metres ?? 0;
  return (
    <>
      <Panel title={isDown ? 'Depth scale' : 'Range scale'}>
        <Button aria-pressed={placing === 'a'} onClick={() => onPlacing('a')}>
          Tap two places
        </Button>
        <p className="min-h-9 text-xs text-ink-2" role="status">
          {placing === 'a' && `${FIRST[instrument]}.`}
          {placing === 'b' && `${SECOND[instrument]}.`}
          {placing === null &&
            (range
              ? 'Drag a mark to move it; type what it stands for.'
              : 'Not scaled yet: measures need it.')}
        </p>
        {range && (
          <>
            {isDown && (
              <NumberField
                label="Depth at A"
                value={range.a.m}
                min={0}
                max={500}
                quantity="length"
                units={units}
                decimals={2}
                onChange={(m) => setMark('a', m)}
              />
            )}
            <NumberField
              label={isDown ? 'Depth at B' : 'Range at B'}
              value={range.b.m}
              min={0}
              max={500}
              quantity="length"
              units={units}
              decimals={2}
              onChange={(m) => setMark('b', m)}
            />
          </>
        )}
        {isPolar(instrument) && (
          <NumberField
            label="Width of the sector"
            value={calibration.spanDeg}
            min={20}
            max={170}
            quantity="angle"
            units={units}
            onChange={(spanDeg) => setCalibration({ spanDeg })}
          />
        )}
        {fault && (
          <p role="alert" className="text-xs text-missed">
            This cannot be: {fault}.
          </p>
        )}
      </Panel>
      {!isPolar(instrument) && (
        <Panel title="Along the track">
          <Button aria-pressed={placing === 'from'} onClick={() => onPlacing('from')}>
            Tap two moments
          </Button>
          <p className="min-h-5 text-xs text-ink-2" role="status">
            {placing === 'from' && 'Tap the earlier one.'}
            {placing === 'to' && 'Tap the later one.'}
            {placing === null && !along && 'Without it, lengths along the track are not told.'}
          </p>
          {along && (
            <>
              <NumberField
                label="Time between, 0 if unknown"
                value={secondsApart}
                min={0}
                max={86_400}
                quantity="time"
                units={units}
                onChange={(seconds) =>
                  setCalibration({
                    along: { ...along, seconds: seconds > 0 ? seconds : null },
                  })
                }
              />
              <NumberField
                label="Way between, 0 if unknown"
                value={metresApart}
                min={0}
                max={100_000}
                quantity="length"
                units={units}
                onChange={(metres) =>
                  setCalibration({
                    along: { ...along, metres: metres > 0 ? metres : null },
                  })
                }
              />
              <NumberField
                label="Boat speed"
                value={draftSpeedMps(draft)}
                min={0}
                max={20}
                quantity="speed"
                units={units}
                hint={`Fills in what is missing of the two (${SPEED[units].unit}).`}
                onChange={(mps) => onChange(atSpeed(draft, mps))}
              />
            </>
          )}
        </Panel>
      )}
      <Panel title="If you know it">
        <NumberField
          label="Water under the boat"
          value={calibration.depthM ?? 0}
          min={0}
          max={500}
          quantity="length"
          units={units}
          hint={`0 if unknown; a bottom line drawn later tells it too (${LENGTH[units].unit}).`}
          onChange={(m) => setCalibration({ depthM: m > 0 ? m : null })}
        />
        {isDown && (
          <NumberField
            label="Transducer under water"
            value={calibration.draftM}
            min={0}
            max={5}
            quantity="length"
            units={units}
            decimals={2}
            onChange={(draftM) => setCalibration({ draftM })}
          />
        )}
        <NumberField
          label="Beam width"
          value={calibration.beamwidthDeg ?? 0}
          min={0}
          max={180}
          quantity="angle"
          units={units}
          onChange={(deg) => setCalibration({ beamwidthDeg: deg > 0 ? deg : null })}
        />
        <NumberField
          label="Frequency"
          value={(calibration.frequencyHz ?? 0) / 1000}
          min={0}
          max={5000}
          quantity="plain"
          unit="kHz"
          units={units}
          decimals={0}
          onChange={(khz) => setCalibration({ frequencyHz: khz > 0 ? 1000 * khz : null })}
        />
      </Panel>
    </>
  );
}
