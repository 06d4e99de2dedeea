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
    'Wide cone; fish near the bottom are lost sooner.',
    83_000,
    30,
    0.00015,
    100,
  ),
  '200': preset(
    '200',
    '200 kHz, 20°',
    'Narrow and fine; sees fewer fish to the sides.',
    200_000,
    20,
    0.00015,
    100,
  ),
  chirp: preset(
    'chirp',
    '170–230 kHz, 20°',
    'Splits fish a tone draws as one; thin echoes.',
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

export function coneFromPreset(id: ConePresetId): ConeSounder {
  const { frequencyHz, chirp, beamwidthDeg, pulseLengthS, acousticPowerW } = CONE_PRESETS[id];
  return {
    instrument: 'cone',
    frequencyHz,
    chirp,
    beamwidthDeg,
    pulseLengthS,
    acousticPowerW,
    tiltDeg: 0,
    pingRateHz: PING_RATE_HZ,
    rangeM: LISTEN_RANGE_M,
    binCount: BIN_COUNT,
    noise: true,
    speckle: true,
    looks: 2,
    second: null,
  };
}
