/** Exams: drills handed out without their truth, whose key stays in this browser. */
import {
  type DrillScreen,
  type Ground,
  isSealed,
  type Item,
  kindName,
  seal,
  type SealKey,
  unseal,
} from '@core/drills';
import { writeEchoFile } from '@core/formats';
import {
  type AttemptRecord,
  type DrillRecord,
  fail,
  newRecord,
  ok,
  reasonOf,
  type Result,
} from '@core/records';
import { emptyTruth } from '@core/sounding';
import { readWorkspaceFile, writeWorkspaceFile } from '@/workers/libraryClient';
import { createId, getRecord, putRecord } from './database';
import { openGround, openSealed } from './drillScreens';

interface Watching {
  onSealed?: (done: number, of: number) => void;
  signal?: AbortSignal;
}

/** One sealed question, with the files of its echoes. */
export interface SealedQuestion {
  item: Item;
  echoes: Map<string, Uint8Array>;
  key: SealKey;
  /** With its truth; not for students. */
  ground: Ground;
}

/** A sealed question on its pictures, from the files of its echoes. */
export function groundOfSealed(
  item: Item,
  echoes: ReadonlyMap<string, Uint8Array>,
): Result<Ground, string> {
  const screens: DrillScreen[] = [];
  for (const ref of item.screens) {
    if (ref.from !== 'sealed') return fail('this is no question of an exam or a room');
    const screen = openSealed(ref, echoes.get(ref.echoId) ?? null);
    if (!screen.ok) return screen;
    screens.push(screen.value);
  }
  return ok({ screens, water: null });
}

/** A sealed question as a file of its own, for a room. */
export function packQuestion({ item, echoes }: SealedQuestion): Promise<Uint8Array> {
  const drill: DrillRecord = {
    ...newRecord('drill', item.id, 0),
    ...{ name: 'A question', note: '', items: [item], order: 'written' },
    ...{ feedback: 'never', secondsPerItem: null, passShare: null },
  };
  return writeWorkspaceFile({ records: [drill], echoes }, new Date(0).toISOString());
}

/** What `packQuestion` made. */
export async function unpackQuestion(
  bytes: Uint8Array,
): Promise<Result<{ item: Item; ground: Ground }, string>> {
  const read = await readWorkspaceFile(bytes);
  if (!read.ok) return fail(read.error.message);
  const drill = read.value.records.find((record) => record.schema === 'drill');
  const item = drill?.items.at(0);
  if (!item) return fail('it holds no question');
  const ground = groundOfSealed(item, read.value.echoes);
  return ground.ok ? ok({ item, ground: ground.value }) : ground;
}

/** @returns what it is made of, or why it cannot be asked without its truth */
export async function sealQuestion(
  item: Item,
  sealedId: string,
): Promise<Result<SealedQuestion, string>> {
  const ground = await openGround(item);
  if (!ground.ok) return ground;
  const sealed = seal(item, ground.value, sealedId);
  if (!sealed) return fail(`“${kindName(item.kind)}” needs the water or the truth to be asked`);
  const echoes = new Map(
    [...sealed.echoes].map(([id, echo]) => [
      id,
      writeEchoFile({ ...echo, truth: emptyTruth(0), targets: null, isFine: false }),
    ]),
  );
  return ok({ item: sealed.item, echoes, key: sealed.key, ground: ground.value });
}

export interface Exam {
  bytes: Uint8Array;
  sealed: number;
  /** Questions that it does not hold, and why. */
  left: string[];
}

/**
 * A drill as an exam, and its key kept here.
 * @param title what students see; the drill's own name may tell
 * @throws if none of its questions can be sealed, or the key cannot be kept
 */
export async function makeExam(
  drill: DrillRecord,
  title: string,
  { onSealed, signal }: Watching = {},
  now = new Date(),
): Promise<Exam> {
  const id = createId('exam');
  const nowMs = now.getTime();
  const questions: SealedQuestion[] = [];
  const left: string[] = [];
  for (const [i, item] of drill.items.entries()) {
    signal?.throwIfAborted();
    const question = await sealQuestion(item, `${id}-${i}`);
    if (question.ok) questions.push(question.value);
    else left.push(`question ${i + 1}: ${question.error}`);
    onSealed?.(i + 1, drill.items.length);
  }
  if (questions.length === 0) throw new Error(left[0] ?? 'the drill has no questions');
  const exam: DrillRecord = {
    ...newRecord('drill', id, nowMs),
    ...{ name: title, note: '', items: questions.map(({ item }) => item) },
    ...{ order: drill.order, secondsPerItem: drill.secondsPerItem },
    ...{ feedback: 'never', passShare: null },
  };
  const echoes = new Map(questions.flatMap((question) => [...question.echoes]));
  const bytes = await writeWorkspaceFile({ records: [exam], echoes }, now.toISOString());
  await putRecord<'examKey'>({
    ...newRecord('examKey', id, nowMs),
    ...{ name: title, drillId: drill.id, drillName: drill.name },
    keys: questions.map(({ key }) => key),
  });
  return { bytes, sealed: questions.length, left };
}

/** A go at an exam as one at the questions that were sealed; any other as it is. */
export async function unsealed(attempt: AttemptRecord): Promise<Result<AttemptRecord, string>> {
  if (!attempt.items.some(isSealed)) return ok(attempt);
  const read = attempt.drillId ? await getRecord('examKey', attempt.drillId) : ok(null);
  if (!read.ok) return read;
  if (!read.value) return fail('the key of this exam is not in this browser');
  const opened = unsealedBy(attempt, read.value.keys);
  // From here on it is a go at the drill itself.
  return opened.ok ? ok({ ...opened.value, drillId: read.value.drillId }) : opened;
}

/** @returns why not, where the go is not of the exam as it was handed out */
function unsealedBy(
  attempt: AttemptRecord,
  keys: readonly SealKey[],
): Result<AttemptRecord, string> {
  const keyOf = new Map(keys.map((key) => [key.sealedId, key]));
  if (attempt.items.some(({ id }) => !keyOf.has(id))) {
    return fail('it holds questions that its exam did not');
  }
  try {
    const answers = attempt.answers.map((stored) => {
      const key = keyOf.get(stored.itemId)!;
      return {
        ...stored,
        itemId: key.item.id,
        answer: stored.answer && unseal(stored.answer, key),
      };
    });
    const items = attempt.items.map(({ id }) => keyOf.get(id)!.item);
    return ok({ ...attempt, items, answers, draft: null });
  } catch (failure) {
    return fail(reasonOf(failure));
  }
}
