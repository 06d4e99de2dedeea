/** Work out a length from what the picture says: the arithmetic anglers do in their heads. */
import { z } from 'zod';
import { TRAITS } from '../../../sounding';
import type { TruthRegion } from '../../../reading';
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
  openLine,
  sentence,
  CANNOT_TELL,
  CERTAIN,
  THE_FORMULA,
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
  /** Whether the picture leaves it open; questions without it are of a time when that was no answer. */
  isOpen: z.boolean().optional(),
});
type MeasureItem = z.infer<typeof measureItem>;

const measureAnswer = z.object({
  ...answerBase,
  kind: z.literal('measure'),
  /** m, whatever unit it was typed in; null says that it cannot be told from this picture. */
  valueM: z.number().min(0).max(1e5).nullable(),
  /** What one pixel was in range and along the track on the picture it was read from, m. */
  pixelM: z.object({ range: z.number().min(0), along: z.number().min(0) }),
});
type MeasureAnswer = z.infer<typeof measureAnswer>;

const measureGrade = z.object({
  ...gradeBase,
  kind: z.literal('measure'),
  /** Null where the picture does not hold it. */
  truthM: z.number().nullable(),
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

/** To see that a number is not there is harder than to read one that is. */
const OPEN_DIFFICULTY = 0.9;

const LEAST_SHARE = 0.05;
const CELLS = 2;
/** Differences between picture and water from here on are told, m. */
const TOLD_FROM_M = 0.05;

function lookFor(
  { targetId }: Pick<MeasureItem, 'quantity' | 'targetId'>,
  screen: DrillScreen,
  units: UnitSystem,
) {
  const region = targetId === '' ? null : regionOf(screen, targetId);
  return { region, look: lookAt(screen, region, units) };
}

/** Why the picture leaves it open; null where it does not. */
const whyOpen = (
  item: Pick<MeasureItem, 'quantity' | 'targetId'>,
  screen: DrillScreen,
  units: UnitSystem = 'metric',
) => QUANTITIES[item.quantity].open?.(lookFor(item, screen, units).look) ?? null;

/** @param units of the numbers in the formula as it is written */
function judge(
  { quantity, targetId }: Pick<MeasureItem, 'quantity' | 'targetId'>,
  screen: DrillScreen,
  units: UnitSystem = 'metric',
) {
  const rule = QUANTITIES[quantity];
  const { region, look } = lookFor({ quantity, targetId }, screen, units);
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

/** What a careful reader gets from the picture, m; null where it does not hold it. */
export const readMeasure = (item: MeasureItem, screen: DrillScreen): number | null =>
  whyOpen(item, screen) === null ? (judge(item, screen)?.truthM ?? null) : null;

/** A careful reading of the picture gives what is in the water. */
function isFair(item: Pick<MeasureItem, 'quantity' | 'targetId'>, screen: DrillScreen): boolean {
  const judged = judge(item, screen);
  if (!judged) return false;
  const { truthM, inWaterM, toleranceM } = judged;
  const fits = Math.abs(inWaterM - truthM) <= toleranceM && truthM > 2 * toleranceM;
  return fits && Number.isFinite(truthM);
}

export const measureSchemas = { item: measureItem, answer: measureAnswer, grade: measureGrade };

function resultLine(
  right: boolean,
  saidM: number | null,
  truthM: number,
  toleranceM: number,
  region: TruthRegion | null,
  words: (metres: number) => string,
) {
  if (right) {
    const within = `Within the ${words(toleranceM)} that the cells allow.`;
    return line('right', `Right: ${words(truthM)}`, within, { region });
  }
  if (saidM === null) {
    return line('missed', `It is ${words(truthM)}`, 'The picture holds all that the sum needs.', {
      region,
    });
  }
  const off = saidM - truthM;
  return line(
    'missed',
    `It is ${words(truthM)}; you said ${words(saidM)}`,
    `${off > 0 ? 'Too long' : 'Too short'} by ${words(Math.abs(off))}; the cells allow ${words(toleranceM)}.`,
    { region },
  );
}

export const measureIt: ItemKind<MeasureItem, MeasureAnswer, MeasureGrade> = {
  name: 'Measure',
  trains: NAMES.map((name) => QUANTITIES[name].skill),
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
      const isOpen = whyOpen({ quantity, targetId }, screen) !== null;
      if (!isOpen && !isFair({ quantity, targetId }, screen)) return;
      const { skill, hardness } = QUANTITIES[quantity];
      made.push({
        kind: 'measure',
        id: `measure:${quantity}:${targetId}:${refKey(refs[0])}`,
        screens: refs,
        skill,
        difficulty: clampDifficulty(isOpen ? OPEN_DIFFICULTY : hardness),
        quantity,
        targetId,
        // The water under the boat is always on the picture.
        ...(targetId === '' ? {} : { isOpen }),
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

  unseal: (answer) => answer,

  ask: ({ quantity }) => QUANTITIES[quantity].ask,

  frames: ({ targetId }) => [{ screen: 0, targetId, badge: '' }],

  options: () => 0,

  said: (_item, { valueM }, units) =>
    valueM === null ? CANNOT_TELL : format(LENGTH[units], valueM, 1),

  right(item, ground) {
    const unread = { kind: item.kind, valueM: null, pixelM: { range: 0, along: 0 }, ...CERTAIN };
    return { ...unread, valueM: measureIt.grade(item, unread, ground).truthM };
  },

  trials: ({ quantity }, { valueM }, { truthM, right, slip }) => ({
    misread: slip === null ? [] : [{ truth: THE_FORMULA, said: slip }],
    ...(valueM === null || truthM === null
      ? {}
      : { measured: { quantity, truthM, errorShare: (valueM - truthM) / truthM, right } }),
  }),

  grade(item, answer, { screens: [screen] }) {
    const { valueM } = answer;
    if (item.isOpen) {
      const right = valueM === null;
      return {
        kind: 'measure',
        right,
        score: right ? 1 : 0,
        truthM: null,
        toleranceM: 0,
        slip: null,
      };
    }
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
    const off = valueM === null ? Infinity : Math.abs(valueM - truthM);
    const right = off <= toleranceM;
    const slip =
      right || valueM === null
        ? undefined
        : reading.slips.find((one) => Math.abs(valueM - one.valueM) <= toleranceM);
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
    const words = (metres: number) => format(LENGTH[units], metres, 2);
    const { truthM } = grade;
    if (truthM === null) {
      const { region } = lookFor(item, screen, units);
      return [openLine(grade.right, whyOpen(item, screen, units) ?? '', { region })];
    }
    const judged = judge(item, screen, units)!;
    const { region, reading, inWaterM } = judged;
    const lines = [resultLine(grade.right, answer.valueM, truthM, grade.toleranceM, region, words)];
    if (grade.slip) lines.push(line('false', 'A usual slip', `With this answer ${grade.slip}.`));
    lines.push(line('plain', 'How it is done', `${reading.formula} = ${words(reading.valueM)}`));
    const moreM = truthM - inWaterM;
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
