import { z } from 'zod';
import type { RandomSource } from '../random';
import { baitSchool } from './baitSchool';
import { boulder } from './boulder';
import { brushPile } from './brushPile';
import { bubblePatch } from './bubblePatch';
import { fish } from './fish';
import type { Medium, ReadingLabel, Scatterer, TargetKind } from './scatterers';
import { sphere } from './sphere';

/** Adding a kind of target: write its file, name it here. */
const KINDS = { fish, baitSchool, brushPile, boulder, bubblePatch, sphere };

export const targetSchema = z.discriminatedUnion('kind', [
  fish.schema,
  baitSchool.schema,
  brushPile.schema,
  boulder.schema,
  bubblePatch.schema,
  sphere.schema,
]);
export type Target = z.infer<typeof targetSchema>;
export type TargetKindName = Target['kind'];

// The union of kinds cannot be narrowed through a lookup; each entry only ever meets its own targets.
const kindOf = (target: Target) => KINDS[target.kind] as unknown as TargetKind<z.ZodType<Target>>;

export function labelOf(target: Target): ReadingLabel {
  return kindOf(target).label;
}

export function describeTarget(target: Target): string {
  return kindOf(target).describe(target);
}

export function scatterTarget(target: Target, medium: Medium, random: RandomSource): Scatterer[] {
  return kindOf(target).scatter(target, medium, random);
}
