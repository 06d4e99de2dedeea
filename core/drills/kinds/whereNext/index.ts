/** Where first, and what next: on a chart, by season and purpose, against the water's own rules. */
import { z } from 'zod';
import { hashText } from '../../../random';
import type { WaterContent } from '../../../waters';
import type { UnitSystem } from '../../../units';
import { answerBase, gradeBase, itemBase, type ItemKind, line } from '../../itemBase';
import { CHART_SKILLS } from '../../skills';
import { nextPass, nextPassSchema } from './nextPass';
import { plan, planSchema } from './plan';
import { setting, settingSchema } from './setting';
import type { Judged, Topic } from './topic';
import { where, whereSchema } from './where';

const whereNextItem = z.object({
  ...itemBase,
  kind: z.literal('whereNext'),
  waterId: z.string().min(1).max(64),
  /** Of the water it was made for. */
  waterMark: z.int().min(0),
  question: z.discriminatedUnion('about', [whereSchema, planSchema, settingSchema, nextPassSchema]),
});
type WhereNextItem = z.infer<typeof whereNextItem>;

const whereNextAnswer = z.object({
  ...answerBase,
  kind: z.literal('whereNext'),
  choice: z.int().min(0).max(3),
});
type WhereNextAnswer = z.infer<typeof whereNextAnswer>;

const whereNextGrade = z.object({
  ...gradeBase,
  kind: z.literal('whereNext'),
  /** All that can be defended; several schools may be right. */
  accepted: z.array(z.int()),
  options: z.int(),
});
type WhereNextGrade = z.infer<typeof whereNextGrade>;

type Question = WhereNextItem['question'];

/** Adding a topic: write its file, name it here and in the union above. */
const TOPICS = { where, plan, setting, nextPass };
const topicOf = ({ about }: Question) => TOPICS[about] as unknown as Topic<Question>;

/** The choices of a question, judged. */
export const judgeChoices = (
  { question }: WhereNextItem,
  water: WaterContent,
  units: UnitSystem = 'metric',
): Judged[] => topicOf(question).judge(question, water, units);

/** What the student is told beside the question. */
export const situationOf = (
  { question }: WhereNextItem,
  water: WaterContent,
  units: UnitSystem,
): string[] => topicOf(question).situation(question, water, units);

export const whereNextSchemas = {
  item: whereNextItem,
  answer: whereNextAnswer,
  grade: whereNextGrade,
};

export const whereNext: ItemKind<WhereNextItem, WhereNextAnswer, WhereNextGrade> = {
  name: 'Where first? What next?',
  trains: CHART_SKILLS,
  needs: ['chart'],

  make({ ground, random, chart }) {
    const { water, screens } = ground;
    if (!water || !chart || screens.length > 0) return [];
    const { waterId, waterMark } = chart;
    return Object.values(TOPICS).flatMap((topic): WhereNextItem[] => {
      const question: Question | null = topic.make(water, random);
      if (!question) return [];
      const { skill, difficulty } = topicOf(question);
      const mark = hashText(JSON.stringify(question)).toString(36);
      return [
        {
          kind: 'whereNext',
          id: `whereNext:${waterId}:${question.about}:${mark}`,
          screens: [],
          skill: skill(question),
          difficulty,
          waterId,
          waterMark,
          question,
        },
      ];
    });
  },

  ask: ({ question }) => topicOf(question).ask(question),

  options: ({ question }) => topicOf(question).options(question),

  choices: (item, { water }, units) =>
    water
      ? judgeChoices(item, water, units).map(({ text }, choice) => ({
          text,
          given: { kind: item.kind, choice },
        }))
      : [],

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
    const { question } = item;
    const rule = topicOf(question).rule?.(question, water);
    return [
      ...(rule ? [line('plain', rule.title, rule.text)] : []),
      ...judgeChoices(item, water, units).map(({ text, isAccepted, because }, i) =>
        line(
          isAccepted ? 'right' : i === answer.choice ? 'missed' : 'plain',
          `${text}${isAccepted ? ' can be defended' : ''}`,
          isAccepted || i === answer.choice ? because : '',
        ),
      ),
    ];
  },
};
