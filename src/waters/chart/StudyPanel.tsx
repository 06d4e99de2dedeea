import { Crosshair, X } from '@/ui/icons';
import { levelOffsetM } from '@core/chart';
import type { WaterContent } from '@core/waters';
import type { BoatRecord } from '@core/records';
import { format, formatNumber, LENGTH, type UnitSystem } from '@core/units';
import { depthAtM } from '@core/bottom';
import type { ChartState } from '@/storage/chartState';
import { Button } from '@/ui/Button';
import { Check } from '@/ui/Check';
import { Choice } from '@/ui/Choice';
import { NumberField } from '@/ui/NumberField';
import { Panel } from '@/ui/Panel';
import { Segmented } from '@/ui/Segmented';

const STEPS_M: Record<UnitSystem, number[]> = {
  metric: [0.25, 0.5, 1, 2, 5, 10],
  imperial: [1, 2, 3, 5, 10, 30].map((feet) => feet * 0.3048),
};

interface StudyPanelProps {
  content: WaterContent;
  state: ChartState;
  boat: BoatRecord;
  offsetM: number;
  deepest: number;
  units: UnitSystem;
  /** Whoever teaches may see what is in the water. */
  mayReveal: boolean;
  revealed: boolean;
  onReveal: (revealed: boolean) => void;
  placing: boolean;
  onPlaceLaunch: () => void;
  onChange: (change: Partial<ChartState>) => void;
}

/** The level offset of the chart, from its one sounding at the launch. */
export function chartOffsetM(content: WaterContent, launch: ChartState['launch']): number {
  return launch
    ? levelOffsetM(content.scene.bottom, launch.at.x, launch.at.y, launch.measuredM)
    : 0;
}

export function StudyPanel(props: StudyPanelProps) {
  const { content, state, boat, offsetM, units, onChange } = props;
  const length = LENGTH[units];
  const { launch, band } = state;
  const steps = [...new Set([...STEPS_M[units], state.stepM])].sort((a, b) => a - b);
  const charted = launch ? depthAtM(content.scene.bottom, launch.at.x, launch.at.y) : 0;
  return (
    <>
      <Panel title="What the chart shows">
        <Segmented
          label="Shading"
          value={state.shading}
          options={[
            { value: 'depth', label: 'Depth' },
            { value: 'steepness', label: 'Steepness' },
          ]}
          onChange={(shading) => onChange({ shading })}
        />
        <p className="text-xs text-ink-2">
          {state.shading === 'depth'
            ? 'Darker is deeper.'
            : 'Darker is steeper: breaks, ledges and channel edges stand out.'}
        </p>
        <Choice
          label="Contours every"
          value={String(state.stepM)}
          options={steps.map((stepM) => ({
            value: String(stepM),
            label: `${formatNumber(length.show(stepM), length.show(stepM) % 1 < 0.01 ? 0 : 2)} ${length.unit}`,
          }))}
          onChange={(value) => onChange({ stepM: Number(value) })}
        />
        {props.mayReveal && (
          <Check checked={props.revealed} onChange={props.onReveal}>
            Show what is in it
          </Check>
        )}
      </Panel>

      <Panel title="Level today">
        {launch ? (
          <>
            <NumberField
              label="Sounded at the launch"
              value={launch.measuredM}
              min={0}
              max={500}
              decimals={2}
              quantity="length"
              units={units}
              onChange={(measuredM) => onChange({ launch: { ...launch, measuredM } })}
            />
            <p className="text-xs text-ink-2" role="status" data-testid="level-offset">
              Charted {format(length, charted, 2)}: the water stands{' '}
              {Math.abs(offsetM) < 0.005
                ? 'as on the chart.'
                : `${format(length, Math.abs(offsetM), 2)} ${offsetM > 0 ? 'higher' : 'lower'} than the chart. All depths shown are of today.`}
            </p>
            <div className="flex gap-2">
              <Button onClick={props.onPlaceLaunch} aria-pressed={props.placing}>
                <Crosshair size={16} aria-hidden="true" /> Move it
              </Button>
              <Button onClick={() => onChange({ launch: null })}>
                <X size={16} aria-hidden="true" /> As charted
              </Button>
            </div>
          </>
        ) : (
          <>
            <p className="text-xs text-ink-2">
              Depths are as charted. Sound one place whose charted depth you know, at the launch:
              the difference holds everywhere.
            </p>
            <Button onClick={props.onPlaceLaunch} aria-pressed={props.placing}>
              <Crosshair size={16} aria-hidden="true" />{' '}
              {props.placing ? 'Tap the place on the chart' : 'Sound at the launch'}
            </Button>
          </>
        )}
      </Panel>

      <Panel title="Marked by depth">
        <Check checked={state.unsafeShown} onChange={(unsafeShown) => onChange({ unsafeShown })}>
          Unsafe: under {format(length, boat.draftM + boat.marginM, 2)}
        </Check>
        <p className="text-xs text-ink-2">
          Draft {format(length, boat.draftM, 2)} and {format(length, boat.marginM, 2)} to spare, as
          set for the{' '}
          <a className="text-action underline" href="/waters/rig">
            boat
          </a>
          .
        </p>
        <Check checked={band.shown} onChange={(shown) => onChange({ band: { ...band, shown } })}>
          Light up one depth
        </Check>
        {band.shown && (
          <>
            <NumberField
              label="Depth"
              value={band.targetM}
              min={0}
              max={Math.max(1, Math.ceil(props.deepest))}
              quantity="length"
              units={units}
              onChange={(targetM) => onChange({ band: { ...band, targetM } })}
            />
            <NumberField
              label="Give or take"
              value={band.toleranceM}
              min={0.1}
              max={20}
              quantity="length"
              units={units}
              onChange={(toleranceM) => onChange({ band: { ...band, toleranceM } })}
            />
            <p className="text-xs text-ink-2">
              Where it is {format(length, Math.max(0, band.targetM - band.toleranceM), 1)} to{' '}
              {format(length, band.targetM + band.toleranceM, 1)} deep today.
            </p>
          </>
        )}
      </Panel>
    </>
  );
}
