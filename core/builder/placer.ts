import { targetSchema, type Target, type TargetInput } from '../targets';

type WithoutId<T> = T extends unknown ? Omit<T, 'id'> : never;
export type NewThing = WithoutId<TargetInput>;

/** A name of its own for a thing: its kind and the first number that is free. */
export function freeId(kind: string, targets: readonly { id: string }[]): string {
  const taken = new Set(targets.map(({ id }) => id));
  for (let n = 1; ; n++) {
    const id = `${kind}-${String(n).padStart(2, '0')}`;
    if (!taken.has(id)) return id;
  }
}

/** Collects things as a water is furnished: numbers them, fills in defaults, keeps fish off the bottom. */
export class Placer {
  readonly targets: Target[] = [];
  private readonly counts = new Map<string, number>();

  constructor(readonly depthAtM: (xM: number, yM: number) => number) {}

  add(thing: NewThing): Target {
    const n = (this.counts.get(thing.kind) ?? 0) + 1;
    this.counts.set(thing.kind, n);
    const target = targetSchema.parse({
      ...thing,
      id: `${thing.kind}-${String(n).padStart(2, '0')}`,
    });
    this.targets.push(target);
    return target;
  }

  fish(
    species: string,
    lengthM: number,
    xM: number,
    yM: number,
    depthM: number,
    headingDeg = 0,
    more: Partial<Extract<NewThing, { kind: 'fish' }>> = {},
  ): Target {
    const roomM = Math.max(0.2, this.depthAtM(xM, yM) - 0.5 * lengthM);
    return this.add({
      kind: 'fish',
      species,
      lengthM,
      xM,
      yM,
      depthM: Math.min(depthM, roomM),
      headingDeg,
      ...more,
    });
  }

  /** A fish so far above the bottom. */
  fishAbove(
    species: string,
    lengthM: number,
    xM: number,
    yM: number,
    heightM: number,
    headingDeg = 0,
    more: Partial<Extract<NewThing, { kind: 'fish' }>> = {},
  ): Target {
    const depthM = Math.max(0.2, this.depthAtM(xM, yM) - heightM);
    return this.fish(species, lengthM, xM, yM, depthM, headingDeg, more);
  }

  bait(
    species: string,
    count: number,
    lengthM: number,
    xM: number,
    yM: number,
    depthM: number,
    radiusM: number,
    heightM: number,
    speedMps = 0,
  ): Target {
    return this.add({
      kind: 'baitSchool',
      species,
      count,
      lengthM,
      xM,
      yM,
      depthM: Math.min(depthM, Math.max(0.4, this.depthAtM(xM, yM) - heightM / 2)),
      radiusM,
      heightM,
      speedMps,
    });
  }
}
