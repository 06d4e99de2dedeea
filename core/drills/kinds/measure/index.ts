/** Work out a length from what the picture says: the arithmetic anglers do in their heads. */
import { z } from 'zod';
import { TRAITS } from '../../../sounding';
import { format, LENGTH, type UnitSystem } from '../../../units';
import { depthUnderM } from '../../drawn';
import { type DrillScreen, regionOf, seenOn, whereabouts } from '../../drillScreen';
import {
  answerBase,
  clampDifficulty,
  gradeBase,
  itemBase,
  type ItemKind,
  line,
  sentence,
} from '../../itemBase';
import { refKey } from '../../recipe';
import { behind } from './behind';
import { deadZone } from './deadZone';
import { depth } from './depth';
import { footprint } from './footprint';
import { groundRange } from './groundRange';
import { length } from './length';
import { offBottom } from './offBottom';
import { lookAt, type QuantityRule } from './quantity';
import { shadowGap } from './shadowGap';
import { shadowHeight } from './shadowHeight';

/** Adding a quantity: write its file, name it here. */
const RULES = {
  depth,
  offBottom,
  groundRange,
  shadowHeight,
  shadowGap,
  length,
  behind,
  footprint,
  deadZone,
};
export type Quantity = keyof typeof RULES;
export const QUANTITIES: Record<Quantity, QuantityRule> = RULES;
const NAMES = Object.keys(RULES) as [Quantity, ...Quantity[]];

const measureItem = z.object({
  ...itemBase,
  kind: z.literal('measure'),
  quantity: z.enum(NAMES),
  /** Empty where the water under the boat is meant. */
  targetId: z.string(),
});
type MeasureItem = z.infer<typeof measureItem>;

const measureAnswer = z.object({
  ...answerBase,
  kind: z.literal('measure'),
  /** m, whatever unit it was typed in. */
  valueM: z.number().min(0).max(1e5),
  /** What one pixel was in range and along the track on the picture it was read from, m. */
  pixelM: z.object({ range: z.number().min(0), along: z.number().min(0) }),
});
type MeasureAnswer = z.infer<typeof measureAnswer>;

const measureGrade = z.object({
  ...gradeBase,
  kind: z.literal('measure'),
  truthM: z.number(),
  toleranceM: z.number(),
  /** The usual wrong formula that gives this answer, in words; null where it is none. */
  slip: z.string().nullable(),
});
type MeasureGrade = z.infer<typeof measureGrade>;

/** Ground is taken as level where it falls by less than this share over the last part of the track. */
const LEVEL_SLOPE = 0.08;
const LEVEL_PART = 0.2;

/** The picture shows level ground under the boat now. */
function isLevel(screen: DrillScreen): boolean {
  const { track, pingCount } = screen;
  const last = pingCount - 1;
  const from = Math.floor((1 - LEVEL_PART) * last);
  const fallM = Math.abs(depthUnderM(screen, last) - depthUnderM(screen, from));
  return fallM <= LEVEL_SLOPE * Math.abs(track.alongM[last] - track.alongM[from]) + 0.05;
}

const LEAST_SHARE = 0.05;
const CELLS = 2;
/** Differences between picture and water from here on are told, m. */
const TOLD_FROM_M = 0.05;

/** @param units of the numbers in the formula as it is written */
function judge(
  { quantity, targetId }: Pick<MeasureItem, 'quantity' | 'targetId'>,
  screen: DrillScreen,
  units: UnitSystem = 'metric',
) {
  const rule = QUANTITIES[quantity];
  const region = targetId === '' ? null : regionOf(screen, targetId);
  const look = lookAt(screen, region, units);
  const reading = rule.read(look);
  if (!reading) return null;
  // Graded by what a careful reader gets from the picture: nobody can read more.
  const truthM = reading.valueM;
  const target = screen.targets.find(({ id }) => id === targetId);
  const at = target && whereabouts(screen, targetId, look.slot);
  const inWaterM = (target && at && rule.known?.(target, at, truthM)) ?? truthM;
  const toleranceM = Math.max(
    CELLS * (reading.perRangeM + reading.perAlongM),
    LEAST_SHARE * truthM,
  );
  return { region, reading, truthM, inWaterM, toleranceM };
}

export const measureSchemas = { item: measureItem, answer: measureAnswer, grade: measureGrade };

export const measureIt: ItemKind<MeasureItem, MeasureAnswer, MeasureGrade> = {
  name: 'Measure',
  needs: ['screen'],

  make({ refs, ground }) {
    const [screen] = ground.screens;
    if (ground.screens.length !== 1) return [];
    const { picture, isHeld } = TRAITS[screen.info.instrument];
    const able = NAMES.filter((name) => {
      const { on, standing } = QUANTITIES[name];
      return on.some((one) => one === picture) && (standing || !isHeld);
    });
    const made: MeasureItem[] = [];
    const add = (quantity: Quantity, targetId: string) => {
      const judged = judge({ quantity, targetId }, screen);
      if (!judged) return;
      const { truthM, inWaterM, toleranceM } = judged;
      // Fair only where a careful reading of the picture gives what is in the water.
      const fits = Math.abs(inWaterM - truthM) <= toleranceM && truthM > 2 * toleranceM;
      if (!fits || !Number.isFinite(truthM)) return;
      const { skill, hardness } = QUANTITIES[quantity];
      made.push({
        kind: 'measure',
        id: `measure:${quantity}:${targetId}:${refKey(refs[0])}`,
        screens: refs,
        skill,
        difficulty: clampDifficulty(hardness),
        quantity,
        targetId,
      });
    };
    for (const { label, targetId } of seenOn(screen)) {
      for (const name of able) if (QUANTITIES[name].of?.(label)) add(name, targetId);
    }
    const isRound = screen.info.channels[0].acrossBeamwidthDeg === null;
    if (isRound && isLevel(screen)) {
      for (const name of able) if (!QUANTITIES[name].of) add(name, '');
    }
    return made;
  },

  ask: ({ quantity }) => QUANTITIES[quantity].ask,

  options: () => 0,

  trials: ({ quantity }, { valueM }, { truthM, right, slip }) => ({
    misread: slip === null ? [] : [{ truth: 'the formula', said: slip }],
    measured: { quantity, truthM, errorShare: (valueM - truthM) / truthM, right },
  }),

  grade(item, answer, { screens: [screen] }) {
    const judged = judge(item, screen);
    if (!judged) throw new Error('The screen no longer gives what is to be measured.');
    const { reading, truthM } = judged;
    const { range, along } = answer.pixelM;
    const step = screen.info.rangeStepM;
    // Two cells or two pixels of every reading, whichever are larger, or a twentieth of the truth.
    const coarse = Math.max(1, range / step);
    const perAlongM = Math.max(reading.perAlongM, reading.perAlongM > 0 ? along : 0);
    const toleranceM = Math.max(
      CELLS * (reading.perRangeM * coarse + perAlongM),
      LEAST_SHARE * truthM,
    );
    const off = Math.abs(answer.valueM - truthM);
    const right = off <= toleranceM;
    const slip = right
      ? undefined
      : reading.slips.find(({ valueM }) => Math.abs(answer.valueM - valueM) <= toleranceM);
    return {
      kind: 'measure',
      right,
      score: right ? 1 : off <= 2 * toleranceM ? 0.5 : 0,
      truthM,
      toleranceM,
      slip: slip?.text ?? null,
    };
  },

  explain(item, answer, grade, { screens: [screen] }, units) {
    const judged = judge(item, screen, units)!;
    const words = (metres: number) => format(LENGTH[units], metres, 2);
    const { region, reading, inWaterM } = judged;
    const off = answer.valueM - grade.truthM;
    const lines = [
      line(
        grade.right ? 'right' : 'missed',
        grade.right
          ? `Right: ${words(grade.truthM)}`
          : `It is ${words(grade.truthM)}; you said ${words(answer.valueM)}`,
        grade.right
          ? `Within the ${words(grade.toleranceM)} that the cells allow.`
          : `${off > 0 ? 'Too long' : 'Too short'} by ${words(Math.abs(off))}; the cells allow ${words(grade.toleranceM)}.`,
        { region },
      ),
    ];
    if (grade.slip) lines.push(line('false', 'A usual slip', `With this answer ${grade.slip}.`));
    lines.push(line('plain', 'How it is done', `${reading.formula} = ${words(reading.valueM)}`));
    const moreM = grade.truthM - inWaterM;
    if (Math.abs(moreM) >= TOLD_FROM_M) {
      const much = `${words(Math.abs(moreM))} ${moreM > 0 ? 'less' : 'more'} than the picture gives`;
      lines.push(
        line(
          'plain',
          `In the water: ${words(inWaterM)}`,
          sentence(`${much}: ${QUANTITIES[item.quantity].whyOff}`),
        ),
      );
    }
    return lines;
  },
};
