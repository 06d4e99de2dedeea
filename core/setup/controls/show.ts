/** How it is drawn. */
import {
  LEAST_WINDOW_M,
  palette,
  PALETTE_IDS,
  type PaletteId,
  SIDES_SHOWN,
  type View,
  VIEW_LIMITS,
  ZOOMS,
} from '../../display';
import type { Instrument } from '../../sounding';
import { mostPingsHz, type Setup, USUAL_PINGS_HZ, withSounder, withView } from '../setup';
import { choice, DOWNWARD, number, viewNumber, viewSwitch } from './control';

const SCROLLING = ['cone', 'downFan', 'sideFans', 'column'] as const;
const OUTWARD: readonly Instrument[] = ['sideFans', 'sector'];
const ZOOM_WORDS = {
  off: 'The whole range.',
  window: 'A window at a depth of its own: for fish that hang.',
  bottom: 'Hung on the bottom, which is drawn level: for fish close to it.',
};

const isOutward = (instrument: Instrument) => OUTWARD.includes(instrument);

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

export const SHOW = {
  autoRange: choice({
    label: 'Automatic range',
    place: 'beside',
    instruments: DOWNWARD,
    keys: '⇧A',
    price: 'Follows the bottom; the picture rescales, and a slope looks wrong.',
    ...viewSwitch('autoRange'),
  }),
  range: number({
    label: 'Range',
    place: 'first',
    keyStep: 1,
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
    automatic: 'autoRange',
  }),
  upperLimit: number({
    label: 'Upper limit',
    place: 'beside',
    instruments: DOWNWARD,
    keys: '⇧L',
    price: 'What lies above it leaves the picture.',
    automatic: 'autoRange',
    quantity: 'length',
    decimals: 1,
    ...viewNumber('topM', { min: 0, max: 0, step: 0.5 }),
    limits: (setup, instrument) => ({
      min: 0,
      max: Math.max(0, setup.views[instrument].bottomM - LEAST_WINDOW_M),
      step: 0.5,
    }),
  }),
  scroll: number({
    label: 'Scroll',
    place: 'first',
    keyStep: 1.25,
    instruments: SCROLLING,
    keys: 'S D',
    price: 'Slow squeezes fish to dots; fast draws them out.',
    quantity: { unit: 'px/s' },
    logarithmic: true,
    ...viewNumber('scrollPxPerS', { ...VIEW_LIMITS.scrollPxPerS, step: 1 }),
  }),
  contrast: number({
    label: 'Contrast',
    keyStep: 2,
    keys: 'O I',
    price: 'Loses weak echoes; shadows and hard things jump out.',
    quantity: { unit: 'dB' },
    ...viewNumber('contrastDb', { ...VIEW_LIMITS.contrastDb, step: 1 }),
  }),
  palette: choice({
    label: 'Palette',
    place: 'first',
    keys: 'P',
    price: 'The one in which you see it.',
    options: () =>
      PALETTE_IDS.map((id) => ({ value: id, label: palette(id).name, price: palette(id).hint })),
    read: (setup, instrument) => setup.views[instrument].paletteId,
    write: (setup, instrument, value) =>
      withView(setup, instrument, { paletteId: value as PaletteId }),
  }),
  zoom: choice({
    label: 'Zoom',
    instruments: DOWNWARD,
    keys: 'Z',
    price: 'Enlarges a part and hides the rest.',
    options: () => ZOOMS.map((zoom) => ({ value: zoom, label: zoom, price: ZOOM_WORDS[zoom] })),
    read: (setup, instrument) => setup.views[instrument].zoom,
    write: (setup, instrument, value) =>
      withView(setup, instrument, { zoom: value as View['zoom'] }),
  }),
  zoomFactor: number({
    label: 'Enlarged',
    instruments: DOWNWARD,
    keys: '⇧Z',
    price: 'More pixels for each fish, less water around it.',
    applies: (setup, instrument) => setup.views[instrument].zoom !== 'off',
    quantity: { unit: '×' },
    decimals: 1,
    ...viewNumber('zoomFactor', { ...VIEW_LIMITS.zoomFactor, step: 0.5 }),
  }),
  zoomMiddle: number({
    label: 'Middle of the window',
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
  sides: choice({
    label: 'Sides',
    instruments: ['sideFans'],
    keys: '⇧D',
    price: 'One side alone has twice the pixels a metre.',
    options: () => SIDES_SHOWN.map((side) => ({ value: side, label: side })),
    read: (setup) => setup.views.sideFans.sides,
    write: (setup, instrument, value) =>
      withView(setup, instrument, { sides: value as View['sides'] }),
  }),
};
