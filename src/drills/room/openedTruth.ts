/** The truth of a question as a room's students see it once it is opened: on their pings, and with what came of each answer. */
import {
  type Answer,
  type Explained,
  explainAnswer,
  type Grade,
  gradeAnswer,
  rightAnswer,
  rightWords,
  unseal,
} from '@core/drills';
import type { OpenedTruth, ShownLine, ShownRegion } from '@core/formats';
import type { TruthRegion } from '@core/reading';
import type { UnitSystem } from '@core/units';
import type { SealedQuestion } from '@/storage/exams';
import type { Line } from '../kinds/kindView';

type Rows = TruthRegion['outline'];

/** As the sealed picture counts: its pings from 0. */
function shownRegion(region: TruthRegion, firstPing: number): ShownRegion {
  const moved = (rows: Rows) => rows.map((row) => ({ ...row, ping: row.ping - firstPing }));
  const { channel, label, name, byShadow, peak, outline, shadow } = region;
  return {
    ...{ channel, label, byShadow },
    name: name.slice(0, 80),
    peak: { ...peak, ping: peak.ping - firstPing },
    outline: moved(outline),
    shadow: moved(shadow),
  };
}

export interface Judged {
  /** As an answer to the question itself. */
  own: Answer;
  grade: Grade;
}

/** What comes of an answer; null where it is none to this question, whoever sent it. */
export function judge({ key, ground }: SealedQuestion, answer: Answer): Judged | null {
  try {
    const own = unseal(answer, key);
    return { own, grade: gradeAnswer(key.item, own, ground) };
  } catch {
    return null;
  }
}

/** @param answers unsealed, by student */
export function openedTruth(
  { key, ground }: SealedQuestion,
  answers: ReadonlyMap<string, Answer>,
  units: UnitSystem,
): OpenedTruth {
  const { item } = key;
  const regions: OpenedTruth['regions'] = {};
  const shown = (line: Explained): ShownLine => {
    const { look, title, text, screen, mark, region } = line;
    const id = region && `${screen}-${region.targetId}`.slice(0, 64);
    if (region && id) regions[id] ??= shownRegion(region, ground.screens[screen].firstPing);
    return {
      look,
      title: title.slice(0, 300),
      text: text.slice(0, 3000),
      screen,
      mark,
      region: id,
    };
  };
  const saidOf = (answer: Answer) => {
    const grade = gradeAnswer(item, answer, ground);
    const lines = explainAnswer(item, answer, grade, ground, units).map(shown);
    return { right: grade.right, score: grade.score, lines };
  };
  const right = rightAnswer(item, ground);
  return {
    own: Object.fromEntries([...answers].map(([id, answer]) => [id, saidOf(answer)])),
    lines: right ? saidOf(right).lines : [],
    words: rightWords(item, ground, units),
    regions,
  };
}

/** Lines as a picture draws them, from what was sent. */
export const linesShown = (
  { regions }: Pick<OpenedTruth, 'regions'>,
  lines: readonly ShownLine[],
): Line[] =>
  lines.map((line, i) => {
    const region = line.region === null ? undefined : regions[line.region];
    return {
      ...line,
      badge: String(i + 1),
      region: region
        ? {
            ...region,
            ...{ targetId: line.region!, kind: null, verdict: 'visible', reason: null },
            ...{ rivalName: null, peakLevelDb: 0, signalToBackgroundDb: 0 },
          }
        : null,
    };
  });
