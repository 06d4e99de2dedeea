/** What a room is opened with: the questions of a drill, of a lesson, or of one screen. */
import { composeDrill, type Item } from '@core/drills';
import { fail, ok, type Result } from '@core/records';
import { randomSeed } from '@/storage/attempts';
import { openRecord } from '@/storage/database';
import { recordedDrillScreen } from '@/storage/drillScreens';
import { openLesson } from '@/storage/lessons';
import { gatherQuestions } from '@/storage/questions';
import { openScreen } from '@/storage/screens';

export interface RoomSource {
  name: string;
  items: Item[];
  /** They are all of one picture: when one has been opened the others are known, so one is chosen. */
  isOnePicture: boolean;
}

const OF_SCREEN = 30;
const MOST_SCREENS = 40;

async function ofScreen(id: string): Promise<Result<RoomSource, string>> {
  const opened = await openScreen(id);
  if (!opened.ok) return opened;
  const screen = recordedDrillScreen(opened.value);
  const ref = { from: 'library', screenId: id } as const;
  const items = composeDrill([{ ref, screen }], OF_SCREEN, randomSeed());
  const { name } = opened.value.record;
  return items.length > 0
    ? ok({ name, items, isOnePicture: true })
    : fail(`“${name}” gives no question that could be answered fairly from its picture`);
}

async function ofLesson(id: string): Promise<Result<RoomSource, string>> {
  const lesson = await openLesson(id);
  if (!lesson.ok) return lesson;
  const items: Item[] = [];
  for (const step of lesson.value.steps) {
    if (step.kind !== 'ask') continue;
    items.push(...step.items);
    if (step.items.length > 0 || !step.make) continue;
    const isEnough = (made: number, tried: number) => made > 0 && tried >= MOST_SCREENS;
    // What is opened for one question would answer the next on the same picture.
    items.push(...(await gatherQuestions({ ...step.make, perScreen: 1 }, { isEnough })));
  }
  return items.length > 0
    ? ok({ name: lesson.value.name, items, isOnePicture: false })
    : fail(`“${lesson.value.name}” asks nothing`);
}

/** @param params of the address: `drill`, `lesson` or `screen` with its id */
export async function openSource(params: URLSearchParams): Promise<Result<RoomSource, string>> {
  const [drill, lesson, screen] = ['drill', 'lesson', 'screen'].map((name) => params.get(name));
  if (screen) return ofScreen(screen);
  if (lesson) return ofLesson(lesson);
  if (!drill) return fail('the address names no drill, lesson or screen');
  const read = await openRecord('drill', drill);
  return read.ok
    ? ok({ name: read.value.name, items: read.value.items, isOnePicture: false })
    : read;
}
