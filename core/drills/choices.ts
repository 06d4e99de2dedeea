/** What one can choose from, what somebody said, and what was right, in words: for a room, on paper, and in open formats. */
import { profileOf } from '../life';
import { LABEL_NAMES } from '../reading';
import { format, LENGTH, type UnitSystem } from '../units';
import { regionOf } from './drillScreen';
import { CANNOT_TELL, type Ground } from './itemBase';
import { type Answer, gradeAnswer, type Item } from './items';
import { CHANGE_NAMES } from './kinds/whatChanged';
import { WRONG_NAMES } from './kinds/whatIsWrong';
import { judgeChoices } from './kinds/whereNext';

type WithoutHow<A> = A extends unknown ? Omit<A, 'confidence' | 'committedAtMs' | 'tookMs'> : never;
/** An answer without how sure and when. */
export type Given = WithoutHow<Answer>;

export interface ChoiceOf {
  text: string;
  given: Given;
}

const LETTERS = ['A', 'B', 'C', 'D'];
const upper = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** Empty where something is marked, measured, placed, sorted or set instead. */
export function choicesOf(
  item: Item,
  { water }: Pick<Ground, 'water'>,
  units: UnitSystem = 'metric',
): ChoiceOf[] {
  const openChoice = (given: Given): ChoiceOf => ({ text: CANNOT_TELL, given });
  switch (item.kind) {
    case 'whatIsThis': {
      const { kind } = item;
      const named = item.options.map((label): ChoiceOf => ({
        text: upper(LABEL_NAMES[label]),
        given: { kind, label },
      }));
      return item.isOpen === undefined ? named : [...named, openChoice({ kind, label: null })];
    }
    case 'whichIs': {
      const { kind, candidates } = item;
      const named = candidates.map(({ targetId }, choice): ChoiceOf => ({
        text: `${targetId === null ? 'Screen' : 'Mark'} ${LETTERS[choice]}`,
        given: { kind, choice },
      }));
      if (item.isOpen === undefined) return named;
      return [...named, openChoice({ kind, choice: candidates.length })];
    }
    case 'whatChanged':
      return item.options.map((change) => ({
        text: CHANGE_NAMES[change],
        given: { kind: item.kind, change },
      }));
    case 'whatIsWrong':
      return item.options.map((wrong) => ({
        text: WRONG_NAMES[wrong],
        given: { kind: item.kind, wrong, mended: null },
      }));
    case 'whichSpecies':
      return item.options.map((species) => ({
        text: profileOf(species).name,
        given: { kind: item.kind, species },
      }));
    case 'whereNext':
      if (!water) return [];
      return judgeChoices(item, water, units).map(({ text }, choice) => ({
        text,
        given: { kind: item.kind, choice },
      }));
    default:
      return [];
  }
}

const counted = (count: number, one: string, many: string) =>
  `${count} ${count === 1 ? one : many}`;

/** What an answer says, the same words for the same answer. */
export function saidWords(
  item: Item,
  answer: Answer,
  ground: Pick<Ground, 'water'>,
  units: UnitSystem = 'metric',
): string {
  switch (answer.kind) {
    case 'tapAll':
      return answer.marks.length === 0
        ? 'Nothing here'
        : counted(answer.marks.length, 'mark', 'marks');
    case 'callLive':
      return answer.presses.length === 0
        ? 'No fish passed'
        : counted(answer.presses.length, 'call', 'calls');
    case 'measure':
      return answer.valueM === null ? CANNOT_TELL : format(LENGTH[units], answer.valueM, 1);
    case 'placeIt':
      return `${format(LENGTH[units], answer.xM, 0)} east, ${format(LENGTH[units], answer.yM, 0)} north`;
    case 'sort': {
      if (item.kind !== 'sort') return '';
      return item.targetIds.map((id, i) => `${i + 1} ${answer.bins[id] ?? 'left'}`).join(', ');
    }
    case 'settingsRace':
      return counted(answer.moves, 'move', 'moves');
    default: {
      // What was mended besides is no other choice.
      const wordsOf = ({
        confidence,
        committedAtMs,
        tookMs,
        mended,
        ...given
      }: Partial<Answer> & { mended?: unknown }) => JSON.stringify(given);
      const chosen = choicesOf(item, ground, units).find(
        ({ given }) => wordsOf(given) === wordsOf(answer),
      );
      return chosen?.text ?? ('choice' in answer ? `Choice ${LETTERS[answer.choice]}` : '');
    }
  }
}

const SURE = { confidence: 'certain', committedAtMs: 0, tookMs: 0 } as const;

/** Indices of the choices that the truth accepts. */
export const rightChoices = (item: Item, choices: readonly ChoiceOf[], ground: Ground): number[] =>
  choices.flatMap(({ given }, i) =>
    gradeAnswer(item, { ...given, ...SURE }, ground).right ? [i] : [],
  );

/** An answer to which nothing can be objected; null where that is a way of setting controls. */
export function rightAnswer(item: Item, ground: Ground): Answer | null {
  const choices = choicesOf(item, ground);
  const [right] = rightChoices(item, choices, ground);
  if (right !== undefined) return { ...choices[right].given, ...SURE };
  const graded = (given: Given) => gradeAnswer(item, { ...given, ...SURE }, ground);
  const [screen] = ground.screens;
  switch (item.kind) {
    case 'tapAll': {
      const nothing = { kind: item.kind, tolerance: { pings: 3, bins: 3 } };
      const grade = graded({ ...nothing, marks: [] });
      const missed = grade.kind === 'tapAll' ? grade.missed : [];
      const marks = missed.map((id) => {
        const { peak, channel } = regionOf(screen, id);
        return { ping: peak.ping + 0.5, bin: peak.bin + 0.5, channel };
      });
      return { ...nothing, marks, ...SURE };
    }
    case 'callLive': {
      const grade = graded({ kind: item.kind, presses: [] });
      const missed = grade.kind === 'callLive' ? grade.missed : [];
      const presses = missed.map((id) => regionOf(screen, id).outline[0].ping + 1);
      return { kind: item.kind, presses, ...SURE };
    }
    case 'measure': {
      const unread = { kind: item.kind, pixelM: { range: 0, along: 0 } };
      const grade = graded({ ...unread, valueM: null });
      return { ...unread, valueM: grade.kind === 'measure' ? grade.truthM : null, ...SURE };
    }
    case 'sort': {
      const grade = graded({ kind: item.kind, bins: {} });
      const sorted = grade.kind === 'sort' ? grade.sorted : [];
      const bins = Object.fromEntries(sorted.map(({ targetId, truth }) => [targetId, truth]));
      return { kind: item.kind, bins, ...SURE };
    }
    case 'placeIt': {
      const passes = Math.max(1, Math.min(2, ground.screens.length));
      const grade = graded({ kind: item.kind, xM: 0, yM: 0, passes });
      const { xM, yM } = grade.kind === 'placeIt' ? grade.truth : { xM: 0, yM: 0 };
      return { ...{ kind: item.kind, xM, yM, passes }, ...SURE };
    }
    default:
      return null;
  }
}

/** What the truth says to a question: what a key prints. */
export function rightWords(item: Item, ground: Ground, units: UnitSystem = 'metric'): string {
  const choices = choicesOf(item, ground, units);
  const accepted = rightChoices(item, choices, ground).map((i) => choices[i].text);
  if (accepted.length > 0) return accepted.join(', or ');
  const answer = rightAnswer(item, ground);
  return answer ? saidWords(item, answer, ground, units) : 'Settings that make the marks stand out';
}
