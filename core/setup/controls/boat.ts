/** How the boat goes and the transducer sits. */
import { BOAT_SPEED_LIMITS_MPS } from '../../pass';
import { withSounder } from '../setup';
import { number } from './control';

export const BOAT = {
  speed: number({
    label: 'Speed',
    place: 'first',
    keyStep: 0.25,
    keys: 'V B',
    price: 'Twice the speed, half the mark.',
    quantity: 'speed',
    decimals: 1,
    limits: () => ({ ...BOAT_SPEED_LIMITS_MPS, step: 0.05 }),
    read: ({ boat }) => boat.speedMps,
    write: (setup, _, speedMps) => ({ ...setup, boat: { ...setup.boat, speedMps } }),
  }),
  waves: number({
    label: 'Waves',
    keys: '⇧W',
    price: 'The boat heaves and rolls: a flat bottom is drawn wavy, fans are cut in bars.',
    quantity: 'length',
    decimals: 2,
    resounds: true,
    limits: () => ({ min: 0, max: 1.5, step: 0.05 }),
    read: ({ boat }) => boat.waveHeightM,
    write: (setup, _, waveHeightM) => ({ ...setup, boat: { ...setup.boat, waveHeightM } }),
  }),
  tilt: number({
    label: 'Transducer tilt',
    keys: '⇧F',
    price: 'Forward is positive. Tilted, arches come in halves and depths read long.',
    quantity: { unit: '°' },
    resounds: true,
    limits: () => ({ min: -30, max: 30, step: 1 }),
    read: ({ rig }) => rig.tiltDeg,
    write: (setup, _, tiltDeg) => ({ ...setup, rig: { ...setup.rig, tiltDeg } }),
  }),
  bearing: number({
    label: 'Mount turned to',
    instruments: ['sector'],
    place: 'first',
    keys: '⇧J',
    price:
      'It looks in one plane: ahead at 0°, to starboard at 90°. What is beside the plane is not seen.',
    quantity: { unit: '°' },
    resounds: true,
    limits: () => ({ min: -180, max: 180, step: 5 }),
    read: ({ sounders }) => sounders.sector.bearingDeg,
    write: (setup, _, bearingDeg) => withSounder(setup, 'sector', { bearingDeg }),
  }),
  roll: number({
    label: 'Transducer roll',
    keys: '⇧G',
    price: 'Starboard side down is positive. Rolled, one side sees less and things lean.',
    quantity: { unit: '°' },
    resounds: true,
    limits: () => ({ min: -30, max: 30, step: 1 }),
    read: ({ rig }) => rig.rollDeg,
    write: (setup, _, rollDeg) => ({ ...setup, rig: { ...setup.rig, rollDeg } }),
  }),
};
