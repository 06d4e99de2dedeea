import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { question } from '../../tests/fixtures/questions';
import { type Answered, gradeAnswer, rightAnswer } from '../drills';
import { type StudentAnswers, writeResultsCsv, xapiStatements } from './resultsOut';

const answered = (...names: Parameters<typeof question>[0][]): Answered[] =>
  names.map((name) => {
    const { item, ground } = question(name);
    const answer = {
      ...rightAnswer(item, ground)!,
      committedAtMs: 1_750_000_000_000,
      tookMs: 4200,
    };
    return { item, answer, grade: gradeAnswer(item, answer, ground) };
  });

const results: StudentAnswers[] = [
  {
    ...{ name: '=Aino', resultId: 'one', drillName: 'Evening' },
    answered: answered('name', 'behind', 'empty', 'sort'),
  },
];

describe('results as CSV', () => {
  it('tells of every answer who said what, and whether it was right', () => {
    const { data } = Papa.parse<Record<string, string>>(writeResultsCsv(results), { header: true });
    expect(data).toHaveLength(4);
    expect(data[2]).toMatchObject({
      ...{ drill: 'Evening', answered: '2025-06-15T15:06:40.000Z', said: 'Nothing here' },
      ...{ confidence: 'certain', right: '1', score: '1.000', seconds: '4.2' },
    });
  });
  it('gives a spreadsheet nothing to compute', () => {
    expect(writeResultsCsv(results)).not.toMatch(/(^|,|\n|")=/);
    expect(writeResultsCsv(results)).toContain("'=Aino");
  });
});

/** Statements as the specification has them: xAPI 1.0.3, part 2. Nothing else may stand in them. */
const iri = z.string().regex(/^[a-z][a-z0-9+.-]*:\S+$/i);
const languageMap = z.record(z.string().regex(/^[a-z]{2}(-[A-Z]{2})?$/), z.string().min(1));
const activity = z.strictObject({
  objectType: z.literal('Activity'),
  id: iri,
  definition: z.strictObject({
    type: iri,
    name: languageMap,
    interactionType: z
      .enum([
        ...(['true-false', 'choice', 'fill-in', 'long-fill-in', 'matching'] as const),
        ...(['performance', 'sequencing', 'likert', 'numeric', 'other'] as const),
      ])
      .optional(),
    choices: z
      .array(z.strictObject({ id: z.string().regex(/^\S+$/), description: languageMap }))
      .optional(),
  }),
});
const statementSchema = z.strictObject({
  id: z.uuid(),
  actor: z.strictObject({
    objectType: z.literal('Agent'),
    name: z.string(),
    account: z.strictObject({ homePage: z.url(), name: z.string().min(1) }),
  }),
  verb: z.strictObject({ id: iri, display: languageMap }),
  object: activity,
  result: z.strictObject({
    success: z.boolean(),
    score: z.strictObject({ scaled: z.number().min(-1).max(1) }),
    response: z.string(),
    duration: z.iso.duration(),
    extensions: z.record(iri, z.unknown()),
  }),
  context: z.strictObject({
    platform: z.string(),
    language: z.string(),
    contextActivities: z.strictObject({ parent: z.array(activity).min(1) }),
  }),
  timestamp: z.iso.datetime(),
});

describe('results as statements of the Experience API', () => {
  it('are as the specification has them', () => {
    const statements = xapiStatements(results);
    expect(statements).toHaveLength(4);
    for (const statement of statements) {
      expect(statementSchema.safeParse(statement).error).toBeUndefined();
    }
  });
  it('name a choice by one of those there were, and a measure by its number', () => {
    const [choice, measure, tapped] = xapiStatements(results);
    const { definition } = choice.object;
    if (!('choices' in definition)) throw new Error('It is no choice.');
    expect(definition.choices!.map(({ id }) => id)).toContain(choice.result.response);
    expect(Number(measure.result.response)).toBeGreaterThan(0);
    expect(tapped.object.definition.interactionType).toBe('other');
  });
  it('are the same whenever they are written, and differ from answer to answer', () => {
    expect(xapiStatements(results)).toEqual(xapiStatements(results));
    expect(new Set(xapiStatements(results).map(({ id }) => id)).size).toBe(4);
  });
});
