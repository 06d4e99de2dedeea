/** Name one marked echo; the choices are what it is taken for. */
import { isPolar } from '../../sounding';
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
  sentence,
} from '../itemBase';
import { LOOK_ALIKES } from '../lookAlikes';
import { refKey } from '../recipe';
import { skillOfMark } from '../skills';

const label = z.enum(REGION_LABELS);

const whatIsThisItem = z.object({
  ...itemBase,
  kind: z.literal('whatIsThis'),
  targetId: z.string().min(1),
  options: z.array(label).min(2).max(8),
});
type WhatIsThisItem = z.infer<typeof whatIsThisItem>;

const whatIsThisAnswer = z.object({ ...answerBase, kind: z.literal('whatIsThis'), label });
type WhatIsThisAnswer = z.infer<typeof whatIsThisAnswer>;

const whatIsThisGrade = z.object({
  ...gradeBase,
  kind: z.literal('whatIsThis'),
  truth: label,
  options: z.int(),
});
type WhatIsThisGrade = z.infer<typeof whatIsThisGrade>;

const OPTIONS = 4;

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
      if (region.label === 'other') return [];
      const alike = LOOK_ALIKES[region.label].slice(0, OPTIONS - 1);
      return [
        {
          kind: 'whatIsThis',
          id: `whatIsThis:${region.targetId}:${refKey(refs[0])}`,
          screens: refs,
          skill: skillOfMark(region.label, instrument),
          difficulty: difficultyOfEcho(region, isPolar(instrument) ? 0.5 : 0),
          targetId: region.targetId,
          options: shuffled([region.label, ...alike], random),
        },
      ];
    });
  },

  trials: (_item, answer, grade) => ({
    naming: [{ truth: LABEL_NAMES[grade.truth], said: LABEL_NAMES[answer.label] }],
  }),

  ask: () => 'What is the framed mark?',

  options: ({ options }) => options.length,

  grade(item, answer, { screens: [screen] }) {
    const { label: truth } = regionOf(screen, item.targetId);
    const right = answer.label === truth;
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
    const cue = cueWords(region, screen, units);
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
