/** Where first, and what next: on a chart, by season and purpose, against the water's own rules. */
import { z } from 'zod';
import { depthAtM, SEDIMENT_NAMES, SEDIMENTS } from '../../bottom';
import { applySeason, lifeNear, readSeason, suitsSeason } from '../../builder/season';
import { hypot } from '../../numeric';
import { passPlanSchema, sweepSchema } from '../../pass';
import { adviseOn, PURPOSES as PLAN_PURPOSES, type Purpose as PlanPurpose } from '../../planning';
import { hashText, type RandomSource, shuffled } from '../../random';
import type { WaterContent } from '../../records/water';
import {
  PURPOSE_WORDS,
  PURPOSES,
  SCHOOLS,
  suggest,
  type Suggestion,
  usualSetup,
  USUAL_SCHOOLS,
} from '../../setup';
import { INSTRUMENTS, soundRig } from '../../sounding';
import {
  format,
  formatNumber,
  LENGTH,
  MPS_PER_KMH,
  SPEED,
  TEMPERATURE,
  type UnitSystem,
} from '../../units';
import { answerBase, gradeBase, itemBase, type ItemKind, line } from '../itemBase';
import type { SkillId } from '../skills';

const whereSchema = z.object({
  about: z.literal('where'),
  conditions: z.object({
    airDailyC: z.array(z.number()).max(30),
    hourOfDay: z.number().min(0).max(24),
    iceM: z.number().min(0).max(2),
  }),
  places: z
    .array(z.object({ x: z.number(), y: z.number() }))
    .min(2)
    .max(4),
});
const planSchema = z.object({
  about: z.literal('plan'),
  purpose: z.enum(PLAN_PURPOSES),
  passId: z.string(),
  plans: z
    .array(z.object({ speedMps: passPlanSchema.shape.speedMps, sweep: sweepSchema }))
    .min(2)
    .max(4),
});
const SET = ['gain', 'range', 'band', 'scroll'] as const;
const settingSchema = z.object({
  about: z.literal('setting'),
  instrument: z.enum(INSTRUMENTS),
  depthM: z.number().min(1).max(200),
  sediment: z.enum(SEDIMENT_NAMES),
  purpose: z.enum(PURPOSES),
  control: z.enum(SET),
  options: z
    .array(z.union([z.number(), z.string()]))
    .min(2)
    .max(4),
});

export const whereNextItem = z.object({
  ...itemBase,
  kind: z.literal('whereNext'),
  waterId: z.string().min(1).max(64),
  /** Of the water it was made for. */
  waterMark: z.int().min(0),
  question: z.discriminatedUnion('about', [whereSchema, planSchema, settingSchema]),
});
type WhereNextItem = z.infer<typeof whereNextItem>;

export const whereNextAnswer = z.object({
  ...answerBase,
  kind: z.literal('whereNext'),
  choice: z.int().min(0).max(3),
});
type WhereNextAnswer = z.infer<typeof whereNextAnswer>;

export const whereNextGrade = z.object({
  ...gradeBase,
  kind: z.literal('whereNext'),
  /** All that can be defended; several schools may be right. */
  accepted: z.array(z.int()),
  options: z.int(),
});
type WhereNextGrade = z.infer<typeof whereNextGrade>;

/** One choice, judged by the rules of the water or of the schools. */
interface Judged {
  /** As it is offered. */
  text: string;
  isAccepted: boolean;
  because: string;
}

const NEAR_M = 30;
/** A place so close to a suitable one is as good. */
const NEXT_TO_M = 12;
/** A school of bait draws more fish than its own mark. */
const BAIT_WEIGHT = 3;
const DEFENSIBLE_SHARE = 0.7;
const POOR_SHARE = 0.34;
const BOAT = { draftM: 0.5, marginM: 0.5 };

type Where = z.infer<typeof whereSchema>;
type Plan = z.infer<typeof planSchema>;
type SettingQuestion = z.infer<typeof settingSchema>;

const inSeason = (water: WaterContent, { conditions }: Pick<Where, 'conditions'>): WaterContent => {
  const changed = { ...water, conditions: { ...water.conditions, ...conditions } };
  const { targets } = applySeason(changed);
  return { ...changed, scene: { ...changed.scene, targets } };
};

function judgeWhere(question: Where, water: WaterContent, units: UnitSystem): Judged[] {
  const moved = inSeason(water, question);
  const found = question.places.map((place) => lifeNear(moved, place, NEAR_M));
  const scores = found.map(({ fish, bait }) => fish.near + BAIT_WEIGHT * bait.near);
  const best = Math.max(...scores);
  const suits = suitsSeason(moved, question.places, NEXT_TO_M);
  return question.places.map((place, i) => {
    const depth = format(LENGTH[units], depthAtM(water.scene.bottom, place.x, place.y));
    return {
      text: `Place ${'ABCD'[i]}, ${depth} deep`,
      // Where life is, and where by the rules it might as well be.
      isAccepted: (best > 0 && scores[i] >= DEFENSIBLE_SHARE * best) || suits[i],
      because: `${found[i].bait.near} schools of bait and ${found[i].fish.near} fish within ${format(LENGTH[units], NEAR_M, 0)} of it.`,
    };
  });
}

const SWEEP_WORDS = {
  cone: (range: string) => `Cone, watching to ${range}`,
  downFan: (range: string) => `Down fan, watching to ${range}`,
  sideFans: (range: string) => `Side fans, ${range} a side`,
};

function judgePlan(question: Plan, water: WaterContent, units: UnitSystem): Judged[] {
  const pass = water.passes.find(({ id }) => id === question.passId);
  if (!pass) throw new Error(`${water.name} has no pass "${question.passId}".`);
  return question.plans.map(({ speedMps, sweep }) => {
    const advice = adviseOn(
      { routeM: pass.routeM, speedMps, sweep, holding: pass.holding },
      question.purpose,
      water.scene.bottom,
      BOAT,
    );
    const grave = advice.filter((one) => one.grave);
    const range = format(LENGTH[units], sweep.rangeM, 0);
    return {
      text: `${SWEEP_WORDS[sweep.instrument](range)}, ${format(SPEED[units], speedMps, 0)}`,
      isAccepted: grave.length === 0,
      because:
        grave[0]?.text ??
        advice[0]?.text ??
        'Nothing in the rules of this water speaks against it.',
    };
  });
}

/** Every school's answer to one control, with its reason. */
function schoolAnswers(question: SettingQuestion): Suggestion[] {
  const { instrument, depthM, sediment, purpose, control } = question;
  const setup = usualSetup({
    deepestM: depthM,
    rig: soundRig(BOAT.draftM),
    speedMps: 1.5,
    waveHeightM: 0,
  });
  const asked = { gain: 'gain', range: 'sideRange', band: 'fan', scroll: 'scroll' } as const;
  return SCHOOLS[asked[control]].flatMap(({ id }) => {
    const schools = { ...USUAL_SCHOOLS, limit: 'fixed', [asked[control]]: id } as const;
    const input = { instrument, depthM, sediment, purpose, schools, rangePx: 560 };
    return suggest(setup, input as Parameters<typeof suggest>[1]).filter(
      (one) => one.id === control,
    );
  });
}

const ALIKE_SHARE = 0.16;
/** A value of a control as it is offered. */
function optionWords(
  control: SettingQuestion['control'],
  option: number | string,
  units: UnitSystem,
): string {
  switch (control) {
    case 'gain':
      return `${option} dB`;
    case 'range':
      return format(LENGTH[units], Number(option), 0);
    case 'band':
      return option === 'chirp' ? 'chirp' : `${option} kHz`;
    case 'scroll':
      return `${option} px/s`;
  }
}

const agrees = (option: number | string, { value }: Suggestion) =>
  typeof option === 'number' && typeof value === 'number'
    ? Math.abs(option - value) <= ALIKE_SHARE * Math.max(1, value)
    : option === value;

function judgeSetting(question: SettingQuestion, units: UnitSystem): Judged[] {
  const answers = schoolAnswers(question);
  const rounded = (value: number | string) =>
    typeof value === 'number' ? Math.round(value) : value;
  const words = (value: number | string) => optionWords(question.control, rounded(value), units);
  const starts = [...new Set(answers.map(({ value }) => words(value)))].join(' or ');
  return question.options.map((option) => {
    const school = answers.find((answer) => agrees(option, answer));
    return {
      text: words(option),
      isAccepted: school !== undefined,
      because: school?.because ?? `No school starts there; they start at ${starts}.`,
    };
  });
}

/** The choices of a question, judged. */
export function judgeChoices(
  { question }: WhereNextItem,
  water: WaterContent,
  units: UnitSystem = 'metric',
): Judged[] {
  switch (question.about) {
    case 'where':
      return judgeWhere(question, water, units);
    case 'plan':
      return judgePlan(question, water, units);
    case 'setting':
      return judgeSetting(question, units);
  }
}

const SEASONS = [
  { airDailyC: [13, 12, 13, 12, 5, 4, 3], iceM: 0 },
  { airDailyC: [5, 4, 5, 6, 13, 14, 15], iceM: 0 },
  { airDailyC: [19, 20, 19, 20, 19, 20, 20], iceM: 0 },
];
const TRIES = 60;
const CHOICES = 4;

function makeWhere(water: WaterContent, random: RandomSource): Where | null {
  const { originM, cellM, columns, rows } = water.scene.bottom;
  const conditions = {
    ...SEASONS[random.index(SEASONS.length)],
    hourOfDay: [6, 11, 15, 20][random.index(4)],
  };
  const moved = inSeason(water, { conditions });
  if (readSeason(moved).state === 'steady') return null;
  const tried = Array.from({ length: TRIES }, () => ({
    x: Math.round(originM.x + random.between(0.06, 0.94) * columns * cellM),
    y: Math.round(originM.y + random.between(0.06, 0.94) * rows * cellM),
  })).filter(({ x, y }) => depthAtM(water.scene.bottom, x, y) > 1);
  // Life itself is a candidate, or a small water would seldom give a place worth naming.
  for (const { kind, xM, yM } of moved.scene.targets) {
    if (kind === 'baitSchool') tried.push({ x: Math.round(xM), y: Math.round(yM) });
  }
  const suits = suitsSeason(moved, tried, 2 * NEXT_TO_M);
  const scored = shuffled(
    tried.map((place, i) => ({ place, suits: suits[i] })),
    random,
  )
    .map(({ place, suits: isSuited }) => {
      const { fish, bait } = lifeNear(moved, place, NEAR_M);
      return { place, isSuited, score: fish.near + BAIT_WEIGHT * bait.near };
    })
    .sort((a, b) => b.score - a.score);
  const best = scored[0];
  if (!best || best.score < 4) return null;
  const places = [best.place];
  for (const { place, score, isSuited } of shuffled(scored, random)) {
    const clear = places.every((one) => hypot(one.x - place.x, one.y - place.y) > 2 * NEAR_M);
    const isPoor = score <= POOR_SHARE * best.score && !isSuited;
    if (isPoor && clear) places.push(place);
    if (places.length === CHOICES) break;
  }
  if (places.length < CHOICES) return null;
  return { about: 'where', conditions, places: shuffled(places, random) };
}

function makePlan(water: WaterContent, random: RandomSource): Plan | null {
  const passes = water.passes.filter(({ holding }) => holding.kind === 'sail');
  if (passes.length === 0) return null;
  const pass = passes[random.index(passes.length)];
  const purposes: PlanPurpose[] = ['search', 'fish', 'inspect'];
  const purpose = purposes[random.index(purposes.length)];
  const depths = pass.routeM.map(({ x, y }) => depthAtM(water.scene.bottom, x, y));
  const depthM = Math.max(4, ...depths);
  const speeds = [0.8, 3, 4.5, 6, 8, 13, 17];
  const sides = [0.7, 2, 3, 5, 8].map((times) => Math.round(times * depthM));
  const downs = [0.7, 1.2, 4].map((times) => Math.round(times * depthM));
  const all: Plan['plans'] = speeds.flatMap((kmh) => [
    ...sides.map((rangeM) => ({
      speedMps: kmh * MPS_PER_KMH,
      sweep: { instrument: 'sideFans' as const, rangeM, acrossDeg: 50, overlapShare: 0.3 },
    })),
    ...downs.map((rangeM) => ({
      speedMps: kmh * MPS_PER_KMH,
      sweep: { instrument: 'cone' as const, rangeM, acrossDeg: 20, overlapShare: 0.3 },
    })),
  ]);
  const fit = shuffled(all, random).slice(0, 24);
  const asked: Plan = { about: 'plan', purpose, passId: pass.id, plans: fit };
  const judged = judgePlan(asked, water, 'metric');
  const good = fit.filter((_, i) => judged[i].isAccepted).slice(0, 1 + random.index(2));
  const bad = fit.filter((_, i) => !judged[i].isAccepted).slice(0, CHOICES - good.length);
  if (good.length === 0 || good.length + bad.length < CHOICES) return null;
  return { about: 'plan', purpose, passId: pass.id, plans: shuffled([...good, ...bad], random) };
}

function makeSetting(random: RandomSource): SettingQuestion | null {
  const control = SET[random.index(SET.length)];
  const instrument =
    control === 'range' || control === 'band'
      ? 'sideFans'
      : control === 'scroll'
        ? 'cone'
        : (['cone', 'downFan', 'sideFans'] as const)[random.index(3)];
  const purposes = PURPOSES.filter((one) => one !== 'jig');
  const question: SettingQuestion = {
    about: 'setting',
    instrument,
    depthM: Math.round(random.between(3, 30)),
    sediment: (['mud', 'silt', 'sand', 'gravel', 'rock'] as const)[random.index(5)],
    purpose: purposes[random.index(purposes.length)],
    control,
    options: [],
  };
  const answers = schoolAnswers(question);
  const values = [...new Set(answers.map(({ value }) => value))];
  if (values.length === 0) return null;
  const wrongs: Record<typeof control, (number | string)[]> = {
    gain: [8, 14, 68, 76],
    range: [Math.max(2, Math.round(question.depthM / 2)), 160, 200],
    band: ['455', '800', '1150'],
    scroll: [4, 220, 240],
  };
  const rounded = values.map((value) => (typeof value === 'number' ? Math.round(value) : value));
  const far = wrongs[control].filter((option) => !answers.some((answer) => agrees(option, answer)));
  const right = shuffled(rounded, random).slice(0, 2);
  const options = [...right, ...shuffled(far, random)].slice(0, control === 'band' ? 3 : CHOICES);
  if (options.length - right.length < 1) return null;
  return { ...question, options: shuffled(options, random) };
}

const SETTING_SKILL: Record<(typeof SET)[number], SkillId> = {
  gain: 'gain',
  range: 'sideRange',
  band: 'frequency',
  scroll: 'scroll',
};

const SETTING_WORDS: Record<(typeof SET)[number], string> = {
  gain: 'gain',
  range: 'range',
  band: 'frequency',
  scroll: 'scroll',
};
const INSTRUMENT_WORDS = {
  cone: 'the cone',
  downFan: 'the down fan',
  sideFans: 'the side fans',
  column: 'the column',
  sector: 'the sector',
};
const PLAN_WORDS: Record<PlanPurpose, string> = {
  search: 'search this water for structure and bait',
  fish: 'find fish along this pass',
  inspect: 'see what the things along this pass are',
  jig: 'watch a lure here',
};

export const whereNext: ItemKind<WhereNextItem, WhereNextAnswer, WhereNextGrade> = {
  make({ ground, random, chart }) {
    const { water, screens } = ground;
    if (!water || !chart || screens.length > 0) return [];
    const { waterId, waterMark } = chart;
    const questions = [makeWhere(water, random), makePlan(water, random), makeSetting(random)];
    return questions.flatMap((question): WhereNextItem[] =>
      question
        ? [
            {
              kind: 'whereNext',
              id: `whereNext:${waterId}:${question.about}:${hashText(JSON.stringify(question)).toString(36)}`,
              screens: [],
              skill: question.about === 'setting' ? SETTING_SKILL[question.control] : 'chart',
              difficulty: { where: 0.4, plan: 0.2, setting: -0.4 }[question.about],
              waterId,
              waterMark,
              question,
            },
          ]
        : [],
    );
  },

  ask({ question }) {
    switch (question.about) {
      case 'where':
        return 'Where do you look first?';
      case 'plan':
        return `You want to ${PLAN_WORDS[question.purpose]}. Which plan?`;
      case 'setting':
        return `Which ${SETTING_WORDS[question.control]} do you start ${INSTRUMENT_WORDS[question.instrument]} with?`;
    }
  },

  options: ({ question }) =>
    question.about === 'where'
      ? question.places.length
      : question.about === 'plan'
        ? question.plans.length
        : question.options.length,

  grade(item, answer, { water }) {
    if (!water) throw new Error('The water of this question is not here.');
    const judged = judgeChoices(item, water);
    const accepted = judged.flatMap(({ isAccepted }, i) => (isAccepted ? [i] : []));
    const right = accepted.includes(answer.choice);
    return {
      kind: 'whereNext',
      right,
      score: right ? 1 : 0,
      accepted,
      options: judged.length,
    };
  },

  explain(item, answer, grade, { water }, units) {
    if (!water) return [];
    const judged = judgeChoices(item, water, units);
    const { question } = item;
    const lines = judged.map(({ text, isAccepted, because }, i) =>
      line(
        isAccepted ? 'right' : i === answer.choice ? 'missed' : 'plain',
        `${text}${isAccepted ? ' can be defended' : ''}`,
        isAccepted || i === answer.choice ? because : '',
      ),
    );
    if (question.about === 'where') {
      const season = readSeason(inSeason(water, question));
      lines.unshift(line('plain', season.title, season.answer));
    }
    return lines;
  },
};

/** What the student is told beside the question. */
export function situationOf(
  { question }: WhereNextItem,
  water: WaterContent,
  units: UnitSystem,
): string[] {
  const { show, unit } = TEMPERATURE[units];
  const degrees = (celsius: number) => formatNumber(show(celsius), 0);
  switch (question.about) {
    case 'where': {
      const { airDailyC, hourOfDay } = question.conditions;
      const layer = water.scene.water.thermocline;
      return [
        `Air, day by day: ${airDailyC.map(degrees).join(', ')} ${unit}`,
        `Water ${degrees(water.scene.water.temperatureC)} ${unit}, ${hourOfDay}:00`,
        layer ? `Thermocline at ${format(LENGTH[units], layer.depthM)}` : 'No thermocline',
      ];
    }
    case 'plan':
      return [`Along “${water.passes.find(({ id }) => id === question.passId)?.name ?? ''}”`];
    case 'setting':
      return [
        `${format(LENGTH[units], question.depthM, 0)} of water over ${SEDIMENTS[question.sediment].label}`,
        PURPOSE_WORDS[question.purpose],
      ];
  }
}
