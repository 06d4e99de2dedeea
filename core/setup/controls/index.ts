/**
 * Every control of the bench as data: what it is called, what it does to a setup, and what moving it
 * costs. The controls on screen, comparing, ladders and advice all work from this one list.
 */
import { matchedScrollPxPerS } from '../../display';
import type { Instrument } from '../../sounding';
import type { Setup } from '../setup';
import { BOAT } from './boat';
import type { ChoiceEntry, ControlEntry, NumberEntry } from './control';
import { LISTEN } from './listen';
import { SEND } from './send';
import { SHOW } from './show';

const GROUPS = { send: SEND, listen: LISTEN, show: SHOW, boat: BOAT };
export type ControlGroup = keyof typeof GROUPS;
export type ControlId = {
  [G in ControlGroup]: keyof (typeof GROUPS)[G];
}[ControlGroup];

interface Placed {
  id: ControlId;
  group: ControlGroup;
}
export type NumberControl = NumberEntry & Placed;
export type ChoiceControl = ChoiceEntry & Placed;
export type Control = NumberControl | ChoiceControl;

/** In the order of their groups. */
const LIST: Control[] = Object.entries(GROUPS).flatMap(([group, entries]) =>
  Object.entries<ControlEntry>(entries).map(([id, entry]) => ({
    ...entry,
    id: id as ControlId,
    group: group as ControlGroup,
  })),
);

export const CONTROLS = Object.fromEntries(LIST.map((control) => [control.id, control])) as Record<
  ControlId,
  Control
>;

export function controlsOf(instrument: Instrument): Control[] {
  return LIST.filter(({ instruments }) => instruments.includes(instrument));
}

/** Whether an automatic does it at present. */
export const isAutomatic = (
  { automatic }: NumberControl,
  setup: Setup,
  instrument: Instrument,
): boolean => automatic !== undefined && setup.views[instrument][automatic];

/** The scroll at which shapes are true at a speed; null where the boat stands or nothing scrolls. */
export function withMatchedScroll(
  setup: Setup,
  instrument: Instrument,
  pxPerM: number,
  speedMps: number,
): Setup | null {
  const matched = matchedScrollPxPerS(pxPerM, speedMps);
  return matched > 0 && CONTROLS.scroll.instruments.includes(instrument)
    ? withControl(setup, instrument, 'scroll', matched)
    : null;
}

/** A number brought into its control's limits. */
export function withinLimits(
  control: NumberControl,
  setup: Setup,
  instrument: Instrument,
  value: number,
): number {
  const { min, max } = control.limits(setup, instrument);
  return Math.min(max, Math.max(min, value));
}

/** Any control set to a value, numbers within their limits. */
export function withControl(
  setup: Setup,
  instrument: Instrument,
  id: ControlId,
  value: number | string,
): Setup {
  const control = CONTROLS[id];
  return control.kind === 'number'
    ? control.write(setup, instrument, withinLimits(control, setup, instrument, Number(value)))
    : control.write(setup, instrument, String(value));
}
