/** Compare two to four marks or screens, and say which is bigger, higher, nearer, harder or the same. */
import { isAbeam } from '../../sounding';
import { z } from 'zod';
import { cueWords, groundRangeM, type TruthRegion } from '../../reading';
import { SEDIMENTS } from '../../bottom';
import { hypot } from '../../numeric';
import { shuffled } from '../../random';
import { format, formatNumber, LENGTH, type UnitSystem } from '../../units';
import {
  type DrillScreen,
  hardnessDb,
  isDownward,
  regionOf,
  seenOn,
  slotOf,
  whereabouts,
} from '../drillScreen';
import { cueGround, depthUnderM, groundDb, markDb } from '../drawn';
import {
  answerBase,
  clampDifficulty,
  difficultyOfEcho,
  gradeBase,
  type Ground,
  itemBase,
  type ItemKind,
  line,
  openLine,
  sentence,
  CHOICE_LETTERS,
  CANNOT_TELL,
} from '../itemBase';
import { apart } from '../plain';
import { refKey } from '../recipe';
import type { SkillId } from '../skills';

const WHICH = ['bigger', 'higher', 'nearer', 'harder', 'same'] as const;
type Which = (typeof WHICH)[number];

const candidateSchema = z.object({
  /** Which of the item's screens. */
  screen: z.int().min(0).max(3),
  /** Null where the whole screen is meant. */
  targetId: z.string().nullable(),
});

const whichIsItem = z.object({
  ...itemBase,
  kind: z.literal('whichIs'),
  which: z.enum(WHICH),
  candidates: z.array(candidateSchema).min(2).max(4),
  /** Of "the same": the mark that is to be found again. */
  reference: candidateSchema.nullable(),
  /** Whether the picture leaves it open; questions without it are of a time when that was no answer. */
  isOpen: z.boolean().optional(),
});
type WhichIsItem = z.infer<typeof whichIsItem>;

const whichIsAnswer = z.object({
  ...answerBase,
  kind: z.literal('whichIs'),
  /** One more than the last candidate says that it cannot be told. */
  choice: z.int().min(0).max(4),
});
type WhichIsAnswer = z.infer<typeof whichIsAnswer>;

const whichIsGrade = z.object({
  ...gradeBase,
  kind: z.literal('whichIs'),
  truth: z.int().min(0).max(4),
  /** What is compared, in SI, one a candidate; empty where nothing is measured. */
  values: z.array(z.number()),
});
type WhichIsGrade = z.infer<typeof whichIsGrade>;

/** Which of two must differ by this to be a fair question: ratio, or metres, or decibels. */
const BIGGER_RATIO = 1.4;
const NEARER_RATIO = 1.35;
const HIGHER_M = 0.6;
const HIGHER_RATIO = 1.3;
const HARDER_DB = 5;
const MOST_CANDIDATES = 4;
const LETTERS = 'ABCD';

const QUESTION: Record<Which, string> = {
  bigger: 'Which fish is the bigger one?',
  higher: 'Which hangs highest over the bottom?',
  nearer: 'Which lies nearest to the boat’s track, over the ground?',
  harder: 'Which bottom is harder?',
  same: 'Find the mark of screen A again: which one is it on screen B?',
};

/** Where the picture leaves it open: why, and what would decide. */
const WHAT_WOULD_TELL: Record<Exclude<Which, 'same'>, string> = {
  bigger:
    'They are drawn alike. A small fish on the axis is as strong as a large one beside it: pass again with each right under the boat.',
  higher:
    'They hang alike as far as the picture goes. Show less range, so that a metre has more pixels, and pass again.',
  nearer: 'They lie as far off as each other. Pass again from another side.',
  harder:
    'They are drawn alike. Compare at a lower gain, where neither is at the strongest colour, and by the second bottom.',
};
/** To see that nothing can be seen is harder than most comparisons. */
const OPEN_DIFFICULTY = 0.8;

/** The same mark on another view: by when it was passed and how far from the boat it is; this far apart is another. */
const SAME_ALONG_M = 2.5;
const SAME_RANGE_M = 0.8;
/** And any other mark so many times as far. */
const OTHERS_AWAY = 2;

const SKILL: Record<Which, SkillId> = {
  bigger: 'sizeCues',
  higher: 'nearBottom',
  nearer: 'sideRange',
  harder: 'hardness',
  same: 'downFan',
};

type Candidate = z.infer<typeof candidateSchema>;

/** What is compared; null where the truth does not know it. */
function valueOf(which: Which, candidate: Candidate, { screens }: Ground): number | null {
  const screen = screens[candidate.screen];
  if (which === 'harder') return screen.sediment && hardnessDb(screen.sediment);
  const { targetId } = candidate;
  if (targetId === null) return null;
  const region = regionOf(screen, targetId);
  const target = screen.targets.find(({ id }) => id === targetId);
  if (!target) return null;
  if (which === 'bigger') return 'lengthM' in target ? target.lengthM : null;
  const slot = slotOf(screen, region.peak.ping);
  const at = whereabouts(screen, targetId, slot);
  if (!at) return null;
  return which === 'nearer' ? at.awayM : at.overBottomM;
}

/** By what a reader tells them, dB: marks and grounds drawn less apart than this look alike. */
const DRAWN_APART_DB = 3;

/** The same as the picture gives it; null where it does not show it. */
function readOff(which: Which, candidate: Candidate, { screens }: Ground): number | null {
  const screen = screens[candidate.screen];
  const known = (value: number) => (Number.isNaN(value) ? null : value);
  if (which === 'harder') return known(groundDb(screen));
  if (candidate.targetId === null) return null;
  const region = regionOf(screen, candidate.targetId);
  const { info } = screen;
  if (which === 'bigger') return known(markDb(screen, region));
  const rangeM = (region.peak.bin + 0.5) * info.rangeStepM;
  const altitudeM = depthUnderM(screen, slotOf(screen, region.peak.ping)) - info.draftM;
  if (which === 'higher') return known(altitudeM - rangeM);
  // Nearer than the bottom a mark has a range and no direction.
  return rangeM > altitudeM ? known(groundRangeM(rangeM, altitudeM)) : null;
}

/** As `decide`, by what was read off. */
function decideRead(which: Which, values: (number | null)[]): number | null {
  if (which === 'higher' || which === 'nearer' || which === 'same') return decide(which, values);
  if (values.some((value) => value === null)) return null;
  const known = values as number[];
  const best = known.indexOf(Math.max(...known));
  const isPlain = known.every((value, i) => i === best || known[best] - value >= DRAWN_APART_DB);
  return isPlain ? best : null;
}

/** What a reader answers who has nothing but the picture; null where it does not decide. */
export function readWhichIs(
  { which, candidates }: Pick<WhichIsItem, 'which' | 'candidates'>,
  ground: Ground,
): number | null {
  return decideRead(
    which,
    candidates.map((one) => readOff(which, one, ground)),
  );
}

/** Where a mark is on its picture, m: along the track, and from the boat. */
function readPlace({ screen, targetId }: Candidate, { screens }: Ground) {
  const on = screens[screen];
  const { peak } = regionOf(on, targetId ?? '');
  return {
    alongM: on.track.alongM[slotOf(on, peak.ping)],
    rangeM: (peak.bin + 0.5) * on.info.rangeStepM,
  };
}

/** Which mark a reader takes for the same on another picture of the stretch; null where two might be, or none. */
export function readSame(
  { candidates, reference }: Pick<WhichIsItem, 'candidates' | 'reference'>,
  ground: Ground,
): number | null {
  if (!reference) return null;
  const wanted = readPlace(reference, ground);
  const away = candidates.map((one) => {
    const { alongM, rangeM } = readPlace(one, ground);
    return hypot((alongM - wanted.alongM) / SAME_ALONG_M, (rangeM - wanted.rangeM) / SAME_RANGE_M);
  });
  const [first, second] = away.toSorted((a, b) => a - b);
  return first <= 1 && second >= OTHERS_AWAY ? away.indexOf(first) : null;
}

/** Why a candidate is the same mark, or by how much it is not. */
function sameWords(
  { candidates, reference }: WhichIsItem,
  at: number,
  isTruth: boolean,
  ground: Ground,
  units: UnitSystem,
): string {
  if (!reference) return '';
  const isSide = isAbeam(ground.screens[candidates[at].screen].info.instrument);
  if (isTruth) {
    return isSide
      ? 'passed at the same time, and as far from the boat: what lies under it is drawn to the side, as far out as it is deep'
      : 'the same distance along the track and the same depth on both';
  }
  const wanted = readPlace(reference, ground);
  const { alongM, rangeM } = readPlace(candidates[at], ground);
  const length = LENGTH[units];
  const aheadM = alongM - wanted.alongM;
  return `passed ${format(length, Math.abs(aheadM))} ${aheadM < 0 ? 'before' : 'after'} it, and ${format(length, rangeM)} from the boat instead of ${format(length, wanted.rangeM)}`;
}

/** The truth decides it, and the picture says the same. */
function isFair(which: Which, candidates: Candidate[], ground: Ground): boolean {
  const truth = decide(
    which,
    candidates.map((one) => valueOf(which, one, ground)),
  );
  return truth !== null && truth === readWhichIs({ which, candidates }, ground);
}

/** Drawn no farther apart than this, dB or m, two marks or grounds leave a reader nothing to decide by. */
const DRAWN_ALIKE: Record<Exclude<Which, 'same'>, number> = {
  bigger: 1,
  harder: 0.7,
  higher: 0.15,
  nearer: 0.3,
};

/** Whatever the truth is, the picture does not say. */
function isOpen(which: Which, candidates: Candidate[], ground: Ground): boolean {
  if (which === 'same') return false;
  const read = candidates.map((one) => readOff(which, one, ground));
  if (read.some((value) => value === null)) return false;
  const known = read as number[];
  return Math.max(...known) - Math.min(...known) <= DRAWN_ALIKE[which];
}

/** Index of the right one; null where they are too much alike to ask. */
function decide(which: Which, values: (number | null)[]): number | null {
  if (values.some((value) => value === null)) return null;
  const known = values as number[];
  const order = known.map((_, i) => i).sort((a, b) => known[b] - known[a]);
  const winner = which === 'nearer' ? order.at(-1)! : order[0];
  const second = which === 'nearer' ? order.at(-2)! : order[1];
  const [best, next] = [known[winner], known[second]];
  const isPlain = {
    bigger: best >= BIGGER_RATIO * next,
    higher: best - next >= HIGHER_M && best >= HIGHER_RATIO * next,
    nearer: next >= NEARER_RATIO * best && next - best > 1,
    harder: best - next >= HARDER_DB,
    same: true,
  }[which];
  return isPlain ? winner : null;
}

/** How hard the comparison is: the less they differ, the harder. */
function closeness(which: Which, values: number[]): number {
  const sorted = [...values].sort((a, b) => b - a);
  if (which === 'harder') return 1.5 - 0.15 * (sorted[0] - sorted[1]);
  const [a, b] = which === 'nearer' ? sorted.slice(-2) : sorted;
  return 1.2 - 1.2 * Math.log2(Math.max(1, a / Math.max(0.05, b)));
}

function groupsOf(which: Which, screen: DrillScreen): TruthRegion[] {
  const seen = seenOn(screen);
  const fish = seen.filter(({ label }) => label === 'fish');
  switch (which) {
    case 'bigger':
      return isDownward(screen) && screen.info.instrument !== 'downFan' ? fish : [];
    case 'higher':
      return isDownward(screen) ? fish : [];
    case 'nearer':
      return isAbeam(screen.info.instrument) ? seen : [];
    case 'harder':
    case 'same':
      return [];
  }
}

const pairsOf = <T>(all: readonly T[]): [T, T][] =>
  all.flatMap((first, i) => all.slice(i + 1).map((second): [T, T] => [first, second]));

export const whichIsSchemas = { item: whichIsItem, answer: whichIsAnswer, grade: whichIsGrade };

export const whichIs: ItemKind<WhichIsItem, WhichIsAnswer, WhichIsGrade> = {
  name: 'Which is?',
  trains: [...Object.values(SKILL), 'sideGeometry'],
  needs: ['screen', 'pair'],

  make({ refs, ground, random }) {
    const { screens } = ground;
    const made: WhichIsItem[] = [];
    const key = refs.map(refKey).join('|');
    const add = (
      which: Which,
      candidates: Candidate[],
      difficulty: number,
      {
        reference = null,
        isOpen: open = false,
      }: Partial<Pick<WhichIsItem, 'reference' | 'isOpen'>> = {},
    ) =>
      made.push({
        kind: 'whichIs',
        id: `whichIs:${which}:${[...candidates, ...(reference ? [reference] : [])].map(({ targetId }) => targetId ?? '').join(',')}:${key}`,
        screens: refs,
        skill:
          which === 'same' && isAbeam(screens[1].info.instrument) ? 'sideGeometry' : SKILL[which],
        difficulty: clampDifficulty(difficulty),
        which,
        candidates,
        reference,
        ...(which === 'same' ? {} : { isOpen: open }),
      });
    if (screens.length === 1) {
      for (const which of ['bigger', 'higher', 'nearer'] as const) {
        const group = apart(shuffled(groupsOf(which, screens[0]), random));
        for (const size of [2, 3, MOST_CANDIDATES]) {
          const candidates = group.slice(0, size).map(({ targetId }) => ({ screen: 0, targetId }));
          if (candidates.length < size) continue;
          const values = candidates.map((one) => valueOf(which, one, ground));
          if (!isFair(which, candidates, ground)) continue;
          add(which, candidates, closeness(which, values as number[]) + 0.3 * (size - 2));
        }
        const open = pairsOf(group)
          .map((pair) => pair.map(({ targetId }) => ({ screen: 0, targetId })))
          .find((pair) => isOpen(which, pair, ground));
        if (open) add(which, open, OPEN_DIFFICULTY, { isOpen: true });
      }
    }
    if (screens.length === 2) {
      const both = [0, 1].map((screen) => ({ screen, targetId: null }));
      const values = both.map((one) => valueOf('harder', one, ground));
      const alike = screens.every(({ info }) => info.instrument === screens[0].info.instrument);
      if (alike && isDownward(screens[0])) {
        if (isFair('harder', both, ground)) {
          add('harder', both, closeness('harder', values as number[]));
        } else if (isOpen('harder', both, ground)) {
          add('harder', both, OPEN_DIFFICULTY, { isOpen: true });
        }
      }
      if (!alike) {
        const inB = seenOn(screens[1]);
        const shared = seenOn(screens[0]).filter(({ targetId }) =>
          inB.some((region) => region.targetId === targetId),
        );
        for (const region of shuffled(shared, random).slice(0, 2)) {
          const own = inB.find(({ targetId }) => targetId === region.targetId)!;
          const others = apart([own, ...shuffled(inB, random).filter((one) => one !== own)]);
          const candidates = shuffled(others.slice(0, MOST_CANDIDATES), random).map(
            ({ targetId }) => ({ screen: 1, targetId }),
          );
          const reference = { screen: 0, targetId: region.targetId };
          const truth = candidates.findIndex(({ targetId }) => targetId === region.targetId);
          if (candidates.length < 2 || readSame({ candidates, reference }, ground) !== truth) {
            continue;
          }
          add('same', candidates, difficultyOfEcho(own, 0.3), { reference });
        }
      }
    }
    return made;
  },

  unseal: (answer) => answer,

  ask: ({ which }) => QUESTION[which],

  frames: ({ candidates, reference }) => [
    ...candidates.map((one, i) => ({ ...one, badge: CHOICE_LETTERS[i] })),
    ...(reference ? [{ ...reference, badge: '?' }] : []),
  ],

  options: ({ candidates, isOpen: open }) => candidates.length + (open === undefined ? 0 : 1),

  choices: ({ kind, candidates, isOpen: open }) => [
    ...candidates.map(({ targetId }, choice) => ({
      text: `${targetId === null ? 'Screen' : 'Mark'} ${CHOICE_LETTERS[choice]}`,
      given: { kind, choice },
    })),
    ...(open === undefined
      ? []
      : [{ text: CANNOT_TELL, given: { kind, choice: candidates.length } }]),
  ],

  grade(item, answer, ground) {
    const values = item.candidates.map((one) => valueOf(item.which, one, ground) ?? NaN);
    const truth =
      item.which === 'same'
        ? item.candidates.findIndex(({ targetId }) => targetId === item.reference?.targetId)
        : item.isOpen
          ? item.candidates.length
          : decide(item.which, values);
    if (truth === null || truth < 0) throw new Error('The truth no longer decides this question.');
    const right = answer.choice === truth;
    return {
      kind: 'whichIs',
      right,
      score: right ? 1 : 0,
      truth,
      values: item.which === 'same' ? [] : values,
    };
  },

  explain(item, answer, grade, ground, units) {
    const about = item.candidates.map((candidate, i) => {
      const screen = ground.screens[candidate.screen];
      const region = candidate.targetId ? regionOf(screen, candidate.targetId) : null;
      const isTruth = i === grade.truth;
      const value = grade.values[i];
      const what = {
        bigger: `${format(LENGTH[units], value, 2)} long`,
        higher: `${format(LENGTH[units], value)} over the bottom`,
        nearer: `${format(LENGTH[units], value)} over the ground`,
        harder: screen.sediment ? `${SEDIMENTS[screen.sediment].label}` : '',
        same: isTruth ? 'the same' : 'another one',
      }[item.which];
      const isByStrength = item.which === 'harder' || item.which === 'bigger';
      const read = isByStrength ? readOff(item.which, candidate, ground) : null;
      const drawn =
        read === null ? '' : `drawn ${formatNumber(read, 0)} dB over the weakest colour; `;
      const hint =
        item.which === 'harder'
          ? `${drawn}hard bottom is strong and thick with a long tail, soft is thin and blurred`
          : item.which === 'bigger'
            ? `${drawn}strength and thickness tell, not length; ${region ? cueWords(region, cueGround(screen), units) : ''}`
            : item.which === 'same'
              ? sameWords(item, i, isTruth, ground, units)
              : region
                ? cueWords(region, cueGround(screen), units)
                : '';
      return line(
        isTruth ? 'right' : i === answer.choice ? 'missed' : 'plain',
        `${LETTERS[i]}: ${what}`,
        isTruth || i === answer.choice || item.isOpen ? sentence(hint) : '',
        { screen: candidate.screen, region },
      );
    });
    if (item.which === 'same' && item.reference?.targetId) {
      const { screen, targetId } = item.reference;
      const region = regionOf(ground.screens[screen], targetId);
      return [line('plain', 'The mark of screen A', '', { screen, region }), ...about];
    }
    if (!item.isOpen || item.which === 'same') return about;
    return [openLine(grade.right, WHAT_WOULD_TELL[item.which]), ...about];
  },
};
