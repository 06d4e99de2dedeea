/** Work out a length from what the picture says: the arithmetic anglers do in their heads. */
import { z } from 'zod';
import {
  deadZoneM,
  footprintM,
  groundRangeM,
  heightFromShadowM,
  heightOffBottomM,
  type OutlineRow,
  shadowOf,
  type TruthRegion,
} from '../../reading';
import { hypot } from '../../numeric';
import type { Target } from '../../targets';
import { format, formatNumber, LENGTH, type UnitSystem } from '../../units';
import { type DrillScreen, regionOf, seenOn, slotOf, whereabouts } from '../drillScreen';
import { depthUnderM } from '../drawn';
import {
  answerBase,
  clampDifficulty,
  gradeBase,
  itemBase,
  type ItemKind,
  line,
  sentence,
} from '../itemBase';
import { refKey } from '../recipe';
import type { SkillId } from '../skills';

const QUANTITIES = [
  'depth',
  'offBottom',
  'behind',
  'groundRange',
  'shadowHeight',
  'shadowGap',
  'length',
  'footprint',
  'deadZone',
] as const;
export type Quantity = (typeof QUANTITIES)[number];

export const measureItem = z.object({
  ...itemBase,
  kind: z.literal('measure'),
  quantity: z.enum(QUANTITIES),
  /** Empty where the water under the boat is meant. */
  targetId: z.string(),
});
type MeasureItem = z.infer<typeof measureItem>;

export const measureAnswer = z.object({
  ...answerBase,
  kind: z.literal('measure'),
  /** m, whatever unit it was typed in. */
  valueM: z.number().min(0).max(1e5),
  /** What one pixel was in range and along the track on the picture it was read from, m. */
  pixelM: z.object({ range: z.number().min(0), along: z.number().min(0) }),
});
type MeasureAnswer = z.infer<typeof measureAnswer>;

export const measureGrade = z.object({
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

/** A reading, and what it would be with its ranges and pings read a little off. */
interface Reading {
  valueM: number;
  /** Change for one cell of range and for one ping, m. */
  perRangeM: number;
  perAlongM: number;
  formula: string;
  slips: { valueM: number; text: string }[];
}

/**
 * What a careful reader gets from the picture, by the formula of the quantity; null where it cannot be read.
 * @param units of the numbers in the formula as it is written
 */
function read(
  quantity: Quantity,
  screen: DrillScreen,
  region: TruthRegion | null,
  units: UnitSystem,
): Reading | null {
  const n = (metres: number) => formatNumber(LENGTH[units].show(metres), 2);
  const plainNumber = (value: number) => formatNumber(value, 1);
  const { info, track } = screen;
  const last = screen.pingCount - 1;
  const step = info.rangeStepM;
  const ping = region?.peak.ping ?? screen.firstPing + last;
  const slot = slotOf(screen, ping);
  const bottomM = depthUnderM(screen, slot);
  const altitudeM = bottomM - info.draftM;
  const rangeM = region ? (region.peak.bin + 0.5) * step : altitudeM;
  const perPingM = slot > 0 ? Math.abs(track.alongM[slot] - track.alongM[slot - 1]) : 0;
  const plain = { perRangeM: step, perAlongM: 0, slips: [] };
  const [channel] = info.channels;
  const acrossDeg = channel.acrossBeamwidthDeg ?? channel.beamwidthDeg;
  switch (quantity) {
    case 'depth':
      return {
        ...plain,
        valueM: info.draftM + rangeM,
        formula: `depth = draft + range = ${n(info.draftM)} + ${n(rangeM)}`,
        slips: [{ valueM: bottomM, text: 'that is the depth of the bottom' }],
      };
    case 'offBottom': {
      const depthM = info.draftM + rangeM;
      return {
        ...plain,
        perRangeM: 2 * step,
        valueM: bottomM - depthM,
        formula: `bottom − depth of the mark = ${n(bottomM)} − ${n(depthM)}`,
        slips: [{ valueM: depthM, text: 'that is its depth under the surface' }],
      };
    }
    case 'behind': {
      const behindM = track.alongM[last] - track.alongM[slot];
      const ageS = track.timeS[last] - track.timeS[slot];
      if (ageS < 2) return null;
      return {
        ...plain,
        perRangeM: 0,
        perAlongM: perPingM,
        valueM: behindM,
        formula: `speed × time since = ${n(behindM / ageS)} × ${plainNumber(ageS)} s`,
        slips: [{ valueM: ageS, text: 'that is seconds taken for metres' }],
      };
    }
    case 'groundRange': {
      if (rangeM <= 1.15 * altitudeM) return null;
      const valueM = groundRangeM(rangeM, altitudeM);
      return {
        ...plain,
        perRangeM: groundRangeM(rangeM + step, altitudeM) - valueM,
        valueM,
        formula: `√(R² − h²) = √(${n(rangeM)}² − ${n(altitudeM)}²)`,
        slips: [
          { valueM: rangeM, text: 'that is the slant range taken for distance on the chart' },
        ],
      };
    }
    case 'shadowHeight':
    case 'shadowGap': {
      const shadow = region && shadowOf(region, screen);
      if (!shadow) return null;
      const { altitudeM: highM, nearM, thingM, fromM, endM, touches } = shadow;
      if (quantity === 'shadowHeight') {
        if (!touches) return null;
        const valueM = heightFromShadowM(highM, nearM, endM);
        return {
          ...plain,
          perRangeM:
            Math.abs(heightFromShadowM(highM, nearM - step, endM) - valueM) +
            Math.abs(heightFromShadowM(highM, nearM, endM + step) - valueM),
          valueM,
          formula: `h (R end − R near) / R end = ${n(highM)} × (${n(endM)} − ${n(nearM)}) / ${n(endM)}`,
          slips: [
            {
              valueM: heightFromShadowM(highM, fromM, endM),
              text: 'that takes the shadow from its start, not from the near edge of the echo',
            },
            { valueM: endM - nearM, text: 'that is the length of the shadow itself' },
          ],
        };
      }
      if (touches) return null;
      const valueM = heightOffBottomM(highM, thingM, fromM);
      return {
        ...plain,
        perRangeM:
          Math.abs(heightOffBottomM(highM, thingM - step, fromM) - valueM) +
          Math.abs(heightOffBottomM(highM, thingM, fromM + step) - valueM),
        valueM,
        formula: `h (1 − R fish / R shadow) = ${n(highM)} × (1 − ${n(thingM)} / ${n(fromM)})`,
        slips: [{ valueM: fromM - thingM, text: 'that is the gap on the picture' }],
      };
    }
    case 'length': {
      if (!region || region.outline.length < 8) return null;
      const [first, end] = [region.outline[0], region.outline.at(-1)!];
      const alongM =
        track.alongM[slotOf(screen, end.ping)] - track.alongM[slotOf(screen, first.ping)];
      const out = (row: OutlineRow) =>
        groundRangeM(((row.firstBin + row.lastBin + 1) / 2) * step, altitudeM);
      const acrossM = out(end) - out(first);
      return {
        valueM: hypot(alongM, acrossM),
        perRangeM: 2 * step,
        perAlongM: 2 * perPingM,
        formula: `√(along² + across²) = √(${n(alongM)}² + ${n(Math.abs(acrossM))}²)`,
        slips: [],
      };
    }
    case 'footprint':
      return {
        ...plain,
        perRangeM: footprintM(rangeM + step, acrossDeg) - footprintM(rangeM, acrossDeg),
        valueM: footprintM(rangeM, acrossDeg),
        formula: `2 d tan(θ/2) = 2 × ${n(rangeM)} × tan ${plainNumber(acrossDeg / 2)}°`,
        slips: [
          {
            valueM: footprintM(rangeM, acrossDeg) / 2,
            text: 'that is from the middle to the edge: the footprint is twice as wide',
          },
          {
            valueM: footprintM(rangeM, 2 * acrossDeg),
            text: 'that takes the whole angle where half of it belongs',
          },
        ],
      };
    case 'deadZone':
      return {
        ...plain,
        valueM: deadZoneM(altitudeM, acrossDeg, channel.rangeCellM),
        formula: `d (1 − cos θ/2) + cell = ${n(altitudeM)} × (1 − cos ${plainNumber(acrossDeg / 2)}°) + ${n(channel.rangeCellM)}`,
        slips: [],
      };
  }
}

const LEAST_SHARE = 0.05;
const CELLS = 2;

const WIDE_M = 0.6;
const isWide = (target: Target) =>
  ('radiusM' in target && target.radiusM > WIDE_M) ||
  (target.kind !== 'fish' && 'lengthM' in target && target.lengthM > 2 * WIDE_M);

/** What the water holds, where the simulation knows it by itself; else what the reading gives. */
function knownM(
  quantity: Quantity,
  screen: DrillScreen,
  region: TruthRegion,
  readM: number,
): number {
  const target = screen.targets.find(({ id }) => id === region.targetId);
  if (!target) return readM;
  const slot = slotOf(screen, region.peak.ping);
  const at = whereabouts(screen, region.targetId, slot);
  if (!at) return readM;
  switch (quantity) {
    case 'depth':
      return at.depthM ?? readM;
    case 'offBottom':
    case 'shadowGap':
      return at.overBottomM ?? readM;
    case 'groundRange':
      // The near side of a wide thing is what is seen, not its middle.
      if (isWide(target)) return readM;
      return at.awayM;
    case 'shadowHeight':
      return 'heightM' in target ? target.heightM : readM;
    case 'length':
      return 'lengthM' in target ? target.lengthM : readM;
    case 'behind':
    case 'footprint':
    case 'deadZone':
      return readM;
  }
}

function judge(
  item: Pick<MeasureItem, 'quantity' | 'targetId'>,
  screen: DrillScreen,
  units: UnitSystem = 'metric',
) {
  const region = item.targetId === '' ? null : regionOf(screen, item.targetId);
  const reading = read(item.quantity, screen, region, units);
  if (!reading) return null;
  // Graded by what a careful reader gets from the picture: nobody can read more.
  const truthM = reading.valueM;
  const inWaterM = region ? knownM(item.quantity, screen, region, truthM) : truthM;
  const toleranceM = Math.max(
    CELLS * (reading.perRangeM + reading.perAlongM),
    LEAST_SHARE * truthM,
  );
  return { region, reading, truthM, inWaterM, toleranceM };
}

const ASK: Record<Quantity, string> = {
  depth: 'How deep is the framed mark?',
  offBottom: 'How high over the bottom is the framed mark?',
  behind: 'How far behind the boat is the framed mark now?',
  groundRange: 'How far from the track, over the ground, is the framed mark?',
  shadowHeight: 'How high does the framed thing stand? Use its shadow.',
  shadowGap: 'How high over the bottom does the framed fish hang? Use its shadow.',
  length: 'How long is the framed thing?',
  footprint: 'How wide is the beam at the bottom, under the boat now? Take the ground as level.',
  deadZone:
    'How far over the bottom must a fish at the beam’s edge be to show, under the boat now? Take the ground as level.',
};

/** A hint of what there is to work with. */
export const MEASURE_HELP: Record<Quantity, string> = {
  depth: 'The scale starts at the surface.',
  offBottom: 'Two depths, one difference.',
  behind: 'Speed times the time since it was heard.',
  groundRange: 'The scale is slant range; the depth under the boat is the dark middle.',
  shadowHeight: 'Near edge of the echo, end of the shadow, depth under the boat.',
  shadowGap: 'Range of the fish, range where its shadow begins, depth under the boat.',
  length: 'Along the track and across it, then the root of the squares.',
  footprint: 'Depth and the angle of the beam.',
  deadZone: 'Depth, the angle of the beam, and one range cell.',
};

/** Differences between picture and water from here on are told, m. */
const TOLD_FROM_M = 0.05;

/** Why the picture gives something else than the water holds. */
const WHY_OFF: Record<Quantity, string> = {
  depth: 'beside the axis a mark is heard at a longer range than straight down',
  offBottom:
    'beside the axis a mark is heard at a longer range, and over a slope the bottom is drawn where its nearest part lies',
  behind: 'the mark is widest where the boat was nearest',
  groundRange: 'the sum takes the ground as level, and the mark as lying on it',
  shadowHeight: 'the sum takes the ground as level; a ragged top throws a ragged shadow',
  shadowGap: 'the sum takes the ground as level',
  length: 'its ends are drawn as wide as the beam there',
  footprint: 'the sum takes the ground as level',
  deadZone: 'the sum takes the ground as level',
};

const SKILL: Record<Quantity, SkillId> = {
  depth: 'depthScale',
  offBottom: 'nearBottom',
  behind: 'nowAndHistory',
  groundRange: 'sideGeometry',
  shadowHeight: 'shadows',
  shadowGap: 'shadows',
  length: 'built',
  footprint: 'frequency',
  deadZone: 'nearBottom',
};

const HARDNESS: Record<Quantity, number> = {
  depth: -2,
  offBottom: -1.2,
  behind: -0.5,
  groundRange: 0,
  shadowHeight: 0.8,
  shadowGap: 1,
  length: 0.6,
  footprint: 0.2,
  deadZone: 1.4,
};

const DOWN: Quantity[] = ['depth', 'offBottom', 'behind'];
const ASIDE: Quantity[] = ['groundRange', 'shadowHeight', 'shadowGap', 'length', 'behind'];

export const measureIt: ItemKind<MeasureItem, MeasureAnswer, MeasureGrade> = {
  make({ refs, ground }) {
    if (ground.screens.length !== 1) return [];
    const [screen] = ground.screens;
    const { instrument } = screen.info;
    if (instrument === 'sector') return [];
    const stands = instrument === 'column';
    const made: MeasureItem[] = [];
    const add = (quantity: Quantity, targetId: string) => {
      const judged = judge({ quantity, targetId }, screen);
      if (!judged) return;
      const { truthM, inWaterM, toleranceM } = judged;
      // Fair only where a careful reading of the picture gives what is in the water.
      const fits = Math.abs(inWaterM - truthM) <= toleranceM && truthM > 2 * toleranceM;
      if (!fits || !Number.isFinite(truthM)) return;
      made.push({
        kind: 'measure',
        id: `measure:${quantity}:${targetId}:${refKey(refs[0])}`,
        screens: refs,
        skill: SKILL[quantity],
        difficulty: clampDifficulty(HARDNESS[quantity]),
        quantity,
        targetId,
      });
    };
    const quantities = instrument === 'sideFans' ? ASIDE : DOWN;
    for (const region of seenOn(screen)) {
      const hangs = region.label === 'fish' || region.label === 'lure';
      for (const quantity of quantities) {
        if (quantity === 'behind' && stands) continue;
        if ((quantity === 'depth' || quantity === 'offBottom') && !hangs) continue;
        if (quantity === 'shadowGap' && region.label !== 'fish') continue;
        if (quantity === 'shadowHeight' && (hangs || region.label === 'bait')) continue;
        if (quantity === 'length' && region.label !== 'wood' && region.label !== 'built') continue;
        add(quantity, region.targetId);
      }
    }
    if ((instrument === 'cone' || stands) && isLevel(screen)) {
      add('footprint', '');
      if (instrument === 'cone') add('deadZone', '');
    }
    return made;
  },

  ask: ({ quantity }) => ASK[quantity],

  options: () => 0,

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
    const length = (metres: number) => format(LENGTH[units], metres, 2);
    const { region, reading, inWaterM } = judged;
    const off = answer.valueM - grade.truthM;
    const lines = [
      line(
        grade.right ? 'right' : 'missed',
        grade.right
          ? `Right: ${length(grade.truthM)}`
          : `It is ${length(grade.truthM)}; you said ${length(answer.valueM)}`,
        grade.right
          ? `Within the ${length(grade.toleranceM)} that the cells allow.`
          : `${off > 0 ? 'Too long' : 'Too short'} by ${length(Math.abs(off))}; the cells allow ${length(grade.toleranceM)}.`,
        { region },
      ),
    ];
    if (grade.slip) lines.push(line('false', 'A usual slip', `With this answer ${grade.slip}.`));
    lines.push(line('plain', 'How it is done', `${reading.formula} = ${length(reading.valueM)}`));
    const moreM = grade.truthM - inWaterM;
    if (Math.abs(moreM) >= TOLD_FROM_M) {
      const much = `${length(Math.abs(moreM))} ${moreM > 0 ? 'less' : 'more'} than the picture gives`;
      lines.push(
        line(
          'plain',
          `In the water: ${length(inWaterM)}`,
          sentence(`${much}: ${WHY_OFF[item.quantity]}`),
        ),
      );
    }
    return lines;
  },
};
