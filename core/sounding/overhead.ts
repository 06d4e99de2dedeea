/** What grows over the bottom and takes part of the echo on its way, seen from above. */
import Flatbush from 'flatbush';
import { hypot } from '../numeric';
import { overheadLoss } from '../targets';
import { fromDb } from '../units/decibel';
import type { Scene } from './scene';

export class Overhead {
  private readonly index: Flatbush;
  private near: number[] = [];

  private constructor(
    private readonly beds: readonly { xM: number; yM: number; radiusM: number; lossDb: number }[],
  ) {
    this.index = new Flatbush(beds.length);
    for (const { xM, yM, radiusM } of beds) {
      this.index.add(xM - radiusM, yM - radiusM, xM + radiusM, yM + radiusM);
    }
    this.index.finish();
  }

  /** Of a scene; null where nothing grows. */
  static of(scene: Scene): Overhead | null {
    const beds = scene.targets.flatMap((target) => {
      const loss = overheadLoss(target);
      return loss ? [{ ...loss, xM: target.xM, yM: target.yM }] : [];
    });
    return beds.length > 0 ? new Overhead(beds) : null;
  }

  /** Looks up what grows within a distance of a place. @returns whether anything does */
  lookUp(xM: number, yM: number, withinM: number): boolean {
    this.near = this.index.search(xM - withinM, yM - withinM, xM + withinM, yM + withinM);
    return this.near.length > 0;
  }

  /** Share of two-way energy that comes back through what was looked up. */
  shareAt(xM: number, yM: number): number {
    let share = 1;
    for (const i of this.near) {
      const bed = this.beds[i];
      const out = hypot(xM - bed.xM, yM - bed.yM) / bed.radiusM;
      // Thins out towards its edge, as the stems do.
      if (out < 1) share *= fromDb(-bed.lossDb * (1 - 0.5 * out * out));
    }
    return share;
  }
}
