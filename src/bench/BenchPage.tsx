import isEqual from 'fast-deep-equal';
import { useEffect, useState } from 'react';
import { type Recipe, recipeSchema } from '@core/drills';
import { type BoatRecord, type WaterRecord, reasonOf } from '@core/records';
import { layoutSchema } from '@core/setup';
import { OWN_DAY } from '@core/waters';
import { loadBoat } from '@/storage/boat';
import { loadDay, saveDay } from '@/storage/chartState';
import { getRecord } from '@/storage/database';
import { noteVisit } from '@/storage/recent';
import { listWaters } from '@/storage/waters';
import { Prepared } from '@/ui/Prepared';
import { prepareSounding } from '@/workers/soundingClient';
import { type BenchMemory, loadBenchMemory } from './benchMemory';
import { Bench } from './Bench';
import type { BenchOpening } from './benchStart';
import { BenchSession } from './session';

type Opening = BenchOpening | { message: string };

/** A pass that was planned anew since it was left starts over. */
function isAsPlanned({ pass }: BenchMemory, water: WaterRecord): boolean {
  const plan = water.content.passes.find(({ id }) => id === pass.planId);
  return plan !== undefined && isEqual([plan.routeM, plan.holding], [pass.routeM, pass.holding]);
}

/** The moment at which a screen was recorded: its water, pass, sounder and view, frozen. */
async function openRecorded(
  screenId: string,
  boat: BoatRecord,
  memory: BenchMemory | null,
): Promise<Opening> {
  const found = await getRecord('screen', screenId);
  const screen = found.ok ? found.value : null;
  if (!screen || screen.source.kind !== 'simulated') {
    return { message: 'Only a screen recorded at the bench can be opened there.' };
  }
  const water = await getRecord('water', screen.waterId);
  if (!water.ok || !water.value || water.value.deletedAtMs !== null) {
    return {
      message: `The water of this screen, ${screen.waterName}, is not here.`,
    };
  }
  const { instrument, source, firstPing, pingCount, view } = screen;
  return {
    water: water.value,
    boat,
    day: source.day ?? OWN_DAY,
    passId: source.pass.planId,
    ownLayouts: memory?.ownLayouts ?? [],
    memory: {
      waterId: water.value.id,
      pass: source.pass,
      setup: {
        sounders: { [instrument]: source.sounder },
        views: { [instrument]: view },
        rig: source.rig,
        boat: null,
        faults: [],
      },
      layout: layoutSchema.parse({
        id: 'recorded',
        name: 'As recorded',
        instruments: [instrument],
        chart: false,
      }),
      ownLayouts: memory?.ownLayouts ?? [],
      timeS: (firstPing + pingCount) / source.info.pingRateHz,
      frozen: true,
      notes: memory?.notes ?? '',
    },
  };
}

/** The moment at which a plate of a lesson or of the handbook ends, frozen. */
async function openRecipe(
  text: string,
  boat: BoatRecord,
  memory: BenchMemory | null,
): Promise<Opening> {
  let recipe: Recipe;
  try {
    recipe = recipeSchema.parse(JSON.parse(text));
  } catch {
    return { message: 'What the address says cannot be sounded.' };
  }
  const water = await getRecord('water', recipe.waterId);
  if (!water.ok || !water.value || water.value.deletedAtMs !== null) {
    return { message: 'The water of this picture is not here.' };
  }
  // The engine of the page's own thread is wanted for this alone.
  const { momentOf } = await import('@core/drills/soundRecipe');
  let moment: ReturnType<typeof momentOf>;
  try {
    moment = momentOf(recipe, water.value.content);
  } catch (failure) {
    return { message: reasonOf(failure) };
  }
  const { instrument } = recipe;
  return {
    water: water.value,
    boat,
    day: recipe.day ?? OWN_DAY,
    passId: moment.pass.planId,
    ownLayouts: memory?.ownLayouts ?? [],
    memory: {
      waterId: water.value.id,
      pass: moment.pass,
      setup: {
        sounders: { [instrument]: moment.sounder },
        views: { [instrument]: moment.view },
        rig: moment.rig,
        boat: null,
        faults: [],
      },
      layout: layoutSchema.parse({
        id: 'recorded',
        name: 'As in the lesson',
        instruments: [instrument],
        chart: false,
      }),
      ownLayouts: memory?.ownLayouts ?? [],
      timeS: moment.timeS,
      frozen: true,
      notes: memory?.notes ?? '',
    },
  };
}

/** Which water and pass: from the address, else where the bench was left, else the first there is. */
async function chooseWater(search: URLSearchParams): Promise<Opening> {
  const [memory, boat] = await Promise.all([loadBenchMemory(), loadBoat()]);
  const screenId = search.get('screen');
  if (screenId) return openRecorded(screenId, boat, memory);
  const recipe = search.get('recipe');
  if (recipe) return openRecipe(recipe, boat, memory);
  const wanted = search.get('water') ?? memory?.waterId;
  const ownLayouts = memory?.ownLayouts ?? [];
  if (wanted) {
    const found = await getRecord('water', wanted);
    if (found.ok && found.value && found.value.deletedAtMs === null) {
      const passId = search.get('pass');
      const sameWater = memory?.waterId === wanted;
      const samePass = passId === null || memory?.pass.planId === passId;
      return {
        water: found.value,
        boat,
        day: await loadDay(wanted),
        passId,
        ownLayouts,
        memory: memory && sameWater && samePass && isAsPlanned(memory, found.value) ? memory : null,
      };
    }
  }
  const [first] = (await listWaters()).waters;
  return first
    ? {
        water: first,
        boat,
        day: await loadDay(first.id),
        passId: search.get('pass'),
        ownLayouts,
        memory: null,
      }
    : {
        message:
          'There is no water to sound. Make one, or bring the shipped ones back, under Waters.',
      };
}

/** Sounds from now on: the page is still being drawn when the first pings come. */
function begin(opening: BenchOpening): BenchSession {
  const session = new BenchSession(opening);
  session.run.start();
  return session;
}

type Opened = { session: BenchSession; opening: BenchOpening } | { message: string };

function OpenBench() {
  const [bench, setBench] = useState<Opened | null>(null);
  useEffect(() => {
    let current = true;
    void chooseWater(new URLSearchParams(location.search)).then((chosen) => {
      if (!current) return;
      if (!('message' in chosen)) {
        const { id, content } = chosen.water;
        noteVisit({ what: 'bench', name: `${content.name}, bench`, href: `/bench?water=${id}` });
      }
      setBench('message' in chosen ? chosen : { session: begin(chosen), opening: chosen });
    });
    return () => {
      current = false;
    };
  }, []);
  if (!bench) return <p className="p-6 text-ink-2">Opening the bench…</p>;
  if ('message' in bench) return <p className="p-6">{bench.message}</p>;
  const { session, opening } = bench;
  return (
    <Bench
      key={JSON.stringify(session.day)}
      session={session}
      onDay={(day, memory) => {
        void saveDay(session.record.id, day);
        const next = { ...opening, day, memory, ownLayouts: memory.ownLayouts };
        setBench({ session: begin(next), opening: next });
      }}
    />
  );
}

export function BenchPage() {
  useEffect(prepareSounding, []);
  return (
    <Prepared>
      <OpenBench />
    </Prepared>
  );
}
