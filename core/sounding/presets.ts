import type { ConeSounder } from './sounder';

/** The sounders fitted to the demo boat: what an angler picks when choosing a frequency. */
export const CONE_PRESET_IDS = ['50', '83', '200', 'chirp'] as const;
export type ConePresetId = (typeof CONE_PRESET_IDS)[number];

export interface ConePreset {
  id: ConePresetId;
  label: string;
  /** The price of choosing it, in one line. */
  hint: string;
  frequencyHz: number;
  chirp: ConeSounder['chirp'];
  beamwidthDeg: number;
  pulseLengthS: number;
  acousticPowerW: number;
}

const preset = (
  id: ConePresetId,
  label: string,
  hint: string,
  frequencyHz: number,
  beamwidthDeg: number,
  pulseLengthS: number,
  acousticPowerW: number,
  chirp: ConeSounder['chirp'] = null,
): ConePreset => ({
  id,
  label,
  hint,
  frequencyHz,
  chirp,
  beamwidthDeg,
  pulseLengthS,
  acousticPowerW,
});

export const CONE_PRESETS: Record<ConePresetId, ConePreset> = {
  '50': preset(
    '50',
    '50 kHz, 40°',
    'Widest cone, most fish, coarsest picture.',
    50_000,
    40,
    0.0002,
    150,
  ),
  '83': preset(
    '83',
    '83 kHz, 30°',
    'Wide; fish by the bottom are lost sooner.',
    83_000,
    30,
    0.00015,
    100,
  ),
  '200': preset(
    '200',
    '200 kHz, 20°',
    'Narrow and fine; fewer fish aside.',
    200_000,
    20,
    0.00015,
    100,
  ),
  chirp: preset(
    'chirp',
    '170–230 kHz, 20°',
    'Splits fish that a tone draws as one.',
    200_000,
    20,
    0.001,
    100,
    { startHz: 170_000, endHz: 230_000 },
  ),
};

/** Pings a second and cells a ping of the demo boat; 24 m leaves room for the second bottom echo. */
const PING_RATE_HZ = 12;
const LISTEN_RANGE_M = 24;
const BIN_COUNT = 800;
/** Range × pings a second that even the slowest water (1400 m/s) brings back in time. */
const MOST_PINGED_M_PER_S = 700;

/** Room for the surface's rise and the lower edge of the pulse, as a share of the depth. */
const DEPTH_ROOM = 1.15;

/** @param deepestM of the water it is to be used on; deeper than usual lengthens the listening */
export function coneFromPreset(id: ConePresetId, deepestM = 0): ConeSounder {
  const rangeM = Math.min(200, Math.max(LISTEN_RANGE_M, Math.ceil(DEPTH_ROOM * deepestM)));
  const { frequencyHz, chirp, beamwidthDeg, pulseLengthS, acousticPowerW } = CONE_PRESETS[id];
  return {
    instrument: 'cone',
    frequencyHz,
    chirp,
    beamwidthDeg,
    pulseLengthS,
    acousticPowerW,
    tiltDeg: 0,
    pingRateHz: Math.min(PING_RATE_HZ, Math.floor(MOST_PINGED_M_PER_S / rangeM)),
    rangeM,
    binCount: BIN_COUNT,
    noise: true,
    speckle: true,
    looks: 2,
    second: null,
  };
}
