/** A water made for one look: level or sloping ground, and just what one wants to see in it. */
import { type Feature, planeBottom, type SedimentName } from '../bottom';
import type { Recipe } from '../drills/recipe';
import { mostPingsHz, USUAL_PINGS_HZ } from '../setup';
import { type Instrument, isAlong, isPolar } from '../sounding';
import { type TargetInput, targetSchema } from '../targets';
import { waterColumnSchema, type WaterColumn } from '../water';
import { type WaterContent, waterContentSchema } from '../waters';

export interface TrialChoice {
  depthM: number;
  sediment?: SedimentName;
  /** Rises towards the end of the way; the depth is that at its middle. */
  slopeDeg?: number;
  water?: Partial<WaterColumn>;
  /** The boat sails north along x = 0 past (0, 0). */
  targets?: TargetInput[];
  features?: Feature[];
  /** A hard layer so far under the ground, m. */
  buriedM?: number;
  /** The boat keeps its place over (0, 0). */
  held?: boolean;
  seed?: number;
}

const HALF_WAY_M = 60;
const HALF_SIZE_M = 140;
export const TRIAL_ID = 'trial';
const PASS_ID = 'over';

export function trialWater(choice: TrialChoice): WaterContent {
  const { depthM, sediment = 'sand', slopeDeg = 0, water, targets = [], held = false } = choice;
  const { buriedM, features, seed = 1 } = choice;
  return waterContentSchema.parse({
    name: 'A water made for this look',
    description: '',
    scene: {
      seed,
      water: waterColumnSchema.parse({
        ...{ temperatureC: 14, salinityPsu: 0, thermocline: null },
        ...water,
      }),
      bottom: planeBottom({
        ...{ depthM, sediment, slopeDeg, slopeTowardDeg: 180, halfSizeM: HALF_SIZE_M, features },
        ...(buriedM ? { buried: { depthM: buriedM, sediment: 'clay' } } : {}),
      }),
      targets: targets.map((target) => targetSchema.parse(target)),
    },
    passes: [
      {
        id: PASS_ID,
        name: 'Over it',
        routeM: [
          { x: 0, y: held ? 0 : -HALF_WAY_M },
          { x: 0, y: held ? 1 : HALF_WAY_M },
        ],
        ...(held ? { holding: { kind: 'hole' } } : {}),
      },
    ],
  });
}

export interface TrialLook {
  instrument: Instrument;
  depthM: number;
  bandId?: string;
  /** Metres of the way on the picture, half before (0, 0) and half past it; m/s. */
  wayM?: number;
  speedMps?: number;
  rangeM?: number;
  held?: boolean;
  view?: Recipe['view'];
  faults?: Recipe['faults'];
}

const WAY_M = 30;
const MOST_WAY_M = 2 * HALF_WAY_M - 10;
const LEAST_PINGS = 40;
const MOST_PINGS = 900;
/** A sector looks ahead to what it passes. */
const AHEAD_M = 4;
const HELD_S = 20;
const SECTOR_FRAMES = 10;
/** Room for the bottom echo under the deepest, and for the second bottom where there is depth for it. */
const DOWN_RANGE = 1.35;
const SIDE_RANGE = 3;

/** How a trial water is looked at; what is not said is as it usually is. */
export function trialRecipe(look: TrialLook): Recipe {
  const { instrument, depthM, bandId, speedMps = 1.5, held = false } = look;
  const wayM = Math.min(MOST_WAY_M, look.wayM ?? WAY_M);
  const outM = isAlong(instrument) || isPolar(instrument) ? DOWN_RANGE : SIDE_RANGE;
  const rangeM = look.rangeM ?? Math.min(200, Math.max(4, Math.ceil(outM * depthM)));
  const pingRateHz = Math.min(USUAL_PINGS_HZ[instrument], mostPingsHz(rangeM));
  const seconds = held ? HELD_S : wayM / speedMps;
  const pings = isPolar(instrument)
    ? SECTOR_FRAMES
    : Math.min(MOST_PINGS, Math.max(LEAST_PINGS, Math.round(seconds * pingRateHz)));
  // What is looked at stands in the middle, also where a slow boat does not come as far.
  const pastM = isPolar(instrument) ? -AHEAD_M : ((pings / pingRateHz) * speedMps) / 2;
  return {
    ...{ waterId: TRIAL_ID, passId: PASS_ID, instrument, bandId, pingRateHz, rangeM, pings },
    ...(held ? { endS: HELD_S } : { endAlongM: HALF_WAY_M + pastM }),
    speedMps: held ? 0 : speedMps,
    ...(look.view ? { view: look.view } : {}),
    ...(look.faults ? { faults: look.faults } : {}),
  };
}

export interface Trial {
  water: WaterContent;
  recipe: Recipe;
}

/** Both at once. */
export const trial = (choice: TrialChoice, look: Omit<TrialLook, 'depthM' | 'held'>): Trial => ({
  water: trialWater(choice),
  recipe: trialRecipe({ ...look, depthM: choice.depthM, held: choice.held }),
});
