import { type PingTrack, sliceColumns, type TruthRows } from '../sounding';
import type { Target } from '../targets';

export interface Recording {
  firstPing: number;
  pingCount: number;
  levelsCdb: Int16Array;
  track: PingTrack;
  truth: TruthRows;
  /** Only what is near the track; the truth rows point into this list. */
  targets: Target[];
}

const KEEP_WITHIN_M = 30;

/** A stretch of a run as a thing of its own: truth limited to its pings, targets to its surroundings. */
export function cutRecording(run: Recording, fromPing: number, endPing: number): Recording {
  const binCount = run.levelsCdb.length / run.pingCount;
  const from = Math.max(0, fromPing - run.firstPing);
  const end = Math.min(run.pingCount, endPing - run.firstPing);
  const track = sliceColumns(run.track, from, end);

  const rows: number[] = [];
  for (let row = 0; row < run.truth.ping.length; row++) {
    const slot = run.truth.ping[row] - run.firstPing;
    if (slot >= from && slot < end) rows.push(row);
  }
  const lit = new Set(rows.map((row) => run.truth.targetIndex[row]));
  for (const row of rows) if (run.truth.rivalIndex[row] >= 0) lit.add(run.truth.rivalIndex[row]);
  const isNear = (target: Target) =>
    track.xM.some((xM, i) => {
      const dx = target.xM - xM;
      const dy = target.yM - track.yM[i];
      return dx * dx + dy * dy < KEEP_WITHIN_M * KEEP_WITHIN_M;
    });
  const kept = run.targets.map((target, index) => lit.has(index) || isNear(target));
  const newIndex = new Map<number, number>();
  const targets = run.targets.filter((_, index) => {
    if (kept[index]) newIndex.set(index, newIndex.size);
    return kept[index];
  });

  const truth = sliceColumns(run.truth, 0, 0);
  for (const [name, column] of Object.entries(run.truth) as [keyof TruthRows, Int32Array][]) {
    const values = rows.map((row) => column[row]);
    if (name === 'targetIndex' || name === 'rivalIndex') {
      values.forEach((value, i) => (values[i] = value < 0 ? value : newIndex.get(value)!));
    }
    (truth as unknown as Record<string, unknown>)[name] = (
      column.constructor as unknown as { from(values: number[]): unknown }
    ).from(values);
  }
  return {
    firstPing: run.firstPing + from,
    pingCount: end - from,
    levelsCdb: run.levelsCdb.slice(from * binCount, end * binCount),
    track,
    truth,
    targets,
  };
}
