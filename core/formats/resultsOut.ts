/**
 * What students answered, for other programs: CSV for a spreadsheet, and statements of the Experience API (xAPI 1.0.3, ADL
 * 2016) for a record store. Names are in both, as they are in what is saved.
 */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { toDate } from 'date-fns/toDate';
import Papa from 'papaparse';
import {
  type Answered,
  askOf,
  CONFIDENCE_STEPS,
  choicesOf,
  kindName,
  saidWords,
  SKILLS,
} from '../drills';

export interface StudentAnswers {
  name: string;
  /** The result's own id, and what was taken. */
  resultId: string;
  drillName: string;
  answered: readonly Answered[];
}

/** Choices about a chart are known by their letters only: the water is not at hand here. */
const WITHOUT_WATER = { water: null };

const COLUMNS = [
  'student',
  'drill',
  'answered',
  'question',
  'kind',
  'skill',
  'said',
  'confidence',
  'right',
  'score',
  'seconds',
] as const;

/** One line an answer, the student's name first. A cell that a spreadsheet would compute is made harmless. */
export const writeResultsCsv = (results: readonly StudentAnswers[]): string =>
  Papa.unparse(
    {
      fields: [...COLUMNS],
      data: results.flatMap(({ name, drillName, answered }) =>
        answered.map(({ item, answer, grade }) => [
          ...[name, drillName, toDate(answer.committedAtMs).toISOString()],
          ...[askOf(item), kindName(item.kind), SKILLS[item.skill]],
          ...[saidWords(item, answer, WITHOUT_WATER), answer.confidence],
          ...[grade.right ? 1 : 0, grade.score.toFixed(3), (answer.tookMs / 1000).toFixed(1)],
        ]),
      ),
    },
    { escapeFormulae: true },
  );

/** A UUID that is the same whenever the same thing is written: RFC 9562, version 8. */
function uuidOf(text: string): string {
  const hex = bytesToHex(sha256(utf8ToBytes(text)));
  const variant = ((Number.parseInt(hex[16], 16) & 0x3) | 0x8).toString(16);
  return [
    hex.slice(0, 8),
    hex.slice(8, 12),
    `8${hex.slice(13, 16)}`,
    `${variant}${hex.slice(17, 20)}`,
    hex.slice(20, 32),
  ].join('-');
}

/** Names of ours; the domain is one that can never be anybody's (RFC 2606). */
const OWN = 'https://wise-ripple.invalid/xapi';
const CONFIDENCE = `${OWN}/confidence`;

/** Interactions of the Experience API, by what is answered. */
function interactionOf({ item, answer }: Answered) {
  const choices = choicesOf(item, WITHOUT_WATER);
  if (choices.length > 0) {
    const said = saidWords(item, answer, WITHOUT_WATER);
    const response = choices.findIndex(({ text }) => text === said);
    return {
      definition: {
        interactionType: 'choice',
        choices: choices.map(({ text }, i) => ({ id: `c${i}`, description: { en: text } })),
      },
      response: response < 0 ? said : `c${response}`,
    };
  }
  if (answer.kind === 'measure' && answer.valueM !== null) {
    return { definition: { interactionType: 'numeric' }, response: String(answer.valueM) };
  }
  return {
    definition: { interactionType: 'other' },
    response: saidWords(item, answer, WITHOUT_WATER),
  };
}

/** One statement an answer: who answered what, how, and whether it was right. */
export const xapiStatements = (results: readonly StudentAnswers[]) =>
  results.flatMap(({ name, resultId, drillName, answered }) =>
    answered.map((one) => {
      const { item, answer, grade } = one;
      const { definition, response } = interactionOf(one);
      return {
        id: uuidOf(`${resultId}/${item.id}`),
        actor: {
          objectType: 'Agent',
          name,
          account: { homePage: `${OWN}/class`, name: uuidOf(`student/${name}`) },
        },
        verb: {
          id: 'http://adlnet.gov/expapi/verbs/answered',
          display: { 'en-US': 'answered' },
        },
        object: {
          objectType: 'Activity',
          id: `${OWN}/question/${uuidOf(item.id)}`,
          definition: {
            type: 'http://adlnet.gov/expapi/activities/cmi.interaction',
            name: { en: askOf(item) },
            ...definition,
          },
        },
        result: {
          success: grade.right,
          score: { scaled: grade.score },
          response,
          duration: `PT${(answer.tookMs / 1000).toFixed(2)}S`,
          extensions: { [CONFIDENCE]: CONFIDENCE_STEPS.indexOf(answer.confidence) + 1 },
        },
        context: {
          platform: 'Wise Ripple',
          language: 'en',
          contextActivities: {
            parent: [
              {
                objectType: 'Activity',
                id: `${OWN}/drill/${uuidOf(drillName)}`,
                definition: {
                  type: 'http://adlnet.gov/expapi/activities/assessment',
                  name: { en: drillName },
                },
              },
            ],
          },
        },
        timestamp: toDate(answer.committedAtMs).toISOString(),
      };
    }),
  );
