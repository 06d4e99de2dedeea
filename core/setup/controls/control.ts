/** What a control is, and the pieces that many are made of. */
import type { View } from '../../display';
import { type Instrument, INSTRUMENTS, type Sounder } from '../../sounding';
import { type Setup, withSounder, withView } from '../setup';

/** What a number is, so that it is shown in the reader's units. */
type ControlQuantity = 'length' | 'speed' | { unit: string; perSi?: number };

interface EntryBase {
  label: string;
  /** Instruments that have it. */
  instruments: readonly Instrument[];
  /** False while another control leaves it nothing to do; it is then not shown. */
  applies?: (setup: Setup, instrument: Instrument) => boolean;
  /** Always in view, set beside another control, or behind “More”. */
  place: 'first' | 'beside' | 'more';
  /** Keys that move it down and up, or through its choices. */
  keys: string;
  /** The price of moving it, in one line. */
  price: string;
  /** Changes what is received: the pass is sounded anew. Others act on the stored echo. */
  resounds: boolean;
}

export interface NumberEntry extends EntryBase {
  kind: 'number';
  quantity: ControlQuantity;
  decimals: number;
  /** In SI, as `read` gives. */
  limits: (setup: Setup, instrument: Instrument) => { min: number; max: number; step: number };
  /** A wide span is set evenly by ratio. */
  logarithmic: boolean;
  /** What two keys move it by, a factor where it is set by ratio; else the step of its limits. */
  keyStep?: number;
  read: (setup: Setup, instrument: Instrument) => number;
  write: (setup: Setup, instrument: Instrument, value: number) => Setup;
  /** The automatic that does it while it is on. */
  automatic?: 'autoGain' | 'autoRange';
  /** Said in place of the price where it is not null. @param length a length in words */
  hint?: (value: number, length: (metres: number) => string) => string | null;
}

export interface ChoiceEntry extends EntryBase {
  kind: 'choice';
  options: (instrument: Instrument) => { value: string; label: string; price?: string }[];
  read: (setup: Setup, instrument: Instrument) => string;
  write: (setup: Setup, instrument: Instrument, value: string) => Setup;
}

export type ControlEntry = NumberEntry | ChoiceEntry;

export const DOWNWARD = ['cone', 'downFan', 'column'] as const;

type Usual = 'kind' | 'instruments' | 'place' | 'resounds';
const USUAL = { instruments: INSTRUMENTS, place: 'more', resounds: false } as const;

export const number = (
  entry: Omit<NumberEntry, Usual | 'logarithmic' | 'decimals'> & Partial<NumberEntry>,
): NumberEntry => ({ ...USUAL, kind: 'number', logarithmic: false, decimals: 0, ...entry });

export const choice = (entry: Omit<ChoiceEntry, Usual> & Partial<ChoiceEntry>): ChoiceEntry => ({
  ...USUAL,
  kind: 'choice',
  ...entry,
});

/** A number of an instrument's view. */
type ViewNumber = {
  [K in keyof View]: View[K] extends number ? K : never;
}[keyof View];

export const viewNumber = (
  key: ViewNumber,
  limits: { min: number; max: number; step: number },
): Pick<NumberEntry, 'limits' | 'read' | 'write'> => ({
  limits: () => limits,
  read: (setup, instrument) => setup.views[instrument][key],
  write: (setup, instrument, value) => withView(setup, instrument, { [key]: value }),
});

export const soundNumber = (
  key: 'acousticPowerW' | 'pulseLengthS' | 'pingRateHz',
  limits: (sounder: Sounder) => { min: number; max: number; step: number },
): Pick<NumberEntry, 'limits' | 'read' | 'write' | 'resounds'> => ({
  resounds: true,
  limits: (setup, instrument) => limits(setup.sounders[instrument]),
  read: (setup, instrument) => setup.sounders[instrument][key],
  write: (setup, instrument, value) => withSounder(setup, instrument, { [key]: value }),
});

const ON_OFF = [
  { value: 'off', label: 'off' },
  { value: 'on', label: 'on' },
];

export const viewSwitch = (
  key: 'autoGain' | 'autoRange' | 'crossTalkFilter',
): Pick<ChoiceEntry, 'options' | 'read' | 'write'> => ({
  options: () => ON_OFF,
  read: (setup, instrument) => (setup.views[instrument][key] ? 'on' : 'off'),
  write: (setup, instrument, value) => withView(setup, instrument, { [key]: value === 'on' }),
});
