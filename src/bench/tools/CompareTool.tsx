/** Choosing the one change that is compared. */
import { CONTROLS, type ControlId, controlsOf, ladderOf, withControl } from '@core/setup';
import { INSTRUMENTS, type Instrument } from '@core/sounding';
import { formatNumber } from '@core/units';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { controlValue, shownQuantity } from '@/ui/echo/ControlList';
import { INSTRUMENT_NAME } from '@/ui/echo/sounderName';
import { Segmented } from '@/ui/Segmented';
import { Setting } from '@/ui/Setting';
import { canLayOver, type Comparison, USUAL_STRENGTH } from '../comparing';
import type { Tool } from '../tool';
import type { BenchKit } from '../kit';

interface CompareToolProps {
  kit: BenchKit;
  comparison: Comparison | null;
  onChange: (comparison: Comparison | null) => void;
}

/** A value that differs from the one set: the far end of its ladder. */
function otherValue(kit: Pick<BenchKit, 'setup' | 'instrument'>, id: ControlId) {
  const { setup, instrument } = kit;
  const now = CONTROLS[id].read(setup, instrument);
  const steps = ladderOf(setup, instrument, id);
  return steps.findLast((step) => step !== now) ?? now;
}

export function CompareTool({ kit, comparison, onChange }: CompareToolProps) {
  const { setup, instrument, desk, units } = kit;
  const controls = controlsOf(instrument).filter(({ id }) => id !== 'upperLimit');
  const options = [
    { value: 'instrument', label: 'Instrument' },
    ...controls.map(({ id, label }) => ({ value: id as string, label })),
  ];
  const choose = (of: string) => {
    const mode = comparison?.mode ?? 'side';
    if (of === 'instrument') {
      const other = INSTRUMENTS.find((name) => name !== instrument)!;
      onChange({ of, value: other, mode: 'side' });
    } else {
      onChange({ of: of as ControlId, value: otherValue(kit, of as ControlId), mode });
    }
  };
  if (!comparison) {
    return (
      <div className="flex flex-col gap-2">
        <p className="text-ink-2">
          The same pass and the same pings, once as set and once with one thing changed. Frozen or
          running.
        </p>
        <div className="w-80">
          <Choice
            label="What to change"
            value=""
            options={[{ value: '', label: 'choose…' }, ...options]}
            onChange={choose}
          />
        </div>
      </div>
    );
  }
  const { of, value, mode } = comparison;
  const set = (next: number | string) => onChange({ ...comparison, value: next });
  const control = of === 'instrument' ? null : CONTROLS[of];
  return (
    <div className="flex h-full gap-6">
      <div className="flex w-80 shrink-0 flex-col gap-2">
        <Choice label="What to change" value={of as string} options={options} onChange={choose} />
        <Segmented
          label="How to lay them"
          value={mode}
          options={[
            { value: 'side', label: 'Side by side' },
            { value: 'wipe', label: 'Wipe' },
            ...(of === 'instrument' && canLayOver(instrument, value as Instrument)
              ? [{ value: 'over' as const, label: 'Laid over' }]
              : []),
          ]}
          onChange={(next) => onChange({ ...comparison, mode: next })}
        />
        <div className="flex gap-2">
          {control && (
            <Button
              onClick={() => {
                desk.change(
                  `Took over: ${control.label}`,
                  withControl(setup, instrument, control.id, value),
                );
                onChange(null);
              }}
            >
              Take the change over
            </Button>
          )}
          <Button look="quiet" onClick={() => onChange(null)}>
            End comparing
          </Button>
        </div>
      </div>
      <div className="w-96">
        {control && (
          <p className="mb-1 text-ink-2">
            A as set: <b>{controlValue(setup, instrument, control.id, units)}</b>. B:
          </p>
        )}
        {of === 'instrument' && (
          <Choice
            label="B is the"
            value={value as string}
            options={INSTRUMENTS.filter((name) => name !== instrument).map((name) => ({
              value: name as string,
              label: INSTRUMENT_NAME[name],
            }))}
            onChange={(next) =>
              onChange({
                ...comparison,
                value: next,
                mode:
                  mode === 'over' && !canLayOver(instrument, next as Instrument) ? 'side' : mode,
              })
            }
          />
        )}
        {mode === 'over' && (
          <Setting
            label="Strength"
            value={Math.round(100 * (comparison.strength ?? USUAL_STRENGTH))}
            min={0}
            max={100}
            step={5}
            unit="%"
            hint="The hard detail of B over the picture of A, on one scale."
            onChange={(share) => onChange({ ...comparison, strength: share / 100 })}
          />
        )}
        {control?.kind === 'choice' && (
          <Choice
            label={`B, ${control.label.toLowerCase()}`}
            value={value as string}
            options={control.options(instrument)}
            onChange={set}
          />
        )}
        {control?.kind === 'number' &&
          (() => {
            const { show, read, unit } = shownQuantity(control, units);
            const { min, max, step } = control.limits(setup, instrument);
            return (
              <Setting
                label={`B, ${control.label.toLowerCase()}`}
                value={show(Number(value))}
                min={show(min)}
                max={show(max)}
                step={show(step) - show(0)}
                decimals={control.decimals}
                unit={unit}
                logarithmic={control.logarithmic}
                hint={`${control.price} (${formatNumber(show(min), control.decimals)} to ${formatNumber(show(max), control.decimals)} ${unit})`}
                onChange={(shown) => set(read(shown))}
              />
            );
          })()}
      </div>
    </div>
  );
}

export const compareTool: Tool = {
  id: 'compare',
  name: 'Compare',
  key: 'C',
  panel: ({ kit, session, state }) => (
    <CompareTool
      kit={kit}
      comparison={state.comparison}
      onChange={(comparison) => session.set({ comparison })}
    />
  ),
  leave: (session) => session.set({ comparison: null }),
};
