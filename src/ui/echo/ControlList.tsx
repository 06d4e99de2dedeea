/** The controls of an instrument in their groups, made from their list in core. */
import type { ReactNode } from 'react';
import { type Eye, LEAST_WINDOW_M, matchedScrollPxPerS, type PaletteId } from '@core/display';
import {
  type ChoiceControl,
  type Control,
  type ControlGroup as GroupName,
  type ControlId,
  CONTROLS,
  controlsOf,
  isAutomatic,
  listenedM,
  type NumberControl,
  type Setup,
  withControl,
  withMatchedScroll,
} from '@core/setup';
import type { Instrument } from '@core/sounding';
import { format, formatNumber, LENGTH, SPEED, type UnitSystem } from '@core/units';
import { Button } from '../Button';
import { ControlGroup } from '../ControlGroup';
import { Kbd } from '../Kbd';
import { PaletteSetting } from '../PaletteSetting';
import { Segmented } from '../Segmented';
import { Setting } from '../Setting';
import { WindowSetting } from '../WindowSetting';
import { type ChangeSetup, controlDomId } from './controlKeys';

interface ControlListProps {
  setup: Setup;
  /** What reset returns to. */
  initial: Setup;
  instrument: Instrument;
  groups: readonly GroupName[];
  shown: (control: Control) => boolean;
  units: UnitSystem;
  eye: Eye;
  /** Of the picture as it is shown: pixels a metre of range, and its length along the track. */
  pxPerM: number;
  lengthPx: number;
  /** What automatics come to at the moment. */
  settled: { gainDb: number; bottomM: number } | null;
  /** Speed over the ground, m/s. */
  speedMps: number;
  onChange: ChangeSetup;
  /** Put at the end of a group. */
  extra?: Partial<Record<GroupName, ReactNode>>;
}

const GROUP_TITLE: Record<GroupName, string> = {
  send: 'Send',
  listen: 'Listen',
  show: 'Show',
  boat: 'Boat',
};

const NEAR_MATCH = 1.12;

export function shownQuantity({ quantity }: Pick<NumberControl, 'quantity'>, units: UnitSystem) {
  if (quantity === 'length') return LENGTH[units];
  if (quantity === 'speed') return SPEED[units];
  const { unit, perSi = 1 } = quantity;
  return { unit, show: (si: number) => si * perSi, read: (shown: number) => shown / perSi };
}

/** A control's value in words, in the reader's units. */
export function controlValue(
  setup: Setup,
  instrument: Instrument,
  id: ControlId,
  units: UnitSystem,
): string {
  const control = CONTROLS[id];
  if (control.kind === 'choice') {
    const value = control.read(setup, instrument);
    return control.options(instrument).find((option) => option.value === value)?.label ?? 'by hand';
  }
  const { show, unit } = shownQuantity(control, units);
  return `${formatNumber(show(control.read(setup, instrument)), control.decimals)} ${unit}`;
}

function proportions(scroll: number, matched: number, lengthPx: number): string {
  if (!(matched > 0)) return 'The boat stands still: marks grow to lines.';
  const stretch = scroll / matched;
  if (stretch < NEAR_MATCH && stretch > 1 / NEAR_MATCH) return 'Shapes are true at this speed.';
  const seconds = formatNumber(lengthPx / scroll, 0);
  return stretch > 1
    ? `Stretched ${formatNumber(stretch, 1)} times; ${seconds} s on screen.`
    : `Squeezed to ${formatNumber(100 * stretch, 0)} %; ${seconds} s on screen.`;
}

export function ControlList(props: ControlListProps) {
  const { setup, initial, instrument, groups, shown, onChange, extra = {} } = props;
  const all = controlsOf(instrument).filter(shown);
  const applies = (control: Control) => control.applies?.(setup, instrument) ?? true;
  const listed = all.filter((control) => control.place !== 'beside' && applies(control));
  const reset = (group: GroupName) => {
    const next = all
      .filter((control) => control.group === group)
      .reduce(
        (changed, control) =>
          withControl(changed, instrument, control.id, control.read(initial, instrument)),
        setup,
      );
    onChange(`Reset ${GROUP_TITLE[group]}`, next);
  };
  return (
    <>
      {groups.map((group) => {
        const own = listed.filter((control) => control.group === group);
        const first = own.filter(({ place }) => place === 'first');
        const more = own.filter(({ place }) => place !== 'first');
        if (own.length === 0) return extra[group];
        return (
          <ControlGroup
            key={group}
            title={GROUP_TITLE[group]}
            onReset={() => reset(group)}
            moreLabel={more.map(({ label }) => label.toLowerCase()).join(', ')}
            more={
              more.length > 0 &&
              more.map((control) => <OneControl key={control.id} {...props} control={control} />)
            }
          >
            {first.map((control) => (
              <OneControl key={control.id} {...props} control={control} />
            ))}
            {extra[group]}
          </ControlGroup>
        );
      })}
    </>
  );
}

type OneProps = ControlListProps & { control: Control };

function OneControl(props: OneProps) {
  const { control, setup, instrument, units, eye, onChange } = props;
  const set = (value: number | string) =>
    onChange(control.label, withControl(setup, instrument, control.id, value), control.id);
  if (control.id === 'palette') {
    return (
      <PaletteSetting
        value={setup.views[instrument].paletteId}
        eye={eye}
        onChange={(id: PaletteId) => set(id)}
      />
    );
  }
  if (control.kind === 'choice') return <OneChoice {...props} control={control} onSet={set} />;
  const isDownward = CONTROLS.upperLimit.instruments.includes(instrument);
  const { autoRange } = setup.views[instrument];
  if (control.id === 'range' && isDownward && !autoRange) {
    const { topM, bottomM } = setup.views[instrument];
    const limitM = listenedM(setup, instrument);
    return (
      <WindowSetting
        topM={topM}
        bottomM={Math.min(limitM, bottomM)}
        limitM={limitM}
        leastM={LEAST_WINDOW_M}
        ids={[controlDomId('upperLimit'), controlDomId('range')]}
        units={units}
        action={<Automatic {...props} id="autoRange" />}
        onChange={(top, bottom) =>
          onChange(
            control.label,
            {
              ...setup,
              views: {
                ...setup.views,
                [instrument]: { ...setup.views[instrument], topM: top, bottomM: bottom },
              },
            },
            control.id,
          )
        }
      />
    );
  }
  return <OneNumber {...props} control={control} onSet={set} />;
}

function OneChoice({
  control,
  setup,
  instrument,
  onSet,
}: OneProps & { control: ChoiceControl; onSet: (value: string) => void }) {
  const options = control.options(instrument);
  const value = control.read(setup, instrument);
  const price = options.find((option) => option.value === value)?.price ?? control.price;
  const isSmall = options.length === 2 && options[0].value === 'off';
  return (
    <div title={control.price}>
      <div className="flex items-center gap-2">
        <span className="font-semibold">{control.label}</span>
        <Kbd>{control.keys}</Kbd>
        {isSmall && (
          <Segmented
            className="ml-auto w-24"
            label={control.label}
            value={value}
            options={options}
            onChange={onSet}
          />
        )}
      </div>
      {!isSmall && (
        <Segmented
          className="mt-0.5"
          label={control.label}
          value={value}
          options={options}
          onChange={onSet}
        />
      )}
      <p className="text-xs leading-snug text-ink-2">{price}</p>
    </div>
  );
}

function Automatic({
  id,
  setup,
  instrument,
  onChange,
}: ControlListProps & { id: 'autoGain' | 'autoRange' }) {
  const control = CONTROLS[id];
  const isOn = control.read(setup, instrument) === 'on';
  return (
    <Button
      hotkey={control.keys}
      aria-pressed={isOn}
      aria-label={control.label}
      title={control.price}
      size="chip"
      className={isOn ? 'border-action text-action' : ''}
      onClick={() =>
        onChange(control.label, withControl(setup, instrument, id, isOn ? 'off' : 'on'))
      }
    >
      auto
    </Button>
  );
}

function OneNumber(props: OneProps & { control: NumberControl; onSet: (value: number) => void }) {
  const { control, setup, instrument, units, onSet, onChange, settled } = props;
  const { show, read, unit } = shownQuantity(control, units);
  const { min, max, step } = control.limits(setup, instrument);
  const waits = isAutomatic(control, setup, instrument);
  let value = control.read(setup, instrument);
  if (waits && settled) value = control.automatic === 'autoGain' ? settled.gainDb : settled.bottomM;
  let hint: ReactNode = waits
    ? `Automatic, now ${formatNumber(show(value), 0)} ${unit}.`
    : (control.hint?.(value, (metres) => format(LENGTH[units], metres, 1)) ?? control.price);
  let action: ReactNode = null;
  if (control.automatic && CONTROLS[control.automatic].instruments.includes(instrument)) {
    action = <Automatic {...props} id={control.automatic} />;
  }
  if (control.id === 'scroll') {
    const matched = matchedScrollPxPerS(props.pxPerM, props.speedMps);
    hint = proportions(value, matched, props.lengthPx);
    action = (
      <Button
        hotkey="M"
        title="Scroll as fast as the boat sails, so that shapes are true"
        size="chip"
        disabled={!(matched > 0)}
        onClick={() => {
          const next = withMatchedScroll(setup, instrument, props.pxPerM, props.speedMps);
          if (next) onChange('Match', next);
        }}
      >
        Match
      </Button>
    );
  }
  return (
    <Setting
      id={controlDomId(control.id)}
      label={control.label}
      hotkeys={control.keys}
      value={show(value)}
      min={show(min)}
      max={show(max)}
      step={show(step) - show(0)}
      decimals={control.decimals}
      unit={unit}
      logarithmic={control.logarithmic}
      disabled={waits}
      hint={hint}
      action={action}
      onChange={(shownValue) => onSet(read(shownValue))}
    />
  );
}
