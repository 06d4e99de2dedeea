/**
 * A setup: everything about boat, sounders and pictures that a person at the bench can change, but not
 * the water and not the way the boat takes. Setups are plain data; each change makes a new one.
 */
import { z } from 'zod';
import { BOAT_SPEED_LIMITS_MPS } from '../pass';
import { MIDDLE_GAIN_DB, type View, viewOf, viewSchema } from '../display';
import {
  columnSounderSchema,
  coneFromPreset,
  coneSounderSchema,
  downFanSounderSchema,
  type Instrument,
  INSTRUMENTS,
  maxPingRateHz,
  type Rig,
  rigSchema,
  sectorSounderSchema,
  sideFansSounderSchema,
  type Sounder,
  isAlong,
  isPolar,
} from '../sounding';
import { BANDS, withBand } from './bands';
import { FAULT_IDS } from './faultIds';

const soundersSchema = z.object({
  cone: coneSounderSchema,
  downFan: downFanSounderSchema,
  sideFans: sideFansSounderSchema,
  column: columnSounderSchema,
  sector: sectorSounderSchema,
});

const viewsSchema = z.object({
  cone: viewSchema,
  downFan: viewSchema,
  sideFans: viewSchema,
  column: viewSchema,
  sector: viewSchema,
});

export const setupSchema = z.object({
  sounders: soundersSchema,
  views: viewsSchema,
  rig: rigSchema,
  boat: z.object({
    speedMps: z.number().min(BOAT_SPEED_LIMITS_MPS.min).max(BOAT_SPEED_LIMITS_MPS.max),
    /** Significant height of the waves; the boat heaves and rolls with them. */
    waveHeightM: z.number().min(0).max(3),
  }),
  faults: z.array(
    z.object({
      id: z.enum(FAULT_IDS),
      /** Put in for a student to find: its name is not shown before the reveal. */
      secret: z.boolean(),
      /** The views as they were, for a fault of the picture. */
      before: viewsSchema.nullable().default(null),
    }),
  ),
});
export type Setup = z.infer<typeof setupSchema>;

/** What of a setup is stored: a part that cannot be read is left out and made anew. */
export const storedSetupSchema = z.object({
  sounders: soundersSchema.partial(),
  views: viewsSchema.partial(),
  rig: rigSchema.nullable(),
  boat: setupSchema.shape.boat.nullable(),
  faults: setupSchema.shape.faults,
});
export type StoredSetup = z.infer<typeof storedSetupSchema>;

/** Sound in the slowest water: what bounds the ping rate by the range wherever the boat goes. */
const SLOWEST_MPS = 1400;
/** Most pings a second that a range allows in any water, c/(2R), in tenths. */
export const mostPingsHz = (rangeM: number) =>
  Math.floor(10 * maxPingRateHz(rangeM, SLOWEST_MPS)) / 10;
/** Pings a second of an instrument as it comes, where the range allows them. */
export const USUAL_PINGS_HZ: Record<Instrument, number> = {
  cone: 12,
  column: 15,
  downFan: 20,
  sideFans: 18,
  sector: 10,
};
const usualPingsHz = (instrument: Instrument, rangeM: number) =>
  Math.min(USUAL_PINGS_HZ[instrument], mostPingsHz(rangeM));

/** Room for the surface's rise and the pulse under the deepest place. */
const DEPTH_ROOM = 1.15;
const SIDE_RANGE_M = 30;
const SECTOR_RANGE_M = 20;

/** An instrument as it comes, listening as deep as the water is. */
function usualSounder(instrument: Instrument, deepestM: number): Sounder {
  const downRangeM = Math.min(200, Math.max(16, Math.ceil(DEPTH_ROOM * deepestM)));
  const { chirp, beamwidthDeg, pulseLengthS, acousticPowerW, frequencyHz } =
    BANDS[instrument].length > 2 ? BANDS[instrument][1] : BANDS[instrument].at(-1)!;
  const sent = { chirp, beamwidthDeg, pulseLengthS, acousticPowerW, frequencyHz };
  switch (instrument) {
    case 'cone':
      return coneFromPreset('200', deepestM);
    case 'column':
      return columnSounderSchema.parse({
        ...coneFromPreset('200', deepestM),
        instrument,
        pingRateHz: usualPingsHz(instrument, downRangeM),
        rangeM: downRangeM,
      });
    case 'downFan':
      return downFanSounderSchema.parse({
        instrument,
        ...sent,
        pingRateHz: usualPingsHz(instrument, downRangeM),
        rangeM: downRangeM,
        binCount: 900,
      });
    case 'sideFans':
      return sideFansSounderSchema.parse({
        instrument,
        ...sent,
        pingRateHz: usualPingsHz(instrument, SIDE_RANGE_M),
        rangeM: SIDE_RANGE_M,
        binCount: 900,
        // Its edge just reaches straight down: the first of the bottom is the brightest line.
        depressionDeg: 38,
        acrossBeamwidthDeg: 58,
      });
    case 'sector':
      return sectorSounderSchema.parse({
        instrument,
        ...sent,
        beamCount: 96,
        pingRateHz: USUAL_PINGS_HZ[instrument],
        rangeM: Math.min(SECTOR_RANGE_M, downRangeM),
        binCount: 480,
        looks: 2,
      });
  }
}

/** Fans return less than a cone from the same bottom; each starts where its picture is right. */
export const USUAL_GAIN_DB: Record<Instrument, number> = {
  cone: MIDDLE_GAIN_DB,
  column: MIDDLE_GAIN_DB,
  downFan: 47,
  sideFans: 50,
  // At which its own noise just shows: the fan is seen, and how far it listens.
  sector: 52,
};
const USUAL_CONTRAST_DB = { cone: 0, column: 0, downFan: 6, sideFans: 8, sector: 4 };
/** Frames of the sector glow on a little: grain calms, and what swims draws a trail. */
const USUAL_PERSISTENCE = 0.45;
const USUAL_TVG_LAW = { cone: 30, column: 30, downFan: 30, sideFans: 40, sector: 30 } as const;
const USUAL_SCROLL_PX_PER_S = { cone: 24, downFan: 32, sideFans: 24, column: 16, sector: 24 };

/** The window in which a water is first shown. */
export function usualView(instrument: Instrument, sounder: Sounder, deepestM: number): View {
  const isOutward = !isAlong(instrument);
  return viewOf({
    gainDb: USUAL_GAIN_DB[instrument],
    contrastDb: USUAL_CONTRAST_DB[instrument],
    tvgLaw: USUAL_TVG_LAW[instrument],
    persistence: isPolar(instrument) ? USUAL_PERSISTENCE : 0,
    paletteId: isOutward || instrument === 'downFan' ? 'hoarfrost' : 'rockpool',
    topM: 0,
    bottomM: isOutward ? sounder.rangeM : Math.max(16, Math.ceil(1.1 * deepestM)),
    scrollPxPerS: USUAL_SCROLL_PX_PER_S[instrument],
  });
}

/**
 * The setup a water is first sounded with.
 * @param kept what was stored of an earlier one
 */
export function usualSetup(
  {
    deepestM,
    rig,
    speedMps,
    waveHeightM,
  }: {
    deepestM: number;
    rig: Rig;
    speedMps: number;
    waveHeightM: number;
  },
  kept?: StoredSetup | null,
): Setup {
  const sounders = Object.fromEntries(
    INSTRUMENTS.map((name) => [name, kept?.sounders[name] ?? usualSounder(name, deepestM)]),
  ) as Setup['sounders'];
  const views = Object.fromEntries(
    INSTRUMENTS.map((name) => [
      name,
      kept?.views[name] ?? usualView(name, sounders[name], deepestM),
    ]),
  ) as Setup['views'];
  return {
    sounders,
    views,
    rig: kept?.rig ?? rig,
    boat: kept?.boat ?? { speedMps, waveHeightM },
    faults: kept?.faults ?? [],
  };
}

export function withView(setup: Setup, instrument: Instrument, change: Partial<View>): Setup {
  const views = { ...setup.views, [instrument]: { ...setup.views[instrument], ...change } };
  return { ...setup, views };
}

export function withSounder(setup: Setup, instrument: Instrument, change: object): Setup {
  const sounders = {
    ...setup.sounders,
    [instrument]: { ...setup.sounders[instrument], ...change },
  };
  return { ...setup, sounders };
}

export function withChosenBand(setup: Setup, instrument: Instrument, bandId: string): Setup {
  const band = BANDS[instrument].find(({ id }) => id === bandId);
  return band
    ? withSounder(setup, instrument, withBand(setup.sounders[instrument] as Sounder, band))
    : setup;
}
