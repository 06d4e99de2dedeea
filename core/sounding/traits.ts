import type { Instrument } from './echogram';

/** What sets an instrument apart for all who read its echo. */
export interface InstrumentTraits {
  /** Its pings stand side by side, lie one over the other and reach out abeam, or are fanned from a point. */
  picture: 'along' | 'abeam' | 'polar';
  /** Narrow along the track and wide across it. */
  isFan: boolean;
  /** Held over one place: its picture is time, not way. */
  isHeld: boolean;
}

export const TRAITS: Record<Instrument, InstrumentTraits> = {
  cone: { picture: 'along', isFan: false, isHeld: false },
  downFan: { picture: 'along', isFan: true, isHeld: false },
  sideFans: { picture: 'abeam', isFan: true, isHeld: false },
  column: { picture: 'along', isFan: false, isHeld: true },
  sector: { picture: 'polar', isFan: false, isHeld: false },
};

/** What lies under the boat, ping by ping: cone, down fan, column. */
export const isAlong = (instrument: Instrument) => TRAITS[instrument].picture === 'along';
/** What lies to its sides. */
export const isAbeam = (instrument: Instrument) => TRAITS[instrument].picture === 'abeam';
/** What lies in the plane of its sheet. */
export const isPolar = (instrument: Instrument) => TRAITS[instrument].picture === 'polar';
