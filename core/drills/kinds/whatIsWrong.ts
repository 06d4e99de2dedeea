/** Name what is wrong with a picture and, where its controls can, mend it. */
import { z } from 'zod';
import { viewSchema } from '../../display';
import { mendScore, type MendScore } from '../../reading';
import { shuffled } from '../../random';
import { FAULT_IDS, FAULTS, type FaultId } from '../../setup';
import { regionOf, seenOn } from '../drillScreen';
import { answerBase, clampDifficulty, gradeBase, itemBase, type ItemKind, line } from '../itemBase';
import { clarityInput, MENDED_SCORE, mendLine, mendTarget } from '../mend';
import { refKey } from '../recipe';
import type { SkillId } from '../skills';

const WRONGS = [...FAULT_IDS, 'nothing'] as const;
export type Wrong = (typeof WRONGS)[number];
const wrong = z.enum(WRONGS);

const whatIsWrongItem = z.object({
  ...itemBase,
  kind: z.literal('whatIsWrong'),
  options: z.array(wrong).min(2).max(6),
  /** What is to be made clear; null where moving the controls of the picture mends nothing. */
  mendTargetId: z.string().nullable(),
});
type WhatIsWrongItem = z.infer<typeof whatIsWrongItem>;

const whatIsWrongAnswer = z.object({
  ...answerBase,
  kind: z.literal('whatIsWrong'),
  wrong,
  /** The view as it was left, and the length of its picture along the range; null where none was mended. */
  mended: z.object({ view: viewSchema, rangePx: z.number().min(1) }).nullable(),
});
type WhatIsWrongAnswer = z.infer<typeof whatIsWrongAnswer>;

const whatIsWrongGrade = z.object({
  ...gradeBase,
  kind: z.literal('whatIsWrong'),
  truth: wrong,
  named: z.boolean(),
  options: z.int(),
  mend: z
    .object({
      start: z.number(),
      now: z.number(),
      best: z.number(),
      score: z.number(),
      needless: z.array(z.string()),
    })
    .nullable(),
});
type WhatIsWrongGrade = z.infer<typeof whatIsWrongGrade>;

const SKILL: Record<Wrong, SkillId> = {
  tilted: 'distortions',
  rolled: 'distortions',
  air: 'distortions',
  crossTalk: 'clutter',
  electrical: 'clutter',
  stopStart: 'distortions',
  hardTurn: 'distortions',
  gainFull: 'gain',
  filterLeft: 'gain',
  starved: 'distortions',
  wrongRange: 'rangeAndZoom',
  scrollMismatch: 'scroll',
  nothing: 'gain',
};

const HARDNESS: Record<Wrong, number> = {
  tilted: 1,
  rolled: 0.8,
  air: 0.2,
  crossTalk: -0.6,
  electrical: 0.2,
  stopStart: 0,
  hardTurn: 0.4,
  gainFull: -1.6,
  filterLeft: 1.4,
  starved: 0,
  wrongRange: -1.8,
  scrollMismatch: -0.4,
  nothing: 0.4,
};

/** What is confused with what, on one picture. */
const OPTIONS = 4;

export const WRONG_NAMES: Record<Wrong, string> = {
  ...(Object.fromEntries(FAULT_IDS.map((id) => [id, FAULTS[id].name])) as Record<FaultId, string>),
  nothing: 'Nothing is wrong',
};

export const whatIsWrongSchemas = {
  item: whatIsWrongItem,
  answer: whatIsWrongAnswer,
  grade: whatIsWrongGrade,
};

export const whatIsWrong: ItemKind<WhatIsWrongItem, WhatIsWrongAnswer, WhatIsWrongGrade> = {
  name: 'What is wrong?',
  trains: Object.values(SKILL),
  needs: ['fault'],

  make({ refs, ground, random }) {
    const [screen] = ground.screens;
    if (ground.screens.length !== 1 || screen.faults === null) return [];
    const { faults } = screen;
    if (faults.length > 1) return [];
    const truth: Wrong = faults.at(0) ?? 'nothing';
    const { instrument } = screen.info;
    const seen = seenOn(screen);
    const ofPicture = truth !== 'nothing' && FAULTS[truth].view !== undefined;
    const mends = ofPicture ? mendTarget(screen) : null;
    // Whether it can be told from this screen at all.
    const shows =
      truth === 'nothing'
        ? seen.length > 0
        : FAULTS[truth].shows.includes(instrument) &&
          (truth !== 'tilted' || seen.some(({ label }) => label === 'fish')) &&
          (!ofPicture || mends !== null);
    if (!shows) return [];
    const others = FAULT_IDS.filter((id) => id !== truth && FAULTS[id].shows.includes(instrument));
    const alike: Wrong[] = shuffled(others, random).slice(
      0,
      OPTIONS - (truth === 'nothing' ? 1 : 2),
    );
    const options: Wrong[] = shuffled(
      truth === 'nothing' ? [...alike, truth] : [...alike, truth, 'nothing'],
      random,
    );
    return [
      {
        kind: 'whatIsWrong',
        id: `whatIsWrong:${refKey(refs[0])}`,
        screens: refs,
        skill: SKILL[truth],
        difficulty: clampDifficulty(HARDNESS[truth]),
        options,
        mendTargetId: mends?.targetId ?? null,
      },
    ];
  },

  ask: () => 'Is anything wrong with this picture?',

  options: ({ options }) => options.length,

  choices: ({ kind, options }) =>
    options.map((one) => ({ text: WRONG_NAMES[one], given: { kind, wrong: one, mended: null } })),

  said: (_item, { wrong: named }) => WRONG_NAMES[named],

  trials: (_item, answer, grade) => ({
    misread: grade.named
      ? []
      : [
          {
            truth: WRONG_NAMES[grade.truth].toLowerCase(),
            said: WRONG_NAMES[answer.wrong].toLowerCase(),
          },
        ],
  }),

  grade(item, answer, { screens: [screen] }) {
    const truth: Wrong = screen.faults?.at(0) ?? 'nothing';
    const named = answer.wrong === truth;
    let mend: MendScore | null = null;
    if (item.mendTargetId && answer.mended) {
      const input = clarityInput(
        screen,
        regionOf(screen, item.mendTargetId),
        answer.mended.rangePx,
      );
      mend = mendScore(input, screen.view, answer.mended.view);
    }
    const mended = mend?.score ?? 0;
    const asked = item.mendTargetId !== null;
    return {
      kind: 'whatIsWrong',
      right: named && (!asked || mended >= MENDED_SCORE),
      score: asked ? (named ? 0.5 : 0) + 0.5 * mended : named ? 1 : 0,
      truth,
      named,
      options: item.options.length,
      mend,
    };
  },

  explain(item, answer, grade, { screens: [screen] }) {
    const { truth, mend } = grade;
    const isNothing = truth === 'nothing';
    const lines = [
      line(
        grade.named ? 'right' : 'missed',
        grade.named ? `Right: ${WRONG_NAMES[truth].toLowerCase()}` : WRONG_NAMES[truth],
        isNothing
          ? 'A fair picture. Most are: leave the controls alone then.'
          : `${FAULTS[truth].sign} ${FAULTS[truth].remedy}`,
      ),
    ];
    if (!grade.named && answer.wrong !== 'nothing') {
      lines.push(
        line(
          'plain',
          `Had it been “${WRONG_NAMES[answer.wrong].toLowerCase()}”`,
          FAULTS[answer.wrong].sign,
        ),
      );
    }
    if (mend && item.mendTargetId) {
      lines.push(mendLine(mend, regionOf(screen, item.mendTargetId)));
    }
    return lines;
  },
};
