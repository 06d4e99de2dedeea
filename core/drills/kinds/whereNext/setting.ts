/** Which setting to start with, by what the schools teach. */
import { z } from 'zod';
import { SEDIMENT_NAMES, SEDIMENTS } from '../../../bottom';
import { type RandomSource, shuffled } from '../../../random';
import {
  CONTROLS,
  PURPOSE_WORDS,
  PURPOSES,
  SCHOOLS,
  suggest,
  type Suggestion,
  usualSetup,
  USUAL_SCHOOLS,
} from '../../../setup';
import { INSTRUMENTS, soundRig } from '../../../sounding';
import { format, LENGTH, type UnitSystem } from '../../../units';
import type { SkillId } from '../../skills';
import { BOAT, CHOICES, type Judged, type Topic } from './topic';

const SET = ['gain', 'range', 'band', 'scroll'] as const;
export const settingSchema = z.object({
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

type SettingQuestion = z.infer<typeof settingSchema>;

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

export const setting: Topic<SettingQuestion> = {
  make: (_, random) => makeSetting(random),
  judge: (question, _, units) => judgeSetting(question, units),
  ask: ({ control, instrument }) =>
    `Which ${SETTING_WORDS[control]} do you start ${INSTRUMENT_WORDS[instrument]} with?`,
  options: ({ options }) => options.length,
  skill: ({ control }) => SETTING_SKILL[control],
  difficulty: -0.4,
  situation: ({ depthM, sediment, purpose, control }, _, units) => [
    `${format(LENGTH[units], depthM, 0)} of water over ${SEDIMENTS[sediment].label}`,
    PURPOSE_WORDS[purpose],
    CONTROLS[control].price,
  ],
};
