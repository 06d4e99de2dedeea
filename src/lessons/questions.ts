/** The questions of a lesson: chosen ones, or made anew from the waters here. */
import type { LessonRecord, LessonStep } from '@core/records';
import { randomSeed, startAttempt } from '@/storage/attempts';
import { gatherQuestions } from '@/storage/questions';

/** Screens without enough questions after which those there are have to do. */
const MOST_SCREENS = 60;
/** Spread over several pictures. */
const PER_SCREEN = 2;

export async function startQuestions(
  lesson: LessonRecord,
  { items, make, title }: Extract<LessonStep, { kind: 'ask' }>,
  onMade: (count: number) => void,
  signal: AbortSignal,
): Promise<void> {
  const asked =
    items.length === 0 && make
      ? await gatherQuestions(
          { ...make, perScreen: PER_SCREEN },
          { onMade, signal, isEnough: (made, tried) => made > 0 && tried >= MOST_SCREENS },
        )
      : items;
  if (signal.aborted) return;
  if (asked.length === 0) {
    throw new Error(
      'The waters here give no such question. Bring the shipped ones back, under Waters.',
    );
  }
  const attempt = await startAttempt({
    drillName: `${lesson.name}: ${title}`,
    mode: 'lesson',
    items: asked,
    seed: randomSeed(),
    lessonId: lesson.id,
  });
  location.assign(`/drills/attempt?id=${attempt.id}`);
}
