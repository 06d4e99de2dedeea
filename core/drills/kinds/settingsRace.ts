/** A picture with several controls astray: make it clear in the fewest moves. */
import { z } from 'zod';
import { viewSchema } from '../../display';
import { betterView, mendScore } from '../../reading';
import { FAULTS } from '../../setup';
import { regionOf } from '../drillScreen';
import {
  answerBase,
  clampDifficulty,
  gradeBase,
  itemBase,
  type ItemKind,
  line,
  counted,
} from '../itemBase';
import { clarityInput, MENDED_SCORE, mendLine, mendTarget, USUAL_RANGE_PX } from '../mend';
import { refKey } from '../recipe';

const settingsRaceItem = z.object({
  ...itemBase,
  kind: z.literal('settingsRace'),
  mendTargetId: z.string().min(1),
});
type SettingsRaceItem = z.infer<typeof settingsRaceItem>;

const settingsRaceAnswer = z.object({
  ...answerBase,
  kind: z.literal('settingsRace'),
  view: viewSchema,
  /** Length of its picture along the range. */
  rangePx: z.number().min(1),
  /** Controls taken in hand, one after another. */
  moves: z.int().min(1).max(1000),
});
type SettingsRaceAnswer = z.infer<typeof settingsRaceAnswer>;

const settingsRaceGrade = z.object({
  ...gradeBase,
  kind: z.literal('settingsRace'),
  mend: z.object({
    start: z.number(),
    now: z.number(),
    best: z.number(),
    score: z.number(),
    needless: z.array(z.string()),
  }),
  moves: z.int(),
  /** What it takes. */
  fewest: z.int(),
});
type SettingsRaceGrade = z.infer<typeof settingsRaceGrade>;

export const settingsRaceSchemas = {
  item: settingsRaceItem,
  answer: settingsRaceAnswer,
  grade: settingsRaceGrade,
};

/** A right mend counts so much; the rest is for doing it in the fewest moves. */
const MENDED_SHARE = 0.7;
const LEAST_FAULTS = 2;
const PER_FAULT = 0.5;

export const settingsRace: ItemKind<SettingsRaceItem, SettingsRaceAnswer, SettingsRaceGrade> = {
  name: 'Settings race',
  trains: ['gain', 'rangeAndZoom'],
  needs: ['fault'],

  make({ refs, ground }) {
    const [screen] = ground.screens;
    const faults = screen.faults ?? [];
    if (ground.screens.length !== 1 || faults.length < LEAST_FAULTS) return [];
    if (!faults.every((id) => FAULTS[id].view)) return [];
    const target = mendTarget(screen);
    if (!target) return [];
    return [
      {
        kind: 'settingsRace',
        id: `settingsRace:${refKey(refs[0])}`,
        screens: refs,
        skill: faults.includes('wrongRange') ? 'rangeAndZoom' : 'gain',
        difficulty: clampDifficulty(PER_FAULT * (faults.length - LEAST_FAULTS)),
        mendTargetId: target.targetId,
      },
    ];
  },

  ask: () => 'Make the marks stand out, in as few moves as you can.',

  options: () => 0,

  said: (_item, { moves }) => counted(moves, 'move', 'moves'),

  grade({ mendTargetId }, { view, rangePx, moves }, { screens: [screen] }) {
    const region = regionOf(screen, mendTargetId);
    const mend = mendScore(clarityInput(screen, region, rangePx), screen.view, view);
    const usual = clarityInput(screen, region, USUAL_RANGE_PX);
    const fewest = Math.max(1, betterView(usual, screen.view).moves);
    const right = mend.score >= MENDED_SCORE;
    const swift = right ? Math.min(1, fewest / moves) : 0;
    const score = Math.min(1, MENDED_SHARE * mend.score + (1 - MENDED_SHARE) * swift);
    return { kind: 'settingsRace', right, score, mend, moves, fewest };
  },

  explain({ mendTargetId }, _answer, { mend, moves, fewest }, { screens: [screen] }) {
    const isSwift = moves <= fewest;
    return [
      mendLine(mend, regionOf(screen, mendTargetId)),
      line(
        isSwift ? 'right' : 'plain',
        `${moves} ${moves === 1 ? 'move' : 'moves'}; ${fewest} would do`,
        isSwift
          ? 'Nobody does it in fewer.'
          : 'Look first for what is farthest off: range, then what filters take away, then gain.',
      ),
      ...(screen.faults ?? []).map((id) =>
        line('plain', FAULTS[id].name, `${FAULTS[id].sign} ${FAULTS[id].remedy}`),
      ),
    ];
  },
};
