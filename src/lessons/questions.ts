/** The questions of a lesson: chosen ones, or made anew from the waters here. */
import type { Item } from '@core/drills';
import type { LessonRecord, LessonStep } from '@core/records';
import { randomSeed, startAttempt } from '@/storage/attempts';
import { listWaters } from '@/storage/waters';
import { makeQuestions } from '@/workers/drillsClient';

/** Screens without enough questions after which those there are have to do. */
const MOST_SCREENS = 30;

export async function startQuestions(
  lesson: LessonRecord,
  { items, make, title }: Extract<LessonStep, { kind: 'ask' }>,
  onMade: (count: number) => void,
): Promise<void> {
  let asked: Item[] = items;
  const seed = randomSeed();
  if (asked.length === 0 && make) {
    const found: Item[] = [];
    const enough = new AbortController();
    const waters = (await listWaters()).waters.map(({ id, content }) => ({ id, content }));
    await makeQuestions(
      {
        waters,
        instruments: [],
        skills: make.skills,
        kinds: make.kinds,
        difficulty: make.difficulty,
        count: make.count,
        // Spread over several pictures.
        perScreen: 2,
        seed,
      },
      ({ items: made, tried }) => {
        found.push(...made);
        onMade(found.length);
        if (tried >= MOST_SCREENS && found.length > 0) enough.abort();
      },
      enough.signal,
    );
    asked = found;
  }
  if (asked.length === 0) {
    throw new Error(
      'The waters here give no such question. Bring the shipped ones back, under Waters.',
    );
  }
  const attempt = await startAttempt({
    drillName: `${lesson.name}: ${title}`,
    mode: 'lesson',
    items: asked,
    seed,
    lessonId: lesson.id,
  });
  location.assign(`/drills/attempt?id=${attempt.id}`);
}
