/** A search under way: its log, kept with every change, and the sounding of its legs. */
import { useRef, useState } from 'react';
import type { DrillScreen } from '@core/drills';
import { reasonOf, type SearchRecord } from '@core/records';
import {
  boatAt,
  joined,
  type Leg,
  minutesUsed,
  recipesOfLeg,
  sailed,
  type SearchMark,
  soundPlan,
} from '@core/search';
import { onDay, waterToday } from '@core/waters';
import { createId } from '@/storage/database';
import { type OpenSearch, saveSearch } from '@/storage/searches';
import { soundScreen } from '@/workers/drillsClient';

export interface Sounding {
  words: string;
  share: number;
}

export function useSearch({ record: opened, water }: OpenSearch) {
  const [record, setRecord] = useState(opened);
  const [sounding, setSounding] = useState<Sounding | null>(null);
  const [message, setMessage] = useState('');
  /** Pictures of legs, by their number; sounded anew after a reload. */
  const [screens, setScreens] = useState<Record<number, DrillScreen>>({});
  const stopped = useRef(false);
  const { task } = record;
  const [today] = useState(() => waterToday(onDay(water.content, task.day)));

  // A leg takes a while to be sounded; what is marked meanwhile is not to be written over.
  const latest = useRef(opened);
  const keep = (change: (old: SearchRecord) => Partial<SearchRecord>): void => {
    const next = { ...latest.current, ...change(latest.current) };
    latest.current = next;
    setRecord(next);
    saveSearch(next).catch((failure: unknown) =>
      setMessage(`This could not be stored: ${reasonOf(failure)}.`),
    );
  };
  /** A leg's picture, part by part; null when it was stopped. */
  const sound = async (leg: Leg, words: string): Promise<DrillScreen | null> => {
    const recipes = recipesOfLeg(task, leg, water.content.passes[0].id);
    const parts: DrillScreen[] = [];
    stopped.current = false;
    for (const [i, recipe] of recipes.entries()) {
      setSounding({ words, share: i / recipes.length });
      parts.push(await soundScreen(recipe, task.waterId, water.content));
      if (stopped.current) break;
    }
    return stopped.current ? null : joined(parts);
  };
  const guarded = async (work: () => Promise<void>) => {
    setMessage('');
    try {
      await work();
    } catch (failure) {
      setMessage(`It could not be sounded: ${reasonOf(failure)}.`);
    }
    setSounding(null);
  };

  return {
    record,
    task,
    today,
    screens,
    sounding,
    message,
    used: minutesUsed(record),
    left: Math.max(0, task.minutes - minutesUsed(record)),
    boat: boatAt(task, record),
    stop: () => {
      stopped.current = true;
    },
    sail: (leg: Leg, isVerifying: boolean) =>
      guarded(async () => {
        const screen = await sound(leg, 'Sailing');
        if (!screen) return;
        const number = record.legs.length;
        setScreens((old) => ({ ...old, [number]: screen }));
        keep((old) => ({ legs: [...old.legs, sailed(task, old, leg, screen, isVerifying)] }));
      }),
    /** Of a leg sailed before this page was opened. */
    show: (number: number) =>
      guarded(async () => {
        const screen = await sound(record.legs[number], 'Sounding it again');
        if (screen) setScreens((old) => ({ ...old, [number]: screen }));
      }),
    mark: (mark: Omit<SearchMark, 'id' | 'atMin'>) =>
      keep((old) => ({
        marks: [...old.marks, { ...mark, id: createId('mark'), atMin: minutesUsed(old) }],
      })),
    setMarks: (change: (old: SearchMark[]) => SearchMark[]) =>
      keep(({ marks }) => ({ marks: change(marks) })),
    finish: () => keep(() => ({ finishedAtMs: Date.now() })),
    /** Sails what a planner would have, for comparison. */
    compare: () =>
      guarded(async () => {
        const legs = soundPlan(task, today);
        const log = { legs: [] as SearchRecord['legs'], marks: [] };
        for (const [i, leg] of legs.entries()) {
          const screen = await sound(leg, `The planner’s lane ${i + 1} of ${legs.length}`);
          if (!screen) return;
          log.legs = [...log.legs, sailed(task, log, leg, screen)];
        }
        keep(() => ({ planned: log.legs }));
      }),
  };
}
export type SearchWork = ReturnType<typeof useSearch>;
