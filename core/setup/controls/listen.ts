/** What is made of what comes back, before it is drawn. */
import { TVG_LAWS, type TvgLaw, VIEW_LIMITS } from '../../display';
import { withView } from '../setup';
import { choice, number, viewNumber, viewSwitch } from './control';

const NOISE_STEPS = ['off', '3 pings', '5 pings', '7 pings'];
const TVG_WORDS: Record<TvgLaw, string> = {
  20: 'Keeps clouds level with range; the surface stands out.',
  30: 'Keeps the bottom level with range.',
  40: 'Keeps a single fish level with range; the bottom whitens.',
};

export const LISTEN = {
  gain: number({
    label: 'Gain',
    place: 'first',
    keyStep: 2,
    keys: '[ ]',
    price: 'More shows bait, and snow with it.',
    quantity: { unit: 'dB' },
    ...viewNumber('gainDb', { ...VIEW_LIMITS.gainDb, step: 1 }),
    automatic: 'autoGain',
  }),
  autoGain: choice({
    label: 'Automatic gain',
    place: 'beside',
    keys: 'A',
    price: 'Keeps the bottom at the strongest colour; weak fish come and go with it.',
    ...viewSwitch('autoGain'),
  }),
  tvg: choice({
    label: 'Gain over range',
    keys: '⇧T',
    price: 'Makes up for distance; no law keeps everything level.',
    options: () =>
      TVG_LAWS.map((law) => ({
        value: String(law),
        label: `${law} log`,
        price: TVG_WORDS[law],
      })),
    read: (setup, instrument) => String(setup.views[instrument].tvgLaw),
    write: (setup, instrument, value) =>
      withView(setup, instrument, { tvgLaw: Number(value) as TvgLaw }),
  }),
  noiseFilter: choice({
    label: 'Noise filter',
    keys: 'N',
    price: 'Calms specks; eats small fish that last only few pings.',
    options: () => NOISE_STEPS.map((label, i) => ({ value: String(i), label })),
    read: (setup, instrument) => String(setup.views[instrument].noiseFilter),
    write: (setup, instrument, value) =>
      withView(setup, instrument, { noiseFilter: Number(value) }),
  }),
  crossTalkFilter: choice({
    label: 'Cross-talk filter',
    keys: '⇧C',
    price: 'Takes out what stands in one ping only: dashes, and quick small fish.',
    ...viewSwitch('crossTalkFilter'),
  }),
  persistence: number({
    label: 'Persistence',
    instruments: ['sector'],
    keys: '⇧N',
    price: 'Calms grain, and what swims draws a trail; what moves fast smears.',
    quantity: { unit: '%', perSi: 100 },
    ...viewNumber('persistence', { ...VIEW_LIMITS.persistence, step: 0.05 }),
  }),
  surfaceFilter: number({
    label: 'Surface filter',
    hint: (metres, length) =>
      metres > 0 ? `Nothing nearer than ${length(metres)} is drawn.` : null,
    keys: '⇧S',
    price: 'Hides wake and bubbles, and all bait near the surface.',
    quantity: 'length',
    decimals: 1,
    ...viewNumber('surfaceFilterM', { ...VIEW_LIMITS.surfaceFilterM, step: 0.5 }),
  }),
};
