import { z } from 'zod';
import type { RandomSource } from '../random';
import { baitSchool } from './baitSchool';
import { boatHull } from './boatHull';
import { boulder } from './boulder';
import { brushPile } from './brushPile';
import { bubblePatch } from './bubblePatch';
import { bubbleVent } from './bubbleVent';
import { culvert } from './culvert';
import { driftwood } from './driftwood';
import { fish } from './fish';
import { foundation } from './foundation';
import { leaves } from './leaves';
import { log } from './log';
import { lure } from './lure';
import { type Motion, motionsOf } from './motion';
import { mooredBoat } from './mooredBoat';
import { passingBoat } from './passingBoat';
import { pier } from './pier';
import { piling } from './piling';
import { pontoon } from './pontoon';
import { road } from './road';
import { rockPile } from './rockPile';
import { rope } from './rope';
import type { Medium, Piece, ReadingLabel, Scatterer, TargetKind } from './scatterers';
import { sphere } from './sphere';
import { stump } from './stump';
import { tree } from './tree';
import { wake } from './wake';
import { wall } from './wall';
import { weedBed } from './weedBed';
import { weedStalk } from './weedStalk';
import { wreckRibs } from './wreckRibs';

/** Adding a kind of target: write its file, name it here and below. */
const KINDS = {
  fish,
  baitSchool,
  tree,
  log,
  stump,
  brushPile,
  weedBed,
  weedStalk,
  boulder,
  rockPile,
  wall,
  foundation,
  road,
  piling,
  pier,
  pontoon,
  boatHull,
  mooredBoat,
  rope,
  wreckRibs,
  culvert,
  bubblePatch,
  bubbleVent,
  wake,
  passingBoat,
  leaves,
  driftwood,
  lure,
  sphere,
};

type Kinds = typeof KINDS;
export type TargetKindName = keyof Kinds;
export type Target = { [K in TargetKindName]: z.infer<Kinds[K]['schema']> }[TargetKindName];
/** A target as it may be written: what has a default may be left out. */
export type TargetInput = { [K in TargetKindName]: z.input<Kinds[K]['schema']> }[TargetKindName];
export const TARGET_KIND_NAMES = Object.keys(KINDS) as TargetKindName[];

/** Named one by one: who only reads a water does without what turns things into echoes. */
export const targetSchema = z.discriminatedUnion('kind', [
  fish.schema,
  baitSchool.schema,
  tree.schema,
  log.schema,
  stump.schema,
  brushPile.schema,
  weedBed.schema,
  weedStalk.schema,
  boulder.schema,
  rockPile.schema,
  wall.schema,
  foundation.schema,
  road.schema,
  piling.schema,
  pier.schema,
  pontoon.schema,
  boatHull.schema,
  mooredBoat.schema,
  rope.schema,
  wreckRibs.schema,
  culvert.schema,
  bubblePatch.schema,
  bubbleVent.schema,
  wake.schema,
  passingBoat.schema,
  leaves.schema,
  driftwood.schema,
  lure.schema,
  sphere.schema,
]);

/** Of one kind. */
export const schemaOfKind = (kind: TargetKindName): z.ZodObject =>
  targetSchema.options.find((one) => one.shape.kind.value === kind)!;

/** How a kind is begun where a tap puts it down; undefined for life, which is put otherwise. */
export const putOf = (kind: TargetKindName): { words: string; as: object } | undefined =>
  (KINDS[kind] as { put?: { words: string; as: object } }).put;

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

/** A target as height over the ground; null for what hangs, is thin, or moves. */
export function raiseTarget(
  target: Target,
  ground: Pick<Medium, 'bottomDepthAtM'>,
  random: RandomSource,
): Piece[] | null {
  return kindOf(target).raise?.(target, ground, random) ?? null;
}

/** How each target moves, by index; null for what stands still. */
export function targetMotions(targets: readonly Target[]): (Motion | null)[] {
  return motionsOf(targets, (target, world) => kindOf(target).motion?.(target, world) ?? null);
}

/** In plan a target that moves gets no farther from its stated place than this, m; Infinity where nothing is known. */
export function roamsM(target: Target): number {
  return kindOf(target).roamsM?.(target) ?? Infinity;
}

/** Loss that a target lays over the bottom, seen from above; null for most. */
export function overheadLoss(target: Target): { radiusM: number; lossDb: number } | null {
  return kindOf(target).overheadLossDb?.(target) ?? null;
}
