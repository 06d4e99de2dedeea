/** What is sent. */
import { BANDS, bandOf } from '../bands';
import { mostPingsHz, withChosenBand, withSounder } from '../setup';
import { choice, number, soundNumber } from './control';

const NARROW_DEG = 8;

export const SEND = {
  band: choice({
    label: 'Frequency',
    place: 'first',
    keys: 'F',
    price: 'Lower: wider, deeper, more fish, coarser. Higher: finer, less reach.',
    resounds: true,
    options: (instrument) =>
      BANDS[instrument].map(({ id, label, price }) => ({ value: id, label, price })),
    read: (setup, instrument) => bandOf(setup.sounders[instrument])?.id ?? '',
    write: withChosenBand,
  }),
  beam: choice({
    label: 'Beam',
    instruments: ['cone', 'column'],
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
  }),
  power: number({
    label: 'Power',
    keys: '⇧P',
    price: 'More reaches deeper over the noise; near echoes and the second bottom grow too.',
    quantity: { unit: 'W' },
    logarithmic: true,
    ...soundNumber('acousticPowerW', () => ({ min: 1, max: 1000, step: 1 })),
  }),
  pulse: number({
    label: 'Pulse',
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
  pingRate: number({
    label: 'Pings a second',
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
};
