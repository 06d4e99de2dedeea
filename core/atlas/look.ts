/** A thing of the atlas under an instrument: alone, or among others. */
import type { SedimentName } from '../bottom';
import { BANDS, USUAL_GAIN_DB } from '../setup';
import { type Instrument, isAbeam } from '../sounding';
import type { TargetInput } from '../targets';
import { trial, type Trial } from './trial';
import type { AtlasThing } from './things';

export interface AtlasLook {
  instrument: Instrument;
  bandId: string;
  /** Of the water, m. */
  depthM: number;
  /** Of what hangs, as a share of the water's depth. */
  hangsAt: number;
  /** Beside the track, m; to starboard. */
  asideM: number;
  sediment: SedimentName;
  /** Against the usual gain, dB. */
  gainDb: number;
  inClutter: boolean;
}

export const LOOK_LIMITS = {
  depthM: { min: 2, max: 40 },
  hangsAt: { min: 0.1, max: 0.95 },
  asideM: { min: 0, max: 60 },
  gainDb: { min: -20, max: 20 },
} as const;

/** Times the depth that a thing is put beside the track under fans that look to the side. */
const ABEAM_ASIDE = 1.3;

export const usualAsideM = (instrument: Instrument, depthM: number) =>
  isAbeam(instrument) ? ABEAM_ASIDE * depthM : 0;

/** How a thing is first looked at with an instrument. */
export function usualLook(instrument: Instrument, depthM = 8): AtlasLook {
  const bands = BANDS[instrument];
  return {
    ...{ instrument, depthM, hangsAt: 0.6, gainDb: 0, inClutter: false },
    // Over harder ground the side fans lose single fish in the bottom's echo.
    sediment: isAbeam(instrument) ? 'silt' : 'sand',
    bandId:
      instrument === 'cone' || instrument === 'column'
        ? '200'
        : bands[Math.min(1, bands.length - 1)].id,
    asideM: usualAsideM(instrument, depthM),
  };
}

/** What else lies there: before and behind the thing on the way, at both sides of the track. */
function clutter({ depthM, instrument }: AtlasLook): TargetInput[] {
  const outM = isAbeam(instrument) ? depthM : 0.1 * depthM;
  const at = (xM: number, yM: number) => ({ xM: xM * outM, yM });
  return [
    { id: 'other-1', kind: 'boulder', radiusM: 0.6, ...at(1.4, -9) },
    {
      id: 'other-2',
      kind: 'weedBed',
      radiusM: 3,
      heightM: Math.min(1, 0.3 * depthM),
      ...at(-1.2, 8),
    },
    {
      id: 'other-3',
      kind: 'fish',
      lengthM: 0.3,
      headingDeg: 80,
      depthM: 0.5 * depthM,
      ...at(0.6, -6),
    },
    {
      id: 'other-4',
      kind: 'fish',
      lengthM: 0.45,
      headingDeg: 200,
      depthM: 0.75 * depthM,
      ...at(-0.9, 6),
    },
    { id: 'other-5', kind: 'stump', radiusM: 0.4, heightM: 0.7, ...at(2, 11) },
    {
      ...{ id: 'other-6', kind: 'baitSchool', count: 250, lengthM: 0.07 },
      ...{ radiusM: 1.2, heightM: 0.8, depthM: 0.35 * depthM, ...at(1.1, 10) },
    },
  ];
}

const SIDE_WAY_M = 40;
const DOWN_WAY_M = 26;

/** The case as a water and a recipe. */
export function lookAtThing(thing: AtlasThing, look: AtlasLook): Trial {
  const { instrument, bandId, depthM, hangsAt, asideM, sediment, gainDb, inClutter } = look;
  const depthOfThingM = Math.min(depthM - 0.1, Math.max(0.2, hangsAt * depthM));
  const put = thing.put({ xM: asideM, yM: 0, bottomM: depthM, depthM: depthOfThingM });
  const { faults, targets = [], ...rest } = put;
  const held = instrument === 'column';
  return trial(
    {
      ...{ depthM, sediment, held },
      ...rest,
      targets: [...targets, ...(inClutter ? clutter(look) : [])],
    },
    {
      ...{ instrument, bandId },
      wayM: isAbeam(instrument) ? SIDE_WAY_M : DOWN_WAY_M,
      ...(isAbeam(instrument)
        ? { rangeM: Math.max(8, 2.2 * depthM, 1.35 * Math.hypot(asideM, depthM)) }
        : {}),
      ...(faults ? { faults } : {}),
      view: { gainDb: USUAL_GAIN_DB[instrument] + gainDb },
    },
  );
}
