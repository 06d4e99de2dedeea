/** The same stretch twice with one control moved between them: which, and which way. */
import { z } from 'zod';
import { shownSpanDb } from '../../display';
import { cellsPerPing, isAbeam, isPolar } from '../../sounding';
import { shuffled } from '../../random';
import { drawnCellDb } from '../drawn';
import type { DrillScreen } from '../drillScreen';
import { answerBase, clampDifficulty, gradeBase, itemBase, type ItemKind, line } from '../itemBase';
import { refKey } from '../recipe';
import type { SkillId } from '../skills';

const CHANGES = [
  'gainUp',
  'gainDown',
  'rangeMore',
  'rangeLess',
  'frequency',
  'faster',
  'slower',
] as const;
export type Change = (typeof CHANGES)[number];

export const CHANGE_NAMES: Record<Change, string> = {
  gainUp: 'More gain',
  gainDown: 'Less gain',
  rangeMore: 'More range',
  rangeLess: 'Less range',
  frequency: 'Another frequency',
  faster: 'The boat went faster',
  slower: 'The boat went slower',
};

const SIGN: Record<Change, string> = {
  gainUp:
    'Nothing has moved and nothing has another shape; all of it is brighter by the same, and what was too weak has joined.',
  gainDown:
    'Nothing has moved and nothing has another shape; all of it is darker by the same, and the weakest has gone.',
  rangeMore:
    'The scale goes farther: the same things are smaller and lie nearer to the top or the middle.',
  rangeLess:
    'The scale ends sooner: the same things are larger, and the farthest have gone off the picture.',
  frequency:
    'Size and place are the same, but not the grain: how wide marks are, how deep the bottom’s tail is, and what of the water is heard.',
  faster:
    'The same seconds cover more metres: what stands still is shorter, and the ground runs by steeper.',
  slower:
    'The same seconds cover fewer metres: what stands still is longer, and the ground is drawn out.',
};

const change = z.enum(CHANGES);

const whatChangedItem = z.object({
  ...itemBase,
  kind: z.literal('whatChanged'),
  options: z.array(change).min(2).max(6),
});
type WhatChangedItem = z.infer<typeof whatChangedItem>;

const whatChangedAnswer = z.object({ ...answerBase, kind: z.literal('whatChanged'), change });
type WhatChangedAnswer = z.infer<typeof whatChangedAnswer>;

const whatChangedGrade = z.object({ ...gradeBase, kind: z.literal('whatChanged'), truth: change });
type WhatChangedGrade = z.infer<typeof whatChangedGrade>;

export const whatChangedSchemas = {
  item: whatChangedItem,
  answer: whatChangedAnswer,
  grade: whatChangedGrade,
};

const rangeOf = ({ info, view }: DrillScreen) =>
  isAbeam(info.instrument) ? info.binCount * info.rangeStepM : view.bottomM - view.topM;
const alongOf = ({ track, pingCount }: DrillScreen) =>
  Math.abs(track.alongM[pingCount - 1] - track.alongM[0]);

/** What one control did between two screens; null where it is none, or more than one. */
export function changeBetween(before: DrillScreen, after: DrillScreen): Change | null {
  const found: Change[] = [];
  const gainDb = after.view.gainDb - before.view.gainDb;
  if (gainDb !== 0) found.push(gainDb > 0 ? 'gainUp' : 'gainDown');
  const rangeRatio = rangeOf(after) / rangeOf(before);
  if (Math.abs(rangeRatio - 1) > 0.01) found.push(rangeRatio > 1 ? 'rangeMore' : 'rangeLess');
  const [was, is] = [before, after].map(({ info }) => info.channels[0].frequencyHz);
  if (was !== is) found.push('frequency');
  const speedRatio = alongOf(after) / Math.max(0.1, alongOf(before));
  if (Math.abs(speedRatio - 1) > 0.02) found.push(speedRatio > 1 ? 'faster' : 'slower');
  return found.length === 1 ? found[0] : null;
}

/** Scales and distances that differ by less look the same. */
const LEAST_RATIO = 1.25;
/** A gain that moved so little is hardly seen, dB. */
const LEAST_GAIN_DB = 4;
/** A gain moves every cell by the same; another frequency moves each by its own. */
const SAME_DB = 0.8;
const OWN_DB = 2.5;
const LEAST_CELLS = 300;
/** Every so many cells are compared. */
const STRIDE = 7;

/** What a reader makes of two pictures who has nothing but them and their scales; null where they do not say. */
export function readChange(before: DrillScreen, after: DrillScreen): Change | null {
  const ratio = (of: (screen: DrillScreen) => number) => of(after) / Math.max(0.1, of(before));
  const range = ratio(rangeOf);
  if (range >= LEAST_RATIO || range <= 1 / LEAST_RATIO)
    return range > 1 ? 'rangeMore' : 'rangeLess';
  const along = ratio(alongOf);
  if (along >= LEAST_RATIO || along <= 1 / LEAST_RATIO) return along > 1 ? 'faster' : 'slower';
  const spanDb = Math.min(shownSpanDb(before.view), shownSpanDb(after.view));
  const { binCount } = before.info;
  const cells = Math.min(before.pingCount, after.pingCount) * cellsPerPing(before.info);
  const moved: number[] = [];
  for (let at = 0; at < cells; at += STRIDE) {
    const slot = Math.floor(at / cellsPerPing(before.info));
    const bin = at % binCount;
    const [was, is] = [before, after].map((screen) => drawnCellDb(screen, slot, 0, bin));
    // What is off either end of the colours says nothing of how far it moved.
    if (was > 0 && is > 0 && was < spanDb && is < spanDb) moved.push(is - was);
  }
  if (moved.length < LEAST_CELLS) return null;
  const mean = moved.reduce((sum, db) => sum + db, 0) / moved.length;
  const spread = Math.sqrt(moved.reduce((sum, db) => sum + (db - mean) ** 2, 0) / moved.length);
  if (spread <= SAME_DB) {
    return Math.abs(mean) < LEAST_GAIN_DB ? null : mean > 0 ? 'gainUp' : 'gainDown';
  }
  return spread >= OWN_DB ? 'frequency' : null;
}

const DIFFICULTY: Record<Change, number> = {
  gainUp: -0.6,
  gainDown: -0.6,
  rangeMore: -0.3,
  rangeLess: -0.3,
  frequency: 0.6,
  faster: 0.3,
  slower: 0.3,
};

function skillOf(made: Change, { info }: DrillScreen): SkillId {
  if (made === 'gainUp' || made === 'gainDown') return 'gain';
  if (made === 'frequency') return 'frequency';
  if (made === 'faster' || made === 'slower') return 'scroll';
  return isAbeam(info.instrument) ? 'sideRange' : 'rangeAndZoom';
}

const OTHERS = 3;

export const whatChanged: ItemKind<WhatChangedItem, WhatChangedAnswer, WhatChangedGrade> = {
  name: 'What changed?',
  trains: ['gain', 'frequency', 'scroll', 'rangeAndZoom', 'sideRange'],
  needs: ['pair'],

  make({ refs, ground, random }) {
    const { screens } = ground;
    if (screens.length !== 2) return [];
    const [before, after] = screens;
    const { instrument } = before.info;
    if (instrument !== after.info.instrument || isPolar(instrument)) return [];
    const truth = changeBetween(before, after);
    if (!truth || readChange(before, after) !== truth) return [];
    const others = shuffled(
      CHANGES.filter((one) => one !== truth),
      random,
    ).slice(0, OTHERS);
    return [
      {
        kind: 'whatChanged',
        id: `whatChanged:${refs.map(refKey).join('|')}`,
        screens: refs,
        skill: skillOf(truth, before),
        difficulty: clampDifficulty(DIFFICULTY[truth]),
        options: shuffled([truth, ...others], random),
      },
    ];
  },

  unseal: (answer) => answer,

  ask: () => 'From screen A to screen B one thing was changed. Which?',

  options: ({ options }) => options.length,

  choices: ({ kind, options }) =>
    options.map((one) => ({ text: CHANGE_NAMES[one], given: { kind, change: one } })),

  trials: (_item, answer, grade) => ({
    misread:
      answer.change === grade.truth
        ? []
        : [{ truth: CHANGE_NAMES[grade.truth], said: CHANGE_NAMES[answer.change] }],
  }),

  grade(_item, answer, { screens: [before, after] }) {
    const truth = changeBetween(before, after);
    if (!truth) throw new Error('The two screens no longer differ by one control.');
    const right = answer.change === truth;
    return { kind: 'whatChanged', right, score: right ? 1 : 0, truth };
  },

  explain(_item, answer, grade) {
    const { truth } = grade;
    if (grade.right)
      return [line('right', `Right: ${CHANGE_NAMES[truth].toLowerCase()}`, SIGN[truth])];
    return [
      line(
        'missed',
        `${CHANGE_NAMES[truth]}, not ${CHANGE_NAMES[answer.change].toLowerCase()}`,
        SIGN[truth],
      ),
      line(
        'plain',
        `Had it been ${CHANGE_NAMES[answer.change].toLowerCase()}`,
        SIGN[answer.change],
      ),
    ];
  },
};
