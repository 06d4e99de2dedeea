/**
 * A starting point, with its reasons. People who teach this disagree on several questions; each school's
 * answer is kept, and what was chosen is said with why it wins where it does.
 */
import { automaticLimitM, matchedScrollPxPerS } from '../display';
import { SEDIMENTS, type SedimentName } from '../bottom';
import { format, formatNumber, LENGTH, MPS_PER_KMH, type UnitSystem } from '../units';
import { type Instrument, isAbeam, isPolar, TRAITS } from '../sounding';
import { CONTROLS, type ControlId, withControl } from './controls';
import { type Setup, USUAL_GAIN_DB } from './setup';

export const PURPOSES = ['search', 'hunt', 'inspect', 'jig'] as const;
export type Purpose = (typeof PURPOSES)[number];

export const PURPOSE_WORDS: Record<Purpose, string> = {
  search: 'Search: cover ground',
  hunt: 'Hunt: find fish',
  inspect: 'Inspect: see what it is',
  jig: 'Jig: watch lure and fish',
};

interface School<Id extends string> {
  id: Id;
  name: string;
  /** When it wins. */
  wins: string;
}

const school = <Id extends string>(id: Id, name: string, wins: string): School<Id> => ({
  id,
  name,
  wins,
});

/** The questions on which people differ, and their answers. */
export const SCHOOLS = {
  gain: [
    school(
      'automatic',
      'Automatic first',
      'quick over changing depths, when nobody has a hand free',
    ),
    school('middle', 'From the middle', 'a known starting point, the same every day'),
    school('noise', 'Up to the noise, then back', 'nothing weak is missed; it needs a minute'),
    school('lure', 'As low as shows the lure', 'over one spot, where the lure is the measure'),
  ],
  scroll: [
    school('match', 'Match the boat', 'shapes are true: for structure'),
    school('fastest', 'Fastest', 'small fish stand out at speed'),
    school('slow', 'Slow in deep water', 'every ping is drawn, and more of the way is in view'),
  ],
  sideRange: [
    school('depth', 'Tied to depth', 'as far as the beam is useful, and no farther'),
    school('habit', 'One habit, 30 m', 'the eye learns one scale, and lanes are always as wide'),
  ],
  limit: [
    school('automatic', 'Automatic', 'over unknown depths'),
    school('fixed', 'Fixed under the fish', 'before a drop-off, and to give fish more pixels'),
  ],
  fan: [
    school('purpose', 'Low for fish, high for structure', 'each has what it needs'),
    school('highest', 'Always highest', 'close in, in clear water, for shapes alone'),
  ],
} as const;

export type SchoolChoice = {
  [Q in keyof typeof SCHOOLS]: (typeof SCHOOLS)[Q][number]['id'];
};

export const SCHOOL_QUESTIONS: Record<keyof typeof SCHOOLS, string> = {
  gain: 'Gain',
  scroll: 'Scroll',
  sideRange: 'Side range',
  limit: 'Depth limit',
  fan: 'Fan frequency',
};

export const USUAL_SCHOOLS: SchoolChoice = {
  gain: 'middle',
  scroll: 'match',
  sideRange: 'depth',
  limit: 'automatic',
  fan: 'purpose',
};

export interface Suggestion {
  id: ControlId;
  value: number | string;
  because: string;
}

export interface SuggestInput {
  instrument: Instrument;
  depthM: number;
  sediment: SedimentName;
  purpose: Purpose;
  schools: SchoolChoice;
  /** How long the picture is along the range, px: the scroll that matches hangs on it. */
  rangePx: number;
  /** In a hole or at anchor there is no speed to choose, and nothing to match. */
  isHeld?: boolean;
  /** Of the reasons; metric unless named. */
  units?: UnitSystem;
}

const SHALLOW_M = 8;
const DEEP_M = 20;
const HARD_LAMBERT_DB = -20;
const SOFT_LAMBERT_DB = -30;
const SPEED_MPS: Record<Purpose, number> = {
  search: 7 * MPS_PER_KMH,
  hunt: 5 * MPS_PER_KMH,
  inspect: 3 * MPS_PER_KMH,
  jig: 0,
};
const FASTEST_PX_PER_S = 96;
const SLOW_PX_PER_S = 16;
const HABIT_M = 30;
const HARD_STEP_DB = 4;

const isFan = (instrument: Instrument) => TRAITS[instrument].isFan;

/** How far a side, m: by the depth, and by what one is after. */
export function usualSideRangeM(purpose: Purpose, depthM: number): number {
  if (purpose === 'hunt') return Math.max(8, 2 * depthM);
  if (purpose === 'inspect') return Math.min(25, Math.max(15, 2 * depthM));
  return Math.min(80, (depthM < SHALLOW_M ? 7 : 4) * depthM);
}

/** Lower over hard ground, higher over soft, dB. */
function groundStepDb(sediment: SedimentName): number {
  const { lambertDb } = SEDIMENTS[sediment];
  return lambertDb > HARD_LAMBERT_DB
    ? -HARD_STEP_DB
    : lambertDb < SOFT_LAMBERT_DB
      ? HARD_STEP_DB
      : 0;
}

const depthStepDb = (depthM: number) => (depthM > DEEP_M ? 3 : depthM < SHALLOW_M ? -3 : 0);

/** From the middle: the gain to begin with over a ground at a depth, dB. */
export const startingGainDb = (instrument: Instrument, depthM: number, sediment: SedimentName) =>
  USUAL_GAIN_DB[instrument] + groundStepDb(sediment) + depthStepDb(depthM);

/** What to set first, in the order in which it is set. */
export function suggest(setup: Setup, input: SuggestInput): Suggestion[] {
  const { instrument, depthM, sediment, purpose, schools, rangePx } = input;
  const { isHeld = false, units = 'metric' } = input;
  const found: Suggestion[] = [];
  const set = (id: ControlId, value: number | string, because: string) => {
    if (CONTROLS[id].instruments.includes(instrument)) found.push({ id, value, because });
  };
  const isDeep = depthM > DEEP_M;
  const isShallow = depthM < SHALLOW_M;
  const length = (metres: number) => format(LENGTH[units], metres, 0);
  const depth = length(depthM);

  if (purpose !== 'jig' && !isHeld) {
    set(
      'speed',
      SPEED_MPS[purpose],
      purpose === 'inspect'
        ? 'Slow gives every thing more pings.'
        : 'Steady and not too quick: twice the speed, half the mark.',
    );
  }

  if (isFan(instrument)) {
    if (schools.fan === 'highest') set('band', '1150', 'Your school: always highest, for shapes.');
    else if (purpose === 'inspect') set('band', '1150', 'Close in, shape counts: high frequency.');
    else if (purpose === 'hunt') set('band', '455', 'Low finds fish: they return more of it.');
    else set('band', isDeep ? '455' : '800', 'Covering ground wants reach before shape.');
  } else if (instrument === 'cone' || instrument === 'column') {
    if (isDeep) set('band', '83', `At ${depth} the lower tone is heard over the noise, and wider.`);
    else if (purpose === 'inspect' || purpose === 'jig')
      set('band', 'chirp', 'A sweep splits fish that a tone draws as one.');
    else set('band', '200', `At ${depth} the high tone is narrow and fine enough.`);
    if (instrument === 'column' || purpose === 'jig')
      set(
        'beam',
        isShallow ? 'wide' : 'narrow',
        isShallow
          ? 'In shallow water the wide cone is narrow enough, and shows who comes.'
          : 'In depth the narrow cone keeps fish beside you out of the picture.',
      );
  } else {
    set('band', isDeep ? '700' : '1100', isDeep ? 'Reach before sharpness.' : 'Sharp beams.');
  }

  if (isAbeam(instrument)) {
    const sideRangeM = usualSideRangeM(purpose, depthM);
    if (schools.sideRange === 'habit') set('range', HABIT_M, 'Your school: one habit, one scale.');
    else if (purpose === 'hunt') set('range', sideRangeM, 'Hunting: about twice the depth a side.');
    else if (purpose === 'inspect')
      set(
        'range',
        sideRangeM,
        `Close in: ${formatNumber(LENGTH[units].show(15), 0)} to ${length(25)}, for pixels.`,
      );
    else
      set(
        'range',
        sideRangeM,
        isShallow
          ? 'In shallows 5 to 10 times the depth still pays.'
          : 'In deep water 2 to 5 times the depth: farther out the bottom is grazed.',
      );
  } else if (isPolar(instrument)) {
    set('range', Math.min(60, Math.max(8, 1.4 * depthM)), 'Just past the bottom under you.');
  } else if (schools.limit === 'automatic') {
    set('autoRange', 'on', 'The limit follows the bottom; fix it before a drop-off.');
  } else {
    set('autoRange', 'off', 'Your school: fixed, so that a slope stays a slope.');
    set('range', 1.15 * depthM, `Just under the bottom at ${depth}.`);
  }

  const { label } = SEDIMENTS[sediment];
  const ground = groundStepDb(sediment);
  const usual = USUAL_GAIN_DB[instrument];
  if (schools.gain === 'automatic' && purpose !== 'jig') {
    set('autoGain', 'on', 'Your school: automatic first, then by hand when something is doubtful.');
  } else {
    set('autoGain', 'off', 'By hand, so that brightness means the same all the way.');
    const base = { automatic: 0, middle: 0, noise: 8, lure: -10 }[
      purpose === 'jig' ? 'lure' : schools.gain
    ];
    const reason =
      purpose === 'jig' || schools.gain === 'lure'
        ? 'As low as keeps the lure in sight'
        : schools.gain === 'noise'
          ? 'Up until open water speckles, then back a little'
          : 'From the middle';
    const over =
      ground < 0
        ? `, lower over ${label}`
        : ground > 0
          ? `, higher over ${label}`
          : `; ${label} asks for nothing else`;
    set('gain', usual + base + ground + depthStepDb(depthM), `${reason}${over}.`);
  }

  if (purpose === 'jig' || isHeld) {
    set('scroll', SLOW_PX_PER_S, 'The boat stands: slow, so that more of the story is in view.');
  } else if (schools.scroll === 'fastest') {
    set('scroll', FASTEST_PX_PER_S, 'Your school: fastest, small fish stand out.');
  } else if (schools.scroll === 'slow' && isDeep) {
    set('scroll', SLOW_PX_PER_S, `Slow in deep water: at ${depth} a fish stays in the beam long.`);
  } else {
    // The window that the suggestions so far make.
    const { topM, bottomM, autoRange } = withSuggestions(setup, instrument, found).views[
      instrument
    ];
    const lowerM = autoRange ? automaticLimitM(depthM) : bottomM;
    const spanM = isAbeam(instrument) ? 2 * bottomM : lowerM - topM;
    const matched = matchedScrollPxPerS(rangePx / spanM, SPEED_MPS[purpose]);
    set('scroll', Math.round(matched), 'Matched to the boat: shapes are true.');
  }

  set(
    'contrast',
    purpose === 'hunt' && isAbeam(instrument) ? 10 : 0,
    purpose === 'hunt' && isAbeam(instrument)
      ? 'Raised on purpose: fish are found by their shadows.'
      : 'None: weak echoes count.',
  );
  set('noiseFilter', '0', 'Off unless something troubles the picture: it eats small fish.');
  if (purpose === 'jig' || purpose === 'hunt')
    set(
      'zoom',
      purpose === 'jig' ? 'bottom' : 'off',
      purpose === 'jig'
        ? 'Hung on the bottom, where the lure works.'
        : 'The whole column: fish may hang anywhere.',
    );
  return found;
}

/** The setup with all that was suggested. */
export function withSuggestions(
  setup: Setup,
  instrument: Instrument,
  suggestions: readonly Suggestion[],
): Setup {
  return suggestions.reduce(
    (changed, { id, value }) => withControl(changed, instrument, id, value),
    setup,
  );
}
