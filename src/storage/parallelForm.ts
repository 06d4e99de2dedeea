/** Another form of a drill: as many questions of each sort, as hard, on other pictures. */
import { fillSlot, inTurn, type Item, slotsOf } from '@core/drills';
import type { DrillRecord } from '@core/records';
import { newDrill } from './drills';
import { gatherQuestions } from './questions';

/** Of each sort so many more are made than wanted, to choose those that are as hard. */
const CHOICE = 3;
const MOST_SCREENS = 40;

interface Progress {
  onMade: (made: number) => void;
  signal: AbortSignal;
}

/**
 * @returns the new drill; null where it was stopped
 * @throws if no water gives any of its questions
 */
export async function makeParallelForm(
  drill: DrillRecord,
  { onMade, signal }: Progress,
): Promise<DrillRecord | null> {
  const items: Item[] = [];
  for (const slot of slotsOf(drill.items)) {
    const wanted = slot.difficulties.length;
    const candidates = await gatherQuestions(
      {
        kinds: [slot.kind],
        skills: [slot.skill],
        instruments: slot.instrument ? [slot.instrument] : [],
        count: CHOICE * wanted,
        known: [...drill.items, ...items].map(({ id }) => id),
      },
      {
        signal,
        isEnough: (made, tried) =>
          made >= CHOICE * wanted || (made >= wanted && tried >= MOST_SCREENS),
      },
    );
    if (signal.aborted) return null;
    items.push(...fillSlot(slot, candidates));
    onMade(items.length);
  }
  if (items.length === 0) throw new Error('these waters give no other questions of these sorts');
  const { note, order, feedback, secondsPerItem, passShare } = drill;
  return newDrill({
    ...{ note, order, feedback, secondsPerItem, passShare },
    name: `${drill.name.slice(0, 100)}, other form`,
    items: order === 'shuffled' ? items : inTurn(items),
    parallelOf: drill.id,
  });
}
