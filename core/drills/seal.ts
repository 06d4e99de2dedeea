/**
 * A question as somebody may have it who must not know the answer: the echo, and where frames stand on it. No water, no targets,
 * no recipe, and nothing of where in which water it was heard. What is needed to grade stays apart, as its key.
 */
import { z } from 'zod';
import type { OutlineRow, TruthRegion } from '../reading';
import { isPolar, type PingTrack } from '../sounding';
import type { DrillScreen } from './drillScreen';
import type { Ground } from './itemBase';
import { type Answer, type Item, itemSchema, kindName, kindOf, targetsNamed } from './items';
import type { SealedRef } from './recipe';

export const isSealed = ({ screens }: Pick<Item, 'screens'>) => screens[0]?.from === 'sealed';

export const sealKeySchema = z.object({
  sealedId: z.string(),
  /** As it was before it was sealed. */
  item: itemSchema,
  /** What its frames were called, by what they are called now. */
  targetIds: z.record(z.string(), z.string()),
  /** Of its first screen, whose pings now count from 0. */
  firstPing: z.int().min(0),
});
export type SealKey = z.infer<typeof sealKeySchema>;

interface SealedEcho {
  levelsCdb: Int16Array;
  track: PingTrack;
}

export interface Sealed {
  item: Item;
  /** By the `echoId` of the sealed screens. */
  echoes: Map<string, SealedEcho & { cellsPerPing: number; pingCount: number }>;
  key: SealKey;
}

/** Where and when it was is told as way and time from the first ping only: a place in a known water could be sounded again. */
function trackFromItsStart(track: PingTrack): PingTrack {
  const from = <T extends Float32Array | Float64Array>(column: T): T =>
    column.map((value) => value - column[0]) as T;
  return {
    ...track,
    timeS: from(track.timeS),
    alongM: from(track.alongM),
    xM: from(track.xM),
    yM: from(track.yM),
  };
}

/** A box round a mark instead of its shape; on a sector it moves from frame to frame. */
function boxed(rows: readonly OutlineRow[], firstPing: number, isMoving: boolean): OutlineRow[] {
  const least = (name: keyof OutlineRow) => Math.min(...rows.map((row) => row[name]));
  const most = (name: keyof OutlineRow) => Math.max(...rows.map((row) => row[name]));
  return rows.map((row) => ({
    ping: row.ping - firstPing,
    firstBin: isMoving ? row.firstBin : least('firstBin'),
    lastBin: isMoving ? row.lastBin : most('lastBin'),
    firstBeam: isMoving ? row.firstBeam : least('firstBeam'),
    lastBeam: isMoving ? row.lastBeam : most('lastBeam'),
  }));
}

function frameOf(
  region: TruthRegion,
  id: string,
  screen: DrillScreen,
): SealedRef['frames'][number] {
  const { peak, channel, outline } = region;
  return {
    id,
    channel,
    peak: { ping: peak.ping - screen.firstPing, bin: peak.bin },
    rows: boxed(outline, screen.firstPing, isPolar(screen.info.instrument)),
  };
}

/**
 * @param sealedId what the question is called from now on; letters, digits, - and _ only
 * @returns null for what is asked with a chart of its water, or with controls whose place the truth decides, and where an echo is known by its colours only
 */
export function seal(item: Item, { screens }: Ground, sealedId: string): Sealed | null {
  if (!kindOf(item.kind).unseal || screens.some(({ colours }) => colours !== null)) return null;
  const given = new Map([...new Set(targetsNamed(item))].map((id, i) => [id, `m${i + 1}`]));
  const echoes: Sealed['echoes'] = new Map();
  const refs = screens.map((screen, i): SealedRef => {
    const { info, pingCount, levelsCdb, view } = screen;
    const echoId = `${sealedId}-${i}`;
    echoes.set(echoId, {
      levelsCdb,
      track: trackFromItsStart(screen.track),
      pingCount,
      cellsPerPing: levelsCdb.length / pingCount,
    });
    const frames = [...given].flatMap(([targetId, id]) => {
      const region = screen.regions.find((one) => one.targetId === targetId);
      return region ? [frameOf(region, id, screen)] : [];
    });
    return { from: 'sealed', echoId, info, pingCount, view, frames };
  });
  const renamed = (id: string) => given.get(id) ?? id;
  const asked = JSON.parse(
    JSON.stringify({ ...item, screens: [] }, (key, value: unknown) => {
      if (key === 'targetId' && typeof value === 'string') return renamed(value);
      if (key === 'targetIds') return (value as string[]).map(renamed);
      // That it may be left open is asked; whether it is, is the answer.
      return key === 'isOpen' ? false : value;
    }),
  ) as Item;
  return {
    item: itemSchema.parse({
      ...asked,
      ...{ id: sealedId, screens: refs, skill: 'archAndSpeed', difficulty: 0 },
    }),
    echoes,
    key: {
      sealedId,
      item,
      targetIds: Object.fromEntries([...given].map(([targetId, id]) => [id, targetId])),
      firstPing: screens[0].firstPing,
    },
  };
}

/** A sealed screen as drills show it; it cannot be graded by. */
export const sealedScreen = (ref: SealedRef, { levelsCdb, track }: SealedEcho): DrillScreen => ({
  ...{ waterId: '', waterName: '', firstPing: 0, levelsCdb, track, colours: null },
  ...{ info: ref.info, pingCount: ref.pingCount, view: ref.view, soundView: ref.view },
  ...{ targets: [], sounder: null, rig: null, faults: null, mayBeEmpty: false, sediment: null },
  regions: ref.frames.map(({ id, channel, peak, rows }) => ({
    ...{ targetId: id, channel, peak, outline: rows, shadow: [] },
    ...{ kind: null, label: 'other', name: '', verdict: 'visible', reason: null },
    ...{ byShadow: false, rivalName: null, peakLevelDb: 0, signalToBackgroundDb: 0 },
  })),
});

/** An answer to a sealed question as one to the question itself. @throws if it is an answer to another kind of question */
export function unseal(answer: Answer, key: SealKey): Answer {
  const { kind } = key.item;
  const asItWas = kindOf(kind).unseal;
  if (!asItWas || answer.kind !== kind)
    throw new Error(`This is no answer to “${kindName(kind)}”.`);
  return asItWas(answer, key);
}
