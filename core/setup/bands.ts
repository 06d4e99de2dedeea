/** What each instrument can send: the frequencies that an angler picks from. */
import { CONE_PRESET_IDS, CONE_PRESETS, type Instrument, type Sounder } from '../sounding';

/** A frequency or a sweep, with the beam, pulse and power that go with it. */
export interface Band {
  id: string;
  /** On its button: kHz, or what it does. */
  label: string;
  /** In full, over the picture. */
  name: string;
  /** The price of choosing it, in one line. */
  price: string;
  frequencyHz: number;
  chirp: { startHz: number; endHz: number } | null;
  beamwidthDeg: number;
  pulseLengthS: number;
  acousticPowerW: number;
}

const CONE_BANDS: Band[] = CONE_PRESET_IDS.map((id) => {
  const { label, hint, ...transducer } = CONE_PRESETS[id];
  return { ...transducer, label: id, name: label.split(',')[0], price: hint };
});

/** Long and swept, so that its energy is that of a long pulse and its cell that of a short one. */
const IMAGING_PULSE_S = 0.0003;

const fanBand = (
  kilohertz: number,
  sweepKilohertz: number,
  beamwidthDeg: number,
  acousticPowerW: number,
  price: string,
): Band => ({
  id: String(kilohertz),
  label: String(kilohertz),
  name: `${kilohertz} kHz`,
  price,
  frequencyHz: 1000 * kilohertz,
  chirp: {
    startHz: 1000 * kilohertz - 500 * sweepKilohertz,
    endHz: 1000 * kilohertz + 500 * sweepKilohertz,
  },
  beamwidthDeg,
  pulseLengthS: IMAGING_PULSE_S,
  acousticPowerW,
});

const FAN_BANDS = [
  fanBand(455, 24, 1.4, 80, 'Reaches far, more fish; coarse shapes.'),
  fanBand(800, 34, 0.8, 60, 'Between: some shape and some reach.'),
  fanBand(1150, 44, 0.6, 50, 'Finest shapes; the far half goes dark.'),
];

const SECTOR_BANDS = [
  fanBand(700, 20, 2.2, 60, 'Farther; two fish run together sooner.'),
  fanBand(1100, 26, 1.6, 60, 'Sharper beams, less reach.'),
];

export const BANDS: Record<Instrument, Band[]> = {
  cone: CONE_BANDS,
  column: CONE_BANDS,
  downFan: FAN_BANDS,
  sideFans: FAN_BANDS,
  sector: SECTOR_BANDS,
};

/** The band that a sounder sends, by its frequency and sweep; null for one set by hand or by a file. */
export function bandOf(sounder: Sounder): Band | null {
  const fits = ({ frequencyHz, chirp }: Band) =>
    frequencyHz === sounder.frequencyHz &&
    chirp?.startHz === sounder.chirp?.startHz &&
    chirp?.endHz === sounder.chirp?.endHz;
  return BANDS[sounder.instrument].find(fits) ?? null;
}

/** The sounder with a band's frequency, beam, pulse and power. */
export function withBand<S extends Sounder>(sounder: S, band: Band): S {
  const { frequencyHz, chirp, beamwidthDeg, pulseLengthS, acousticPowerW } = band;
  const sent = { frequencyHz, chirp, beamwidthDeg, pulseLengthS, acousticPowerW };
  const next = { ...sounder, ...sent };
  // A narrow beam beside the wide one stays narrow.
  if ('second' in next && next.second) next.second = { ...next.second, ...sent, beamwidthDeg: 8 };
  return next;
}
