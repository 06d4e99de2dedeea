/** What a graded answer says, line by line; the same numbers stand on the picture. */
import type { Answer, Grade } from '@core/drills';
import type { TruthRegion } from '@core/reading';
import type { OutlineLook } from '@/ui/echo/TruthOverlay';
import { CUE, verdictText } from '@/ui/echo/verdictText';

export interface FeedbackLine {
  badge: string;
  look: OutlineLook;
  title: string;
  text: string;
  /** Outlined on the picture, when it is about a target. */
  region: TruthRegion | null;
  /** The mark it is about, when it is about one on nothing. */
  mark: number | null;
}

const sentence = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;

export function feedbackLines(
  answer: Answer,
  grade: Grade,
  regions: TruthRegion[],
): FeedbackLine[] {
  const byId = new Map(regions.map((region) => [region.targetId, region]));
  const lines: Omit<FeedbackLine, 'badge'>[] = [];
  const about = (
    targetId: string,
    look: OutlineLook,
    word: string,
    text: (r: TruthRegion) => string,
  ) => {
    const region = byId.get(targetId);
    if (region)
      lines.push({
        look,
        title: `${word}: ${region.name}`,
        text: text(region),
        region,
        mark: null,
      });
  };
  if (grade.kind === 'tapAll') {
    grade.missed.forEach((targetId, i) =>
      // The deciding cue once; after that only what is particular to each.
      about(targetId, 'missed', 'Missed', (r) =>
        sentence(i === 0 ? `${verdictText(r)}; ${CUE[r.label]}` : verdictText(r)),
      ),
    );
    for (const { targetId } of grade.falseMarks) {
      about(targetId, 'false', 'Not a fish', (r) => sentence(CUE[r.label]));
    }
    for (const mark of grade.strays) {
      lines.push({
        look: 'false',
        title: 'Nothing there',
        text: 'No target caused this spot. Shown so that you can look again.',
        region: null,
        mark,
      });
    }
    for (const { targetId } of grade.hits) {
      about(targetId, 'right', 'Found', (r) => sentence(verdictText(r)));
    }
    const tolerated = new Set(grade.tolerated.map(({ targetId }) => targetId));
    for (const { targetId } of grade.hits) tolerated.delete(targetId);
    for (const targetId of tolerated) {
      about(targetId, 'hidden', 'Neither helps nor hurts', (r) => sentence(verdictText(r)));
    }
    for (const targetId of grade.notCounted) {
      about(targetId, 'hidden', 'Hidden, not counted', (r) => sentence(verdictText(r)));
    }
  } else if (answer.kind === 'whatIsThis') {
    const cue = CUE[grade.truth];
    lines.push({
      look: grade.right ? 'right' : 'missed',
      title: grade.right ? `Right: ${grade.truth}` : `It is ${grade.truth}, not ${answer.label}`,
      text: sentence(
        grade.right ? cue : `${cue}. You would expect of ${answer.label}: ${CUE[answer.label]}`,
      ),
      region: null,
      mark: null,
    });
  }
  return lines.map((line, index) => ({ ...line, badge: String(index + 1) }));
}
