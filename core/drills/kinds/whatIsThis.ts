/** Name one marked echo; the choices are what it is taken for. */
import { type Instrument, isPolar } from '../../sounding';
import { z } from 'zod';
import { CUE, cueWords, LABEL_NAMES, REGION_LABELS, type RegionLabel } from '../../reading';
import { shuffled } from '../../random';
import { regionOf, seenOn } from '../drillScreen';
import {
  answerBase,
  difficultyOfEcho,
  gradeBase,
  itemBase,
  type ItemKind,
  line,
  openLine,
  sentence,
  CANNOT_TELL,
} from '../itemBase';
import { cueGround } from '../drawn';
import { LOOK_ALIKES } from '../lookAlikes';
import { readMark } from '../markReader';
import { isCut, readWhatIsThis } from '../plain';
import { refKey } from '../recipe';
import { skillOfMark } from '../skills';

const label = z.enum(REGION_LABELS);

const whatIsThisItem = z.object({
  ...itemBase,
  kind: z.literal('whatIsThis'),
  targetId: z.string().min(1),
  options: z.array(label).min(2).max(8),
  /** Whether the picture leaves it open; questions without it are of a time when that was no answer. */
  isOpen: z.boolean().optional(),
});
type WhatIsThisItem = z.infer<typeof whatIsThisItem>;

const whatIsThisAnswer = z.object({
  ...answerBase,
  kind: z.literal('whatIsThis'),
  /** Null says that it cannot be told from this picture. */
  label: label.nullable(),
});
type WhatIsThisAnswer = z.infer<typeof whatIsThisAnswer>;

const whatIsThisGrade = z.object({
  ...gradeBase,
  kind: z.literal('whatIsThis'),
  truth: label,
  options: z.int(),
});
type WhatIsThisGrade = z.infer<typeof whatIsThisGrade>;

const OPTIONS = 4;
/** To see that nothing can be seen is harder than to name what can. */
const OPEN_DIFFICULTY = 0.9;

/** What would decide. */
const SECOND_LOOK: Record<Instrument, string> = {
  cone: 'Pass again with the down fan, which shows gaps and branches, or more slowly.',
  column: 'Wait: what moves or answers the lure is alive.',
  downFan: 'Pass again from another side, or look at it with the side fans for its shadow.',
  sideFans: 'Pass again from the other side, or nearer, so that its shadow falls on ground.',
  sector: 'Wait for more frames, and turn the fan: what moves is alive.',
};

export const whatIsThisSchemas = {
  item: whatIsThisItem,
  answer: whatIsThisAnswer,
  grade: whatIsThisGrade,
};

export const whatIsThis: ItemKind<WhatIsThisItem, WhatIsThisAnswer, WhatIsThisGrade> = {
  name: 'What is this?',
  needs: ['screen'],

  make({ refs, ground, random }) {
    if (ground.screens.length !== 1) return [];
    const [screen] = ground.screens;
    const { instrument } = screen.info;
    return seenOn(screen).flatMap((region): WhatIsThisItem[] => {
      if (region.label === 'other' || isCut(screen, region)) return [];
      const alike = LOOK_ALIKES[region.label].slice(0, OPTIONS - 1);
      const options = shuffled([region.label, ...alike], random);
      const read = readWhatIsThis(screen, region, options);
      if (read === 'misread') return [];
      const isOpen = read === 'open';
      return [
        {
          kind: 'whatIsThis',
          id: `whatIsThis:${region.targetId}:${refKey(refs[0])}`,
          screens: refs,
          skill: skillOfMark(region.label, instrument),
          difficulty: isOpen
            ? OPEN_DIFFICULTY
            : difficultyOfEcho(region, isPolar(instrument) ? 0.5 : 0),
          targetId: region.targetId,
          options,
          isOpen,
        },
      ];
    });
  },

  trials: (item, answer, grade) =>
    item.isOpen || answer.label === null
      ? {}
      : { naming: [{ truth: LABEL_NAMES[grade.truth], said: LABEL_NAMES[answer.label] }] },

  unseal: (answer) => answer,

  ask: () => 'What is the framed mark?',

  frames: ({ targetId }) => [{ screen: 0, targetId, badge: '' }],

  options: ({ options, isOpen }) => options.length + (isOpen === undefined ? 0 : 1),

  choices: ({ kind, options, isOpen }) => [
    ...options.map((one) => ({
      text: sentence(LABEL_NAMES[one]).slice(0, -1),
      given: { kind, label: one },
    })),
    ...(isOpen === undefined ? [] : [{ text: CANNOT_TELL, given: { kind, label: null } }]),
  ],

  grade(item, answer, { screens: [screen] }) {
    const { label: truth } = regionOf(screen, item.targetId);
    const right = answer.label === (item.isOpen ? null : truth);
    return {
      kind: 'whatIsThis',
      right,
      score: right ? 1 : 0,
      truth,
      options: item.options.length,
    };
  },

  explain(item, answer, grade, { screens: [screen] }, units) {
    const region = regionOf(screen, item.targetId);
    const name = (one: RegionLabel) => LABEL_NAMES[one];
    const cue = cueWords(region, cueGround(screen), units);
    if (item.isOpen) {
      const [one, other] = readMark(screen, region, item.options) ?? [];
      const between =
        one && other
          ? `By its picture it is as well ${name(one.label)} as ${name(other.label)}. `
          : '';
      return [
        openLine(grade.right, `${between}${SECOND_LOOK[screen.info.instrument]}`, { region }),
        line('plain', `In the water it is ${name(grade.truth)}`, sentence(cue)),
      ];
    }
    if (answer.label === null) {
      return [
        line('missed', `It is ${name(grade.truth)}, and it can be told`, sentence(cue), { region }),
      ];
    }
    if (grade.right) {
      return [line('right', `Right: ${name(grade.truth)}`, sentence(cue), { region })];
    }
    return [
      line('missed', `It is ${name(grade.truth)}, not ${name(answer.label)}`, sentence(cue), {
        region,
      }),
      line('plain', `Had it been ${name(answer.label)}`, sentence(CUE[answer.label])),
    ];
  },
};
