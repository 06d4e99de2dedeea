/**
 * Every control of the bench as data: what it is called, what it does to a setup, and what moving it
 * costs. The controls on screen, comparing, ladders and advice all work from this one list.
 */
import {
  LEAST_WINDOW_M,
  matchedScrollPxPerS,
  palette,
  PALETTE_IDS,
  type PaletteId,
  SIDES_SHOWN,
  TVG_LAWS,
  type TvgLaw,
  type View,
  VIEW_LIMITS,
  ZOOMS,
} from '../display';
import { BOAT_SPEED_LIMITS_MPS } from '../pass';
import type { Instrument, Sounder } from '../sounding';
import { BANDS, bandOf } from './bands';
import {
  mostPingsHz,
  type Setup,
  USUAL_PINGS_HZ,
  withChosenBand,
  withSounder,
  withView,
} from './setup';

export type ControlGroup = 'send' | 'listen' | 'show' | 'boat';
/** What a number is, so that it is shown in the reader's units. */
type ControlQuantity = 'length' | 'speed' | { unit: string; perSi?: number };

interface ControlBase {
  id: ControlId;
  label: string;
  group: ControlGroup;
  /** Instruments that have it. */
  instruments: readonly Instrument[];
  /** False while another control leaves it nothing to do; it is then not shown. */
  applies?: (setup: Setup, instrument: Instrument) => boolean;
  /** Keys that move it down and up, or through its choices. */
  keys: string;
  /** The price of moving it, in one line. */
  price: string;
  /** Changes what is received: the pass is sounded anew. Others act on the stored echo. */
  resounds: boolean;
}

export interface NumberControl extends ControlBase {
  kind: 'number';
  quantity: ControlQuantity;
  decimals: number;
  /** In SI, as `read` gives. */
  limits: (setup: Setup, instrument: Instrument) => { min: number; max: number; step: number };
  /** A wide span is set evenly by ratio. */
  logarithmic: boolean;
  read: (setup: Setup, instrument: Instrument) => number;
  write: (setup: Setup, instrument: Instrument, value: number) => Setup;
  /** An automatic does it meanwhile. */
  isWaiting?: (setup: Setup, instrument: Instrument) => boolean;
}

export interface ChoiceControl extends ControlBase {
  kind: 'choice';
  options: (instrument: Instrument) => { value: string; label: string; price?: string }[];
  read: (setup: Setup, instrument: Instrument) => string;
  write: (setup: Setup, instrument: Instrument, value: string) => Setup;
}

export type Control = NumberControl | ChoiceControl;

export const CONTROL_IDS = [
  'band',
  'beam',
  'power',
  'pulse',
  'pingRate',
  'gain',
  'autoGain',
  'tvg',
  'noiseFilter',
  'crossTalkFilter',
  'persistence',
  'surfaceFilter',
  'autoRange',
  'range',
  'upperLimit',
  'scroll',
  'contrast',
  'palette',
  'zoom',
  'zoomFactor',
  'zoomMiddle',
  'sides',
  'speed',
  'waves',
  'tilt',
  'roll',
] as const;
export type ControlId = (typeof CONTROL_IDS)[number];

const ALL = ['cone', 'downFan', 'sideFans', 'column', 'sector'] as const;
const DOWNWARD = ['cone', 'downFan', 'column'] as const;
const ROUND = ['cone', 'column'] as const;
const SCROLLING = ['cone', 'downFan', 'sideFans', 'column'] as const;
const OUTWARD = ['sideFans', 'sector'] as const;

const isOutward = (instrument: Instrument) => OUTWARD.some((name) => name === instrument);

/** A number of an instrument's view. */
type ViewNumber = {
  [K in keyof View]: View[K] extends number ? K : never;
}[keyof View];

const number = (
  control: Omit<NumberControl, 'kind' | 'logarithmic' | 'resounds' | 'decimals'> &
    Partial<NumberControl>,
): NumberControl => ({
  kind: 'number',
  logarithmic: false,
  resounds: false,
  decimals: 0,
  ...control,
});

const viewNumber = (
  key: ViewNumber,
  limits: { min: number; max: number; step: number },
): Pick<NumberControl, 'limits' | 'read' | 'write'> => ({
  limits: () => limits,
  read: (setup, instrument) => setup.views[instrument][key],
  write: (setup, instrument, value) => withView(setup, instrument, { [key]: value }),
});

const soundNumber = (
  key: 'acousticPowerW' | 'pulseLengthS' | 'pingRateHz',
  limits: (sounder: Sounder) => { min: number; max: number; step: number },
): Pick<NumberControl, 'limits' | 'read' | 'write' | 'resounds'> => ({
  resounds: true,
  limits: (setup, instrument) => limits(setup.sounders[instrument]),
  read: (setup, instrument) => setup.sounders[instrument][key],
  write: (setup, instrument, value) => withSounder(setup, instrument, { [key]: value }),
});

const ON_OFF = [
  { value: 'off', label: 'off' },
  { value: 'on', label: 'on' },
];

const viewSwitch = (key: 'autoGain' | 'autoRange' | 'crossTalkFilter') => ({
  kind: 'choice' as const,
  resounds: false,
  options: () => ON_OFF,
  read: (setup: Setup, instrument: Instrument) => (setup.views[instrument][key] ? 'on' : 'off'),
  write: (setup: Setup, instrument: Instrument, value: string) =>
    withView(setup, instrument, { [key]: value === 'on' }),
});

const NARROW_DEG = 8;
const NOISE_STEPS = ['off', '3 pings', '5 pings', '7 pings'];
const TVG_WORDS: Record<TvgLaw, string> = {
  20: 'Keeps clouds level with range; the surface stands out.',
  30: 'Keeps the bottom level with range.',
  40: 'Keeps a single fish level with range; the bottom whitens.',
};
const ZOOM_WORDS = {
  off: 'The whole range.',
  window: 'A window at a depth of its own: for fish that hang.',
  bottom: 'Hung on the bottom, which is drawn level: for fish close to it.',
};

const LIST: Control[] = [
  {
    id: 'band',
    kind: 'choice',
    label: 'Frequency',
    group: 'send',
    instruments: ALL,
    keys: 'F',
    price: 'Lower: wider, deeper, more fish, coarser. Higher: finer, less reach.',
    resounds: true,
    options: (instrument) =>
      BANDS[instrument].map(({ id, label, price }) => ({ value: id, label, price })),
    read: (setup, instrument) => bandOf(setup.sounders[instrument])?.id ?? '',
    write: withChosenBand,
  },
  {
    id: 'beam',
    kind: 'choice',
    label: 'Beam',
    group: 'send',
    instruments: ROUND,
    keys: '⇧B',
    price: 'Wide finds more; narrow says better where, and less of it hides by the bottom.',
    resounds: true,
    options: () => [
      { value: 'wide', label: '20°', price: 'Finds more; a fish at its edge looks deep and weak.' },
      {
        value: 'narrow',
        label: '8°',
        price: 'What it shows is under the boat; it misses the rest.',
      },
      {
        value: 'both',
        label: 'both',
        price: 'Two pictures: what only the wide one shows lies aside.',
      },
    ],
    read: (setup, instrument) => {
      const sounder = setup.sounders[instrument];
      if (!('second' in sounder)) return '';
      if (sounder.second) return 'both';
      return sounder.beamwidthDeg <= NARROW_DEG ? 'narrow' : 'wide';
    },
    write: (setup, instrument, value) => {
      const sounder = setup.sounders[instrument];
      if (!('second' in sounder)) return setup;
      const wideDeg =
        BANDS[instrument].find(({ id }) => id === bandOf(sounder)?.id)?.beamwidthDeg ?? 20;
      const { frequencyHz, chirp, pulseLengthS, acousticPowerW } = sounder;
      const narrow = {
        frequencyHz,
        chirp,
        pulseLengthS,
        acousticPowerW,
        beamwidthDeg: NARROW_DEG,
      };
      return withSounder(setup, instrument, {
        beamwidthDeg: value === 'narrow' ? NARROW_DEG : wideDeg,
        second: value === 'both' ? narrow : null,
      });
    },
  },
  number({
    id: 'power',
    label: 'Power',
    group: 'send',
    instruments: ALL,
    keys: '⇧P',
    price: 'More reaches deeper over the noise; near echoes and the second bottom grow too.',
    quantity: { unit: 'W' },
    logarithmic: true,
    ...soundNumber('acousticPowerW', () => ({ min: 1, max: 1000, step: 1 })),
  }),
  number({
    id: 'pulse',
    label: 'Pulse',
    group: 'send',
    instruments: ALL,
    keys: '⇧U',
    price: 'Longer carries farther; two fish closer than half of it run together.',
    quantity: { unit: 'ms', perSi: 1000 },
    decimals: 3,
    logarithmic: true,
    ...soundNumber('pulseLengthS', ({ chirp }) => ({
      min: chirp ? 0.0002 : 0.00002,
      max: 0.002,
      step: 0.000001,
    })),
  }),
  number({
    id: 'pingRate',
    label: 'Pings a second',
    group: 'send',
    instruments: ALL,
    keys: '⇧R',
    price: 'Fewer leave gaps along the track; more than the range allows cannot be had.',
    quantity: { unit: 'Hz' },
    decimals: 1,
    ...soundNumber('pingRateHz', ({ rangeM }) => ({
      min: 0.5,
      max: Math.min(30, mostPingsHz(rangeM)),
      step: 0.5,
    })),
  }),
  number({
    id: 'gain',
    label: 'Gain',
    group: 'listen',
    instruments: ALL,
    keys: '[ ]',
    price: 'More shows bait, and snow with it.',
    quantity: { unit: 'dB' },
    ...viewNumber('gainDb', { ...VIEW_LIMITS.gainDb, step: 1 }),
    isWaiting: (setup, instrument) => setup.views[instrument].autoGain,
  }),
  {
    id: 'autoGain',
    label: 'Automatic gain',
    group: 'listen',
    instruments: ALL,
    keys: 'A',
    price: 'Keeps the bottom at the strongest colour; weak fish come and go with it.',
    ...viewSwitch('autoGain'),
  },
  {
    id: 'tvg',
    kind: 'choice',
    label: 'Gain over range',
    group: 'listen',
    instruments: ALL,
    keys: '⇧T',
    price: 'Makes up for distance; no law keeps everything level.',
    resounds: false,
    options: () =>
      TVG_LAWS.map((law) => ({
        value: String(law),
        label: `${law} log`,
        price: TVG_WORDS[law],
      })),
    read: (setup, instrument) => String(setup.views[instrument].tvgLaw),
    write: (setup, instrument, value) =>
      withView(setup, instrument, { tvgLaw: Number(value) as TvgLaw }),
  },
  {
    id: 'noiseFilter',
    kind: 'choice',
    label: 'Noise filter',
    group: 'listen',
    instruments: ALL,
    keys: 'N',
    price: 'Calms specks; eats small fish that last only few pings.',
    resounds: false,
    options: () => NOISE_STEPS.map((label, i) => ({ value: String(i), label })),
    read: (setup, instrument) => String(setup.views[instrument].noiseFilter),
    write: (setup, instrument, value) =>
      withView(setup, instrument, { noiseFilter: Number(value) }),
  },
  {
    id: 'crossTalkFilter',
    label: 'Cross-talk filter',
    group: 'listen',
    instruments: ALL,
    keys: '⇧C',
    price: 'Takes out what stands in one ping only: dashes, and quick small fish.',
    ...viewSwitch('crossTalkFilter'),
  },
  number({
    id: 'persistence',
    label: 'Persistence',
    group: 'listen',
    instruments: ['sector'],
    keys: '⇧N',
    price: 'Calms grain, and what swims draws a trail; what moves fast smears.',
    quantity: { unit: '%', perSi: 100 },
    ...viewNumber('persistence', { ...VIEW_LIMITS.persistence, step: 0.05 }),
  }),
  number({
    id: 'surfaceFilter',
    label: 'Surface filter',
    group: 'listen',
    instruments: ALL,
    keys: '⇧S',
    price: 'Hides wake and bubbles, and all bait near the surface.',
    quantity: 'length',
    decimals: 1,
    ...viewNumber('surfaceFilterM', { ...VIEW_LIMITS.surfaceFilterM, step: 0.5 }),
  }),
  {
    id: 'autoRange',
    label: 'Automatic range',
    group: 'show',
    instruments: DOWNWARD,
    keys: '⇧A',
    price: 'Follows the bottom; the picture rescales, and a slope looks wrong.',
    ...viewSwitch('autoRange'),
  },
  number({
    id: 'range',
    label: 'Range',
    group: 'show',
    instruments: ALL,
    keys: '− +',
    price: 'Wider leaves fewer pixels for each fish.',
    quantity: 'length',
    decimals: 1,
    limits: (setup, instrument) =>
      isOutward(instrument)
        ? { min: 5, max: 80, step: 1 }
        : {
            min: setup.views[instrument].topM + LEAST_WINDOW_M,
            max: listenedM(setup, instrument),
            step: 0.5,
          },
    read: (setup, instrument) => setup.views[instrument].bottomM,
    write: (setup, instrument, value) =>
      isOutward(instrument)
        ? withListeningRange(setup, instrument, value)
        : withView(setup, instrument, { bottomM: value }),
    isWaiting: (setup, instrument) => setup.views[instrument].autoRange,
  }),
  number({
    id: 'upperLimit',
    label: 'Upper limit',
    group: 'show',
    instruments: DOWNWARD,
    keys: '⇧L',
    price: 'What lies above it leaves the picture.',
    isWaiting: (setup, instrument) => setup.views[instrument].autoRange,
    quantity: 'length',
    decimals: 1,
    ...viewNumber('topM', { min: 0, max: 0, step: 0.5 }),
    limits: (setup, instrument) => ({
      min: 0,
      max: Math.max(0, setup.views[instrument].bottomM - LEAST_WINDOW_M),
      step: 0.5,
    }),
  }),
  number({
    id: 'scroll',
    label: 'Scroll',
    group: 'show',
    instruments: SCROLLING,
    keys: 'S D',
    price: 'Slow squeezes fish to dots; fast draws them out.',
    quantity: { unit: 'px/s' },
    logarithmic: true,
    ...viewNumber('scrollPxPerS', { ...VIEW_LIMITS.scrollPxPerS, step: 1 }),
  }),
  number({
    id: 'contrast',
    label: 'Contrast',
    group: 'show',
    instruments: ALL,
    keys: 'O I',
    price: 'Loses weak echoes; shadows and hard things jump out.',
    quantity: { unit: 'dB' },
    ...viewNumber('contrastDb', { ...VIEW_LIMITS.contrastDb, step: 1 }),
  }),
  {
    id: 'palette',
    kind: 'choice',
    label: 'Palette',
    group: 'show',
    instruments: ALL,
    keys: 'P',
    price: 'The one in which you see it.',
    resounds: false,
    options: () =>
      PALETTE_IDS.map((id) => ({ value: id, label: palette(id).name, price: palette(id).hint })),
    read: (setup, instrument) => setup.views[instrument].paletteId,
    write: (setup, instrument, value) =>
      withView(setup, instrument, { paletteId: value as PaletteId }),
  },
  {
    id: 'zoom',
    kind: 'choice',
    label: 'Zoom',
    group: 'show',
    instruments: DOWNWARD,
    keys: 'Z',
    price: 'Enlarges a part and hides the rest.',
    resounds: false,
    options: () => ZOOMS.map((zoom) => ({ value: zoom, label: zoom, price: ZOOM_WORDS[zoom] })),
    read: (setup, instrument) => setup.views[instrument].zoom,
    write: (setup, instrument, value) =>
      withView(setup, instrument, { zoom: value as View['zoom'] }),
  },
  number({
    id: 'zoomFactor',
    label: 'Enlarged',
    group: 'show',
    instruments: DOWNWARD,
    keys: '⇧Z',
    price: 'More pixels for each fish, less water around it.',
    applies: (setup, instrument) => setup.views[instrument].zoom !== 'off',
    quantity: { unit: '×' },
    decimals: 1,
    ...viewNumber('zoomFactor', { ...VIEW_LIMITS.zoomFactor, step: 0.5 }),
  }),
  number({
    id: 'zoomMiddle',
    label: 'Middle of the window',
    group: 'show',
    instruments: DOWNWARD,
    keys: '⇧M',
    price: 'Only what hangs near this depth is seen.',
    applies: (setup, instrument) => setup.views[instrument].zoom === 'window',
    quantity: 'length',
    decimals: 1,
    ...viewNumber('zoomMiddleM', { min: 0, max: 0, step: 0.25 }),
    limits: (setup, instrument) => ({
      min: 0,
      max: setup.views[instrument].bottomM,
      step: 0.25,
    }),
  }),
  {
    id: 'sides',
    kind: 'choice',
    label: 'Sides',
    group: 'show',
    instruments: ['sideFans'],
    keys: '⇧D',
    price: 'One side alone has twice the pixels a metre.',
    resounds: false,
    options: () => SIDES_SHOWN.map((side) => ({ value: side, label: side })),
    read: (setup) => setup.views.sideFans.sides,
    write: (setup, instrument, value) =>
      withView(setup, instrument, { sides: value as View['sides'] }),
  },
  number({
    id: 'speed',
    label: 'Speed',
    group: 'boat',
    instruments: ALL,
    keys: 'V B',
    price: 'Twice the speed, half the mark.',
    quantity: 'speed',
    decimals: 1,
    limits: () => ({ ...BOAT_SPEED_LIMITS_MPS, step: 0.05 }),
    read: ({ boat }) => boat.speedMps,
    write: (setup, _, speedMps) => ({ ...setup, boat: { ...setup.boat, speedMps } }),
  }),
  number({
    id: 'waves',
    label: 'Waves',
    group: 'boat',
    instruments: ALL,
    keys: '⇧W',
    price: 'The boat heaves and rolls: a flat bottom is drawn wavy, fans are cut in bars.',
    quantity: 'length',
    decimals: 2,
    resounds: true,
    limits: () => ({ min: 0, max: 1.5, step: 0.05 }),
    read: ({ boat }) => boat.waveHeightM,
    write: (setup, _, waveHeightM) => ({ ...setup, boat: { ...setup.boat, waveHeightM } }),
  }),
  number({
    id: 'tilt',
    label: 'Transducer tilt',
    group: 'boat',
    instruments: ALL,
    keys: '⇧F',
    price: 'Forward is positive. Tilted, arches come in halves and depths read long.',
    quantity: { unit: '°' },
    resounds: true,
    limits: () => ({ min: -30, max: 30, step: 1 }),
    read: ({ rig }) => rig.tiltDeg,
    write: (setup, _, tiltDeg) => ({ ...setup, rig: { ...setup.rig, tiltDeg } }),
  }),
  number({
    id: 'roll',
    label: 'Transducer roll',
    group: 'boat',
    instruments: ALL,
    keys: '⇧G',
    price: 'Starboard side down is positive. Rolled, one side sees less and things lean.',
    quantity: { unit: '°' },
    resounds: true,
    limits: () => ({ min: -30, max: 30, step: 1 }),
    read: ({ rig }) => rig.rollDeg,
    write: (setup, _, rollDeg) => ({ ...setup, rig: { ...setup.rig, rollDeg } }),
  }),
];

export const CONTROLS = Object.fromEntries(LIST.map((control) => [control.id, control])) as Record<
  ControlId,
  Control
>;

/** The controls of an instrument, in the order of their groups. */
export function controlsOf(instrument: Instrument): Control[] {
  return LIST.filter(({ instruments }) => instruments.includes(instrument));
}

/** Farthest that an instrument listens, m from the surface. */
export function listenedM(setup: Setup, instrument: Instrument): number {
  return setup.rig.draftM + setup.sounders[instrument].rangeM;
}

/** Side fans and sector listen as far as they show; the farther, the fewer pings a second. */
function withListeningRange(setup: Setup, instrument: Instrument, rangeM: number): Setup {
  const sounder = setup.sounders[instrument];
  const usualHz = USUAL_PINGS_HZ[instrument];
  const isAsFastAsCan = sounder.pingRateHz >= Math.min(usualHz, mostPingsHz(sounder.rangeM)) - 0.05;
  const wantedHz = isAsFastAsCan ? usualHz : sounder.pingRateHz;
  const pingRateHz = Math.min(wantedHz, mostPingsHz(rangeM));
  return withView(withSounder(setup, instrument, { rangeM, pingRateHz }), instrument, {
    bottomM: rangeM,
  });
}

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

/** Five steps of a control over its useful span: its choices, or evenly spread numbers. */
export function ladderOf(
  setup: Setup,
  instrument: Instrument,
  id: ControlId,
  steps = 5,
): (number | string)[] {
  const control = CONTROLS[id];
  if (control.kind === 'choice') {
    return control
      .options(instrument)
      .slice(0, 8)
      .map(({ value }) => value);
  }
  const now = control.read(setup, instrument);
  const { min, max, step } = control.limits(setup, instrument);
  const tidy = (value: number) =>
    Math.min(max, Math.max(min, Number((Math.round(value / step) * step).toPrecision(6))));
  const middle = (steps - 1) / 2;
  const values = Array.from({ length: steps }, (_, i) => {
    const share = (i - middle) / middle;
    // Around where it stands: a factor of four each way, or a quarter of the whole span.
    return control.logarithmic ? tidy(now * 4 ** share) : tidy(now + (share * (max - min)) / 4);
  });
  const distinct = [...new Set(values)];
  // Against a limit the steps run together; the whole span is then taken.
  return distinct.length === steps
    ? values
    : Array.from({ length: steps }, (_, i) => tidy(min + (i / (steps - 1)) * (max - min)));
}
